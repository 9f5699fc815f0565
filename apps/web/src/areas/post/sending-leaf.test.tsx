import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { SendPreview } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { SendingLeaf } from './sending-leaf';

const message = (to: string, why: string | null = null) => ({
  contactId: to,
  to,
  address: `${to.toLowerCase()}@dunmarra.example`,
  subject: 'Your VAT return',
  body: 'Please send us two things.',
  goesOut: { at: why === null ? '2026-03-11T09:00:00Z' : '2026-03-12T08:00:00Z', why },
});

function show(preview: SendPreview | null, withNobody: string | null = 'Record it, no message is sent') {
  const [onSubmit, onBack] = [vi.fn(), vi.fn()];
  stage(
    <SendingLeaf
      title="Ask the client"
      withNobody={withNobody}
      step={{
        preview,
        now: { name: 'now', onChange: () => Promise.resolve(), onBlur: () => Promise.resolve(), ref: () => undefined },
        of: { onSubmit, busy: false, problem: null },
        onBack,
        onClose: () => undefined,
      }}
      after={<p>It is kept with the job.</p>}
    >
      <p>What is wanted</p>
    </SendingLeaf>,
  );
  return { onSubmit, onBack };
}

describe('what leaves the house', () => {
  it('is looked at before it goes', () => {
    const { onSubmit } = show(null);
    expect(screen.getByText('What is wanted')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
    expect(onSubmit).toHaveBeenCalledTimes(1);
  });

  it('is shown word for word, with who gets it on the button', () => {
    show({ messages: [message('Brid')], nobody: [] });
    expect(screen.getByRole('dialog', { name: 'Before it goes' })).toBeDefined();
    expect(screen.getByText('brid@dunmarra.example')).toBeDefined();
    expect(screen.getByText('Please send us two things.')).toBeDefined();
    expect(screen.getByText('It is kept with the job.')).toBeDefined();
    expect(screen.getByRole('button', { name: 'Send to Brid' })).toBeDefined();
    expect(screen.queryByText('What is wanted')).toBeNull();
  });

  it('says when it goes out, and why not at once', () => {
    show({ messages: [message('Brid', 'no more than 2 messages a day go to one person'), message('Cathal')], nobody: [] });
    expect(screen.getAllByText(/^It goes out /).map((one) => one.textContent)).toEqual([
      'It goes out 12 Mar 08:00: no more than 2 messages a day go to one person.',
    ]);
  });

  it('to several is counted', () => {
    show({ messages: [message('Brid'), message('Cathal')], nobody: [] });
    expect(screen.getByRole('button', { name: 'Send to 2 people' })).toBeDefined();
  });

  it('names who gets nothing and why, and what is done then', () => {
    show({ messages: [], nobody: [{ name: 'Cathal', why: 'has no email address' }] });
    expect(screen.getByText('Nobody is notified: Cathal has no email address.')).toBeDefined();
    expect(screen.getByRole('button', { name: 'Record it, no message is sent' })).toBeDefined();
  });

  it('cannot be sent to nobody where nothing else would be done', () => {
    show({ messages: [], nobody: [] }, null);
    expect(screen.queryByRole('button', { name: /Send|Record/ })).toBeNull();
  });

  it('leads back to the words', () => {
    const { onBack } = show({ messages: [message('Brid')], nobody: [] });
    fireEvent.click(screen.getByRole('button', { name: 'Back to the words' }));
    expect(onBack).toHaveBeenCalledTimes(1);
  });
});

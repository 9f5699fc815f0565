import { cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import type { HowItBegins } from '@steady/contract/how-it-begins';
import type { OnPaperBefore } from '@steady/contract/procedures';
import { stage } from '../../../test/stage';
import { OnPaperBeforeStarting } from './before-starting';

afterEach(cleanup);

const FOUND: OnPaperBefore = {
  procedure: { id: 'p1', name: 'VAT return' },
  phases: [
    { key: 'ask', name: 'Ask', memberId: null },
    { key: 'do', name: 'Do it', memberId: 'niamh' },
  ],
  nobodyAs: [],
  clients: 1,
  jobs: 2,
  ways: 1,
  faults: [],
  goesOut: [],
  minutesOf: { c1: 30 },
  tasks: 4,
  minutes: 60,
  requests: 0,
  messages: 0,
  bills: 0,
};
const TEAM = [{ id: 'niamh', name: 'Niamh Byrne', shortName: 'Niamh', standing: 'active', does: 'preparer' }];
const MESSAGES = [{ id: 't1', name: 'Welcome', subject: 'Welcome, {name}', body: 'We begin.', version: 1, usedBy: [] }];

function Settled({ of }: { of: OnPaperBefore }) {
  const [begins, setBegins] = useState<HowItBegins>({});
  return (
    <>
      <OnPaperBeforeStarting of={[of]} begins={begins} onBegins={setBegins} />
      <output aria-label="begins">{JSON.stringify(begins)}</output>
    </>
  );
}
const show = (more: Partial<OnPaperBefore> = {}) => {
  const answers = {
    'GET /api/team': TEAM,
    'GET /api/message-templates': MESSAGES,
    'POST /api/message-templates/try': { subject: 'Welcome, Ann', body: 'We begin.', missing: ['year-end'], unknown: [], to: [], nobody: [] },
  };
  stage(<Settled of={{ ...FOUND, ...more }} />, { answers });
  return screen.getByRole('region', { name: 'Preview first' });
};
const begins = () => JSON.parse(screen.getByLabelText('begins').textContent) as HowItBegins;
const peopleOf = async (label: string) => {
  await screen.findAllByRole('option', { name: 'Niamh Byrne', hidden: true });
  return screen.getByLabelText(label);
};
const sent = (at: number) => ({
  key: 'ask entry m',
  clientId: `c${at}`,
  client: `Client ${at}`,
  what: 'Writes "Welcome" to the client',
  to: ['Ann Gannet', 'Ben Quay'],
  templateId: 't1',
});

describe('before work begins', () => {
  it('says the jobs of a client with several periods, and that nothing is sent', () => {
    expect(show().textContent).toContain('VAT return: 1 client, 2 jobs; 4 tasks, 1 h 00.Nothing is sent to clients when it begins.');
  });

  it('names who gets what, and counts the rest', () => {
    show({ goesOut: Array.from({ length: 10 }, (_, at) => sent(at)) });
    const line = screen.getByRole('checkbox', { name: /^Writes "Welcome" to the client: Client 0 \(Ann Gannet, Ben Quay\); Client 1 .* and 2 more$/ });
    expect((line as HTMLInputElement).checked).toBe(true);
  });

  it('leaves out what is not to be sent, and takes it in again', () => {
    show({ goesOut: [sent(1)] });
    const line = screen.getByRole('checkbox', { name: /Welcome/ });
    fireEvent.click(line);
    expect(begins()).toEqual({ leaveOut: ['ask entry m'] });
    fireEvent.click(line);
    expect(begins()).toEqual({ leaveOut: [] });
  });

  it('shows the message as the client gets it, with what is not known of it', async () => {
    show({ goesOut: [sent(1)] });
    fireEvent.click(screen.getByRole('button', { name: 'Read it as Client 1 gets it' }));
    expect(await screen.findByText('Welcome, Ann')).toBeTruthy();
    screen.getByText('Not known: year-end.');
  });

  it('lets the words be changed for this start, and goes back to the kept ones', async () => {
    show({ goesOut: [sent(1)] });
    fireEvent.click(screen.getByRole('button', { name: 'Read it as Client 1 gets it' }));
    fireEvent.click(await screen.findByRole('button', { name: 'Change the words for this start' }));
    fireEvent.change(screen.getByLabelText('What the clients read, this time'), { target: { value: 'We begin early, {name}.' } });
    expect(begins()).toEqual({ reworded: [{ key: 'ask entry m', subject: 'Welcome, {name}', body: 'We begin early, {name}.' }] });
    expect(screen.getByRole('checkbox', { name: /Welcome.*, in other words$/ })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'Use the kept words' }));
    expect(begins()).toEqual({});
  });

  it('asks for people where a client has none in a role', async () => {
    show({ nobodyAs: ['preparer'] });
    const asked = await peopleOf('Preparer, where a client has none');
    fireEvent.change(asked, { target: { value: 'niamh' } });
    expect(begins()).toEqual({ preparer: 'niamh' });
    expect(screen.queryByLabelText('Manager, where a client has none')).toBeNull();
  });

  it('lets people be chosen by phase, and goes back to what is usual', async () => {
    show();
    const asked = await peopleOf('Ask');
    fireEvent.change(asked, { target: { value: 'niamh' } });
    expect(begins()).toEqual({ phases: [{ phaseKey: 'ask', memberId: 'niamh' }] });
    fireEvent.change(asked, { target: { value: '' } });
    expect(begins()).toEqual({ phases: [] });
  });
});

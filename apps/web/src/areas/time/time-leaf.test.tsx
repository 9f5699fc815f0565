import { fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Refused, stage } from '../../../test/stage';
import { TimeLeaf } from './time-leaf';

const JOB = { id: '01900000-0000-7000-8000-000000000001', name: 'VAT return, Jan-Feb 2026', client: 'Dunmarra Oysters Ltd' };
const TASK = '01900000-0000-7000-8000-000000000002';
const answers = {
  'GET /api/jobs': { rows: [JOB], total: 1 },
  [`GET /api/jobs/${JOB.id}`]: { ...JOB, tasks: [{ id: TASK, name: 'Match the bank' }] },
  'POST /api/time-entries': { id: 'e1' },
};
const type = (label: string, value: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
  fireEvent.blur(screen.getByLabelText(label));
};

describe('time typed by hand', () => {
  it('is recorded as minutes on a job that is chosen, and one of its tasks', async () => {
    const { asked } = stage(<TimeLeaf onClose={() => undefined} />, { answers });
    fireEvent.focus(screen.getByLabelText('Job'));
    fireEvent.change(screen.getByLabelText('Job'), { target: { value: ' oysters' } });
    await screen.findByRole('option', { name: 'Dunmarra Oysters Ltd: VAT return, Jan-Feb 2026' });
    fireEvent.keyDown(screen.getByLabelText('Job'), { key: 'Enter' });
    await screen.findByRole('option', { name: 'Match the bank' });
    fireEvent.change(screen.getByLabelText('Task'), { target: { value: TASK } });
    type('How long', '1:30');
    fireEvent.click(screen.getByRole('button', { name: 'Record the time' }));
    await screen.findByText('Recorded 1 h 30.');
    expect(asked.find((one) => one.what === 'POST /api/time-entries')!.sent).toMatchObject({ jobId: JOB.id, taskId: TASK, minutes: 90, on: '2026-03-11' });
  });

  it('is not asked for its job where it is known', async () => {
    stage(<TimeLeaf jobId={JOB.id} onClose={() => undefined} />, { answers });
    await screen.findByRole('option', { name: 'Match the bank' });
    expect(screen.queryByLabelText('Job')).toBeNull();
  });

  it('of a very long day is asked about where the server finds it, and sent with the word given', async () => {
    const refused = new Refused([{ field: 'longDay', message: 'With this Wed 11 Mar 2026 has 17 h.' }]);
    const { asked } = stage(<TimeLeaf jobId={JOB.id} onClose={() => undefined} />, { answers: { ...answers, 'POST /api/time-entries': refused } });
    type('How long', '17:00');
    fireEvent.click(screen.getByRole('button', { name: 'Record the time' }));
    fireEvent.click(await screen.findByRole('checkbox', { name: 'It was so long' }));
    screen.getByText('With this Wed 11 Mar 2026 has 17 h.');
    fireEvent.click(screen.getByRole('button', { name: 'Record the time' }));
    await waitFor(() => expect(asked.filter((one) => one.what.startsWith('POST')).at(-1)!.sent).toMatchObject({ minutes: 1020, longDay: true }));
  });

  it('says what is missing at its field and sends nothing', async () => {
    const { asked } = stage(<TimeLeaf onClose={() => undefined} />, { answers });
    fireEvent.click(screen.getByRole('button', { name: 'Record the time' }));
    await waitFor(() => expect(screen.getByLabelText('How long').getAttribute('aria-invalid')).toBe('true'));
    expect(asked.filter((one) => one.what.startsWith('POST'))).toEqual([]);
  });
});

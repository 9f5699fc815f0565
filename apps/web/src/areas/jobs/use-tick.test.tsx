import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, expect, it } from 'vitest';
import type { Ticked } from '@steady/contract/tasks';
import { stage } from '../../../test/stage';
import { useTick } from './use-tick';

afterEach(cleanup);

const TASK = { id: 't1', name: 'File it', version: 3 };
function Example() {
  const tick = useTick();
  return <button onClick={() => void tick(TASK, true, 'Ticked File it.')}>Tick</button>;
}

const ticked = (of: Partial<Ticked>, undo: object = { undone: 1, not: [] }) => {
  const answers: Record<string, unknown> = { 'POST /api/tasks/t1/tick': { finished: false, movedTo: null, mayUndo: false, askedNoMore: [], ...of } };
  // The id of the change is chosen by the page: whatever it is, it is found.
  const found = new Proxy(answers, {
    has: (all, key) => key in all || /^POST \/api\/jobs\/together\/[^/]+\/undo$/.test(String(key)),
    get: (all, key: string) => all[key] ?? undo,
  });
  const stood = stage(<Example />, { answers: found });
  fireEvent.click(screen.getByRole('button', { name: 'Tick' }));
  return stood.asked;
};

it('says what came of the last tick, and takes job and tick back', async () => {
  const asked = ticked({ finished: true, mayUndo: true, askedNoMore: ['Papers'] });
  await screen.findByText('Ticked File it. That was the last task: the job is finished. The client is not asked any more for: Papers.');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await screen.findByText('Undone: the job is where it was.');
  const [first, back, untick] = asked;
  expect(back!.what).toBe(`POST /api/jobs/together/${(first!.sent as { batchId: string }).batchId}/undo`);
  expect(untick!.sent).toEqual({ done: false, version: 4 });
});

it('offers no way back where something has left the house', async () => {
  ticked({ movedTo: 'Send' });
  await screen.findByText('Ticked File it. The job is now in Send.');
  expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
});

it('says why it stays where it cannot be taken back any more', async () => {
  const asked = ticked({ finished: true, mayUndo: true }, { undone: 0, not: [{ job: 'VAT', why: 'it was changed since' }] });
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  await screen.findByText('It stays: it was changed since.');
  await waitFor(() => expect(asked).toHaveLength(2));
});

it('says no more than the tick where nothing came of it', async () => {
  ticked({});
  await screen.findByText('Ticked File it.');
});

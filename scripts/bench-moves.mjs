// A thousand jobs looked at before, moved on together, and taken back, as the page does it: in parts of fifty.
import { randomUUID } from 'node:crypto';

const JOBS = 1_000;
const PART = 50;
const IS_ID = /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab]/;
/** What each job brings about when it is moved: it tells a person, and gives one a task. */
const DEFINITION = {
  phases: [
    { key: 'one', name: 'One', tasks: [{ key: 'a', name: 'Enter', role: 'preparer', estimate: 30 }] },
    {
      key: 'two',
      name: 'Two',
      tasks: [{ key: 'b', name: 'File', role: 'preparer', estimate: 10 }],
      onEntry: [
        { key: 'tell', does: 'tell', role: 'manager', words: 'it is drafted' },
        { key: 'ring', does: 'task', task: { key: 'ring', name: 'Ring the client', role: 'preparer', estimate: 10 } },
      ],
    },
  ],
};

/** Prints how long a thousand jobs take. `post` and `get` ask the running server as a signed-in manager. */
export async function benchMoves({ get, post }) {
  const { id: procedureId } = await post('/api/procedures', { name: `Bench ${randomUUID()}`, definition: DEFINITION });
  const { rows: clients } = await get('/api/clients');
  // Clients that the large firm was filled up with have made-up ids, which nobody is let in with.
  const named = clients.filter((client) => client.standing !== 'former' && IS_ID.test(client.id)).map((client) => client.id);
  const ids = [];
  for (let round = 0; ids.length < JOBS; round += 1) {
    const many = {
      clientIds: named.slice(0, Math.min(25, JOBS - ids.length)),
      procedureId,
      name: `Bench ${round}`,
      startOn: '2026-03-12',
      dueOn: '2026-04-12',
    };
    ids.push(...(await post('/api/jobs/many', many)).ids);
  }
  const parts = Array.from({ length: Math.ceil(ids.length / PART) }, (_, at) => ids.slice(at * PART, (at + 1) * PART));
  const batchId = randomUUID();
  const timed = async (words, act) => {
    const begun = performance.now();
    await act();
    console.log(`${ids.length} jobs ${words}: ${((performance.now() - begun) / 1000).toFixed(1)} s`);
  };
  console.log('');
  await timed('looked at before', async () => {
    for (const part of parts) await post('/api/jobs/together/look', { ids: part });
  });
  await timed('moved on, each telling a person and adding a task', async () => {
    for (const part of parts) {
      const { changed } = await post('/api/jobs/together', { ids: part, batchId, change: 'move' });
      if (changed !== part.length) throw new Error(`Only ${changed} of ${part.length} jobs were moved`);
    }
  });
  await timed('taken back', async () => {
    const { undone } = await post(`/api/jobs/together/${batchId}/undo`);
    if (undone !== ids.length) throw new Error(`Only ${undone} of ${ids.length} jobs were taken back`);
  });
}

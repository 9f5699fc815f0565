import { randomUUID } from 'node:crypto';
import type { Procedure } from '@steady/core/procedures';
import type { JobView } from '@steady/contract/jobs';
import type { Money } from '@steady/core/money';
import { DUNMARRA, type TestApp, eur } from './support';

export const task = (name: string, more = {}) => ({ key: name.toLowerCase(), name, role: 'preparer' as const, estimate: 30, ...more });
export const THREE: Procedure = {
  phases: [
    { key: 'prepare', name: 'Prepare', tasks: [task('Enter'), task('Draft', { checks: ['Bank agrees', 'Totals agree'] })] },
    { key: 'look', name: 'Second look', completion: 'approved', tasks: [] },
    { key: 'send', name: 'Send', asks: true, tasks: [task('Print')] },
  ],
};

export const problemOf = (answer: { body: unknown }) => answer.body as { code: string; detail: string; errors?: { field: string; message: string }[] };

/** What tests of procedures and moves do as the manager of the firm: procedures, clients, jobs, ticks and moves. */
export function atWork(test: () => TestApp) {
  let clients = 0;
  const manager = () => test().firm.as.manager!;
  const job = async (id: string) => (await manager().get(`/api/jobs/${id}`).expect(200)).body as JobView;

  async function procedure(definition: Procedure, name = `Procedure ${randomUUID().slice(0, 8)}`): Promise<string> {
    return ((await manager().post('/api/procedures').send({ name, definition }).expect(201)).body as { id: string }).id;
  }

  async function client(more = {}): Promise<string> {
    const people = { managerId: test().firm.members.manager, preparerId: test().firm.members.preparer, partnerId: test().firm.members.partner };
    clients += 1;
    const given = { ...DUNMARRA, name: `Client ${clients} Ltd`, contact: { name: 'Bríd Foley', email: `brid${clients}@client.example` }, ...people, ...more };
    return ((await manager().post('/api/clients').send(given).expect(201)).body as { id: string }).id;
  }

  /** A job by a procedure, for a client of its own unless one is given. */
  async function begun(definition: Procedure, more: { clientId?: string; procedureId?: string; fee?: Money; name?: string } = {}): Promise<string> {
    const { clientId = await client(), procedureId = await procedure(definition), fee = eur(50_000), name = 'Special work' } = more;
    const input = { clientId, procedureId, name, startOn: '2026-03-11', dueOn: '2026-03-31', fee };
    return ((await manager().post('/api/jobs').send(input).expect(201)).body as { id: string }).id;
  }

  async function tick(jobId: string, name: string): Promise<void> {
    const { id, checks, version } = (await job(jobId)).tasks.find((one) => one.name === name)!;
    for (const at of checks.keys())
      await manager()
        .post(`/api/tasks/${id}/check`)
        .send({ at, done: true, version: version + at })
        .expect(204);
    await manager()
      .post(`/api/tasks/${id}/tick`)
      .send({ done: true, version: version + checks.length })
      .expect(200);
  }

  const move = async (jobId: string, to: string | null, more: { leaveOut?: string[]; why?: string; version?: number; keepAsks?: boolean } = {}) =>
    manager()
      .post(`/api/jobs/${jobId}/move`)
      .send({ to, leaveOut: [], version: (await job(jobId)).version, ...more });

  return { manager, job, procedure, client, begun, tick, move };
}

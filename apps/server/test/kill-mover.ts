/** Begins jobs and moves each to its end, where things happen by themselves, until it is killed. Started by the tests. */
import { sql } from 'drizzle-orm';
import { ClientsService } from '../src/areas/clients';
import { JobMovesService, JobsService } from '../src/areas/jobs';
import { TemplatesService } from '../src/areas/post';
import { ProceduresService } from '../src/areas/procedures';
import { rows } from '../src/platform/database';
import { Effects } from '../src/platform/events';
import type { Work } from '../src/platform/work';
import { openKillableFirm, runKillable } from './killable-firm';

const [folder] = process.argv.slice(2) as [string];

/** Moved jobs, and those of which something happened never, in part, or more than once. */
const standing = (work: Work) =>
  rows<{ moved: number; wrong: number; letters: number; messages: number }>(
    work.tx,
    sql`select count(*)::int as moved,
               count(*) filter (where (select count(*) from job_actions a where a.job_id = j.id and a.state = 'done') <> 2 or (select count(*) from messages m where m.job_id = j.id) <> 1
                                   or (select count(*) from tasks t where t.job_id = j.id and t.key = 'added') <> 1)::int as wrong,
               (select count(*)::int from post_room) as letters, (select count(*)::int from messages) as messages
        from jobs j where j.phase = 'last'`,
  );

async function prepared(work: Work, services: { clients: ClientsService; templates: TemplatesService; procedures: ProceduresService }) {
  const [there] = await rows<{ clientId: string; procedureId: string }>(
    work.tx,
    sql`select c.id as "clientId", p.id as "procedureId" from clients c, procedures p`,
  );
  if (there) return there;
  const { id: preparerId } = work.actor as { id: string };
  const contact = { name: 'Bríd Foley', email: 'brid@dunmarra.example' };
  const clientId = await services.clients.add(work, {
    name: 'Dunmarra Oysters Ltd',
    legalForm: 'company',
    vatRegistered: false,
    employer: false,
    way: 'online',
    preparerId,
    contact,
  });
  const templateId = await services.templates.keep(work, null, { name: 'Done', subject: '{job}', body: 'It is done.' });
  const task = { key: 'task', name: 'Task', role: 'preparer' as const, estimate: 5 };
  const procedureId = await services.procedures.add(work, 'Two phases', {
    phases: [
      {
        key: 'first',
        name: 'First',
        tasks: [task],
        onDone: [
          { key: 'm', does: 'message', templateId },
          { key: 't', does: 'task', task: { ...task, key: 'added' } },
        ],
      },
      { key: 'last', name: 'Last', tasks: [{ ...task, key: 'end' }] },
    ],
  });
  return { clientId, procedureId };
}

runKillable(async () => {
  const { app, works, firmId, itself, orla } = await openKillableFirm(folder);
  // What was on its way when the process was killed goes out now, under the same keys.
  await works.run(itself, (work) => work.tx.execute(sql`update outbox set claimed_until = null where done_at is null`));
  await app.get(Effects).drain(firmId);
  const [found] = await works.run(itself, standing);
  process.stdout.write(`found ${found!.moved} ${found!.wrong} ${found!.messages - found!.letters}\n`);
  const services = { clients: app.get(ClientsService), templates: app.get(TemplatesService), procedures: app.get(ProceduresService) };
  const { clientId, procedureId } = await works.run(orla, (work) => prepared(work, services));
  for (let moved = found!.moved; ;) {
    const input = { clientId, procedureId, name: 'A job', startOn: '2026-03-11', dueOn: '2026-03-31' };
    const jobId = await works.run(orla, (work) => app.get(JobsService).addByHand(work, input));
    await works.run(orla, (work) => app.get(JobMovesService).move(work, jobId, { to: 'last', leaveOut: [], version: 1 }));
    moved += 1;
    process.stdout.write(`confirmed ${moved}\n`);
  }
});

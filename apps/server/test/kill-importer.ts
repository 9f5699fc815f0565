/** Brings in a file of thousands of clients and says how far it has come, until it is killed. Started by the tests. */
import { sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { createApp } from '../src/app';
import { BroughtInService } from '../src/areas/clients';
import { type Member, TeamService } from '../src/areas/team';
import { SetClock } from '../src/platform/clock';
import { rows } from '../src/platform/database';
import { byItself } from '../src/platform/identity';
import { settingsWith } from '../src/platform/settings';
import { Works } from '../src/platform/work';

const [folder, many] = process.argv.slice(2) as [string, string];

async function bringIn(): Promise<void> {
  const app = await createApp(settingsWith({ dataFolder: folder, tickByItself: false }), new SetClock(Temporal.Instant.from('2026-03-11T09:00:00Z')));
  const works = app.get(Works);
  const [known] = await works.firmIds();
  const firm = known
    ? { firmId: known }
    : await app.get(TeamService).found(
        {
          name: 'Marram & Tern',
          shortName: 'Marram',
          address: 'Quay Lane',
          currency: 'EUR',
          zone: 'Europe/Dublin',
          country: 'IE',
          vatRate: 2_300,
          paymentDays: 21,
          demo: false,
        },
        [
          {
            name: 'Orla Keane',
            shortName: 'Orla',
            email: 'orla@marram-tern.example',
            role: 'manager',
            does: 'manager',
            allClients: true,
            weekdays: [450, 450, 450, 450, 450, 0, 0],
            rates: [{ fromDay: '2020-01-01', perHour: 6_000 }],
            password: null,
          },
        ],
      );
  const identity = byItself(firm.firmId);
  const [before] = await works.run(identity, (work) =>
    rows<{ clients: number; contacts: number; changes: number }>(
      work.tx,
      sql`select (select count(*)::int from clients) as clients, (select count(*)::int from contacts) as contacts, (select count(*)::int from bulk_changes) as changes`,
    ),
  );
  process.stdout.write(`found ${before!.clients} ${before!.contacts} ${before!.changes}\n`);
  const fresh = Array.from({ length: Number(many) }, (_, at) => ({ name: `Client ${at}`, email: `client-${at}@many.example` }));
  const [member] = await works.run(identity, (work) => rows<Pick<Member, 'id' | 'name'>>(work.tx, sql`select id, name from members`));
  const orla = {
    firmId: firm.firmId,
    actor: {
      kind: 'staff' as const,
      id: member!.id,
      name: member!.name,
      shortName: 'Orla',
      role: 'manager' as const,
      rights: [],
      allClients: true,
      hiddenClient: null,
    },
  };
  await works.run(orla, (work) => app.get(BroughtInService).write(work, 'a file', fresh, [], (done) => process.stdout.write(`progress ${done}\n`)));
  process.stdout.write('confirmed\n');
}

bringIn().catch((error: unknown) => {
  process.stdout.write(`refused ${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});

import type { INestApplication } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { createApp } from '../src/app';
import { type Member, TeamService } from '../src/areas/team';
import { SetClock } from '../src/platform/clock';
import { rows } from '../src/platform/database';
import { type Identity, byItself } from '../src/platform/identity';
import { type Settings, settingsWith } from '../src/platform/settings';
import { Works } from '../src/platform/work';
import { UNPACED, eur } from './given';

export interface KillableFirm {
  app: INestApplication;
  works: Works;
  firmId: string;
  /** The application itself, and the one person of the firm. */
  itself: Identity;
  orla: Identity;
}

/** Opens the application on a folder with a firm of one person, founded when the folder is new. For programs that tests kill. */
export async function openKillableFirm(folder: string, given: Partial<Settings> = {}): Promise<KillableFirm> {
  const app = await createApp(
    settingsWith({ demo: true, dataFolder: folder, tickByItself: false, ...given }),
    new SetClock(Temporal.Instant.from('2026-03-11T09:00:00Z')),
  );
  const works = app.get(Works);
  const [known] = await works.firmIds();
  const firmId =
    known ??
    (
      await app.get(TeamService).found(
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
          pacing: UNPACED,
        },
        [
          {
            name: 'Orla Keane',
            shortName: 'Orla',
            email: 'orla@marram-tern.example',
            role: 'manager',
            does: 'manager',
            allClients: true,
            password: null,
            weekdays: [450, 450, 450, 450, 450, 0, 0],
            rates: [{ fromDay: '2020-01-01', perHour: eur(6_000) }],
          },
        ],
      )
    ).firmId;
  const itself = byItself(firmId);
  const [member] = await works.run(itself, (work) => rows<Pick<Member, 'id' | 'name'>>(work.tx, sql`select id, name from members`));
  const { id, name } = member!;
  const orla: Identity = {
    firmId,
    actor: {
      kind: 'staff',
      id,
      name,
      shortName: 'Orla',
      role: 'manager',
      rights: [],
      approveUpTo: null,
      allClients: true,
      hiddenClient: null,
      confirmed: true,
    },
  };
  return { app, works, firmId, itself, orla };
}

/** Runs a program for the tests: what breaks it is said as a line of its own. */
export function runKillable(program: () => Promise<void>): void {
  program().catch((error: unknown) => {
    process.stdout.write(`refused ${error instanceof Error ? error.message : String(error)}\n`);
    process.exit(1);
  });
}

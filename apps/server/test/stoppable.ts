/** Serves a firm of one person until it is stopped. Started by the tests, which say the folder and the port of their own. */
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { SESSION_COOKIE } from '../src/platform/identity';
import { StaffSessions } from '../src/areas/team';
import { stopOnSignals } from '../src/stopping';
import { openKillableFirm, runKillable } from './killable-firm';

const [folder] = process.argv.slice(2) as [string];

runKillable(async () => {
  const { app, firmId, orla } = await openKillableFirm(folder);
  stopOnSignals(app, (words) => process.stdout.write(`said ${words}\n`));
  await app.listen(0, '127.0.0.1');
  const { port } = (app.getHttpServer() as Server).address() as AddressInfo;
  const token = await app.get(StaffSessions).begin(firmId, orla.actor.id!);
  process.stdout.write(`ready ${port} ${SESSION_COOKIE}=${token}\n`);
});

// The application for whoever changes it: the server is built anew and restarted on each change, the web application is
// served by Vite with hot reload. One address, the demo firm in a folder of its own.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { build, createServer } from 'vite';
import { installWhatIsMissing, root } from './tasks.mjs';

const SERVER = 4681;
const ADDRESS = 4680;
const data = join(root, '.cache/dev');

installWhatIsMissing();
let server = null;
let ending = false;

/** Stops the server that runs and waits until it has let go of its folder. */
const stopped = () =>
  new Promise((done) => {
    if (!server) return done();
    server.once('exit', done);
    server.kill('SIGTERM');
  });

/** One change after the other: a server is started when the one before has ended. */
let turn = Promise.resolve();
function startAgain() {
  turn = turn.then(async () => {
    if (server) console.log('The server changed: starting it again.');
    await stopped();
    if (ending) return;
    const own = spawn(process.execPath, [join(root, 'apps/server/dist/main.js'), '--data', data, '--port', String(SERVER), ...process.argv.slice(2)], {
      stdio: 'inherit',
    });
    own.on('exit', () => {
      if (server === own) server = null;
    });
    server = own;
  });
}

const watched = await build({ configFile: join(root, 'apps/server/vite.config.ts'), logLevel: 'warn', build: { watch: {}, emptyOutDir: false } });
watched.on('event', (event) => {
  if (event.code === 'ERROR') console.error(event.error.message);
  if (event.code === 'END') startAgain();
});

const web = await createServer({
  configFile: join(root, 'apps/web/vite.config.ts'),
  server: { port: ADDRESS, strictPort: true, host: '127.0.0.1', proxy: { '/api': `http://127.0.0.1:${SERVER}` } },
});
await web.listen();
console.log(`Open http://127.0.0.1:${ADDRESS}${existsSync(data) ? '' : ' in two minutes: the demo firm is being filled'}.`);

for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    ending = true;
    void Promise.all([web.close(), watched.close(), stopped()]).then(() => process.exit(0));
  });

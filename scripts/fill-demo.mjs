// Fills a folder with the demo firm as all journeys begin with it: node scripts/fill-demo.mjs FOLDER
import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { join } from 'node:path';
import { root } from './tasks.mjs';

const [folder] = process.argv.slice(2);
if (!folder) throw new Error('Give the folder to be filled.');
const args = ['--data', folder, '--port', '4699', '--today', '2026-03-11T10:00', '--web', join(root, 'apps/web/dist')];
const server = spawn(process.execPath, [join(root, 'apps/server/dist/main.js'), ...args], { stdio: ['ignore', 'pipe', 'inherit'] });
let isFilled = false;
createInterface({ input: server.stdout }).on('line', (line) => {
  if (!line.includes('is ready at')) return;
  isFilled = true;
  server.kill('SIGTERM');
});
server.once('exit', () => process.exit(isFilled ? 0 : 1));

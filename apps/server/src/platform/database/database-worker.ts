/** The thread of its own on which the embedded database works, so that it blocks nobody else. */
import { parentPort } from 'node:worker_threads';
import type { BridgeAnswer, BridgeCall } from './bridge-protocol';
import { EmbeddedDatabase } from './embedded-database';

const database = new EmbeddedDatabase();

parentPort!.on('message', (call: BridgeCall) => {
  database.carryOut(call).then(
    (result) => parentPort!.postMessage({ id: call.id, result } satisfies BridgeAnswer),
    (error: Error & { code?: string; detail?: string; constraint?: string }) => {
      const { message, code, detail, constraint, name } = error;
      parentPort!.postMessage({ id: call.id, error: { message, code, detail, constraint, name } } satisfies BridgeAnswer);
    },
  );
});

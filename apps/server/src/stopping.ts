import type { Server } from 'node:http';
import type { INestApplication } from '@nestjs/common';

/** Requests in flight have so long to finish; then their connections are cut. */
const FINISH = 10_000;
/** And so long has everything; then the process ends as it is, which loses nothing that was confirmed. */
const END = 20_000;
/** Two signals so close together are one. */
const TWICE = 1_000;

/**
 * Ends the process in order on SIGTERM or SIGINT: nobody new is let in, open streams end, requests in flight finish, the
 * database is closed and the data folder given back. A second signal ends it at once.
 */
export function stopOnSignals(app: INestApplication, say: (words: string) => void): void {
  let since: number | null = null;
  const stop = (): void => {
    // One press reaches the process twice where a parent passes it on as well.
    if (since !== null && performance.now() - since > TWICE) process.exit(130);
    if (since !== null) return;
    since = performance.now();
    say('Stopping. Once more ends it at once.');
    const server = app.getHttpServer() as Server;
    setTimeout(() => server.closeAllConnections(), FINISH).unref();
    setTimeout(() => process.exit(1), END).unref();
    app.close().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error);
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

import type { Server } from 'node:http';
import type { INestApplication } from '@nestjs/common';

/** Requests in flight have so long to finish; then their connections are cut. */
const FINISH = 10_000;
/** And so long has everything; then the process ends as it is, which loses nothing that was confirmed. */
const END = 20_000;

/**
 * Ends the process in order on SIGTERM or SIGINT: nobody new is let in, open streams end, requests in flight finish, the
 * database is closed and the data folder given back. A second signal ends it at once.
 */
export function stopOnSignals(app: INestApplication, say: (words: string) => void): void {
  let stopping = false;
  const stop = (): void => {
    if (stopping) process.exit(130);
    stopping = true;
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

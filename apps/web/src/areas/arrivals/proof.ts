import * as dropOffRoutes from '@steady/contract/drop-off.routes';
import { wrap } from 'comlink';
import { ProblemError, send } from '../../app/api';

type Prove = (asked: string) => Promise<string>;

/** The work of a browser by which one person is told from a thousand messages. @throws ProblemError where this browser cannot do it */
export async function proofFor(address: string): Promise<string> {
  // Browsers do this work only on a page that nobody on the way can change.
  if (!window.isSecureContext)
    throw new ProblemError({
      type: 'about:blank',
      status: 0,
      code: 'not-safe',
      title: 'Not sent',
      detail: 'This page was not opened over a safe connection (https), so your browser cannot send it. Ask us for the right address.',
    });
  const { challenge } = await send(dropOffRoutes.puzzle, { address });
  const worker = new Worker(new URL('../../workers/proof.ts', import.meta.url), { type: 'module' });
  try {
    return await wrap<Prove>(worker)(challenge);
  } finally {
    worker.terminate();
  }
}

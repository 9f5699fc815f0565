import type { FactNames } from '@steady/core/conditions';
import { type ClientOnPaper, type OnPaper, type Procedure, onPaper } from '@steady/core/procedures';

export interface AskedOnPaper {
  id: number;
  procedure: Procedure;
  clients: ClientOnPaper[];
  /** What facts of the firm's own are called. */
  names: FactNames;
}

export interface AnsweredOnPaper {
  id: number;
  result: OnPaper;
}

/** Runs every client through a procedure, away from the page, so that typing never waits for it. */
self.onmessage = ({ data }: MessageEvent<AskedOnPaper>) => {
  self.postMessage({ id: data.id, result: onPaper(data.procedure, data.clients, data.names) } satisfies AnsweredOnPaper);
};

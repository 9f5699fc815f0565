import { type ClientOnPaper, type OnPaper, type Procedure, onPaper } from '@steady/core/procedures';

export interface AskedOnPaper {
  id: number;
  procedure: Procedure;
  clients: ClientOnPaper[];
}

export interface AnsweredOnPaper {
  id: number;
  result: OnPaper;
}

/** Runs every client through a procedure, away from the page, so that typing never waits for it. */
self.onmessage = ({ data }: MessageEvent<AskedOnPaper>) => {
  self.postMessage({ id: data.id, result: onPaper(data.procedure, data.clients) } satisfies AnsweredOnPaper);
};

import { useEffect, useRef, useState } from 'react';
import type { OnPaper, Procedure } from '@steady/core/procedures';
import type { ProcedureClients } from '@steady/contract/procedures';
import type { AnsweredOnPaper, AskedOnPaper } from '../../workers/on-paper';
import type { AskedStory, ToldStory } from '../../workers/story';

/** Asks a worker whenever what is asked changes; of several answers under way, only the last counts. */
function useWorker<Asked extends { id: number }, Answer extends { id: number }>(open: () => Worker, ask: Omit<Asked, 'id'> | null): Answer | null {
  const worker = useRef<Worker | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<Answer | null>(null);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  const text = ask === null ? null : JSON.stringify(ask);
  useEffect(() => {
    if (text === null) return;
    worker.current ??= open();
    worker.current.onmessage = ({ data }: MessageEvent<Answer>) => {
      if (data.id === asked.current) setAnswer(data);
    };
    asked.current += 1;
    worker.current.postMessage({ ...(JSON.parse(text) as Omit<Asked, 'id'>), id: asked.current });
    // What is asked stands in the text; how a worker is opened never changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  return answer;
}

/** Every client run through the procedure as it stands on the page, worked out beside the page. */
export const useOnPaper = (procedure: Procedure, clients: ProcedureClients | undefined): OnPaper | null =>
  useWorker<AskedOnPaper, AnsweredOnPaper>(
    () => new Worker(new URL('../../workers/on-paper.ts', import.meta.url), { type: 'module' }),
    clients ? { procedure, clients: clients.clients, names: clients.names } : null,
  )?.result ?? null;

/** One client's way through a procedure, day by day. */
export const useStory = (asked: Omit<AskedStory, 'id'> | null): ToldStory['days'] =>
  useWorker<AskedStory, ToldStory>(() => new Worker(new URL('../../workers/story.ts', import.meta.url), { type: 'module' }), asked)?.days ?? [];

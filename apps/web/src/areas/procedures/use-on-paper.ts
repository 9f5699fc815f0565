import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { OnPaper, Procedure } from '@steady/core/procedures';
import type { ProcedureClients } from '@steady/contract/procedures';
import type { AskedOnPaper } from '../../workers/on-paper';
import type { AskedStory, ToldDay } from '../../workers/story';

/** Asks a worker whenever what is asked changes; of several answers under way, only the last counts. */
function useWorker<Asked, Answer>(open: () => Worker, ask: Asked | null): Answer | null {
  const opened = useRef<{ worker: Worker; answer(asked: Asked): Promise<Answer> } | null>(null);
  const asked = useRef(0);
  const [answer, setAnswer] = useState<Answer | null>(null);
  useEffect(
    () => () => {
      opened.current?.worker.terminate();
      opened.current = null;
    },
    [],
  );
  const text = ask === null ? null : JSON.stringify(ask);
  useEffect(() => {
    if (text === null) return;
    if (!opened.current) {
      const worker = open();
      opened.current = { worker, answer: wrap<(asked: Asked) => Answer>(worker) as unknown as (asked: Asked) => Promise<Answer> };
    }
    const at = (asked.current += 1);
    void opened.current.answer(JSON.parse(text) as Asked).then((answered) => at === asked.current && setAnswer(answered));
    // What is asked stands in the text; how a worker is opened never changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [text]);
  return answer;
}

/** Every client run through the procedure as it stands on the page, worked out beside the page. */
export const useOnPaper = (procedure: Procedure, clients: ProcedureClients | undefined, start: string): OnPaper | null =>
  useWorker<AskedOnPaper, OnPaper>(
    () => new Worker(new URL('../../workers/on-paper.ts', import.meta.url), { type: 'module' }),
    clients ? { procedure, clients: clients.clients, names: clients.names, start, perDay: clients.perDay } : null,
  );

/** One client's way through a procedure, day by day. */
export const useStory = (asked: AskedStory | null): ToldDay[] =>
  useWorker<AskedStory, ToldDay[]>(() => new Worker(new URL('../../workers/story.ts', import.meta.url), { type: 'module' }), asked) ?? [];

import { useState } from 'react';
import { useNotify } from '../ui/toasts';
import { ProblemError } from './api';

/** Carries out something that the server may refuse: says at the foot of the page that it is done, or why it is not. */
export function useAct(): { act(what: () => Promise<unknown>, done?: string): Promise<void>; busy: boolean } {
  const notify = useNotify();
  const [busy, setBusy] = useState(false);
  const act = async (what: () => Promise<unknown>, done?: string) => {
    setBusy(true);
    try {
      await what();
      if (done) notify(done);
    } catch (problem) {
      if (!(problem instanceof ProblemError)) throw problem;
      notify(problem.words, 'problem');
    } finally {
      setBusy(false);
    }
  };
  return { act, busy };
}

import { useEffect, useRef, useState } from 'react';
import { type Answer, type Answers, questionsOf } from '@steady/core/questionnaires';
import type { QuestionnaireView } from '@steady/contract/questionnaires';
import { ProblemError } from '../../app/api';
import { draftOf, dropDraft, keepDraft } from '../../ui/drafts';

/** So long after the last letter an answer is saved. */
const PAUSE = 700;

/** Saves one answer; null takes it away. */
export type Save = (key: string, value: Answer | null) => Promise<unknown>;

interface Filling {
  answers: Answers;
  /** Why an answer was not taken, by question. */
  faults: Readonly<Record<string, string>>;
  /** Something is not with the server yet. */
  isSaving: boolean;
  put(key: string, value: Answer | null): void;
  /** Saves what is typed and not saved yet. @returns false where an answer was not taken */
  settle(): Promise<boolean>;
}

const nameOf = (askId: string, key: string) => `answer ${askId} ${key}`;

/** What was typed on this device and has not come to the server, as when the line was lost. */
function typedBefore({ askId, definition }: QuestionnaireView): Record<string, Answer | null> {
  const found: Record<string, Answer | null> = {};
  for (const { questions } of definition.sections)
    for (const { key } of questions) {
      const kept = draftOf(nameOf(askId, key));
      if (kept !== null) found[key] = JSON.parse(kept) as Answer | null;
    }
  return found;
}

/** The answers as they stand on this device: kept in the browser until the server has each, saved as they are typed. */
export function useAnswers(view: QuestionnaireView, save: Save): Filling {
  /** What was answered on this device, whether it is with the server or not; and what of it is not. */
  const [own, setOwn] = useState<Record<string, Answer | null>>(() => (view.isOpen ? typedBefore(view) : {}));
  const [waiting, setWaiting] = useState(own);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const timers = useRef(new Map<string, ReturnType<typeof setTimeout>>());
  const latest = useRef(waiting);
  latest.current = waiting;
  const { askId } = view;
  const files = new Set(questionsOf(view.definition).flatMap(({ key, kind }) => (kind === 'file' ? [key] : [])));
  const send = async (key: string): Promise<boolean> => {
    clearTimeout(timers.current.get(key));
    timers.current.delete(key);
    const value = latest.current[key];
    if (value === undefined) return true;
    try {
      await save(key, value);
      dropDraft(nameOf(askId, key));
      setFaults(({ [key]: _, ...others }) => others);
      const without = (now: Record<string, Answer | null>) =>
        now[key] === value ? Object.fromEntries(Object.entries(now).filter(([other]) => other !== key)) : now;
      // Typed again meanwhile: that is saved by itself.
      setWaiting(without);
      // Which files there are the server says.
      if (files.has(key)) setOwn(without);
      return true;
    } catch (problem) {
      if (!(problem instanceof ProblemError)) throw problem;
      setFaults((now) => ({ ...now, [key]: problem.words }));
      return false;
    }
  };
  useEffect(() => {
    const all = timers.current;
    // What was left behind the last time is saved now.
    for (const key of Object.keys(latest.current)) void send(key);
    return () => {
      for (const timer of all.values()) clearTimeout(timer);
    };
    // Once, when the page is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [askId]);
  const answers: Record<string, Answer> = { ...view.answers };
  for (const [key, value] of Object.entries(own))
    if (value === null) delete answers[key];
    else answers[key] = value;
  return {
    answers,
    faults,
    isSaving: Object.keys(waiting).length > 0,
    put: (key, value) => {
      keepDraft(nameOf(askId, key), JSON.stringify(value));
      setOwn((now) => ({ ...now, [key]: value }));
      setWaiting((now) => ({ ...now, [key]: value }));
      clearTimeout(timers.current.get(key));
      timers.current.set(
        key,
        setTimeout(() => void send(key), PAUSE),
      );
    },
    settle: async () => {
      let all = true;
      for (const key of Object.keys(latest.current)) all = (await send(key)) && all;
      return all;
    },
  };
}

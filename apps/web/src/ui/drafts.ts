import { useState } from 'react';

const nameOf = (key: string) => `draft ${key}`;

/** A browser may refuse to keep anything; then what is typed lasts as long as the page. */
function kept<Result>(what: () => Result, otherwise: Result): Result {
  try {
    return what();
  } catch {
    return otherwise;
  }
}

/** What is typed stays in the browser until the server has it, also where the page is left or the telephone put away. */
export function useDraft(key: string): [string, (words: string) => void] {
  const [words, setWords] = useState(() => draftOf(key) ?? '');
  return [
    words,
    (now) => {
      setWords(now);
      if (now === '') dropDraft(key);
      else keepDraft(key, now);
    },
  ];
}

/** What was typed under a key and has not come to the server; null where nothing was. */
export const draftOf = (key: string): string | null => kept(() => window.localStorage.getItem(nameOf(key)), null);
export const keepDraft = (key: string, words: string): void => kept(() => window.localStorage.setItem(nameOf(key), words), undefined);

/** The server has it. */
export const dropDraft = (key: string): void => kept(() => window.localStorage.removeItem(nameOf(key)), undefined);

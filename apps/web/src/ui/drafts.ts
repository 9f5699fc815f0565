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
  const [words, setWords] = useState(() => kept(() => window.localStorage.getItem(nameOf(key)) ?? '', ''));
  return [
    words,
    (now) => {
      setWords(now);
      kept(() => (now === '' ? window.localStorage.removeItem(nameOf(key)) : window.localStorage.setItem(nameOf(key), now)), undefined);
    },
  ];
}

/** The server has it. */
export const dropDraft = (key: string): void => kept(() => window.localStorage.removeItem(nameOf(key)), undefined);

import { counted } from '@steady/core/words';
import { DOCUMENTS_TOGETHER, type DocumentsDone } from '@steady/contract/documents';

/** Does something to very many documents, as many at once as the server takes. */
export async function inParts(ids: readonly string[], act: (documentIds: string[]) => Promise<DocumentsDone>): Promise<DocumentsDone> {
  const all: DocumentsDone = { done: 0, not: [] };
  for (let from = 0; from < ids.length; from += DOCUMENTS_TOGETHER) {
    const { done, not } = await act(ids.slice(from, from + DOCUMENTS_TOGETHER));
    all.done += done;
    all.not.push(...not);
  }
  return all;
}

/** What was done, and to which not. */
export const doneInWords = (words: string, { done, not }: DocumentsDone): string =>
  [
    `${words} ${counted(done, 'document')}.`,
    ...not.slice(0, 3).map(({ name, why }) => `${name} ${why}.`),
    ...(not.length > 3 ? [`And ${not.length - 3} more.`] : []),
  ].join(' ');

import { kindInWords } from './kinds';

/** How much one visitor may leave at once. */
export const MOST_FILES = 20;
export const MOST_BYTES = 200_000_000;

/**
 * Why a file of a stranger is not taken; null for one that is. It is judged by what it is, as its bytes say, not by its name: papers, pictures,
 * tables, mails and plain text are taken; what can run, what holds other files and what a browser would carry out are not.
 *
 * @param kind media type as read from the bytes
 * @param name as it was sent; of plain text it says whether it is a script or a page
 */
export function whyNotTaken({ kind, name }: { kind: string; name: string }): string | null {
  if (kindInWords(kind) === null) return 'This kind of file is not taken here. Send a PDF, a picture, a document, a table or plain text.';
  if (kind === 'text/plain' && RUNS.test(name)) return 'A file that a computer would run or open as a page is not taken here. Send a PDF or plain text.';
  return null;
}

const RUNS =
  /\.(html?|xhtml|svg|xml|js|mjs|cjs|vbs|vbe|wsf|ps1|psm1|bat|cmd|sh|bash|py|pl|rb|php|jar|hta|lnk|url|reg|inf|scf|desktop|command|com|exe|scr|msi)$/i;

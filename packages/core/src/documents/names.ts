import { Temporal } from '../calendar';

/** What a document is called: what it is, or else as its file was called by whoever sent it. */
export const titleOf = ({ what, name }: { what: string | null; name: string }): string => what ?? name;

/**
 * The name under which a document leaves: client, what it is, and the job or year it belongs to, with the ending of its file. A file that was sent
 * as "scan.pdf" can be told from the next when it lies on somebody's desk.
 *
 * @param of the job's name, with its period; null for a document of no job
 * @example fileNameOf({ client: 'Dunmarra Oysters Ltd', what: 'Bank statement', name: 'scan.pdf', of: 'VAT return, Jan-Feb 2026', year: 2026 })
 *   // 'Dunmarra Oysters Ltd, Bank statement, VAT return, Jan-Feb 2026.pdf'
 */
export function fileNameOf({ client, what, name, of, year }: { client: string; what: string | null; name: string; of: string | null; year: number }): string {
  const { stem, ending } = parts(name);
  const said = what ?? stem;
  const beside = of ?? String(year);
  return `${[client, said, ...(said.includes(beside) ? [] : [beside])].join(', ')}${ending}`;
}

/** A name without its ending, and the ending with its full stop; what begins with one has none. */
function parts(name: string): { stem: string; ending: string } {
  const at = name.lastIndexOf('.');
  const ending = name.slice(at);
  return at > 0 && /^\.[a-z0-9]{1,8}$/i.test(ending) ? { stem: name.slice(0, at), ending } : { stem: name, ending: '' };
}

/** What is taken out can be brought back for so many days. */
export const DAYS_TO_BRING_BACK = 30;

/** The last day on which a document that was taken out can be brought back. */
export const bringBackBy = (takenOutOn: Temporal.PlainDate): Temporal.PlainDate => takenOutOn.add({ days: DAYS_TO_BRING_BACK });

/** Years that a document can belong to. */
export const isYear = (year: number): boolean => Number.isInteger(year) && year >= 1980 && year <= 2200;

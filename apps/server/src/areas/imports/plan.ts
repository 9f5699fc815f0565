import { type Verdict, clientTargets, compared, sortRows, withWholeAddress } from '@steady/core/importing';
import { Problem } from '../../platform/http/problem';
import type { Decision } from '@steady/contract/imports';
import type { Comparison, ImportLot, ImportPlan, ShownRow } from './tasks';

export const KINDS: Verdict['kind'][] = ['wrong', 'doubtful', 'changed', 'new', 'same'];
/** Rows of each kind that are shown; the file with all of them is the user's own. */
const SHOWN = 300;
/** Rows that are written in one transaction: so few that nobody waits long for its end. */
const IN_A_LOT = 50;

const rowsIn = ({ parts }: Comparison): string[][] => parts.flatMap((part) => JSON.parse(part) as string[][]);

/** What each row of a file is, and what it would do. */
export function sorted(comparison: Comparison): { counts: Record<Verdict['kind'], number>; shown: ShownRow[] } {
  const cells = rowsIn(comparison);
  const { mapping, firm, details, known } = comparison;
  const rows = sortRows(cells, mapping, clientTargets(firm, details), known);
  const ofKind = (kind: Verdict['kind']) => rows.filter((row) => row.verdict.kind === kind);
  return {
    counts: Object.fromEntries(KINDS.map((kind) => [kind, ofKind(kind).length])) as Record<Verdict['kind'], number>,
    shown: KINDS.flatMap((kind) => ofKind(kind).slice(0, SHOWN)).map((row) => {
      const own = cells[row.line - 2] ?? [];
      const unread = row.verdict.kind === 'wrong' ? [...row.leftOut, ...row.verdict.faults] : row.leftOut;
      return { ...row, first: own.find((cell) => cell !== '') ?? '', texts: Object.fromEntries(unread.map(({ column }) => [column, own[column] ?? ''])) };
    }),
  };
}

/** What of a file is written: rows that are new or changed, and doubtful ones as decided. @throws Problem where a chosen client is gone */
export function planned(comparison: Comparison & { decisions: Decision[] }): ImportPlan {
  const { mapping, firm, details, known, decisions } = comparison;
  const rows = sortRows(rowsIn(comparison), mapping, clientTargets(firm, details), known);
  const decided = new Map(decisions.map((decision) => [decision.line, decision.as]));
  const byId = new Map(known.map((client) => [client.id, client]));
  const fresh: ImportLot['fresh'] = [];
  const changed: ImportLot['changed'] = [];
  for (const { line, values, verdict } of rows) {
    const as = decided.get(line);
    if (as === 'leave' || verdict.kind === 'wrong' || verdict.kind === 'same') continue;
    if (verdict.kind === 'new') fresh.push(values);
    else if (verdict.kind === 'changed')
      changed.push({ clientId: verdict.clientId, values: Object.fromEntries(verdict.changes.map((one) => [one.key, one.after])) });
    else if (as === 'new') fresh.push(withWholeAddress(values));
    else if (as !== undefined) {
      const client = byId.get(as);
      if (!client) throw Problem.invalid([{ field: 'decisions', message: `The client chosen for line ${line} is not there any more.` }]);
      // Whoever says that it is this client does not mean to spell its name anew.
      const difference = compared(client, { ...withWholeAddress(values, client), name: client.name });
      if (difference.kind === 'changed') changed.push({ clientId: as, values: Object.fromEntries(difference.changes.map((one) => [one.key, one.after])) });
    }
  }
  const lots: ImportLot[] = [];
  for (let at = 0; at < fresh.length; at += IN_A_LOT) lots.push({ fresh: fresh.slice(at, at + IN_A_LOT), changed: [] });
  for (let at = 0; at < changed.length; at += IN_A_LOT) lots.push({ fresh: [], changed: changed.slice(at, at + IN_A_LOT) });
  return {
    fresh: fresh.length,
    changed: changed.length,
    left: rows.length - fresh.length - changed.length,
    lots: lots.map((lot) => ({ size: lot.fresh.length + lot.changed.length, text: JSON.stringify(lot) })),
  };
}

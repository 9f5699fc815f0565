import * as importsRoutes from '@steady/contract/imports.routes';
import { useState } from 'react';
import type { Verdict } from '@steady/core/importing';
import type { ImportRow } from '@steady/contract/imports';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';

interface Props {
  kind: Verdict['kind'];
  rows: readonly ImportRow[];
  importId: string;
  headings: readonly string[];
  decided: Readonly<Record<number, string>>;
  onDecide(line: number, as: string): void;
}

const HEADS: Record<Verdict['kind'], string> = { wrong: 'Why', doubtful: 'Why', changed: 'What changes', new: 'What it gets', same: '' };

/** The rows of a file of one kind, with all that each would do. */
export function RowsTable({ kind, rows, importId, headings, decided, onDecide }: Props) {
  return (
    <div className="sheet overflow-x-auto">
      <table className="ledger" aria-label={`Rows that are ${kind === 'same' ? 'the same' : kind}`}>
        <thead>
          <tr>
            <th scope="col" className="n">
              Line
            </th>
            <th scope="col">Client</th>
            <th scope="col">{HEADS[kind]}</th>
            {kind === 'doubtful' && <th scope="col">It is</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.line}>
              <td className="n">{row.line}</td>
              <td className="font-semibold">{row.name}</td>
              <td>
                <What row={row} />
                {row.leftOut.map((fault) => (
                  <MendedCell
                    key={fault.column}
                    importId={importId}
                    line={row.line}
                    heading={headings[fault.column] || `column ${fault.column + 1}`}
                    fault={fault}
                  />
                ))}
              </td>
              {kind === 'doubtful' && (
                <td>
                  <select
                    aria-label={`What line ${row.line} is`}
                    className="field"
                    value={decided[row.line] ?? ''}
                    onChange={(event) => onDecide(row.line, event.target.value)}
                  >
                    <option value="">left out</option>
                    <option value="new">a new client</option>
                    {row.candidates.map((candidate) => (
                      <option key={candidate.id} value={candidate.id}>
                        {candidate.name}
                      </option>
                    ))}
                  </select>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function What({ row: { verdict, gets, changes } }: { row: ImportRow }) {
  if (verdict.kind === 'doubtful') return <>{verdict.why}</>;
  return (
    <>
      {gets.length > 0 && (
        <span className="block">
          {gets.map(({ field, value }, index) => (
            <span key={field}>
              {index > 0 && ', '}
              <span className="text-soft">{field}</span> {value}
            </span>
          ))}
        </span>
      )}
      {changes.map((change) => (
        <span key={change.field} className="block">
          <span className="text-soft">
            {change.field}: <s>{change.before}</s>
          </span>{' '}
          {change.after}
        </span>
      ))}
    </>
  );
}

/** A cell that cannot be read: why, and a place to type what it should say. */
function MendedCell({ importId, line, heading, fault }: { importId: string; line: number; heading: string; fault: ImportRow['leftOut'][number] }) {
  const { act, busy } = useAct();
  const [text, setText] = useState(fault.text);
  const keep = () => text !== fault.text && void act(() => send(importsRoutes.mend, { id: importId }, { line, column: fault.column, text }));
  return (
    <span className="flex flex-wrap items-baseline gap-x-2 py-0.5">
      <span className="text-soft">{heading}:</span>
      <input
        className="field w-44 py-0.5"
        aria-label={`${heading} of line ${line}`}
        aria-invalid
        value={text}
        disabled={busy}
        onChange={({ target }) => setText(target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
      />
      <span className="soon">{fault.message} Left out.</span>
    </span>
  );
}

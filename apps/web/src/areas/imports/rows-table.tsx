import * as importsRoutes from '@steady/contract/imports.routes';
import type { Verdict } from '@steady/core/importing';
import type { ImportRow } from '@steady/contract/imports';
import { send } from '../../app/api';
import { useAct } from '../../app/use-act';
import { FileRows } from '../../ui/file-rows';
import { MendedCell } from '../../ui/mended-cell';

interface Props {
  kind: Verdict['kind'];
  rows: readonly ImportRow[];
  importId: string;
  headings: readonly string[];
  decided: Readonly<Record<number, string>>;
  onDecide(line: number, as: string): void;
}

const HEADS: Record<Verdict['kind'], string> = { wrong: 'Why', doubtful: 'Why', changed: 'What changes', new: 'What it gets', same: '' };

/** A row in doubt may be a client that is not there yet. */
const OR_NEW = [{ id: 'new', name: 'a new client' }];

/** The rows of a file of one kind, with all that each would do. */
export function RowsTable({ kind, rows, importId, headings, decided, onDecide }: Props) {
  return (
    <FileRows
      label={`Rows that are ${kind === 'same' ? 'the same' : kind}`}
      head={HEADS[kind]}
      decided={decided}
      others={kind === 'doubtful' ? OR_NEW : []}
      onDecide={onDecide}
      rows={rows.map((row) => ({
        line: row.line,
        name: row.name,
        candidates: row.candidates,
        about: (
          <>
            <What row={row} />
            {row.leftOut.map((fault) => (
              <KeptCell key={fault.column} importId={importId} line={row.line} heading={headings[fault.column] || `column ${fault.column + 1}`} fault={fault} />
            ))}
          </>
        ),
      }))}
    />
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

/** A cell of the file as it is kept, put right there. */
function KeptCell({ importId, line, heading, fault }: { importId: string; line: number; heading: string; fault: ImportRow['leftOut'][number] }) {
  const { act, busy } = useAct();
  const mend = (text: string) => void act(() => send(importsRoutes.mend, { id: importId }, { line, column: fault.column, text }));
  return <MendedCell line={line} heading={heading} text={fault.text} message={`${fault.message} Left out.`} busy={busy} onMend={mend} />;
}

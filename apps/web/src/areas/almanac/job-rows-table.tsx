import type { JobVerdict } from '@steady/core/importing';
import type { JobFile, JobFileRow } from '@steady/contract/job-files';
import { moneyInWords } from '@steady/core/money';
import { useSession, useTeam } from '../../app/session';
import { FileRows } from '../../ui/file-rows';
import { MendedCell } from '../../ui/mended-cell';
import { dayInWords } from '../../ui/words';

export type JobRowKind = JobVerdict['kind'];
/** In the order in which somebody looks at them. */
export const KINDS: readonly JobRowKind[] = ['wrong', 'doubtful', 'new', 'there'];
export const KIND_WORDS: Record<JobRowKind, string> = { wrong: 'wrong', doubtful: 'doubtful', new: 'new', there: 'there already' };
const KIND_SAYS: Record<JobRowKind, string> = {
  wrong: 'These do not begin. Put the cell right here, or correct the file and choose it again: what has begun by then counts as there.',
  doubtful: 'These do not begin until you say what is meant.',
  new: 'These begin.',
  there: 'Nothing is done with these.',
};

/** So many rows of a kind are shown; a file of thousands is not read through on a page. */
const SHOWN = 300;

interface Props {
  kind: JobRowKind;
  rows: readonly JobFileRow[];
  file: Pick<JobFile, 'headings' | 'rows'>;
  /** What rows that were in doubt may be, by line; also once that is decided. */
  doubts: Readonly<Record<number, readonly { id: string; name: string }[]>>;
  decided: Readonly<Record<number, string>>;
  busy: boolean;
  onDecide(line: number, as: string): void;
  onMend(line: number, column: number, text: string): void;
}

/** The rows of a file of jobs of one kind: what each begins, why it does not, or what has to be said first. */
export function JobRowsTable({ kind, rows, file, doubts, decided, busy, onDecide, onMend }: Props) {
  const cells = ({ line, verdict, leftOut }: JobFileRow) => {
    const faults = [
      ...(verdict.kind === 'wrong' ? verdict.faults : []),
      ...leftOut.map(({ column, message }) => ({ column, message: `${message} Left out.` })),
    ];
    return faults.map(({ column, message }) => {
      const text = file.rows[line - 2]?.[column] ?? '';
      return (
        <MendedCell
          key={`${column} ${text}`}
          line={line}
          heading={file.headings[column] || `column ${column + 1}`}
          text={text}
          message={message}
          busy={busy}
          onMend={(to) => onMend(line, column, to)}
        />
      );
    });
  };
  return (
    <>
      <p className="mb-2 text-table text-soft">{KIND_SAYS[kind]}</p>
      <FileRows
        label={`Rows that are ${KIND_WORDS[kind]}`}
        head={kind === 'new' ? 'What begins' : 'Why'}
        decided={decided}
        busy={busy}
        onDecide={onDecide}
        rows={rows.slice(0, SHOWN).map((row) => ({
          line: row.line,
          name: row.client,
          candidates: doubts[row.line] ?? [],
          about: (
            <>
              <What of={row.verdict} />
              {cells(row)}
            </>
          ),
        }))}
      />
      {rows.length > SHOWN && <p className="mt-2 text-table text-soft">and {rows.length - SHOWN} more.</p>}
    </>
  );
}

/** What a row begins, with all that it says of the job; or why it does not. */
function What({ of }: { of: JobVerdict }) {
  const { day } = useSession();
  const { nameOf } = useTeam();
  if (of.kind === 'wrong') return null;
  if (of.kind !== 'new') return <>{of.why}</>;
  const { begins, of: more } = of;
  const parts = [
    `due ${dayInWords(begins.dueOn, day)}`,
    'startOn' in begins && `starts ${dayInWords(begins.startOn, day)}`,
    more.preparerId && `preparer ${nameOf(more.preparerId)}`,
    more.managerId && `manager ${nameOf(more.managerId)}`,
    more.partnerId && `partner ${nameOf(more.partnerId)}`,
    more.fee && `fee ${moneyInWords(more.fee)}`,
    more.priority,
  ].filter(Boolean);
  return (
    <>
      {begins.name}, <span className="text-soft">{parts.join(', ')}</span>
    </>
  );
}

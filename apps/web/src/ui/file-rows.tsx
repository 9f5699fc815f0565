import type { ReactNode } from 'react';
import { OrLeftOut } from './or-left-out';

export interface FileRow {
  line: number;
  /** What stands in front: of whom the row is. */
  name: string;
  about: ReactNode;
  /** What a row in doubt may be; none where there is no doubt. */
  candidates: readonly { id: string; name: string }[];
}

interface Props {
  label: string;
  /** The head of what is said of each. */
  head: string;
  rows: readonly FileRow[];
  decided: Readonly<Record<number, string>>;
  /** What a row may be besides its candidates. */
  others?: readonly { id: string; name: string }[];
  busy?: boolean;
  onDecide(line: number, as: string): void;
}

/** Rows of a file, each with what would come of it; those in doubt are decided where they stand. */
export function FileRows({ label, head, rows, decided, others = [], busy, onDecide }: Props) {
  const inDoubt = rows.some((row) => row.candidates.length + others.length > 0);
  return (
    <div className="sheet overflow-x-auto">
      <table className="ledger" aria-label={label}>
        <thead>
          <tr>
            <th scope="col" className="n">
              Line
            </th>
            <th scope="col">Client</th>
            <th scope="col">{head}</th>
            {inDoubt && <th scope="col">It is</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const choices = [...others, ...row.candidates];
            return (
              <tr key={row.line}>
                <td className="n">{row.line}</td>
                <td className="font-semibold">{row.name}</td>
                <td>{row.about}</td>
                {inDoubt && (
                  <td>
                    {choices.length > 0 && (
                      <OrLeftOut
                        label={`What line ${row.line} is`}
                        choices={choices}
                        value={decided[row.line] ?? ''}
                        disabled={busy}
                        onChange={(chosen) => onDecide(row.line, chosen)}
                      />
                    )}
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

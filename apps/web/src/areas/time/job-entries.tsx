import * as timeRoutes from '@steady/contract/time.routes';
import { useState } from 'react';
import { formatHours, formatMoney, sumOf } from '@steady/core/money';
import { counted } from '@steady/core/words';
import type { ExpenseView, TimeEntryView } from '@steady/contract/time';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { dayInWords } from '../../ui/words';
import { CorrectExpenseLeaf, CorrectTimeLeaf } from './correct-leaves';

/** Time and expenses of a job; each is corrected or taken back from its row until it is settled. */
export function JobEntries({ jobId }: { jobId: string }) {
  const session = useSession();
  const { data: entries } = useData(timeRoutes.ofJob, { id: jobId });
  const { data: expenses = [] } = useData(timeRoutes.expensesOfJob, { id: jobId });
  const [entry, setEntry] = useState<TimeEntryView | null>(null);
  const [expense, setExpense] = useState<ExpenseView | null>(null);
  const seesFees = session.may('see fees');
  const { currency } = session.firm;
  const correct = (of: { mayCorrect: boolean }, what: string, open: () => void) =>
    of.mayCorrect && (
      <button className="lnk" aria-label={`Correct ${what}`} onClick={open}>
        Correct
      </button>
    );
  const columns: Column<TimeEntryView>[] = [
    { key: 'on', head: 'Day', cell: (row) => dayInWords(row.on, session.day), sort: (row) => row.on },
    { key: 'who', head: 'Who', cell: (row) => row.who, sort: (row) => row.who },
    { key: 'task', head: 'Task', cell: (row) => row.task ?? row.note ?? <span className="text-soft">no task</span>, sort: (row) => row.task },
    { key: 'minutes', head: 'Time', figure: true, cell: (row) => formatHours(row.minutes), sort: (row) => row.minutes },
    ...(seesFees
      ? ([
          { key: 'rate', head: 'Rate an hour', figure: true, cell: (row) => row.rate && formatMoney(row.rate), wide: true },
          { key: 'value', head: `Value, ${currency}`, figure: true, cell: (row) => row.value && formatMoney(row.value), sort: (row) => row.value },
        ] satisfies Column<TimeEntryView>[])
      : []),
    { key: 'correct', head: '', cell: (row) => correct(row, `${formatHours(row.minutes)} of ${row.who}`, () => setEntry(row)) },
  ];
  return (
    <>
      <h2 className="mt-4 mb-2">Time</h2>
      {entries && (
        <LedgerTable
          label="Time"
          rows={entries}
          keyOf={(row) => row.id}
          columns={columns}
          total={{
            on: counted(entries.length, 'entry', 'entries'),
            minutes: formatHours(entries.reduce((all, one) => all + one.minutes, 0)),
            value: formatMoney(
              sumOf(
                currency,
                entries.flatMap((one) => one.value ?? []),
              ),
            ),
          }}
          empty="No time yet. Start the timer on a task, or add time by hand."
        />
      )}
      {expenses.length > 0 && (
        <>
          <h2 className="mt-4 mb-2">Expenses</h2>
          <LedgerTable
            label="Expenses"
            rows={expenses}
            keyOf={(row) => row.id}
            columns={[
              { key: 'on', head: 'Day', cell: (row) => dayInWords(row.on, session.day), sort: (row) => row.on },
              { key: 'who', head: 'Who', cell: (row) => row.who, sort: (row) => row.who },
              { key: 'what', head: 'For what', cell: (row) => row.what },
              { key: 'amount', head: `Amount, ${currency}`, figure: true, cell: (row) => row.amount && formatMoney(row.amount) },
              { key: 'correct', head: '', cell: (row) => correct(row, row.what, () => setExpense(row)) },
            ]}
            empty=""
          />
        </>
      )}
      {entry && <CorrectTimeLeaf entry={entry} onClose={() => setEntry(null)} />}
      {expense && <CorrectExpenseLeaf expense={expense} onClose={() => setExpense(null)} />}
    </>
  );
}

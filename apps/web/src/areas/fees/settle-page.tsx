import * as feesRoutes from '@steady/contract/fees.routes';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { type Money, formatHours, formatMoney, moneyInWords, size, sumOf } from '@steady/core/money';
import type { SettlementPreview } from '@steady/contract/fees';
import { counted } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { WhoMay } from '../../app/who-may';
import { LedgerTable } from '../../ui/ledger-table';
import { Confirm } from '../../ui/leaf';
import { Page, Trouble } from '../../ui/page';
import { dayInWords, momentInWords } from '../../ui/words';
import { Worked } from '../../ui/workings';
import { Effects, toneOf } from './effects';
import { WipLedger } from './wip-ledger';

const words = (sum: Money) => (sum.amount === 0 ? 'writes nothing up or down' : `writes ${sum.amount > 0 ? 'up' : 'down'} ${formatMoney(size(sum))}`);

export function SettlePage() {
  const { id = '' } = useParams();
  const session = useSession();
  const { act, busy } = useAct();
  const [reversing, setReversing] = useState<SettlementPreview['settlements'][number] | null>(null);
  const { data: preview, error } = useData(feesRoutes.settlement, { id });
  if (error) return <Trouble error={error} />;
  if (!preview) return null;
  const { adjustment, lines, settlements } = preview;
  const inForce = settlements.find((one) => !one.reversed);
  return (
    <Page
      above={
        <>
          <Link className="lnk" to={`/clients/${preview.clientId}`}>
            {preview.client}
          </Link>{' '}
          ·{' '}
          <Link className="lnk" to={`/jobs/${id}/money`}>
            job {preview.jobNumber}, {preview.job}
          </Link>
        </>
      }
      title="Settle WIP"
      sum={
        preview.cannot ? (
          <>{preview.cannot}</>
        ) : (
          <>
            Billed <b>{moneyInWords(preview.billed)}</b> against <b>{moneyInWords(preview.recorded)}</b> of time
            {preview.expenses.amount !== 0 && <> and {moneyInWords(preview.expenses)} of expenses</>}. Settling {words(adjustment)} and leaves nothing open. It
            can be reversed at any time.
          </>
        )
      }
      tools={!preview.cannot && <span>The difference is shared by value of each entry, to the cent</span>}
    >
      <div className="grid grid-cols-[minmax(0,1fr)_330px] items-start gap-6 max-lg:grid-cols-1">
        <div className="min-w-0">
          {lines.length > 0 && (
            <LedgerTable
              label="Entries to settle"
              rows={lines}
              keyOf={(row) => row.entryId}
              columns={[
                { key: 'on', head: 'Day', cell: (row) => <span className="whitespace-nowrap">{dayInWords(row.on, session.day)}</span>, sort: (row) => row.on },
                { key: 'who', head: 'Who', cell: (row) => row.who, sort: (row) => row.who },
                { key: 'task', head: 'Task', cell: (row) => row.task, sort: (row) => row.task, wide: true },
                { key: 'time', head: 'Time', figure: true, cell: (row) => formatHours(row.minutes), wide: true },
                { key: 'rate', head: 'Rate', figure: true, cell: (row) => formatMoney(row.rate), wide: true },
                { key: 'value', head: `Value, ${session.firm.currency}`, figure: true, cell: (row) => formatMoney(row.value), sort: (row) => row.value },
                {
                  key: 'up',
                  head: adjustment.amount < 0 ? 'Write-down' : 'Write-up',
                  figure: true,
                  cell: (row) => (
                    <Worked by={row.workings} className={toneOf(row.adjustment)}>
                      {formatMoney(row.adjustment)}
                    </Worked>
                  ),
                  sort: (row) => row.adjustment,
                },
                { key: 'at', head: 'Settled at', figure: true, cell: (row) => formatMoney(row.settledAt) },
              ]}
              total={{
                on: counted(lines.length, 'entry', 'entries'),
                who: counted(preview.people.length, 'person', 'people'),
                time: formatHours(lines.reduce((sum, line) => sum + line.minutes, 0)),
                value: formatMoney(preview.recorded),
                up: <span className={toneOf(adjustment)}>{formatMoney(adjustment)}</span>,
                at: formatMoney(
                  sumOf(
                    session.firm.currency,
                    lines.map((line) => line.settledAt),
                  ),
                ),
              }}
            />
          )}
          <h2 className="mt-5 mb-2">WIP ledger of this job</h2>
          <WipLedger
            postings={preview.ledger}
            next={preview.cannot ? undefined : { what: `Settlement, write-${adjustment.amount < 0 ? 'down' : 'up'} by value`, amount: adjustment }}
          />
        </div>
        <aside className="text-table">
          {!preview.cannot && (
            <>
              <h2 className="mb-1">What it does to each person</h2>
              <Effects label="Effect on each person" of={preview.people.map((person) => ({ ...person, key: person.memberId }))} />
              <h2 className="mt-4 mb-1">And to each task</h2>
              <Effects label="Effect on each task" of={preview.tasks.map((task) => ({ ...task, key: task.task, name: task.task }))} />
              <WhoMay right="bill" act="WIP is settled" />
              {session.may('bill') && (
                <p className="mt-4 flex gap-2.5">
                  <button
                    className="act"
                    disabled={busy}
                    onClick={() => void act(() => send(feesRoutes.settle, { id }, { balance: preview.balance }), `Settled: ${words(adjustment)}.`)}
                  >
                    Settle: {words(adjustment)}
                  </button>
                  <Link className="act-quiet" to={`/jobs/${id}/money`}>
                    Not now
                  </Link>
                </p>
              )}
            </>
          )}
          {settlements.length > 0 && (
            <>
              <h2 className="mt-4 mb-1">Settlements so far</h2>
              <ul>
                {settlements.map((one) => (
                  <li key={one.id} className="border-b border-rule-soft py-1">
                    {momentInWords(one.at, session.day)}, {one.by}: {words(one.adjustment)}
                    {one.reversed && <span className="text-soft">, reversed</span>}
                  </li>
                ))}
              </ul>
              {inForce && session.may('bill') && (
                <button className="act-quiet mt-2" disabled={busy} onClick={() => setReversing(inForce)}>
                  Reverse the settlement
                </button>
              )}
            </>
          )}
        </aside>
      </div>
      <Confirm
        open={reversing !== null}
        title="Reverse the settlement"
        act="Reverse it"
        busy={busy}
        onClose={() => setReversing(null)}
        onYes={() => {
          const one = reversing!;
          setReversing(null);
          void act(() => send(feesRoutes.reverse, { id: one.id }), 'Reversed. WIP is as before.');
        }}
      >
        <p>The opposite of each of its postings is added to the ledger, and WIP is as it was before. Both stay on record.</p>
      </Confirm>
    </Page>
  );
}

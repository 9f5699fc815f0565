import * as feesRoutes from '@steady/contract/fees.routes';
import { formatMoney } from '@steady/core/money';
import { useData, send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { momentInWords } from '../../ui/words';
import { FeeViews } from './fee-views';

/** The simulated collector: what clients paid by card, and a refusal to try what follows from one. */
export function CollectorPage() {
  const { day, firm } = useSession();
  const { act, busy } = useAct();
  const { data, error } = useData(feesRoutes.collector);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const { refusesNext, rows } = data;
  const refuse = () =>
    void act(
      () => send(feesRoutes.refuseNextCard, {}, { refuse: !refusesNext }),
      refusesNext ? 'The next card will be taken.' : 'The next card will be refused. Pay a bill in the portal to see it.',
    );
  return (
    <Page
      title="Collector"
      sum={
        <>
          A stand-in for whoever collects cards: no money moves. The next card <b>{refusesNext ? 'will be refused, for want of funds' : 'will be taken'}</b>.
        </>
      }
      tools={
        <>
          <FeeViews />
          <button className="act-quiet ml-auto" disabled={busy} onClick={refuse}>
            {refusesNext ? 'Take the next card' : 'Refuse the next card'}
          </button>
        </>
      }
    >
      <LedgerTable
        label="Cards"
        rows={rows}
        keyOf={(row) => row.id}
        columns={[
          { key: 'at', head: 'When', cell: (row) => momentInWords(row.at, day), sort: (row) => row.at },
          {
            key: 'reference',
            head: 'Bill',
            cell: (row) => <span className="font-semibold whitespace-nowrap">{row.reference}</span>,
            sort: (row) => row.reference,
          },
          {
            key: 'outcome',
            head: 'Outcome',
            cell: (row) => <span className={row.outcome === 'paid' ? 'good' : 'late'}>{row.outcome === 'paid' ? 'taken' : 'refused, no funds'}</span>,
            sort: (row) => row.outcome,
          },
          { key: 'amount', head: `Amount, ${firm.currency}`, figure: true, cell: (row) => formatMoney(row.amount), sort: (row) => row.amount },
        ]}
        empty="No card was used yet. A client pays by card in the portal."
      />
    </Page>
  );
}

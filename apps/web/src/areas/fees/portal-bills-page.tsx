import * as feesPortalRoutes from '@steady/contract/fees-portal.routes';
import { Link, useParams } from 'react-router';
import { moneyInWords } from '@steady/core/money';
import type { PortalMe } from '@steady/contract/requests';
import { useData } from '../../app/api';
import { PortalFrame, useOpened } from '../portal';
import { BillInPortal } from './bills-in-portal';
import { billSays } from './in-portal';

/** Every bill of the clients they pay for, the newest first. */
export const PortalBillsPage = () => <PortalFrame title="Bills">{() => <Bills />}</PortalFrame>;

function Bills() {
  const { data: bills } = useData(feesPortalRoutes.list, {});
  if (!bills) return null;
  const several = new Set(bills.map(({ client }) => client)).size > 1;
  return (
    <>
      <h1 className="mt-4 text-[22px]">{bills.length === 0 ? 'No bills' : 'Bills'}</h1>
      {bills.length === 0 && <p className="mt-1">There is none for you here.</p>}
      <ul className="mt-3 text-table">
        {bills.map((bill) => (
          <li key={bill.id} className="border-b border-rule">
            <Link to={`/portal/bills/${bill.id}`} className="flex min-h-11 flex-wrap items-center justify-between gap-x-4 py-1.5">
              <span>
                Invoice {bill.number}
                {several && <span className="text-soft">, {bill.client}</span>}
              </span>
              <span className={bill.status === 'issued' ? 'font-semibold' : 'text-soft'}>
                {bill.status === 'issued' ? billSays(bill) : `${moneyInWords(bill.gross)}, ${billSays(bill)}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}

/** One bill, to be paid or to be looked at again. */
export function PortalBillPage() {
  const { id } = useParams();
  return <PortalFrame back={{ to: '/portal/bills', words: 'All bills' }}>{(me) => <Bill id={id!} me={me} />}</PortalFrame>;
}

function Bill({ id, me }: { id: string; me: PortalMe }) {
  const { data: bills } = useData(feesPortalRoutes.list, {});
  const bill = bills?.find((one) => one.id === id);
  useOpened('bill', bill?.id, me);
  if (!bills) return null;
  if (!bill)
    return (
      <>
        <h1 className="mt-2 text-[22px]">This bill is not for you any more</h1>
        <p className="mt-1">Somebody else pays it now, or it was taken back. Nothing is needed from you here.</p>
      </>
    );
  return <BillInPortal invoice={bill} />;
}

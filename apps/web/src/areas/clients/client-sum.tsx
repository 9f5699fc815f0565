import * as almanacRoutes from '@steady/contract/almanac.routes';
import { Link } from 'react-router';
import { moneyInWords, size } from '@steady/core/money';
import { capital } from '@steady/core/words';
import type { ClientView } from '@steady/contract/clients';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Waits } from '../../ui/due';
import { dayInWords, dueTone, dueWords } from '../../ui/words';

/** What is to be known of a client first: the next deadline, what it waits for, what is unpaid and unbilled. */
export function ClientSum({ client }: { client: ClientView }) {
  const session = useSession();
  const { data: ahead = [] } = useData(almanacRoutes.ofClient, { id: client.id });
  const next = ahead.find((one) => one.status === 'open' || one.status === 'filing');
  const { id } = client;
  return (
    <>
      {next ? (
        <>
          Next deadline{' '}
          <span className={dueTone(next.dueOn, session.day)}>
            {dayInWords(next.dueOn, session.day)}, {next.service}, {dueWords(next.dueOn, session.day)}
          </span>
          .{' '}
        </>
      ) : (
        'No deadlines ahead. '
      )}
      {client.waitingSince && (
        <>
          <Link to={`/clients/${id}/jobs`} className="lnk">
            <Waits begins since={client.waitingSince} forWhat={client.waitingFor} />
          </Link>
          .{' '}
        </>
      )}
      {client.onHold && (
        <>
          <span className="soon">On hold:</span>{' '}
          <Link to={`/jobs/${client.onHold.jobId}`} className="lnk">
            {client.onHold.name}
          </Link>
          {client.onHold.reason && `, ${client.onHold.reason}`}.{' '}
        </>
      )}
      <MoneySum client={client} />
    </>
  );
}

/** What is unpaid, and what is recorded and not billed. */
function MoneySum({ client: { id, unpaid, unpaidSince, wip } }: { client: ClientView }) {
  const session = useSession();
  const owes = unpaid !== null && unpaid.amount > 0;
  const late = unpaidSince !== null && unpaidSince < session.today;
  const unbilled = wip && wip.amount > 0 ? 'recorded, not billed' : 'billed ahead';
  return (
    <>
      {owes && (
        <>
          Unpaid{' '}
          <Link to={`/clients/${id}/money`} className="lnk">
            <span className={late ? 'late' : ''}>
              {moneyInWords(unpaid)}
              {late ? `, ${dueWords(unpaidSince, session.day)}` : ''}
            </span>
          </Link>
          {wip?.amount ? '; ' : '.'}
        </>
      )}
      {wip && wip.amount !== 0 && (
        <>
          {owes ? unbilled : capital(unbilled)} {moneyInWords(size(wip))}.
        </>
      )}
    </>
  );
}

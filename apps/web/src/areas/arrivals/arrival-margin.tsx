import { Link } from 'react-router';
import type { ArrivalView } from '@steady/contract/arrivals';
import { useSession } from '../../app/session';
import { Note } from '../../ui/page';
import { momentInWords } from '../../ui/words';

/** Beside an arrival: what was confirmed, who is known by its address, what else came from there. */
export function ArrivalMargin({ of: { at, email, known, others } }: { of: ArrivalView }) {
  const { day } = useSession();
  return (
    <>
      <Note title="Confirmed">
        <p>
          A code sent to <b className="wrap-anywhere">{email || 'an address that is no longer kept'}</b> was entered {momentInWords(at, day)}. Whoever did so
          reads that mailbox; the name is what they gave.
        </p>
      </Note>
      <Note title="Known by this address">
        {known.length === 0 ? (
          <p className="text-soft">Nobody.</p>
        ) : (
          <ul>
            {known.map((one) => (
              <li key={one.contactId} className="mb-1">
                <b>{one.name}</b>
                {one.clients.map((client) => (
                  <Link key={client.id} className="lnk block" to={`/clients/${client.id}`}>
                    {client.name}
                  </Link>
                ))}
                {!one.mayBe && <span className="soon block text-table">Another name was given.</span>}
              </li>
            ))}
          </ul>
        )}
      </Note>
      {others.length > 0 && (
        <Note title="From the same address">
          <ul>
            {others.map((one) => (
              <li key={one.id}>
                <Link className="lnk" to={`/post/arrivals/${one.id}`}>
                  {one.name}
                </Link>
                <span className="text-soft">, {momentInWords(one.at, day)}</span>
              </li>
            ))}
          </ul>
        </Note>
      )}
    </>
  );
}

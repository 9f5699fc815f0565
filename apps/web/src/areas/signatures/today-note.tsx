import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { shortDate } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';

const STATES = [
  { of: 'refused', state: 'refused', words: 'refused' },
  { of: 'stuck', state: 'in trouble', words: 'in trouble' },
  { of: 'signed', state: 'signed', words: 'signed by all since the day before' },
] as const;

/** What of the documents given for signature is news, each leading to those documents. */
export const SignaturesNote = ({ today: { signatures } }: { today: TodayView }) => (
  <ul>
    {signatures.own.map(({ partyId, title, client, wantedBy }) => (
      <li key={partyId}>
        <Link className="lnk font-semibold" to={`/signatures/${partyId}/sign`}>
          Sign: {title}, {client}
        </Link>{' '}
        <span className="text-soft">wanted by {shortDate(civil(wantedBy))}</span>
      </li>
    ))}
    {STATES.filter(({ of }) => signatures[of] > 0).map(({ of, state, words }) => (
      <li key={of}>
        <Link className="lnk" to={`/signatures?state=${encodeURIComponent(state)}`}>
          {signatures[of]} {words}
        </Link>
      </li>
    ))}
  </ul>
);

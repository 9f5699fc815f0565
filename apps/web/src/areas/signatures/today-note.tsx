import { Link } from 'react-router';
import type { TodayView } from '@steady/contract/today';

const STATES = [
  { of: 'refused', state: 'refused', words: 'refused' },
  { of: 'stuck', state: 'in trouble', words: 'in trouble' },
  { of: 'signed', state: 'signed', words: 'signed by all since the day before' },
] as const;

/** What of the documents given for signature is news, each leading to those documents. */
export const SignaturesNote = ({ today: { signatures } }: { today: TodayView }) => (
  <ul>
    {STATES.filter(({ of }) => signatures[of] > 0).map(({ of, state, words }) => (
      <li key={of}>
        <Link className="lnk" to={`/signatures?state=${encodeURIComponent(state)}`}>
          {signatures[of]} {words}
        </Link>
      </li>
    ))}
  </ul>
);

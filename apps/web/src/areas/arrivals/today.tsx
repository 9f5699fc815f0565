import { Link } from 'react-router';
import { counted } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useSession } from '../../app/session';
import { momentInWords, waitedWords } from '../../ui/words';
import { AndMore } from '../today';

/** What strangers left and nobody has decided about, the one that waits longest first. */
export function ArrivalLines({ today: { arrivals } }: { today: TodayView }) {
  const { day } = useSession();
  return (
    <>
      {arrivals.rows.map((one) => (
        <tr key={one.id}>
          <td className="font-semibold">
            <Link to={`/post/arrivals/${one.id}`}>{one.name}</Link>
          </td>
          <td className="wrap-anywhere">{one.email}</td>
          <td className="text-soft">{waitedWords(one.at, day)}</td>
          <td className="text-soft max-md:hidden">{one.files === 0 ? 'a message' : `a message, ${counted(one.files, 'file')}`}</td>
          <td className="max-md:hidden">{one.holder ?? <span className="soon">nobody</span>}</td>
        </tr>
      ))}
      <AndMore of={arrivals} to="/post/arrivals" />
    </>
  );
}

/** Says that very much came at once. */
export function DropOffShut({ today: { dropOffShutUntil } }: { today: TodayView }) {
  const { day } = useSession();
  return (
    <p>
      It takes nothing until <b>{momentInWords(dropOffShutUntil!, day)}</b>: more came in an hour than people send.{' '}
      <Link to="/firm/drop-off">See the page</Link>
    </p>
  );
}

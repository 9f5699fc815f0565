import { Link } from 'react-router';
import { civil } from '@steady/core/calendar';
import { plainDate } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useSession } from '../../app/session';
import { waitedWords } from '../../ui/words';
import { AndMore } from '../today';

/** Conversations in which a client waits, the one that waits longest first. */
export function UnansweredLines({ today: { unanswered } }: { today: TodayView }) {
  const { day } = useSession();
  return (
    <>
      {unanswered.rows.map((one) => (
        <tr key={one.id}>
          <td className="font-semibold">
            <Link to={`/post/conversations/${one.id}`}>{one.subject}</Link>
            {one.isPrivate && <span className="font-normal text-soft"> (private)</span>}
          </td>
          <td>{one.client}</td>
          <td className="text-soft">{waitedWords(one.waitingSince!, day)}</td>
          <td className="text-soft max-md:hidden">
            {one.lastBy} wrote{one.job && `, ${one.job}`}
          </td>
          <td className="max-md:hidden">
            {one.holder}
            {one.holderAwayUntil && <span className="block text-fine text-soft">away until {plainDate(civil(one.holderAwayUntil))}</span>}
          </td>
        </tr>
      ))}
      <AndMore of={unanswered} to="/post/conversations" />
    </>
  );
}

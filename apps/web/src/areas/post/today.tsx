import { Link } from 'react-router';
import { counted } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useSession } from '../../app/session';
import { momentInWords } from '../../ui/words';

/** What goes out by itself on the next days. */
export function GoingOutNext({ today }: { today: TodayView }) {
  const session = useSession();
  return (
    <>
      {today.goingOut.map((one) => (
        <p key={one.at}>
          {momentInWords(one.at, session.day)}:{' '}
          <Link className="lnk" to="/post/going-out">
            {counted(one.messages, 'message')} to {counted(one.clients, 'client')}
          </Link>
        </p>
      ))}
    </>
  );
}

import { Link } from 'react-router';
import type { TodayView } from '@steady/contract/today';
import { counted } from '@steady/core/words';
import { useSession } from '../../app/session';

/** That somebody is to decide on what may be destroyed this year. */
export function ToDecideNote({ today: { toDecide } }: { today: TodayView }) {
  const { day } = useSession();
  return (
    <Link className="lnk" to="/firm/keeping">
      {counted(toDecide, 'line')} on the list of {day.year} to decide on
    </Link>
  );
}

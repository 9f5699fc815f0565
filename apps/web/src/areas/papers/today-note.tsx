import { Link } from 'react-router';
import type { TodayView } from '@steady/contract/today';
import { counted } from '@steady/core/words';

/** How much is to be printed and posted, and the way to it. */
export const ToPrintNote = ({ today: { toPrint } }: { today: TodayView }) => (
  <Link className="lnk" to="/papers">
    {counted(toPrint, 'packet or letter', 'packets and letters')} to print and post
  </Link>
);

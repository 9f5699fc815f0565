import { Link } from 'react-router';
import type { TodayView } from '@steady/contract/today';
import { counted } from '@steady/core/words';

/** How much clients have not sent, and the way to all of it. */
export const MissingNote = ({ today: { missing } }: { today: TodayView }) => (
  <Link className="lnk" to="/missing">
    {counted(missing.things, 'thing')} from {counted(missing.clients, 'client')}
  </Link>
);

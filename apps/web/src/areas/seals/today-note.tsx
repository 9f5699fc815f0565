import { Link } from 'react-router';
import type { TodayView } from '@steady/contract/today';
import { useSession } from '../../app/session';
import { dayInWords, dayOf } from '../../ui/words';

/** That the certificate which the firm brought runs out, and where another one is brought. */
export function SealNote({ today: { sealRunsOut } }: { today: TodayView }) {
  const { day } = useSession();
  if (sealRunsOut === null) return null;
  const end = dayOf(sealRunsOut);
  const isOver = end.until(day).days > 0;
  return (
    <p>
      <span className={isOver ? 'late' : 'soon'}>
        The certificate {isOver ? 'ran out' : 'runs out'} {dayInWords(end.toString(), day)}
      </span>
      {isOver ? '; nothing is sealed.' : '; nothing is sealed after that.'}{' '}
      <Link className="lnk" to="/firm/seal">
        Bring another
      </Link>
    </p>
  );
}

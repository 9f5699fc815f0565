import * as keepingRoutes from '@steady/contract/keeping.routes';
import { Link } from 'react-router';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { Note } from '../../ui/page';
import { dayInWords } from '../../ui/words';

/** That everything of a client is held, and why; nothing where it is not. */
export function HoldNote({ clientId }: { clientId: string }) {
  const session = useSession();
  const { data = [] } = useData(keepingRoutes.holds, { client: clientId });
  const held = data.filter(({ endedAt, until }) => endedAt === null && (until === null || until >= session.today));
  if (held.length === 0) return null;
  return (
    <Note title="Held">
      {held.map((one) => (
        <p key={one.id}>
          {one.reason}
          <span className="block text-fine text-soft">
            {one.until === null ? 'until it is ended' : `until ${dayInWords(one.until, session.day)}`}, by {one.by}
          </span>
        </p>
      ))}
      <Link className="lnk text-fine" to="/firm/keeping?view=holds">
        All holds
      </Link>
    </Note>
  );
}

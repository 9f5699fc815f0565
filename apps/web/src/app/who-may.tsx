import type { Right } from '@steady/core/access';
import { useSession, useTeam } from './session';

/** So many people are named; of more, how many they are. */
const NAMED = 3;

/**
 * Says who has a right, to whoever lacks it: instead of a button that is not there.
 *
 * @param act what they do, as it stands before "by": "Services are changed"
 */
export function WhoMay({ right, act }: { right: Right; act: string }) {
  const session = useSession();
  const { team } = useTeam();
  if (session.may(right)) return null;
  const who = team.filter((member) => member.standing === 'active' && member.rights.includes(right)).map((member) => member.name);
  if (team.length === 0) return null;
  if (who.length === 0) return <span className="text-table text-soft">{act} by nobody at present: an administrator gives the right to a role.</span>;
  const named = who.slice(0, NAMED);
  const more = who.length - named.length;
  const last = more > 0 ? `${more} more` : named.pop()!;
  return (
    <span className="text-table text-soft">
      {act} by {named.length > 0 ? `${named.join(', ')} and ${last}` : last}.
    </span>
  );
}

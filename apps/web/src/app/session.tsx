import * as sessionRoutes from '@steady/contract/session.routes';
import { type ReactNode, createContext, useContext } from 'react';
import { Navigate, useLocation } from 'react-router';
import type { Right } from '@steady/core/access';
import { type CivilDate, civil } from '@steady/core/calendar';
import type { SessionView } from '@steady/contract/sign-in';
import type { MemberView } from '@steady/contract/team';
import { DaysContext } from '../ui/days';
import { setZone } from '../ui/words';
import { useData } from './api';

/** Who is signed in, for what stands inside. */
export const SessionContext = createContext<SessionView | null>(null);

/** Lets in who is signed in; sends everybody else to the sign-in page and back here afterwards. */
export function SignedIn({ children }: { children: ReactNode }) {
  const { data, error } = useData(sessionRoutes.session);
  const { pathname } = useLocation();
  if (error?.problem.status === 401) return <Navigate to={`/sign-in?then=${encodeURIComponent(pathname)}`} replace />;
  if (error) return <p className="p-6">{error.message}</p>;
  if (!data) return null;
  if (data.wantsSecondStep && pathname !== '/you') return <Navigate to="/you" replace />;
  setZone(data.firm.zone);
  return (
    <SessionContext value={data}>
      <DaysContext value={{ today: data.today, country: data.firm.country }}>{children}</DaysContext>
    </SessionContext>
  );
}

export function useSession(): SessionView & { day: CivilDate; may(right: Right): boolean } {
  const session = useContext(SessionContext);
  if (!session) throw new Error('Only inside SignedIn');
  return { ...session, day: civil(session.today), may: (right) => session.rights.includes(right) };
}

/** The people of the firm, and how to name one. */
export function useTeam(): { team: MemberView[]; nameOf(id: string | null): string } {
  const { data: team = [] } = useData(sessionRoutes.list);
  return { team, nameOf: (id) => team.find((member) => member.id === id)?.name ?? 'nobody yet' };
}

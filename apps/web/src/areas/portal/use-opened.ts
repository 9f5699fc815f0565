import * as portalRoutes from '@steady/contract/portal.routes';
import { useEffect } from 'react';
import type { PortalMe } from '@steady/contract/requests';
import { send } from '../../app/api';

type Kind = 'ask' | 'document' | 'bill';

/** Notes that they have something before them: the firm sees what was opened, and when. Whoever looks through their eyes opens nothing. */
export function noteOpened(kind: Kind, id: string, { looking, readOnly }: PortalMe): void {
  // Nothing that they do waits for it.
  if (!looking && !readOnly) void send(portalRoutes.opened, { kind, id }).catch(() => undefined);
}

/** The same for a page that shows it, once it is there. */
export function useOpened(kind: Kind, id: string | undefined, me: PortalMe): void {
  const notes = !me.looking && !me.readOnly;
  useEffect(() => {
    if (id !== undefined && notes) void send(portalRoutes.opened, { kind, id }).catch(() => undefined);
  }, [notes, kind, id]);
}

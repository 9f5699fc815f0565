import * as portalRoutes from '@steady/contract/portal.routes';
import { useEffect } from 'react';
import type { PortalMe } from '@steady/contract/requests';
import { ask } from '../../app/api';

type Kind = 'ask' | 'document' | 'bill' | 'last page';

// Nothing that they do waits for it, and nothing that they see changes by it.
const note = (kind: Kind, id: string) => void ask(portalRoutes.opened, { kind, id }, undefined).catch(() => undefined);
const isTheirs = ({ looking, readOnly }: PortalMe) => !looking && !readOnly;

/** Notes that they open something: the firm sees what was opened, and when. Whoever looks through their eyes opens nothing. */
export function noteOpened(kind: Kind, id: string, me: PortalMe): void {
  if (isTheirs(me)) note(kind, id);
}

/** The same for a page that shows it, once it is there. */
export function useOpened(kind: Kind, id: string | undefined, me: PortalMe): void {
  const theirs = isTheirs(me);
  useEffect(() => {
    if (id !== undefined && theirs) note(kind, id);
  }, [theirs, kind, id]);
}

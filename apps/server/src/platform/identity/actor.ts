import type { Right, Role } from '@steady/core/access';

export interface StaffActor {
  kind: 'staff';
  id: string;
  name: string;
  shortName: string;
  role: Role;
  rights: readonly Right[];
  /** Sees every client; otherwise those granted. */
  allClients: boolean;
  /** The firm's own record, where the person may not see it. */
  hiddenClient: string | null;
}

/** A person of a client in the portal. */
export interface ClientActor {
  kind: 'client';
  id: string;
  name: string;
  /** The person of the firm who looks through their eyes: sees no more than both may see, and changes nothing. */
  looker?: StaffActor;
}

/** Who acts: a person of the firm, a person of a client, or the application by itself. */
export type Actor = StaffActor | ClientActor | { kind: 'system'; id: null; name: string };

export interface Identity {
  firmId: string;
  actor: Actor;
}

/** True for a person of the firm whose role carries the right. */
export const may = (actor: Actor, right: Right): boolean => actor.kind === 'staff' && actor.rights.includes(right);

/** The application acting by itself for a firm. */
export const byItself = (firmId: string): Identity => ({ firmId, actor: { kind: 'system', id: null, name: 'Steady Almanac' } });

export const SESSION_COOKIE = 'steady';
export const PORTAL_COOKIE = 'steady-portal';
export const DEVICE_COOKIE = 'steady-device';

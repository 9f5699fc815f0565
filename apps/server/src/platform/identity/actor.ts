import { type Right, type Role, withoutAmounts } from '@steady/core/access';
import type { Money } from '@steady/core/money';

export interface StaffActor {
  kind: 'staff';
  id: string;
  name: string;
  shortName: string;
  role: Role;
  rights: readonly Right[];
  /** Bills are approved up to this amount, minor units; null for no limit. */
  approveUpTo: Money | null;
  /** Sees every client; otherwise those granted. */
  allClients: boolean;
  /** The firm's own record, where the person may not see it. */
  hiddenClient: string | null;
  /** The password was given in this session a short while ago. */
  confirmed: boolean;
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

/** What an amount is about is held back from people of the firm without the right; a client's people see what is theirs. */
export function seesFees(actor: Actor): boolean {
  const person = actor.kind === 'client' ? actor.looker : actor;
  return person?.kind !== 'staff' || may(person, 'see fees');
}

/** A text as somebody may read it: without the sums in it, where it is about fees and they may not see them. */
export const readBy = (actor: Actor, text: string, aboutFees: boolean): string => (aboutFees && !seesFees(actor) ? withoutAmounts(text) : text);

/** The application acting by itself for a firm. */
export const byItself = (firmId: string): Identity => ({ firmId, actor: { kind: 'system', id: null, name: 'Steady Almanac' } });

export const SESSION_COOKIE = 'steady';
export const PORTAL_COOKIE = 'steady-portal';
export const DEVICE_COOKIE = 'steady-device';
/** A browser in which something was left on a drop-off page. */
export const DROP_OFF_COOKIE = 'steady-drop-off';
/** A browser in which a person of the firm has come in before. */
export const BROWSER_COOKIE = 'steady-browser';

import type { Role } from '@steady/core/access';

/** Who acts: a person of the firm, a person of a client, or the application by itself. */
export type Actor =
  | { kind: 'staff'; id: string; name: string; shortName: string; role: Role }
  | { kind: 'client'; id: string; name: string }
  | { kind: 'system'; id: null; name: string };

export interface Identity {
  firmId: string;
  actor: Actor;
}

/** The application acting by itself for a firm. */
export const byItself = (firmId: string): Identity => ({ firmId, actor: { kind: 'system', id: null, name: 'Steady Almanac' } });

export const SESSION_COOKIE = 'steady';
export const PORTAL_COOKIE = 'steady-portal';
export const DEVICE_COOKIE = 'steady-device';

import { Problem } from '../http/problem';
import type { Actor } from './actor';

/**
 * Before something that matters changes hands a person of the firm has given their password a short while ago; what the
 * application does by itself wants none.
 *
 * @throws Problem "password-again", upon which the page asks for it and sends the same once more.
 */
export function mustBeConfirmed(actor: Actor): void {
  if (actor.kind === 'staff' && !actor.confirmed) throw Problem.of(403, 'password-again', 'Confirm your password', 'Enter your password to continue.');
}

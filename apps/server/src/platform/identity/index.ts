export { AccessGuard, type Known, PortalSessions, StaffIdentities, type StaffSession } from './access.guard';
export {
  type Actor,
  type Identity,
  type StaffActor,
  BROWSER_COOKIE,
  DEVICE_COOKIE,
  DROP_OFF_COOKIE,
  PORTAL_COOKIE,
  SESSION_COOKIE,
  byItself,
  may,
  readBy,
  seesFees,
} from './actor';
export { type SecretTable, bySecret } from './by-secret';
export { cookie, giveCookie, takeCookie } from './cookies';
export { hashOf, newCode, newSecret, sameHash } from './secrets';
export { CODE_MINUTES, CODE_TRIES, EmailedCodes, covered } from './emailed-codes';
export { fits, newRecoveryCodes, newSecondStep, otpAddress, stepOf } from './second-step';
export { type DoorRule, CODES_OF_ONE, CODES_SENT, DoorTries, KNOWN_BROWSER, ONE_ADDRESS, UNKNOWN_BROWSER } from './door-tries';
export { mustBeConfirmed } from './password-again';
export { pastGrants, within } from './within';

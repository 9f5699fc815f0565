export { AccessGuard, type Known, PortalSessions } from './access.guard';
export { type Actor, type Identity, type StaffActor, DEVICE_COOKIE, PORTAL_COOKIE, SESSION_COOKIE, byItself, may } from './actor';
export { type SecretTable, bySecret } from './by-secret';
export { cookie, giveCookie, takeCookie } from './cookies';
export { hashOf, newCode, newSecret, sameHash } from './secrets';
export { fits, newRecoveryCodes, newSecondStep, otpAddress, stepOf } from './second-step';
export { SESSION_DAYS, StaffSessions, staffActor } from './staff-sessions';
export { within } from './within';
export { counters, firms, groupMembers, groups, leave, members, people, personTokens, rates, roleRights, sessions } from './tables';

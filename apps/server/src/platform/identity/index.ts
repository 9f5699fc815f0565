export { type Access, ACCESS, ForClients, Needs, Open } from './access';
export { AccessGuard, type Known, PortalSessions } from './access.guard';
export { type Actor, type Identity, DEVICE_COOKIE, PORTAL_COOKIE, SESSION_COOKIE, byItself } from './actor';
export { cookie, giveCookie, takeCookie } from './cookies';
export { hashOf, newCode, newSecret, sameHash } from './secrets';
export { SESSION_DAYS, StaffSessions } from './staff-sessions';
export { counters, firms, members, people, rates, sessions } from './tables';

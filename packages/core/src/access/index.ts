export { holdsAmount, namesAmount, withoutAmounts } from './amounts';

/** What a person may do in a firm. Each route of the server asks for exactly one of these. */
export const RIGHTS = [
  'see clients',
  'change clients',
  'do work',
  'record time',
  'see fees',
  'bill',
  'approve bills',
  'write off',
  'see cost rates',
  'see own firm',
  'grant clients',
  'change services',
  'open the gate',
  'read private conversations',
  'destroy documents',
  'run firm',
] as const;
export type Right = (typeof RIGHTS)[number];

/** What each right lets a person do, in words for whoever gives it. */
export const RIGHT_WORDS: Record<Right, string> = {
  'see clients': 'See the clients granted, their jobs, documents and messages',
  'change clients': 'Add and change clients, contacts and service lines',
  'do work': 'Tick tasks, move jobs, ask clients, file returns',
  'record time': 'Record time and expenses',
  'see fees': 'See fees, values of time and bills',
  bill: 'Draft and cancel bills, settle WIP',
  'approve bills': 'Approve bills, up to an amount where the role has one',
  'write off': 'Write time and expenses down when WIP is settled',
  'see cost rates': 'See what an hour of a person costs the firm',
  'see own firm': 'See the firm\u2019s own client record and what belongs to it',
  'grant clients': 'Grant clients to people, and end that access',
  'change services': 'Set up services, filing rules and closing days',
  'open the gate': 'Let work begin for a client before every check is passed',
  'read private conversations': 'Read conversations between others that were marked private',
  'destroy documents': 'Destroy documents for good',
  'run firm': 'Invite people, change roles, read the audit trail',
};

export const ROLES = ['administrator', 'partner', 'manager', 'preparer', 'contractor'] as const;
export type Role = (typeof ROLES)[number];

const WORK: Right[] = ['see clients', 'do work', 'record time'];
/** All but the firm's own books, which nobody sees until somebody says so. */
const ALL = RIGHTS.filter((right) => right !== 'see own firm');

/** The rights of each role in a firm that has not changed them. */
export const RIGHTS_AT_FIRST: Record<Role, readonly Right[]> = {
  administrator: ALL,
  partner: ALL,
  manager: [...WORK, 'change clients', 'see fees', 'bill', 'approve bills', 'write off', 'grant clients', 'change services', 'open the gate'],
  preparer: [...WORK, 'change clients'],
  contractor: WORK,
};

/** The rights of a role, in the order of `RIGHTS`: as the firm set them, or as they are at first. */
export function rightsOf(role: Role, asSet: readonly string[] | null = null): Right[] {
  const given: readonly string[] = asSet ?? RIGHTS_AT_FIRST[role];
  return RIGHTS.filter((right) => given.includes(right));
}

/** Rights without which another has no meaning. */
const NEEDS: Partial<Record<Right, Right>> = {
  bill: 'see fees',
  'approve bills': 'bill',
  'write off': 'bill',
  'see cost rates': 'see fees',
  'grant clients': 'see clients',
  'change clients': 'see clients',
  'do work': 'see clients',
  'change services': 'see fees',
};

/**
 * Why a role cannot have these rights, or null when it can: nobody works without seeing clients, one right may need
 * another, and the administrator keeps the right to run the firm, so that it cannot be locked out of itself.
 */
export function whyNotRights(role: Role, rights: readonly Right[]): string | null {
  if (!rights.includes('see clients')) return 'Every role sees the clients granted to it. Which clients those are is granted person by person.';
  if (role === 'administrator' && !rights.includes('run firm'))
    return 'The administrator keeps the right to run the firm; without it nobody could give it back.';
  const lacking = rights.find((right) => NEEDS[right] && !rights.includes(NEEDS[right]));
  return lacking ? `"${lacking}" needs "${NEEDS[lacking]!}". Give both, or neither.` : null;
}

/** Which clients a person sees: every one, or only those granted; and whether the firm's own record is among them. */
export interface Sight {
  all: boolean;
  ownFirm: boolean;
}

/** A sentence that says how far a person sees. `granted` counts the clients granted one by one. */
export function sightInWords(name: string, sight: Sight, granted: number): string {
  const clients = sight.all ? 'every client, also those to come' : granted === 0 ? 'no client yet' : granted === 1 ? '1 client' : `${granted} clients`;
  return `${name} sees ${clients}${sight.ownFirm ? ', and the firm\u2019s own record' : ''}.`;
}

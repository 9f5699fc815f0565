/** What a person may do in a firm. Each route of the server asks for exactly one of these. */
export const RIGHTS = ['see clients', 'change clients', 'do work', 'record time', 'see fees', 'bill', 'run firm'] as const;
export type Right = (typeof RIGHTS)[number];

export const ROLES = ['administrator', 'partner', 'manager', 'preparer', 'contractor'] as const;
export type Role = (typeof ROLES)[number];

const WORK: Right[] = ['see clients', 'do work', 'record time'];
const GIVEN: Record<Role, readonly Right[]> = {
  administrator: RIGHTS,
  partner: RIGHTS,
  manager: [...WORK, 'change clients', 'see fees', 'bill'],
  preparer: [...WORK, 'change clients'],
  contractor: WORK,
};

/** True when the role carries the right. */
export function may(role: Role, right: Right): boolean {
  return GIVEN[role].includes(right);
}

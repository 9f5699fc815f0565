import { Injectable } from '@nestjs/common';
import { and, eq, ne, notInArray } from 'drizzle-orm';
import { ROLES, type Right, type Role, rightsOf, whyNotRights } from '@steady/core/access';
import { type Money, moneyInWords } from '@steady/core/money';
import type { RoleView } from '@steady/contract/team';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { fromColumns, toColumns } from '../../platform/database';
import { members, roleRights } from './team.tables';

type Member = typeof members.$inferSelect;

export const RoleChanged = eventKind<{ role: Role }>('role changed', 'team');

/** What the roles of a firm may do. */
@Injectable()
export class RolesService {
  constructor(private readonly events: Events) {}

  /** Each role with what it may do in this firm and how many people have it. */
  async list(work: Work): Promise<RoleView[]> {
    const found = await work.tx.select().from(roleRights).where(eq(roleRights.firmId, work.firm.id));
    const set = new Map(found.map((row) => [row.role, fromColumns(row, 'approveUpTo')]));
    const team = await work.tx
      .select({ role: members.role })
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), notInArray(members.standing, ['left', 'suspended'])));
    return ROLES.map((role) => ({
      role,
      rights: rightsOf(role, set.get(role)?.rights),
      approveUpTo: set.get(role)?.approveUpTo ?? null,
      people: team.filter((member) => member.role === role).length,
      changed: set.has(role),
    }));
  }

  /** Everybody who works here or may come back, with what they may do by the rights of their role in this firm. */
  async withRights(work: Work): Promise<(Member & { rights: Right[] })[]> {
    const rights = await this.byRole(work);
    const found = await work.tx
      .select()
      .from(members)
      .where(and(eq(members.firmId, work.firm.id), ne(members.standing, 'left')))
      .orderBy(members.id);
    return found.map((member) => ({ ...member, rights: rights(member.role) }));
  }

  /** What each role may do in this firm. */
  async byRole(work: Work): Promise<(role: Role) => Right[]> {
    const set = new Map((await work.tx.select().from(roleRights).where(eq(roleRights.firmId, work.firm.id))).map((row) => [row.role, row.rights]));
    return (role) => rightsOf(role, set.get(role));
  }

  /** What a role may do in this firm. */
  async rightsOfRole(work: Work, role: Role): Promise<Right[]> {
    const [set] = await work.tx
      .select({ rights: roleRights.rights })
      .from(roleRights)
      .where(and(eq(roleRights.firmId, work.firm.id), eq(roleRights.role, role)));
    return rightsOf(role, set?.rights);
  }

  /** Sets what a role may do in this firm; it holds from the next thing anybody asks for. */
  async set(work: Work, role: Role, given: readonly Right[], approveUpTo: Money | null): Promise<void> {
    const why = whyNotRights(role, given);
    if (why) throw Problem.invalid([{ field: 'rights', message: why }]);
    const { rights: before, approveUpTo: limit } = (await this.list(work)).find((one) => one.role === role)!;
    const rights = rightsOf(role, given);
    await work.tx
      .insert(roleRights)
      .values(toColumns(work.firm.currency, { firmId: work.firm.id, role, rights, approveUpTo }))
      .onConflictDoUpdate({ target: [roleRights.firmId, roleRights.role], set: toColumns(work.firm.currency, { rights, approveUpTo }) });
    const added = rights.filter((right) => !before.includes(right)).map((right) => `may now ${right}`);
    const taken = before.filter((right) => !rights.includes(right)).map((right) => `may no longer ${right}`);
    if (limit?.amount !== approveUpTo?.amount)
      added.push(approveUpTo === null ? 'approves bills without a limit' : `approves bills up to ${moneyInWords(approveUpTo)}`);
    if (added.length + taken.length === 0) return;
    await this.events.record(work, RoleChanged, {
      what: `changed the role ${role}: ${[...added, ...taken].join(', ')}`,
      before,
      after: rights,
      payload: { role },
    });
  }
}

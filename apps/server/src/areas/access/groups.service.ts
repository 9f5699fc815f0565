import { Injectable } from '@nestjs/common';
import { eq, sql } from 'drizzle-orm';
import type { GroupInput, GroupView } from '@steady/contract/team';
import { insertMany, newId, rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { groupMembers, groups } from './access.tables';
import type { Work } from '../../platform/work';
import { TeamService } from '../team';

export const GroupKept = eventKind<{ groupId: string }>('group kept', 'access');
export const GroupRemoved = eventKind<{ groupId: string }>('group removed', 'access');

const json = (ids: string[]) => sql`(select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)`;

/** Groups of people to whom clients are granted together: whoever joins sees what was granted, whoever leaves no longer does. */
@Injectable()
export class GroupsService {
  constructor(
    private readonly events: Events,
    private readonly team: TeamService,
  ) {}

  /** The groups of the firm by name, with their people and how many clients were granted to each. */
  async list(work: Work): Promise<GroupView[]> {
    const people = [...(await this.team.names(work))].sort(([, a], [, b]) => a.localeCompare(b)).map(([id]) => id);
    const found = await rows<GroupView>(
      work.tx,
      sql`select g.id, g.name, coalesce((select array_agg(gm.member_id) from group_members gm where gm.group_id = g.id), '{}') as "memberIds",
            (select count(*)::int from group_grants gg where gg.group_id = g.id) as clients
          from groups g where g.firm_id = ${work.firm.id} order by g.name collate "unicode", g.id`,
    );
    return found.map((group) => ({ ...group, memberIds: people.filter((id) => group.memberIds.includes(id)) }));
  }

  /** The named groups, in the order of their names. @throws Problem "not-found" also for a group of another firm */
  async named(work: Work, groupIds: string[]): Promise<GroupView[]> {
    const found = (await this.list(work)).filter((group) => groupIds.includes(group.id));
    if (found.length !== new Set(groupIds).size) throw Problem.notFound('group');
    return found;
  }

  /** Makes a group, or says anew how one is called and who belongs to it. */
  async keep(work: Work, groupId: string | null, input: GroupInput): Promise<string> {
    const before = groupId === null ? null : (await this.named(work, [groupId]))[0]!;
    for (const memberId of input.memberIds) await this.team.get(work, memberId);
    const others = (await this.list(work)).filter((group) => group.id !== groupId);
    if (others.some((group) => group.name.toLowerCase() === input.name.toLowerCase()))
      throw Problem.invalid([{ field: 'name', message: `A group is called "${input.name}" already.` }]);
    const id = groupId ?? newId();
    if (before) await work.tx.update(groups).set({ name: input.name }).where(eq(groups.id, id));
    else await work.tx.insert(groups).values({ id, firmId: work.firm.id, name: input.name });
    await work.tx.delete(groupMembers).where(eq(groupMembers.groupId, id));
    const memberIds = [...new Set(input.memberIds)];
    await insertMany(
      work.tx,
      groupMembers,
      memberIds.map((memberId) => ({ firmId: work.firm.id, groupId: id, memberId })),
    );
    await this.events.record(work, GroupKept, {
      what: `${before ? 'changed' : 'made'} the group ${input.name}, ${memberIds.length} ${memberIds.length === 1 ? 'person' : 'people'}`,
      before: before && { name: before.name, memberIds: before.memberIds },
      after: { name: input.name, memberIds },
      payload: { groupId: id },
    });
    await this.follow(work, id, [...new Set([...memberIds, ...(before?.memberIds ?? [])])]);
    return id;
  }

  /** Takes a group away; what its people saw only through it they see no more. */
  async remove(work: Work, groupId: string): Promise<void> {
    const [group] = await this.named(work, [groupId]);
    await work.tx.delete(groups).where(eq(groups.id, groupId));
    await this.events.record(work, GroupRemoved, { what: `removed the group ${group!.name}`, before: { ...group }, payload: { groupId } });
    await this.follow(work, groupId, group!.memberIds);
  }

  /** Grants clients to a group. @returns how many of its people see more by it */
  async grant(work: Work, group: GroupView, clientIds: string[]): Promise<number> {
    const how = `as one of ${group.name}, by ${work.actor.name}`;
    await work.tx.execute(
      sql`insert into group_grants (firm_id, group_id, client_id, how) select ${work.firm.id}, ${group.id}, x.id, ${how} from ${json(clientIds)} x (id) on conflict do nothing`,
    );
    return this.follow(work, group.id, group.memberIds);
  }

  /** Takes clients back from a group, and from its people what they see only through it. */
  async takeBack(work: Work, group: GroupView, clientIds: string[]): Promise<number> {
    const gone = await rows(work.tx, sql`delete from group_grants where group_id = ${group.id} and client_id in ${json(clientIds)} returning client_id`);
    await this.follow(work, group.id, group.memberIds);
    return gone.length;
  }

  /** Brings what people see by their groups to what the groups say. @returns how many grants came anew */
  private async follow(work: Work, groupId: string, memberIds: string[]): Promise<number> {
    await work.tx.execute(
      sql`delete from client_grants cg where cg.group_id = ${groupId} and cg.member_id in ${json(memberIds)}
            and not exists (select from group_grants gg join group_members gm on gm.group_id = gg.group_id where gg.group_id = ${groupId} and gg.client_id = cg.client_id and gm.member_id = cg.member_id)`,
    );
    const fresh = await rows(
      work.tx,
      sql`insert into client_grants (firm_id, member_id, client_id, how, at, group_id)
          select gm.firm_id, gm.member_id, gg.client_id, gg.how, ${work.now.toString()}::timestamptz, gg.group_id
          from group_members gm join group_grants gg on gg.group_id = gm.group_id where gm.member_id in ${json(memberIds)} on conflict do nothing returning client_id`,
    );
    return fresh.length;
  }
}

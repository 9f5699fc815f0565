import { Controller, Res } from '@nestjs/common';
import type { Response } from 'express';
import * as routes from '@steady/contract/access.routes';
import { AuditQuery } from '@steady/contract/queries';
import {
  type AuditRow,
  ChangeGrants,
  ChangeMemberStatus,
  type ClientViewer,
  type GrantOutcome,
  GrantTarget,
  GroupInput,
  type GroupView,
  type OpenTask,
  type PersonSight,
  SetSight,
} from '@steady/contract/team';
import { csvText } from '../../platform/files';
import { type Asked, Does } from '../../platform/http/routes';
import { TasksService } from '../jobs';
import { AccessQueries, type AuditAsked } from './access.queries';
import { AccessService } from './access.service';
import { GroupsService } from './groups.service';

const inJson = (value: unknown) => (value === null ? null : JSON.stringify(value));

@Controller()
export class AccessController {
  constructor(
    private readonly access: AccessService,
    private readonly queries: AccessQueries,
    private readonly tasks: TasksService,
    private readonly groups: GroupsService,
  ) {}

  @Does(routes.viewers)
  viewers({ work, at: { id: clientId } }: Asked<typeof routes.viewers>): Promise<ClientViewer[]> {
    return this.queries.viewers(work, clientId);
  }

  @Does(routes.setOwnRecord)
  setOwnRecord({ work, at: { id: clientId } }: Asked<typeof routes.setOwnRecord>): Promise<void> {
    return this.access.setOwnRecord(work, clientId);
  }

  @Does(routes.sight)
  sight({ work, at: { id: memberId } }: Asked<typeof routes.sight>): Promise<PersonSight> {
    return this.queries.sight(work, memberId);
  }

  @Does(routes.setSight, { input: SetSight })
  setSight({ work, at: { id: memberId }, input }: Asked<typeof routes.setSight>): Promise<void> {
    return this.access.setSight(work, memberId, input.allClients);
  }

  /** The clients that a word, a label or a person finds, before they are granted. */
  @Does(routes.meant, { query: GrantTarget })
  meant({ work, query: target }: Asked<typeof routes.meant>): Promise<{ id: string; name: string }[]> {
    return this.access.meant(work, target);
  }

  @Does(routes.grant, { input: ChangeGrants })
  grant({ work, input }: Asked<typeof routes.grant>): Promise<GrantOutcome> {
    return this.access.grant(work, input);
  }

  @Does(routes.takeBack, { input: ChangeGrants })
  takeBack({ work, input }: Asked<typeof routes.takeBack>): Promise<GrantOutcome> {
    return this.access.takeBack(work, input);
  }

  @Does(routes.listGroups)
  listGroups({ work }: Asked<typeof routes.listGroups>): Promise<GroupView[]> {
    return this.groups.list(work);
  }

  @Does(routes.makeGroup, { input: GroupInput })
  async makeGroup({ work, input }: Asked<typeof routes.makeGroup>): Promise<{ id: string }> {
    return { id: await this.groups.keep(work, null, input) };
  }

  @Does(routes.changeGroup, { input: GroupInput })
  async changeGroup({ work, at: { id }, input }: Asked<typeof routes.changeGroup>): Promise<void> {
    await this.groups.keep(work, id, input);
  }

  @Does(routes.removeGroup)
  removeGroup({ work, at: { id } }: Asked<typeof routes.removeGroup>): Promise<void> {
    return this.groups.remove(work, id);
  }

  @Does(routes.openTasks)
  openTasks({ work, at: { id: memberId } }: Asked<typeof routes.openTasks>): Promise<OpenTask[]> {
    return this.tasks.openTasksOf(work, memberId);
  }

  @Does(routes.setStanding, { input: ChangeMemberStatus })
  setStanding({ work, at: { id: memberId }, input }: Asked<typeof routes.setStanding>): Promise<void> {
    return this.access.setStanding(work, memberId, input);
  }

  @Does(routes.audit, { query: AuditQuery })
  audit({ work, query }: Asked<typeof routes.audit>): Promise<{ rows: AuditRow[]; more: boolean }> {
    return this.queries.audit(work, this.asked(query));
  }

  @Does(routes.kinds)
  kinds({ work }: Asked<typeof routes.kinds>): Promise<string[]> {
    return this.queries.kinds(work);
  }

  @Does(routes.auditFile, { query: AuditQuery })
  async auditFile({ work, query }: Asked<typeof routes.auditFile>, @Res({ passthrough: true }) response: Response): Promise<string> {
    const found = await this.queries.auditFile(work, this.asked(query));
    response.type('text/csv').attachment(`Audit trail ${work.today.toString()}.csv`);
    return csvText(
      ['At', 'Who', 'Kind', 'What', 'Client', 'Before', 'After'],
      found.map((row) => [row.at, row.who, row.kind, row.what, row.client, inJson(row.before), inJson(row.after)]),
    );
  }

  private asked({ client, before, ...query }: AuditQuery): AuditAsked {
    return { ...query, clientId: client, before: before === undefined ? undefined : Number(before) };
  }
}

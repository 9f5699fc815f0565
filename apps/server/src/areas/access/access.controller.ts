import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query, Res } from '@nestjs/common';
import type { Response } from 'express';
import {
  type AuditRow,
  ChangeGrants,
  ChangeStanding,
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
import { dayFrom } from '../../platform/http/problem';
import { IdPipe } from '../../platform/http/validation';
import { Needs } from '../../platform/identity';
import { InWork, type Work } from '../../platform/work';
import { TasksService } from '../jobs';
import { AccessQueries, type AuditAsked } from './access.queries';
import { AccessService } from './access.service';
import { GroupsService } from './groups.service';

/** The parts of an address that filter the audit trail. */
interface AuditQuery {
  who?: string;
  client?: string;
  kind?: string;
  from?: string;
  until?: string;
  before?: string;
}

const inJson = (value: unknown) => (value === null ? null : JSON.stringify(value));
const id = (given: string | undefined) => (given ? new IdPipe().transform(given) : undefined);

@Controller('api')
export class AccessController {
  constructor(
    private readonly access: AccessService,
    private readonly queries: AccessQueries,
    private readonly tasks: TasksService,
    private readonly groups: GroupsService,
  ) {}

  @Get('clients/:id/viewers')
  @Needs('see clients')
  viewers(@InWork() work: Work, @Param('id', IdPipe) clientId: string): Promise<ClientViewer[]> {
    return this.queries.viewers(work, clientId);
  }

  @Post('clients/:id/own-record')
  @HttpCode(204)
  @Needs('run firm')
  setOwnRecord(@InWork() work: Work, @Param('id', IdPipe) clientId: string): Promise<void> {
    return this.access.setOwnRecord(work, clientId);
  }

  @Get('team/:id/sight')
  @Needs('grant clients')
  sight(@InWork() work: Work, @Param('id', IdPipe) memberId: string): Promise<PersonSight> {
    return this.queries.sight(work, memberId);
  }

  @Put('team/:id/sight')
  @HttpCode(204)
  @Needs('grant clients')
  setSight(@InWork() work: Work, @Param('id', IdPipe) memberId: string, @Body() input: SetSight): Promise<void> {
    return this.access.setSight(work, memberId, input.allClients);
  }

  /** The clients that a word, a label or a person finds, before they are granted. */
  @Get('grants/meant')
  @Needs('grant clients')
  meant(@InWork() work: Work, @Query() target: GrantTarget): Promise<{ id: string; name: string }[]> {
    return this.access.meant(work, target);
  }

  @Post('grants')
  @HttpCode(200)
  @Needs('grant clients')
  grant(@InWork() work: Work, @Body() input: ChangeGrants): Promise<GrantOutcome> {
    return this.access.grant(work, input);
  }

  @Post('grants/take-back')
  @HttpCode(200)
  @Needs('grant clients')
  takeBack(@InWork() work: Work, @Body() input: ChangeGrants): Promise<GrantOutcome> {
    return this.access.takeBack(work, input);
  }

  @Get('groups')
  @Needs('see clients')
  listGroups(@InWork() work: Work): Promise<GroupView[]> {
    return this.groups.list(work);
  }

  @Post('groups')
  @Needs('grant clients')
  async makeGroup(@InWork() work: Work, @Body() input: GroupInput): Promise<{ id: string }> {
    return { id: await this.groups.keep(work, null, input) };
  }

  @Put('groups/:id')
  @HttpCode(204)
  @Needs('grant clients')
  async changeGroup(@InWork() work: Work, @Param('id', IdPipe) id: string, @Body() input: GroupInput): Promise<void> {
    await this.groups.keep(work, id, input);
  }

  @Delete('groups/:id')
  @HttpCode(204)
  @Needs('grant clients')
  removeGroup(@InWork() work: Work, @Param('id', IdPipe) id: string): Promise<void> {
    return this.groups.remove(work, id);
  }

  @Get('team/:id/open-tasks')
  @Needs('run firm')
  openTasks(@InWork() work: Work, @Param('id', IdPipe) memberId: string): Promise<OpenTask[]> {
    return this.tasks.openTasksOf(work, memberId);
  }

  @Post('team/:id/standing')
  @HttpCode(204)
  @Needs('run firm')
  setStanding(@InWork() work: Work, @Param('id', IdPipe) memberId: string, @Body() input: ChangeStanding): Promise<void> {
    return this.access.setStanding(work, memberId, input);
  }

  @Get('audit')
  @Needs('run firm')
  audit(@InWork() work: Work, @Query() query: AuditQuery): Promise<{ rows: AuditRow[]; more: boolean }> {
    return this.queries.audit(work, this.asked(work, query));
  }

  @Get('audit/kinds')
  @Needs('run firm')
  kinds(@InWork() work: Work): Promise<string[]> {
    return this.queries.kinds(work);
  }

  @Get('audit.csv')
  @Needs('run firm')
  async auditFile(@InWork() work: Work, @Query() query: AuditQuery, @Res({ passthrough: true }) response: Response): Promise<string> {
    const found = await this.queries.auditFile(work, this.asked(work, query));
    response.type('text/csv').attachment(`Audit trail ${work.today.toString()}.csv`);
    return csvText(
      ['At', 'Who', 'Kind', 'What', 'Client', 'Before', 'After'],
      found.map((row) => [row.at, row.who, row.kind, row.what, row.client, inJson(row.before), inJson(row.after)]),
    );
  }

  private asked(work: Work, { who, client, kind, from, until, before }: AuditQuery): AuditAsked {
    const day = (given: string | undefined) => (given ? dayFrom(given, work.today).toString() : undefined);
    return {
      who: id(who),
      clientId: id(client),
      kind: typeof kind === 'string' && kind !== '' ? kind.slice(0, 60) : undefined,
      from: day(from),
      until: day(until),
      before: before && /^\d{1,15}$/.test(before) ? Number(before) : undefined,
    };
  }
}

import { readBy, seesFees } from '../../platform/identity';
import { Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import { sightInWords } from '@steady/core/access';
import type { AuditRow, ClientViewer, PersonSight } from '@steady/contract/team';
import { happened, kindsHappened } from '../../platform/events';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';
import { RolesService, TeamService } from '../team';
import { clientGrants } from './access.tables';

const PAGE = 100;
const FILE_ROWS = 20_000;

export interface AuditAsked {
  who?: string;
  clientId?: string;
  kind?: string;
  from?: string;
  until?: string;
  before?: number;
}

@Injectable()
export class AccessQueries {
  constructor(
    private readonly clients: ClientsService,
    private readonly team: TeamService,
    private readonly roles: RolesService,
  ) {}

  /** Who can see this client, and why. */
  async viewers(work: Work, clientId: string): Promise<ClientViewer[]> {
    await this.clients.get(work, clientId);
    const own = work.firm.ownClientId === clientId;
    const { memberId, how: grantedBy } = clientGrants;
    const granted = new Map(
      (await work.tx.select({ memberId, how: grantedBy }).from(clientGrants).where(eq(clientGrants.clientId, clientId))).map((one) => [one.memberId, one.how]),
    );
    return (await this.roles.withRights(work)).map(({ id, name, role, standing, allClients: all, rights }) => {
      const viewer = { memberId: id, name, role, standing };
      const how = granted.get(id) ?? null;
      const named = all || how !== null;
      const [sees, why] = !named
        ? [false, 'not granted']
        : own && !rights.includes('see own firm')
          ? [false, 'is the firm\u2019s own record; the role lacks that right']
          : viewer.standing === 'suspended'
            ? [false, 'is suspended']
            : viewer.standing === 'invited'
              ? [false, 'has not accepted the invitation']
              : [true, all ? 'sees every client' : `granted: ${how!}`];
      return { ...viewer, sees, why, granted: how !== null };
    });
  }

  /** What this person can see, in a sentence and as a list. */
  async sight(work: Work, memberId: string): Promise<PersonSight> {
    const { name, role, standing, allClients } = await this.team.get(work, memberId);
    const rights = await this.roles.rightsOfRole(work, role);
    const granted = await work.tx.select().from(clientGrants).where(eq(clientGrants.memberId, memberId));
    const names = await this.clients.inOrder(
      work,
      granted.map((one) => one.clientId),
    );
    const clients = names.map((client) => {
      const { how, at } = granted.find((one) => one.clientId === client.id)!;
      return { ...client, how, at };
    });
    const namedOn = allClients ? [] : (await this.clients.servedBy(work, memberId)).filter((client) => !granted.some((one) => one.clientId === client.id));
    const sight = { all: allClients, ownFirm: work.firm.ownClientId !== null && rights.includes('see own firm') };
    return { memberId, name, role, standing, allClients, rights, sentence: sightInWords(name, sight, clients.length), clients, namedOn };
  }

  /** What happened, the newest first: by person, client, kind and time. */
  async audit(work: Work, asked: AuditAsked): Promise<{ rows: AuditRow[]; more: boolean }> {
    const found = await this.auditRows(work, asked, PAGE + 1);
    return { rows: found.slice(0, PAGE), more: found.length > PAGE };
  }

  /** What happened as a file shows it: as the page does, so many lines at most. */
  auditFile(work: Work, asked: AuditAsked): Promise<AuditRow[]> {
    return this.auditRows(work, asked, FILE_ROWS);
  }

  private async auditRows(work: Work, asked: AuditAsked, limit: number): Promise<AuditRow[]> {
    const { who: actorId, clientId, kind, from, until, before: beforeSeq } = asked;
    const found = await happened(work, { actorId, clientIds: clientId === undefined ? undefined : [clientId], kind, from, until, beforeSeq, limit });
    const names = await this.clients.names(
      work,
      found.map((row) => row.clientId),
    );
    const fees = seesFees(work.actor);
    return found.map(({ aboutFees, jobId: _job, ...row }) => {
      const shown = { ...row, client: row.clientId && (names.get(row.clientId) ?? null) };
      return aboutFees && !fees ? { ...shown, what: readBy(work.actor, row.what, true), before: null, after: null } : shown;
    });
  }

  /** The kinds of event that have happened here, for the filter. */
  kinds(work: Work): Promise<string[]> {
    return kindsHappened(work);
  }
}

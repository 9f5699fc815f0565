import { readBy, seesFees } from '../../platform/identity';
import { Injectable } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { rightsOf, sightInWords } from '@steady/core/access';
import type { AuditRow, ClientViewer, PersonSight } from '@steady/contract/team';
import { rows } from '../../platform/database';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientsService } from '../clients';

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
  constructor(private readonly clients: ClientsService) {}

  /** Who can see this client, and why. */
  async viewers(work: Work, clientId: string): Promise<ClientViewer[]> {
    await this.clients.get(work, clientId);
    const found = await rows<Omit<ClientViewer, 'sees' | 'why' | 'granted'> & { all: boolean; own: boolean; how: string | null; asSet: string[] | null }>(
      work.tx,
      sql`select m.id as "memberId", m.name, m.role, m.standing, m.all_clients as "all", f.own_client_id is not distinct from ${clientId} as own, g.how, r.rights as "asSet"
          from members m join firms f on f.id = m.firm_id left join client_grants g on g.member_id = m.id and g.client_id = ${clientId}
          left join role_rights r on r.firm_id = m.firm_id and r.role = m.role
          where m.firm_id = ${work.firm.id} and m.standing <> 'left' order by m.id`,
    );
    return found.map(({ all, own, how, asSet, ...viewer }) => {
      const named = all || how !== null;
      const rights = rightsOf(viewer.role, asSet);
      const [sees, why] = !named
        ? [false, 'not granted']
        : own && !rights.includes('see own firm')
          ? [false, 'is the firm\u2019s own record; the role lacks that right']
          : viewer.standing === 'suspended'
            ? [false, 'is suspended']
            : viewer.standing === 'invited'
              ? [false, 'has not taken up the invitation']
              : [true, all ? 'sees every client' : `granted: ${how!}`];
      return { ...viewer, sees, why, granted: how !== null };
    });
  }

  /** What this person can see, in a sentence and as a list. */
  async sight(work: Work, memberId: string): Promise<PersonSight> {
    const [member] = await rows<Pick<PersonSight, 'memberId' | 'name' | 'role' | 'standing' | 'allClients'> & { asSet: string[] | null; own: boolean }>(
      work.tx,
      sql`select m.id as "memberId", m.name, m.role, m.standing, m.all_clients as "allClients", r.rights as "asSet", f.own_client_id is not null as own from members m join firms f on f.id = m.firm_id
          left join role_rights r on r.firm_id = m.firm_id and r.role = m.role where m.id = ${memberId} and m.firm_id = ${work.firm.id}`,
    );
    if (!member) throw Problem.notFound('person');
    const clients = await rows<PersonSight['clients'][number]>(
      work.tx,
      sql`select c.id, c.name, g.how, g.at from client_grants g join clients c on c.id = g.client_id where g.member_id = ${memberId} order by c.name collate "unicode", c.id`,
    );
    const namedOn = member.allClients
      ? []
      : await rows<PersonSight['namedOn'][number]>(
          work.tx,
          sql`select c.id, c.name from clients c where ${memberId} in (c.partner_id, c.manager_id, c.preparer_id)
                and not exists (select from client_grants g where g.member_id = ${memberId} and g.client_id = c.id) order by c.name collate "unicode"`,
        );
    const { asSet, own, ...view } = member;
    const rights = rightsOf(member.role, asSet);
    const sight = { all: member.allClients, ownFirm: own && rights.includes('see own firm') };
    return { ...view, rights, sentence: sightInWords(member.name, sight, clients.length), clients, namedOn };
  }

  /** What happened, the newest first: by person, client, kind and time. */
  async audit(work: Work, asked: AuditAsked): Promise<{ rows: AuditRow[]; more: boolean }> {
    const found = await this.auditRows(work, asked, PAGE + 1);
    return { rows: found.slice(0, PAGE), more: found.length > PAGE };
  }

  auditFile(work: Work, asked: AuditAsked): Promise<AuditRow[]> {
    return this.auditRows(work, asked, FILE_ROWS);
  }

  private async auditRows(work: Work, asked: AuditAsked, limit: number): Promise<AuditRow[]> {
    const zone = work.firm.zone;
    const conditions = [
      sql`e.firm_id = ${work.firm.id}`,
      asked.who && sql`e.actor_id = ${asked.who}`,
      asked.clientId && sql`e.client_id = ${asked.clientId}`,
      asked.kind && sql`e.kind = ${asked.kind}`,
      asked.from && sql`e.at >= (${asked.from}::date)::timestamp at time zone ${zone}`,
      asked.until && sql`e.at < (${asked.until}::date + 1)::timestamp at time zone ${zone}`,
      asked.before && sql`e.seq < ${asked.before}`,
    ].filter((condition) => typeof condition === 'object');
    const found = await rows<AuditRow & { aboutFees: boolean }>(
      work.tx,
      sql`select e.id, e.seq::float8 as seq, e.at, e.actor_name as who, e.kind, e.what, e.about_fees as "aboutFees", e.client_id as "clientId", c.name as client, e.before, e.after
          from events e left join clients c on c.id = e.client_id where ${sql.join(conditions, sql` and `)} order by e.seq desc limit ${limit}`,
    );
    const fees = seesFees(work.actor);
    return found.map(({ aboutFees, ...row }) => (aboutFees && !fees ? { ...row, what: readBy(work.actor, row.what, true), before: null, after: null } : row));
  }

  /** The kinds of event that have happened here, for the filter. */
  async kinds(work: Work): Promise<string[]> {
    const found = await rows<{ kind: string }>(work.tx, sql`select distinct kind from events where firm_id = ${work.firm.id} order by kind`);
    return found.map((row) => row.kind);
  }
}

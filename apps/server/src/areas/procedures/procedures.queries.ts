import { TemplatesService } from '../post';
import { ActionPieces } from './action-pieces';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { factsForRules } from '@steady/core/jobs';
import {
  type ClientOnPaper,
  type Procedure,
  TASK_ROLES,
  WITHOUT_PROCEDURE,
  actionCount,
  goesOutAtOnce,
  onPaper,
  wantsSomebodyAs,
} from '@steady/core/procedures';
import { suppliedProceduresFor } from '@steady/core/supplied';
import type { BeforeStarting, OnPaperBefore, ProcedureClients, ProcedureFull, ProcedureRow, SuppliedProcedureView } from '@steady/contract/procedures';
import type { Money } from '@steady/core/money';
import { type AsFigures, inCurrency, rows } from '../../platform/database';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { ClientQueries, ContactQueries, factsOf } from '../clients';

/** Services that are done by a procedure `p`: as usual, or in one of their rhythms. */
const SERVICES_OF = sql`services s where s.procedure_id = p.id or s.id in (select x.service_id from service_procedures x where x.procedure_id = p.id)`;
const ONLY_FOR = sql`service_lines l join clients c on c.id = l.client_id where l.procedure_id = p.id limit 1`;
const IN_FLIGHT = sql`(select count(*) from jobs j where j.procedure_id = p.id and j.status in ('open', 'on hold'))::int`;

/** The procedure of a line `l` of a service `s` with that of its rhythm `x`. */
const PROCEDURE_OF_LINE = sql`coalesce(l.procedure_id, x.procedure_id, s.procedure_id)`;

/** What a procedure sees of the line by which it meets a client. */
interface LineMet {
  id: string;
  clientId: string;
  rhythm: string;
  fee: Money;
  service: string;
  procedureId: string | null;
}

@Injectable()
export class ProcedureQueries implements OnModuleInit {
  constructor(
    private readonly present: Present,
    private readonly book: ClientQueries,
    private readonly contacts: ContactQueries,
    private readonly templates: TemplatesService,
    private readonly pieces: ActionPieces,
  ) {}

  onModuleInit(): void {
    this.present.register('procedure', (work, id) => this.view(work, id));
  }

  /** The procedures by name, with how much work each is and where it is used. */
  async list(work: Work): Promise<ProcedureRow[]> {
    const found = await rows<Omit<ProcedureRow, 'phases' | 'tasks' | 'minutes' | 'actions'> & { definition: Procedure }>(
      work.tx,
      sql`select p.id, p.name, p.definition, ${IN_FLIGHT} as jobs, (select c.name from ${ONLY_FOR}) as "onlyFor",
                 (select coalesce(array_agg(s.name order by s.position), '{}') from ${SERVICES_OF}) as services
          from procedures p where p.firm_id = ${work.firm.id} order by p.name, p.id`,
    );
    return found.map(({ definition, ...row }) => {
      const tasks = definition.phases.flatMap((phase) => phase.tasks);
      return {
        ...row,
        phases: definition.phases.map((phase) => phase.name),
        tasks: tasks.length,
        minutes: tasks.reduce((sum, task) => sum + task.estimate, 0),
        actions: actionCount(definition),
      };
    });
  }

  /** A procedure whole, as the page edits it. @throws Problem "not-found" also for one of another firm */
  async view(work: Work, procedureId: string): Promise<ProcedureFull> {
    const [found] = await rows<ProcedureFull>(
      work.tx,
      sql`select p.id, p.version, p.name, p.definition, ${IN_FLIGHT} as jobs,
                 (select jsonb_build_object('id', c.id, 'name', c.name) from ${ONLY_FOR}) as "onlyFor",
                 (select coalesce(jsonb_agg(jsonb_build_object('id', s.id, 'name', s.name) order by s.position), '[]') from ${SERVICES_OF}) as services,
                 (select coalesce(jsonb_agg(jsonb_build_object('number', v.number, 'at', v.at, 'by', v.by) order by v.number desc), '[]') from procedure_versions v where v.procedure_id = p.id) as versions,
                 (select coalesce(jsonb_object_agg(own ->> 'sharedAs', (select coalesce(jsonb_agg(jsonb_build_object('id', o.id, 'name', o.name) order by o.name), '[]') from procedures o
                    where o.id <> p.id and o.definition @> jsonb_build_object('phases', jsonb_build_array(jsonb_build_object('sharedAs', own ->> 'sharedAs'))))), '{}')
                  from jsonb_array_elements(p.definition -> 'phases') own where own ? 'sharedAs') as "inCommon"
          from procedures p where p.id = ${procedureId} and p.firm_id = ${work.firm.id}`,
    );
    if (!found) throw Problem.notFound('procedure');
    return found;
  }

  /** The procedures that come with the application, each with whether the firm has taken it. */
  async supplied(work: Work): Promise<SuppliedProcedureView[]> {
    const names = new Set((await rows<{ name: string }>(work.tx, sql`select lower(name) as name from procedures`)).map((one) => one.name));
    return suppliedProceduresFor(work.firm.country).map(({ key, name, phases }) => ({
      key,
      name,
      phases: phases.map((phase) => phase.name),
      taken: names.has(name.toLowerCase()),
    }));
  }

  /** The clients whose lines go by a procedure, or all active ones where no line does: as the procedure meets them. */
  async clients(work: Work, procedureId: string | null): Promise<ProcedureClients> {
    const lines = procedureId === null ? [] : firstOfEach(await this.linesBy(work, sql`${PROCEDURE_OF_LINE} = ${procedureId}`));
    const lineOf = new Map(lines.map((line) => [line.clientId, line]));
    const clients = (await this.asMet(work, lines.length > 0 ? [...lineOf.keys()] : null)).map((client) => byLine(client, lineOf.get(client.id)));
    const details = await rows<{ id: string; name: string }>(work.tx, sql`select id, name from detail_fields where firm_id = ${work.firm.id}`);
    return {
      of: lines.length > 0 ? 'its services' : 'all active clients',
      clients,
      names: Object.fromEntries(details.map((detail) => [`detail:${detail.id}`, detail.name])),
      perDay: work.firm.pacing.perDay,
    };
  }

  /** What starting work for clients would mean, on paper, for each procedure by which it would be done. */
  async before(work: Work, { procedureId, serviceId, lineIds, clientIds }: BeforeStarting): Promise<OnPaperBefore[]> {
    const begun = procedureId ? clientIds.map((clientId) => ({ clientId, line: undefined })) : await this.linesToBegin(work, { serviceId, lineIds, clientIds });
    const byProcedure = new Map<string | null, typeof begun>();
    for (const one of begun) {
      const by = procedureId ?? one.line!.procedureId;
      byProcedure.set(by, [...(byProcedure.get(by) ?? []), one]);
    }
    const found: OnPaperBefore[] = [];
    const templates = await this.templates.names(work);
    const kinds = await this.pieces.kindsToSign(work);
    const names = { template: (id: string) => templates.get(id) ?? 'a message', signingKind: (id: string) => kinds.get(id) ?? 'a document' };
    for (const [id, jobs] of byProcedure) {
      const { name, definition } = id === null ? { name: 'No procedure', definition: WITHOUT_PROCEDURE } : await this.view(work, id);
      const met = new Map((await this.asMet(work, [...new Set(jobs.map(({ clientId }) => clientId))])).map((client) => [client.id, client]));
      // A client with several periods, or several lines, is worked for as often.
      const clients = [...met.values()].flatMap((client) => jobs.filter(({ clientId }) => clientId === client.id).map(({ line }) => byLine(client, line)));
      const { routes, faults, ...of } = onPaper(definition, clients);
      // What nobody of a few clients enters, others do: only what is wrong about somebody counts here.
      const about = faults.flatMap((fault) =>
        fault.clients.length > 0 ? [{ ...fault, clients: [...new Map(fault.clients.map((one) => [one.id, one])).values()] }] : [],
      );
      // Two lines of a client may go different ways: where lines are named, each has its own minutes.
      const own = lineIds
        ? onPaper(
            definition,
            jobs.flatMap(({ clientId, line }) => (met.has(clientId) ? [{ ...byLine(met.get(clientId)!, line), id: line?.id ?? clientId }] : [])),
          ).routes
        : routes;
      const minutesOf = Object.fromEntries(own.flatMap((route) => route.clients.map((one) => [one.clientId, one.minutes])));
      found.push({
        procedure: { id, name },
        phases: definition.phases.map((phase) => ({ key: phase.key, name: phase.name, memberId: phase.memberId ?? null })),
        nobodyAs: TASK_ROLES.filter((role) => clients.some((client) => wantsSomebodyAs(definition, client, role))),
        goesOut: goesOutAtOnce(definition, clients, names),
        clients: met.size,
        jobs: clients.length,
        ways: routes.length,
        faults: about,
        minutesOf,
        ...of,
      });
    }
    return found.sort((a, b) => b.clients - a.clients);
  }

  /** The line of each job that would begin: those named, or each client's first of a service. */
  private async linesToBegin(
    work: Work,
    { serviceId, lineIds, clientIds }: Omit<BeforeStarting, 'procedureId'>,
  ): Promise<{ clientId: string; line: LineMet | undefined }[]> {
    if (lineIds) {
      const lines = new Map(
        (await this.linesBy(work, sql`l.id in (select jsonb_array_elements_text(${JSON.stringify(lineIds)}::jsonb)::uuid)`)).map((line) => [line.id, line]),
      );
      return lineIds.flatMap((id) => (lines.has(id) ? [{ clientId: lines.get(id)!.clientId, line: lines.get(id) }] : []));
    }
    const lines = serviceId ? firstOfEach(await this.linesBy(work, sql`l.service_id = ${serviceId}`)) : [];
    const lineOf = new Map(lines.map((line) => [line.clientId, line]));
    return clientIds.flatMap((clientId) => (lineOf.has(clientId) ? [{ clientId, line: lineOf.get(clientId) }] : []));
  }

  /** Lines that go by a procedure, are of a service, or are named; in the order in which each client got them. */
  private async linesBy(work: Work, which: SQL): Promise<LineMet[]> {
    const found = await rows<AsFigures<LineMet>>(
      work.tx,
      sql`select l.id, l.client_id as "clientId", l.rhythm, l.fee::float8 as fee, s.name as service, ${PROCEDURE_OF_LINE} as "procedureId" from service_lines l
            join services s on s.id = l.service_id left join service_procedures x on x.service_id = l.service_id and x.rhythm = l.rhythm
          where l.firm_id = ${work.firm.id} and (l.ends_on is null or l.ends_on >= ${work.today.toString()}) and ${which} order by l.client_id, l.id`,
    );
    return found.map((line) => inCurrency(work.firm.currency, line, 'fee'));
  }

  /** Clients as a procedure meets them: those named, or all active ones. */
  private async asMet(work: Work, ids: string[] | null): Promise<ClientOnPaper[]> {
    const people = await this.contacts.reached(work);
    const found = await this.book.atWork(work, ids);
    return found.map((client): ClientOnPaper => ({
      id: client.id,
      name: client.name,
      facts: factsOf(client),
      writtenTo: client.way === 'paper' ? [] : (people.get(client.id)?.written ?? []),
      signs: people.get(client.id)?.signs ?? false,
      roles: TASK_ROLES.filter((role) => client[`${role}Id`] !== null),
    }));
  }
}

/** The first line of each client. */
const firstOfEach = (lines: LineMet[]): LineMet[] => [...new Map(lines.toReversed().map((line) => [line.clientId, line])).values()].toReversed();

/** A client as it is met by one of its lines. */
const byLine = (client: ClientOnPaper, line: LineMet | undefined): ClientOnPaper =>
  line
    ? {
        ...client,
        facts: { ...client.facts, 'line:rhythm': line.rhythm, 'line:service': line.service, ...factsForRules({ fee: line.fee, priority: 'usual' }) },
      }
    : client;

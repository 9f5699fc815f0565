import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { Temporal } from '@steady/core/calendar';
import { REFUSED_KEPT_DAYS, mayBe, standingOf } from '@steady/core/arrivals';
import type { ArrivalLine, ArrivalView, ArrivalsAsked, ArrivalsOf, KnownVisitor } from '@steady/contract/arrivals';
import { FULL_PAGE } from '@steady/contract/paging';
import type { First } from '@steady/contract/today';
import { rows } from '../../platform/database';
import { PrivateTexts } from '../../platform/files';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import { type Work, staffId } from '../../platform/work';
import { ClientsService, ContactsService } from '../clients';
import { TeamService } from '../team';
import { type Counted, SHOWN_IN_PASSING, type TodayAsked, first } from '../today';
import { DropOffService } from './drop-off.service';

const OPEN = sql`a.filed_at is null and a.refused_at is null`;
const OF_VIEW: Record<ArrivalsOf, SQL> = { open: OPEN, filed: sql`a.filed_at is not null`, refused: sql`a.refused_at is not null` };

interface Found {
  id: string;
  at: string;
  name: string;
  email: string;
  files: number;
  holderId: string | null;
  filedAt: string | null;
  refusedAt: string | null;
  clientId: string | null;
}

const LINE = sql`a.id, a.arrived_at as at, a.name, a.email, (select count(*)::int from arrival_files f where f.arrival_id = a.id) as files,
  a.holder_id as "holderId", a.filed_at as "filedAt", a.refused_at as "refusedAt", a.client_id as "clientId"`;

const lastDayKept = ({ firm }: Work, refusedAt: string): string =>
  Temporal.Instant.fromEpochMilliseconds(new Date(refusedAt).getTime()).toZonedDateTimeISO(firm.zone).toPlainDate().add({ days: REFUSED_KEPT_DAYS }).toString();

/** Reads of what came through the drop-off page. */
@Injectable()
export class ArrivalQueries implements OnModuleInit {
  constructor(
    private readonly present: Present,
    private readonly texts: PrivateTexts,
    private readonly clients: ClientsService,
    private readonly contacts: ContactsService,
    private readonly team: TeamService,
    private readonly page: DropOffService,
  ) {}

  onModuleInit(): void {
    this.present.register('arrival', (work, id) => this.view(work, id));
    this.present.register('drop-off page', (work) => this.page.view(work));
  }

  private there(work: Work): SQL {
    return sql`a.firm_id = ${work.firm.id} and a.arrived_at is not null`;
  }

  async list(work: Work, { view = 'open', before }: ArrivalsAsked): Promise<ArrivalLine[]> {
    const after = before ? sql`(a.arrived_at, a.id) < (select b.arrived_at, b.id from arrivals b where b.id = ${before})` : sql`true`;
    const found = await rows<Found>(
      work.tx,
      sql`select ${LINE} from arrivals a where ${this.there(work)} and ${OF_VIEW[view]} and ${after} order by a.arrived_at desc, a.id desc limit ${FULL_PAGE}`,
    );
    return this.asLines(work, found);
  }

  private async asLines(work: Work, found: Found[]): Promise<ArrivalLine[]> {
    if (found.length === 0) return [];
    const names = await this.team.shortNames(work);
    const clients = await this.clients.names(
      work,
      found.map(({ clientId }) => clientId),
    );
    return found.map(({ holderId, filedAt, refusedAt, clientId, ...one }) => ({
      ...one,
      standing: standingOf({ holderId, filedAt, refusedAt }),
      holder: (holderId && names.get(holderId)) ?? null,
      client: (clientId && clients.get(clientId)) ?? null,
    }));
  }

  /** Those that nobody has decided about: for the person's own day those they have, and those that nobody has yet. */
  async waiting(work: Work, { mine, me }: TodayAsked): Promise<First<ArrivalLine>> {
    const whose = mine ? sql`(a.holder_id is null or a.holder_id = ${me})` : sql`true`;
    const found = await rows<Counted<Found>>(
      work.tx,
      sql`select ${LINE}, count(*) over ()::int as "inAll" from arrivals a where ${this.there(work)} and ${OPEN} and ${whose} order by a.arrived_at, a.id limit ${SHOWN_IN_PASSING}`,
    );
    const { rows: shown, count } = first(found);
    return { rows: await this.asLines(work, shown), count };
  }

  /** Until when the page takes nothing, for those who take what is left there. */
  async shutUntil(work: Work): Promise<string | null> {
    const { shutUntil } = await this.page.of(work);
    if (shutUntil === null || new Date(shutUntil) <= new Date(work.now.epochMilliseconds)) return null;
    return (await this.page.receivers(work)).includes(staffId(work)) ? shutUntil : null;
  }

  async view(work: Work, id: string): Promise<ArrivalView> {
    const [found] = await rows<Found & Pick<ArrivalView, 'version' | 'message' | 'conversationId' | 'reason' | 'decidedBy'> & { emptiedAt: string | null }>(
      work.tx,
      sql`select ${LINE}, a.version, a.message, a.conversation_id as "conversationId", a.reason, a.decided_by as "decidedBy", a.emptied_at as "emptiedAt"
          from arrivals a where ${this.there(work)} and a.id = ${id}`,
    );
    if (!found) throw Problem.notFound('arrival');
    const { version, message, conversationId, reason, decidedBy, emptiedAt, ...line } = found;
    const [shown] = await this.asLines(work, [line]);
    const isEmptied = emptiedAt !== null;
    return {
      ...shown!,
      version,
      message: isEmptied ? '' : this.texts.open(work.firm, message),
      isEmptied,
      sent: await this.files(work, id),
      known: isEmptied ? [] : await this.known(work, line),
      others: isEmptied ? [] : await this.others(work, line),
      holderId: line.holderId,
      members: await this.page.members(work),
      clientId: line.clientId,
      conversationId,
      decidedAt: line.filedAt ?? line.refusedAt,
      decidedBy,
      reason,
      keptUntil: line.refusedAt === null || isEmptied ? null : lastDayKept(work, line.refusedAt),
    };
  }

  private files(work: Work, id: string): Promise<ArrivalView['sent']> {
    return rows(work.tx, sql`select f.id, f.name, f.bytes, f.document_id as "documentId" from arrival_files f where f.arrival_id = ${id} order by f.at, f.id`);
  }

  /** Who is known by the address, and for whom they act. An address that several share is everybody's; the name says who it may have been. */
  private async known(work: Work, { name, email }: Pick<Found, 'name' | 'email'>): Promise<KnownVisitor[]> {
    const found: KnownVisitor[] = [];
    for (const { id, name: theirs } of await this.contacts.knownBy(work, [email]))
      found.push({ contactId: id, name: theirs, mayBe: mayBe(name, theirs), clients: await this.contacts.actsFor(work, id) });
    return found.sort((a, b) => Number(b.mayBe) - Number(a.mayBe));
  }

  private async others(work: Work, { id, email }: Pick<Found, 'id' | 'email'>): Promise<ArrivalLine[]> {
    const found = await rows<Found>(
      work.tx,
      sql`select ${LINE} from arrivals a where ${this.there(work)} and lower(a.email) = lower(${email}) and a.id <> ${id} and a.emptied_at is null order by a.arrived_at desc limit 10`,
    );
    return this.asLines(work, found);
  }
}

import { Injectable, type OnModuleInit } from '@nestjs/common';
import { type SQL, sql } from 'drizzle-orm';
import { rows } from '../../platform/database';
import { Events } from '../../platform/events';
import type { Work } from '../../platform/work';
import { asksThere } from '../asks';
import { ClientsService, ContactMerging } from '../clients';
import type { Gone, KeptPart, PersonHas, PersonPart, Things, ThingsThere } from '../keeping';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { answerInWords, questionsOf } from '@steady/core/questionnaires';
import { AnswersSentBack } from './answering.service';
import { type Filled, QuestionnaireBook } from './questionnaire-book.service';
import { questionnaires } from './questionnaires.tables';
import { AnswersTakenOver } from './record.service';

const ANSWERED = sql`questionnaires q join ${asksThere} a on a.id = q.ask_id`;
const ofClients = (clientIds: readonly string[]) => sql`a.client_id in (select jsonb_array_elements_text(${JSON.stringify(clientIds)}::jsonb)::uuid)`;
const THERE = sql`q.destroyed_at is null and q.answers <> '{}'`;

/** Answers to questionnaires are kept as other answers are: they are destroyed, that there were some stays. */
@Injectable()
export class QuestionnairesKept implements KeptPart, PersonPart, OnModuleInit {
  readonly kind = 'answers';

  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly merging: ContactMerging,
    private readonly book: QuestionnaireBook,
  ) {}

  onModuleInit(): void {
    this.merging.follow(questionnaires.sentInByContact);
  }

  async there(work: Work, clientIds: string[]): Promise<ThingsThere[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from ${ANSWERED} where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and a.ended_at is not null and ${THERE} group by 1`,
    );
    return found.map((one) => ({ ...one, folderId: null, folder: null }));
  }

  async destroy(work: Work, { clientId }: Things): Promise<Gone> {
    const count = await this.empty(work, [clientId], sql`a.ended_at is not null`);
    await this.events.forget(work, { clientIds: await this.clients.withMerged(work, [clientId]), kinds: [AnswersTakenOver.name, AnswersSentBack.name] });
    return { count, stays: [] };
  }

  private async empty(work: Work, clientIds: readonly string[], which: SQL): Promise<number> {
    const gone = await rows(
      work.tx,
      sql`update questionnaires set answers = '{}', sent_back = '{}', destroyed_at = ${work.now.toString()} where id in
            (select q.id from ${ANSWERED} where a.firm_id = ${work.firm.id} and ${ofClients(clientIds)} and ${THERE} and ${which}) returning id`,
    );
    return gone.length;
  }

  async has(work: Work, contactId: string): Promise<PersonHas[]> {
    const found = await rows<{ clientId: string; count: number }>(
      work.tx,
      sql`select a.client_id as "clientId", count(*)::int as count from ${ANSWERED} where a.firm_id = ${work.firm.id} and q.sent_in_by_contact = ${contactId} and ${THERE} group by 1`,
    );
    return found.map((one) => ({ what: 'Questionnaires that they sent in', ...one, kind: this.kind }));
  }

  async erase(work: Work, contactId: string, clientIds: readonly (string | null)[]): Promise<void> {
    await this.empty(
      work,
      clientIds.filter((id): id is string => id !== null),
      sql`q.sent_in_by_contact = ${contactId} and a.ended_at is not null`,
    );
  }

  give(work: Work, contactId: string): Promise<ZipEntry[]> {
    return this.table(work, 'what you answered in questionnaires', sql`q.sent_in_by_contact = ${contactId}`);
  }

  /** What questionnaires bring to a client’s whole file. */
  wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    return this.table(work, 'questionnaires', sql`a.client_id = ${id}`);
  }

  private async table(work: Work, name: string, which: SQL): Promise<ZipEntry[]> {
    const found = await rows<Pick<Filled, 'definition' | 'answers' | 'sentInAt' | 'sentInBy'> & { title: string }>(
      work.tx,
      sql`select a.title, q.definition, q.answers, q.sent_in_at as "sentInAt", q.sent_in_by as "sentInBy" from ${ANSWERED} where a.firm_id = ${work.firm.id} and ${THERE} and ${which} order by q.sent_in_at, q.id`,
    );
    return table(
      name,
      found.flatMap((one) => {
        const answers = this.book.opened(work, one);
        return questionsOf(one.definition).flatMap((question) =>
          answers[question.key] === undefined
            ? []
            : [
                {
                  questionnaire: one.title,
                  question: question.words,
                  answer: answerInWords(question, answers[question.key]!),
                  'sent in': one.sentInAt,
                  by: one.sentInBy,
                },
              ],
        );
      }),
    );
  }
}

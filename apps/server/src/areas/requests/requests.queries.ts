import { Injectable } from '@nestjs/common';
import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { type WantedItem, cameInWords, cameLast, mayTakeBack, sameThing } from '@steady/core/asks';
import type { AnswerView, ElsewhereView, RequestItemView, RequestPart } from '@steady/contract/requests';
import type { Work } from '../../platform/work';
import { clientOfAsk } from '../asks';
import { asks } from '../asks/asks.tables';
import { documentTitle } from '../documents';
import { documents } from '../documents/documents.tables';
import { type FileOf, type ZipEntry, table } from '../whole-file';
import { fromElsewhere, requestAnswers, requestItems, requestsEachTime } from './requests.tables';

type Item = typeof requestItems.$inferSelect & { exampleName: string | null; clientId: string; elsewhere?: ElsewhereView | null };
type Answer = Omit<AnswerView, 'mayTakeBack'> & { itemId: string; answeredAt: string | null; lookedAt: string | null };

/** What information requests ask for, and what came. */
@Injectable()
export class RequestQueries {
  /** The items of some requests with their answers, by the id of the ask. What was taken out is not among them. */
  async parts(work: Work, askIds: string[]): Promise<Map<string, RequestPart>> {
    const parts = new Map<string, RequestPart>(askIds.map((id) => [id, { items: [] }]));
    for (const { item, answers } of await this.itemsOf(work, askIds)) if (item.state !== 'taken out') parts.get(item.askId)!.items.push(viewOf(item, answers));
    return parts;
  }

  /** The items of a request as the core looks at them, to say what it lacks. */
  async wanted(work: Work, askId: string): Promise<WantedItem[]> {
    return (await this.itemsOf(work, [askId])).map(({ item, answers }) => {
      const question = answers.find((answer) => answer.kind === 'question' && answer.answeredAt === null);
      const came = cameLast(answers);
      return {
        id: item.id,
        name: item.name,
        state: item.state,
        since: item.stateSince,
        question: question ? { text: question.text ?? '', at: question.at } : null,
        came: came ? cameInWords({ ...came, file: came.documentName }) : null,
      };
    });
  }

  /** What requests bring to a client's whole file: items and answers. */
  async wholeFile(work: Work, { id }: FileOf): Promise<ZipEntry[]> {
    const found = await work.tx.select({ id: asks.id, title: asks.title }).from(asks).where(eq(asks.clientId, id)).orderBy(asc(asks.askedAt), asc(asks.id));
    const titles = new Map(found.map((ask) => [ask.id, ask.title]));
    const items = await this.itemsOf(work, [...titles.keys()]);
    const elsewhere = await work.tx.select().from(fromElsewhere).where(eq(fromElsewhere.clientId, id)).orderBy(asc(fromElsewhere.at));
    const eachTime = await work.tx.select().from(requestsEachTime).where(eq(requestsEachTime.clientId, id)).orderBy(asc(requestsEachTime.at));
    return [
      ...table(
        'from elsewhere',
        elsewhere.map(({ name, source, saidBy, at, by, endedAt }) => ({ name, source, 'said by': saidBy, since: at, 'noted by': by, until: endedAt })),
      ),
      ...table(
        'asked with each job',
        eachTime.map(({ title, items: wanted, dayOfMonth, daysToAnswer, at, by, endedAt }) => ({
          request: title,
          items: wanted.map(({ name }) => name).join('; '),
          'day of the month': dayOfMonth,
          'working days to answer': daysToAnswer,
          since: at,
          'set by': by,
          until: endedAt,
        })),
      ),
      ...table(
        'requested items',
        items.map(({ item }) => ({
          request: titles.get(item.askId),
          item: item.name,
          period: item.period,
          'wanted by': item.wantedBy,
          state: item.state,
          since: item.stateSince,
          'sent back because': item.sentBackReason,
        })),
      ),
      ...table(
        'answers',
        items.flatMap(({ item, answers }) =>
          answers.map(({ at, by, kind, text, documentName, way, place, takenBackAt }) => ({
            request: titles.get(item.askId),
            item: item.name,
            at,
            by,
            kind,
            text,
            document: documentName,
            'came how': way,
            'lies where': place,
            'taken back': takenBackAt,
          })),
        ),
      ),
    ];
  }

  /** Which of these documents were sent for an item that nobody has accepted or sent back yet. */
  async waitingFor(work: Work, documentIds: string[]): Promise<ReadonlyMap<string, string>> {
    const found = await work.tx
      .select({ id: requestAnswers.documentId, item: requestItems.name })
      .from(requestAnswers)
      .innerJoin(requestItems, eq(requestItems.id, requestAnswers.itemId))
      .where(and(inArray(requestAnswers.documentId, documentIds), eq(requestItems.state, 'answered'), isNull(requestAnswers.takenBackAt)));
    return new Map(found.map(({ id, item }) => [id!, `it was sent for "${item}": accept it or send it back there first`]));
  }

  private async itemsOf(work: Work, askIds: string[]): Promise<{ item: Item; answers: Answer[] }[]> {
    if (askIds.length === 0) return [];
    const items = await work.tx
      .select({ item: requestItems, exampleName: documentTitle(requestItems.exampleId), clientId: clientOfAsk(requestItems.askId) })
      .from(requestItems)
      .where(inArray(requestItems.askId, askIds))
      .orderBy(asc(requestItems.position));
    const answers = await work.tx
      .select({
        id: requestAnswers.id,
        itemId: requestAnswers.itemId,
        kind: requestAnswers.kind,
        text: requestAnswers.text,
        documentId: requestAnswers.documentId,
        documentName: documents.name,
        at: requestAnswers.at,
        by: requestAnswers.by,
        answeredAt: requestAnswers.answeredAt,
        way: requestAnswers.way,
        place: requestAnswers.place,
        takenBackAt: requestAnswers.takenBackAt,
        lookedAt: documents.lookedAt,
      })
      .from(requestAnswers)
      .innerJoin(requestItems, eq(requestItems.id, requestAnswers.itemId))
      .leftJoin(documents, eq(documents.id, requestAnswers.documentId))
      .where(inArray(requestItems.askId, askIds))
      .orderBy(asc(requestAnswers.at), asc(requestAnswers.id));
    const elsewhere = await this.elsewhere(
      work,
      items.flatMap(({ item, clientId }) => (item.state === 'from elsewhere' ? [clientId] : [])),
    );
    return items.map(({ item, ...more }) => ({
      item: { ...item, ...more, elsewhere: item.state !== 'from elsewhere' ? null : (elsewhere.get(`${more.clientId} ${sameThing(item.name)}`) ?? null) },
      answers: answers.filter((answer) => answer.itemId === item.id),
    }));
  }

  /** What these clients' things come from, by client and thing. */
  private async elsewhere(work: Work, clientIds: string[]): Promise<Map<string, ElsewhereView>> {
    if (clientIds.length === 0) return new Map();
    const found = await work.tx
      .select()
      .from(fromElsewhere)
      .where(and(inArray(fromElsewhere.clientId, clientIds), isNull(fromElsewhere.endedAt)));
    return new Map(found.map(({ id, name, source, saidBy, at, by, clientId, thing }) => [`${clientId} ${thing}`, { id, name, source, saidBy, at, by }]));
  }
}

const viewOf = (item: Item, answers: Answer[]): RequestItemView => ({
  id: item.id,
  name: item.name,
  description: item.description,
  period: item.period,
  wantedBy: item.wantedBy,
  link: item.link,
  exampleId: item.exampleId,
  exampleName: item.exampleName,
  state: item.state,
  sentBackReason: item.sentBackReason,
  elsewhere: item.elsewhere ?? null,
  question: answers.some((answer) => answer.kind === 'question' && answer.answeredAt === null),
  answers: answers.map(({ itemId: _item, answeredAt: _answered, lookedAt, ...answer }) => ({
    ...answer,
    mayTakeBack: mayTakeBack({ ...answer, lookedAt }, item),
  })),
});

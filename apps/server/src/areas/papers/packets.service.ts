import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { addressLines } from '@steady/core/facts';
import { numberOfCode, returnCode } from '@steady/core/papers';
import { counted, fullDate } from '@steady/core/words';
import type { PacketFound, PacketView } from '@steady/contract/papers';
import type { TodayView } from '@steady/contract/today';
import { Events, eventKind } from '../../platform/events';
import { HeavyWork } from '../../platform/heavy';
import { Problem } from '../../platform/http/problem';
import { type Work, nextNumber } from '../../platform/work';
import { type Ask, AskLetters, AskQueries, AsksService } from '../asks';
import { ClientRecords } from '../clients';
import { JobsService } from '../jobs';
import type { PacketText } from './draw-papers';
import { packets } from './papers.tables';
import { DrawPackets } from './tasks';

export const PacketPrinted = eventKind<{ askId: string }>('packet printed', 'papers');

const kindOf = (ask: Ask): PacketView['kind'] => (ask.letterDueSince === null ? 'packet' : 'follow-up');
/** What the letter lists is to be ticked below it. */
const LIST = '  - ';
const isList = (paragraph: string): boolean => paragraph.startsWith(LIST);

/** What goes to clients on paper: packets that ask, letters that ask again; printed together, and posted. */
@Injectable()
export class PacketsService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly records: ClientRecords,
    private readonly asks: AsksService,
    private readonly queries: AskQueries,
    private readonly letters: AskLetters,
    private readonly jobs: JobsService,
    private readonly heavy: HeavyWork,
  ) {}

  onModuleInit(): void {
    this.records.follow(packets);
  }

  /** Everything that waits to be printed or posted, the longest first. */
  async toPrint(work: Work): Promise<PacketView[]> {
    const found = await this.queries.toPrint(work);
    const printed = await this.printed(
      work,
      found.map(({ id }) => id),
    );
    const names = await this.jobs.namesOf(
      work,
      found.flatMap(({ jobId }) => jobId ?? []),
    );
    const views: PacketView[] = [];
    for (const ask of found) {
      const { client, things } = await this.letters.onPaper(work, ask, kindOf(ask) === 'follow-up');
      const last = printed.get(ask.id);
      views.push({
        askId: ask.id,
        clientId: ask.clientId,
        client: client.name,
        jobId: ask.jobId,
        job: (ask.jobId !== null && names.get(ask.jobId)) || null,
        title: ask.title,
        kind: kindOf(ask),
        address: client.address ? addressLines(client.address) : [],
        things,
        printedAt: last?.printedAt ?? null,
        code: last ? returnCode(last.number) : null,
      });
    }
    return views;
  }

  async onToday(work: Work): Promise<Pick<TodayView, 'toPrint'>> {
    return { toPrint: (await this.queries.toPrint(work)).length };
  }

  /** What was printed last of each ask and not posted yet. */
  private async printed(work: Work, askIds: string[]): Promise<Map<string, typeof packets.$inferSelect>> {
    if (askIds.length === 0) return new Map();
    const found = await work.tx
      .select()
      .from(packets)
      .where(and(inArray(packets.askId, askIds), isNull(packets.postedAt)))
      .orderBy(desc(packets.number));
    return new Map(found.reverse().map((packet) => [packet.askId, packet]));
  }

  /** Those of these asks that still are to be printed. @throws Problem where none is */
  private async wanted(work: Work, askIds: string[]): Promise<Ask[]> {
    const found = await this.queries.toPrint(work, askIds);
    if (found.length === 0)
      throw Problem.refused('nothing-to-print', 'Nothing of this is to be printed any more: the clients know, or nothing is wanted of them.');
    return found;
  }

  /** Puts packets together, each under a number of its own; one that is printed again keeps its number. They are drawn outside. */
  async print(work: Work, askIds: string[]): Promise<() => Promise<Uint8Array>> {
    const found = await this.wanted(work, askIds);
    const before = await this.printed(
      work,
      found.map(({ id }) => id),
    );
    const { name, address } = work.firm;
    const texts: PacketText[] = [];
    for (const ask of found) {
      const { client, letter } = await this.letters.onPaper(work, ask, kindOf(ask) === 'follow-up');
      const number = before.get(ask.id)?.number ?? (await this.keep(work, ask));
      texts.push({
        firm: { name, address },
        client: client.name,
        address: client.address ? addressLines(client.address) : [],
        day: fullDate(work.today),
        subject: letter.subject,
        paragraphs: [`Dear ${client.name},`, ...letter.paragraphs.filter((paragraph) => !isList(paragraph)), [work.actor.name, name].join('\n')],
        things: letter.paragraphs.filter(isList).flatMap((list) => list.split('\n').map((line) => line.replace(LIST, ''))),
        code: returnCode(number),
      });
    }
    const at = work.now.epochMilliseconds;
    return () => this.heavy.run(DrawPackets, { packets: texts, at });
  }

  private async keep(work: Work, ask: Ask): Promise<number> {
    const number = await nextNumber(work, 'packet');
    await work.tx.insert(packets).values({
      firmId: work.firm.id,
      number,
      askId: ask.id,
      clientId: ask.clientId,
      kind: kindOf(ask),
      printedAt: work.now.toString(),
      printedBy: work.actor.name,
    });
    await this.events.record(work, PacketPrinted, {
      what: `printed ${kindOf(ask) === 'packet' ? 'a packet' : 'a letter that asks again'} for ${ask.title}, ${returnCode(number)}`,
      clientId: ask.clientId,
      jobId: ask.jobId,
      payload: { askId: ask.id },
    });
    return number;
  }

  /** They were posted: the clients know from today. What was posted without being printed here was written by hand. */
  async posted(work: Work, askIds: string[]): Promise<void> {
    for (const ask of await this.wanted(work, askIds)) {
      await this.asks.posted(work, ask.id);
      await work.tx
        .update(packets)
        .set({ postedAt: work.now.toString(), postedBy: work.actor.name })
        .where(and(eq(packets.askId, ask.id), isNull(packets.postedAt)));
      await this.events.record(work, PacketPrinted, {
        what: `posted ${ask.title}${ask.followUps > 0 ? `, letter ${counted(ask.followUps, 'time')} after the first` : ''}`,
        clientId: ask.clientId,
        jobId: ask.jobId,
        payload: { askId: ask.id },
      });
    }
  }

  /** Whose the label is that came back. @throws Problem for what is no code of the firm */
  async found(work: Work, code: string): Promise<PacketFound> {
    const number = numberOfCode(code);
    const [packet] =
      number === null
        ? []
        : await work.tx
            .select({ clientId: packets.clientId, askId: packets.askId })
            .from(packets)
            .where(and(eq(packets.firmId, work.firm.id), eq(packets.number, number)));
    if (!packet) throw Problem.refused('no-such-code', 'No label of ours has this code. Look at it once more: it looks like P-128-1.');
    const [ask] = await this.queries.jobsOf(work, [packet.askId]);
    return { clientId: packet.clientId, jobId: ask?.jobId ?? null };
  }
}

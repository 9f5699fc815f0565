import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { SQL } from 'drizzle-orm';
import { type ItemAsked, type Lacks, itemInWords, lacksOfRequest, lastSafeInWords } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { AnswerView, RequestPart } from '@steady/contract/requests';
import type { Work } from '../../platform/work';
import { type AboutAsk, type Ask, type AskKind, AskKinds, type AskLetter } from '../asks';
import { requestLines } from './request-sql';
import { RequestQueries } from './requests.queries';

export const REQUEST = 'request';

/** What is asked for, as a message lists it. */
export type ListedItem = Pick<ItemAsked, 'name'> & { [Key in Exclude<keyof ItemAsked, 'name'>]?: ItemAsked[Key] };

export const listed = (items: readonly ListedItem[]): string =>
  items
    .map(({ name, description = null, period = null, wantedBy = null, link = null }) => `  - ${itemInWords({ name, description, period, wantedBy, link })}`)
    .join('\n');

/** The words that ask for things. */
export function requestLetter(
  firm: Work['firm'],
  of: { title: string; wantedBy: string; items: readonly ListedItem[] },
  { client, job, sender, lastSafe }: AboutAsk,
  again?: { today: string },
): AskLetter {
  const by = fullDate(civil(of.wantedBy));
  const about = `for ${client}${job === null ? '' : `, ${job}`}`;
  return {
    subject: again ? `${firm.shortName}: still needed, ${of.title}` : `${firm.shortName}: ${of.title}`,
    paragraphs: [
      again ? `${sender} still needs the following, ${about}:` : `${sender} asks you for the following, ${about}:`,
      listed(of.items),
      again && of.wantedBy < again.today ? `It was wanted by ${by}. Please send it as soon as you can.` : `Please send it by ${by}.`,
      ...(again && lastSafe !== null ? [lastSafeInWords(lastSafe, firm.late, again.today)] : []),
    ],
    linkWords: 'Send files and ask questions here',
  };
}

/** Information requests as a kind of ask: done when every item was accepted and every question answered. */
@Injectable()
export class RequestKind implements AskKind<RequestPart>, OnModuleInit {
  readonly kind = REQUEST;
  readonly name = 'information request';
  readonly permission = 'getsRequests';
  readonly holdsPhase = true;
  readonly material = true;
  readonly ticks = 'request sent';
  readonly doneWords = 'the client has answered everything';

  constructor(
    private readonly kinds: AskKinds,
    private readonly queries: RequestQueries,
  ) {}

  onModuleInit(): void {
    this.kinds.register(this);
  }

  async letter(work: Work, ask: Ask, about: AboutAsk, again: boolean): Promise<AskLetter> {
    const { items } = (await this.parts(work, [ask.id])).get(ask.id)!;
    const wanted = again ? items.filter((item) => item.state === 'asked' || item.state === 'sent back') : items;
    return requestLetter(work.firm, { ...ask, items: wanted }, about, again ? { today: work.today.toString() } : undefined);
  }

  inPlaceOfLetter(ask: Ask) {
    return {
      name: `Tell the client what is needed: "${ask.title}"`,
      advice: 'There is nobody to write to: print and post it, or telephone. Ticking this records that the client was told, and from when we wait.',
      estimate: 10,
    };
  }

  lines(askId: SQL): SQL {
    return requestLines(askId);
  }

  async lacks(work: Work, ask: Ask): Promise<Lacks> {
    return lacksOfRequest(await this.queries.wanted(work, ask.id));
  }

  parts(work: Work, askIds: string[]): Promise<Map<string, RequestPart>> {
    return this.queries.parts(work, askIds);
  }

  async portalParts(work: Work, askIds: string[]): Promise<Map<string, RequestPart>> {
    const parts = await this.queries.parts(work, askIds);
    return new Map(
      [...parts].map(([id, { items }]) => [
        id,
        {
          items: items.map((item) => ({
            ...item,
            elsewhere: item.elsewhere && { ...item.elsewhere, saidBy: null, by: '' },
            answers: item.answers.map(forClient),
          })),
        },
      ]),
    );
  }
}

/** What somebody noted as they took it in, and where it lies in the office, is not for the client. */
const forClient = (answer: AnswerView): AnswerView => (answer.kind === 'in hand' ? { ...answer, text: null, place: null } : answer);

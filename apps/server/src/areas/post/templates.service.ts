import { readBy } from '../../platform/identity';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { civil } from '@steady/core/calendar';
import { clientFacts } from '@steady/core/clients';
import { type KeyedFact, factInWords } from '@steady/core/facts';
import { jobFacts } from '@steady/core/jobs';
import { type Money, moneyInWords } from '@steady/core/money';
import { DETAILS, type DetailValues, type Filled, fillIn, filledFrom } from '@steady/core/templates';
import { fullDate } from '@steady/core/words';
import type { MessageWords, WriteMessage } from '@steady/contract/post';
import type { SendPreview } from '@steady/contract/requests';
import type { KeepTemplate, TemplateView, TriedTemplate, TryTemplate } from '@steady/contract/procedures';
import { rows } from '../../platform/database';
import { Events, eventKind } from '../../platform/events';
import { Present } from '../../platform/http/present';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';
import { type Client, ClientsService } from '../clients';
import { TeamService } from '../team';
import { MessageDetails } from './message-details';
import { type Draft, PostService } from './post.service';
import { templates } from './post.tables';

export const MessageWritten = eventKind<{ clientId: string }>('message written', 'post');
export const TemplateChanged = eventKind<{ templateId: string }>('message template changed', 'post');

/** How many days ahead a message is planned at most: what it says is known then. */
const FARTHEST = 90;

type Template = typeof templates.$inferSelect;

const OF_FEES = /\{\s*fee\s*\}/i;
const noDetail = (place: string) => `{${place}} is not a detail that can be filled in. There are: ${Object.keys(DETAILS).join(', ')}.`;
const missingInWords = (missing: readonly string[]): string[] => [...new Set(missing)].map((detail) => DETAILS[detail] ?? detail);

/** Wording kept for messages, with details of the client and the job filled in when it is sent. */
@Injectable()
export class TemplatesService implements OnModuleInit {
  constructor(
    private readonly events: Events,
    private readonly clients: ClientsService,
    private readonly post: PostService,
    private readonly details: MessageDetails,
    private readonly team: TeamService,
    private readonly present: Present,
  ) {}

  onModuleInit(): void {
    this.present.register('message', async (work, id) => (await this.list(work)).find((template) => template.id === id));
  }

  /** The kept messages by name, with the procedures that send them. */
  list(work: Work): Promise<TemplateView[]> {
    return rows<TemplateView>(
      work.tx,
      sql`select t.id, t.version, t.name, t.subject, t.body,
                 (select coalesce(array_agg(distinct p.name), '{}') from procedures p where jsonb_path_exists(p.definition, '$.phases[*].*[*].templateId ? (@ == $id)', jsonb_build_object('id', t.id::text))) as "usedBy"
          from message_templates t where t.firm_id = ${work.firm.id} order by t.name, t.id`,
    );
  }

  /** What kept messages are called, by id. */
  async names(work: Work): Promise<Map<string, string>> {
    const found = await work.tx.select({ id: templates.id, name: templates.name }).from(templates).where(eq(templates.firmId, work.firm.id));
    return new Map(found.map((one) => [one.id, one.name]));
  }

  /**
   * @param at where the words stand in what was given, "begins.reworded.0."
   * @throws Problem at the field for what stands between braces and is no detail
   */
  mustFill(words: MessageWords, at = ''): void {
    const wrong = (['subject', 'body'] as const).flatMap((field) =>
      fillIn(words[field], {}).unknown.map((place) => ({ field: `${at}${field}`, message: noDetail(place) })),
    );
    if (wrong.length > 0) throw Problem.invalid(wrong);
  }

  /** @throws Problem at the field for what stands between braces and is no detail */
  async keep(work: Work, templateId: string | null, { name, subject, body, version }: KeepTemplate): Promise<string> {
    this.mustFill({ subject, body });
    const before = templateId === null ? null : await this.get(work, templateId);
    if (before && before.version !== version) throw Problem.stale('message', before.id);
    const [saved] = before
      ? await work.tx
          .update(templates)
          .set({ name, subject, body, version: before.version + 1 })
          .where(eq(templates.id, before.id))
          .returning({ id: templates.id })
      : await work.tx.insert(templates).values({ firmId: work.firm.id, name, subject, body }).returning({ id: templates.id });
    await this.events.record(work, TemplateChanged, {
      what: `${before ? 'changed' : 'wrote'} the message "${name}"`,
      before,
      after: { name, subject, body },
      payload: { templateId: saved!.id },
    });
    return saved!.id;
  }

  /** Whether the firm keeps a message of this id. */
  async has(work: Work, templateId: string): Promise<boolean> {
    const found = await work.tx
      .select({ id: templates.id })
      .from(templates)
      .where(and(eq(templates.id, templateId), eq(templates.firmId, work.firm.id)));
    return found.length > 0;
  }

  private async get(work: Work, templateId: string): Promise<Template> {
    const [found] = await work.tx
      .select()
      .from(templates)
      .where(and(eq(templates.id, templateId), eq(templates.firmId, work.firm.id)));
    if (!found) throw Problem.notFound('message');
    return found;
  }

  /** What can be filled in for a client, and for one of its jobs; and with whom that job is settled. */
  private async values(work: Work, clientId: string, jobId: string | null): Promise<{ values: DetailValues; contactId: string | null }> {
    const client = await this.clients.get(work, clientId);
    const { facts: job, values: ofJob, contactId } = await this.details.ofJob(work, clientId, jobId);
    const names = await this.team.names(work);
    const inWords = (fact: KeyedFact, value: unknown): string => {
      if (value === null || value === undefined) return '';
      if (fact.kind === 'date') return fullDate(civil(value as string));
      if (fact.kind === 'money') return moneyInWords(value as Money);
      return factInWords(fact, value, (id) => names.get(id) ?? '');
    };
    // Who serves the job, where that is somebody else than who serves the client.
    const served = Object.fromEntries((['partnerId', 'managerId', 'preparerId'] as const).map((role) => [role, job[role] ?? client[role]]));
    const ofClient = filledFrom(clientFacts, { ...client, ...served }, inWords);
    const values = {
      ...ofClient,
      ...filledFrom(jobFacts, job, inWords),
      ...ofJob,
      sender: work.actor.kind === 'staff' ? work.actor.name : (ofClient.preparer ?? null),
      firm: work.firm.name,
      today: fullDate(work.today),
    };
    return { values, contactId };
  }

  /** @throws Problem at the field for what stands between braces and is no detail, or is not for everybody to read */
  mustKnow(text: string, field: string): void {
    const unknown = fillIn(text, {}).unknown;
    if (unknown.length > 0) throw Problem.invalid(unknown.map((place) => ({ field, message: noDetail(place) })));
    if (OF_FEES.test(text)) throw Problem.invalid([{ field, message: 'A fee is not filled in here: whoever sees the client can read this.' }]);
  }

  /**
   * Words that stand with something else that is asked, with their details filled in for a client and one of its jobs.
   * @throws Problem at the field for what is no detail, and for what is not known, so that nobody reads an empty place
   */
  async fill(work: Work, { clientId, jobId }: { clientId: string; jobId: string | null }, text: string, field: string): Promise<string> {
    if (!text.includes('{')) return text;
    this.mustKnow(text, field);
    const { text: filled, missing } = fillIn(text, (await this.values(work, clientId, jobId)).values);
    if (missing.length > 0)
      throw Problem.invalid([{ field, message: `Not known of this client or job: ${missingInWords(missing).join(', ')}. Write it out, or take it out.` }]);
    return filled;
  }

  private async filled(
    work: Work,
    words: MessageWords,
    clientId: string,
    jobId: string | null,
  ): Promise<{ draft: Draft; missing: string[]; unknown: string[]; subject: Filled; body: Filled }> {
    const { values, contactId } = await this.values(work, clientId, jobId);
    const [subject, body] = [fillIn(words.subject, values), fillIn(words.body, values)];
    return {
      draft: {
        subject: subject.text,
        paragraphs: body.text.split(/\n{2,}/),
        leadsTo: '/portal',
        linkWords: 'Your documents and questions with us',
        to: 'getsRequests',
        contactId,
        aboutFees: values.fee !== null && OF_FEES.test(`${words.subject} ${words.body}`),
      },
      missing: missingInWords([...subject.missing, ...body.missing]),
      unknown: [...new Set([...subject.unknown, ...body.unknown])],
      subject,
      body,
    };
  }

  /** What the words would be for one client, and what is missing; nothing is sent. */
  async try(work: Work, { clientId, jobId, ...words }: TryTemplate): Promise<TriedTemplate> {
    const client = await this.clients.get(work, clientId);
    const { draft, missing, unknown } = await this.filled(work, words, clientId, jobId ?? null);
    const { messages, nobody } = await this.post.preview(work, client, draft);
    return {
      subject: readBy(work.actor, draft.subject, draft.aboutFees ?? false),
      body: messages[0]?.body ?? readBy(work.actor, draft.paragraphs.join('\n\n'), draft.aboutFees ?? false),
      missing,
      unknown,
      to: messages.map(({ to, address }) => ({ name: to, address })),
      nobody,
    };
  }

  /**
   * Sends a kept message about a job. @param words in place of what it says @returns how many were written to.
   * @throws Problem "details-missing" naming what is not known, so that nobody reads an empty place
   */
  async send(work: Work, templateId: string, client: Client, jobId: string, words?: MessageWords): Promise<number> {
    const template = await this.get(work, templateId);
    const { draft, missing } = await this.filled(work, words ?? template, client.id, jobId);
    if (missing.length > 0) throw Problem.refused('details-missing', `"${template.name}" wants what is not known: ${missing.join(', ')}.`);
    return this.post.send(work, client, draft, { clientId: client.id, jobId });
  }

  /** What a message of a person's own words would be and to whom it goes; nothing is sent. */
  async preview(work: Work, input: WriteMessage): Promise<SendPreview> {
    const { client, draft } = await this.written(work, input);
    return this.post.preview(work, client, draft, input);
  }

  /** Writes to a client in a person's own words, now or on a day. @throws Problem when nobody there can be written to */
  async write(work: Work, input: WriteMessage): Promise<number> {
    const { client, draft } = await this.written(work, input);
    const { to, nobody } = await this.post.recipients(work, client, draft.to, draft.contactId);
    if (to.length === 0)
      throw Problem.refused('nobody-to-write-to', `There is nobody to write to: ${nobody.map((who) => `${who.name} ${who.why}`).join(', ')}.`);
    await this.post.send(work, client, draft, { clientId: client.id, jobId: input.jobId ?? null }, input);
    const when = input.on && input.on > work.today.toString() ? `, to go out on ${fullDate(civil(input.on))}` : '';
    await this.events.record(work, MessageWritten, {
      what: `wrote "${draft.subject}" to ${to.map((person) => person.name).join(', ')}${when}`,
      clientId: client.id,
      jobId: input.jobId ?? null,
      payload: { clientId: client.id },
    });
    return to.length;
  }

  /** Own words with their details filled in. @throws Problem at the field for a day that is over, and for what is not known, so that nobody reads an empty place */
  private async written(work: Work, { clientId, jobId, on, now: _now, ...words }: WriteMessage): Promise<{ client: Client; draft: Draft }> {
    if (on !== undefined && on < work.today.toString()) throw Problem.invalid([{ field: 'on', message: 'This day is over.' }]);
    if (on !== undefined && on > work.today.add({ days: FARTHEST }).toString())
      throw Problem.invalid([{ field: 'on', message: `A message is planned at most ${FARTHEST} days ahead.` }]);
    const client = await this.clients.get(work, clientId);
    const { draft, ...filled } = await this.filled(work, words, clientId, jobId ?? null);
    const faults = (['subject', 'body'] as const).flatMap((field) => {
      const { missing, unknown } = filled[field];
      if (missing.length > 0)
        return [{ field, message: `Not known of this client or job: ${missingInWords(missing).join(', ')}. Write it out, or take it out.` }];
      return unknown.slice(0, 1).map((place) => ({ field, message: noDetail(place) }));
    });
    if (faults.length > 0) throw Problem.invalid(faults);
    return { client, draft };
  }
}

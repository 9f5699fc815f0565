import { Injectable } from '@nestjs/common';
import { and, asc, desc, eq, gt, inArray, isNull, lt, sql } from 'drizzle-orm';
import { CODE_WAITED_HOURS, MOST_BYTES, MOST_FILES, whyNotTaken } from '@steady/core/arrivals';
import type { DropOffDoor, LeaveHere, SentHere } from '@steady/contract/arrivals';
import { Temporal } from '@steady/core/calendar';
import { Ticks } from '../../platform/background/ticks';
import { newId, sqlState } from '../../platform/database';
import { Effects, Events, eventKind } from '../../platform/events';
import { FileStore, PrivateTexts, type Upload } from '../../platform/files';
import { Problem } from '../../platform/http/problem';
import { CODES_OF_ONE, type DoorRule, DoorTries, EmailedCodes, covered, hashOf, newSecret } from '../../platform/identity';
import type { Work } from '../../platform/work';
import { arrivalFiles, arrivals } from './arrivals.tables';
import { DropOffService } from './drop-off.service';
import { Puzzles } from './puzzles';

/** Something came through the drop-off page; told to those who take it. */
export const ArrivalCame = eventKind<{ arrivalId: string; memberIds: string[] }>('something arrived', 'arrivals');

/** From one place on the net; an office stands behind one. */
const FROM_ONE_PLACE: DoorRule = { tries: 12, hours: 1, minutes: 60 };
/** Codes to one mailbox, which may belong to somebody who knows nothing of it. */
const TO_ONE_MAILBOX: DoorRule = { tries: 5, hours: 24, minutes: 24 * 60 };
/** All that is left at one page: more than people leave in an hour. */
export const AT_ONE_PAGE: DoorRule = { tries: 60, hours: 1, minutes: 60 };
/** So long a device shows what was sent from it. */
const SHOWN_DAYS = 180;
/** So long files can be added. */
const OPEN_HOURS = 24;

const MANY_CODES = 'Many codes were sent to this address.';

type Arrival = typeof arrivals.$inferSelect;

/** What visitors do at the public page of a firm. */
@Injectable()
export class VisitsService {
  constructor(
    ticks: Ticks,
    private readonly page: DropOffService,
    private readonly puzzles: Puzzles,
    private readonly codes: EmailedCodes,
    private readonly tries: DoorTries,
    private readonly texts: PrivateTexts,
    private readonly store: FileStore,
    private readonly events: Events,
    private readonly effects: Effects,
  ) {
    ticks.register('arrivals without a code', (work) => this.forgetUnconfirmed(work));
  }

  /** The page, and what was sent from this device. */
  async door(address: string, device: string | null): Promise<DropOffDoor> {
    return this.page.look(await this.page.firmAt(address), async (work, { welcome, hours, isOn }) => ({
      firm: work.firm.name,
      welcome,
      hours,
      isOn,
      hasLogo: work.firm.logoAddress !== null,
      zone: work.firm.zone,
      today: work.today.toString(),
      mostFiles: MOST_FILES,
      mostBytes: MOST_BYTES,
      sent: device === null ? [] : await this.sentFrom(work, device),
    }));
  }

  async puzzle(address: string): Promise<string> {
    return this.page.look(await this.page.firmAt(address), (work) => this.puzzles.make(work));
  }

  private async sentFrom(work: Work, device: string): Promise<SentHere[]> {
    const since = work.now.subtract({ hours: 24 * SHOWN_DAYS }).toString();
    const found = await work.tx
      .select()
      .from(arrivals)
      .where(and(eq(arrivals.firmId, work.firm.id), eq(arrivals.deviceHash, hashOf(device)), gt(arrivals.beganAt, since), isNull(arrivals.emptiedAt)))
      .orderBy(desc(arrivals.beganAt), desc(arrivals.id))
      .limit(20);
    if (found.length === 0) return [];
    const ids = found.map(({ id }) => id);
    const files = await work.tx.select().from(arrivalFiles).where(inArray(arrivalFiles.arrivalId, ids)).orderBy(asc(arrivalFiles.at), asc(arrivalFiles.id));
    return found.map((one) => ({
      id: one.id,
      at: one.arrivedAt ?? one.beganAt,
      name: one.name,
      email: covered(one.email),
      waitsForCode: one.arrivedAt === null,
      message: this.texts.open(work.firm, one.message),
      files: files.flatMap(({ id, arrivalId, name, bytes }) => (arrivalId === one.id ? [{ id, name, bytes }] : [])),
      takesFiles: this.takesFiles(work, one),
    }));
  }

  private takesFiles(work: Work, { arrivedAt, filedAt, refusedAt }: Arrival): boolean {
    return (
      arrivedAt !== null && filedAt === null && refusedAt === null && new Date(arrivedAt) > new Date(work.now.subtract({ hours: OPEN_HOURS }).epochMilliseconds)
    );
  }

  /**
   * Leaves a message, and sends a code to the address that was given. Nobody of the firm sees it before the code was entered.
   *
   * @param device the secret of the browser, where it has one
   * @param from where the request comes from
   * @throws Problem where the page is off or full, or the browser has not done its work
   */
  async leave(address: string, input: LeaveHere, device: string | null, from: string): Promise<{ id: string; device: string }> {
    const firmId = await this.page.firmAt(address);
    await this.page.look(firmId, (work, { isOn }) => {
      if (!isOn) throw Problem.refused('page-off', `${work.firm.name} takes nothing here at the moment. Please write or call.`);
    });
    const secret = device ?? newSecret().secret;
    // Only what fills in every field fills in this one. It is told nothing.
    if (input.website) return { id: newId(), device: secret };
    await this.mustNotFlood(firmId, FROM_ONE_PLACE, 'drop-off from', from, 'Much was sent from where you are.');
    const proof = await this.page.look(firmId, (work) => this.puzzles.mustBeDone(work, input.proof));
    await this.mustFindRoom(firmId);
    await this.mustNotFlood(firmId, TO_ONE_MAILBOX, 'drop-off codes', input.email.toLowerCase(), MANY_CODES);
    const id = newId();
    try {
      await this.page.in(firmId, async (work) => {
        const { name, email, message } = input;
        await this.write(work, { id, deviceHash: hashOf(secret), proof, name, email, message });
        await this.mailCode(work, { id, name, email });
      });
    } catch (error) {
      if (sqlState(error) !== '23505') throw error;
      throw Problem.of(422, 'proof-wanted', 'Not sent', 'This was sent before. Load this page again to send something else.');
    }
    return { id, device: secret };
  }

  /** All that is left at one page counts: where it is more than people leave, the page shuts for a while, and those who take it see so. */
  private async mustFindRoom(firmId: string): Promise<void> {
    const opens = await this.tries.take(AT_ONE_PAGE, 'drop-off', firmId);
    if (opens === null) return;
    await this.page.in(firmId, async (work, { shutUntil }) => {
      if (shutUntil === null || new Date(shutUntil) <= new Date(work.now.epochMilliseconds)) await this.page.shut(work, opens.toString());
    });
    throw await this.tooMuch(firmId, 'Very much is sent here at the moment.', opens);
  }

  /** Writes down what a visitor leaves; nobody of the firm sees it before it has arrived. */
  async write(work: Work, { message, ...of }: Pick<Arrival, 'id' | 'deviceHash' | 'proof' | 'name' | 'email' | 'message'>): Promise<void> {
    await work.tx.insert(arrivals).values({ ...of, firmId: work.firm.id, message: this.texts.seal(work.firm, message), beganAt: work.now.toString() });
  }

  /** It is confirmed: those who take it are told. */
  async arrive(work: Work, id: string): Promise<void> {
    await work.tx.update(arrivals).set({ arrivedAt: work.now.toString() }).where(eq(arrivals.id, id));
    const memberIds = await this.page.receivers(work);
    await this.events.record(work, ArrivalCame, { what: 'something was left on the drop-off page', payload: { arrivalId: id, memberIds } });
  }

  /** A file of one that has arrived. @throws Problem for what is not taken from strangers */
  async take(work: Work, id: string, file: Upload): Promise<void> {
    const why = whyNotTaken(file);
    if (why !== null) throw Problem.badFile(why);
    const { name, kind, bytes, address } = file;
    const [there] = await work.tx
      .select({ id: arrivalFiles.id })
      .from(arrivalFiles)
      .where(and(eq(arrivalFiles.arrivalId, id), eq(arrivalFiles.address, address), eq(arrivalFiles.name, name)));
    // Sent twice, because an answer was lost.
    if (there) return;
    await this.store.claim(work, file, true);
    await work.tx.insert(arrivalFiles).values({ firmId: work.firm.id, arrivalId: id, at: work.now.toString(), name, kind, bytes, address });
    // Whoever has it open sees the file.
    work.topics.add('arrivals');
  }

  /** Sends another code; the ones before it stop working. */
  async sendCode(address: string, id: string, device: string | null): Promise<void> {
    const firmId = await this.page.firmAt(address);
    const { email } = await this.page.look(firmId, (work) => this.waiting(work, id, device));
    await this.mustNotFlood(firmId, TO_ONE_MAILBOX, 'drop-off codes', email.toLowerCase(), MANY_CODES);
    await this.page.in(firmId, async (work) => this.mailCode(work, await this.waiting(work, id, device)));
  }

  /** With the code of the mail it has arrived. @throws Problem that says how to go on */
  async confirm(address: string, id: string, device: string | null, code: string): Promise<void> {
    const firmId = await this.page.firmAt(address);
    const { email } = await this.page.look(firmId, (work) => this.waiting(work, id, device));
    // Codes are guessed at from anywhere: it is the mailbox that is counted.
    const opens = await this.tries.take(CODES_OF_ONE, 'drop-off tries', email.toLowerCase());
    const why = await this.page.in(firmId, async (work) => {
      const arrival = await this.waiting(work, id, device);
      if (opens !== null) return Problem.of(429, 'codes-shut', 'Not sent', `Codes were tried too often for this address. Call ${work.firm.name}.`);
      const refusal = await this.codes.use(work, id, code);
      if (refusal !== null) return refusal;
      await this.arrive(work, arrival.id);
      return null;
    });
    if (why !== null) throw why;
    await this.tries.forgive('drop-off tries', email.toLowerCase());
  }

  /** Whether a file may be added at all; asked before it is read, and again with its size. @throws Problem */
  async mayAdd(work: Work, id: string, device: string | null, bytes = 1): Promise<Arrival> {
    const arrival = await this.ofDevice(work, id, device);
    if (!this.takesFiles(work, arrival)) throw Problem.refused('not-open', 'No more files can be added to this. Send a new message with them.');
    const [there] = await work.tx
      .select({ count: sql<number>`count(*)::int`, bytes: sql<number>`coalesce(sum(bytes), 0)::float8` })
      .from(arrivalFiles)
      .where(eq(arrivalFiles.arrivalId, id));
    if (there!.count >= MOST_FILES) throw Problem.refused('too-many-files', `At most ${MOST_FILES} files can be sent at once.`);
    if (there!.bytes + bytes > MOST_BYTES) throw Problem.refused('too-many-files', 'At most 200 MB can be sent at once.');
    if (await this.store.isFullFromOutside(work))
      throw Problem.of(413, 'no-room-kept', 'Not kept', `There is no room for more files here. Ask ${work.firm.name} how to hand this one in.`);
    return arrival;
  }

  async addFile(work: Work, id: string, device: string | null, file: Upload): Promise<void> {
    await work.tx.select({ id: arrivals.id }).from(arrivals).where(eq(arrivals.id, id)).for('update');
    await this.mayAdd(work, id, device, file.bytes);
    await this.take(work, id, file);
  }

  /** One that was left from this device. @throws Problem "not-found" */
  private async ofDevice(work: Work, id: string, device: string | null): Promise<Arrival> {
    const [found] = await work.tx
      .select()
      .from(arrivals)
      .where(and(eq(arrivals.id, id), eq(arrivals.firmId, work.firm.id), eq(arrivals.deviceHash, hashOf(device ?? ''))));
    if (!found) throw Problem.notFound('message');
    return found;
  }

  private async waiting(work: Work, id: string, device: string | null): Promise<Arrival> {
    const found = await this.ofDevice(work, id, device);
    if (found.arrivedAt !== null) throw Problem.refused('code-used', 'This code was entered already. What you sent has arrived.');
    return found;
  }

  private async mailCode(work: Work, { id, name, email }: Pick<Arrival, 'id' | 'name' | 'email'>): Promise<void> {
    const made = await this.codes.make(work, id);
    await this.effects.plan(work, 'letter', made.id, { channel: 'mail', toName: name, address: email, ...this.codes.inWords(work, name, made.code) });
  }

  private async mustNotFlood(firmId: string, rule: DoorRule, kind: string, of: string, why: string): Promise<void> {
    const opens = await this.tries.take(rule, kind, `${firmId} ${of}`);
    if (opens !== null) throw await this.tooMuch(firmId, why, opens);
  }

  private async tooMuch(firmId: string, why: string, opens: Temporal.Instant): Promise<Problem> {
    const at = await this.page.look(firmId, ({ firm }) => opens.toZonedDateTimeISO(firm.zone).toPlainTime().toString().slice(0, 5));
    return Problem.of(429, 'too-much', 'Not sent', `${why} Nothing is taken before ${at}. What you typed is still here; if it is urgent, please call.`);
  }

  /** What nobody confirmed within a day was nobody’s. */
  private async forgetUnconfirmed(work: Work): Promise<void> {
    const before = work.now.subtract({ hours: CODE_WAITED_HOURS }).toString();
    const gone = await work.tx
      .delete(arrivals)
      .where(and(eq(arrivals.firmId, work.firm.id), isNull(arrivals.arrivedAt), lt(arrivals.beganAt, before)))
      .returning({ id: arrivals.id });
    for (const { id } of gone) await this.codes.forget(work, id);
  }
}

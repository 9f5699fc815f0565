import { type CivilDate, Temporal, type WorkingCalendar, addWorkingDays, civil, workingDaysIn } from '@steady/core/calendar';
import { filedInWords, fullDate } from '@steady/core/words';
import { newId } from '@steady/server/platform/database/index';
import { hashOf, newSecret } from '@steady/server/platform/identity/index';

/** A row as it stands in the database: columns by their names there; days and moments as text (ISO 8601). */
export type Row = Record<string, unknown>;

/** How a job went: its rows but for its money and for what came with its beginning, by table; and the deadline it was begun for. */
export interface Pattern {
  job: Row;
  deadline: Row;
  parts: Map<string, Row[]>;
}

/** "Wed 25 Jun 2025" within a text, and whether something is due on it. */
const DAY_IN_WORDS = String.raw`\b(due )?(?:Mon|Tue|Wed|Thu|Fri|Sat|Sun) (\d{1,2}) (Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec) (\d{4})\b`;
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const ID = /\b[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[0-9a-f]{4}-[0-9a-f]{12}\b/g;
const DOOR = /(?<=\/portal\/door\/)[\w-]+/g;
const FILED = /\bfiled (?:on the day|\d+ days? (?:early|late))/;
/** Columns with the day by which the work is due, or our own target. */
const DUE = ['due_on', 'target_on'];
const IS_DAY = /^\d{4}-\d{2}-\d{2}$/;
const IS_MOMENT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/;

const periodOf = (deadline: Row) => String(deadline.name).split(', ').at(-1)!;

/**
 * Turns the rows of one job into those of a later job of the same line: ids, number, receipt and links are new; the period is
 * the later one; its due day and target take the place of the earlier ones; every other day lies as many working days after
 * the beginning as it did then, at the same time of day.
 */
export class Rewriting {
  private readonly ids = new Map<string, string>();
  private readonly secrets = new Map<string, { secret: string; hash: string }>();
  private readonly days = new Map<string, CivilDate>();
  private readonly words: Map<string, string>;
  /** Days in words, and whatever else is said otherwise: looked for at once, because "Thu 5 Jun 2025" holds the name of a month too. */
  private readonly wording: RegExp;
  private readonly begun: CivilDate;

  constructor(
    private readonly calendar: WorkingCalendar,
    private readonly zone: string,
    private readonly pattern: Pattern,
    private readonly to: { job: Row; deadline: Row },
  ) {
    const { job, deadline, parts } = pattern;
    this.begun = civil(String(job.start_on));
    for (const rows of parts.values()) for (const { id } of rows) if (typeof id === 'string') this.ids.set(id, newId());
    this.takesPlaceOf(deadline, to.deadline);
    this.takesPlaceOf(job, to.job);
    this.words = new Map([
      [periodOf(deadline), periodOf(to.deadline)],
      [`job ${String(job.number)},`, `job ${String(to.job.number)},`],
      ...(typeof deadline.receipt === 'string' ? [[deadline.receipt, receiptAfter(deadline.receipt, Number(to.job.number))] as [string, string]] : []),
    ]);
    this.wording = new RegExp([DAY_IN_WORDS, ...this.words.keys()].join('|'), 'g');
  }

  /** A row that is there already stands where one of the pattern stood. */
  takesPlaceOf(then: Row, now: Row): void {
    this.ids.set(String(then.id), String(now.id));
  }

  /** The new id of what stood under an id in the pattern; an id of anything else stays. */
  id(known: string): string {
    return this.ids.get(known) ?? known;
  }

  /** The day of a moment. */
  dayIn(moment: string): CivilDate {
    return Temporal.Instant.from(moment).toZonedDateTimeISO(this.zone).toPlainDate();
  }

  row(row: Row): Row {
    return Object.fromEntries(Object.entries(row).map(([column, value]) => [column, DUE.includes(column) ? this.due(value) : this.value(value)]));
  }

  /** The due day or the target of the pattern gives way to the later one, wherever it is named; any other day moves along. */
  private due(day: unknown): unknown {
    const column = DUE.find((one) => this.pattern.deadline[one] === day);
    return column ? this.to.deadline[column] : this.value(day);
  }

  /** Any value of a row. */
  value(value: unknown): unknown {
    if (typeof value === 'string') return this.text(value);
    if (Array.isArray(value)) return value.map((one) => this.value(one));
    if (value !== null && typeof value === 'object') return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, this.value(one)]));
    return value;
  }

  /** The hashes of the links that were met in the messages. */
  doors(): string[] {
    return [...this.secrets.keys()].map(hashOf);
  }

  /** The row of a link, for the link that has taken its place. */
  door(link: Row): Row {
    const [known, { hash }] = [...this.secrets].find(([secret]) => hashOf(secret) === link.token_hash)!;
    const sent = String(this.pattern.parts.get('messages')!.find(({ body }) => String(body).includes(known))!.at);
    const lasts = Temporal.Instant.from(sent).until(Temporal.Instant.from(String(link.expires_at)));
    return { ...this.row(link), token_hash: hash, expires_at: Temporal.Instant.from(this.moment(sent)).add(lasts).toString() };
  }

  private text(text: string): string {
    if (IS_DAY.test(text)) return this.day(civil(text)).toString();
    if (IS_MOMENT.test(text)) return this.moment(text);
    return text
      .replace(FILED, () => this.filed())
      .replace(this.wording, (said, due?: string, day?: string, month?: string, year?: string) => {
        if (day === undefined) return this.words.get(said)!;
        const named = new Temporal.PlainDate(Number(year), MONTHS.indexOf(month!) + 1, Number(day));
        return due === undefined ? fullDate(this.day(named)) : `${due}${fullDate(civil(String(this.due(named.toString()))))}`;
      })
      .replace(DOOR, (secret) => this.secretFor(secret))
      .replace(ID, (id) => this.id(id));
  }

  private day(then: CivilDate): CivilDate {
    const known = this.days.get(then.toString());
    if (known) return known;
    const begunOn = civil(String(this.to.job.start_on));
    const after = workingDaysIn(this.begun.add({ days: 1 }), then, this.calendar).length;
    const day =
      Temporal.PlainDate.compare(then, this.begun) < 0
        ? begunOn.subtract({ days: then.until(this.begun).days })
        : addWorkingDays(begunOn, after, this.calendar);
    this.days.set(then.toString(), day);
    return day;
  }

  private moment(text: string): string {
    const then = Temporal.Instant.from(text).toZonedDateTimeISO(this.zone);
    return this.day(then.toPlainDate()).toZonedDateTime({ timeZone: this.zone, plainTime: then.toPlainTime() }).toInstant().toString();
  }

  /** How the filing stood to its date. */
  private filed(): string {
    const { filed_at } = this.pattern.deadline;
    return filedInWords(civil(String(this.to.deadline.due_on)), this.dayIn(this.moment(String(filed_at))));
  }

  private secretFor(known: string): string {
    const taken = this.secrets.get(known) ?? newSecret();
    this.secrets.set(known, taken);
    return taken.secret;
  }
}

/** "2048-5784-50", and for another job "2048-5784-17": receipts look like those of the gateway, and no two are the same. */
function receiptAfter(receipt: string, number: number): string {
  const digits = String((Number(receipt.replaceAll('-', '')) + number * 7_919) % 10_000_000_000).padStart(10, '0');
  return `${digits.slice(0, 4)}-${digits.slice(4, 8)}-${digits.slice(8)}`;
}

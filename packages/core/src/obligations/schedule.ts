import {
  type CivilDate,
  type Period,
  type Rhythm,
  type WorkingCalendar,
  Periods,
  Temporal,
  addWorkingDays,
  civil,
  later,
  nextWorkingDay,
  openWeek,
  periodName,
  previousWorkingDay,
} from '../calendar';
import { type Facts, conditionInWords, meets } from '../conditions';
import type { Workings } from '../workings';
import { ANCHOR_FACTS, type LineAnchor, anchorEnd, registeredSpan } from './anchors';
import { dueDate, dueOn, extendsByItself, isInForce, isOver, plannedDate } from './due-date';
import { factsAsked } from './in-words';
import { type OwnDue, ownDate } from './own-date';
import type { FilingRule, PeriodAnchor } from './rule';

export interface ScheduledObligation {
  ruleId: string;
  period: Period;
  /** "Mar-Apr 2026", "year to 30 Jun 2026". */
  periodName: string;
  due: CivilDate;
  /** The firm's own date ahead of the statutory one, always a working day. */
  target: CivilDate;
  /** The working day on which the job for it comes into being. */
  beginsOn: CivilDate;
  /** The same days as ISO dates; written once for all clients who share them. */
  readonly iso: IsoDays;
  /** Reckoned when they are asked for. */
  readonly workings: Workings;
}

interface IsoDays {
  start: string;
  end: string;
  due: string;
  target: string;
  beginsOn: string;
}

/** Days on which a line rests, both included; no last one while nobody knows. */
export interface Pause {
  from: string;
  until: string | null;
}

/** What one client has agreed of one service, as far as dates go. ISO dates. */
export interface LineTerms {
  rhythm: Rhythm;
  /** By what its periods are counted where no filing rule leads. */
  anchor: LineAnchor;
  anchorOn: string | null;
  startsOn: string;
  endsOn: string | null;
  /** A first or last period that the line does not wholly cover is cut short; otherwise the work is for the whole of it. */
  cutShort: boolean;
  pauses: readonly Pause[];
  /** The filing rules that this line answers for, the one that leads its jobs first. */
  rules: readonly FilingRule[];
  /** When the work is wanted where no rule leads. */
  ownDue: OwnDue;
  /** Days before the deadline at which the job begins. */
  leadDays: number;
  /** Working days by which our target precedes the deadline. */
  targetDays: number;
  /** More time that the law gives without asking is taken: work is planned by the extended date. */
  takesExtensions: boolean;
}

/** How far ahead is looked. */
export interface Outlook {
  today: CivilDate;
  /** How many obligations due today or later are wanted of each rule. */
  ahead: number;
  /** None is made that is due later than this, but at least one always is. */
  horizon: CivilDate;
}

/** The deadlines of a line under one rule; those of the one that leads make its jobs. */
export interface Stream {
  rule: FilingRule;
  leads: boolean;
  obligations: ScheduledObligation[];
}

export interface LineSchedule {
  streams: Stream[];
  /** Rules that give nothing for this client, and why, in words; `lacking` where only a fact is not known. */
  none: ({ rule: FilingRule } & Nothing)[];
}

interface Nothing {
  why: string;
  lacking: boolean;
}

const after = (a: CivilDate, b: CivilDate) => Temporal.PlainDate.compare(a, b) > 0;

/** A scheduled obligation that explains itself only when it is asked. */
class Reckoned implements ScheduledObligation {
  private explained: Workings | undefined;
  private written: IsoDays | undefined;

  constructor(
    readonly ruleId: string,
    readonly period: Period,
    readonly periodName: string,
    readonly due: CivilDate,
    readonly target: CivilDate,
    readonly beginsOn: CivilDate,
    private readonly explain: () => Workings,
  ) {}

  get workings(): Workings {
    return (this.explained ??= this.explain());
  }

  get iso(): IsoDays {
    return (this.written ??= {
      start: this.period.start.toString(),
      end: this.period.end.toString(),
      due: this.due.toString(),
      target: this.target.toString(),
      beginsOn: this.beginsOn.toString(),
    });
  }

  /** The same with other days of begin or period. */
  with({ period = this.period, periodName = this.periodName, beginsOn = this.beginsOn }: { period?: Period; periodName?: string; beginsOn?: CivilDate }) {
    return new Reckoned(this.ruleId, period, periodName, this.due, this.target, beginsOn, this.explain);
  }
}

/** What the dates of a rule hang on besides the period. Two clients for whom it is the same share what was reckoned. */
interface TrackBasis {
  rule: FilingRule;
  rhythm: Rhythm;
  anchor: CivilDate;
  facts: Facts;
  leadDays: number;
  targetDays: number;
  takesExtensions: boolean;
}

/** The deadlines of one rule on one basis, by the number of their period. */
class Track {
  readonly periods: Periods;
  private readonly known = new Map<number, Reckoned | 'not yet' | 'over'>();

  constructor(
    private readonly basis: TrackBasis,
    private readonly calendar: WorkingCalendar,
  ) {
    this.periods = new Periods(basis.rhythm, basis.anchor, calendar);
  }

  /** Says instead where the rule is not in force yet, and where rule or rhythm have come to their end. */
  at(n: number): Reckoned | 'not yet' | 'over' {
    let one = this.known.get(n);
    if (one === undefined) this.known.set(n, (one = this.reckonAt(n)));
    return one;
  }

  private reckonAt(n: number): Reckoned | 'not yet' | 'over' {
    const period = this.periods.at(n);
    if (!period || isOver(this.basis.rule, period)) return 'over';
    return isInForce(this.basis.rule, period) ? this.reckon(period) : 'not yet';
  }

  reckon(period: Period): Reckoned {
    const { rule, rhythm, facts, leadDays, targetDays, takesExtensions } = this.basis;
    const extended = takesExtensions && extendsByItself(rule);
    const due = extended ? plannedDate(rule, period, facts, this.calendar).due : dueOn(rule, period, facts, this.calendar);
    const target = previousWorkingDay(addWorkingDays(due, -targetDays, this.calendar), this.calendar);
    // Work for a period does not begin before the period does, however long the lead time.
    const lead = due.subtract({ days: leadDays });
    const begins = nextWorkingDay(rhythm === 'one-off' ? lead : later(lead, period.start), this.calendar);
    return new Reckoned(
      rule.id,
      period,
      periodName(period, rhythm),
      due,
      target,
      after(begins, due) ? due : begins,
      () => (extended ? plannedDate : dueDate)(rule, period, facts, this.calendar).workings,
    );
  }
}

const rests = ({ start, end }: IsoDays, pauses: readonly Pause[]) => pauses.some(({ from, until }) => from <= start && (until === null || end <= until));

/** The day of its own from which the periods of a line are counted; none where they go by a calendar that all share. */
function ownDay(anchor: LineAnchor | PeriodAnchor, rhythm: Rhythm, { startsOn, anchorOn }: LineTerms): string | null {
  if (anchor === 'date' || rhythm === 'one-off') return anchorOn ?? startsOn;
  return anchor === 'start' || rhythm.includes('working day') ? startsOn : null;
}

/**
 * Computes the deadlines and jobs of service lines. What two lines have in common is reckoned once, so one reckoner serves
 * a whole firm; it knows nothing of the day, and computing twice gives the same.
 */
export class Reckoner {
  private readonly tracks = new Map<string, Track>();
  private readonly asked = new Map<FilingRule, string[]>();
  private readonly days = new Map<string, CivilDate>();

  /** @param calendar the firm's own working days */
  constructor(private readonly calendar: WorkingCalendar = openWeek) {}

  private day(iso: string): CivilDate {
    let day = this.days.get(iso);
    if (!day) this.days.set(iso, (day = civil(iso)));
    return day;
  }

  private factsOf(rule: FilingRule): string[] {
    let asked = this.asked.get(rule);
    if (!asked) this.asked.set(rule, (asked = factsAsked(rule)));
    return asked;
  }

  /** The rule that leads the jobs of a line: the first return in the line's own rhythm; none where the work has its own dates. */
  static leading(terms: Pick<LineTerms, 'rules' | 'rhythm'>): FilingRule | undefined {
    return terms.rules.find((rule) => rule.kind !== 'payment' && (rule.rhythms as Rhythm[]).includes(terms.rhythm));
  }

  /**
   * Everything that a line brings a client: each rule's deadlines from the start of the line until enough of them lie ahead.
   * @throws RangeError when the rhythm is a recurrence rule that cannot be followed
   */
  line(terms: LineTerms, facts: Facts, outlook: Outlook): LineSchedule {
    const leading = Reckoner.leading(terms);
    const schedule: LineSchedule = { streams: [], none: [] };
    for (const rule of [...(leading ? [] : [ownDate(terms.ownDue)]), ...terms.rules]) {
      const leads = leading ? rule === leading : rule.rhythms.length === 0;
      const stream = this.stream(rule, leads, terms, facts, outlook);
      if ('why' in stream) schedule.none.push({ rule, ...stream });
      else schedule.streams.push({ rule, leads, obligations: stream });
    }
    return schedule;
  }

  private stream(rule: FilingRule, leads: boolean, terms: LineTerms, facts: Facts, { today, ahead, horizon }: Outlook): ScheduledObligation[] | Nothing {
    if (!meets(rule.appliesTo, facts)) return { why: `"${rule.name}" applies only where: ${conditionInWords(rule.appliesTo)}`, lacking: false };
    const own = leads && rule.rhythms.length === 0;
    const rhythm = own || (rule.rhythms as Rhythm[]).includes(terms.rhythm) ? terms.rhythm : rule.rhythms[0]!;
    const track = this.track(rule, rhythm, own, terms, facts);
    if ('why' in track) return track;
    const registered = own ? { from: null, until: null } : registeredSpan(this.factsOf(rule), facts);
    const from = registered.from !== null && registered.from > terms.startsOn ? registered.from : terms.startsOn;
    const until = [terms.endsOn, registered.until].filter((end) => end !== null).sort()[0];
    const [now, last] = [today.toString(), horizon.toString()];
    const found: ScheduledObligation[] = [];
    // Days are compared as ISO text: a firm has hundreds of thousands of them, and each is written once.
    let madeAhead = 0;
    for (let n = track.periods.indexOf(this.day(from)); madeAhead < ahead; n += 1) {
      let one = track.at(n);
      if (one === 'not yet') continue;
      if (one === 'over' || (until !== undefined && one.iso.start > until)) break;
      if (own && terms.cutShort) one = this.cut(track, one, rhythm, from, until);
      const { iso } = one;
      const isAhead = iso.due >= now;
      if (isAhead && madeAhead > 0 && iso.due > last) break;
      if (isAhead) madeAhead += 1;
      if (rests(iso, terms.pauses)) continue;
      found.push(iso.beginsOn < terms.startsOn ? one.with({ beginsOn: this.afterStart(this.day(terms.startsOn), one.due) }) : one);
    }
    return found;
  }

  private afterStart(start: CivilDate, due: CivilDate): CivilDate {
    const begins = nextWorkingDay(start, this.calendar);
    return after(begins, due) ? due : begins;
  }

  /** A first or last period that is not wholly covered, cut to what is. */
  private cut(track: Track, one: Reckoned, rhythm: Rhythm, from: string, until: string | undefined): Reckoned {
    const begins = from > one.iso.start;
    const ends = until !== undefined && until < one.iso.end;
    if (!begins && !ends) return one;
    const period = { start: begins ? this.day(from) : one.period.start, end: ends ? this.day(until) : one.period.end };
    return !ends ? one.with({ period, periodName: periodName(period, rhythm) }) : track.reckon(period);
  }

  private track(rule: FilingRule, rhythm: Rhythm, own: boolean, terms: LineTerms, facts: Facts): Track | Nothing {
    const anchor = own ? terms.anchor : rule.anchor;
    const needs = ANCHOR_FACTS[anchor];
    const grounds = own ? [] : this.factsOf(rule).map((fact) => facts[fact] ?? null);
    const key = JSON.stringify([
      rule.id,
      own ? [terms.ownDue, ownDay(anchor, rhythm, terms)] : null,
      rhythm,
      anchor,
      needs ? (facts[needs.fact] ?? null) : null,
      terms.leadDays,
      terms.targetDays,
      terms.takesExtensions,
      grounds,
    ]);
    const known = this.tracks.get(key);
    if (known) return known;
    const end = anchorEnd(anchor, facts, { country: rule.country, rhythm, own: terms });
    if (!end) return { why: `The client record lacks ${needs?.words ?? 'what its periods are counted by'}`, lacking: true };
    const track = new Track(
      { rule, rhythm, anchor: end, facts, leadDays: terms.leadDays, targetDays: terms.targetDays, takesExtensions: terms.takesExtensions },
      this.calendar,
    );
    this.tracks.set(key, track);
    return track;
  }
}

import { RRuleTemporal } from 'rrule-temporal';
import { Temporal } from 'temporal-polyfill';
import type { CivilDate } from './dates';

/** How far a rule is followed for the next of its days before it is taken to have none. */
const YEARS = 20;

/** The days on which a recurrence rule of RFC 5545 falls, in order, as they are asked for. */
export class Recurrence {
  private readonly rule: RRuleTemporal;
  private readonly days: CivilDate[] = [];

  /**
   * @param text "FREQ=MONTHLY;BYDAY=-1FR"
   * @param from its DTSTART: intervals count from it
   * @throws RangeError in words when the rule cannot be followed
   */
  constructor(
    readonly text: string,
    readonly from: CivilDate,
  ) {
    try {
      const dtstart = from.toZonedDateTime('UTC');
      this.rule = new RRuleTemporal({ rruleString: `DTSTART:${from.toString().replaceAll('-', '')}T000000Z\nRRULE:${text}`, temporal: Temporal, strict: true });
      if (this.rule.between(dtstart, dtstart.add({ years: YEARS }), true).length === 0) throw new RangeError('it never falls');
    } catch (error) {
      throw new RangeError(`The calendar rule "${text}" cannot be followed: ${error instanceof Error ? error.message : String(error)}`);
    }
  }

  /** The nth day, the first being 0; none where the rule has come to its end. */
  at(n: number): CivilDate | undefined {
    while (this.days.length <= n) {
      const last = this.days.at(-1) ?? this.from.subtract({ days: 1 });
      const next = this.rule.next(last.add({ days: 1 }).toZonedDateTime('UTC'), true);
      if (!next) return undefined;
      this.days.push(next.toPlainDate());
    }
    return this.days[n];
  }
}

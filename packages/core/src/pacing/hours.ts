import { type CivilDate, Temporal, type WorkingCalendar, isWorkingDay } from '../calendar';

/** From when until when messages go out on a working day, on the clock of the firm: "08:30". */
export interface Hours {
  from: string;
  until: string;
}

/** A time of day to the minute, "08:30", on a 24-hour clock. */
export const isTimeOfDay = (value: unknown): value is string => typeof value === 'string' && /^([01]\d|2[0-3]):[0-5]\d$/.test(value);

/** A stretch in which messages may go out. Moments in epoch milliseconds; `until` is not a part of it. */
export interface Open {
  /** The day, ISO 8601, on the clock of the firm. */
  day: string;
  from: number;
  until: number;
}

/**
 * The hours in which messages go out: of each working day, in the firm's time zone. They are worked out once for each day that
 * is asked for, as thousands of messages fall on few days.
 */
export class SendingHours {
  private readonly opens: Open[] = [];
  /** The first day that was not looked at yet, and the moment from which on days were. */
  private next: CivilDate | null = null;
  private since = 0;
  private readonly times: [Temporal.PlainTime, Temporal.PlainTime];

  /**
   * @param hours `from` before `until`
   * @param zone an IANA time zone, e.g. "Europe/Dublin"
   * @throws RangeError where they do not open before they close
   */
  constructor(
    hours: Hours,
    private readonly zone: string,
    private readonly calendar: WorkingCalendar,
  ) {
    if (!isTimeOfDay(hours.from) || !isTimeOfDay(hours.until) || hours.from >= hours.until)
      throw new RangeError(`No hours: from ${hours.from} until ${hours.until}`);
    this.times = [Temporal.PlainTime.from(hours.from), Temporal.PlainTime.from(hours.until)];
  }

  /** The day on the clock of the firm, ISO 8601, of a moment in epoch milliseconds. */
  dayOf(moment: number): string {
    const open = this.opens[this.place(moment)];
    return open && open.from <= moment ? open.day : this.civilDay(moment).toString();
  }

  /** Whether a whole day on which nothing goes out lies between a moment and the hours that come next, or the moment is on one. */
  closedBefore(moment: number, { day }: Open): boolean {
    const own = this.civilDay(moment);
    return own.toString() !== day && own.add({ days: 1 }).toString() !== day;
  }

  private civilDay(moment: number): CivilDate {
    return Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(this.zone).toPlainDate();
  }

  /** Where the first stretch stands that has not ended at a moment. */
  private place(moment: number): number {
    let [low, high] = [0, this.opens.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.opens[middle]!.until > moment) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** The stretch in which a moment lies, or the next one after it. @param moment epoch milliseconds */
  at(moment: number): Open {
    if (this.next === null || moment < this.since) {
      this.opens.length = 0;
      this.since = moment;
      this.next = this.civilDay(moment);
    }
    let low = this.place(moment);
    while (low >= this.opens.length) {
      const open = this.further();
      if (open.until > moment) break;
      low += 1;
    }
    return this.opens[low]!;
  }

  private further(): Open {
    let day = this.next!;
    while (!isWorkingDay(day, this.calendar)) day = day.add({ days: 1 });
    this.next = day.add({ days: 1 });
    const [from, until] = this.times.map((plainTime) => day.toZonedDateTime({ timeZone: this.zone, plainTime }).epochMilliseconds);
    const open = { day: day.toString(), from: from!, until: until! };
    this.opens.push(open);
    return open;
  }
}

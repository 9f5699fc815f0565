import { type CivilDate, Temporal } from '@steady/core/calendar';

/** The civil day of a moment in a zone, e.g. "Europe/Dublin". */
export const dayIn = (zone: string, moment: Temporal.Instant | string): CivilDate => Temporal.Instant.from(moment).toZonedDateTimeISO(zone).toPlainDate();

/** The only thing in the application that knows what time it is, so that any day can be rehearsed. */
export abstract class Clock {
  abstract now(): Temporal.Instant;

  /** The civil day in a zone, e.g. "Europe/Dublin". */
  today(zone: string): CivilDate {
    return dayIn(zone, this.now());
  }
}

/** Real time, moved by whole days when a day was given at the start. */
export class SystemClock extends Clock {
  private readonly offset: number;

  constructor(startDay: string | null, zone: string) {
    super();
    const real = Temporal.Now.zonedDateTimeISO(zone);
    this.offset =
      startDay === null
        ? 0
        : Temporal.PlainDate.from(startDay).toZonedDateTime({ timeZone: zone, plainTime: real.toPlainTime() }).epochMilliseconds - real.epochMilliseconds;
  }

  now(): Temporal.Instant {
    return Temporal.Instant.fromEpochMilliseconds(Date.now() + this.offset);
  }
}

/** A clock that stands where it is put: for tests, and for living through the months of the demo firm. */
export class SetClock extends Clock {
  constructor(private instant: Temporal.Instant) {
    super();
  }

  now(): Temporal.Instant {
    return this.instant;
  }

  set(instant: Temporal.Instant): void {
    this.instant = instant;
  }

  advance(by: Temporal.DurationLike): void {
    this.instant = this.instant.add(by);
  }
}

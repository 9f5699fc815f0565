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

/** Real time, moved by whole days when a day was given at the start; from a time of day on where that was given too. */
export class SystemClock extends Clock {
  private readonly offset: number;

  /** @param start "2026-05-04" or "2026-05-04T10:00", in the zone */
  constructor(start: string | null, zone: string) {
    super();
    const real = Temporal.Now.zonedDateTimeISO(zone);
    const from = start?.includes('T') ? Temporal.PlainDateTime.from(start) : start && Temporal.PlainDate.from(start).toPlainDateTime(real.toPlainTime());
    this.offset = from ? from.toZonedDateTime(zone).epochMilliseconds - real.epochMilliseconds : 0;
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

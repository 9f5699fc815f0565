import { type CivilDate, type WorkingCalendar, Temporal, later, openWeek, weekStart, workingDaysIn } from '../calendar';

/** Work that is still to be done by somebody. */
export interface PlannedWork {
  /** Null while nobody has it. */
  personId: string | null;
  /** Minutes left. */
  minutes: number;
  start: CivilDate;
  due: CivilDate;
}

/** A person's working time: minutes for each weekday, Monday first, and days of leave (ISO dates). */
export interface WorkingPattern {
  personId: string;
  weekdays: readonly number[];
  leave?: ReadonlySet<string>;
}

export interface WeekLoad {
  /** Monday, ISO date. */
  week: string;
  /** Minutes booked and minutes of room, in the whole list of people. */
  booked: number;
  room: number;
  people: { personId: string; booked: number; room: number }[];
  workingDays: number;
}

/**
 * Load against room for a run of weeks. What is left of each piece of work is spread evenly over the working days from
 * today (or its start, if later) to its due date; overdue work stands on today.
 * @param weeks how many, from the week of `from`.
 * @example weeklyLoad({ work: [{ personId: 'Niamh', minutes: 300, start: civil('2026-03-12'), due: civil('2026-03-16') }], patterns: [{ personId: 'Niamh', weekdays: [450, 450, 450, 450, 450, 0, 0] }], from: civil('2026-03-11'), today: civil('2026-03-11'), weeks: 2 }).map(({ booked, room }) => [booked, room]) // [[200, 2250], [100, 2250]]
 */
export function weeklyLoad(input: {
  work: readonly PlannedWork[];
  patterns: readonly WorkingPattern[];
  from: CivilDate;
  today: CivilDate;
  weeks: number;
  calendar?: WorkingCalendar;
}): WeekLoad[] {
  const { calendar = openWeek } = input;
  const first = weekStart(input.from);
  const mondays = Array.from({ length: input.weeks }, (_, n) => first.add({ weeks: n }));
  const booked = new Map<string, Map<string | null, number>>(mondays.map((monday) => [monday.toString(), new Map<string | null, number>()]));
  for (const piece of input.work) {
    const start = later(piece.start, input.today);
    const days = Temporal.PlainDate.compare(piece.due, start) < 0 ? [start] : workingDaysIn(start, piece.due, calendar);
    const over = days.length > 0 ? days : [start];
    for (const day of over) {
      const week = booked.get(weekStart(day).toString());
      if (week) week.set(piece.personId, (week.get(piece.personId) ?? 0) + piece.minutes / over.length);
    }
  }
  return mondays.map((monday) => {
    const days = workingDaysIn(monday, monday.add({ days: 6 }), calendar);
    const week = booked.get(monday.toString())!;
    const people = input.patterns.map((pattern) => ({
      personId: pattern.personId,
      booked: Math.round(week.get(pattern.personId) ?? 0),
      room: days.reduce((sum, day) => sum + (pattern.leave?.has(day.toString()) ? 0 : (pattern.weekdays[day.dayOfWeek - 1] ?? 0)), 0),
    }));
    return {
      week: monday.toString(),
      booked: Math.round([...week.values()].reduce((a, b) => a + b, 0)),
      room: people.reduce((sum, person) => sum + person.room, 0),
      people,
      workingDays: days.length,
    };
  });
}

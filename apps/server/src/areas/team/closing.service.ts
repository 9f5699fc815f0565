import { Injectable } from '@nestjs/common';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { ClosingDays, KeepClosingDays } from '@steady/contract/closing-days';
import { Events, eventKind } from '../../platform/events';
import { Problem } from '../../platform/http/problem';
import { type Work, Works } from '../../platform/work';

export const ClosingDaysChanged = eventKind<object>('closing days changed', 'team');

/** The days on which the firm is closed: its own beside the public holidays of its country. */
@Injectable()
export class ClosingService {
  constructor(
    private readonly works: Works,
    private readonly events: Events,
  ) {}

  /** The firm's own closing days, and the holidays of its country beside them. */
  view(work: Work): ClosingDays {
    const own = work.firm.closingDays;
    const [from, until] = [work.today.toString(), work.today.add({ months: 24 }).toString()];
    const holidays = [...work.firm.calendar.closed]
      .filter(([day]) => day >= from && day < until && !own.some((one) => one.day === day))
      .map(([day, name]) => ({ day, name }))
      .sort((a, b) => a.day.localeCompare(b.day));
    return { own, holidays, version: work.firm.version };
  }

  /** Keeps the firm's own closing days. The almanac listens and moves targets and dates of our own off them. */
  async keep(work: Work, { days, version }: KeepClosingDays): Promise<void> {
    const twice = days.find((one, at) => days.findIndex((other) => other.day === one.day) !== at);
    if (twice) throw Problem.invalid([{ field: 'day', message: `${fullDate(civil(twice.day))} is listed twice.` }]);
    const before = work.firm.closingDays;
    const closingDays = [...days].sort((a, b) => a.day.localeCompare(b.day)).map(({ day, name }) => ({ day, name }));
    await this.works.change(work, { closingDays }, version);
    const added = closingDays.filter((one) => !before.some((other) => other.day === one.day));
    const gone = before.filter((one) => !closingDays.some((other) => other.day === one.day));
    const said = [
      ...added.map(({ day, name }) => `closed on ${fullDate(civil(day))}, ${name}`),
      ...gone.map(({ day, name }) => `open on ${fullDate(civil(day))} after all, ${name}`),
    ];
    await this.events.record(work, ClosingDaysChanged, {
      what: said.join('; ') || 'closing days as before',
      before: { closingDays: before },
      after: { closingDays },
      payload: {},
    });
  }
}

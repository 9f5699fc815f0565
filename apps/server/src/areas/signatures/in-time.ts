import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import { Problem } from '../../platform/http/problem';
import type { Work } from '../../platform/work';

/**
 * The day by which one of several is to sign.
 * @param dueOn by when all of them have to have, ISO day
 * @param field where the day was given
 * @throws Problem where it is over, or comes after that of all
 */
export function mustBeInTime(work: Work, { name, wantedBy }: { name: string; wantedBy: string }, dueOn: string, field: string): void {
  if (wantedBy < work.today.toString()) throw Problem.invalid([{ field, message: `${name}: this day is over. Give them some days.` }]);
  if (wantedBy > dueOn)
    throw Problem.invalid([{ field, message: `${name} would sign after ${fullDate(civil(dueOn))}, by which you need all of it. Choose a day before.` }]);
}

import { type Money, money } from './money';

/**
 * Minutes as hours: 80 gives "1 h 20", 5 gives "0 h 05", -30 gives "−0 h 30".
 *
 * @example formatHours(80) // '1 h 20'
 */
export function formatHours(minutes: number): string {
  const whole = Math.abs(Math.round(minutes));
  return `${minutes < 0 ? '\u2212' : ''}${Math.floor(whole / 60).toLocaleString('en-IE')} h ${String(whole % 60).padStart(2, '0')}`;
}

/** A bare number up to this is hours. */
const MOST_HOURS = 12;

/**
 * Reads a length of time as people type it: "1:20", "1 h 20", "1h20", "1.5", "1,5", "90m", "45 min". A bare whole
 * number means hours up to 12, and minutes above: nobody means 45 hours by "45". @returns whole minutes, or null when the text is no length of time.
 * @example parseHours('1.5') // 90
 */
export function parseHours(text: string): number | null {
  const t = text.trim().toLowerCase();
  const clock = /^(\d{1,4})\s*(?::|h)\s*([0-5]?\d)?\s*(?:m|min)?$/.exec(t);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2] ?? 0);
  const minutes = /^(\d{1,5})\s*(?:m|min|minutes)$/.exec(t);
  if (minutes) return Number(minutes[1]);
  const bare = /^\d{2,4}$/.test(t) ? Number(t) : 0;
  if (bare > MOST_HOURS) return bare;
  const decimal = /^(\d{1,4})(?:[.,](\d{1,2}))?\s*(?:h|hours)?$/.exec(t);
  return decimal ? Math.round(Number(`${decimal[1]}.${decimal[2] ?? 0}`) * 60) : null;
}

/**
 * Value of time: minutes at an hourly rate, divided once and rounded half up to the minor unit.
 * @param minutes whole minutes, zero or more.
 * @param ratePerHour per hour.
 * @example valueOfTime(20, money(9_550, 'EUR')) // { amount: 3183, currency: 'EUR' }
 */
export const valueOfTime = (minutes: number, ratePerHour: Money): Money =>
  money(Math.floor((minutes * ratePerHour.amount * 2 + 60) / 120), ratePerHour.currency);

import { addMonths, civil } from '@steady/core/calendar';
import type { Facts } from '@steady/core/conditions';
import { holidayCalendar } from '@steady/core/holidays';
import { type LineTerms, Reckoner, ruleById } from '@steady/core/obligations';

const CLIENTS = 10_000;
const GROUPS = ['Jan-Feb', 'Feb-Mar'];
const TODAY = civil('2026-03-11');

const pad = (value: number) => String(value).padStart(2, '0');

/** A firm of clients that differ in year-end, VAT group, way, return date and start. */
function clientOf(n: number): { facts: Facts; startsOn: string } {
  return {
    facts: {
      legalForm: 'company',
      yearEnd: `${pad(1 + (n % 12))}-${n % 5 === 0 ? 15 : 28}`,
      vatRegistered: true,
      vatGroup: GROUPS[n % 2]!,
      employer: true,
      annualReturnDate: `${pad(1 + (n % 12))}-${pad(1 + (n % 28))}`,
      way: n % 7 === 0 ? 'paper' : 'online',
    },
    startsOn: TODAY.subtract({ days: n % 400 }).toString(),
  };
}

const line = (startsOn: string, ...ids: string[]): LineTerms => {
  const rules = ids.map(ruleById);
  return {
    rhythm: rules[0]!.rhythms[0]!,
    anchor: 'calendar',
    anchorOn: null,
    startsOn,
    endsOn: null,
    cutShort: true,
    pauses: [],
    rules,
    ownDue: { count: 5, unit: 'working days' },
    takesExtensions: false,
    leadDays: 27,
    targetDays: 1,
  };
};

/** 10,000 clients, each with four lines and six rules, five years ahead, beside a loop that only adds the months. */
export function fiveYears(): void {
  const outlook = { today: TODAY, ahead: Number.POSITIVE_INFINITY, horizon: TODAY.add({ years: 5 }) };
  const reckoner = new Reckoner(holidayCalendar('IE', { from: 2024, until: 2034 }));
  let begun = performance.now();
  let made = 0;
  for (let n = 0; n < CLIENTS; n += 1) {
    const { facts, startsOn } = clientOf(n);
    for (const terms of [
      line(startsOn, 'ie-vat-return', 'ie-vat-payment'),
      line(startsOn, 'ie-payroll-return'),
      line(startsOn, 'ie-corporation-tax', 'ie-corporation-tax-preliminary'),
      line(startsOn, 'ie-annual-return'),
    ])
      for (const { obligations } of reckoner.line(terms, facts, outlook).streams) made += obligations.length;
  }
  const took = performance.now() - begun;
  begun = performance.now();
  for (let n = 0; n < made; n += 1) addMonths(TODAY, n % 60);
  const bare = performance.now() - begun;
  console.log(
    `\nfive years of ${CLIENTS.toLocaleString('en-IE')} clients: ${made.toLocaleString('en-IE')} obligations in ${(took / 1000).toFixed(1)} s; only adding the months ${(bare / 1000).toFixed(1)} s`,
  );
}

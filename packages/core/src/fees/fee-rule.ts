import { type Rhythm, rhythmInWords, timesAYear } from '../calendar';
import type { Facts } from '../conditions';
import { type Currency, type Money, compareMoney, formatMoney, opposite, plus, sumOf, times } from '../money';
import type { Workings } from '../workings';

/** What each unit costs up to a number of them; the last band goes on without end. */
export interface FeeBand {
  upTo: number | null;
  each: Money;
}

/** A count of the client by which a fee grows: people paid, invoices, properties. */
export interface FeeDriver {
  /** The fact that holds the count: "detail:…". */
  fact: string;
  /** What is counted, for a sentence: "people on the payroll". */
  name: string;
  /** Units that the base covers. */
  included: number;
  bands: FeeBand[];
}

/** How the fee of one period is proposed for a client. Amounts net of VAT. */
export interface FeeRule {
  base: Money;
  drivers: FeeDriver[];
  /** The fee is never less. */
  minimum: Money | null;
  /** Taken off at the end, in percent; it does not go below the minimum. */
  discount: number;
}

export interface ProposedFee {
  amount: Money;
  workings: Workings;
  /** What is counted but not known of this client; it was taken as none. */
  lacking: string[];
}

/** What `units` cost by bands: each unit costs what its own band says. */
function banded(currency: Currency, units: number, bands: readonly FeeBand[]): { amount: Money; lines: string[] } {
  const costs: Money[] = [];
  const lines: string[] = [];
  let counted = 0;
  for (const { upTo, each } of bands) {
    const inBand = Math.max(0, Math.min(units, upTo ?? units) - counted);
    if (inBand === 0) continue;
    const cost = times(each, inBand);
    costs.push(cost);
    counted += inBand;
    lines.push(`${inBand} × ${formatMoney(each)} = ${formatMoney(cost)}`);
  }
  return { amount: sumOf(currency, costs), lines };
}

/**
 * The fee that a rule proposes for a client: base, plus what goes beyond the units included, less the discount, but never
 * less than the minimum. Rounded to the minor unit at each product.
 *
 * @throws DifferentCurrenciesError when the rule names two.
 * @example proposeFee({ base: money(12_000, 'EUR'), drivers: [{ fact: 'detail:people', name: 'people', included: 3, bands: [{ upTo: null, each: money(850, 'EUR') }] }], minimum: money(9_500, 'EUR'), discount: 10 }, { 'detail:people': 5 }).amount // { amount: 12330, currency: 'EUR' }
 */
export function proposeFee(rule: FeeRule, facts: Facts): ProposedFee {
  const lines = [`Base: ${formatMoney(rule.base)}`];
  const lacking: string[] = [];
  let amount = rule.base;
  for (const driver of rule.drivers) {
    const known = facts[driver.fact];
    if (typeof known !== 'number') lacking.push(driver.name);
    const units = typeof known === 'number' ? known : 0;
    const beyond = Math.max(0, units - driver.included);
    const { amount: more, lines: reckoned } = banded(amount.currency, beyond, driver.bands);
    lines.push(
      typeof known === 'number'
        ? `${driver.name}: ${units}${driver.included > 0 ? `, ${driver.included} included, ${beyond} beyond` : ''}`
        : `${driver.name}: not known of this client, taken as none`,
      ...reckoned,
    );
    amount = plus(amount, more);
  }
  if (rule.discount > 0) {
    const off = opposite(times(amount, rule.discount / 100));
    amount = plus(amount, off);
    lines.push(`${rule.discount} % off: ${formatMoney(off)}`);
  }
  if (rule.minimum !== null && compareMoney(amount, rule.minimum) < 0) {
    lines.push(`Not less than ${formatMoney(rule.minimum)}`);
    amount = rule.minimum;
  }
  lines.push(`Fee: ${formatMoney(amount)}`);
  return { amount, workings: { title: 'How this fee comes about', lines }, lacking };
}

/**
 * A fee agreed for each period of one rhythm, for periods of another: a quarter's fee of 180.00 is 13.85 a week. Work done once, or as
 * often, costs the fee itself. Rounded half up to the minor unit.
 *
 * @example feeForRhythm(money(18_000, 'EUR'), 'quarterly', 'weekly').amount // { amount: 1385, currency: 'EUR' }
 */
export function feeForRhythm(fee: Money, usual: Rhythm, wanted: Rhythm): { amount: Money; line: string | null } {
  const [often, wantedOften] = [timesAYear(usual), timesAYear(wanted)];
  if (often === 0 || wantedOften === 0 || often === wantedOften) return { amount: fee, line: null };
  const amount = times(fee, often / wantedOften);
  return { amount, line: `For ${rhythmInWords(wanted)}: ${formatMoney(fee)} × ${often} a year / ${wantedOften} a year = ${formatMoney(amount)}` };
}

/**
 * The least that a rule can give: its base less the discount, but never less than the minimum.
 *
 * @example lowestFee({ base: money(12_000, 'EUR'), drivers: [], minimum: money(9_500, 'EUR'), discount: 0 }) // { amount: 12000, currency: 'EUR' }
 */
export const lowestFee = (rule: FeeRule): Money => proposeFee({ ...rule, drivers: [] }, {}).amount;

/**
 * "120.00, and 8.50 for each of people on the payroll beyond 3, at least 95.00".
 *
 * @example feeRuleInWords({ base: money(12_000, 'EUR'), drivers: [], minimum: money(9_500, 'EUR'), discount: 0 }) // '120.00, at least 95.00'
 */
export function feeRuleInWords({ base, drivers, minimum, discount }: FeeRule): string {
  const parts = drivers.map(({ name, included, bands }) => {
    const first = bands[0];
    return `${first ? formatMoney(first.each) : 'nothing'}${bands.length > 1 ? ' and by bands' : ''} for each of ${name}${included > 0 ? ` beyond ${included}` : ''}`;
  });
  return [
    [formatMoney(base), ...parts].join(', and '),
    ...(discount > 0 ? [`less ${discount} %`] : []),
    ...(minimum === null ? [] : [`at least ${formatMoney(minimum)}`]),
  ].join(', ');
}

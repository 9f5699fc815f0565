import type { Rhythm } from '../calendar';
import { SUPPLIED_PROCEDURES, type SuppliedProcedure } from './procedures';
import { SUPPLIED, type SuppliedService } from './services';

/** What a country calls otherwise: our term, and theirs. Longer terms stand first, as a shorter one may be part of them. */
const TERMS: Readonly<Record<string, readonly (readonly [ours: string, theirs: string])[]>> = {
  GB: [['the companies office', 'Companies House']],
  US: [
    ['corporation tax', 'corporate income tax'],
    ['the companies office', 'the state'],
    ['company’s annual return', 'company’s annual report'],
    ['annual return', 'annual report'],
    ['payslip', 'pay stub'],
    ['authorisation', 'authorization'],
  ],
  CA: [
    ['VAT', 'GST/HST'],
    ['corporation tax', 'corporate income tax'],
    ['the companies office', 'the corporate registry'],
    ['payslip', 'pay stub'],
  ],
  AU: [
    ['VAT return', 'activity statement'],
    ['VAT', 'GST'],
    ['corporation tax', 'company tax'],
    ['the companies office', 'the companies regulator'],
    ['annual return', 'annual review'],
  ],
  NZ: [
    ['VAT', 'GST'],
    ['corporation tax', 'company tax'],
  ],
};

/** How a service is offered where it differs: null where it is not offered at all. */
const OTHERWISE: Readonly<Record<string, Readonly<Record<string, { rhythm?: Rhythm; name?: string; scope?: string } | null>>>> = {
  GB: { vat: { rhythm: 'quarterly' } },
  // What is charged on sales is the law of each state: no rule is supplied for it.
  US: { vat: null, registration: null, payroll: { rhythm: 'quarterly', name: 'Payroll tax return' } },
  CA: { vat: { rhythm: 'quarterly' } },
  AU: {
    vat: { rhythm: 'quarterly' },
    payroll: {
      rhythm: 'quarterly',
      name: 'Payroll and superannuation',
      scope: 'We compute the wages from the hours you send, give you the payslips and see that superannuation is paid in time.',
    },
  },
};

/** A text in the terms of a country; a capital stays a capital. */
function inTerms(country: string, text: string): string {
  return (TERMS[country] ?? []).reduce(
    (said, [ours, theirs]) =>
      said.replace(new RegExp(`\\b${ours}`, ours === ours.toUpperCase() ? 'g' : 'gi'), (found) =>
        found[0] !== found[0]!.toLowerCase() && theirs[0] === theirs[0]!.toLowerCase() ? theirs[0].toUpperCase() + theirs.slice(1) : theirs,
      ),
    text,
  );
}

/** Keys name things, they are not read. */
const NAMES_THINGS = new Set(['key', 'requestKey', 'waitsFor', 'procedure']);

function inTermsOf<T>(country: string, value: T, at = ''): T {
  if (NAMES_THINGS.has(at)) return value;
  if (typeof value === 'string') return inTerms(country, value) as T;
  if (Array.isArray(value)) return value.map((one: unknown) => inTermsOf(country, one)) as T;
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, inTermsOf(country, one as unknown, key)])) as T;
}

/**
 * The services that come with the application, as a country's firms offer them: in its terms, on the rhythms of its returns, without what it
 * does not know.
 *
 * @param country ISO 3166-1 alpha-2; of one for which nothing is said otherwise they are as they are written
 * @example suppliedFor('NZ').find((one) => one.key === 'vat').name // 'GST return'
 */
export function suppliedFor(country: string): SuppliedService[] {
  const otherwise = OTHERWISE[country] ?? {};
  return SUPPLIED.filter((service) => otherwise[service.key] !== null).map((service) => ({
    ...inTermsOf(country, service),
    // Ids of rules are no words.
    rules: service.rules,
    ...otherwise[service.key],
  }));
}

/** The procedures that come with the application, in the terms of a country. */
export const suppliedProceduresFor = (country: string): SuppliedProcedure[] => SUPPLIED_PROCEDURES.map((one) => inTermsOf(country, one));

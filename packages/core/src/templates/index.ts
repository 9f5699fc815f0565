import { clientFacts } from '../clients';
import type { KeyedFact, KnownFacts } from '../facts';
import { factInWords } from '../facts';
import { jobFacts } from '../jobs';

const named = (facts: readonly KeyedFact[]) =>
  Object.fromEntries(facts.flatMap(({ placeholder }) => (placeholder ? [[placeholder.name, placeholder.means]] : [])));

/** What a message can have filled in: how it is written between braces, and what it stands for. */
export const DETAILS: Readonly<Record<string, string>> = {
  ...named(clientFacts),
  ...named(jobFacts),
  service: 'what the job is for',
  sender: 'who sends the message',
  firm: 'name of the firm',
  today: 'the day it is sent',
};

/** Values of details by their names; null or nothing where it is not known. */
export type DetailValues = Readonly<Record<string, string | null>>;

/** Facts of a client or a job as a message has them filled in, by the names under which it asks for them. */
export function filledFrom(facts: readonly KeyedFact[], record: KnownFacts, inWords: (fact: KeyedFact, value: unknown) => string = factInWords): DetailValues {
  return Object.fromEntries(facts.flatMap((fact) => (fact.placeholder ? [[fact.placeholder.name, inWords(fact, record[fact.key]) || null]] : [])));
}

export interface Filled {
  text: string;
  /** Details that are asked for and not known, in the order in which they stand. */
  missing: string[];
  /** What stands between braces and is no detail. */
  unknown: string[];
}

const PLACES = /\{([^{}\n]{1,40})\}/g;

const isDetail = (name: string): boolean => Object.hasOwn(DETAILS, name);

/**
 * Puts details into a text. What is missing or unknown stays as it was written, so that it is seen.
 *
 * @example fillIn('Dear {client}, {fee} by {moon}', { client: 'Mizzen', fee: null }) // { text: 'Dear Mizzen, {fee} by {moon}', missing: ['fee'], unknown: ['moon'] }
 */
export function fillIn(text: string, values: DetailValues): Filled {
  const missing = new Set<string>();
  const unknown = new Set<string>();
  const filled = text.replace(PLACES, (place, written: string) => {
    const name = written.trim().toLowerCase();
    if (!isDetail(name)) {
      unknown.add(written);
      return place;
    }
    const value = values[name];
    if (value === undefined || value === null || value === '') {
      missing.add(name);
      return place;
    }
    return value;
  });
  return { text: filled, missing: [...missing], unknown: [...unknown] };
}

/**
 * A message with the links of the application as whole addresses, as a mail program needs them.
 *
 * @param base where the application is reached from outside, with or without a stroke at its end
 * @example withWholeLinks('Come in here: /join/abc', 'https://work.firm.example/') // 'Come in here: https://work.firm.example/join/abc'
 */
export function withWholeLinks(body: string, base: string): string {
  const begin = base.replace(/\/+$/, '');
  return body.replace(/(^|\s)(\/(?:portal|join|sign-in)(?:\/[\w./-]*)?)/g, (_, before: string, path: string) => `${before}${begin}${path}`);
}

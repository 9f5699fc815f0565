/** What a message can have filled in: how it is written between braces, and what it stands for. */
export const DETAILS = {
  client: 'name of the client',
  job: 'name of the job',
  service: 'what the job is for',
  'due date': 'deadline of the job',
  'target date': 'our own date for the job',
  fee: 'agreed fee',
  partner: 'the client’s partner',
  manager: 'the client’s manager',
  preparer: 'who prepares the work',
  sender: 'who sends the message',
  firm: 'name of the firm',
  today: 'the day it is sent',
} as const;
export type Detail = keyof typeof DETAILS;

/** Values of details; null or nothing where it is not known. */
export type DetailValues = Partial<Record<Detail, string | null>>;

export interface Filled {
  text: string;
  /** Details that are asked for and not known, in the order in which they stand. */
  missing: Detail[];
  /** What stands between braces and is no detail. */
  unknown: string[];
}

const PLACES = /\{([^{}\n]{1,40})\}/g;

const isDetail = (name: string): name is Detail => Object.hasOwn(DETAILS, name);

/** Puts details into a text. What is missing or unknown stays as it was written, so that it is seen. */
export function fillIn(text: string, values: DetailValues): Filled {
  const missing = new Set<Detail>();
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

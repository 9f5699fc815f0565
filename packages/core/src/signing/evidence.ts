import { type IdentityWanted, WANTED_IN_WORDS } from '../identities';
import { counted } from '../words';

/** What a firm asks of a signature on a kind of document before it counts. */
export interface Evidence {
  /** Each signer types a code that comes by text message, besides the one with which they came in. */
  byText: boolean;
  /** As what at least some of them sign: their role at the client, "director"; null where anybody may who signs for it. */
  capacity: string | null;
  /** How many of that capacity, or how many at all where none is said. */
  atLeast: number;
  /** How the firm has to know who each is that signs, before they are asked; null where it need not. */
  identity: IdentityWanted | null;
}

/** Anybody who signs for the client, as they came in. */
export const NO_EVIDENCE: Evidence = { byText: false, capacity: null, atLeast: 1, identity: null };

/** One who is to sign. */
export interface ToSign {
  name: string;
  /** At the client; null where none is known. */
  role: string | null;
  /** The number to which a code goes by text message; null where none does. */
  textTo: string | null;
  /** Whether they are confirmed as the firm asks; true where it asks for nothing. */
  isConfirmed: boolean;
}

/** Roles are written by hand: letters large or small, "Director and secretary". */
const isOf = (role: string | null, capacity: string): boolean =>
  (role ?? '')
    .toLowerCase()
    .split(/,|;|\/|&|\band\b/)
    .some((one) => one.trim() === capacity.trim().toLowerCase());

/** "director", "directors": roles are plain English words. */
const plural = (word: string): string => (/(s|x|ch|sh)$/i.test(word) ? `${word}es` : /[^aeiou]y$/i.test(word) ? `${word.slice(0, -1)}ies` : `${word}s`);

/**
 * What is asked for, in words, each a sentence part: "two directors"; nothing where a signature is enough as it comes.
 * @example evidenceInWords({ byText: true, capacity: 'director', atLeast: 2, identity: null }) // ['signed by 2 directors at least', 'each with a code by text message']
 */
export function evidenceInWords({ byText, capacity, atLeast, identity }: Evidence): string[] {
  return [
    ...(capacity !== null
      ? [`signed by ${counted(atLeast, capacity, plural(capacity))} at least`]
      : atLeast > 1
        ? [`signed by ${counted(atLeast, 'person', 'people')} at least`]
        : []),
    ...(byText ? ['each with a code by text message'] : []),
    ...(identity ? [`each with ${WANTED_IN_WORDS[identity]}`] : []),
  ];
}

/**
 * What is too little of what is asked for, a sentence each; none where the signatures will count.
 * @param signers those of the client who are to sign, in any order; where one is enough and of any capacity, somebody of the firm will do as well
 * @example lacksOfEvidence({ byText: false, capacity: 'director', atLeast: 1, identity: null }, [{ name: 'Una Wade', role: 'secretary', textTo: null, isConfirmed: true }]) // ['A director has to sign this; nobody chosen is one.']
 */
export function lacksOfEvidence({ byText, capacity, atLeast, identity }: Evidence, signers: readonly ToSign[]): string[] {
  const those = capacity === null ? signers : signers.filter(({ role }) => isOf(role, capacity));
  const too: string[] = [];
  if (those.length < atLeast && (capacity !== null || atLeast > 1))
    too.push(
      capacity === null
        ? `${counted(atLeast, 'person has', 'people have')} to sign this; ${counted(signers.length, 'is', 'are')} chosen.`
        : atLeast === 1
          ? `A ${capacity} has to sign this; nobody chosen is one.`
          : `${counted(atLeast, capacity, plural(capacity))} have to sign this; ${those.length === 0 ? 'nobody chosen is one' : `only ${those.map(({ name }) => name).join(' and ')} ${those.length === 1 ? 'is one' : 'are'}`}.`,
    );
  const without = byText ? signers.filter(({ textTo }) => textTo === null) : [];
  if (without.length > 0)
    too.push(`A code goes by text message to everybody who signs this: give a number for ${without.map(({ name }) => name).join(' and ')}.`);
  const unknown = identity === null ? [] : signers.filter(({ isConfirmed }) => !isConfirmed);
  if (unknown.length > 0)
    too.push(
      `This kind of document asks for ${WANTED_IN_WORDS[identity!]}, and that is not noted for ${unknown.map(({ name }) => name).join(' and ')}, or not good any more. Note it on the page of the contact.`,
    );
  return too;
}

/**
 * Those who sign where nobody has chosen them: as many as are asked for, of the capacity that is, in the order in which they stand.
 * Where there are too few, all there are.
 * @param people those who sign for the client
 */
export function signersFor<Person extends Pick<ToSign, 'role'>>({ capacity, atLeast }: Evidence, people: readonly Person[]): Person[] {
  return (capacity === null ? people : people.filter(({ role }) => isOf(role, capacity))).slice(0, atLeast);
}

/**
 * A telephone number of which only the end is readable: enough to recognise one's own.
 * @example coveredNumber('+353 85 555 0142') // '••• 0142'
 */
export const coveredNumber = (number: string): string => `••• ${number.replace(/\D/g, '').slice(-4)}`;

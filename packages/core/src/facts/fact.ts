import type { Right } from '../access';
import type { Money } from '../money';

/** Where a client is: street and town at least. */
export interface PostalAddress {
  street: string;
  town: string;
  postcode?: string;
  country?: string;
}

/** Facts by key, as far as they are known. */
export type KnownFacts = Readonly<Record<string, unknown>>;

interface FactOfAnyKind {
  /** Its name in lists, imports, merges and the audit trail. */
  label: string;
  /** Its name on the sheet and on the record, where the section says the rest. */
  short?: string;
  hint?: string;
  /** Where it is entered; a fact without a section is changed by an act of its own and not on the sheet. */
  section?: string;
  /** Known of every record: an input has to give it. */
  required?: true;
  /** What stands where nobody gave it. Without it, nothing. */
  start?: unknown;
  /** Said where it is wanted and missing, or given and wrong. */
  problem?: string;
  /** It has a place only where that fact is so (or has the value `being`), is dropped elsewhere, and is shown together with it. */
  onlyWith?: { fact: string; being: unknown };
  /** Which records are asked for it on the sheet; left out, all. */
  askedOf?: (facts: KnownFacts) => boolean;
  /** Where it may not be left out. */
  wantedOf?: (facts: KnownFacts) => boolean;
  /** Shown with the record's name, so not again among its facts. */
  inTitle?: true;
  /** How it stands on the record, where that is more than its value. */
  shownAs?: (value: string) => string;
  /** Column of lists, where it is kept under another name than the fact's. */
  column?: string;
  /** Headings under which a file may bring it; a fact without headings is not brought in by files. */
  headings?: readonly string[];
  /**
   * Rules and procedures may look at it: its name in a sentence. Where the name is a verb ("works on paper"), `not` is
   * its opposite.
   */
  inRules?: { words: string; not?: string };
  /** What a message writes between braces to have it filled in, and what that stands for. */
  placeholder?: { name: string; means: string };
  /** Nobody without this right reads it. */
  seenWith?: Right;
  /** Whoever changes it gives the password again: a wrong value leads money elsewhere. */
  guarded?: true;
}

/** Text in one line, at most so many characters; `what` begins the sentence that refuses more. */
interface TextFact extends FactOfAnyKind {
  kind: 'text';
  most: number;
  what: string;
}

/** Letters and digits by a pattern, compared in capitals without blanks and signs. */
interface CodeFact extends FactOfAnyKind {
  kind: 'code';
  pattern: RegExp;
  problem: string;
  /** Two records that share it are one client. */
  identifies?: true;
}

interface ChoiceFact extends FactOfAnyKind {
  kind: 'choice';
  choices: readonly string[];
  /** How a choice stands on a page, where it is otherwise than its name. */
  words?: Readonly<Record<string, string>>;
  /** Other words for a choice in files. */
  also?: Readonly<Record<string, string>>;
  /** All choices are shown at once instead of in a list; a choice can have a hint of its own. */
  inSight?: true;
  hints?: Readonly<Record<string, string>>;
}

interface YesOrNoFact extends FactOfAnyKind {
  kind: 'yes or no';
  /** How the two stand on the record. */
  yes: string;
  no: string;
}

interface DateFact extends FactOfAnyKind {
  kind: 'date';
  /** A date that does not come after it. */
  notBefore?: string;
}

interface OtherFact extends FactOfAnyKind {
  /**
   * A day of any year "MM-DD"; an account number with check digits; somebody of the firm or of the client, by id; words
   * of the firm's own; an address; a sum of money.
   */
  kind: 'day of the year' | 'account' | 'person' | 'contact' | 'labels' | 'address' | 'money';
}

/** What there is to know about one fact of a record. */
export type FactDefinition = TextFact | CodeFact | ChoiceFact | YesOrNoFact | DateFact | OtherFact;

/** A fact with the key under which records hold it. */
export type KeyedFact<Key extends string = string> = FactDefinition & { key: Key };

/** Facts by key, in their order; each is the name of a property and, in snake case, of a column. */
export type FactList = Readonly<Record<string, FactDefinition>>;

/** Keys of facts that are never nothing: given by whoever adds the record, or with a value to start from. */
export type AlwaysKnown<List extends FactList> = { [Key in keyof List]: List[Key] extends { required: true } | { start: unknown } ? Key : never }[keyof List];

/** Keys of facts that are entered on a sheet. */
export type Entered<List extends FactList> = { [Key in keyof List]: List[Key] extends { section: string } ? Key : never }[keyof List];

type MustBeGiven<List extends FactList> = { [Key in Entered<List>]: List[Key] extends { required: true } ? Key : never }[Entered<List>];

/** All facts of a record as they are kept: null for what is not known. */
export type Kept<List extends FactList> = { [Key in keyof List]: ValueOf<List[Key]> | (Key extends AlwaysKnown<List> ? never : null) };

/** Facts as they are entered on a sheet: what is left out is not known. */
export type Given<List extends FactList> = { [Key in MustBeGiven<List>]: ValueOf<List[Key]> } & {
  [Key in Exclude<Entered<List>, MustBeGiven<List>>]?: ValueOf<List[Key]>;
};

/** The type of a fact's value. */
export type ValueOf<Of extends FactDefinition> = Of extends { kind: 'yes or no' }
  ? boolean
  : Of extends { kind: 'choice'; choices: readonly (infer Choice)[] }
    ? Choice
    : Of extends { kind: 'labels' }
      ? string[]
      : Of extends { kind: 'address' }
        ? PostalAddress
        : Of extends { kind: 'money' }
          ? Money
          : string;

import { type Entered, type FactDefinition, type Given, type KeyedFact, type Kept, keptOf, keyed, linesOf } from '../facts';
import type { KnownFacts } from '../facts';
import {
  FOLLOW_UPS,
  FORM_WORDS,
  LEGAL_FORMS,
  MESSAGES_PER_DAY,
  PAYMENT_METHODS,
  CLIENT_STATUSES,
  VAT_GROUPS,
  WAYS,
  WAY_WORDS,
  isRegisteredForm,
} from './vocabularies';

/**
 * Every fact that is kept of a client, once. The table's columns, the inputs and their checks, imports, merges, columns
 * of lists, facts for rules, placeholders of messages, the sheet and the record are derived from here: a new fact is one
 * entry and a migration. Lists show them in this order.
 */
export const CLIENT_FACTS = {
  name: {
    kind: 'text',
    label: 'Client',
    short: 'Name',
    section: 'client',
    required: true,
    most: 160,
    what: 'A name',
    problem: 'Give the name of the client.',
    inTitle: true,
    headings: ['name', 'client name', 'company', 'company name', 'organisation', 'full name', 'fn', 'org'],
    placeholder: { name: 'client', means: 'name of the client' },
  },
  legalForm: {
    kind: 'choice',
    label: 'Legal form',
    section: 'client',
    required: true,
    start: 'not known',
    choices: LEGAL_FORMS,
    words: FORM_WORDS,
    problem: 'Choose the legal form.',
    inTitle: true,
    column: 'kind',
    headings: ['form', 'type', 'kind', 'entity type', 'client type'],
    also: {
      ltd: 'company',
      limited: 'company',
      'limited company': 'company',
      'private company': 'company',
      'private limited company': 'company',
      'public limited company': 'company',
      'designated activity company': 'company',
      corporation: 'company',
      dac: 'company',
      plc: 'company',
      llc: 'company',
      clg: 'charity',
      'company limited by guarantee': 'charity',
      'non-profit': 'charity',
      trust: 'charity',
      'co-op': 'co-operative',
      cooperative: 'co-operative',
      llp: 'partnership',
      'general partnership': 'partnership',
      'limited partnership': 'partnership',
      individual: 'person',
      private: 'person',
      'private person': 'person',
      employee: 'person',
      'sole proprietor': 'sole trader',
      'sole proprietorship': 'sole trader',
      'self employed': 'sole trader',
      'self-employed': 'sole trader',
    },
    inRules: { words: 'legal form' },
  },
  standing: {
    kind: 'choice',
    label: 'Standing',
    required: true,
    start: 'active',
    choices: CLIENT_STATUSES,
    headings: ['status'],
    also: { client: 'active', inactive: 'former', lead: 'prospect' },
  },
  labels: {
    kind: 'labels',
    label: 'Labels',
    section: 'labels',
    start: [],
    hint: 'Your own words, with commas between them',
    headings: ['tags', 'label', 'groups', 'categories'],
  },
  way: {
    kind: 'choice',
    label: 'Works with us',
    section: 'work',
    required: true,
    start: 'online',
    choices: WAYS,
    words: WAY_WORDS,
    inSight: true,
    hints: {
      online: 'Requests and bills go out by mail, answers come in by the portal.',
      paper: 'No mail is sent to them: letters are printed, documents are handed over.',
    },
    problem: 'Say whether the client works online or on paper.',
    headings: ['online or paper'],
    also: { 'on paper': 'paper', post: 'paper' },
    inRules: { words: 'works', not: 'does not work' },
  },
  followUps: {
    kind: 'choice',
    label: 'Follow-ups',
    section: 'work',
    choices: FOLLOW_UPS,
    hint: 'Empty: as the firm does.',
    problem: 'Choose whether the client is followed up.',
  },
  messagesPerDay: {
    kind: 'choice',
    label: 'Messages a day',
    section: 'work',
    choices: MESSAGES_PER_DAY,
    hint: 'At most so many to one person. Empty: as the firm has it.',
    problem: 'Choose how many messages a day.',
  },
  partnerId: {
    kind: 'person',
    label: 'Partner',
    section: 'ours',
    column: 'partner',
    placeholder: { name: 'partner', means: 'the client’s partner' },
    headings: [],
  },
  managerId: {
    kind: 'person',
    label: 'Manager',
    section: 'ours',
    column: 'manager',
    placeholder: { name: 'manager', means: 'the client’s manager' },
    headings: ['account manager', 'client manager'],
  },
  preparerId: {
    kind: 'person',
    label: 'Preparer',
    section: 'ours',
    column: 'preparer',
    placeholder: { name: 'preparer', means: 'who prepares the work' },
    headings: ['assigned to', 'accountant'],
  },
  trade: {
    kind: 'text',
    label: 'Trade',
    section: 'client',
    hint: 'What they do, in a few words',
    most: 80,
    what: 'A trade',
    inTitle: true,
    headings: ['industry', 'business', 'activity'],
  },
  yearEnd: {
    kind: 'day of the year',
    label: 'Year-end',
    section: 'client',
    askedOf: ({ legalForm }) => isRegisteredForm(legalForm),
    wantedOf: ({ legalForm }) => isRegisteredForm(legalForm),
    problem: 'Choose the day on which its year ends.',
    headings: ['year end', 'financial year end', 'accounting date'],
    inRules: { words: 'year-end' },
    placeholder: { name: 'year-end', means: 'year-end of the client' },
  },
  vatRegistered: {
    kind: 'yes or no',
    label: 'Registered for VAT',
    short: 'VAT',
    section: 'VAT',
    required: true,
    start: false,
    yes: 'registered',
    no: 'not registered',
    inRules: { words: 'registered for VAT' },
  },
  vatGroup: {
    kind: 'choice',
    label: 'VAT group',
    short: 'Two-month group',
    section: 'VAT',
    choices: VAT_GROUPS,
    words: { 'Jan-Feb': 'Jan-Feb and so on', 'Feb-Mar': 'Feb-Mar and so on' },
    onlyWith: { fact: 'vatRegistered', being: true },
    wantedOf: ({ vatRegistered }) => vatRegistered === true,
    problem: 'Choose the two-month group, it decides the periods of the VAT return.',
    shownAs: (group) => `${group} group`,
    inRules: { words: 'VAT group' },
  },
  vatNumber: {
    kind: 'code',
    label: 'VAT number',
    identifies: true,
    section: 'VAT',
    pattern: /^[A-Z]{2}[0-9A-Z+*]{7,12}$/,
    problem: 'A VAT number is two letters and 7 to 12 digits or letters, for example IE9990001A.',
    onlyWith: { fact: 'vatRegistered', being: true },
    headings: ['vat', 'vat no', 'vat reg'],
    placeholder: { name: 'vat number', means: 'VAT number of the client' },
  },
  taxNumber: {
    kind: 'code',
    label: 'Tax number',
    identifies: true,
    section: 'registers',
    pattern: /^[0-9A-Z]{5,20}$/,
    problem: 'A tax number is 5 to 20 digits and letters.',
    headings: ['tax no', 'tax reference', 'tax id'],
    placeholder: { name: 'tax number', means: 'tax number of the client' },
  },
  companyNumber: {
    kind: 'code',
    label: 'Company number',
    identifies: true,
    section: 'registers',
    pattern: /^[A-Z]{0,3}[0-9]{4,10}$/,
    problem: 'A company number is 4 to 10 digits, with letters before them in some countries.',
    askedOf: ({ legalForm }) => isRegisteredForm(legalForm),
    headings: ['company no', 'registration number', 'registered number'],
    placeholder: { name: 'company number', means: 'company number of the client' },
  },
  vatFrom: {
    kind: 'date',
    label: 'VAT from',
    short: 'Registered from',
    section: 'VAT',
    onlyWith: { fact: 'vatRegistered', being: true },
    shownAs: (day) => `from ${day}`,
    inRules: { words: 'start of its VAT registration' },
  },
  vatUntil: {
    kind: 'date',
    label: 'VAT until',
    short: 'Until',
    section: 'VAT',
    hint: 'Empty while it goes on',
    notBefore: 'vatFrom',
    problem: 'A registration ends after it begins.',
    onlyWith: { fact: 'vatRegistered', being: true },
    shownAs: (day) => `until ${day}`,
    inRules: { words: 'end of its VAT registration' },
  },
  employer: {
    kind: 'yes or no',
    label: 'Employer',
    short: 'Employs people',
    section: 'employer',
    required: true,
    start: false,
    yes: 'yes',
    no: 'no',
    headings: ['employs', 'has payroll'],
    inRules: { words: 'an employer' },
  },
  employerFrom: {
    kind: 'date',
    label: 'Employer from',
    short: 'Registered from',
    section: 'employer',
    onlyWith: { fact: 'employer', being: true },
    shownAs: (day) => `from ${day}`,
    inRules: { words: 'start of its registration as an employer' },
  },
  employerUntil: {
    kind: 'date',
    label: 'Employer until',
    short: 'Until',
    section: 'employer',
    hint: 'Empty while it goes on',
    notBefore: 'employerFrom',
    problem: 'A registration ends after it begins.',
    onlyWith: { fact: 'employer', being: true },
    shownAs: (day) => `until ${day}`,
    inRules: { words: 'end of its registration as an employer' },
  },
  annualReturnDate: {
    kind: 'day of the year',
    label: 'Annual return date',
    section: 'client',
    hint: 'Of the companies office, if known',
    askedOf: ({ legalForm }) => legalForm === 'company',
    problem: 'Choose the annual return date.',
    headings: [],
    inRules: { words: 'annual return date' },
  },
  since: { kind: 'date', label: 'Client since', required: true, headings: ['since', 'start date', 'joined'] },
  /** The day it became a former client, and why. */
  endedOn: { kind: 'date', label: 'Ended on' },
  endReason: { kind: 'text', label: 'Why it ended', most: 300, what: 'A reason' },
  /** Where the client's paper is: "shelf 4", "with Niamh", "picked up". */
  paperPlace: {
    kind: 'text',
    label: 'Paper is',
    short: 'Where its paper is',
    section: 'work',
    hint: 'Shelf 4, with Niamh, picked up',
    most: 120,
    what: 'A place',
    askedOf: ({ way }) => way === 'paper',
    headings: [],
  },
  address: { kind: 'address', label: 'Address', section: 'address' },
  paymentMethod: {
    kind: 'choice',
    label: 'Pays by',
    section: 'payment',
    choices: PAYMENT_METHODS,
    problem: 'Choose how the client pays.',
    headings: ['payment method', 'payment'],
    also: { transfer: 'bank transfer', eft: 'bank transfer', cheque: 'cash or cheque', cash: 'cash or cheque' },
  },
  iban: { kind: 'account', label: 'Account (IBAN)', section: 'payment', guarded: true, headings: ['iban', 'bank account', 'account number'] },
  bic: {
    kind: 'code',
    label: 'Bank code (BIC)',
    section: 'payment',
    pattern: /^[A-Z]{6}[A-Z0-9]{2}([A-Z0-9]{3})?$/,
    problem: 'A bank code (BIC) is 8 or 11 letters and digits.',
    guarded: true,
    headings: ['bic', 'swift', 'swift code'],
  },
} as const satisfies Record<string, FactDefinition>;

export type ClientFactKey = keyof typeof CLIENT_FACTS;
/** All facts of a client as they are kept: null for what is not known. */
export type ClientFacts = Kept<typeof CLIENT_FACTS>;
/** Facts as they are entered on the sheet: what is left out is not known. */
export type ClientFactsGiven = Given<typeof CLIENT_FACTS>;

/** Every fact with its key, in the order of the list. */
export const clientFacts = keyed(CLIENT_FACTS);

/** A fact by its key; nothing for another key. */
export const clientFact = (key: string): FactDefinition | undefined => (CLIENT_FACTS as Readonly<Record<string, FactDefinition>>)[key];

/** Sections of the sheet on which they are entered, in their order; the record shows them in the same. */
export const CLIENT_SECTIONS = ['client', 'VAT', 'registers', 'employer', 'work', 'labels', 'address', 'payment', 'ours'] as const;
export type ClientSection = (typeof CLIENT_SECTIONS)[number];

/** Facts that are entered on the sheet, by section. */
export const enteredFacts: readonly KeyedFact<ClientFactKey>[] = CLIENT_SECTIONS.flatMap((section) => clientFacts.filter((fact) => fact.section === section));

/** Numbers by which two records are found to be one client. */
export const identifiers = clientFacts.filter((fact): fact is KeyedFact<IdentifierKey> => fact.kind === 'code' && fact.identifies === true);
type IdentifierKey = { [Key in ClientFactKey]: (typeof CLIENT_FACTS)[Key] extends { identifies: true } ? Key : never }[ClientFactKey];

/** Whether a change of this fact may move a deadline or change the way through a procedure. */
export const isLookedAtByRules = (key: string): boolean => clientFact(key)?.inRules !== undefined;

/**
 * The facts of a record, line by line, as they stand in its margin; who of the firm serves it is shown apart.
 *
 * @example factLines({ vatRegistered: true, vatNumber: 'IE9990001A', vatGroup: 'Jan-Feb' })
 *   // [{ key: 'vatRegistered', label: 'VAT', words: 'registered, Jan-Feb group, IE9990001A' }]
 */
export const factLines = (record: KnownFacts) =>
  linesOf(
    enteredFacts.filter((fact) => fact.section !== 'ours'),
    record,
  );

/** The facts that the sheet fills: what is not given is nothing, not what was there before; what has no place is dropped. */
export const keptFacts = (given: ClientFactsGiven) => keptOf(enteredFacts, given) as Pick<ClientFacts, Entered<typeof CLIENT_FACTS>>;

/** What stands in a record of which nothing is known yet. */
export const factsAtFirst = (): Omit<ClientFacts, 'name' | 'since'> =>
  Object.fromEntries(clientFacts.filter((fact) => fact.key !== 'name' && fact.key !== 'since').map((fact) => [fact.key, fact.start ?? null])) as Omit<
    ClientFacts,
    'name' | 'since'
  >;

import { isMoney, wholeUnits } from '../money';
import { type Entered, type FactDefinition, type Kept, keyed } from '../facts';
import { CATEGORIES, JOB_STATUSES, PRIORITIES } from './vocabularies';

/**
 * Every fact that is kept of a job, once. The table's columns, the change of a job and its checks, columns of lists,
 * facts for rules, placeholders of messages, the sheet and the record are derived from here: a new fact is one entry and
 * a migration. Lists show them in this order. Where a job stands (its phases, what it waits for and since when) follows
 * from its moves and is kept beside them.
 */
export const JOB_FACTS = {
  name: {
    kind: 'text',
    label: 'Job',
    short: 'Name',
    section: 'job',
    required: true,
    most: 200,
    what: 'A name',
    problem: 'Give the job a name.',
    inTitle: true,
    column: 'job',
    placeholder: { name: 'job', means: 'name of the job' },
  },
  preparerId: { kind: 'person', label: 'Preparer', section: 'people', column: 'preparer' },
  managerId: { kind: 'person', label: 'Manager', section: 'people', column: 'manager' },
  partnerId: { kind: 'person', label: 'Partner', section: 'people', column: 'partner' },
  /** With whom of the client it is settled; without one, whoever gets its requests. */
  contactId: {
    kind: 'contact',
    label: 'Settled with',
    section: 'job',
    hint: 'Requests and messages of this job go to them.',
    column: 'contact',
  },
  dueOn: {
    kind: 'date',
    label: 'Due',
    short: 'Last day',
    section: 'dates',
    required: true,
    column: 'due',
    placeholder: { name: 'due date', means: 'deadline of the job' },
  },
  targetOn: {
    kind: 'date',
    label: 'Our target',
    section: 'dates',
    required: true,
    hint: 'What is open of its tasks moves with it.',
    column: 'target',
    placeholder: { name: 'target date', means: 'our own date for the job' },
  },
  startOn: { kind: 'date', label: 'Start', short: 'Starts', section: 'dates', required: true, column: 'start' },
  status: { kind: 'choice', label: 'Status', required: true, choices: JOB_STATUSES },
  /** A word of the firm's own for where it stands. */
  ownStatus: {
    kind: 'text',
    label: 'Own status',
    short: 'Our own status',
    section: 'job',
    hint: 'Your own word for its state, for example “at the bank”.',
    most: 60,
    what: 'A status',
  },
  priority: {
    kind: 'choice',
    label: 'Priority',
    section: 'job',
    required: true,
    start: 'usual',
    choices: PRIORITIES,
    inRules: { words: 'priority of the job' },
  },
  category: { kind: 'choice', label: 'Billed by', short: 'Billed', section: 'billing', required: true, start: 'agreed fee', choices: CATEGORIES },
  /** Which kind of income it is; at first that of its service. */
  income: {
    kind: 'text',
    label: 'Kind of income',
    section: 'billing',
    hint: 'As the firm adds it up, for example “Advice”. At first that of its service.',
    most: 60,
    what: 'A kind of income',
  },
  waitingFor: { kind: 'text', label: 'We wait for', most: 1_000, what: 'A list' },
  holdReason: { kind: 'text', label: 'On hold because', most: 200, what: 'A reason' },
  /** The day on which it goes on by itself. */
  holdUntil: { kind: 'date', label: 'On hold until' },
  stuckReason: { kind: 'text', label: 'Blocked because', most: 200, what: 'A reason' },
  /** Net. */
  fee: {
    kind: 'money',
    label: 'Agreed fee',
    section: 'billing',
    required: true,
    seenWith: 'see fees',
    inRules: { words: 'agreed fee' },
    placeholder: { name: 'fee', means: 'agreed fee' },
  },
  /** Why it was closed before it was done. */
  closedReason: { kind: 'text', label: 'Closed because', most: 300, what: 'A reason' },
  periodStart: { kind: 'date', label: 'Period from', required: true },
  periodEnd: { kind: 'date', label: 'Period until', required: true },
  everythingInOn: { kind: 'date', label: 'Everything in on' },
} as const satisfies Record<string, FactDefinition>;

export type JobFactKey = keyof typeof JOB_FACTS;
/** All facts of a job as they are kept: null for what is not known. */
export type JobFacts = Kept<typeof JOB_FACTS>;
/** Facts of a job that people change: each may be left out, and where it may be nothing, null takes it away. */
export type JobFactsChanged = Partial<Pick<JobFacts, Entered<typeof JOB_FACTS>>>;

/** Every fact with its key, in the order of the list. */
export const jobFacts = keyed(JOB_FACTS);

/** Facts that people change on the sheet. */
export const enteredJobFacts = jobFacts.filter((fact) => fact.section !== undefined);

/**
 * The name under which rules know a fact of a job: "job:fee".
 *
 * @example jobFactInRules('fee') // 'job:fee'
 */
export const jobFactInRules = (key: JobFactKey): string => `job:${key}`;

/**
 * The facts of a job as rules and procedures read them; amounts in whole units of the currency, as people write them.
 *
 * @example factsForRules({ fee: money(18_000, 'EUR'), priority: 'usual' }) // { 'job:fee': 180, 'job:priority': 'usual' }
 */
export const factsForRules = (job: Readonly<Partial<JobFacts>>): Record<string, string | number | boolean | null> =>
  Object.fromEntries(
    jobFacts
      .filter((fact) => fact.inRules)
      .map((fact) => {
        const value = job[fact.key] ?? null;
        return [jobFactInRules(fact.key), isMoney(value) ? wholeUnits(value) : value];
      }),
  );

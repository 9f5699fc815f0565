import type { CivilDate } from '../calendar';
import { readDay } from '../calendar';
import { type FirmOfFile, factFromText } from '../facts';
import { JOB_FACTS, type Priority } from '../jobs';
import { NameIndex, plainName } from '../matching';
import type { Money } from '../money';
import { type CellFault, type Mapping, type Target, readCells } from './columns';

/** What a file of jobs is compared with. Days ISO. */
export interface KnownWork {
  clients: readonly { id: string; number: number; name: string }[];
  /** Service lines that have not ended, each with the names under which a file may mean it. */
  lines: readonly { id: string; clientId: string; name: string; names: readonly string[] }[];
  /** Deadlines that make a job of their own. */
  due: readonly { id: string; lineId: string; serviceId: string; name: string; periodStart: string; periodEnd: string; dueOn: string; begun: boolean }[];
  procedures: readonly { id: string; name: string }[];
  /** Jobs that are not finished. */
  open: readonly { clientId: string; name: string; number: number }[];
}

/** What of a job a file may say beside its work. */
export interface JobOfFile {
  preparerId?: string;
  managerId?: string;
  partnerId?: string;
  fee?: Money;
  priority?: Priority;
}

/** What a row begins: the job of a deadline, or one by hand. */
export type Begins =
  { obligationId: string; serviceId: string; name: string; dueOn: string } | { procedureId: string | null; name: string; startOn: string; dueOn: string };

export type JobVerdict =
  | { kind: 'new'; clientId: string; begins: Begins; of: JobOfFile }
  /** The same job is there, or is in the file already. */
  | { kind: 'there'; why: string }
  | { kind: 'doubtful'; why: string; candidates: { id: string; name: string }[] }
  | { kind: 'wrong'; faults: CellFault[] };

export interface JobRowRead {
  /** The line of the file, the first after the headings being 2. */
  line: number;
  client: string;
  verdict: JobVerdict;
  /** Cells that could not be read: the row goes on without them. */
  leftOut: CellFault[];
}

const PEOPLE = ['preparerId', 'managerId', 'partnerId'] as const;
const said = (most: number) => (text: string) => (text.trim().length <= most ? { value: text.trim() } : { problem: `This is longer than ${most} characters.` });

/** What a column of a file of jobs can be. Days are read as people type them, in the firm's order of day and month. */
export function jobTargets(firm: FirmOfFile, today: CivilDate, monthFirst = false): Target[] {
  const day = (text: string) => {
    const read = readDay(text, today, monthFirst);
    return read ? { value: read.toString() } : { problem: 'Write a day that exists, for example 23 Apr 2026.' };
  };
  const fact = (key: keyof JobOfFile, also: string[]): Target => ({
    key,
    name: JOB_FACTS[key].label,
    also,
    read: (text) => factFromText(JOB_FACTS[key], text, firm),
  });
  return [
    { key: 'client', name: 'Client', also: ['client name', 'client number', 'number', 'name of the client', 'customer'], read: said(200) },
    { key: 'work', name: 'Service or procedure', also: ['service', 'procedure', 'work', 'kind of work', 'type'], read: said(200) },
    { key: 'period', name: 'Period', also: ['period end', 'end of the period', 'period to', 'year-end', 'for the period'], read: day },
    { key: 'name', name: 'Name of the job', also: ['job', 'job name', 'title', 'description'], read: said(200) },
    { key: 'startOn', name: 'Starts', also: ['start', 'start date', 'begins', 'from'], read: day },
    { key: 'dueOn', name: 'Due', also: ['due date', 'deadline', 'last day', 'due on'], read: day },
    fact('preparerId', ['preparer', 'assigned to', 'who', 'staff']),
    fact('managerId', ['manager']),
    fact('partnerId', ['partner']),
    fact('fee', ['fee', 'agreed fee', 'price', 'amount']),
    fact('priority', ['urgency']),
  ];
}

interface Given {
  line: number;
  values: Record<string, unknown>;
  leftOut: CellFault[];
  /** The column of a target; the first where the file has none. */
  columnOf(key: string): number;
  /** What was chosen for a row in doubt: the id of a client or of a line. */
  chosen: string | undefined;
}

const wrong = (given: Given, key: string, message: string): JobVerdict => ({ kind: 'wrong', faults: [{ column: given.columnOf(key), message }] });

/** Reads the rows of a file against the work that is known. Built once for a file: names are looked up many times. */
class JobRows {
  private readonly byName = new Map<string, KnownWork['clients'][number][]>();
  private readonly index: NameIndex;
  private readonly earlier = new Map<string, number>();

  constructor(
    private readonly known: KnownWork,
    private readonly today: CivilDate,
  ) {
    for (const client of known.clients) this.byName.set(plainName(client.name), [...(this.byName.get(plainName(client.name)) ?? []), client]);
    this.index = new NameIndex(known.clients);
  }

  verdict(given: Given): JobVerdict {
    const text = given.values.client as string | undefined;
    if (!text) return wrong(given, 'client', 'Say for which client: its name or its number.');
    const named = this.byName.get(plainName(text)) ?? this.known.clients.filter((client) => String(client.number) === text);
    const chosen = this.known.clients.find((client) => client.id === given.chosen);
    if (chosen) return this.workOf(given, chosen.id);
    if (named.length === 1) return this.workOf(given, named[0]!.id);
    if (named.length > 1)
      return {
        kind: 'doubtful',
        why: 'Several clients have this name.',
        candidates: named.map(({ id, name, number }) => ({ id, name: `${name}, ${number}` })),
      };
    const alike = this.index
      .like(text)
      .slice(0, 3)
      .map(({ named: one }) => one);
    if (alike.length > 0)
      return { kind: 'doubtful', why: `No client is called so; ${alike.map((one) => one.name).join(', ')} is much like it.`, candidates: alike };
    return wrong(given, 'client', `There is no client "${text}". Add it first, or correct the name.`);
  }

  private workOf(given: Given, clientId: string): JobVerdict {
    const { work } = given.values as { work?: string };
    if (work === undefined) return this.byHand(given, clientId, null);
    const means = (names: readonly string[]) => names.some((name) => plainName(name) === plainName(work));
    const own = this.known.lines.filter((line) => line.clientId === clientId && means(line.names));
    const line = own.find((one) => one.id === given.chosen) ?? (own.length === 1 ? own[0] : undefined);
    if (line) return this.ofLine(given, line);
    if (own.length > 1) return { kind: 'doubtful', why: 'The client has several of this service.', candidates: own.map(({ id, name }) => ({ id, name })) };
    const procedure = this.known.procedures.find((one) => means([one.name]));
    if (procedure) return this.byHand(given, clientId, procedure);
    if (this.known.lines.some((one) => means(one.names))) return wrong(given, 'work', 'The client does not have this service. Add it at the client first.');
    return wrong(given, 'work', `There is no service or procedure "${work}".`);
  }

  private ofLine(given: Given, line: KnownWork['lines'][number]): JobVerdict {
    const { period } = given.values as { period?: string };
    const due = this.known.due.filter((one) => one.lineId === line.id).sort((a, b) => (a.periodEnd < b.periodEnd ? -1 : 1));
    const found = period === undefined ? due.find((one) => !one.begun) : due.find((one) => one.periodStart <= period && period <= one.periodEnd);
    if (!found)
      return wrong(
        given,
        'period',
        period === undefined
          ? 'No period of this service is still to begin. Say which one is meant.'
          : 'No period of this service that is known holds this day.',
      );
    for (const key of ['dueOn', 'startOn', 'name'])
      if (given.values[key] !== undefined) given.leftOut.push({ column: given.columnOf(key), message: 'The deadline of the service sets this.' });
    if (found.begun) return { kind: 'there', why: `${found.name} has begun already.` };
    return this.once(given, `due ${found.id}`, {
      kind: 'new',
      clientId: line.clientId,
      begins: { obligationId: found.id, serviceId: found.serviceId, name: found.name, dueOn: found.dueOn },
      of: ofFile(given),
    });
  }

  private byHand(given: Given, clientId: string, procedure: { id: string; name: string } | null): JobVerdict {
    const { name = procedure?.name, dueOn, startOn = this.today.toString() } = given.values as { name?: string; dueOn?: string; startOn?: string };
    if (!name) return wrong(given, 'name', 'Say what the work is: a name, a service or a procedure.');
    if (!dueOn) return wrong(given, 'dueOn', 'Give the day on which it is due.');
    if (dueOn < this.today.toString()) return wrong(given, 'dueOn', 'This day is over. Give the work some days.');
    if (dueOn < startOn) return wrong(given, 'dueOn', `It is due on or after the day it starts.`);
    if (given.values.period !== undefined) given.leftOut.push({ column: given.columnOf('period'), message: 'Only the job of a service has a period.' });
    const there = this.known.open.find((job) => job.clientId === clientId && plainName(job.name) === plainName(name));
    if (there) return { kind: 'there', why: `Job ${there.number} is the same and still open.` };
    return this.once(given, `job ${clientId} ${plainName(name)}`, {
      kind: 'new',
      clientId,
      begins: { procedureId: procedure?.id ?? null, name, startOn, dueOn },
      of: ofFile(given),
    });
  }

  /** A job that an earlier line of the file begins is not begun twice. */
  private once({ line }: Given, key: string, verdict: JobVerdict): JobVerdict {
    const earlier = this.earlier.get(key);
    if (earlier !== undefined) return { kind: 'there', why: `Line ${earlier} of the file is the same job.` };
    this.earlier.set(key, line);
    return verdict;
  }
}

const ofFile = ({ values }: Given): JobOfFile =>
  Object.fromEntries([...PEOPLE, 'fee', 'priority'].flatMap((key) => (values[key] === undefined ? [] : [[key, values[key]]])));

/**
 * Sorts the rows of a file of jobs: new, there already, in doubt, or wrong with the reason at the cell. Writes nothing.
 * The same file again, after its jobs were begun, is all "there".
 *
 * @param from the line of the file at which the rows begin
 * @param decisions for rows in doubt the id of the client or the line that is meant, by line
 * @returns the rows that hold anything, in their order
 */
export function sortJobRows(
  rows: readonly (readonly string[])[],
  mapping: Mapping,
  targets: readonly Target[],
  known: KnownWork,
  { today, decisions, from = 2 }: { today: CivilDate; decisions: ReadonlyMap<number, string>; from?: number },
): JobRowRead[] {
  const columns = mapping.map((key) => targets.find((target) => target.key === key) ?? null);
  const sorting = new JobRows(known, today);
  return rows.flatMap((cells, at) => {
    if (cells.every((cell) => cell.trim() === '')) return [];
    const line = at + from;
    const { values, leftOut } = readCells(cells, columns);
    const columnOf = (key: string) => Math.max(0, mapping.indexOf(key));
    const verdict = sorting.verdict({ line, values, leftOut, columnOf, chosen: decisions.get(line) });
    return [{ line, client: (cells[columnOf('client')] ?? '').trim(), verdict, leftOut }];
  });
}

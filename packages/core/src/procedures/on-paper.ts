import { type CivilDate, type WorkingCalendar, addWorkingDays, workingDaysIn } from '../calendar';
import type { FactNames, Facts } from '../conditions';
import { counted, shortDate } from '../words';
import { type NamesOfActions, type Planned, actionInWords, actionsOfMove, comesTo, keyOf, leavesTheHouse } from './actions';
import { checkProcedure } from './faults';
import { dayOfPlan } from './days';
import { type JobDates, layOut, phasesFor } from './lay-out';
import { type Procedure, type TaskRole, actionsOf } from './procedure';

/** A client as a procedure meets it. */
export interface ClientOnPaper {
  id: string;
  name: string;
  facts: Facts;
  /** Names of the people there who would get a message; none when nobody has an address or the client works on paper. */
  writtenTo: string[];
  /** Somebody there signs for the client. */
  signs: boolean;
  /** Roles that have a person at this client. */
  roles: readonly TaskRole[];
}

export interface PathOfClient {
  clientId: string;
  client: string;
  /** Keys of the phases taken, in order. */
  phases: string[];
  tasks: number;
  minutes: number;
  requests: number;
  messages: number;
  bills: number;
}

/** Clients who go the same way. */
export interface PaperRoute {
  phases: string[];
  passedOver: string[];
  clients: PathOfClient[];
  /** Days on which something goes to these clients, where that was asked: the working day from the start of the job, and how many messages each gets. */
  contacts: { day: number; messages: number }[];
}

/** What decides on which days clients would be written to, and how much is too much. */
export interface ContactDays {
  dates: JobDates;
  calendar: WorkingCalendar;
  names: NamesOfActions;
  /** Messages a day to one person, at most. */
  perDay: number;
}

export interface PaperFault {
  /** What is wrong, a sentence. */
  what: string;
  /** The clients it is about; none when it is about the procedure itself. */
  clients: { id: string; name: string }[];
}

export interface OnPaper {
  routes: PaperRoute[];
  faults: PaperFault[];
  tasks: number;
  minutes: number;
  requests: number;
  messages: number;
  bills: number;
}

/** Something that leaves the house for a client as soon as its job begins. */
export interface GoesOut {
  /** By what it is left out. */
  key: string;
  clientId: string;
  client: string;
  /** A sentence. */
  what: string;
  /** Names of the people who get it. */
  to: string[];
  /** The message that is written; null for a request. */
  templateId: string | null;
}

/**
 * What leaves the house at once when jobs by a procedure begin: messages and requests of the first phase that each client enters.
 *
 * @param names what templates and kinds of documents for signature are called
 * @returns one for each client and thing sent; none for a client to whom nobody can be written
 */
export function goesOutAtOnce(procedure: Procedure, clients: readonly ClientOnPaper[], names: Pick<NamesOfActions, 'template' | 'signingKind'>): GoesOut[] {
  const unknown = () => '';
  return clients.flatMap(({ id, name, facts, writtenTo }) => {
    const [first] = phasesFor(procedure, facts).phases;
    if (!first || writtenTo.length === 0) return [];
    return actionsOfMove(null, first, facts)
      .filter(({ action }) => leavesTheHouse(action))
      .map((planned) => ({
        key: keyOf(planned),
        templateId: planned.action.does === 'message' ? planned.action.templateId : null,
        clientId: id,
        client: name,
        what: actionInWords(planned, { procedure: unknown, detail: unknown, facts: {}, ...names }),
        to: writtenTo,
      }));
  });
}

/** Whether some task that a client gets is for a role in which it has nobody. */
export const wantsSomebodyAs = (procedure: Procedure, { facts, roles }: Pick<ClientOnPaper, 'facts' | 'roles'>, role: TaskRole): boolean =>
  !roles.includes(role) && phasesFor(procedure, facts).phases.some((phase) => phase.tasks.some((task) => task.role === role && task.memberId === undefined));

/**
 * Runs every client through a procedure without doing anything: the way each takes, what would be sent, done and
 * drafted, and what is wrong with it. Faults come first that stop the procedure, then those about most clients.
 */
export function onPaper(procedure: Procedure, clients: readonly ClientOnPaper[], names: FactNames = {}, when: ContactDays | null = null): OnPaper {
  const byRoute = new Map<string, PaperRoute>();
  const faults = new Map<string, { id: string; name: string }[]>();
  const entered = new Set<string>();
  const branches = new Map<string, string[]>();
  for (const phase of procedure.phases) if (phase.branch) branches.set(phase.branch, [...(branches.get(phase.branch) ?? []), phase.name]);
  const fault = (what: string, { id, name }: ClientOnPaper) => faults.set(what, [...(faults.get(what) ?? []), { id, name }]);
  const seen = { tasks: 0, minutes: 0, requests: 0, messages: 0, bills: 0 };
  for (const client of clients) {
    const { phases, passedOver } = phasesFor(procedure, client.facts, names);
    const path: PathOfClient = {
      clientId: client.id,
      client: client.name,
      phases: phases.map((phase) => phase.key),
      tasks: 0,
      minutes: 0,
      requests: 0,
      messages: 0,
      bills: 0,
    };
    const taken = new Map<string, string[]>();
    const missing = new Set<TaskRole>();
    let unwritten = false;
    for (const phase of phases) {
      entered.add(phase.key);
      if (phase.branch) taken.set(phase.branch, [...(taken.get(phase.branch) ?? []), phase.name]);
      // What is sent by hand is asked of the client all the same.
      const byHand = (phase.requests ?? []).filter((one) => !actionsOf(phase).some((action) => action.does === 'request' && action.requestKey === one.key));
      if (client.writtenTo.length > 0) path.requests += byHand.length;
      else if (byHand.length > 0) unwritten = true;
      for (const task of phase.tasks) {
        path.tasks += 1;
        path.minutes += task.estimate;
        if (!task.memberId && !client.roles.includes(task.role)) missing.add(task.role);
      }
      for (const { action } of [...actionsOfMove(null, phase, client.facts), ...actionsOfMove(phase, null, client.facts)]) {
        const sum = comesTo(action);
        const reached = client.writtenTo.length > 0;
        if (leavesTheHouse(action) && !reached) {
          unwritten = true;
          // A task for a person takes the place of what nobody would get.
          path.tasks += 1;
        }
        path.requests += reached ? (sum.requests ?? 0) : 0;
        path.messages += reached ? (sum.messages ?? 0) : 0;
        path.bills += sum.bills ?? 0;
        if (sum.task) {
          path.tasks += 1;
          path.minutes += sum.task.minutes;
          if (sum.task.role && !client.roles.includes(sum.task.role)) missing.add(sum.task.role);
        }
      }
    }
    for (const [branch, names] of branches) {
      const of = taken.get(branch) ?? [];
      if (of.length === 0) fault(`meet no phase of the branch "${branch}" (${names.join(', ')})`, client);
      if (of.length > 1) fault(`meet ${of.map((name) => `"${name}"`).join(' and ')}, which exclude each other`, client);
    }
    if (phases.length === 0) fault('enter no phase at all', client);
    if (unwritten) fault('would get a message, but there is nobody to write to', client);
    if (!client.signs && phases.some((phase) => phase.completion === 'signed')) fault('have nobody who signs, and a document is to be signed', client);
    for (const role of missing) fault(`have no ${role}, and tasks are for one`, client);
    const key = path.phases.join(' ');
    const route = byRoute.get(key) ?? { phases: path.phases, passedOver: passedOver.map((phase) => `${phase.name}, ${phase.why}`), clients: [], contacts: [] };
    if (when && route.contacts.length === 0 && client.writtenTo.length > 0) route.contacts = contactsOf(procedure, client, when);
    const most = client.writtenTo.length === 0 ? null : busiest(route.contacts);
    if (when && most && most.messages > when.perDay)
      fault(`would get ${most.messages} messages on working day ${most.day}, and ${when.perDay} go to one person in a day: the rest goes later`, client);
    route.clients.push(path);
    byRoute.set(key, route);
    for (const figure of Object.keys(seen) as (keyof typeof seen)[]) seen[figure] += path[figure];
  }
  const ofProcedure = [
    ...checkProcedure(procedure),
    ...(clients.length === 0 ? [] : procedure.phases.filter((phase) => !entered.has(phase.key)).map((phase) => `Nobody enters "${phase.name}"`)),
  ];
  return {
    ...seen,
    routes: [...byRoute.values()].sort((a, b) => b.clients.length - a.clients.length),
    faults: [
      ...ofProcedure.map((what) => ({ what, clients: [] })),
      ...[...faults]
        .map(([what, about]) => ({ what: `${counted(about.length, 'client')} ${about.length === 1 ? singular(what) : what}`, clients: about }))
        .sort((a, b) => b.clients.length - a.clients.length),
    ],
  };
}

/** On which working days of a job how many messages go to a client, the first day being 1. */
function contactsOf(procedure: Procedure, client: ClientOnPaper, { dates, calendar, names }: ContactDays): PaperRoute['contacts'] {
  return story(procedure, client, dates, calendar, names)
    .filter(({ contacts }) => contacts > 0)
    .map(({ day, contacts }) => ({ day: Math.max(1, workingDaysIn(dates.start, day, calendar).length), messages: contacts }));
}

const busiest = (contacts: PaperRoute['contacts']): PaperRoute['contacts'][number] | null =>
  contacts.reduce<PaperRoute['contacts'][number] | null>((most, one) => (most === null || one.messages > most.messages ? one : most), null);

const singular = (what: string) =>
  what
    .replace(/^meet /, 'meets ')
    .replace(/^enter /, 'enters ')
    .replace(/^have /, 'has ');

export interface DayOfStory {
  day: CivilDate;
  lines: string[];
  /** How many messages and requests go to each of the client’s people on it. */
  contacts: number;
}

/**
 * What would happen to one client day by day, if every task were done on its last day and the client answered on the last
 * day given. A phase waits for what it asks: tasks of later phases are done when it is complete, also where their own day
 * has passed by then.
 */
export function story(procedure: Procedure, client: ClientOnPaper, dates: JobDates, calendar: WorkingCalendar, names: NamesOfActions): DayOfStory[] {
  const laid = layOut(procedure, client.facts, dates, calendar, names.facts);
  const days = new Map<string, DayOfStory>();
  const say = (day: CivilDate, line: string) => {
    const at = days.get(day.toString()) ?? { day, lines: [], contacts: 0 };
    at.lines.push(line);
    days.set(day.toString(), at);
  };
  const act = (day: CivilDate, planned: Planned) => {
    const on = planned.action.on ? dayOfPlan(planned.action.on, { start: dates.start, before: day }, calendar) : day;
    // A day that was over when the phase came to it.
    const then = day.until(on).sign < 0 ? day : on;
    say(then, told({ ...planned, action: { ...planned.action, on: undefined } }));
    if (leavesTheHouse(planned.action) && client.writtenTo.length > 0) days.get(then.toString())!.contacts += 1;
    return then;
  };
  const told = (planned: Planned) =>
    leavesTheHouse(planned.action)
      ? client.writtenTo.length > 0
        ? `${actionInWords(planned, names)} (${client.writtenTo.join(', ')})`
        : `Nobody there to write to: instead of "${actionInWords(planned, names)}", a task for the preparer`
      : actionInWords(planned, names);
  let at = dates.start;
  for (const skipped of laid.passedOver) say(dates.start, `Passes over "${skipped.name}", ${skipped.why}`);
  laid.phases.forEach((phase, index) => {
    if (phase.opens && index > 0) {
      const opens = dayOfPlan(phase.opens, { start: dates.start, before: at }, calendar);
      if (at.until(opens).sign > 0) at = opens;
    }
    say(at, `Enters "${phase.name}"`);
    const entered = at;
    const acts = actionsOfMove(null, phase, client.facts);
    const sentOn = new Map(acts.map((planned) => [planned.action.key, act(entered, planned)]));
    const sent = acts.flatMap(({ action }) => (action.does === 'request' ? [action] : []));
    for (const { key, title } of phase.requests ?? [])
      if (!sent.some((one) => one.requestKey === key)) say(at, `"${title}" is there to be sent to the client by hand`);
    for (const { task, due } of laid.tasks.filter((one) => one.phaseKey === phase.key)) {
      const done = entered.until(due).sign >= 0 ? due : entered;
      say(
        done,
        `"${task.name}" is ${done === due ? 'due' : `done late, it was due on ${shortDate(due)}`}, for ${task.memberId ? 'the person named' : `the ${task.role}`}`,
      );
      if (at.until(done).sign > 0) at = done;
    }
    if (client.writtenTo.length > 0 && phase.completion !== 'by hand')
      for (const { key, requestKey, days } of sent) {
        const wanted = addWorkingDays(sentOn.get(key)!, days, calendar);
        say(wanted, `The answer to "${phase.requests!.find((one) => one.key === requestKey)!.title}" is wanted: the phase waits for it`);
        if (at.until(wanted).sign > 0) at = wanted;
      }
    if (phase.completion === 'answered' && sent.length === 0) say(at, 'Waits until its request was sent and answered');
    if (phase.completion === 'signed') say(at, 'Waits for the signature of the client');
    if (phase.completion === 'approved') say(at, 'Waits for the approval of a second person, who did none of the tasks before it');
    if (phase.completion === 'by hand') say(at, 'Waits until somebody moves the job by hand');
    for (const planned of actionsOfMove(phase, null, client.facts)) act(at, planned);
    if (phase.asks) say(at, 'Waits for a person to see what will happen, and to move it');
    if (index === laid.phases.length - 1) say(at, 'The job is finished');
  });
  return [...days.values()].sort((a, b) => b.day.until(a.day).sign);
}

/** How many things a procedure does by itself, for a line about it. */
export const actionCount = (procedure: Procedure): number => procedure.phases.reduce((sum, phase) => sum + actionsOf(phase).length, 0);

import { type Condition, type Fact, conditionFaults } from '../conditions';

export const TASK_ROLES = ['preparer', 'manager', 'partner'] as const;
export type TaskRole = (typeof TASK_ROLES)[number];

/** A day of a task, in working days after the job's start or before its target. */
export interface DayOfTask {
  days: number;
  from: 'start' | 'target';
}

/** What ticks a task by itself: a request of its phase goes out, a document is given for signature in it, the obligation gets its receipt. */
export const DONE_BY = ['request sent', 'given for signature', 'filed'] as const;
export type DoneBy = (typeof DONE_BY)[number];

export interface TaskPlan {
  key: string;
  name: string;
  role: TaskRole;
  /** A person by name, instead of whoever has the role at the client. */
  memberId?: string;
  /** Minutes. */
  estimate: number;
  /** Keys of tasks that must be done before it. */
  waitsFor?: string[];
  /** An event that does the task by itself. */
  doneBy?: DoneBy;
  /** Clients who do not meet it do not get the task. */
  onlyIf?: Condition;
  /** Without them the days of the job are shared over its tasks in order. */
  start?: DayOfTask;
  due?: DayOfTask;
  /** Points ticked one by one; who ticked and when is kept. */
  checks?: string[];
  advice?: string;
  links?: string[];
}

/** An information request that the phase wants from the client, proposed to the person who sends it. */
export interface RequestPlan {
  key: string;
  /** Clients who do not meet it are not asked. */
  onlyIf?: Condition;
  title: string;
  items: { name: string; description: string }[];
}

/** What happens by itself when a job enters a phase or leaves it done. */
export type Action = { key: string; onlyIf?: Condition } & (
  | { does: 'message'; templateId: string }
  /** Sends one of the requests of the phase, wanted within so many days. */
  | { does: 'request'; requestKey: string; days: number }
  | { does: 'task'; task: TaskPlan }
  /** Begins another job for the client, by another procedure. */
  | { does: 'procedure'; procedureId: string }
  /** Drafts a bill of so many hundredths of the agreed fee. */
  | { does: 'bill'; share: number }
  | { does: 'label'; label: string; put: boolean }
  /** From now on the client works online, or on paper. */
  | { does: 'way'; way: WayOfWork }
  | { does: 'detail'; detailId: string; value: Fact }
  | { does: 'tell'; role: TaskRole; words: string }
);
export const WAYS_OF_WORK = ['online', 'paper'] as const;
export type WayOfWork = (typeof WAYS_OF_WORK)[number];
export const ACTIONS = ['message', 'request', 'task', 'procedure', 'bill', 'label', 'way', 'detail', 'tell'] as const satisfies readonly Action['does'][];

/**
 * When a phase is complete: its tasks are done and what was asked of the client is answered and signed (`tasks`); its
 * requests have to have been sent and answered (`answered`); a document has to have been signed (`signed`); somebody who
 * did none of its tasks has approved it (`approved`); or only a person says so (`by hand`).
 */
export const COMPLETIONS = ['tasks', 'answered', 'signed', 'approved', 'by hand'] as const;
export type Completion = (typeof COMPLETIONS)[number];

export interface PhasePlan {
  key: string;
  /** By what it is known in all procedures that hold it in common; see `followed`. */
  sharedAs?: string;
  name: string;
  /** Entry rule: clients who do not meet it pass the phase over. */
  onlyIf?: Condition;
  /** Phases of one branch exclude each other: every client is meant to take exactly one of them. */
  branch?: string;
  tasks: TaskPlan[];
  requests?: RequestPlan[];
  onEntry?: Action[];
  onDone?: Action[];
  /** `tasks` where nothing is said. */
  completion?: Completion;
  /** When complete, the job waits for a person to look at what will happen, and to move it. */
  asks?: boolean;
}

/** How a kind of job is done. */
export interface Procedure {
  phases: PhasePlan[];
}

export const actionsOf = (phase: PhasePlan): Action[] => [...(phase.onEntry ?? []), ...(phase.onDone ?? [])];

/**
 * Faults that would make a procedure impossible to work by: keys used twice, tasks that wait for a task that is not
 * there, tasks waiting in a circle, a request sent where none is written down. Returns a sentence for each; empty when
 * sound.
 */
export function checkProcedure(procedure: Procedure): string[] {
  const faults: string[] = [];
  const tasks = procedure.phases.flatMap((phase) => phase.tasks);
  const byKey = new Map<string, TaskPlan>();
  for (const task of tasks) {
    if (byKey.has(task.key)) faults.push(`Two tasks share the key "${task.key}"`);
    byKey.set(task.key, task);
  }
  const phaseKeys = procedure.phases.map((phase) => phase.key);
  const shared = procedure.phases.flatMap((phase) => phase.sharedAs ?? []);
  if (new Set(shared).size < shared.length) faults.push('A phase that is held in common stands in it twice');
  for (const key of new Set(phaseKeys.filter((key, at) => phaseKeys.indexOf(key) !== at))) faults.push(`Two phases share the key "${key}"`);
  for (const phase of procedure.phases) {
    const requests = (phase.requests ?? []).map((request) => request.key);
    if (new Set(requests).size < requests.length) faults.push(`Two requests of "${phase.name}" share a key`);
    const missing = actionsOf(phase).some((action) => action.does === 'request' && !requests.includes(action.requestKey));
    if (missing || (phase.completion === 'answered' && requests.length === 0))
      faults.push(`"${phase.name}" sends or awaits a request that is not written down in it`);
  }
  for (const task of tasks) {
    for (const key of task.waitsFor ?? []) if (!byKey.has(key)) faults.push(`"${task.name}" waits for "${key}", which is not there`);
  }
  const settled = new Set<string>();
  const walk = (key: string, trail: string[]): void => {
    if (settled.has(key)) return;
    if (trail.includes(key)) {
      const circle = trail.slice(trail.indexOf(key)).map((k) => `"${byKey.get(k)!.name}"`);
      faults.push(`Tasks wait in a circle: ${circle.join(', then ')}`);
      return;
    }
    for (const next of byKey.get(key)?.waitsFor ?? []) if (byKey.has(next)) walk(next, [...trail, key]);
    settled.add(key);
  };
  for (const key of byKey.keys()) walk(key, []);
  return [...new Set(faults)];
}

const isText = (value: unknown, longest: number): value is string => typeof value === 'string' && value.trim() !== '' && value.length <= longest;
const isList = (value: unknown, longest: number): value is Record<string, unknown>[] =>
  Array.isArray(value) && value.length <= longest && value.every((one) => typeof one === 'object' && one !== null);
const isCount = (value: unknown, most: number) => Number.isInteger(value) && (value as number) >= 0 && (value as number) <= most;

function taskShape(task: Record<string, unknown>, where: string): string[] {
  const faults: string[] = [];
  if (!isText(task.key, 60) || !isText(task.name, 200)) faults.push(`A task in ${where} has no name, or one of more than 200 letters`);
  const name = typeof task.name === 'string' ? `"${task.name.slice(0, 60)}"` : 'A task';
  if (!TASK_ROLES.includes(task.role as TaskRole)) faults.push(`${name}: choose whose task it is`);
  if (!isCount(task.estimate, 60_000)) faults.push(`${name}: give its estimate as a length of time`);
  if (task.onlyIf !== undefined) faults.push(...conditionFaults(task.onlyIf).map((fault) => `${name}: ${fault}`));
  for (const list of ['waitsFor', 'checks', 'links'] as const)
    if (task[list] !== undefined && !(Array.isArray(task[list]) && task[list].length <= 50 && task[list].every((one) => isText(one, 500))))
      faults.push(`${name}: an entry is empty or too long`);
  if (task.advice !== undefined && !(typeof task.advice === 'string' && task.advice.length <= 2000)) faults.push(`${name}: its advice is too long`);
  if (task.memberId !== undefined && !isText(task.memberId, 36)) faults.push(`${name}: choose the person`);
  if (task.doneBy !== undefined && !DONE_BY.includes(task.doneBy as DoneBy)) faults.push(`${name}: what does it by itself is not known`);
  for (const day of ['start', 'due'] as const) {
    const given = task[day] as DayOfTask | undefined;
    if (given !== undefined && !(isCount(given?.days, 400) && (given.from === 'start' || given.from === 'target')))
      faults.push(`${name}: give the number of working days, 0 to 400`);
  }
  return faults;
}

function actionShape(action: Record<string, unknown>, where: string): string[] {
  const at = `An action of ${where}`;
  const condition = action.onlyIf === undefined ? [] : conditionFaults(action.onlyIf).map((fault) => `${at}: ${fault}`);
  const wrong = (() => {
    switch (action.does) {
      case 'message':
        return isText(action.templateId, 60) ? null : 'choose the message';
      case 'request':
        return !isText(action.requestKey, 60) ? 'choose the request' : isCount(action.days, 365) ? null : 'say within how many days, 0 to 365';
      case 'task':
        return typeof action.task === 'object' && action.task !== null
          ? taskShape(action.task as Record<string, unknown>, where).join('; ') || null
          : 'write down the task';
      case 'procedure':
        return isText(action.procedureId, 60) ? null : 'choose the procedure';
      case 'bill':
        return isCount(action.share, 100) && action.share !== 0 ? null : 'say how much of the agreed fee, 1 to 100 %';
      case 'label':
        return isText(action.label, 60) && typeof action.put === 'boolean' ? null : 'name the label, at most 60 letters';
      case 'way':
        return WAYS_OF_WORK.includes(action.way as WayOfWork) ? null : 'say whether the client works online or on paper';
      case 'detail':
        return isText(action.detailId, 60) && (action.value === null || ['string', 'number', 'boolean'].includes(typeof action.value))
          ? null
          : 'choose the detail and its value';
      case 'tell':
        return isText(action.words, 500) && TASK_ROLES.includes(action.role as TaskRole) ? null : 'say whom to tell, and what';
      default:
        return 'choose what happens';
    }
  })();
  return [...condition, ...(isText(action.key, 60) ? [] : [`${at} has no key`]), ...(wrong ? [`${at}: ${wrong}`] : [])];
}

function requestShape({ key, title, items, onlyIf }: Record<string, unknown>, where: string): string[] {
  const sound = isText(key, 60) && isText(title, 200) && isList(items, 60) && items.length > 0;
  const named = sound && items.every((item) => isText(item.name, 200) && typeof item.description === 'string' && item.description.length <= 500);
  return [
    ...(named ? [] : [`${where}: a request has a title and at least one item, each with a name`]),
    ...(onlyIf === undefined ? [] : conditionFaults(onlyIf).map((fault) => `A request of ${where}: ${fault}`)),
  ];
}

/** What keeps a piece of data from outside from being a procedure that can be worked by, a sentence each; empty when it is one. */
export function procedureFaults(given: unknown): string[] {
  const phases = (given as { phases?: unknown } | null)?.phases;
  if (!isList(phases, 60) || phases.length === 0) return ['A procedure has at least one phase, and at most 60'];
  const faults = phases.flatMap((phase) => {
    const where = isText(phase.name, 100) ? `"${phase.name}"` : 'a phase';
    const own = isText(phase.key, 60) && isText(phase.name, 100) ? [] : ['A phase has no name, or one of more than 100 letters'];
    if (phase.onlyIf !== undefined) own.push(...conditionFaults(phase.onlyIf).map((fault) => `${where}: ${fault}`));
    if (phase.sharedAs !== undefined && !isText(phase.sharedAs, 36)) own.push(`${where}: what it is shared as is not known`);
    if (phase.branch !== undefined && !isText(phase.branch, 100)) own.push(`${where}: name the branch`);
    if (phase.completion !== undefined && !COMPLETIONS.includes(phase.completion as Completion)) own.push(`${where}: choose when it is complete`);
    if (phase.requests !== undefined)
      own.push(
        ...(isList(phase.requests, 20) ? phase.requests.flatMap((one) => requestShape(one, where)) : [`${where}: its requests are not a list of at most 20`]),
      );
    if (!isList(phase.tasks, 100)) return [...own, `${where}: its tasks are not a list of at most 100`];
    const lists = (['onEntry', 'onDone'] as const).flatMap((moment) =>
      phase[moment] === undefined
        ? []
        : isList(phase[moment], 50)
          ? phase[moment].flatMap((action) => actionShape(action, where))
          : [`${where}: its actions are not a list of at most 50`],
    );
    return [...own, ...phase.tasks.flatMap((task) => taskShape(task, where)), ...lists];
  });
  return faults.length > 0 ? [...new Set(faults)] : checkProcedure(given as Procedure);
}

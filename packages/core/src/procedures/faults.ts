import { conditionFaults } from '../conditions';
import { ACTION_KINDS, isDoes } from './actions';
import { isList, isText } from './actions/shape';
import { isDayOfPlan } from './days';
import { COMPLETIONS, type Completion, type Procedure, type TaskPlan, actionsOf } from './procedure';
import { taskShape } from './task-shape';

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
  const prerequisites = (procedure.prerequisites ?? []).map(({ key }) => key);
  if (new Set(prerequisites).size < prerequisites.length) faults.push('Two prerequisites share a key');
  const phaseKeys = procedure.phases.map((phase) => phase.key);
  const shared = procedure.phases.flatMap((phase) => phase.sharedAs ?? []);
  if (new Set(shared).size < shared.length) faults.push('A shared phase is in it twice');
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

function actionShape(action: Record<string, unknown>, where: string): string[] {
  const at = `An action of ${where}`;
  const condition = action.onlyIf === undefined ? [] : conditionFaults(action.onlyIf).map((fault) => `${at}: ${fault}`);
  const day = action.on === undefined || isDayOfPlan(action.on) ? [] : [`${at}: give the working day on which it happens, from 0 to 250`];
  const wrong = isDoes(action.does) ? ACTION_KINDS[action.does].wrong(action, where) : 'choose what happens';
  return [...condition, ...day, ...(isText(action.key, 60) ? [] : [`${at} has no key`]), ...(wrong ? [`${at}: ${wrong}`] : [])];
}

function prerequisitesShape(given: unknown): string[] {
  if (given === undefined) return [];
  if (!isList(given, 20)) return ['The prerequisites are not a list of at most 20'];
  const sound = given.every(({ key, name, holds }) => isText(key, 60) && isText(name, 120) && typeof holds === 'boolean');
  return sound ? [] : ['A prerequisite has no name, or one of more than 120 letters'];
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
    if (phase.opens !== undefined && !isDayOfPlan(phase.opens)) own.push(`${where}: give the working day on which it begins, from 0 to 250`);
    if (phase.sharedAs !== undefined && !isText(phase.sharedAs, 36)) own.push(`${where}: what it is shared as is not known`);
    if (phase.memberId !== undefined && !isText(phase.memberId, 36)) own.push(`${where}: choose who answers for it`);
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
  faults.push(...prerequisitesShape((given as { prerequisites?: unknown }).prerequisites));
  return faults.length > 0 ? [...new Set(faults)] : checkProcedure(given as Procedure);
}

import { type Facts, meets } from '../conditions';
import { counted } from '../words';
import type { Action, PhasePlan } from './procedure';

/** An action of a phase, and at which moment of it. */
export interface Planned {
  phaseKey: string;
  phase: string;
  moment: 'entry' | 'done';
  action: Action;
}

/** The actions of a move whose conditions a client meets: those of the phase left done, then those of the phase entered. */
export function actionsOfMove(
  from: Pick<PhasePlan, 'key' | 'name' | 'onDone'> | null,
  to: Pick<PhasePlan, 'key' | 'name' | 'onEntry'> | null,
  facts: Facts,
): Planned[] {
  const of = (phase: { key: string; name: string } | null, moment: Planned['moment'], actions: Action[] | undefined): Planned[] =>
    phase === null
      ? []
      : (actions ?? [])
          .filter((action) => !action.onlyIf || meets(action.onlyIf, facts))
          .map((action) => ({ phaseKey: phase.key, phase: phase.name, moment, action }));
  return [...of(from, 'done', from?.onDone), ...of(to, 'entry', to?.onEntry)];
}

/** What the names in an action stand for, to say it in a sentence. */
export interface NamesOfActions {
  template(id: string): string;
  procedure(id: string): string;
  detail(id: string): string;
}

/** The action as a sentence that says what will happen. */
export function actionInWords(action: Action, names: NamesOfActions): string {
  switch (action.does) {
    case 'message':
      return `Writes "${names.template(action.templateId)}" to the client`;
    case 'request':
      return `Sends the request to the client, wanted within ${counted(action.days, 'working day')}`;
    case 'task':
      return `Adds the task "${action.task.name}" for the ${action.task.role}`;
    case 'procedure':
      return `Begins another job by "${names.procedure(action.procedureId)}"`;
    case 'bill':
      return action.share === 100 ? 'Drafts a bill of the agreed fee' : `Drafts a bill of ${action.share} % of the agreed fee`;
    case 'label':
      return action.put ? `Puts the label "${action.label}" on the client` : `Takes the label "${action.label}" off the client`;
    case 'detail':
      return `Sets "${names.detail(action.detailId)}" of the client to ${action.value === true ? 'yes' : action.value === false ? 'no' : (action.value ?? 'nothing')}`;
    case 'tell':
      return `Tells the ${action.role}: ${action.words}`;
  }
}

/** Whether something of it leaves the house, so that it cannot be taken back. */
export const leavesTheHouse = (action: Action): boolean => action.does === 'message' || action.does === 'request';

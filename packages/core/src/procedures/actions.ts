import { type FactNames, type Facts, meets } from '../conditions';
import { counted } from '../words';
import type { Action, PhasePlan } from './procedure';

/** An action of a phase, and at which moment of it. */
export interface Planned {
  phaseKey: string;
  phase: string;
  moment: 'entry' | 'done';
  action: Action;
  /** Title of the request that it sends; null for every other action. */
  request: string | null;
  /** When it was done for this job already, an ISO moment: a phase that is passed a second time does not do it again by itself. */
  doneBefore?: string;
}

const titleOf = (action: Action, requests: PhasePlan['requests']) =>
  action.does === 'request' ? (requests?.find((request) => request.key === action.requestKey)?.title ?? null) : null;

/**
 * The actions of a move whose conditions a client meets: those of the phase left done, then those of the phase entered.
 * Phases as laid out for the client: a request that it is not asked is not sent.
 */
export function actionsOfMove(
  from: Pick<PhasePlan, 'key' | 'name' | 'requests' | 'onDone'> | null,
  to: Pick<PhasePlan, 'key' | 'name' | 'requests' | 'onEntry'> | null,
  facts: Facts,
): Planned[] {
  const of = (phase: Pick<PhasePlan, 'key' | 'name' | 'requests'> | null, moment: Planned['moment'], actions: Action[] | undefined): Planned[] =>
    phase === null
      ? []
      : (actions ?? [])
          .filter((action) => !action.onlyIf || meets(action.onlyIf, facts))
          .filter((action) => action.does !== 'request' || phase.requests?.some((request) => request.key === action.requestKey))
          .map((action) => ({ phaseKey: phase.key, phase: phase.name, moment, action, request: titleOf(action, phase.requests) }));
  return [...of(from, 'done', from?.onDone), ...of(to, 'entry', to?.onEntry)];
}

/** What the names in an action stand for, to say it in a sentence. */
export interface NamesOfActions {
  template(id: string): string;
  procedure(id: string): string;
  detail(id: string): string;
  /** What facts of the firm's own are called, where rules look at them. */
  facts: FactNames;
}

/** The action as a sentence that says what will happen. */
export function actionInWords({ action, request }: Pick<Planned, 'action' | 'request'>, names: NamesOfActions): string {
  switch (action.does) {
    case 'message':
      return `Writes "${names.template(action.templateId)}" to the client`;
    case 'request':
      return `Sends the client the request "${request}", wanted within ${counted(action.days, 'working day')}`;
    case 'task':
      return `Adds the task "${action.task.name}" for the ${action.task.role}`;
    case 'procedure':
      return `Begins another job by "${names.procedure(action.procedureId)}"`;
    case 'bill':
      return action.share === 100 ? 'Drafts a bill of the agreed fee' : `Drafts a bill of ${action.share} % of the agreed fee`;
    case 'label':
      return action.put ? `Puts the label "${action.label}" on the client` : `Takes the label "${action.label}" off the client`;
    case 'way':
      return `Notes that the client works ${action.way === 'paper' ? 'on paper' : 'online'} from now on`;
    case 'detail':
      return `Sets "${names.detail(action.detailId)}" of the client to ${action.value === true ? 'yes' : action.value === false ? 'no' : (action.value ?? 'nothing')}`;
    case 'tell':
      return `Tells the ${action.role}: ${action.words}`;
  }
}

/** Whether something of it leaves the house, so that it cannot be taken back. */
export const leavesTheHouse = (action: Action): boolean => action.does === 'message' || action.does === 'request';

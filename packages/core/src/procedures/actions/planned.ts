import { type Facts, meets } from '../../conditions';
import type { Action, PhasePlan } from '../procedure';

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

/** By what an action of a move is named when it is left out or done again. */
export const keyOf = ({ phaseKey, moment, action }: Pick<Planned, 'phaseKey' | 'moment' | 'action'>): string => `${phaseKey} ${moment} ${action.key}`;

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

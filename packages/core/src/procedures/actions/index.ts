import { dayOfPlanInWords } from '../days';
import type { Action } from '../procedure';
import { bill } from './bill';
import { detail } from './detail';
import type { ActionKind, Does, NamesOfActions, OnPaperOf } from './kind';
import { label } from './label';
import { message } from './message';
import type { Planned } from './planned';
import { procedure } from './procedure';
import { request } from './request';
import { signature } from './signature';
import { task } from './task';
import { tell } from './tell';
import { way } from './way';

export type { ActionField, ActionKind, ActionOf, Chosen, Does, NamesOfActions } from './kind';
export { type Planned, actionsOfMove, keyOf } from './planned';

/** Every kind of action, in the order in which they are offered. */
export const ACTION_KINDS: { readonly [Kind in Does]: ActionKind<Kind> } = { message, request, signature, task, procedure, bill, label, way, detail, tell };

/** Whether a piece of data names a kind of action that there is. */
export const isDoes = (does: unknown): does is Does => typeof does === 'string' && Object.hasOwn(ACTION_KINDS, does);

/** The kind of an action; the compiler cannot say that the two belong together, so it is said here. */
const kindOf = (action: Action) => ACTION_KINDS[action.does] as unknown as ActionKind<Does>;

/** The action as a sentence that says what will happen. */
export const actionInWords = (
  { action, request: title, moment }: Pick<Planned, 'action' | 'request'> & { moment?: Planned['moment'] },
  names: NamesOfActions,
): string => {
  const sentence = kindOf(action).sentence(action, names, title);
  return action.on ? `${sentence}, ${dayOfPlanInWords(action.on, moment === 'done' ? 'the phase is done' : 'the phase is entered')}` : sentence;
};

/** What an action comes to for one client, where a procedure is run on paper. */
export const comesTo = (action: Action): OnPaperOf => kindOf(action).onPaper(action);

/** Whether something of it leaves the house, so that it cannot be taken back. */
export const leavesTheHouse = (action: Action): boolean => ACTION_KINDS[action.does].leavesTheHouse;

import * as clientsRoutes from '@steady/contract/clients.routes';
import * as postRoutes from '@steady/contract/post.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { X } from 'lucide-react';
import { ACTION_KINDS, type Action, type Chosen, type Does, type RequestPlan } from '@steady/core/procedures';
import { useData } from '../../app/api';
import { ChoiceInput } from '../../ui/choice-input';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import type { KnownFact } from '../rules';
import { type Known, Particulars } from './action-particulars';
import { DayOfPlanLine } from './day-of-plan';
import { ConditionLine } from './condition-line';
import { freshKey } from './pieces';

const DOES = Object.keys(ACTION_KINDS) as Does[];

/** What an action is when it is first chosen, with what the firm has of it. */
function fresh(does: Does, key: string, known: Known): Action {
  const first = (of: Chosen) => known[of][0]?.id ?? '';
  return {
    key,
    does,
    ...ACTION_KINDS[does].fresh(
      {
        templates: first('templates'),
        requests: first('requests'),
        signingKinds: first('signingKinds'),
        procedures: first('procedures'),
        details: first('details'),
      },
      key,
    ),
  } as Action;
}

/** What happens by itself at one moment of a phase, in order. */
export function ActionFields({
  label,
  that,
  actions,
  requests,
  facts,
  onChange,
}: {
  label: string;
  /** What their working days count from where that is not the start of the job. */
  that: string;
  actions: readonly Action[];
  requests: readonly RequestPlan[];
  facts: KnownFact[];
  onChange(next: Action[]): void;
}) {
  const { data: templates = [] } = useData(postRoutes.kept);
  const { data: procedures = [] } = useData(proceduresRoutes.list);
  const { data: details = [] } = useData(clientsRoutes.details);
  const { data: kinds = [] } = useData(kindsRoutes.list);
  // Those that are given by themselves first: of the others somebody chooses the document.
  const signingKinds = kinds
    .map(({ id, name, letter }) => ({ id, name: letter ? name : `${name}, as a task`, isLetter: letter !== null }))
    .sort((a, b) => Number(b.isLetter) - Number(a.isLetter));
  const planned = requests.map((one) => ({ id: one.key, name: one.title || 'a request without a title' }));
  const known: Known = { requests: planned, signingKinds, templates, procedures, details };
  const put = (index: number, next: Action) => onChange(actions.map((one, at) => (at === index ? next : one)));
  return (
    <fieldset className="mb-2">
      <legend className="text-table font-semibold">{label}</legend>
      <Ordered ids={actions.map((one) => one.key)} onMove={(from, to) => onChange(moved(actions, from, to))}>
        <ol aria-label={label}>
          {actions.map((action, index) => (
            <OrderedRow key={action.key} id={action.key} className="py-1">
              <div className="flex flex-wrap items-center gap-1.5 text-table">
                <Grip name={ACTION_KINDS[action.does].words} />
                <ChoiceInput
                  className="field w-auto py-0.5"
                  aria-label="What happens"
                  value={action.does}
                  onChange={({ target }) => put(index, { ...fresh(target.value as Does, action.key, known), onlyIf: action.onlyIf, on: action.on })}
                >
                  {DOES.map((does) => (
                    <option key={does} value={does}>
                      {ACTION_KINDS[does].words}
                    </option>
                  ))}
                </ChoiceInput>
                <Particulars action={action} known={known} onChange={(next) => put(index, next)} />
                <button
                  type="button"
                  className="p-0.5 text-soft hover:text-ink"
                  aria-label={`Remove: ${ACTION_KINDS[action.does].words}`}
                  title="Remove"
                  onClick={() => onChange(actions.filter((_, at) => at !== index))}
                >
                  <X aria-hidden className="size-3.5" />
                </button>
              </div>
              <div className="ml-6">
                <DayOfPlanLine of={action.on} what="this" that={that} onChange={(on) => put(index, { ...action, on })} />{' '}
                <ConditionLine of={action.onlyIf} facts={facts} what="this" onChange={(onlyIf) => put(index, { ...action, onlyIf })} />
              </div>
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      <button
        type="button"
        className="lnk text-table"
        onClick={() =>
          onChange([
            ...actions,
            fresh(
              'tell',
              freshKey(
                'act',
                actions.map((one) => one.key),
              ),
              known,
            ),
          ])
        }
      >
        Add an automatic action
      </button>
    </fieldset>
  );
}

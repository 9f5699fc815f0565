import * as clientsRoutes from '@steady/contract/clients.routes';
import * as postRoutes from '@steady/contract/post.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { X } from 'lucide-react';
import type { Fact } from '@steady/core/conditions';
import { ACTION_KINDS, type Action, type ActionField, type Chosen, type Does, type RequestPlan, TASK_ROLES } from '@steady/core/procedures';
import type { DetailFieldView } from '@steady/contract/clients';
import { useData } from '../../app/api';
import { ChoiceInput } from '../../ui/choice-input';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import type { KnownFact } from '../rules/known-facts';
import { DetailInput } from '../clients/detail-inputs';
import { ConditionLine } from './condition-line';
import { freshKey } from './pieces';

interface Known extends Record<Chosen, readonly { id: string; name: string }[]> {
  details: readonly DetailFieldView[];
}

const DOES = Object.keys(ACTION_KINDS) as Does[];

/** What an action is when it is first chosen, with what the firm has of it. */
function fresh(does: Does, key: string, known: Known): Action {
  const first = (of: Chosen) => known[of][0]?.id ?? '';
  return {
    key,
    does,
    ...ACTION_KINDS[does].fresh(
      { templates: first('templates'), requests: first('requests'), procedures: first('procedures'), details: first('details') },
      key,
    ),
  } as Action;
}

/** What happens by itself at one moment of a phase, in order. */
export function ActionFields({
  label,
  actions,
  requests,
  facts,
  onChange,
}: {
  label: string;
  actions: readonly Action[];
  requests: readonly RequestPlan[];
  facts: KnownFact[];
  onChange(next: Action[]): void;
}) {
  const { data: templates = [] } = useData(postRoutes.kept);
  const { data: procedures = [] } = useData(proceduresRoutes.list);
  const { data: details = [] } = useData(clientsRoutes.details);
  const planned = requests.map((one) => ({ id: one.key, name: one.title || 'a request without a title' }));
  const known: Known = { requests: planned, templates, procedures, details };
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
                  onChange={({ target }) => put(index, { ...fresh(target.value as Does, action.key, known), onlyIf: action.onlyIf })}
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

/** The value at a path of an action, and the action with another one there. */
const valueAt = (of: object, path: string): unknown => path.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown>)[part], of);
function withAt<Of extends object>(of: Of, path: string, value: unknown): Of {
  const [part, ...rest] = path.split('.') as [string, ...string[]];
  const inner = rest.length > 0 ? withAt((of as Record<string, object>)[part]!, rest.join('.'), value) : value;
  return { ...of, [part]: inner };
}

function Particulars({ action, known, onChange }: { action: Action; known: Known; onChange(next: Action): void }) {
  return ACTION_KINDS[action.does].fields.map((field, at) =>
    typeof field === 'string' ? (
      <span key={at}>{field}</span>
    ) : (
      <Field key={`${action.does} ${field.at}`} field={field} action={action} known={known} onChange={onChange} />
    ),
  );
}

interface FieldProps {
  field: Exclude<ActionField, string>;
  action: Action;
  known: Known;
  onChange(next: Action): void;
}

function Field({ field, action, known, onChange }: FieldProps) {
  const value = valueAt(action, field.at);
  const put = (next: unknown) => onChange(withAt(action, field.at, next));
  switch (field.is) {
    case 'chosen': {
      const options = known[field.of];
      if (options.length === 0) return <span className="soon">{field.none}</span>;
      return (
        <Choice
          label={field.label}
          value={value as string}
          options={[...(options.some((one) => one.id === value) ? [] : [{ id: value as string, name: 'choose' }]), ...options]}
          // Another detail has other values: what was set before is not one of them.
          onChange={(id) => onChange({ ...withAt(action, field.at, id), ...(field.of === 'details' ? { value: '' } : {}) })}
        />
      );
    }
    case 'figure':
      return (
        <input
          className="field w-16 py-0.5 text-right"
          aria-label={field.label}
          inputMode="numeric"
          value={value as number}
          onChange={({ target }) => put(Number(target.value.replace(/\D/g, '')) || 0)}
        />
      );
    case 'words':
      return (
        <input
          className="field w-64 py-0.5"
          aria-label={field.label}
          placeholder={field.label}
          value={value as string}
          onChange={({ target }) => put(target.value)}
        />
      );
    case 'role':
      return <Choice label="Whom" value={value as string} options={TASK_ROLES.map((one) => ({ id: one, name: `the ${one}` }))} onChange={put} />;
    case 'one of':
      return (
        <Choice
          label={field.label}
          value={String(value)}
          options={field.options.map((one) => ({ id: String(one.value), name: one.words }))}
          onChange={(id) => put(field.options.find((one) => String(one.value) === id)!.value)}
        />
      );
    case 'value of a detail': {
      const detail = known.details.find((one) => one.id === valueAt(action, field.detailAt));
      if (!detail) return null;
      return (
        <span className="w-56 *:mb-0">
          <DetailInput
            detail={{ ...detail, name: `${detail.name} becomes` }}
            value={(value as Fact) ?? undefined}
            // What cannot be read as an amount is no amount: it is refused when the procedure is saved.
            onChange={(next) => put(next === undefined ? null : Number.isNaN(next) ? '' : next)}
          />
        </span>
      );
    }
  }
}

function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly { id: string; name: string }[];
  onChange(id: string): void;
}) {
  return (
    <ChoiceInput className="field w-auto max-w-64 py-0.5" aria-label={label} value={value} onChange={({ target }) => onChange(target.value)}>
      {options.map((one) => (
        <option key={one.id} value={one.id}>
          {one.name}
        </option>
      ))}
    </ChoiceInput>
  );
}

import * as clientsRoutes from '@steady/contract/clients.routes';
import * as postRoutes from '@steady/contract/post.routes';
import * as proceduresRoutes from '@steady/contract/procedures.routes';
import { X } from 'lucide-react';
import { ACTIONS, type Action, type RequestPlan, TASK_ROLES, type TaskRole, WAYS_OF_WORK, type WayOfWork } from '@steady/core/procedures';
import type { DetailFieldView } from '@steady/contract/clients';
import type { ProcedureRow, TemplateView } from '@steady/contract/procedures';
import { useData } from '../../app/api';
import { Grip, moved, useOrder } from '../../ui/order-grip';
import type { KnownFact } from '../rules/condition-editor';
import { DetailInput } from '../clients/detail-inputs';
import { ConditionLine } from './condition-line';
import { ACTION_WORDS, freshKey } from './pieces';

interface Known {
  requests: readonly RequestPlan[];
  templates: readonly TemplateView[];
  procedures: readonly ProcedureRow[];
  details: readonly DetailFieldView[];
}

/** What an action is when it is first chosen, with what the firm has of it. */
function fresh(does: Action['does'], key: string, known: Known): Action {
  switch (does) {
    case 'message':
      return { key, does, templateId: known.templates[0]?.id ?? '' };
    case 'request':
      return { key, does, requestKey: known.requests[0]?.key ?? '', days: 8 };
    case 'task':
      return { key, does, task: { key: `${key}-task`, name: '', role: 'preparer', estimate: 15 } };
    case 'procedure':
      return { key, does, procedureId: known.procedures[0]?.id ?? '' };
    case 'bill':
      return { key, does, share: 100 };
    case 'label':
      return { key, does, label: '', put: true };
    case 'way':
      return { key, does, way: 'online' };
    case 'detail':
      return { key, does, detailId: known.details[0]?.id ?? '', value: '' };
    case 'tell':
      return { key, does, role: 'manager', words: '' };
  }
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
  const known = { requests, templates, procedures, details };
  const order = useOrder(actions.length, (from, to) => onChange(moved(actions, from, to)));
  const put = (index: number, next: Action) => onChange(actions.map((one, at) => (at === index ? next : one)));
  return (
    <fieldset className="mb-2">
      <legend className="text-table font-semibold">{label}</legend>
      <ol aria-label={label}>
        {actions.map((action, index) => (
          <li key={action.key} {...order.row(index)} className="py-1 data-over:border-t-2 data-over:border-kelp">
            <div className="flex flex-wrap items-center gap-1.5 text-table">
              <Grip {...order.grip(index, ACTION_WORDS[action.does])} />
              <select
                className="field w-auto py-0.5"
                aria-label="What happens"
                value={action.does}
                onChange={({ target }) => put(index, { ...fresh(target.value as Action['does'], action.key, known), onlyIf: action.onlyIf })}
              >
                {ACTIONS.map((does) => (
                  <option key={does} value={does}>
                    {ACTION_WORDS[does]}
                  </option>
                ))}
              </select>
              <Particulars action={action} known={known} onChange={(next) => put(index, next)} />
              <button
                type="button"
                className="p-0.5 text-soft hover:text-ink"
                aria-label={`Take away: ${ACTION_WORDS[action.does]}`}
                title="Take away"
                onClick={() => onChange(actions.filter((_, at) => at !== index))}
              >
                <X aria-hidden className="size-3.5" />
              </button>
            </div>
            <div className="ml-6">
              <ConditionLine of={action.onlyIf} facts={facts} what="this" onChange={(onlyIf) => put(index, { ...action, onlyIf })} />
            </div>
          </li>
        ))}
      </ol>
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
        Add what happens by itself
      </button>
    </fieldset>
  );
}

function Particulars({ action, known, onChange }: { action: Action; known: Known; onChange(next: Action): void }) {
  const choose = (label: string, value: string, options: readonly { id: string; name: string }[], put: (id: string) => Action, none: string) =>
    options.length === 0 ? (
      <span className="soon">{none}</span>
    ) : (
      <select className="field w-auto max-w-64 py-0.5" aria-label={label} value={value} onChange={({ target }) => onChange(put(target.value))}>
        {!options.some((one) => one.id === value) && <option value={value}>choose</option>}
        {options.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
    );
  const role = (of: TaskRole, put: (role: TaskRole) => Action) => (
    <select className="field w-auto py-0.5" aria-label="Whom" value={of} onChange={({ target }) => onChange(put(target.value as TaskRole))}>
      {TASK_ROLES.map((one) => (
        <option key={one} value={one}>
          the {one}
        </option>
      ))}
    </select>
  );
  const figure = (label: string, value: number, put: (value: number) => Action) => (
    <input
      className="field w-16 py-0.5 text-right"
      aria-label={label}
      inputMode="numeric"
      value={value}
      onChange={({ target }) => onChange(put(Number(target.value.replace(/\D/g, '')) || 0))}
    />
  );
  const words = (label: string, value: string, put: (value: string) => Action) => (
    <input className="field w-64 py-0.5" aria-label={label} placeholder={label} value={value} onChange={({ target }) => onChange(put(target.value))} />
  );
  switch (action.does) {
    case 'message':
      return choose('Which message', action.templateId, known.templates, (templateId) => ({ ...action, templateId }), 'write one under Firm, Messages first');
    case 'request':
      return (
        <>
          {choose(
            'Which request',
            action.requestKey,
            known.requests.map((one) => ({ id: one.key, name: one.title || 'a request without a title' })),
            (requestKey) => ({ ...action, requestKey }),
            'write one down above first',
          )}{' '}
          wanted within {figure('Working days', action.days, (days) => ({ ...action, days }))} working days
        </>
      );
    case 'task':
      return (
        <>
          {words('Name of the task', action.task.name, (name) => ({ ...action, task: { ...action.task, name } }))} for{' '}
          {role(action.task.role, (of) => ({ ...action, task: { ...action.task, role: of } }))}
          {figure('Minutes', action.task.estimate, (estimate) => ({ ...action, task: { ...action.task, estimate } }))} minutes
        </>
      );
    case 'procedure':
      return choose('Which procedure', action.procedureId, known.procedures, (procedureId) => ({ ...action, procedureId }), 'there is no procedure yet');
    case 'bill':
      return <>of {figure('Hundredths', action.share, (share) => ({ ...action, share }))} % of the agreed fee</>;
    case 'label':
      return (
        <>
          <select
            className="field w-auto py-0.5"
            aria-label="Put or take off"
            value={action.put ? 'put' : 'off'}
            onChange={({ target }) => onChange({ ...action, put: target.value === 'put' })}
          >
            <option value="put">put on</option>
            <option value="off">take off</option>
          </select>
          {words('Label', action.label, (label) => ({ ...action, label }))}
        </>
      );
    case 'way':
      return (
        <select
          className="field w-auto py-0.5"
          aria-label="How the client works"
          value={action.way}
          onChange={({ target }) => onChange({ ...action, way: target.value as WayOfWork })}
        >
          {WAYS_OF_WORK.map((way) => (
            <option key={way} value={way}>
              {way === 'paper' ? 'on paper' : 'online'}
            </option>
          ))}
        </select>
      );
    case 'detail': {
      const detail = known.details.find((one) => one.id === action.detailId);
      return (
        <>
          {choose('Which detail', action.detailId, known.details, (detailId) => ({ ...action, detailId, value: '' }), 'add one under Firm, Details first')}
          {detail && (
            <span className="w-56 *:mb-0">
              <DetailInput
                detail={{ ...detail, name: `${detail.name} becomes` }}
                value={action.value ?? undefined}
                // What cannot be read as an amount is no amount: it is refused when the procedure is saved.
                onChange={(value) => onChange({ ...action, value: value === undefined ? null : Number.isNaN(value) ? '' : value })}
              />
            </span>
          )}
        </>
      );
    }
    case 'tell':
      return (
        <>
          {role(action.role, (of) => ({ ...action, role: of }))} {words('What to tell', action.words, (of) => ({ ...action, words: of }))}
        </>
      );
  }
}

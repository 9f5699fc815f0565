import * as rulesRoutes from '@steady/contract/rules.routes';
import type { UseFormReturn } from 'react-hook-form';
import type { KeepService } from '@steady/contract/services';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { ChoiceInput } from '../../ui/choice-input';
import { TickField } from '../../ui/fields';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';

/** The filing rules of a service, the one that leads its jobs first; those of the firm's country and its own to choose from. */
export function RulesField({ form }: { form: UseFormReturn<KeepService> }) {
  const { country } = useSession().firm;
  const { data: rules = [] } = useData(rulesRoutes.list);
  const { watch, setValue, formState } = form;
  const ruleIds = watch('ruleIds');
  const takeAway = (id: string) =>
    setValue(
      'ruleIds',
      ruleIds.filter((one) => one !== id),
    );
  const choosable = rules.filter((rule) => !ruleIds.includes(rule.id) && (rule.country === null || rule.country === country || rule.version !== null));
  const fault = formState.errors.ruleIds?.message;
  return (
    <div className="mb-3">
      <p className="mb-0.5 text-table font-semibold">Filing rules</p>
      {ruleIds.length === 0 && <p className="mb-1 text-table text-soft">None: the work follows our own date.</p>}
      <Ordered ids={ruleIds} onMove={(from, to) => setValue('ruleIds', moved(ruleIds, from, to))}>
        <ol>
          {ruleIds.map((id, index) => {
            const rule = rules.find((one) => one.id === id);
            const name = rule?.name ?? id;
            return (
              <OrderedRow key={id} className="flex items-baseline gap-2 border-t border-rule py-1 text-table" id={id}>
                <Grip name={name} />
                <span className="flex-1">
                  {name}, <span className="text-soft">{rule?.authority}</span>
                  {index === 0 && <span className="text-fine text-soft">, leads the jobs where their rhythm is the same</span>}
                </span>
                <button type="button" className="lnk" aria-label={`Remove ${name}`} onClick={() => takeAway(id)}>
                  Remove
                </button>
              </OrderedRow>
            );
          })}
        </ol>
      </Ordered>
      <ChoiceInput
        className="field mt-1"
        aria-label="Add a filing rule"
        value=""
        onChange={(event) => event.target.value && setValue('ruleIds', [...ruleIds, event.target.value])}
      >
        <option value="">Add a filing rule</option>
        {choosable.map((rule) => (
          <option key={rule.id} value={rule.id}>
            {rule.name}, {rule.authority}
          </option>
        ))}
      </ChoiceInput>
      {ruleIds.some((id) => rules.find((one) => one.id === id)?.extendsByItself) && (
        <TickField
          label="Plan by the later date where the law gives more time without asking"
          checked={watch('takesExtensions') ?? false}
          onChange={({ target }) => setValue('takesExtensions', target.checked)}
        />
      )}
      {fault && <p className="mt-0.5 text-fine text-rust">{fault}</p>}
    </div>
  );
}

import * as clientsRoutes from '@steady/contract/clients.routes';
import type { UseFormReturn } from 'react-hook-form';
import { noMoney } from '@steady/core/money';
import type { KeepService } from '@steady/contract/services';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { ChoiceField, TextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { FeeRuleFields } from './fee-rule-fields';
import { KindOfIncomeField } from './kinds-of-income';
import { Part } from './part';
import { RhythmField } from './rhythm-field';

/** What a service costs the client: one amount, or a rule over its facts; when it is billed, and as what it counts. */
export function CostPart({ form }: { form: UseFormReturn<KeepService> }) {
  const session = useSession();
  const { data: details = [] } = useData(clientsRoutes.details);
  const {
    register,
    control,
    watch,
    setValue,
    formState: { errors },
  } = form;
  const feeRule = watch('feeRule');
  const charged = watch('charged');
  return (
    <Part n={3} title="What it costs">
      <ChoiceField
        label="To the client"
        control={control}
        name="charged"
        choices={[
          { value: true, words: 'charged' },
          { value: false, words: 'not charged' },
        ]}
      />
      {charged && (
        <>
          <div className="mb-3 flex gap-5 text-table">
            <label className="flex items-baseline gap-1.5">
              <input type="radio" name="fee-by" checked={!feeRule} onChange={() => setValue('feeRule', null)} />
              as one amount
            </label>
            <label className="flex items-baseline gap-1.5">
              <input
                type="radio"
                name="fee-by"
                checked={Boolean(feeRule)}
                onChange={() =>
                  setValue('feeRule', { base: form.getValues('defaultFee') ?? noMoney(session.firm.currency), drivers: [], minimum: null, discount: 0 })
                }
              />
              by a rule over facts of the client
            </label>
          </div>
          {feeRule ? (
            <FeeRuleFields form={form} details={details.filter((one) => one.kind === 'number')} currency={session.firm.currency} />
          ) : (
            <MoneyField label={`Fee each time, ${session.firm.currency}, net of VAT`} control={control} name="defaultFee" error={errors.defaultFee?.message} />
          )}
          <div className="grid grid-cols-2 gap-x-4">
            <RhythmField label="Billed" control={control} name="billing" none="each time it is done" error={errors.billing?.message} />
            <TextField label="Item code" hint="In the accounts package" {...register('itemCode')} error={errors.itemCode?.message} />
            <div>
              <KindOfIncomeField hint="As the firm adds up what it earns; jobs begin with it" {...register('income')} error={errors.income?.message} />
            </div>
          </div>
        </>
      )}
    </Part>
  );
}

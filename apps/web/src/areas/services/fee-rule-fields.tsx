import type { UseFormReturn } from 'react-hook-form';
import { feeRuleInWords } from '@steady/core/fees';
import type { DetailFieldView } from '@steady/contract/clients';
import type { KeepService } from '@steady/contract/services';
import { isMoney, noMoney } from '@steady/core/money';
import { SelectField, TextField } from '../../ui/fields';
import { MoneyField } from '../../ui/figure-field';
import { asNumber } from '../../ui/form';

/** How a fee grows with facts of the client: base, what is counted, what each costs, the least it may be. */
export function FeeRuleFields({ form, details, currency }: { form: UseFormReturn<KeepService>; details: DetailFieldView[]; currency: string }) {
  const { register, control, watch, setValue, formState } = form;
  const errors = formState.errors.feeRule;
  const rule = watch('feeRule')!;
  const drivers = rule.drivers ?? [];
  const add = () =>
    setValue('feeRule.drivers', [
      ...drivers,
      { fact: `detail:${details[0]?.id ?? ''}`, name: details[0]?.name.toLowerCase() ?? '', included: 0, bands: [{ upTo: null, each: noMoney(currency) }] },
    ]);
  return (
    <div className="mb-3 border border-rule bg-paper px-4 py-3">
      <p className="mb-2 text-table text-soft">
        {feeRuleInWords({
          ...rule,
          base: isMoney(rule.base) ? rule.base : noMoney(currency),
          minimum: isMoney(rule.minimum) ? rule.minimum : null,
          discount: rule.discount || 0,
          drivers,
        })}
      </p>
      <MoneyField label={`Base, ${currency}`} control={control} name="feeRule.base" error={errors?.base?.message} />
      {drivers.map((driver, index) => (
        <fieldset key={index} className="mb-3 border-t border-rule pt-2">
          <legend className="text-table font-semibold">Counted {index + 1}</legend>
          <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_110px] gap-x-4">
            <SelectField label="Detail of the client" {...register(`feeRule.drivers.${index}.fact`)} error={errors?.drivers?.[index]?.fact?.message}>
              {details.map((detail) => (
                <option key={detail.id} value={`detail:${detail.id}`}>
                  {detail.name}
                </option>
              ))}
            </SelectField>
            <TextField label="In words" {...register(`feeRule.drivers.${index}.name`)} error={errors?.drivers?.[index]?.name?.message} />
            <TextField
              label="Included"
              inputMode="numeric"
              {...register(`feeRule.drivers.${index}.included`, { setValueAs: asNumber })}
              error={errors?.drivers?.[index]?.included?.message}
            />
          </div>
          {driver.bands.map((_, at) => (
            <div key={at} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-start gap-x-4">
              {at === driver.bands.length - 1 ? (
                <p className="pt-7 text-table text-soft">{at === 0 ? 'each of them' : 'each further one'}</p>
              ) : (
                <TextField
                  label="Up to the number"
                  inputMode="numeric"
                  {...register(`feeRule.drivers.${index}.bands.${at}.upTo`, { setValueAs: asNumber })}
                  error={errors?.drivers?.[index]?.bands?.[at]?.upTo?.message}
                />
              )}
              <MoneyField
                label={`Each, ${currency}`}
                control={control}
                name={`feeRule.drivers.${index}.bands.${at}.each`}
                error={errors?.drivers?.[index]?.bands?.[at]?.each?.message}
              />
              <button
                type="button"
                className="lnk pt-7 text-table"
                disabled={driver.bands.length === 1}
                onClick={() =>
                  setValue(
                    `feeRule.drivers.${index}.bands`,
                    driver.bands.filter((_, one) => one !== at).map((one, place, all) => (place === all.length - 1 ? { ...one, upTo: null } : one)),
                  )
                }
              >
                Remove
              </button>
            </div>
          ))}
          <p className="flex gap-4 text-table">
            <button
              type="button"
              className="lnk"
              onClick={() => setValue(`feeRule.drivers.${index}.bands`, [{ upTo: 10, each: driver.bands[0]?.each ?? noMoney(currency) }, ...driver.bands])}
            >
              Another band
            </button>
            <button
              type="button"
              className="lnk"
              onClick={() =>
                setValue(
                  'feeRule.drivers',
                  drivers.filter((_, one) => one !== index),
                )
              }
            >
              Do not count this
            </button>
          </p>
        </fieldset>
      ))}
      {details.length > 0 ? (
        <button type="button" className="lnk mb-3 text-table" onClick={add}>
          Count a detail of the client
        </button>
      ) : (
        <p className="mb-3 text-table text-soft">To count something, add a detail with a number under Firm, Details.</p>
      )}
      <div className="grid grid-cols-2 gap-x-4">
        <MoneyField label={`Never less than, ${currency}`} control={control} name="feeRule.minimum" error={errors?.minimum?.message} />
        <TextField label="Discount, %" inputMode="decimal" {...register('feeRule.discount', { setValueAs: asNumber })} error={errors?.discount?.message} />
      </div>
    </div>
  );
}

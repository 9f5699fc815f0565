import type { UseFormReturn } from 'react-hook-form';
import type { KeepService } from '@steady/contract/services';
import { LINE_ANCHORS } from '@steady/core/obligations';
import { SelectField, TextField } from '../../ui/fields';
import { asNumber } from '../../ui/form';
import { Part } from './part';
import { RhythmField } from './rhythm-field';
import { RulesField } from './rules-field';
import { ANCHOR_WORDS } from './words';

/** How often a service comes, what decides its dates, and how long before them work begins. */
export function WhenPart({ form }: { form: UseFormReturn<KeepService> }) {
  const {
    register,
    control,
    formState: { errors },
  } = form;
  return (
    <Part n={4} title="When it comes" hint="A line can have another rhythm; one client may have several lines.">
      <RhythmField label="Usual rhythm" control={control} name="defaultRhythm" error={errors.defaultRhythm?.message} />
      <RulesField form={form} />
      <p className="mb-0.5 text-table font-semibold">Where no filing rule leads</p>
      <div className="grid grid-cols-3 gap-x-4">
        <TextField
          label="It is wanted"
          inputMode="numeric"
          hint="below zero: before the end"
          {...register('ownDue.count', { setValueAs: asNumber })}
          error={errors.ownDue?.count?.message}
        />
        <SelectField label="counted in" {...register('ownDue.unit')}>
          <option value="working days">working days after the period</option>
          <option value="days">days after the period</option>
        </SelectField>
        <SelectField label="Periods go by" {...register('anchor')} error={errors.anchor?.message}>
          {LINE_ANCHORS.map((one) => (
            <option key={one} value={one}>
              {ANCHOR_WORDS[one]}
            </option>
          ))}
        </SelectField>
      </div>
      <div className="grid grid-cols-2 gap-x-4">
        <TextField
          label="A job begins, days before the deadline"
          inputMode="numeric"
          {...register('leadDays', { setValueAs: asNumber })}
          error={errors.leadDays?.message}
        />
        <TextField
          label="Our target, working days ahead of it"
          inputMode="numeric"
          {...register('targetDays', { setValueAs: asNumber })}
          error={errors.targetDays?.message}
        />
      </div>
    </Part>
  );
}

import type { UseFormReturn } from 'react-hook-form';
import { rhythmInWords } from '@steady/core/calendar';
import type { ProcedureRow } from '@steady/contract/procedures';
import type { KeepService } from '@steady/contract/services';
import { SelectField } from '../../ui/fields';
import { RhythmField } from './rhythm-field';

/** Procedures for rhythms of a service that are not done the usual way. */
export function ProceduresField({ form, procedures }: { form: UseFormReturn<KeepService>; procedures: ProcedureRow[] }) {
  const { register, control, watch, setValue, formState } = form;
  const { errors } = formState;
  const perRhythm = watch('procedures');
  return (
    <>
      {perRhythm.map((one, index) => (
        <div key={index} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-start gap-x-4">
          <RhythmField label={`Done ${rhythmInWords(one.rhythm)}`} control={control} name={`procedures.${index}.rhythm`} />
          <SelectField label="goes by" {...register(`procedures.${index}.procedureId`)} error={errors.procedures?.[index]?.procedureId?.message}>
            {procedures.map((other) => (
              <option key={other.id} value={other.id}>
                {other.name}
              </option>
            ))}
          </SelectField>
          <button
            type="button"
            className="lnk pt-7 text-table"
            onClick={() =>
              setValue(
                'procedures',
                perRhythm.filter((_, at) => at !== index),
              )
            }
          >
            Remove
          </button>
        </div>
      ))}
      {errors.procedures?.message && <p className="mb-2 text-fine text-rust">{errors.procedures.message}</p>}
      {procedures.length > 0 && (
        <button
          type="button"
          className="lnk mb-3 text-table"
          onClick={() => setValue('procedures', [...perRhythm, { rhythm: 'weekly', procedureId: watch('procedureId') || procedures[0]!.id }])}
        >
          Another procedure for another rhythm
        </button>
      )}
    </>
  );
}

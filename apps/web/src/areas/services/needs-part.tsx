import { Controller, type UseFormReturn } from 'react-hook-form';
import type { KeepService } from '@steady/contract/services';
import { LongTextField, TickField } from '../../ui/fields';
import { Part } from './part';

/** What has to be there before a service can be done, and advice for whoever adds it. */
export function NeedsPart({ form }: { form: UseFormReturn<KeepService> }) {
  const { register, control, formState } = form;
  return (
    <Part n={6} title="What it needs" hint="Followed for each client: asked for, given, when.">
      <Controller
        control={control}
        name="needsAgent"
        render={({ field }) => <TickField label="Authorisation of us as agent" checked={field.value} onChange={field.onChange} />}
      />
      <Controller
        control={control}
        name="needsDigital"
        render={({ field }) => <TickField label="Registration for digital filing" checked={field.value} onChange={field.onChange} />}
      />
      <div className="mt-3">
        <LongTextField label="Advice" hint="Shown when the service is added to a client" {...register('advice')} error={formState.errors.advice?.message} />
      </div>
    </Part>
  );
}

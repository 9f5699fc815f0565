import { useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { SendRequest } from '@steady/contract/requests';
import { DateField, SelectField, TextField, TickField } from '../../ui/fields';
import { asNumber } from '../../ui/form';

type Again = 'no' | 'begins' | 'day';
const EACH_TIME: Record<Again, number | undefined> = { no: undefined, begins: 0, day: 1 };

/** When a request goes out, how the client is told, and whether later jobs ask for the same. */
export function WhenSent({ form, ofService }: { form: UseFormReturn<SendRequest>; ofService: string | null }) {
  const { register, control, formState, setValue } = form;
  const { errors } = formState;
  const [isLater, setLater] = useState(false);
  const [again, setAgain] = useState<Again>('no');
  const askAgain = (next: Again) => {
    setAgain(next);
    setValue('eachTime', EACH_TIME[next]);
  };
  return (
    <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
      <SelectField
        label="Goes out"
        value={isLater ? 'on a day' : 'now'}
        onChange={({ target }) => {
          setLater(target.value === 'on a day');
          if (target.value === 'now') setValue('sendOn', undefined);
        }}
      >
        <option value="now">as soon as it is sent</option>
        <option value="on a day">on a day to come</option>
      </SelectField>
      {isLater ? <DateField label="On" control={control} name="sendOn" error={errors.sendOn?.message} /> : <span />}
      {ofService !== null && (
        <>
          <SelectField
            label="Asked again"
            hint={`With each later job of ${ofService}, for its period`}
            value={again}
            onChange={({ target }) => askAgain(target.value as Again)}
          >
            <option value="no">no, this once</option>
            <option value="begins">on the day on which each job begins</option>
            <option value="day">on a day of the month</option>
          </SelectField>
          {again === 'day' ? (
            <TextField
              narrow
              inputMode="numeric"
              label="Day of the month"
              hint="1 to 28: the first such day after the period, once the job is there"
              {...register('eachTime', { setValueAs: asNumber })}
              error={errors.eachTime?.message}
            />
          ) : (
            <span />
          )}
        </>
      )}
      <div className="col-span-full">
        <TickField label="Tell the client in the portal only, without a message" {...register('portalOnly')} />
      </div>
    </div>
  );
}

import type { UseFormReturn } from 'react-hook-form';
import type { SeasonAsked } from '@steady/contract/season';
import type { ServiceView } from '@steady/contract/services';
import { ChoiceInput } from '../../ui/choice-input';
import { DateField, LongTextField, SelectField } from '../../ui/fields';

/** How the clients of a season are named. */
export type By = 'recurrence' | 'list' | 'names';

interface Props {
  form: UseFormReturn<SeasonAsked>;
  services: ServiceView[];
  /** Saved lists of clients. */
  lists: readonly { id: string; name: string }[];
  by: By;
  onBy(by: By): void;
  listId: string;
  onList(id: string): void;
  onSubmit(): void;
  busy: boolean;
  problem: string | null;
}

/** Which service, for periods up to when, and for which clients. */
export function SeasonForm({ form, services, lists, by, onBy, listId, onList, onSubmit, busy, problem }: Props) {
  const { register, control, formState } = form;
  const { errors } = formState;
  return (
    <form
      noValidate
      className="sheet mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-start gap-x-5 px-5 pt-4 pb-1 max-md:grid-cols-1"
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <SelectField label="Service" defaultValue="" {...register('serviceId')} error={errors.serviceId?.message}>
        <option value="" disabled>
          Choose
        </option>
        {services.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </SelectField>
      <DateField label="Periods that end by" hint="Those that have begun are pointed out" control={control} name="until" error={errors.until?.message} />
      <fieldset className="col-span-full mb-3">
        <legend className="mb-0.5 text-table font-semibold">Clients</legend>
        <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 text-table">
          {(
            [
              ['recurrence', 'everybody who has it'],
              ['list', 'those of a saved list'],
              ['names', 'those named here'],
            ] as const
          ).map(([value, words]) => (
            <label key={value} className="flex items-baseline gap-1.5">
              <input type="radio" name="by" checked={by === value} onChange={() => onBy(value)} />
              {words}
            </label>
          ))}
          {by === 'list' && (
            <ChoiceInput className="field max-w-64" aria-label="Saved list" value={listId} onChange={(event) => onList(event.target.value)}>
              <option value="">Choose a list</option>
              {lists.map((list) => (
                <option key={list.id} value={list.id}>
                  {list.name}
                </option>
              ))}
            </ChoiceInput>
          )}
        </div>
      </fieldset>
      {by === 'names' && (
        <div className="col-span-full">
          <LongTextField
            label="Names or numbers of clients"
            hint="One on each line; the first column of a CSV counts"
            rows={4}
            {...register('text')}
            error={errors.text?.message}
          />
        </div>
      )}
      {problem && <p className="col-span-full mb-2 text-table text-rust">{problem}</p>}
      <button
        type="submit"
        className="act col-start-3 row-start-1 mt-[22px] max-md:col-auto max-md:row-auto max-md:mt-1 max-md:mb-4"
        disabled={busy || (by === 'list' && !listId)}
      >
        Show the jobs
      </button>
    </form>
  );
}

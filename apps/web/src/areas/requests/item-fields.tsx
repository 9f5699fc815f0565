import { type Control, type FieldErrors, type UseFormRegister, type UseFormReturn, useFieldArray } from 'react-hook-form';
import type { AddItems } from '@steady/contract/requests';
import { TextField } from '../../ui/fields';

/** The things that are wanted, one by one, of any form that holds a list of them. */
export function ItemFields<Form extends AddItems>({ form }: { form: UseFormReturn<Form> }) {
  // What a form has beside its items does not matter here.
  const control = form.control as unknown as Control<AddItems>;
  const register = form.register as unknown as UseFormRegister<AddItems>;
  const errors = (form.formState.errors as FieldErrors<AddItems>).items;
  const { fields, append, remove } = useFieldArray({ control, name: 'items' });
  return (
    <>
      {errors?.message && <p className="mb-2 text-fine text-rust">{errors.message}</p>}
      {fields.map((field, index) => (
        <div key={field.id} className="mb-2 grid grid-cols-[1fr_1.4fr_auto] gap-x-3 border-b border-rule-soft">
          <TextField label={`Item ${index + 1}`} {...register(`items.${index}.name`)} error={errors?.[index]?.name?.message} />
          <TextField
            label="Description"
            hint="What exactly, in which form"
            {...register(`items.${index}.description`)}
            error={errors?.[index]?.description?.message}
          />
          <button type="button" className="lnk mt-6 self-start text-fine text-soft" onClick={() => remove(index)} aria-label={`Remove item ${index + 1}`}>
            Remove
          </button>
        </div>
      ))}
      <button type="button" className="act-quiet" onClick={() => append({ name: '', description: '' })}>
        Add an item
      </button>
    </>
  );
}

import { type Control, type FieldErrors, type UseFormRegister, type UseFormReturn, useFieldArray } from 'react-hook-form';
import type { AddItems, RequestItemInput } from '@steady/contract/requests';
import type { DocumentView } from '@steady/contract/documents';
import { titleOf } from '@steady/core/documents';
import { DateField, SelectField, TextField } from '../../ui/fields';

/** The things that are wanted, one by one, of any form that holds a list of them. */
export function ItemFields<Form extends AddItems>({
  form,
  documents = [],
  kept = false,
}: {
  form: UseFormReturn<Form>;
  documents?: readonly DocumentView[];
  /** What is true of one period or client alone is left out. */
  kept?: boolean;
}) {
  // What a form has beside its items does not matter here.
  const control = form.control as unknown as Control<AddItems>;
  const register = form.register as unknown as UseFormRegister<AddItems>;
  const errors = (form.formState.errors as FieldErrors<AddItems>).items;
  const { fields, append, remove } = useFieldArray({ control, name: 'items' });
  return (
    <>
      {errors?.message && <p className="mb-2 text-fine text-rust">{errors.message}</p>}
      {fields.map((field, index) => (
        <div key={field.id} className="mb-2 grid grid-cols-[1fr_1.4fr_auto] gap-x-3 border-b border-rule-soft max-sm:grid-cols-1">
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
          <MoreOfItem
            index={index}
            control={control}
            register={register}
            errors={errors?.[index]}
            documents={documents}
            kept={kept}
            isOpen={Boolean(field.period || field.wantedBy || field.link || field.exampleId)}
          />
        </div>
      ))}
      <button type="button" className="act-quiet" onClick={() => append({ name: '', description: '' })}>
        Add an item
      </button>
    </>
  );
}

interface MoreProps {
  index: number;
  control: Control<AddItems>;
  register: UseFormRegister<AddItems>;
  errors: FieldErrors<RequestItemInput> | undefined;
  documents: readonly DocumentView[];
  kept: boolean;
  isOpen: boolean;
}

/** What is said of an item only where it is needed. */
function MoreOfItem({ index, control, register, errors, documents, kept, isOpen }: MoreProps) {
  const link = (
    <TextField label="May also be put here" hint="An address on the web" inputMode="url" {...register(`items.${index}.link`)} error={errors?.link?.message} />
  );
  if (kept)
    return (
      <details className="col-span-full mb-2" open={isOpen}>
        <summary className="cursor-pointer text-fine text-slate">Where else it may be put</summary>
        <div className="mt-2">{link}</div>
      </details>
    );
  return (
    <details className="col-span-full mb-2" open={isOpen}>
      <summary className="cursor-pointer text-fine text-slate">Period, its own day, an example, where else it may be put</summary>
      <div className="mt-2 grid grid-cols-2 gap-x-3 max-sm:grid-cols-1">
        <TextField label="Period" hint="For example Jan-Feb 2026" {...register(`items.${index}.period`)} error={errors?.period?.message} />
        <DateField
          label="Wanted by"
          hint="Left empty, the day of the whole request"
          control={control}
          name={`items.${index}.wantedBy`}
          error={errors?.wantedBy?.message}
        />
        {link}
        <SelectField
          label="Example"
          hint={documents.length === 0 ? 'Add the file to the documents of the job first' : 'The client sees what is meant'}
          {...register(`items.${index}.exampleId`)}
          error={errors?.exampleId?.message}
        >
          <option value="">none</option>
          {documents.map((document) => (
            <option key={document.id} value={document.id}>
              {titleOf(document)}
            </option>
          ))}
        </SelectField>
      </div>
    </details>
  );
}

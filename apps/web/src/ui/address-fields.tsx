import type { FieldErrors, FieldValues, Path, UseFormRegister } from 'react-hook-form';
import type { Address } from '@steady/contract/contacts';
import { TextField } from './fields';

/** An address in a form, under the field "address". */
export function AddressFields<Values extends FieldValues>({ register, errors }: { register: UseFormRegister<Values>; errors: unknown }) {
  const faults = errors as FieldErrors<Address> | undefined;
  const at = (part: keyof Address) => register(`address.${part}` as Path<Values>);
  return (
    <section className="mt-4 border-t border-rule pt-3">
      <h3 className="mb-2">Address</h3>
      <TextField label="Street" {...at('street')} error={faults?.street?.message} />
      <div className="grid grid-cols-[1fr_90px_1fr] gap-x-4">
        <TextField label="Town" {...at('town')} error={faults?.town?.message} />
        <TextField label="Postcode" {...at('postcode')} error={faults?.postcode?.message} />
        <TextField label="Country" {...at('country')} error={faults?.country?.message} />
      </div>
    </section>
  );
}

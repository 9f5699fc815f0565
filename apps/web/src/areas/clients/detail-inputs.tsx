import { type Control, Controller, type FieldErrors } from 'react-hook-form';
import { formatMoney, isMoney, noMoney, parseMoney } from '@steady/core/money';
import type { DetailField, DetailValue } from '@steady/core/details';
import type { AddClient, ChangeClient } from '@steady/contract/clients';
import { DayField, SelectField, TextField } from '../../ui/fields';
import { useSession } from '../../app/session';

type Values = AddClient & ChangeClient;

/** The firm's own details that a client of this legal form has, each with the field its kind wants. */
export function DetailInputs({ details, control, errors }: { details: DetailField[]; control: Control<Values>; errors: FieldErrors<Values> }) {
  return (
    <>
      {details.map((detail) => (
        <Controller
          key={detail.id}
          control={control}
          name={`details.${detail.id}`}
          render={({ field }) => <DetailInput detail={detail} value={field.value} onChange={field.onChange} error={errors.details?.[detail.id]?.message} />}
        />
      ))}
    </>
  );
}

interface Input {
  detail: DetailField;
  value: DetailValue | undefined;
  onChange(value: DetailValue | undefined): void;
  error?: string;
}

/** One detail, with the field that its kind wants; nothing for one that is not known. */
export function DetailInput({ detail, value, onChange, error }: Input) {
  const { currency } = useSession().firm;
  const frame = { label: detail.name, error };
  const text = (event: { target: { value: string } }) => event.target.value;
  switch (detail.kind) {
    case 'choice':
      return (
        <SelectField {...frame} narrow value={(value as string | undefined) ?? ''} onChange={(event) => onChange(text(event) || undefined)}>
          <option value="">not known</option>
          {detail.choices.map((choice) => (
            <option key={choice}>{choice}</option>
          ))}
        </SelectField>
      );
    case 'yes or no':
      return (
        <SelectField
          {...frame}
          narrow
          value={value === undefined ? '' : value ? 'yes' : 'no'}
          onChange={(event) => onChange(text(event) === '' ? undefined : text(event) === 'yes')}
        >
          <option value="">not known</option>
          <option>yes</option>
          <option>no</option>
        </SelectField>
      );
    case 'date':
      return <DayField {...frame} value={(value as string | undefined) ?? ''} onChange={(day) => onChange(day || undefined)} />;
    case 'number':
      return (
        <TextField
          {...frame}
          narrow
          type="number"
          value={(value as number | undefined) ?? ''}
          onChange={(event) => onChange(text(event) === '' ? undefined : Number(text(event)))}
        />
      );
    case 'money':
      return (
        <TextField
          {...frame}
          narrow
          inputMode="decimal"
          placeholder={formatMoney(noMoney(currency))}
          defaultValue={isMoney(value) ? formatMoney(value) : ''}
          onChange={(event) => onChange(text(event).trim() === '' ? undefined : (parseMoney(text(event), currency) ?? Number.NaN))}
        />
      );
    case 'text':
      return <TextField {...frame} value={(value as string | undefined) ?? ''} onChange={(event) => onChange(text(event) || undefined)} />;
  }
}

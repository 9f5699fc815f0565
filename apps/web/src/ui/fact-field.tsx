import type { Control, FieldErrors, FieldValues, Path, UseFormRegister, UseFormReturn } from 'react-hook-form';
import { type KeyedFact, type KnownFacts, isAskedOf } from '@steady/core/facts';
import { AddressFields } from './address-fields';
import { ChoiceField, DateField, SelectField, TextField, WordsField } from './fields';
import { MoneyField } from './figure-field';
import { MonthDayField } from './month-day-field';
import { PersonSelect } from './person-select';

interface Form<Values extends FieldValues> {
  register: UseFormRegister<Values>;
  control: Control<Values>;
  errors: FieldErrors<Values>;
}

/** The parts of a form that a fact's field holds on to. */
export const fieldsOf = <Values extends FieldValues>({ register, control, formState: { errors } }: UseFormReturn<Values>): Form<Values> => ({
  register,
  control,
  errors,
});

interface Props<Values extends FieldValues> extends Form<Values> {
  fact: KeyedFact;
  /** The facts given so far: a hint may depend on them. */
  given: KnownFacts;
  autoFocus?: boolean;
}

/** The field by which a fact is entered, as its kind wants it. */
export function FactField<Values extends FieldValues>({ fact, given, autoFocus, register, control, errors }: Props<Values>) {
  const name = fact.key as Path<Values>;
  const frame = { label: fact.short ?? fact.label, hint: fact.hint, error: errors[name]?.message as string | undefined };
  switch (fact.kind) {
    case 'text':
    case 'code':
    case 'account':
      return <TextField {...frame} autoFocus={autoFocus} {...register(name)} />;
    case 'date':
      return <DateField {...frame} control={control} name={name} />;
    case 'day of the year':
      return <MonthDayField {...frame} control={control} name={name} />;
    case 'labels':
      return <WordsField {...frame} control={control} name={name} />;
    case 'money':
      return <MoneyField {...frame} control={control} name={name} />;
    case 'person':
      return <PersonSelect {...frame} {...register(name)} nobody="Nobody yet" />;
    case 'address':
      return <AddressFields register={register} errors={errors[name]} />;
    case 'yes or no':
      return (
        <ChoiceField
          {...frame}
          control={control}
          name={name}
          choices={[
            { value: true, words: fact.yes },
            { value: false, words: fact.no },
          ]}
        />
      );
    case 'choice': {
      const choices = fact.choices.map((value) => ({ value, words: fact.words?.[value] ?? value }));
      if (fact.inSight)
        return <ChoiceField {...frame} hint={fact.hints?.[String(given[fact.key])] ?? fact.hint} control={control} name={name} choices={choices} />;
      return (
        <SelectField {...frame} {...register(name)} defaultValue="">
          {fact.required ? (
            <option value="" disabled>
              Choose
            </option>
          ) : (
            <option value="">{fact.wantedOf ? 'Choose' : 'Not known'}</option>
          )}
          {choices.map(({ value, words }) => (
            <option key={value} value={value}>
              {words}
            </option>
          ))}
        </SelectField>
      );
    }
    case 'contact':
      // Which people there are to choose from is for the area to say.
      return null;
  }
}

const WIDE: readonly KeyedFact['kind'][] = ['yes or no', 'labels', 'day of the year', 'address', 'person', 'account'];
const isWide = (fact: KeyedFact) => WIDE.includes(fact.kind) || (fact.kind === 'choice' && fact.inSight === true);

/** The fields of a section of a sheet, two in a line where they are short; `instead` holds fields that an area draws itself. */
export function FactFields<Values extends FieldValues>({
  facts,
  given,
  instead = {},
  ...form
}: Form<Values> & { facts: readonly KeyedFact[]; given: KnownFacts; instead?: Readonly<Record<string, React.ReactNode>> }) {
  return (
    <div className="grid grid-cols-2 gap-x-4">
      {facts
        .filter((fact) => isAskedOf(fact, given))
        .map((fact) => (
          <div key={fact.key} className={isWide(fact) || fact.key in instead ? 'col-span-2' : ''}>
            {fact.key in instead ? instead[fact.key] : <FactField fact={fact} given={given} {...form} />}
          </div>
        ))}
    </div>
  );
}

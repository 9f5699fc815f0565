import { Suspense, lazy } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { GiveSignature } from '@steady/contract/signatures';
import { TextField } from '../../../ui/fields';
import { MarkShown } from './mark-shown';

const DrawName = lazy(async () => ({ default: (await import('./draw-name')).DrawName }));

interface Props {
  form: UseFormReturn<GiveSignature>;
  draws: boolean;
  onDraws(draws: boolean): void;
  /** There are places for their initials. */
  withInitials: boolean;
}

/** The name as they sign: typed, and as it stands in the document, written in a hand-like font or drawn. */
export function YourName({ form, draws, onDraws, withInitials }: Props) {
  const { register, watch, setValue, formState } = form;
  const { errors } = formState;
  const name = watch('signedAs');
  return (
    <>
      <TextField label="Your name, as you sign" {...register('signedAs')} autoComplete="name" error={errors.signedAs?.message} />
      <fieldset className="mb-3 text-table">
        <legend className="font-semibold">How it stands in the document</legend>
        <p className="flex gap-5">
          {[false, true].map((way) => (
            <label key={String(way)} className="flex items-center gap-1.5">
              <input
                type="radio"
                name="way"
                checked={draws === way}
                onChange={() => {
                  onDraws(way);
                  setValue('mark', undefined);
                  setValue('initials', undefined);
                }}
              />
              {way ? 'Drawn by hand' : 'As typed'}
            </label>
          ))}
        </p>
        {draws ? (
          <Suspense fallback={<p className="text-soft">Opening …</p>}>
            <DrawName label="Draw your name here" onDrawn={(mark) => setValue('mark', mark, { shouldValidate: formState.isSubmitted })} />
            {withInitials && (
              <div className="mt-2 max-w-[220px]">
                <p>
                  And your initials. <span className="text-soft">Left empty, the first letters of your name stand there.</span>
                </p>
                <DrawName label="Draw your initials here" onDrawn={(mark) => setValue('initials', mark, { shouldValidate: formState.isSubmitted })} />
              </div>
            )}
          </Suspense>
        ) : (
          name.trim() !== '' && (
            <div className="h-12 max-w-[300px]">
              <MarkShown mark={{ way: 'typed', text: name.trim() }} />
            </div>
          )
        )}
        {errors.initials?.message && <p className="text-fine text-rust">{String(errors.initials.message)}</p>}
        {errors.mark?.message && <p className="text-fine text-rust">{String(errors.mark.message)}</p>}
      </fieldset>
    </>
  );
}

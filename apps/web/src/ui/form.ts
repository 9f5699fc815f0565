import { classValidatorResolver } from '@hookform/resolvers/class-validator';
import { useEffect, useState } from 'react';
import { type DefaultValues, type FieldValues, type Path, type Resolver, type UseFormReturn, useForm } from 'react-hook-form';
import { counted } from '@steady/core/words';
import { ProblemError } from '../app/api';
import { firstFault } from './first-fault';

interface Given<Values extends FieldValues> {
  /** The input class of the contract: the same checks as on the server. */
  input: new () => Values;
  start: DefaultValues<Values>;
  /** Sends; what it throws is shown, at the fields where it names them. What was typed stays. */
  submit(values: Values): Promise<unknown>;
  /** What of the form counts: parts that were begun and left are taken out before anything is checked. */
  tidy?(values: Values): Values;
}

export interface LeafForm<Values extends FieldValues> {
  form: UseFormReturn<Values>;
  onSubmit(): void;
  busy: boolean;
  problem: string | null;
  /** The last refusal, for pages that show more of it. */
  refusal: ProblemError | null;
  /** Empties the form and takes back what was said of it. */
  clear(): void;
}

/** Text fields that were left empty are not given at all. */
function withoutEmpty<T>(value: T): T {
  if (Array.isArray(value)) return value.map(withoutEmpty) as T;
  if (value === null || typeof value !== 'object') return value;
  const entries = Object.entries(value)
    .map(([key, part]): [string, unknown] => [key, withoutEmpty(part as unknown)])
    .filter(([, part]) => part !== '' && part !== undefined);
  // A part of a form that was left wholly empty is left out with its fields.
  return (entries.length === 0 ? undefined : Object.fromEntries(entries)) as T;
}

/** Every fault of a form, also inside its parts. */
function faultsIn(errors: object): string[] {
  return Object.values(errors).flatMap((one: unknown) => {
    if (one === null || typeof one !== 'object') return [];
    return 'type' in one ? [(one as { message?: string }).message ?? ''] : faultsIn(one);
  });
}

/** What is said above a form of its faults: how many there are; where no field on the screen says any of them, what they are. */
function saidOfFaults(faults: readonly string[]): string | null {
  if (firstFault() === null) return faults.join(' ');
  return faults.length > 1 ? `${counted(faults.length, 'field')} to put right.` : null;
}

/** A form of a leaf: checks before sending, shows what the server refuses at the fields, keeps what was typed. */
export function useLeafForm<Values extends FieldValues>({ input, start, submit, tidy = (values) => values }: Given<Values>): LeafForm<Values> {
  const [refusal, setRefusal] = useState<ProblemError | null>(null);
  const [invalid, setInvalid] = useState<string | null>(null);
  const check = classValidatorResolver(input as never, { validator: { stopAtFirstError: true } }) as unknown as Resolver<Values>;
  const form = useForm<Values>({
    defaultValues: start,
    resolver: (values, context, options) => check(withoutEmpty(tidy(values)) ?? ({} as Values), context, options),
  });
  const { errors, submitCount, isSubmitting } = form.formState;
  useEffect(() => {
    if (submitCount === 0 || isSubmitting) return;
    const faults = faultsIn(errors);
    setInvalid(faults.length > 0 ? saidOfFaults(faults) : null);
    if (faults.length > 0) firstFault()?.focus();
    // Once for each attempt, when the fields show what is wrong with them; not while somebody puts them right.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [submitCount, isSubmitting]);
  const onSubmit = () => {
    setRefusal(null);
    setInvalid(null);
    void form.handleSubmit(async (values) => {
      try {
        await submit(withoutEmpty(tidy(values)) ?? ({} as Values));
      } catch (error) {
        if (!(error instanceof ProblemError)) throw error;
        setRefusal(error);
        error.problem.errors?.forEach(({ field, message }) => form.setError(field as Path<Values>, { message }));
      }
    })();
  };
  const clear = () => {
    setRefusal(null);
    setInvalid(null);
    form.reset();
  };
  return { clear, form, onSubmit, busy: form.formState.isSubmitting, problem: refusal?.message ?? invalid, refusal };
}

/** A figure that was typed into a plain field; nothing typed is nothing, and a minus may be a true one. For `setValueAs`. */
export const asNumber = (text: string | number | undefined): number | undefined =>
  text === '' || text === undefined ? undefined : Number(String(text).replace('−', '-'));

/** For pages that are worked down without a form of fields: carries something out and keeps what the server had against it. */
export function useFaults(): { faults: string[]; setFaults(faults: string[]): void; busy: boolean; attempt(what: () => Promise<void>): Promise<void> } {
  const [faults, setFaults] = useState<string[]>([]);
  const [busy, setBusy] = useState(false);
  const attempt = async (what: () => Promise<void>) => {
    setBusy(true);
    setFaults([]);
    try {
      await what();
    } catch (problem) {
      if (!(problem instanceof ProblemError)) throw problem;
      setFaults(problem.problem.errors?.map((one) => one.message) ?? [problem.message]);
    } finally {
      setBusy(false);
    }
  };
  return { faults, setFaults, busy, attempt };
}

import type { ReactNode } from 'react';
import type { DefaultValues, Path } from 'react-hook-form';
import { LongTextField } from './fields';
import { useLeafForm } from './form';
import { Leaf } from './leaf';

interface Props<Values extends { reason: string }> {
  title: string;
  /** The words of the button. */
  act: string;
  /** The input class of the contract: the same checks as on the server. */
  input: new () => Values;
  /** What is sent beside the reason. */
  start?: DefaultValues<Values>;
  submit(values: Values): Promise<unknown>;
  onClose(): void;
  label?: string;
  hint?: string;
  /** What it comes to, above the field. */
  children?: ReactNode;
}

/** A leaf for an act that wants a reason and nothing else. It closes when the act is done. */
export function ReasonLeaf<Values extends { reason: string }>({ title, act, input, start, submit, onClose, label = 'Why', hint, children }: Props<Values>) {
  const { form, onSubmit, busy, problem } = useLeafForm<Values>({
    input,
    start: { reason: '', ...start } as DefaultValues<Values>,
    submit: async (values) => {
      await submit(values);
      onClose();
    },
  });
  const reason = 'reason' as Path<Values>;
  return (
    <Leaf open title={title} act={act} onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      {children}
      <LongTextField label={label} hint={hint} autoFocus {...form.register(reason)} error={form.getFieldState(reason, form.formState).error?.message} />
    </Leaf>
  );
}

import { useEffect } from 'react';
import type { DefaultValues, FieldValues } from 'react-hook-form';
import { type LeafForm, useLeafForm } from '../../ui/form';

interface Given<Values extends FieldValues> {
  input: new () => Values;
  /** As the server has them now. */
  settings: Values;
  save(values: Values): Promise<unknown>;
}

/**
 * A form of what the firm has settled, which stays on the page once it is saved. As long as nothing is typed it follows
 * what the server has; what is typed goes out with the version that was seen, so that nobody's change is overwritten.
 */
export function useSettingsForm<Values extends FieldValues & { version: number }>({ input, settings, save }: Given<Values>): LeafForm<Values> {
  const leaf = useLeafForm<Values>({
    input,
    start: settings as DefaultValues<Values>,
    submit: async (values) => {
      await save(values);
      form.reset({ ...values, version: values.version + 1 });
    },
  });
  const { form } = leaf;
  const { isDirty } = form.formState;
  useEffect(() => {
    if (!isDirty) form.reset(settings);
    // What is typed later is no reason to look again.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [settings.version]);
  return leaf;
}

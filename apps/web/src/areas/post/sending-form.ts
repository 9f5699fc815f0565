import { useState } from 'react';
import type { DefaultValues, FieldValues, Path, UseFormReturn } from 'react-hook-form';
import type { CivilDate } from '@steady/core/calendar';
import type { SendPreview } from '@steady/contract/requests';
import { useSession } from '../../app/session';
import { useLeafForm } from '../../ui/form';
import { useNotify } from '../../ui/toasts';
import { type SendingStep, sentInWords } from './sending-leaf';

interface Given<Values extends FieldValues> {
  /** The input class of the contract: the same checks as on the server. */
  input: new () => Values;
  start: DefaultValues<Values>;
  /** What would go out of what is written. */
  preview(values: Values): Promise<SendPreview>;
  send(values: Values): Promise<unknown>;
  /** What is said once it went, where that is not to whom it was sent. */
  said?(preview: SendPreview, values: Values, day: CivilDate): string;
  onClose(): void;
}

const askedInWords = (preview: SendPreview, now: boolean | undefined, day: CivilDate): string =>
  preview.messages.length > 0
    ? sentInWords(preview, now, day)
    : preview.ours && preview.ours.length > 0
      ? `Given to ${preview.ours.join(', ')}.`
      : 'Recorded. No message is sent; there is a task for it instead.';

/** The form of a sending leaf: submitted once it shows what goes to whom, submitted again it goes, and the leaf closes. */
export function useSendingForm<Values extends FieldValues & { now?: boolean }>({
  input,
  start,
  preview: look,
  send,
  said,
  onClose,
}: Given<Values>): {
  form: UseFormReturn<Values>;
  preview: SendPreview | null;
  /** What the leaf takes of it. */
  step: SendingStep;
} {
  const { day } = useSession();
  const notify = useNotify();
  const [preview, setPreview] = useState<SendPreview | null>(null);
  const { form, onSubmit, busy, problem } = useLeafForm<Values>({
    input,
    start,
    submit: async (values) => {
      if (!preview) {
        setPreview(await look(values));
        return;
      }
      await send(values);
      notify(said ? said(preview, values, day) : askedInWords(preview, values.now, day));
      onClose();
    },
  });
  return {
    form,
    preview,
    step: { preview, now: form.register('now' as Path<Values>), of: { onSubmit, busy, problem }, onBack: () => setPreview(null), onClose },
  };
}

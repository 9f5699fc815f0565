import * as asksRoutes from '@steady/contract/asks.routes';
import { type AskView, ChangeAsk, WithdrawAsk } from '@steady/contract/asks';
import { send } from '../../app/api';
import { useAskKind } from '../../app/brought';
import { DateField, TextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { ReasonLeaf } from '../../ui/reason-leaf';
import { useNotify } from '../../ui/toasts';

/** Changes what an ask is called, or by when it is wanted. */
export function ChangeAskLeaf({ ask, onClose }: { ask: AskView; onClose(): void }) {
  const isPlanned = ask.state === 'planned';
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<ChangeAsk>({
    input: ChangeAsk,
    start: { title: ask.title, wantedBy: ask.wantedBy, ...(isPlanned ? { sendOn: ask.sendOn! } : {}), version: ask.version },
    submit: async (values) => {
      await send(asksRoutes.change, { id: ask.id }, values);
      notify(isPlanned ? 'Changed. It goes out so.' : 'Changed. The client sees the new version now.');
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf open title={`Change ${ask.title}`} act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <TextField label="Title" autoFocus {...form.register('title')} error={errors.title?.message} />
      {isPlanned && <DateField label="Goes out" control={form.control} name="sendOn" error={errors.sendOn?.message} />}
      <DateField
        label="Wanted by"
        hint={isPlanned ? undefined : 'No message is sent; the next reminder gives the new date.'}
        control={form.control}
        name="wantedBy"
        error={errors.wantedBy?.message}
      />
    </Leaf>
  );
}

/** Withdraws an ask, with a reason. */
export function WithdrawAskLeaf({ ask, onClose }: { ask: AskView; onClose(): void }) {
  const notify = useNotify();
  const told = useAskKind(ask.kind).whenWithdrawn?.(ask) ?? 'No message is sent.';
  return (
    <ReasonLeaf
      title={`Withdraw ${ask.title}`}
      act="Withdraw it"
      hint={`It stays on record with this reason, and with what came for it. The client’s page says that it is not needed any more. ${told}`}
      input={WithdrawAsk}
      submit={async (values) => {
        await send(asksRoutes.withdraw, { id: ask.id }, values);
        notify('Withdrawn. The client is not asked for it any more.');
      }}
      onClose={onClose}
    />
  );
}

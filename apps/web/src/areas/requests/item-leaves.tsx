import * as requestsRoutes from '@steady/contract/requests.routes';
import { IN_HAND_WAYS } from '@steady/core/asks';
import type { AskView } from '@steady/contract/asks';
import { AddItems, Reply, type RequestItemView, type RequestPart, SendBack, TakeIn } from '@steady/contract/requests';
import { send } from '../../app/api';
import { ChoiceField, LongTextField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { ReasonLeaf } from '../../ui/reason-leaf';
import { useNotify } from '../../ui/toasts';
import { ItemFields } from './item-fields';

type NamedItem = Pick<RequestItemView, 'id' | 'name'>;

/** What came is not what was wanted, or is wanted once more: the reason goes to the client. */
export function SendBackLeaf({ item, onClose }: { item: RequestItemView; onClose(): void }) {
  const notify = useNotify();
  const again = item.state === 'accepted';
  return (
    <ReasonLeaf
      title={again ? `Ask for ${item.name} again` : `Send ${item.name} back`}
      act={again ? 'Ask again and notify the client' : 'Send back and notify the client'}
      label="What is missing or wrong"
      hint="The client reads exactly these words."
      input={SendBack}
      submit={async (values) => {
        await send(requestsRoutes.sendBack, { id: item.id }, { ...values, ...(again ? { again } : {}) });
        notify(`${again ? 'Asked for again' : 'Sent back'}. The client is notified about ${item.name}.`);
      }}
      onClose={onClose}
    />
  );
}

/** An answer to what the client asked about an item. */
export function ReplyLeaf({ item, asked, onClose }: { item: NamedItem; asked?: { by?: string; text: string | null }; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<Reply>({
    input: Reply,
    start: { silent: false },
    submit: async (values) => {
      await send(requestsRoutes.reply, { id: item.id }, values);
      notify(values.silent ? 'Noted. No message was sent.' : 'Replied. The client is notified.');
      onClose();
    },
  });
  const silent = form.watch('silent');
  return (
    <Leaf
      open
      title={`Reply about ${item.name}`}
      act={silent ? 'Note the answer' : 'Reply to the client'}
      onClose={onClose}
      onSubmit={onSubmit}
      busy={busy}
      problem={problem}
    >
      {asked && (
        <p className="mb-3 text-table">
          {asked.by ?? 'They'} {asked.by ? 'asks' : 'ask'}: “{asked.text}”
        </p>
      )}
      <LongTextField
        label="Your reply"
        hint={silent ? 'The client finds these words beside the item.' : 'The client reads exactly these words.'}
        autoFocus
        {...form.register('text')}
        error={form.formState.errors.text?.message}
      />
      <TickField label="We have talked already: do not write" {...form.register('silent')} />
    </Leaf>
  );
}

/** It came in another way than through the portal: how, and where the papers lie. */
export function TakeInLeaf({ item, onClose }: { item: NamedItem; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<TakeIn>({
    input: TakeIn,
    start: {},
    submit: async (values) => {
      await send(requestsRoutes.takeIn, { id: item.id }, values);
      notify(`${item.name} is in, ${values.way}. No message was sent.`);
      onClose();
    },
  });
  const { errors } = form.formState;
  return (
    <Leaf open title={`${item.name} is in`} act="It is in" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <ChoiceField
        label="How it came"
        control={form.control}
        name="way"
        choices={IN_HAND_WAYS.map((way) => ({ value: way, words: way }))}
        error={errors.way?.message}
      />
      <LongTextField
        label="What came"
        hint="What was said, or what is in the folder. May stay empty."
        {...form.register('text')}
        error={errors.text?.message}
      />
      <TextField label="Where it lies" hint="For papers: the shelf, the desk. May stay empty." {...form.register('place')} error={errors.place?.message} />
    </Leaf>
  );
}

/** More that is wanted in a request that is out already. */
export function AddItemsLeaf({ ask, onClose }: { ask: AskView<RequestPart>; onClose(): void }) {
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<AddItems>({
    input: AddItems,
    start: { items: [{ name: '', description: '' }] },
    submit: async (values) => {
      await send(requestsRoutes.addItems, { id: ask.id }, values);
      notify('Asked. The client is notified of what is new.');
      onClose();
    },
  });
  return (
    <Leaf open title={`Ask for more in ${ask.title}`} act="Ask for it" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <ItemFields form={form} />
    </Leaf>
  );
}

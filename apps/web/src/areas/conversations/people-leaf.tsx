import * as conversationsRoutes from '@steady/contract/conversations.routes';
import { type ConversationChoice, ConversationPeople, type ConversationView, HandOverConversation } from '@steady/contract/conversations';
import { send, useData } from '../../app/api';
import { SelectField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { PeopleTicks } from './people-ticks';

interface Props {
  of: ConversationView;
  onClose(): void;
}

/** Names others, and ends the reading of those who are left out. */
export function PeopleLeaf(props: Props) {
  const { data: choice } = useData(conversationsRoutes.choice, { id: props.of.clientId });
  return choice ? <PeopleForm choice={choice} {...props} /> : null;
}

function PeopleForm({ of: { id, people, isPrivate }, choice, onClose }: Props & { choice: ConversationChoice }) {
  const { form, onSubmit, busy, problem } = useLeafForm<ConversationPeople>({
    input: ConversationPeople,
    start: { contactIds: people.contacts.map((one) => one.id), memberIds: people.members.map((one) => one.id) },
    submit: async (values) => {
      await send(conversationsRoutes.setPeople, { id }, values);
      onClose();
    },
  });
  return (
    <Leaf open broad title="Who is named" act="Save" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">
        Whoever is named reads all that was written so far, also before. {isPrivate && 'Whoever is left out reads none of it any more.'}
      </p>
      <PeopleTicks form={form} of={choice} />
    </Leaf>
  );
}

/** Somebody else answers from now on. */
export function HandOverLeaf({ of: { id, clientId, holderId }, onClose }: Props) {
  const notify = useNotify();
  const { data: choice } = useData(conversationsRoutes.choice, { id: clientId });
  const { form, onSubmit, busy, problem } = useLeafForm<HandOverConversation>({
    input: HandOverConversation,
    start: { memberId: '' },
    submit: async (values) => {
      await send(conversationsRoutes.handOver, { id }, values);
      notify(`${choice?.members.find((one) => one.id === values.memberId)?.name ?? 'They'} answers from now on.`);
      onClose();
    },
  });
  return (
    <Leaf open title="Hand over" act="Hand over" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">It stands on their Today from then on. Everybody named stays named.</p>
      <SelectField label="Answers from now on" autoFocus {...form.register('memberId')} error={form.formState.errors.memberId?.message}>
        <option value="">Choose</option>
        {choice?.members
          .filter((one) => one.id !== holderId)
          .map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
      </SelectField>
    </Leaf>
  );
}

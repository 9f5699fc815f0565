import * as conversationsRoutes from '@steady/contract/conversations.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import type { UseFormReturn } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { readersInWords } from '@steady/core/conversations';
import type { ClientView } from '@steady/contract/clients';
import { type ConversationChoice, type ConversationPeople, OpenConversation } from '@steady/contract/conversations';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LongTextField, SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { PeopleTicks, ticked } from './people-ticks';

interface Of {
  client: { id: string; name: string };
  /** What it is about, where it is opened from there. */
  job?: { id: string; name: string };
  ask?: { id: string; title: string };
  document?: { id: string; name: string };
}

interface Props {
  of: Of;
  onClose(): void;
}

/** The same from the page of a client. */
export const OpenWithClient = ({ client, onClose }: { client: ClientView; onClose(): void }) => <OpenLeaf of={{ client }} onClose={onClose} />;

/** Opens a conversation: with whom, about what, who reads it, and the first words. */
export function OpenLeaf(props: Props) {
  const { data: choice } = useData(conversationsRoutes.choice, { id: props.of.client.id });
  return choice ? <OpenForm choice={choice} {...props} /> : null;
}

/** What it is about, where it is opened from there; nothing where a job can still be chosen. */
function aboutOf({ job, ask, document }: Of): string | null {
  if (ask) return `what was asked: ${ask.title}`;
  if (document) return `the document ${document.name}`;
  return job?.name ?? null;
}

const startOf = ({ client, job, ask, document }: Of, { contacts, members }: ConversationChoice) => ({
  clientId: client.id,
  jobId: job?.id ?? '',
  askId: ask?.id,
  documentId: document?.id,
  subject: (ask?.title ?? document?.name ?? '').slice(0, 160),
  text: '',
  contactIds: contacts.slice(0, 1).map(({ id }) => id),
  memberIds: members.filter(({ isUsual }) => isUsual).map(({ id }) => id),
  isPrivate: false,
});

function OpenForm({ of, choice, onClose }: Props & { choice: ConversationChoice }) {
  const { client } = of;
  const notify = useNotify();
  const navigate = useNavigate();
  const about = aboutOf(of);
  const { data: jobs } = useData(jobsRoutes.list, about === null ? { status: 'open', client: client.id } : null);
  const { form, onSubmit, busy, problem } = useLeafForm<OpenConversation>({
    input: OpenConversation,
    start: startOf(of, choice),
    submit: async (values) => {
      const { id } = await send(conversationsRoutes.open, {}, values);
      notify('Written. The answer comes here, by mail or from the portal.');
      onClose();
      void navigate(`/post/conversations/${id}`);
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <Leaf open broad title={`Write to ${client.name}`} act="Send" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <PeopleTicks form={form as unknown as UseFormReturn<ConversationPeople>} of={choice} />
      {about !== null ? (
        <p className="mb-3 text-table text-soft">About {about}</p>
      ) : (
        <SelectField label="About the job" {...register('jobId')} error={errors.jobId?.message}>
          <option value="">no job in particular</option>
          {jobs?.rows.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </SelectField>
      )}
      <TextField label="Subject" autoFocus {...register('subject')} error={errors.subject?.message} />
      <LongTextField label="What you write" rows={8} {...register('text')} error={errors.text?.message} />
      <TickField label="Private: kept sealed, not searched, and read by those named here" {...register('isPrivate')} />
      <WhoReads form={form} choice={choice} />
    </Leaf>
  );
}

/** Who would read it, as it is ticked now. Whoever writes reads what is answered. */
function WhoReads({ form, choice }: { form: UseFormReturn<OpenConversation>; choice: ConversationChoice }) {
  const { firm, name } = useSession();
  const [contactIds, memberIds, isPrivate = false] = form.watch(['contactIds', 'memberIds', 'isPrivate']);
  const members = [...new Set([...ticked(memberIds, choice.members), name])];
  const others = choice.privateReaders.filter((one) => !members.includes(one));
  return (
    <p className="mt-2 border border-rule bg-page px-3 py-2 text-table" aria-live="polite">
      {readersInWords({ contacts: ticked(contactIds, choice.contacts), members, firm: firm.shortName, isPrivate, others })}
      {isPrivate && ' The mail says only that there is a message.'}
    </p>
  );
}

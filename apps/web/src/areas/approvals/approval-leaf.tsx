import * as routes from '@steady/contract/approvals.routes';
import { addWorkingDays } from '@steady/core/calendar';
import { AskApproval } from '@steady/contract/approvals';
import type { JobView } from '@steady/contract/jobs';
import { ask, send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField, TickField } from '../../ui/fields';
import { AddDocument } from '../documents';
import { SendingLeaf, useSendingForm } from '../post';

/** Asks people of a client to approve figures or a document: what, who, then what goes to whom, then it goes. */
export function ApprovalLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const { day } = useSession();
  const people = job.contacts.filter((contact) => contact.signs);
  const { form, step } = useSendingForm<AskApproval>({
    input: AskApproval,
    start: {
      title: job.name,
      words: '',
      documentId: '',
      contactIds: people.slice(0, 1).map(({ id }) => id),
      dueOn: addWorkingDays(day, 5).toString(),
      now: false,
    },
    preview: (values) => ask(routes.preview, { id: job.id }, values),
    send: (values) => send(routes.ask, { id: job.id }, values),
    onClose,
  });
  const { register, control, setValue, formState } = form;
  const { errors } = formState;
  return (
    <SendingLeaf title="Ask to approve" step={step} withNobody="Record it, no message is sent">
      <TextField label="What is approved" hint="The client reads it first." autoFocus {...register('title')} error={errors.title?.message} />
      <LongTextField
        label="The words and figures"
        rows={6}
        hint="Kept word for word, with a hash. One line for each figure is read best."
        {...register('words')}
        error={errors.words?.message}
      />
      <SelectField label="With the document" {...register('documentId')} error={errors.documentId?.message}>
        <option value="">no document</option>
        {job.documents.map((document) => (
          <option key={document.id} value={document.id}>
            {document.name}
          </option>
        ))}
      </SelectField>
      <AddDocument to={{ jobId: job.id }} onAdded={(id) => setValue('documentId', id)} />
      <fieldset className="mb-3">
        <legend className="text-table font-semibold">Who approves, one after the other</legend>
        {people.length === 0 && <p className="soon text-table">Nobody signs for this client yet. Set who does on the client’s page, under Contacts.</p>}
        {people.map(({ id, name, email }) => (
          <TickField key={id} label={`${name}, ${email ?? 'no email address'}`} value={id} {...register('contactIds')} />
        ))}
        {errors.contactIds?.message && <p className="text-fine text-rust">{errors.contactIds.message}</p>}
      </fieldset>
      <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
    </SendingLeaf>
  );
}

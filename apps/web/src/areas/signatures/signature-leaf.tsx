import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import { addWorkingDays } from '@steady/core/calendar';
import { withSigners } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { JobView } from '@steady/contract/jobs';
import { AskSignature } from '@steady/contract/ask-signature';
import { ask, send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { AddDocument } from '../documents';
import { SendingLeaf, useSendingForm } from '../post';
import { PlacesField } from './places/places-field';
import { SignersField } from './signers-field';

/** Gives a document of the job for signature: which one, who signs in which order, then what goes to whom, then it goes. */
export function SignatureLeaf({ job, onClose }: { job: JobView; onClose(): void }) {
  const { day } = useSession();
  const pages = job.documents.filter((document) => document.kind === 'application/pdf');
  const [people, setPeople] = useState(job.contacts.filter((contact) => contact.signs));
  const { form, preview, step } = useSendingForm<AskSignature>({
    input: AskSignature,
    start: {
      documentId: pages[0]?.id ?? '',
      title: job.name,
      signerIds: people.slice(0, 1).map((person) => person.id),
      dueOn: addWorkingDays(day, 8).toString(),
      now: false,
    },
    preview: (values) => ask(signaturesRoutes.preview, { id: job.id }, values),
    send: (values) => send(signaturesRoutes.ask, { id: job.id }, values),
    onClose,
  });
  const { register, control, setValue, watch, formState } = form;
  const { errors } = formState;
  const chosen = watch('signerIds');
  const fields = watch('fields');
  const document = pages.find(({ id }) => id === watch('documentId'));
  /** Those who are ticked sign in the order in which they stand. */
  const put = (next: typeof people, ticked: readonly string[]) => {
    setPeople(next);
    const after = next.filter((person) => ticked.includes(person.id)).map((person) => person.id);
    if (fields) setValue('fields', withSigners(fields, chosen, after));
    setValue('signerIds', after, { shouldValidate: formState.isSubmitted });
  };
  /** Fields belong to the pages of one document. */
  const setDocument = (id: string) => {
    setValue('documentId', id, { shouldValidate: formState.isSubmitted });
    setValue('fields', undefined);
  };
  return (
    <SendingLeaf
      title="Give for signature"
      step={step}
      withNobody="Record it, no message is sent"
      after={
        <p className="text-table text-soft">
          {preview?.messages.length === 0 && 'A task to have it signed on paper takes its place. '}
          {chosen.length > 1 && `${counted(chosen.length - 1, 'more person', 'more people')} will be asked when it is their turn.`}
        </p>
      }
    >
      <SelectField label="Document" value={watch('documentId')} onChange={({ target }) => setDocument(target.value)} error={errors.documentId?.message}>
        {pages.length === 0 && <option value="">no PDF in this job yet: add one</option>}
        {pages.map((document) => (
          <option key={document.id} value={document.id}>
            {document.name}
          </option>
        ))}
      </SelectField>
      <AddDocument to={{ jobId: job.id }} onAdded={setDocument} />
      <TextField label="What is signed" hint="The client reads it first." {...register('title')} error={errors.title?.message} />
      <SignersField people={people} chosen={chosen} onPut={put} error={errors.signerIds?.message} />
      <PlacesField
        form={form}
        document={document}
        title={`${job.client} · ${watch('title')}`}
        signers={chosen.map((id) => people.find((one) => one.id === id)?.name ?? '')}
      />
      <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
      <DateField
        label="Can be signed until"
        hint="After this day nobody can sign it any more, and whoever was asked is told. May stay empty."
        control={control}
        name="expiresOn"
        error={errors.expiresOn?.message}
      />
      <LongTextField
        label="Explanation"
        hint="What the document is and what follows from signing it. May stay empty."
        {...register('words')}
        error={errors.words?.message}
      />
    </SendingLeaf>
  );
}

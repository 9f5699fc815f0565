import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import { addWorkingDays } from '@steady/core/calendar';
import { counted } from '@steady/core/words';
import type { JobView } from '@steady/contract/jobs';
import { AskSignature } from '@steady/contract/signatures';
import { ask, send } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { AddDocument } from '../documents';
import { SendingLeaf, useSendingForm } from '../post';

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
  /** Those who are ticked sign in the order in which they stand. */
  const put = (next: typeof people, ticked: readonly string[]) => {
    setPeople(next);
    setValue(
      'signerIds',
      next.filter((person) => ticked.includes(person.id)).map((person) => person.id),
      { shouldValidate: formState.isSubmitted },
    );
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
      <SelectField
        label="Document"
        value={watch('documentId')}
        onChange={({ target }) => setValue('documentId', target.value, { shouldValidate: formState.isSubmitted })}
        error={errors.documentId?.message}
      >
        {pages.length === 0 && <option value="">no PDF in this job yet: add one</option>}
        {pages.map((document) => (
          <option key={document.id} value={document.id}>
            {document.name}
          </option>
        ))}
      </SelectField>
      <AddDocument to={{ jobId: job.id }} onAdded={(id) => setValue('documentId', id, { shouldValidate: formState.isSubmitted })} />
      <TextField label="What is signed" hint="The client reads it first." {...register('title')} error={errors.title?.message} />
      <fieldset className="mb-3">
        <legend className="text-table font-semibold">Who signs, in this order</legend>
        {people.length === 0 && <p className="soon text-table">Nobody signs for this client yet. Set who does on the client’s page, under Contacts.</p>}
        <Ordered ids={people.map((one) => one.id)} onMove={(from, to) => put(moved(people, from, to), chosen)}>
          <ol aria-label="Who signs">
            {people.map((person) => (
              <OrderedRow key={person.id} id={person.id} className="flex items-baseline gap-2 border-t border-rule-soft py-1 text-table">
                <Grip name={person.name} />
                <label className="flex min-w-0 flex-1 items-baseline gap-1.5">
                  <input
                    type="checkbox"
                    checked={chosen.includes(person.id)}
                    onChange={({ target }) => put(people, target.checked ? [...chosen, person.id] : chosen.filter((id) => id !== person.id))}
                  />
                  <span>
                    {person.name} <span className="text-soft wrap-anywhere max-sm:block">{person.email ?? 'no email address'}</span>
                  </span>
                </label>
                <span className="whitespace-nowrap text-soft">
                  {chosen.includes(person.id) ? `signs ${ordinal(chosen.indexOf(person.id))}` : 'is not asked'}
                </span>
              </OrderedRow>
            ))}
          </ol>
        </Ordered>
        {errors.signerIds?.message && <p className="text-fine text-rust">{errors.signerIds.message}</p>}
      </fieldset>
      <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
      <LongTextField
        label="Explanation"
        hint="What the document is and what follows from signing it. May stay empty."
        {...register('words')}
        error={errors.words?.message}
      />
    </SendingLeaf>
  );
}

const ordinal = (at: number) => ['first', 'second', 'third', 'fourth', 'fifth', 'sixth'][at] ?? `as number ${at + 1}`;

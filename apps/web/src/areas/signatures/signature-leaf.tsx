import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import type { FieldErrors, UseFormReturn } from 'react-hook-form';
import { type CivilDate, addWorkingDays } from '@steady/core/calendar';
import { titleOf } from '@steady/core/documents';
import { withSigners } from '@steady/core/signing';
import type { DocumentView } from '@steady/contract/documents';
import type { JobView } from '@steady/contract/jobs';
import { AskSignature } from '@steady/contract/ask-signature';
import type { SendPreview } from '@steady/contract/requests';
import type { SigningKindView } from '@steady/contract/signing-kinds';
import { ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField } from '../../ui/fields';
import { AddDocument } from '../documents';
import { SendingLeaf, sentInWords, useSendingForm } from '../post';
import { AfterLook } from './after-look';
import { FILLED_IN, KindField, TermsField } from './asked-fields';
import { PlacesField } from './places/places-field';
import { type SigningPlace, addedTo, inJob } from './place';
import { type Signers, SignersField } from './signers-field';

/** Gives a document of the job for signature: which one, who signs in which order, then what goes to whom, then it goes. */
export function SignatureLeaf({ place, document: given, onClose }: { place: SigningPlace; document?: DocumentView; onClose(): void }) {
  const { jobId, clientId } = place;
  const { day } = useSession();
  const pages = toBeSigned(place, given);
  const { data: kinds = [] } = useData(kindsRoutes.list);
  const signing = signersOf(place);
  const { form, preview, step } = useSendingForm<AskSignature>({
    input: AskSignature,
    start: startFor(place, pages, given, addWorkingDays(day, 8).toString()),
    preview: (values) =>
      jobId === null ? ask(signaturesRoutes.previewOfClient, { id: clientId }, values) : ask(signaturesRoutes.preview, { id: jobId }, values),
    send: (values) => (jobId === null ? send(signaturesRoutes.askOfClient, { id: clientId }, values) : send(signaturesRoutes.ask, { id: jobId }, values)),
    ...(jobId === null ? { said: saidWithoutJob } : {}),
    onClose,
  });
  const { register, control, setValue, getValues, watch, formState } = form;
  const { errors } = formState;
  const chosen = watch('signerIds');
  const document = pages.find(({ id }) => id === watch('documentId'));
  const kind = kinds.find(({ id }) => id === watch('kindId'));
  const { signers, put } = useSigners(form, signing);
  /** A kind brings its words, its terms, and the numbers that are known where a code is asked for; what was written before stays. */
  const setKind = (next: SigningKindView | undefined) => {
    const before = kind;
    setValue('kindId', next?.id);
    const words = getValues('words') ?? '';
    if (words === '' || words === before?.words) setValue('words', next?.words ?? '');
    if (getValues('terms') === (before?.terms ?? undefined)) setValue('terms', next?.terms ?? undefined);
    if (next?.evidence.byText)
      put({ ...signers, numbers: Object.fromEntries(signers.people.map(({ id, mobile }) => [id, signers.numbers[id] ?? mobile ?? ''])) });
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
      after={preview && <AfterLook preview={preview} hasJob={jobId !== null} chosen={chosen} together={watch('together') ?? []} invite={register('invite')} />}
    >
      <SelectField label="Document" value={watch('documentId')} onChange={({ target }) => setDocument(target.value)} error={errors.documentId?.message}>
        {pages.length === 0 && <option value="">no PDF here yet: add one</option>}
        {pages.map((document) => (
          <option key={document.id} value={document.id}>
            {document.name}
          </option>
        ))}
      </SelectField>
      <AddDocument to={addedTo(place)} onAdded={setDocument} />
      <KindField kinds={kinds} kind={kind} onChoose={setKind} error={errors.kindId?.message} />
      <TextField label="What is signed" hint="The client reads it first." {...register('title')} error={errors.title?.message} />
      <SignersField
        {...signers}
        onPut={put}
        needsNumbers={kind?.evidence.byText ?? false}
        error={errors.signerIds?.message}
        numbersError={numbersFault(errors)}
        withDays
        daysError={daysFault(errors)}
      />
      <PlacesField
        form={form}
        document={document}
        title={`${place.client} · ${watch('title')}`}
        signers={chosen.map((id) => signers.people.find((one) => one.id === id)?.name ?? '')}
        kind={kind}
      />
      <TermsField value={watch('terms')} onChoose={(name) => setValue('terms', name)} error={errors.terms?.message} />
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
        hint={`What the document is and what follows from signing it. May stay empty. ${FILLED_IN}`}
        {...register('words')}
        error={errors.words?.message}
      />
    </SendingLeaf>
  );
}

/** The same, begun in a job. */
export const GiveInJob = ({ job, onClose }: { job: JobView; onClose(): void }) => <SignatureLeaf place={inJob(job)} onClose={onClose} />;

/** Of what is of no job no task takes the place: it stands among what is in trouble. */
const saidWithoutJob = (preview: SendPreview, { now }: AskSignature, day: CivilDate): string =>
  preview.messages.length > 0 ? sentInWords(preview, now, day) : 'Recorded. No message is sent.';

const signersOf = ({ contacts }: SigningPlace) => contacts.filter(({ signs }) => signs);

/** The documents of the job that can be signed; one that lies elsewhere with the client can be signed for a job as well. */
function toBeSigned({ documents }: SigningPlace, given: DocumentView | undefined): DocumentView[] {
  const inJob = documents.filter(({ kind }) => kind === 'application/pdf');
  return given === undefined || inJob.some(({ id }) => id === given.id) ? inJob : [given, ...inJob];
}

const startFor = (place: SigningPlace, pages: readonly DocumentView[], given: DocumentView | undefined, dueOn: string) => ({
  documentId: given?.id ?? pages[0]?.id ?? '',
  title: given ? titleOf(given) : (place.job ?? ''),
  signerIds: signersOf(place)
    .slice(0, 1)
    .map(({ id }) => id),
  dueOn,
  now: false,
});

/** Those who sign, as the form sends them. */
function useSigners({ getValues, setValue, formState }: UseFormReturn<AskSignature>, people: Signers['people']) {
  const [signers, setSigners] = useState<Signers>(() => ({ people, chosen: people.slice(0, 1).map(({ id }) => id), together: [], numbers: {}, days: {} }));
  /** Those who are ticked sign in the order in which they stand. */
  const put = (next: Signers) => {
    setSigners(next);
    const { fields, signerIds: before } = getValues();
    const after = next.people.filter(({ id }) => next.chosen.includes(id)).map(({ id }) => id);
    if (fields) setValue('fields', withSigners(fields, before, after));
    const shouldValidate = formState.isSubmitted;
    const days = after.flatMap((contactId) => (next.days[contactId] ? [{ contactId, by: next.days[contactId] }] : []));
    setValue('days', days.length > 0 ? days : undefined, { shouldValidate });
    setValue('signerIds', after, { shouldValidate });
    const together = after.filter((id) => next.together.includes(id));
    setValue('together', together.length > 0 ? together : undefined);
    const codes = after.flatMap((contactId) => {
      const number = next.numbers[contactId]?.trim();
      return number ? [{ contactId, number }] : [];
    });
    setValue('codes', codes.length > 0 ? codes : undefined, { shouldValidate });
  };
  return { signers, put };
}

const daysFault = ({ days }: FieldErrors<AskSignature>): string | undefined => days?.message ?? days?.find?.((one) => one?.by)?.by?.message;
const numbersFault = ({ codes }: FieldErrors<AskSignature>): string | undefined => codes?.message ?? codes?.find?.((one) => one?.number)?.number?.message;

import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import type { IdentityWanted } from '@steady/core/identities';
import { NO_EVIDENCE } from '@steady/core/signing';
import { KeepSigningKind, type SigningKindView } from '@steady/contract/signing-kinds';
import { addressOf, send, upload, useData } from '../../../app/api';
import { useSession } from '../../../app/session';
import { useAct } from '../../../app/use-act';
import { LongTextField, SelectField, TextField, TickField } from '../../../ui/fields';
import { Faults } from '../../../ui/faults';
import { FileButton } from '../../../ui/file-input';
import { useFaults, useLeafForm } from '../../../ui/form';
import { Confirm, Leaf } from '../../../ui/leaf';
import { useNotify } from '../../../ui/toasts';
import { sizeInWords } from '../../../ui/words';
import { FILLED_IN } from '../asked-fields';

const NEW: KeepSigningKind = { name: '', words: '', evidence: NO_EVIDENCE, terms: '', recordFirst: false, holdsFiling: false, mayHandOn: false };
const startOf = ({ name, words, evidence, terms, recordFirst, holdsFiling, mayHandOn, version }: SigningKindView): KeepSigningKind => ({
  name,
  words: words ?? '',
  evidence,
  terms: terms ?? '',
  recordFirst,
  holdsFiling,
  mayHandOn,
  version,
});

/** A kind of document: what is asked of a signature on it, and what becomes of it. */
export function KindLeaf({ kind, onClose }: { kind: SigningKindView | null; onClose(): void }) {
  const mayChange = useSession().may('change services');
  const notify = useNotify();
  const { data: terms = [] } = useData(kindsRoutes.terms);
  const { form, onSubmit, busy, problem } = useLeafForm<KeepSigningKind>({
    input: KeepSigningKind,
    start: kind ? startOf(kind) : NEW,
    submit: async (values) => {
      if (kind) await send(kindsRoutes.change, { id: kind.id }, values);
      else await send(kindsRoutes.add, {}, values);
      notify(`${values.name} is kept. What was given for signature before stays as it is.`);
      onClose();
    },
  });
  const { register, formState } = form;
  const { errors } = formState;
  return (
    <Leaf
      open
      title={kind?.name ?? 'A new kind of document'}
      act={mayChange ? 'Save the kind' : undefined}
      onClose={onClose}
      onSubmit={mayChange ? onSubmit : undefined}
      busy={busy}
      problem={problem}
    >
      <TextField label="Name" autoFocus hint="For the firm only, for example: Accounts of a company" {...register('name')} error={errors.name?.message} />
      <EvidenceFields form={form} />
      <SelectField label="Terms they agree to" {...register('terms')} error={errors.terms?.message}>
        <option value="">none</option>
        {terms.map(({ id, name }) => (
          <option key={id} value={name}>
            {name}
          </option>
        ))}
      </SelectField>
      <LongTextField
        label="What is written with it"
        hint={`It stands ready when one is given for signature, and can be changed then. ${FILLED_IN}`}
        {...register('words')}
        error={errors.words?.message}
      />
      <TickField label="The return of its job is filed only when this is signed" {...register('holdsFiling')} />
      <TickField label="The signing record stands before the document, not behind it" {...register('recordFirst')} />
      {kind && <Letter kind={kind} mayChange={mayChange} />}
      {kind && mayChange && <Remove kind={kind} onGone={onClose} />}
    </Leaf>
  );
}

function EvidenceFields({ form: { register, watch, setValue, formState } }: { form: UseFormReturn<KeepSigningKind> }) {
  const { errors } = formState;
  const { capacity, identity } = watch('evidence');
  return (
    <fieldset className="mb-3">
      <legend className="text-table font-semibold">Asked of a signature</legend>
      <TextField
        label="How many sign at least"
        narrow
        inputMode="numeric"
        {...register('evidence.atLeast', { setValueAs: (value: unknown) => (value === '' ? undefined : Number(value)) })}
        error={errors.evidence?.atLeast?.message}
      />
      <TextField
        label="In what role"
        hint="As it stands with the client’s contacts: director, trustee. Left empty, anybody who signs for the client."
        value={capacity ?? ''}
        onChange={({ target }) => setValue('evidence.capacity', target.value || null, { shouldDirty: true, shouldValidate: formState.isSubmitted })}
        error={errors.evidence?.capacity?.message}
      />
      <SelectField
        label="Identity of each"
        value={identity ?? ''}
        onChange={({ target }) => setValue('evidence.identity', (target.value || null) as IdentityWanted | null, { shouldDirty: true })}
        hint={identity === null ? undefined : 'Noted on the page of each contact, before they are asked.'}
      >
        <option value="">need not be confirmed</option>
        <option value="papers seen">papers seen by one of us</option>
        <option value="check passed">identity check passed</option>
        <option value="either">either of them</option>
      </SelectField>
      <TickField label="Each types a code that comes by text message" {...register('evidence.byText')} />
      <TickField label="Whoever is asked may have somebody else of the client sign" {...register('mayHandOn')} />
    </fieldset>
  );
}

/** The document itself, where it is the same for every client: it is given to many at once. */
function Letter({ kind: { id, letter }, mayChange }: { kind: SigningKindView; mayChange: boolean }) {
  const { faults, busy, attempt } = useFaults();
  const put = ([file]: readonly File[]) => file && void attempt(async () => void (await upload(kindsRoutes.putLetter, { id }, file)));
  return (
    <section aria-label="The document itself" className="mt-4">
      <h3 className="text-table">The document itself</h3>
      <p className="mb-2 text-table text-soft">
        {letter ? (
          <>
            <a className="lnk" href={addressOf(kindsRoutes.letter, { id })}>
              {letter.name}
            </a>
            , {sizeInWords(letter.bytes)}
          </>
        ) : (
          'Where it is the same for every client, keep it here: it is given to many of them at once, from the list of clients or of jobs.'
        )}
      </p>
      {mayChange && (
        <FileButton words={busy ? 'Saving …' : letter ? 'Take another PDF' : 'Choose a PDF'} accept="application/pdf" disabled={busy} onFiles={put} />
      )}
      <Faults of={faults} />
    </section>
  );
}

function Remove({ kind, onGone }: { kind: SigningKindView; onGone(): void }) {
  const { act } = useAct();
  const [asking, setAsking] = useState(false);
  const remove = () =>
    void act(async () => {
      await send(kindsRoutes.drop, { id: kind.id });
      onGone();
    }, `${kind.name} is removed.`);
  return (
    <p className="mt-4 border-t border-rule pt-3 text-table">
      <button type="button" className="lnk" onClick={() => setAsking(true)}>
        Remove this kind
      </button>
      <Confirm open={asking} title={`Remove “${kind.name}”?`} act="Remove it" back="Keep it" onClose={() => setAsking(false)} onYes={remove}>
        Its places and its words go with it. What was given for signature as one stays as it is.
      </Confirm>
    </p>
  );
}

import * as kindsRoutes from '@steady/contract/signing-kinds.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { addWorkingDays } from '@steady/core/calendar';
import { evidenceInWords } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { ManyAsked } from '@steady/contract/requests';
import { GiveMany, type SigningKindView } from '@steady/contract/signing-kinds';
import { addressOf, ask, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { DateField, LongTextField, SelectField, TextField, TickField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { useNotify } from '../../ui/toasts';
import { AskManyLeaf, OfService, askedInWords } from '../asks';
import { FILLED_IN } from './asked-fields';

interface Props {
  ids: readonly string[];
  onClose(): void;
}

/** Gives one letter for signature to the clients of chosen jobs, each in its own job. */
export const GiveJobsLeaf = ({ ids, onClose }: Props) => <GiveManyLeaf of={{ jobIds: [...ids] }} onClose={onClose} />;
/** Gives one letter for signature to chosen clients, each in one of its open jobs. */
export const GiveClientsLeaf = ({ ids, onClose }: Props) => <GiveManyLeaf of={{ clientIds: [...ids] }} onClose={onClose} />;

/** One letter for many: first which, then who is asked to sign it, then it goes. */
function GiveManyLeaf({ of, onClose }: { of: Pick<GiveMany, 'jobIds' | 'clientIds'>; onClose(): void }) {
  const { day } = useSession();
  const notify = useNotify();
  const [preview, setPreview] = useState<ManyAsked | null>(null);
  const { data: kinds } = useData(kindsRoutes.list);
  const { form, onSubmit, busy, problem } = useLeafForm<GiveMany>({
    input: GiveMany,
    start: { ...of, kindId: '', title: '', everybody: false, dueOn: addWorkingDays(day, 8).toString(), words: '' },
    submit: async (values) => {
      if (!preview) return setPreview(await ask(kindsRoutes.previewMany, {}, values));
      const { asked, not } = await send(kindsRoutes.giveMany, {}, values);
      notify(`Given for signature ${askedInWords(asked)}${not.length > 0 ? `, not ${askedInWords(asked).startsWith('to') ? 'to' : 'in'} ${not.length}` : ''}.`);
      onClose();
    },
  });
  const { register, control, watch, setValue, getValues, formState } = form;
  const { errors } = formState;
  const kind = kinds?.find(({ id }) => id === watch('kindId'));
  /** A letter brings its words, and its name as a title; what was written before stays. */
  const setKind = (id: string) => {
    const next = kinds?.find((one) => one.id === id);
    if ((getValues('words') ?? '') === (kind?.words ?? '')) setValue('words', next?.words ?? '');
    if (getValues('title') === (kind?.name ?? '')) setValue('title', next?.name ?? '');
    setValue('kindId', id, { shouldValidate: formState.isSubmitted });
  };
  const count = (of.jobIds ?? of.clientIds)!.length;
  return (
    <AskManyLeaf
      title={`A letter to sign for ${counted(count, of.jobIds ? 'job' : 'client')}`}
      act="Give it"
      back="Back to the letter"
      preview={preview}
      of={{ onSubmit, busy, problem }}
      onBack={() => setPreview(null)}
      onClose={onClose}
    >
      <LetterField kinds={kinds} kind={kind} onChoose={setKind} error={errors.kindId?.message} />
      {of.clientIds && <OfService {...register('serviceId')} hint="Each client is asked in one of its open jobs; where none is open, by itself" />}
      <TextField label="What is signed" hint="The clients read it first." {...register('title')} error={errors.title?.message} />
      <TickField label="Everybody signs who does so for the client, one after the other" {...register('everybody')} />
      <div className="mt-2 grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
        <DateField label="Wanted by" control={control} name="dueOn" error={errors.dueOn?.message} />
        <DateField label="Can be signed until" hint="May stay empty" control={control} name="expiresOn" error={errors.expiresOn?.message} />
      </div>
      <LongTextField label="Explanation" hint={`May stay empty. ${FILLED_IN}`} {...register('words')} error={errors.words?.message} />
    </AskManyLeaf>
  );
}

const asksFor = (evidence: readonly string[], terms: string | null): string => {
  const all = [...evidence, ...(terms === null ? [] : [`agreed to ${terms}`])];
  return all.length === 0 ? 'The first who signs for the client is asked.' : `${all.join('; ').replace(/^./, (letter) => letter.toUpperCase())}.`;
};

interface LetterProps {
  kinds: readonly SigningKindView[] | undefined;
  kind: SigningKindView | undefined;
  onChoose(id: string): void;
  error: string | undefined;
}

/** Which letter: kinds of documents that have one of their own. */
function LetterField({ kinds, kind, onChoose, error }: LetterProps) {
  const letters = kinds?.filter(({ letter }) => letter !== null) ?? [];
  return (
    <>
      {kinds && letters.length === 0 && (
        <p className="soon mb-3 text-table">
          No kind of document has a letter of its own yet.{' '}
          <Link className="lnk" to="/firm/signing">
            Add one under Firm, Signing
          </Link>
          .
        </p>
      )}
      <SelectField
        label="Letter"
        hint={kind ? asksFor(evidenceInWords(kind.evidence), kind.terms) : 'The same document for each of them.'}
        value={kind?.id ?? ''}
        onChange={({ target }) => onChoose(target.value)}
        error={error}
      >
        <option value="">choose</option>
        {letters.map(({ id, name, letter }) => (
          <option key={id} value={id}>
            {name}, {letter!.name}
          </option>
        ))}
      </SelectField>
      {kind && (
        <p className="mb-3 text-table">
          <a className="lnk" href={addressOf(kindsRoutes.letter, { id: kind.id })} target="_blank" rel="noreferrer">
            Read {kind.letter!.name}
          </a>
        </p>
      )}
    </>
  );
}

import * as dropOffRoutes from '@steady/contract/drop-off.routes';
import { useEffect, useRef, useState } from 'react';
import { type DropOffDoor, LeaveHere } from '@steady/contract/arrivals';
import { ProblemError, send } from '../../app/api';
import { draftOf, keepDraft } from '../../ui/drafts';
import { LongTextField, TextField } from '../../ui/fields';
import { FileButton } from '../../ui/file-input';
import { useLeafForm } from '../../ui/form';
import { sizeInWords } from '../../ui/words';
import { proofFor } from './proof';

/** Under which the browser keeps what was typed. */
export const draftName = (address: string) => `drop-off ${address}`;
/** Checked before the browser has done its work. */
const LATER = 'later';

interface Props {
  address: string;
  of: DropOffDoor;
  /** Those chosen before, where the address turned out to be another one. */
  chosen: File[];
  /** The files that go with it once the code was entered. */
  onChosen(files: File[]): void;
}

/** Name, address, message and files of a visitor. What is typed stays in the browser until the server has it. */
export function DropOffForm({ address, of: { mostFiles, mostBytes }, chosen: before, onChosen }: Props) {
  const draft = draftName(address);
  const [files, setFiles] = useState<File[]>(before);
  const proof = useRef<Promise<string> | null>(null);
  const prove = () => (proof.current ??= proofFor(address));
  const { form, onSubmit, busy, problem } = useLeafForm<LeaveHere>({
    input: LeaveHere,
    start: { name: '', email: '', message: '', website: '', ...(JSON.parse(draftOf(draft) ?? '{}') as Partial<LeaveHere>), proof: LATER },
    submit: async (values) => {
      try {
        onChosen(files);
        await send(dropOffRoutes.leave, { address }, { ...values, proof: await prove() });
      } catch (caught) {
        // Its work was for nothing; the next try does it anew.
        if (caught instanceof ProblemError) proof.current = null;
        throw caught;
      }
    },
  });
  const { register, formState, watch } = form;
  const { name, email, message } = watch();
  useEffect(() => {
    if (name || email || message) keepDraft(draft, JSON.stringify({ name, email, message }));
  }, [draft, name, email, message]);
  const add = (chosen: File[]) => setFiles((there) => [...there, ...chosen].slice(0, mostFiles));
  const tooMuch = files.reduce((sum, { size }) => sum + size, 0) > mostBytes;
  return (
    <form
      noValidate
      className="mt-4"
      // While the rest is typed the browser does its part.
      onFocus={() => void prove().catch(() => (proof.current = null))}
      onSubmit={(event) => {
        event.preventDefault();
        if (!tooMuch) onSubmit();
      }}
    >
      {problem && (
        <p role="alert" className="mb-3 border border-rust bg-rust-tint px-3 py-2">
          {problem}
        </p>
      )}
      <TextField label="Your name" autoComplete="name" {...register('name')} error={formState.errors.name?.message} />
      <TextField
        label="Your email address"
        type="email"
        inputMode="email"
        autoComplete="email"
        hint="We send a code there, and our answer."
        {...register('email')}
        error={formState.errors.email?.message}
      />
      <LongTextField
        label="Your message"
        hint="What it is about, and what you would like us to do."
        rows={6}
        {...register('message')}
        error={formState.errors.message?.message}
      />
      <p className="sr-only" aria-hidden="true">
        <label>
          Leave this empty
          <input tabIndex={-1} autoComplete="off" {...register('website')} />
        </label>
      </p>
      <div className="mb-3">
        <FileButton words="Choose files or take a picture" multiple label="Files that go with it" onFiles={add} />
        <p className="mt-1 text-table text-soft">
          {mostFiles} at most, {sizeInWords(mostBytes)} together. They are sent once you have entered the code.
        </p>
        <ul className="mt-1">
          {files.map((file, place) => (
            <li key={`${file.name} ${place}`} className="flex flex-wrap items-baseline gap-x-3 text-table">
              <span className="wrap-anywhere">{file.name}</span>
              <span className="text-soft">{sizeInWords(file.size)}</span>
              <button
                type="button"
                className="max-sm:min-h-11"
                aria-label={`Leave out ${file.name}`}
                onClick={() => setFiles(files.filter((_, at) => at !== place))}
              >
                <span className="lnk">Leave out</span>
              </button>
            </li>
          ))}
        </ul>
        {tooMuch && (
          <p role="alert" className="text-table text-rust">
            These are more than {sizeInWords(mostBytes)} together. Leave some out, and send them later.
          </p>
        )}
      </div>
      <button className="act max-sm:min-h-11" disabled={busy}>
        {busy ? 'One moment …' : 'Send me the code'}
      </button>
      <p className="mt-2 text-table text-soft">Only those of us who look after this page read it. Nothing is kept if you do not enter the code.</p>
    </form>
  );
}

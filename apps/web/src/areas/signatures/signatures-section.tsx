import * as documentsRoutes from '@steady/contract/documents.routes';
import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import type { JobView } from '@steady/contract/jobs';
import { NoteSignedOnPaper, type SignatureView, type SignerView, WithdrawSignature } from '@steady/contract/signatures';
import { send, useData, addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField, LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { Moon } from '../../ui/moon';
import { useSay } from '../../ui/toasts';
import { dayInWords, momentInWords, waitedWords } from '../../ui/words';
import { AddDocument } from '../documents/add-document';

type Open = { what: 'paper'; signer: SignerView } | { what: 'withdraw'; signature: SignatureView };

/** What was given for signature in a job: who has signed, whose turn it is. */
export function SignaturesSection({ job }: { job: JobView }) {
  const { data: signatures = [] } = useData(signaturesRoutes.ofJob, { id: job.id });
  const [open, setOpen] = useState<Open | null>(null);
  return (
    <>
      {signatures.map((signature) => (
        <Signature key={signature.id} signature={signature} onOpen={setOpen} />
      ))}
      {open?.what === 'paper' && <PaperLeaf job={job} signer={open.signer} onClose={() => setOpen(null)} />}
      {open?.what === 'withdraw' && <WithdrawLeaf signature={open.signature} onClose={() => setOpen(null)} />}
    </>
  );
}

const STATE: Record<SignatureView['state'], { words: string; tone: string }> = {
  waiting: { words: 'waits for a signature', tone: 'soon' },
  signed: { words: 'signed by everybody', tone: 'good' },
  refused: { words: 'refused', tone: 'late' },
  withdrawn: { words: 'taken back', tone: 'text-soft' },
};

function Signature({ signature, onOpen }: { signature: SignatureView; onOpen(open: Open): void }) {
  const session = useSession();
  const { act } = useAct();
  const { signers, state } = signature;
  const signed = signers.filter((signer) => signer.state === 'signed').length;
  const mayAct = session.may('do work') && (state === 'waiting' || state === 'refused');
  return (
    <section className="sheet mb-4" aria-label={`For signature: ${signature.title}`}>
      <header className="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 pt-[9px] pb-[5px]">
        <h2>
          <Moon done={signed} of={signers.length} />
          {signature.title}
        </h2>
        <span className="text-table text-soft">
          {signed} of {signers.length} signed
        </span>
        <span className={`text-table ${STATE[state].tone}`}>{STATE[state].words}</span>
        <span className="ml-auto text-table text-soft">
          {signature.askedBy} gave it on {momentInWords(signature.askedAt, session.day)}; wanted by {dayInWords(signature.dueOn, session.day)}
        </span>
      </header>
      <p className="border-b border-rule-soft px-3 py-2 text-table">
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: signature.documentId })}>
          {signature.documentName}
        </a>
        {signature.words && <span className="text-soft"> {signature.words}</span>}
        {signature.reason && (
          <span className={state === 'refused' ? 'block text-rust' : 'block text-soft'}>
            {state === 'refused' ? 'Refused by ' : 'Taken back: '}
            {signature.reason}
          </span>
        )}
      </p>
      <ol>
        {signers.map((signer) => (
          <li key={signer.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule-soft px-3 py-2 text-table last:border-0">
            <span className="font-semibold">{signer.name}</span>
            <SignerWords signer={signer} ended={state !== 'waiting'} />
            {mayAct && state === 'waiting' && signer.state === 'waiting' && signer.turnSince !== null && (
              <span className="ml-auto flex gap-2">
                <button className="act-quiet" onClick={() => void act(() => send(signaturesRoutes.remind, { id: signature.id }), `Reminded ${signer.name}.`)}>
                  Remind
                </button>
                <button className="act-quiet" onClick={() => onOpen({ what: 'paper', signer })}>
                  Signed on paper
                </button>
              </span>
            )}
          </li>
        ))}
      </ol>
      {mayAct && (
        <p className="border-t border-rule-soft px-3 py-1.5 text-table">
          <button className="lnk" onClick={() => onOpen({ what: 'withdraw', signature })}>
            Take it back
          </button>
        </p>
      )}
    </section>
  );
}

function SignerWords({ signer, ended }: { signer: SignerView; ended: boolean }) {
  const { day } = useSession();
  if (signer.state === 'signed')
    return (
      <span className="good">
        {signer.onPaperBy ? `signed on paper, noted by ${signer.onPaperBy}` : `signed as “${signer.signedAs}”`}, {momentInWords(signer.signedAt!, day)}
        {signer.scanId && (
          <>
            {' '}
            <a className="lnk" href={addressOf(documentsRoutes.content, { id: signer.scanId })}>
              the scan
            </a>
          </>
        )}
      </span>
    );
  if (signer.state === 'refused') return <span className="late">refused</span>;
  if (ended) return <span className="text-soft">was not asked any more</span>;
  if (signer.turnSince === null) return <span className="text-soft">is asked when it is their turn</span>;
  const waited = waitedWords(signer.turnSince, day);
  return <span className="soon">{waited === 'today' ? 'asked today' : `we wait for ${waited}`}</span>;
}

/** Notes that somebody has signed on paper, with a scan where there is one. */
function PaperLeaf({ job, signer, onClose }: { job: JobView; signer: SignerView; onClose(): void }) {
  const session = useSession();
  const say = useSay();
  const { form, onSubmit, busy, problem } = useLeafForm<NoteSignedOnPaper>({
    input: NoteSignedOnPaper,
    start: { on: session.today },
    submit: async (values) => {
      await send(signaturesRoutes.onPaper, { id: signer.id }, values);
      say(`Noted: ${signer.name} signed on paper.`);
      onClose();
    },
  });
  const scan = job.documents.find((document) => document.id === form.watch('scanId'));
  return (
    <Leaf open title={`${signer.name} signed on paper`} act="Note the signature" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField label="Signed on" max={session.today} {...form.register('on')} error={form.formState.errors.on?.message} />
      <p className="mb-1 text-table font-semibold">Scan of the signed page</p>
      <p className="mb-2 text-table text-soft">{scan ? `${scan.name} stands with it.` : 'Not needed, but it proves the signature later.'}</p>
      <AddDocument jobId={job.id} label={scan ? 'Take another file' : 'Add the scan'} onAdded={(id) => form.setValue('scanId', id)} />
    </Leaf>
  );
}

function WithdrawLeaf({ signature, onClose }: { signature: SignatureView; onClose(): void }) {
  const say = useSay();
  const { form, onSubmit, busy, problem } = useLeafForm<WithdrawSignature>({
    input: WithdrawSignature,
    start: { reason: '' },
    submit: async (values) => {
      await send(signaturesRoutes.withdraw, { id: signature.id }, values);
      say('Taken back.');
      onClose();
    },
  });
  return (
    <Leaf open title={`Take back ${signature.title}`} act="Take it back" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <LongTextField
        label="Why"
        hint="It stays on record with this reason. The client can sign it no more; nobody is written to."
        autoFocus
        {...form.register('reason')}
        error={form.formState.errors.reason?.message}
      />
    </Leaf>
  );
}

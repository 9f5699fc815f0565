import * as documentsRoutes from '@steady/contract/documents.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import { evidenceInWords } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { AskView, PartyView } from '@steady/contract/asks';
import { NoteSignedOnPaper, type SignaturePart, type SigningView } from '@steady/contract/signatures';
import { addressOf, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { DateField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { useNotify } from '../../ui/toasts';
import { dayInWords, momentInWords, waitedWords } from '../../ui/words';
import { AddDocument } from '../documents';
import { ChangeSignersLeaf } from './change-signers-leaf';
import { NumberLeaf } from './number-leaf';
import { ReplaceLeaf } from './replace-leaf';

/** The document that was given for signature, and its signers in order. */
export function SignatureBody({ ask }: { ask: AskView<SignaturePart> }) {
  const session = useSession();
  const [paper, setPaper] = useState<PartyView | null>(null);
  const [replaced, setReplaced] = useState<PartyView | null>(null);
  const [numbered, setNumbered] = useState<PartyView | null>(null);
  const [changing, setChanging] = useState(false);
  const { day } = session;
  const { documentId, documentName, signings, fields, expiresOn, kind, evidence, terms, holdsFiling, codes } = ask.part;
  const demanded = [
    ...evidenceInWords(evidence),
    ...(terms ? [`agreed to ${terms.name}, edition ${terms.edition}`] : []),
    ...(holdsFiling ? ['the return is filed only when it is signed'] : []),
  ];
  const codeOf = ({ id }: PartyView) => codes.find(({ partyId }) => partyId === id);
  const { act, busy } = useAct();
  const again = () => void act(() => send(signaturesRoutes.copyAgain, { id: ask.id }), 'It is tried again.');
  const isOpen = ask.state === 'with the client' || ask.state === 'with us';
  return (
    <>
      <p className="border-b border-rule-soft px-3 py-2 text-table">
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: documentId })}>
          {documentName}
        </a>
        {ask.words && <span className="text-soft"> {ask.words}</span>}
        {fields.count > 0 && (
          <span className="text-soft">
            , {counted(fields.count, 'field')} on {counted(fields.pages, 'page')}
          </span>
        )}
        {(kind !== null || demanded.length > 0) && (
          <span className="block text-soft">
            {kind}
            {kind !== null && demanded.length > 0 && ': '}
            {demanded.join('; ')}
          </span>
        )}
        {isOpen && expiresOn && <span className="text-soft">, can be signed until {dayInWords(expiresOn, day)}</span>}
        {ask.state === 'done' && <SignedCopy of={ask.part} busy={busy} onAgain={session.may('do work') ? again : null} />}
        {ask.state === 'refused' && <span className="block text-rust">Refused by {ask.forUs[0]?.why}</span>}
      </p>
      <ol>
        {ask.parties.map((party) => (
          <li key={party.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule-soft px-3 py-2 text-table last:border-0">
            <span className="font-semibold">{party.name}</span>
            <SignerWords party={party} signing={signings.find((one) => one.partyId === party.id)} ended={!isOpen} />
            {party.state !== 'done' && codeOf(party) && (
              <span className="text-soft">
                code by text message to {codeOf(party)!.number}
                {codeOf(party)!.isConfirmed && ', typed'}
              </span>
            )}
            {session.may('do work') && isOpen && (party.state === 'asked' || party.state === 'to be told') && (
              <button className="act-quiet ml-auto" onClick={() => setPaper(party)}>
                Signed on paper
              </button>
            )}
            {session.may('do work') && ask.jobId && (isOpen || ask.state === 'refused') && party.state !== 'done' && (
              <button className="lnk" onClick={() => setReplaced(party)}>
                Somebody else signs
              </button>
            )}
            {session.may('do work') && isOpen && party.state !== 'done' && (
              <button className="lnk" onClick={() => setNumbered(party)}>
                {codeOf(party) ? 'Another number' : 'Ask for a code'}
              </button>
            )}
          </li>
        ))}
      </ol>
      {session.may('do work') && ask.jobId && (isOpen || ask.state === 'planned') && (
        <p className="px-3 py-2 text-table">
          <button className="lnk" onClick={() => setChanging(true)}>
            Change who signs {isOpen ? 'after them' : ''}
          </button>
        </p>
      )}
      {changing && ask.jobId && <ChangeSignersLeaf ask={ask} jobId={ask.jobId} onClose={() => setChanging(false)} />}
      {numbered && <NumberLeaf signer={numbered} number={codeOf(numbered)?.number ?? ''} onClose={() => setNumbered(null)} />}
      {replaced && ask.jobId && (
        <ReplaceLeaf jobId={ask.jobId} signer={replaced} parties={ask.parties} code={codeOf(replaced) !== undefined} onClose={() => setReplaced(null)} />
      )}
      {paper && ask.jobId && <PaperLeaf jobId={ask.jobId} signer={paper} onClose={() => setPaper(null)} />}
    </>
  );
}

/** What all have signed, sealed, or what becomes of it. */
function SignedCopy({ of: { copy, copyFault }, busy, onAgain }: { of: SignaturePart; busy: boolean; onAgain: (() => void) | null }) {
  const { day } = useSession();
  if (copy)
    return (
      <span className="block">
        <a className="lnk font-semibold" href={addressOf(documentsRoutes.content, { id: copy.id })}>
          {copy.name}
        </a>{' '}
        <span className="good">with its signing record, sealed {momentInWords(copy.sealedAt, day)}</span>
      </span>
    );
  if (copyFault === null) return <span className="block text-soft">The signed copy is being made.</span>;
  return (
    <span className="block">
      <span className="late">The signed copy could not be made: {copyFault}</span>{' '}
      {onAgain && (
        <button className="act-quiet" disabled={busy} onClick={onAgain}>
          Try again
        </button>
      )}
    </span>
  );
}

function SignerWords({ party, signing, ended }: { party: PartyView; signing: SigningView | undefined; ended: boolean }) {
  const { day } = useSession();
  if (signing)
    return (
      <span className="good">
        {signing.onPaperBy ? `signed on paper, noted by ${signing.onPaperBy}` : `signed as “${signing.signedAs}”`}, {momentInWords(signing.signedAt, day)}
        {signing.scanId && (
          <>
            {' '}
            <a className="lnk" href={addressOf(documentsRoutes.content, { id: signing.scanId })}>
              the scan
            </a>
          </>
        )}
      </span>
    );
  if (party.state === 'refused') return <span className="late">refused</span>;
  if (ended) return <span className="text-soft">was not asked any more</span>;
  if (party.turnSince === null) return <span className="text-soft">is asked when it is their turn</span>;
  if (party.state === 'to be told') return <span className="late">nobody to write to: have it signed on paper</span>;
  const waited = waitedWords(party.turnSince, day);
  return <span className="soon">{waited === 'today' ? 'asked today' : `we wait for ${waited}`}</span>;
}

/** Notes that somebody has signed on paper, with a scan where there is one. */
function PaperLeaf({ jobId, signer, onClose }: { jobId: string; signer: PartyView; onClose(): void }) {
  const session = useSession();
  const notify = useNotify();
  const { form, onSubmit, busy, problem } = useLeafForm<NoteSignedOnPaper>({
    input: NoteSignedOnPaper,
    start: { on: session.today },
    submit: async (values) => {
      await send(signaturesRoutes.onPaper, { id: signer.id }, values);
      notify(`Noted: ${signer.name} signed on paper.`);
      onClose();
    },
  });
  const { data: job } = useData(jobsRoutes.view, { id: jobId });
  const scan = job?.documents.find((document) => document.id === form.watch('scanId'));
  return (
    <Leaf open title={`${signer.name} signed on paper`} act="Note the signature" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <DateField label="Signed on" max={session.today} control={form.control} name="on" error={form.formState.errors.on?.message} />
      <p className="mb-1 text-table font-semibold">Scan of the signed page</p>
      <p className="mb-2 text-table text-soft">{scan ? `${scan.name} is attached.` : 'Not needed, but it proves the signature later.'}</p>
      <AddDocument to={{ jobId }} label={scan ? 'Take another file' : 'Add the scan'} onAdded={(id) => form.setValue('scanId', id)} />
    </Leaf>
  );
}

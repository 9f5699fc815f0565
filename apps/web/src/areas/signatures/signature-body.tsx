import * as documentsRoutes from '@steady/contract/documents.routes';
import * as signaturesRoutes from '@steady/contract/signatures.routes';
import { useState } from 'react';
import { evidenceInWords } from '@steady/core/signing';
import { counted } from '@steady/core/words';
import type { AskView, PartyView } from '@steady/contract/asks';
import type { SignaturePart } from '@steady/contract/signatures';
import { addressOf, send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { dayInWords, momentInWords } from '../../ui/words';
import { ChangeSignersLeaf } from './change-signers-leaf';
import { DayLeaf } from './day-leaf';
import { NumberLeaf } from './number-leaf';
import { PaperLeaf } from './paper-leaf';
import { ReplaceLeaf } from './replace-leaf';
import { type Act, SignerLine, codeOf, isOpenAsk } from './signer-line';

/** The document that was given for signature, and its signers in order. */
export function SignatureBody({ ask }: { ask: AskView<SignaturePart> }) {
  const session = useSession();
  const [acted, setActed] = useState<{ what: Act; party: PartyView } | null>(null);
  const [changing, setChanging] = useState(false);
  const { day } = session;
  const { documentId, documentName, fields, expiresOn } = ask.part;
  const { act, busy } = useAct();
  const again = () => void act(() => send(signaturesRoutes.copyAgain, { id: ask.id }), 'It is tried again.');
  const mayChange = session.may('do work');
  const isOpen = isOpenAsk(ask);
  return (
    <>
      <p className="border-b border-rule-soft px-3 py-2 text-table">
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: documentId })}>
          {documentName}
        </a>
        {fields.count > 0 && (
          <span className="text-soft">
            , {counted(fields.count, 'field')} on {counted(fields.pages, 'page')}
          </span>
        )}
        {ask.words && <span className="block text-soft">{ask.words}</span>}
        <Demanded of={ask.part} />
        {isOpen && expiresOn && <span className="text-soft">, can be signed until {dayInWords(expiresOn, day)}</span>}
        {ask.state === 'done' && <SignedCopy of={ask.part} busy={busy} onAgain={session.may('do work') ? again : null} />}
        {ask.state === 'refused' && <span className="block text-rust">Refused by {ask.forUs[0]?.why}</span>}
      </p>
      <ol>
        {ask.parties.map((party) => (
          <SignerLine key={party.id} party={party} ask={ask} mayChange={mayChange} onAct={(what) => setActed({ what, party })} />
        ))}
      </ol>
      {mayChange && (isOpen || ask.state === 'planned') && (
        <p className="px-3 py-2 text-table">
          <button className="lnk" onClick={() => setChanging(true)}>
            Change who signs {isOpen ? 'after them' : ''}
          </button>
        </p>
      )}
      {changing && <ChangeSignersLeaf ask={ask} onClose={() => setChanging(false)} />}
      {acted && <ActLeaf {...acted} ask={ask} onClose={() => setActed(null)} />}
    </>
  );
}

/** What was pressed at one who signs. */
function ActLeaf({ what, party, ask, onClose }: { what: Act; party: PartyView; ask: AskView<SignaturePart>; onClose(): void }) {
  const code = codeOf(ask.part, party);
  if (what === 'paper') return <PaperLeaf of={ask} signer={party} onClose={onClose} />;
  if (what === 'number') return <NumberLeaf of={ask} signer={party} number={code?.number} onClose={onClose} />;
  if (what === 'day') return <DayLeaf signer={party} wantedBy={ask.wantedBy} onClose={onClose} />;
  return <ReplaceLeaf of={ask} signer={party} parties={ask.parties} code={code !== undefined} onClose={onClose} />;
}

/** The kind of document, and what is asked of a signature on it. */
function Demanded({ of: { kind, evidence, terms, holdsFiling } }: { of: SignaturePart }) {
  const demanded = [
    ...evidenceInWords(evidence),
    ...(terms ? [`agreed to ${terms.name}, edition ${terms.edition}`] : []),
    ...(holdsFiling ? ['the return is filed only when it is signed'] : []),
  ];
  if (kind === null && demanded.length === 0) return null;
  return (
    <span className="block text-soft">
      {kind}
      {kind !== null && demanded.length > 0 && ': '}
      {demanded.join('; ')}
    </span>
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

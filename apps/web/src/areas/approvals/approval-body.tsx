import * as documentsRoutes from '@steady/contract/documents.routes';
import type { ApprovalPart } from '@steady/contract/approvals';
import type { AskView } from '@steady/contract/asks';
import { addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { momentInWords, waitedWords } from '../../ui/words';

/** What is approved, word for word, and who did. */
export function ApprovalBody({ ask }: { ask: AskView<ApprovalPart> }) {
  const { day } = useSession();
  const { documentId, documentName, sha256, ticks } = ask.part;
  const isOpen = ask.state === 'with the client' || ask.state === 'with us';
  return (
    <div className="px-3 py-2 text-table">
      <p className="whitespace-pre-line">{ask.words}</p>
      {documentId && (
        <p>
          <a className="lnk" href={addressOf(documentsRoutes.content, { id: documentId })}>
            {documentName}
          </a>
        </p>
      )}
      <p className="text-fine wrap-anywhere text-soft">Kept word for word, SHA-256 {sha256}</p>
      {ask.state === 'refused' && <p className="text-rust">Not approved by {ask.forUs[0]?.why}</p>}
      <ol className="mt-1">
        {ask.parties.map((party) => {
          const tick = ticks.find(({ partyId }) => partyId === party.id);
          return (
            <li key={party.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-rule-soft py-1.5">
              <span className="font-semibold">{party.name}</span>
              {tick ? (
                <span className="good">approved it, {momentInWords(tick.at, day)}</span>
              ) : party.state === 'refused' ? (
                <span className="late">does not approve it</span>
              ) : !isOpen ? (
                <span className="text-soft">was not asked any more</span>
              ) : party.turnSince === null ? (
                <span className="text-soft">is asked when it is their turn</span>
              ) : (
                <span className="soon">{party.state === 'to be told' ? 'nobody to write to' : `asked ${waitedWords(party.turnSince, day)}`}</span>
              )}
            </li>
          );
        })}
      </ol>
    </div>
  );
}

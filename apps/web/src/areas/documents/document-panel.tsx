import { X } from 'lucide-react';
import { Link } from 'react-router';
import { titleOf } from '@steady/core/documents';
import { counted, fullDate } from '@steady/core/words';
import { civil } from '@steady/core/calendar';
import type { DocumentPage } from '@steady/contract/documents';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { addressOf, useData } from '../../app/api';
import { useKeys } from '../../app/keys';
import { OpenedBy } from '../clients';
import { useSession } from '../../app/session';
import { PRODUCT } from '../../app/use-title';
import { momentInWords, sizeInWords } from '../../ui/words';
import { DocumentActs } from './document-acts';
import { DocumentPreview } from './document-preview';
import { useUploads } from './uploads';

/** A document beside the list: what it is, who sees it, what can be done with it, and what is inside. */
export function DocumentPanel({ id, onClose }: { id: string; onClose(): void }) {
  const { data, error } = useData(documentsRoutes.view, { id });
  useKeys([{ press: 'Escape', does: 'close the document', act: onClose }]);
  return (
    <aside aria-label="The document" className="sheet sticky top-3 flex max-h-[calc(100dvh-24px)] min-w-0 flex-col self-start max-lg:static max-lg:max-h-none">
      <header className="flex items-baseline gap-3 border-b border-ink px-4 pt-3 pb-2">
        <h2 className="flex-1 font-serif text-[17px] font-semibold wrap-anywhere">{data ? titleOf(data) : 'Document'}</h2>
        <button onClick={onClose} aria-label="Close the document" title="Close (Esc)" className="self-center p-1 text-soft hover:text-ink max-sm:p-3">
          <X className="size-4" />
        </button>
      </header>
      {error && <p className="p-4 text-table text-rust">{error.message}</p>}
      {data && (
        <>
          <div className="px-4 py-2.5">
            <Facts of={data} />
            <OpenedBy kind="document" id={data.id} className="mt-1.5 text-table text-soft" />
            <DocumentActs of={data} />
          </div>
          <div
            role="region"
            aria-label="What is inside"
            // Scrolled by keys as well.
            tabIndex={0}
            className="min-h-0 flex-1 overflow-y-auto border-t border-rule max-lg:overflow-visible"
          >
            <DocumentPreview key={`${data.id} ${data.version}`} id={data.id} name={titleOf(data)} version={data.version} />
          </div>
        </>
      )}
    </aside>
  );
}

function Facts({ of }: { of: DocumentPage }) {
  const { day } = useSession();
  const uploads = useUploads({ to: 'document', of: of.id });
  const coming = uploads.find((one) => one.state !== 'done');
  return (
    <div className="grid gap-0.5 text-table">
      <p>
        <Link className="lnk" to={`/clients/${of.clientId}/documents`}>
          {of.client}
        </Link>
        {of.jobId && (
          <>
            {', '}
            <Link className="lnk" to={`/jobs/${of.jobId}/documents`}>
              {of.job}
            </Link>
          </>
        )}
      </p>
      <p>
        {of.folder ? (
          <>
            In <b>{of.folder}</b>
            {of.folderYear !== null && ` ${of.folderYear}`}:{' '}
          </>
        ) : (
          'In no folder: '
        )}
        <span className={of.right === 'firm only' ? 'text-soft' : 'soon'}>{of.access}</span>
      </p>
      <p className="text-soft">
        {of.name !== titleOf(of) && <span className="wrap-anywhere">{of.name}, </span>}
        {sizeInWords(of.bytes)}, from {of.by === PRODUCT ? 'us, automatically' : of.by}, {momentInWords(of.at, day)}
      </p>
      <p className="text-soft">
        {of.lookedAt ? (
          of.lookedBy === of.by ? null : (
            `Looked at by ${of.lookedBy ?? 'us'}, ${momentInWords(of.lookedAt, day)}`
          )
        ) : (
          <span className="soon">Nobody has looked at it yet</span>
        )}
        {of.assigned && `${of.lookedAt && of.lookedBy !== of.by ? '; ' : ''}given to ${of.assigned}`}
      </p>
      {of.sameAs.map((same) => (
        <p key={same.id} className="soon">
          The same as <Link to={`/clients/${of.clientId}/documents?open=${same.id}`}>{same.title}</Link> of {momentInWords(same.at, day)}
        </p>
      ))}
      {of.bringBackBy && (
        <p className="soon">
          Taken out by {of.takenOutBy}; it can be brought back until {fullDate(civil(of.bringBackBy))}, then its content is destroyed.
        </p>
      )}
      {of.earlier.length > 0 && (
        <details>
          <summary className="cursor-pointer text-slate">{counted(of.earlier.length, 'version')} before this one</summary>
          <ul className="pl-4">
            {of.earlier.map((one) => (
              <li key={one.number}>
                <a className="lnk wrap-anywhere" href={addressOf(documentsRoutes.earlier, { id: of.id, number: String(one.number) })}>
                  {one.name}
                </a>{' '}
                <span className="text-soft">
                  from {one.by}, {momentInWords(one.at, day)}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
      {coming && (
        <p role="status" className={coming.state === 'refused' ? 'late' : 'text-soft'}>
          {coming.state === 'refused' ? `${coming.file.name} was not added: ${coming.why}` : `${coming.file.name} is on its way …`}
        </p>
      )}
    </div>
  );
}

import * as documentsPortalRoutes from '@steady/contract/documents-portal.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import { plainDate } from '@steady/core/words';
import type { PortalFolder } from '@steady/contract/documents';
import type { PortalMe } from '@steady/contract/requests';
import { addressOf, useData } from '../../app/api';
import { FileInput } from '../../ui/file-input';
import { FilesSaid, useSendingFiles } from '../../ui/sending-files';
import { dayOf, sizeInWords } from '../../ui/words';
import { PortalFrame, noteOpened, sendFileTo } from '../portal';

/** What lies in folders that they may read, client by client, and where they may add. */
export const PortalPapersPage = () => <PortalFrame title="Papers">{(me) => <Papers me={me} />}</PortalFrame>;

function Papers({ me }: { me: PortalMe }) {
  const { data: of } = useData(documentsPortalRoutes.list);
  if (!of) return null;
  return (
    <>
      <h1 className="mt-4 text-[22px]">Your papers</h1>
      <p>
        <Link to="/portal/signed" className="inline-flex min-h-11 items-center">
          <span className="lnk">What you sign</span>
        </Link>
      </p>
      {of.length === 0 && <p className="mt-1">Nothing lies here for you yet.</p>}
      {of.map(({ clientId, client, folders }) => (
        <section key={clientId} className="mt-4" aria-label={`Papers of ${client}`}>
          {of.length > 1 && <h2 className="mb-1 text-[15px]">{client}</h2>}
          {folders.map((folder) => (
            <Folder key={folder.id} of={folder} clientId={clientId} me={me} />
          ))}
        </section>
      ))}
    </>
  );
}

/** As many of a folder are shown before one asks for the others. */
const SHOWN = 6;

function Folder({ of: { id, name, adds, documents }, clientId, me }: { of: PortalFolder; clientId: string; me: PortalMe }) {
  const [all, setAll] = useState(false);
  const shown = all ? documents : documents.slice(0, SHOWN);
  return (
    <section className="mb-4" aria-label={name}>
      <h3>{name}</h3>
      <ul className="text-table">
        {shown.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <a
              className="flex min-h-11 items-center justify-between gap-4 py-1.5"
              href={addressOf(documentsPortalRoutes.content, { id: one.id })}
              onClick={() => noteOpened('document', one.id, me)}
            >
              <span className="min-w-0 wrap-anywhere">
                {one.title}
                {one.year !== null && <span className="text-soft">, {one.year}</span>}
              </span>
              <span className="whitespace-nowrap text-soft">
                {plainDate(dayOf(one.at))}, {sizeInWords(one.bytes)}
              </span>
            </a>
          </li>
        ))}
      </ul>
      {documents.length > shown.length && (
        <button className="min-h-11" onClick={() => setAll(true)}>
          <span className="lnk">Show all {documents.length}</span>
        </button>
      )}
      {adds && <AddHere at={{ id: clientId, folder: id }} name={name} />}
    </section>
  );
}

/** Files that they send of their own accord. What went in is said, and what did not, each by its name. */
function AddHere({ at, name }: { at: { id: string; folder: string }; name: string }) {
  const files = useSendingFiles();
  const add = (chosen: File[]) => void files.send(chosen, sendFileTo({ to: 'folder', of: at.id, folder: at.folder }));
  return (
    <>
      <label className="my-2 block min-h-11 cursor-pointer border border-dashed border-kelp bg-kelp-tint p-3 text-center font-semibold text-kelp focus-within:outline-2 focus-within:outline-kelp">
        {files.busy ? 'Sending …' : 'Add pictures or files'}
        <FileInput multiple disabled={files.busy} label={`Add files to ${name}`} onFiles={add} />
      </label>
      <FilesSaid of={files} />
    </>
  );
}

import * as foldersRoutes from '@steady/contract/folders.routes';
import type { JobView } from '@steady/contract/jobs';
import { useState } from 'react';
import type { DocumentRow, FoldersOfClient } from '@steady/contract/documents';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { AddDocuments } from './add-documents';
import { DocumentsListed } from './documents-listed';
import { FoldersLeaf } from './folders-leaf';

const OF_CLIENT = ['job', 'by', 'at', 'size'];
const OF_JOB = ['folder', 'by', 'at', 'size'];
const EMPTY = 'No documents yet. What the client sends for a request, and every bill, is saved here automatically.';

/** The folder a row lies in, its year, and who sees it. */
export const folderInWords = ({ folder, folderYear }: Pick<DocumentRow, 'folder' | 'folderYear'>, known: FoldersOfClient | undefined): string => {
  if (folder === null) return 'In no folder: only the firm sees it';
  const access = known?.folders.find(({ name }) => name === folder)?.access;
  return `${folder}${folderYear === null ? '' : ` ${folderYear}`}${access ? `: ${access}` : ''}`;
};

/** The documents of a client by folder, and adding more. */
export function DocumentList({ client: { id: clientId } }: { client: { id: string } }) {
  const session = useSession();
  const { data: folders } = useData(foldersRoutes.ofClient, { id: clientId });
  const [setting, setSetting] = useState(false);
  return (
    <>
      <WhoMay right="do work" act="Documents are added" />
      {session.may('do work') && <AddDocuments destination={{ to: 'client', of: clientId }} clientId={clientId} />}
      {folders && folders.folders.length > 0 && (
        <p className="mb-2 text-table text-soft">
          {folders.folders.filter(({ right }) => right !== 'firm only').length} of {folders.folders.length} folders can be seen by the client.{' '}
          <button className="lnk" onClick={() => setSetting(true)}>
            Folders and who sees them
          </button>
        </p>
      )}
      <DocumentsListed narrowed={{ client: clientId }} usual={OF_CLIENT} group={(row) => folderInWords(row, folders)} empty={EMPTY} />
      {setting && <FoldersLeaf clientId={clientId} onClose={() => setSetting(false)} />}
    </>
  );
}

/** The documents of a job, and adding more. */
export function DocumentsOfJob({ job }: { job: JobView }) {
  const session = useSession();
  return (
    <>
      {session.may('do work') && <AddDocuments destination={{ to: 'job', of: job.id }} clientId={job.clientId} />}
      <DocumentsListed narrowed={{ job: job.id }} usual={OF_JOB} empty={EMPTY} />
    </>
  );
}

/** For the line of views: how many there are. */
export function DocumentsInWords({ job }: { job: JobView }) {
  return <>Documents {job.documents.length || ''}</>;
}

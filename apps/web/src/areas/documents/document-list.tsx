import { ShowMore } from '../../ui/show-more';
import { afterLast, usePages } from '../../app/pages';
import * as documentsRoutes from '@steady/contract/documents.routes';
import { Link } from 'react-router';
import type { DocumentView, JobView } from '@steady/contract/jobs';
import { addressOf } from '../../app/api';
import { useSession } from '../../app/session';
import { PRODUCT } from '../../app/use-title';
import { WhoMay } from '../../app/who-may';
import { type Column, LedgerTable } from '../../ui/ledger-table';
import { momentInWords, sizeInWords } from '../../ui/words';
import { AddDocument } from './add-document';

export function DocumentTable({ documents, withClient = false }: { documents: DocumentView[]; withClient?: boolean }) {
  const { day } = useSession();
  const columns: Column<DocumentView>[] = [
    {
      key: 'name',
      head: 'Document',
      cell: (row) => (
        <>
          <a className="lnk font-semibold wrap-anywhere" href={addressOf(documentsRoutes.content, { id: row.id })}>
            {row.what ?? row.name}
          </a>
          {row.what !== null && <span className="block text-fine wrap-anywhere text-soft">{row.name}</span>}
        </>
      ),
      sort: (row) => row.what ?? row.name,
    },
    ...(withClient
      ? ([
          {
            key: 'client',
            head: 'Client',
            cell: (row) => (
              <Link className="lnk" to={`/clients/${row.clientId}/documents`}>
                {row.client}
              </Link>
            ),
            sort: (row) => row.client,
          },
        ] satisfies Column<DocumentView>[])
      : []),
    { key: 'by', head: 'From', cell: (row) => (row.by === PRODUCT ? 'automatic' : row.by), sort: (row) => row.by, wide: true },
    { key: 'at', head: 'When', cell: (row) => momentInWords(row.at, day), sort: (row) => row.at },
    {
      key: 'job',
      head: 'Job',
      cell: (row) =>
        row.jobId && (
          <Link className="lnk" to={`/jobs/${row.jobId}/documents`}>
            {row.job}
          </Link>
        ),
      sort: (row) => row.job,
      wide: true,
    },
    { key: 'size', head: 'Size', figure: true, cell: (row) => sizeInWords(row.bytes), sort: (row) => row.bytes, wide: true },
  ];
  return (
    <LedgerTable
      label="Documents"
      columns={columns}
      rows={documents}
      keyOf={(row) => row.id}
      empty="No documents yet. What the client sends for a request, and every bill, is saved here automatically."
    />
  );
}

export function DocumentList({ client: { id: clientId } }: { client: { id: string } }) {
  const session = useSession();
  const found = usePages(documentsRoutes.list, { client: clientId }, afterLast);
  if (!found.pages) return null;
  return (
    <>
      <WhoMay right="do work" act="Documents are added" />
      {session.may('do work') && <AddDocument to={{ clientId }} />}
      <DocumentTable documents={found.pages.flat()} />
      <ShowMore of={found} />
    </>
  );
}

/** The documents of a job, and adding more. */
export function DocumentsOfJob({ job }: { job: JobView }) {
  const session = useSession();
  return (
    <>
      {session.may('do work') && <AddDocument to={{ jobId: job.id }} />}
      <DocumentTable documents={job.documents} />
    </>
  );
}

/** For the line of views: how many there are. */
export function DocumentsInWords({ job }: { job: JobView }) {
  return <>Documents {job.documents.length || ''}</>;
}

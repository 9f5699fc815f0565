import * as documentsRoutes from '@steady/contract/documents.routes';
import { counted } from '@steady/core/words';
import { Link } from 'react-router';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Trouble } from '../../ui/page';
import { momentInWords, sizeInWords } from '../../ui/words';

/** The files of clients: how much of them is kept, and those that are not what they were. */
export function FilesKeptPart() {
  const session = useSession();
  const { data, error } = useData(documentsRoutes.kept);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const { files, bytes, bytesFromOutside, mostFromOutside, checkedSince, wrong, wrongInAll } = data;
  return (
    <section aria-label="Files of clients" className="mt-6">
      <h2 className="mb-1 text-base">Files of clients</h2>
      <p className="mt-1 text-table">
        {counted(files, 'file')}, {sizeInWords(bytes)}, sealed with the firm&apos;s key. Sent by clients&apos; people: {sizeInWords(bytesFromOutside)} of at
        most {sizeInWords(mostFromOutside)}.{' '}
        {wrongInAll > 0 ? (
          <span className="late">
            {wrongInAll === 1 ? 'One is' : `${wrongInAll} are`} missing or damaged: {wrongInAll === 1 ? 'it' : 'they'} can be restored from a backup.
          </span>
        ) : files === 0 ? (
          ''
        ) : checkedSince === null ? (
          'Not all of them were looked at yet.'
        ) : (
          <span className="good">All of them were looked at since {momentInWords(checkedSince, session.day)}, and all were there.</span>
        )}
      </p>
      {wrong.length > 0 && (
        <div className="mt-2">
          <LedgerTable
            label="Missing or damaged"
            rows={wrong}
            keyOf={(row) => row.id}
            empty=""
            columns={[
              { key: 'name', head: 'File', cell: (row) => row.name },
              {
                key: 'client',
                head: 'Client',
                cell: (row) => (
                  <Link className="lnk" to={`/clients/${row.clientId}`}>
                    {row.client}
                  </Link>
                ),
              },
              {
                key: 'why',
                head: 'What is wrong',
                cell: (row) => <span className="late">{row.why === 'missing' ? 'it is missing' : 'it was changed or cut short'}</span>,
              },
            ]}
          />
        </div>
      )}
    </section>
  );
}

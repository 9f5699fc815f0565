import * as backupsRoutes from '@steady/contract/backups.routes';
import { counted } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { useNotify } from '../../ui/toasts';
import { momentInWords } from '../../ui/words';
import { FirmViews } from '../team';
import { FilesKeptPart } from './files-kept';

/** What can be brought back, and whether it was tried. */
export function BackupsPage() {
  const session = useSession();
  const { act, busy } = useAct();
  const notify = useNotify();
  const { data, error } = useData(backupsRoutes.list);
  const make = async () => {
    const { proved, wrong } = await send(backupsRoutes.make, {});
    if (proved) notify('The backup is made and was test-restored.');
    else notify(`The backup is not good: ${wrong}`, 'problem');
  };
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const { backups, folder, ours } = data;
  const newest = backups.find(({ proved }) => proved);
  return (
    <Page
      title="Backups"
      sum={
        !ours ? (
          'The database is on a server, which has backups of its own.'
        ) : newest ? (
          `The newest is of ${momentInWords(newest.at, session.day)}; it was test-restored, and nothing was missing.`
        ) : (
          <span className="late">There is no tested backup yet.</span>
        )
      }
      tools={
        <>
          <FirmViews />
          {ours && (
            <button className="act ml-auto" disabled={busy} onClick={() => void act(make)}>
              {busy ? 'Making it …' : 'Make one now'}
            </button>
          )}
        </>
      }
    >
      <LedgerTable
        label="Backups"
        rows={backups}
        keyOf={(row) => row.name}
        empty="One is made every night. They are listed here, the newest first."
        columns={[
          { key: 'at', head: 'As of', cell: (row) => <span className="font-semibold">{momentInWords(row.at, session.day)}</span> },
          {
            key: 'proved',
            head: 'Test restore',
            cell: (row) => (row.proved ? <span className="good">nothing missing</span> : <span className="late">{row.wrong}</span>),
          },
          { key: 'holds', head: 'Holds', cell: (row) => `${counted(row.clients, 'client')}, ${counted(row.documents, 'document')}`, wide: true },
          { key: 'bytes', head: 'Size, MiB', figure: true, cell: (row) => Math.ceil(row.bytes / 1_048_576) },
          { key: 'name', head: 'File', cell: (row) => <span className="text-soft">{row.name}</span>, wide: true },
        ]}
      />
      {ours && (
        <p className="mt-3 max-w-3xl text-table text-soft">
          They are in {folder}. Of the last fourteen days each is kept, of a quarter one a week, of two years one a month. Copy that folder to another computer;
          to restore one, whoever looks after this computer runs &quot;npm run restore&quot;. The master key of the files is not in them: keep a copy of it
          somewhere else again.
        </p>
      )}
      <FilesKeptPart />
    </Page>
  );
}

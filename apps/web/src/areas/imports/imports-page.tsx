import { ChooseFile } from '../../ui/choose-file';
import * as importsRoutes from '@steady/contract/imports.routes';
import { Link, useNavigate } from 'react-router';
import { send, upload } from '../../app/api';
import { afterLast, usePages } from '../../app/pages';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LedgerTable } from '../../ui/ledger-table';
import { Page } from '../../ui/page';
import { ShowMore } from '../../ui/show-more';
import { momentInWords } from '../../ui/words';

/** Where a file of clients is chosen, and the files brought in before. */
export function ImportsPage() {
  const session = useSession();
  const navigate = useNavigate();
  const { act, busy } = useAct();
  const found = usePages(importsRoutes.list, {}, afterLast);
  const lines = found.pages?.flat() ?? [];
  const choose = (file: File) =>
    act(async () => {
      const { id } = await upload(importsRoutes.begin, {}, file);
      await navigate(`/clients/import/${id}`);
    });
  return (
    <Page
      above={
        <Link to="/clients" className="lnk">
          Clients
        </Link>
      }
      title="Import clients"
      sum="From a spreadsheet saved as CSV or XLSX, or from vCards. Nothing is written until you have seen what would change."
    >
      <ChooseFile about="one client a line" accept=".csv,.txt,.tsv,.xlsx,.vcf,text/csv,text/vcard" busy={busy} onChoose={(file) => void choose(file)} />
      <h2 className="mt-6 mb-2">Earlier imports</h2>
      <LedgerTable
        label="Earlier imports"
        rows={lines}
        keyOf={(row) => row.id}
        to={(row) => `/clients/import/${row.id}`}
        empty="No files yet. Each file you import is listed here with its result, and can be undone."
        columns={[
          { key: 'file', head: 'File', cell: (row) => <span className="font-semibold">{row.file}</span> },
          { key: 'at', head: 'Read', cell: (row) => momentInWords(row.at, session.day) },
          { key: 'by', head: 'By', cell: (row) => row.by, wide: true },
          { key: 'rows', head: 'Rows', figure: true, cell: (row) => row.rows },
          {
            key: 'outcome',
            head: 'Result',
            cell: (row) => (row.undone ? <span className="text-soft">undone</span> : (row.outcome ?? <span className="soon">not imported yet</span>)),
          },
          {
            key: 'remove',
            head: '',
            cell: (row) =>
              row.outcome === null && (
                <button
                  className="lnk"
                  disabled={busy}
                  aria-label={`Remove ${row.file}`}
                  onClick={(event) => {
                    event.stopPropagation();
                    void act(() => send(importsRoutes.drop, { id: row.id }), `${row.file} is removed. Nothing of it was imported.`);
                  }}
                >
                  Remove
                </button>
              ),
          },
        ]}
      />
      <ShowMore of={found} />
    </Page>
  );
}

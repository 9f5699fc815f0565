import * as arrivalsRoutes from '@steady/contract/arrivals.routes';
import { Link, useSearchParams } from 'react-router';
import { ARRIVAL_VIEWS, type ArrivalLine, type ArrivalsOf } from '@steady/contract/arrivals';
import { afterLast, usePages } from '../../app/pages';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { ShowMore } from '../../ui/show-more';
import { momentInWords, waitedWords } from '../../ui/words';
import { PostViews } from '../post';

const WORDS: Record<ArrivalsOf, { words: string; empty: string }> = {
  open: { words: 'Waiting', empty: 'Nothing waits. What is left on the drop-off page stands here until somebody files or refuses it.' },
  filed: { words: 'Filed', empty: 'Nothing was filed yet.' },
  refused: { words: 'Refused', empty: 'Nothing was refused.' },
};

/** What came through the drop-off page. */
export function ArrivalsPage() {
  const [search, setSearch] = useSearchParams();
  const session = useSession();
  const asked = search.get('view');
  const view = ARRIVAL_VIEWS.find((one) => one === asked) ?? 'open';
  return (
    <Page
      title="Arrivals"
      sum={
        <>
          What was left on the drop-off page. It is private: only those who take it read it.{' '}
          {session.may('run firm') && (
            <Link className="lnk" to="/firm/drop-off">
              Set up the page
            </Link>
          )}
        </>
      }
      tools={<PostViews />}
    >
      <p className="mb-2 flex flex-wrap gap-x-[22px] text-table" role="group" aria-label="Which arrivals">
        {ARRIVAL_VIEWS.map((one) => (
          <button
            key={one}
            aria-pressed={one === view}
            className={one === view ? 'font-semibold text-ink' : 'lnk text-soft'}
            onClick={() => setSearch(one === 'open' ? {} : { view: one }, { replace: true })}
          >
            {WORDS[one].words}
          </button>
        ))}
      </p>
      <ArrivalList key={view} view={view} />
    </Page>
  );
}

function ArrivalList({ view }: { view: ArrivalsOf }) {
  const { day } = useSession();
  const found = usePages(arrivalsRoutes.list, { view }, afterLast);
  if (found.error) return <Trouble error={found.error} />;
  if (!found.pages) return null;
  return (
    <>
      <LedgerTable
        label="Arrivals"
        rows={found.pages.flat()}
        keyOf={(row) => row.id}
        columns={[
          {
            key: 'name',
            head: 'From',
            cell: (row) => (
              <>
                <Link className="lnk font-semibold" to={`/post/arrivals/${row.id}`}>
                  {row.name}
                </Link>
                <span className="block text-fine wrap-anywhere text-soft">{row.email}</span>
              </>
            ),
            sort: (row) => row.name,
          },
          { key: 'files', head: 'Files', figure: true, cell: (row) => row.files, sort: (row) => row.files },
          { key: 'stands', head: 'Status', cell: (row) => <Stands of={row} />, sort: (row) => row.standing },
          {
            key: 'at',
            head: 'Came',
            cell: (row) => (
              <span className="whitespace-nowrap">
                {momentInWords(row.at, day)}
                {view === 'open' && <span className="block text-fine text-soft">waits {waitedWords(row.at, day)}</span>}
              </span>
            ),
            sort: (row) => row.at,
          },
        ]}
        empty={WORDS[view].empty}
      />
      <ShowMore of={found} />
    </>
  );
}

/** Who has it, or what became of it. */
export function Stands({ of: { standing, holder, client } }: { of: ArrivalLine }) {
  if (standing === 'new') return <span className="soon">nobody has it</span>;
  if (standing === 'with somebody') return <>{holder} has it</>;
  if (standing === 'filed') return <span className="good">filed with {client ?? 'a client'}</span>;
  return <span className="text-soft">refused</span>;
}

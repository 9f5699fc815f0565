import * as keepingRoutes from '@steady/contract/keeping.routes';
import { useSearchParams } from 'react-router';
import { counted } from '@steady/core/words';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { WhoMay } from '../../app/who-may';
import { Page, Trouble } from '../../ui/page';
import { FirmViews } from '../team';
import { Decided } from './decided';
import { DueList } from './due-list';
import { HoldsList } from './holds-list';
import { PeriodsForm } from './periods-form';

const VIEWS = { periods: 'How long', list: 'May be destroyed', decided: 'Decided', holds: 'Holds' } as const;
type View = keyof typeof VIEWS;

/** How long things are kept after the end of an engagement, what may be destroyed this year, and what is held. */
export function KeepingPage() {
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  const runs = session.may('run firm');
  const asked = search.get('view') ?? (runs ? 'list' : 'periods');
  const view: View = asked in VIEWS && (runs || asked !== 'list') ? (asked as View) : 'periods';
  const { data: periods, error } = useData(keepingRoutes.periods);
  const { data: list } = useData(keepingRoutes.list, runs ? {} : null);
  const views = (Object.keys(VIEWS) as View[]).filter((one) => runs || one === 'periods' || one === 'holds');
  if (error) return <Trouble error={error} />;
  const waiting = list?.due.length ?? 0;
  return (
    <Page
      title="Keeping"
      sum={
        <>
          {list && (waiting === 0 ? `Nothing is to be decided in ${list.year}. ` : `${counted(waiting, 'line')} on the list of ${list.year} to decide on. `)}
          Time runs from the end of an engagement, yields to a hold, and nothing is destroyed by itself. <WhoMay right="run firm" act="It is decided" />
        </>
      }
      tools={<FirmViews />}
    >
      <nav aria-label="Parts of keeping" className="mb-4 flex flex-wrap gap-x-[22px] text-table">
        {views.map((one) => (
          <button
            key={one}
            aria-current={view === one || undefined}
            className={view === one ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent text-soft hover:text-ink'}
            onClick={() => setSearch({ view: one })}
          >
            {VIEWS[one]}
          </button>
        ))}
      </nav>
      {view === 'periods' && periods && <PeriodsForm of={periods} />}
      {view === 'list' && list && <DueList of={list} />}
      {view === 'decided' && list && <Decided of={list} />}
      {view === 'holds' && <HoldsList />}
    </Page>
  );
}

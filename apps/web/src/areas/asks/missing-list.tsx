import * as asksRoutes from '@steady/contract/asks.routes';
import { useState } from 'react';
import { type MissingOf, type MissingRow, USUAL_MISSING_COLUMNS } from '@steady/contract/asks';
import { countIn } from '@steady/core/asks';
import { useSession } from '../../app/session';
import { ListBody, ListTools } from '../../ui/lists/list-body';
import { useListState } from '../../ui/lists/list-state';
import { useListing } from '../../ui/lists/use-listing';
import { Moon } from '../../ui/moon';
import { dayInWords } from '../../ui/words';
import { WriteLeaf } from '../post';
import { CallPanel } from './call-panel';
import { Happened, Next, ThingActs, ThingStatus } from './missing-cells';

const { missing, missingIds, missingPlace, missingSums, missingFields, missingFile } = asksRoutes;
const LIST = { list: missing, ids: missingIds, place: missingPlace, sums: missingSums, fields: missingFields, file: missingFile };

const EMPTY: Record<MissingOf, string> = {
  all: 'Nothing is missing, and nothing waits to be asked, looked at or confirmed.',
  owed: 'Clients have sent all that they were asked for.',
  'for us': 'Nothing waits for us: what came was looked at, every question is answered, and all that is planned was asked.',
  'past the last safe day': 'No client has let the last safe day of a job go by.',
};

/** The list itself, with what is said on the telephone written down beside it. */
export function MissingList({ view, of: narrowed }: { view: MissingOf; of: Record<string, string> }) {
  const mayWork = useSession().may('do work');
  const state = useListState(USUAL_MISSING_COLUMNS);
  const of = useListing<MissingRow>(LIST, state, { ...narrowed, view });
  const [call, setCall] = useState<MissingRow | null>(null);
  const [write, setWrite] = useState<MissingRow | null>(null);
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1 text-table text-soft">
        <ListTools of={of} state={state} noun="thing" />
      </div>
      {of.error && <p className="text-table text-rust">{of.error.message}</p>}
      <div className={call ? 'grid grid-cols-[minmax(0,1fr)_290px] items-start gap-5 max-lg:grid-cols-1' : ''}>
        <div className="min-w-0">
          <ListBody
            of={of}
            state={state}
            label="What is missing"
            noun="thing"
            first={[
              {
                key: 'thing',
                head: 'What',
                cell: (row) => (
                  <>
                    {row.what}
                    {state.sort !== null && (
                      <span className="block text-fine text-soft">
                        {row.client}
                        {row.job !== null && `, ${row.job}`}
                      </span>
                    )}
                  </>
                ),
                sort: () => null,
                className: 'wrap-anywhere',
              },
            ]}
            cell={{ state: (row) => <ThingStatus of={row} />, happened: (row) => <Happened of={row} />, next: (row) => <Next of={row} /> }}
            last={mayWork ? { key: 'acts', head: '', cell: (row) => <ThingActs of={row} /> } : undefined}
            phone={['state']}
            to={(row) => (row.jobId === null ? `/clients/${row.clientId}/requests` : `/jobs/${row.jobId}/requests`)}
            group={(row) => [row.client, row.job].filter(Boolean).join(', ')}
            groupActs={(row) => (
              <>
                {view === 'all' && <HowMuchIsIn of={of.rows.filter((one) => one.clientId === row.clientId && one.jobId === row.jobId)} />}
                {row.way === 'paper' && <span className="text-table font-normal text-soft">on paper</span>}
                {row.dueOn !== null && <DeadlineOf row={row} />}
                {mayWork && (
                  <span className="ml-auto flex gap-3 text-table font-semibold">
                    {row.way !== 'paper' && (
                      <button className="lnk" onClick={() => setWrite(row)}>
                        Write
                      </button>
                    )}
                    <button className="lnk" onClick={() => setCall(row)}>
                      Note what they said
                    </button>
                  </span>
                )}
              </>
            )}
            nameOf={(row) => row.what}
            empty={state.find || state.filters.length > 0 ? 'Nothing that is missing matches. Remove a filter, or look for a part of the name.' : EMPTY[view]}
          />
        </div>
        {call && <CallPanel key={`${call.clientId} ${call.jobId}`} of={call} onClose={() => setCall(null)} />}
      </div>
      {write && (
        <WriteLeaf
          client={{ id: write.clientId, name: write.client }}
          job={write.jobId === null ? undefined : { id: write.jobId, name: write.job! }}
          onClose={() => setWrite(null)}
        />
      )}
    </>
  );
}

/** How much of what a job needs is there. */
function HowMuchIsIn({ of }: { of: MissingRow[] }) {
  const { done, of: all } = countIn(of.map((row) => row.state));
  if (all === 0) return null;
  return (
    <span className="text-table font-normal text-soft">
      <Moon done={done} of={all} />
      {done} of {all} in
    </span>
  );
}

/** By when its records are needed, and when it is due. */
function DeadlineOf({ row }: { row: MissingRow }) {
  const { day } = useSession();
  return (
    <span className="text-table font-normal text-soft">
      {row.lastSafe !== null && (
        <>
          <span className={row.isPastSafe ? 'late' : ''}>last safe day {dayInWords(row.lastSafe, day)}</span>,{' '}
        </>
      )}
      due {dayInWords(row.dueOn!, day)}
    </span>
  );
}

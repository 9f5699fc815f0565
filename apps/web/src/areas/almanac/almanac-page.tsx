import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useKeys } from '../../app/keys';
import { Page } from '../../ui/page';
import { AlmanacFilterMenu } from './almanac-filter';
import { FeedLeaf } from './feed-leaf';
import { ListView } from './list-view';
import { RibbonView } from './ribbon-view';
import { RoomView } from './room-view';
import { YearView } from './year-view';
import type { AlmanacViewName, Frame } from './frame';

const VIEWS: { name: AlmanacViewName; words: string; key: string }[] = [
  { name: 'ribbon', words: 'Ribbon', key: '1' },
  { name: 'year', words: 'Year', key: '2' },
  { name: 'list', words: 'List', key: '3' },
  { name: 'room', words: 'Room', key: '4' },
];

/** Deadlines and load of the firm: weeks as a ribbon, a year of small months, or a list. */
export function AlmanacPage() {
  const [search, setSearch] = useSearchParams();
  const [feeds, setFeeds] = useState(false);
  const view = VIEWS.find((one) => one.name === search.get('view'))?.name ?? 'ribbon';
  const show = (name: AlmanacViewName) => {
    const next = new URLSearchParams(search);
    for (const key of ['from', 'until', 'week', 'day']) next.delete(key);
    next.set('view', name);
    if (name === 'ribbon') next.delete('view');
    setSearch(next);
  };
  useKeys(VIEWS.map(({ name, words, key }) => ({ press: key, does: words.toLowerCase(), act: () => show(name) })));
  const frame: Frame = {
    page: ({ sum, span, children }) => (
      <Page
        title="Almanac"
        sum={sum}
        tools={
          <>
            <span className="flex flex-wrap gap-x-4 gap-y-1" role="group" aria-label="View">
              {VIEWS.map(({ name, words }) => (
                <button
                  key={name}
                  aria-pressed={view === name}
                  className={view === name ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
                  onClick={() => show(name)}
                >
                  {words}
                </button>
              ))}
              <Link to="/almanac/rehearsal" className="border-b-2 border-transparent hover:text-ink">
                Rehearsal
              </Link>
              <Link to="/almanac/season" className="border-b-2 border-transparent hover:text-ink">
                Start a season
              </Link>
            </span>
            {view !== 'room' && <AlmanacFilterMenu />}
            <span className="ml-auto flex flex-wrap items-center gap-4 print:hidden">
              {span}
              <button className="lnk" onClick={() => setFeeds(true)}>
                In your calendar
              </button>
            </span>
          </>
        }
      >
        {children}
        {feeds && <FeedLeaf onClose={() => setFeeds(false)} />}
      </Page>
    ),
  };
  if (view === 'year') return <YearView frame={frame} />;
  if (view === 'list') return <ListView frame={frame} />;
  if (view === 'room') return <RoomView frame={frame} />;
  return <RibbonView frame={frame} />;
}

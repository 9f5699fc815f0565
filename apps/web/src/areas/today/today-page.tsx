import { useRowKeys } from '../../ui/use-row-keys';
import * as todayRoutes from '@steady/contract/today.routes';
import { Fragment, useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { capital, longDate, plainDate } from '@steady/core/words';
import type { TodayView } from '@steady/contract/today';
import { useData } from '../../app/api';
import { type TodayGroup, fetchParts } from '../../app/area';
import { useToday, useTodayParts } from '../../app/brought';
import { useSession } from '../../app/session';
import { Note, Page, Trouble } from '../../ui/page';

/** Needs attention now: areas bring the lines, the notes in the margin and what is one's own; this page puts them in their order. */
export function TodayPage() {
  useRowKeys();
  const session = useSession();
  const [search, setSearch] = useSearchParams();
  // Whoever does the work opens on their own; whoever runs it, on the firm.
  const usual = session.role === 'preparer' || session.role === 'contractor' ? 'mine' : 'firm';
  const mine = (search.get('whose') ?? usual) === 'mine';
  const { data: today, error } = useData(todayRoutes.view, { whose: mine ? 'mine' : 'firm' });
  const parts = useTodayParts();
  const notes = useToday('notes');
  const groups = useToday('groups');
  // The parts come while the day is read, not after it.
  useEffect(fetchParts, []);
  if (error) return <Trouble error={error} />;
  if (!today) return null;
  const view = (whose: string, words: string) => (
    <button
      className={(whose === 'mine') === mine ? 'border-b-2 border-kelp font-semibold text-ink' : 'border-b-2 border-transparent hover:text-ink'}
      aria-current={(whose === 'mine') === mine || undefined}
      onClick={() => setSearch(whose === usual ? {} : { whose })}
    >
      {words}
    </button>
  );
  const own = parts.flatMap(({ own: Own }, index) => (Own ? [<Own key={index} today={today} />] : []));
  return (
    <Page
      title={longDate(session.day)}
      sum={<Sentence today={today} own={mine} />}
      tools={
        <>
          {view('firm', 'The firm')}
          {view('mine', 'Mine only')}
          <span className="ml-auto">
            {plainDate(session.day)}, week {session.day.weekOfYear}
          </span>
        </>
      }
      margin={notes
        .filter((note) => note.isShown(today))
        .map(({ title, Body }) => (
          <Note key={title(session.firm)} title={title(session.firm)}>
            <Body today={today} />
          </Note>
        ))}
    >
      {parts.map(({ above: Above }, index) => Above && <Above key={index} />)}
      {mine && own}
      <div className={`sheet overflow-x-auto ${mine ? 'mt-4' : ''}`}>
        <table className="ledger" aria-label="Needs attention now">
          <tbody>
            <Groups groups={groups.filter((group) => group.count(today) > 0)} today={today} />
          </tbody>
        </table>
      </div>
      {!mine && <div className="mt-4">{own}</div>}
    </Page>
  );
}

/** The lines of each group below its title, which neighbours of the same title share. */
function Groups({ groups, today }: { groups: TodayGroup[]; today: TodayView }) {
  if (groups.length === 0)
    return (
      <tr>
        <td className="py-4 text-soft">Nothing to do right now. What is overdue, due, answered or waiting for clients appears here.</td>
      </tr>
    );
  return groups.map(({ title, id, Rows }, index) => (
    <Fragment key={`${title} ${index}`}>
      {groups[index - 1]?.title !== title && (
        <tr className="grp" id={id}>
          <th colSpan={5} scope="colgroup">
            {title}
          </th>
        </tr>
      )}
      <Rows today={today} />
    </Fragment>
  ));
}

/** The day in a sentence; each part of it leads to its lines. */
function Sentence({ today, own }: { today: TodayView; own: boolean }) {
  const groups = useToday('groups');
  const parts = useTodayParts();
  const mine = own ? parts.flatMap(({ ownSays }) => (ownSays ? [{ id: 'tasks', late: false, ...ownSays(today) }] : [])) : [];
  const said = [
    ...mine,
    ...groups.flatMap(({ id, says, count }) => (says ? [{ id: count(today) > 0 ? id : undefined, beside: null, late: false, ...says(today) }] : [])),
  ];
  return said.map(({ id, words, late, beside }, index) => (
    <Fragment key={words}>
      {id === undefined ? (
        index === 0 ? (
          capital(words)
        ) : (
          words
        )
      ) : (
        <a href={`#${id}`} className={`lnk ${late ? 'late' : ''}`}>
          {index === 0 ? capital(words) : words}
        </a>
      )}
      {beside && <span className="late"> ({beside})</span>}
      {index === said.length - 1 ? '.' : ', '}
    </Fragment>
  ));
}

import * as asksRoutes from '@steady/contract/asks.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import type { MissingAsk } from '@steady/contract/asks';
import { isQuestion } from '@steady/core/asks';
import { counted, holdsText } from '@steady/core/words';
import { useData } from '../../app/api';
import { useSession } from '../../app/session';
import { LedgerTable } from '../../ui/ledger-table';
import { Page, Trouble } from '../../ui/page';
import { dayInWords, dayOf, momentInWords, waitedWords } from '../../ui/words';

/** One thing of an ask: still missing, or here and waiting for us. */
interface Line {
  key: string;
  ask: MissingAsk;
  what: string;
  state: 'missing' | 'their question' | 'came in';
  since: string;
  /** What they asked, or what came. */
  why: string | null;
}

const linesOf = (ask: MissingAsk): Line[] => [
  ...ask.owed.map(({ what, since }): Line => ({ key: `${ask.id} ${what}`, ask, what, state: 'missing', since, why: null })),
  ...ask.forUs.map((one): Line => ({
    key: `${ask.id} ${one.key}`,
    ask,
    what: one.what.replace(/^(Asked|Answered): /, ''),
    state: isQuestion(one) ? 'their question' : 'came in',
    since: one.since,
    why: one.why,
  })),
];

const TWO_WEEKS = 14;

/** What clients were asked for and is not there yet, over the whole firm: readable while one is on the telephone. */
export function MissingPage() {
  const { day } = useSession();
  const [find, setFind] = useState('');
  const { data, error } = useData(asksRoutes.missing);
  if (error) return <Trouble error={error} />;
  if (!data) return null;
  const all = data.asks.flatMap(linesOf);
  const shown = all.filter(({ ask, what }) => holdsText(`${ask.client} ${ask.job ?? ''} ${ask.title} ${what}`, find));
  const missing = all.filter((line) => line.state === 'missing');
  const long = missing.filter((line) => dayOf(line.since).until(day).days > TWO_WEEKS).length;
  const questions = all.filter((line) => line.state === 'their question').length;
  const clients = new Set(missing.map((line) => line.ask.clientId)).size;
  return (
    <Page
      title="What is missing"
      sum={
        <>
          {missing.length === 0
            ? 'Nothing is missing: clients have sent all they were asked for'
            : `${counted(missing.length, 'thing')} from ${counted(clients, 'client')}`}
          {long > 0 && (
            <>
              ; <span className="late">{long === 1 ? '1 waits' : `${long} wait`} longer than two weeks</span>
            </>
          )}
          {questions > 0 && (
            <>
              , <span className="soon">{questions === 1 ? '1 question waits' : `${counted(questions, 'question')} wait`} for us</span>
            </>
          )}
          .
        </>
      }
      tools={
        <label>
          Find{' '}
          <input
            type="search"
            className="border-b border-soft bg-transparent px-1 text-ink outline-none focus:border-kelp"
            value={find}
            onChange={(event) => setFind(event.target.value)}
          />
        </label>
      }
    >
      <LedgerTable
        label="What is missing"
        rows={shown}
        keyOf={(line) => line.key}
        group={({ ask }) => [ask.client, ask.job].filter(Boolean).join(', ')}
        empty={find === '' ? 'Nothing was asked that is not there.' : `Nothing that is missing is called “${find}”.`}
        columns={[
          {
            key: 'what',
            head: 'What',
            cell: ({ ask, what }) => (
              <Link className="lnk" to={ask.jobId === null ? `/clients/${ask.clientId}/requests` : `/jobs/${ask.jobId}/requests`}>
                {what}
              </Link>
            ),
          },
          {
            key: 'state',
            head: 'Status',
            cell: ({ ask, state }) => <span className={state === 'missing' && ask.isLate ? 'late' : 'soon'}>{state}</span>,
            sort: (line) => line.state,
          },
          { key: 'waits', head: 'Waits', cell: ({ since }) => waitedWords(since, day), sort: (line) => line.since },
          { key: 'happened', head: 'What happened', cell: (line) => <Happened of={line} />, wide: true },
          { key: 'next', head: 'Next', cell: (line) => <Next of={line} />, wide: true },
          { key: 'due', head: 'Deadline', cell: ({ ask }) => ask.dueOn && dayInWords(ask.dueOn, day), sort: (line) => line.ask.dueOn ?? '', wide: true },
        ]}
      />
      {data.more > 0 && <p className="mt-2 text-table text-soft">and {counted(data.more, 'request')} more, asked later</p>}
    </Page>
  );
}

function Happened({ of: { ask, why } }: { of: Line }) {
  const { day } = useSession();
  if (why !== null) return <>“{why}”</>;
  return (
    <span className="text-soft">
      asked {momentInWords(ask.askedAt, day)}
      {ask.lastWritten !== null && `, last written ${momentInWords(ask.lastWritten, day)}`}
    </span>
  );
}

function Next({ of: { ask, state } }: { of: Line }) {
  const { day } = useSession();
  if (state === 'their question') return <>waits for our answer</>;
  if (state === 'came in') return <>to be looked at</>;
  const { on, quiet } = ask.followUp;
  return <span className="text-soft">{on !== null ? `next follow-up ${dayInWords(on, day)}` : quiet === null ? '' : `no follow-up: ${quiet}`}</span>;
}

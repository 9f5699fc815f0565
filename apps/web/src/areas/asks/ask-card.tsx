import * as asksRoutes from '@steady/contract/asks.routes';
import { useState } from 'react';
import { Link } from 'react-router';
import type { AskView } from '@steady/contract/asks';
import type { JobView } from '@steady/contract/jobs';
import { counted } from '@steady/core/words';
import { send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { Moon } from '../../ui/moon';
import { dayInWords, momentInWords } from '../../ui/words';
import { OpenedBy } from '../clients';
import { OpenLeaf } from '../conversations';
import { ChangeAskLeaf, WithdrawAskLeaf } from './ask-leaves';
import { isOurTurn } from '@steady/core/asks';
import { useAskKind } from '../../app/brought';
import { standsInWords } from './words';

const OPEN: AskView['state'][] = ['drafted', 'planned', 'with the client', 'with us'];

type AskLeafOf = 'change' | 'withdraw' | 'write';

/** When the client was written to last and is followed up next, or why not, and how many times it was. */
function FollowedUp({ ask: { followUp, promisedFor, lastWritten } }: { ask: AskView }) {
  const { day } = useSession();
  const { on, quiet, sent } = followUp;
  const isFollowed = on !== null || quiet !== null || sent > 0 || promisedFor !== null;
  const said = [
    ...(lastWritten === null ? [] : [`last written ${momentInWords(lastWritten, day)}`]),
    ...(!isFollowed ? [] : on === null ? [`no follow-up${quiet === null ? '' : `: ${quiet}`}`] : [`next follow-up ${dayInWords(on, day)}`]),
    ...(promisedFor === null ? [] : [`promised for ${dayInWords(promisedFor, day)}`]),
    ...(sent === 0 ? [] : [`${counted(sent, 'has', 'have')} gone out`]),
  ].join('; ');
  if (said === '') return null;
  return <p className="border-b border-rule-soft px-3 py-2 text-table text-soft">{said.replace(/^./, (letter) => letter.toUpperCase())}</p>;
}

/** One ask with what its kind shows of it, and what can be done with it whatever its kind. */
export function AskCard({ ask, job, client }: { ask: AskView; job: JobView | null; client: { id: string; name: string } }) {
  const session = useSession();
  const [leaf, setLeaf] = useState<AskLeafOf | null>(null);
  const kind = useAskKind(ask.kind);
  const { done, of, word } = kind.progress(ask);
  const { words, tone } = standsInWords(ask, session.day);
  const mayAct = session.may('do work');
  const isOpen = OPEN.includes(ask.state);
  return (
    <section className="sheet mb-4" aria-label={`${kind.before}${ask.title}`}>
      <header className="flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3 pt-[9px] pb-[5px]">
        <h2>
          <Moon done={done} of={of} />
          {ask.title}
        </h2>
        <span className="text-table text-soft">
          {done} of {of} {word}
          {job === null && ask.jobId && (
            <>
              ,{' '}
              <Link className="lnk" to={`/jobs/${ask.jobId}/requests`}>
                {ask.jobName}
              </Link>
            </>
          )}
        </span>
        <span className={`text-table ${tone}`}>{words}</span>
        <span className="ml-auto text-table text-soft">
          {ask.askedBy} {ask.state === 'planned' ? 'planned it' : 'asked'} {momentInWords(ask.askedAt, session.day)}; wanted by{' '}
          {dayInWords(ask.wantedBy, session.day)}
        </span>
      </header>
      {ask.state !== 'planned' && <OpenedBy kind="ask" id={ask.id} className="border-b border-rule-soft px-3 py-2 text-table text-soft" />}
      {isOpen && <FollowedUp ask={ask} />}
      {ask.reason && <p className="border-b border-rule-soft px-3 py-2 text-table text-soft">Withdrawn: {ask.reason}</p>}
      <kind.Body ask={ask} job={job} />
      {mayAct && (isOpen || ask.state === 'refused' || ask.state === 'withdrawn') && <AskActs ask={ask} onOpen={setLeaf} />}
      {leaf === 'change' && <ChangeAskLeaf ask={ask} onClose={() => setLeaf(null)} />}
      {leaf === 'write' && <OpenLeaf of={{ client, ask }} onClose={() => setLeaf(null)} />}
      {leaf === 'withdraw' && <WithdrawAskLeaf ask={ask} onClose={() => setLeaf(null)} />}
    </section>
  );
}

/** What can be done with an ask whatever its kind, and what its kind offers besides. */
function AskActs({ ask, onOpen }: { ask: AskView; onOpen(leaf: AskLeafOf): void }) {
  const { act } = useAct();
  const kind = useAskKind(ask.kind);
  const isOpen = OPEN.includes(ask.state);
  const untold = ask.parties.some((party) => party.state === 'to be told');
  return (
    <div className="flex flex-wrap gap-x-4 border-t border-rule-soft px-3 py-1.5 text-table">
      {isOpen && (ask.owed.length > 0 || untold || ask.forUs.some(isOurTurn)) && (
        <button className="lnk" onClick={() => void act(() => send(asksRoutes.remind, { id: ask.id }), untold ? 'Sent.' : `Reminded of ${ask.title}.`)}>
          {untold ? 'Send it now' : 'Remind'}
        </button>
      )}
      {ask.state === 'planned' && (
        <button className="lnk" onClick={() => void act(() => send(asksRoutes.sendNow, { id: ask.id }), `Sent: ${ask.title}.`)}>
          Send it now
        </button>
      )}
      {kind.Acts && <kind.Acts ask={ask} />}
      {ask.state === 'with the client' && (
        <button
          className="lnk"
          onClick={() =>
            void act(
              () => send(asksRoutes.followUps, { id: ask.id }, { on: ask.followUp.isStopped }),
              ask.followUp.isStopped ? `${ask.title} is followed up again.` : `No follow-up goes out about ${ask.title}.`,
            )
          }
        >
          {ask.followUp.isStopped ? 'Follow up again' : 'Stop follow-ups'}
        </button>
      )}
      {isOpen && (
        <button className="lnk" onClick={() => onOpen('change')}>
          Change
        </button>
      )}
      <button className="lnk" onClick={() => onOpen('write')}>
        Write about it
      </button>
      {ask.state === 'withdrawn' ? (
        <button className="lnk" onClick={() => void act(() => send(asksRoutes.restore, { id: ask.id }), `Asked again: ${ask.title}.`)}>
          Ask again
        </button>
      ) : (
        <button className="lnk" onClick={() => onOpen('withdraw')}>
          Withdraw
        </button>
      )}
    </div>
  );
}

import * as asksRoutes from '@steady/contract/asks.routes';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { isOwed, type ThingState } from '@steady/core/asks';
import type { MissingRow } from '@steady/contract/asks';
import { send } from '../../app/api';
import { useAskKinds } from '../../app/brought';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { dayInWords, dayOf, momentInWords, waitedWords } from '../../ui/words';

const TONE: Record<ThingState, string> = {
  missing: 'soon',
  'sent back': 'late',
  'their question': 'soon',
  'came in': 'soon',
  'to ask': '',
  'to confirm': '',
  received: 'good',
  'from elsewhere': 'text-soft',
  refused: 'late',
};

/** How a thing stands, and since when, where somebody waits for it. */
export function ThingStatus({ of: row }: { of: MissingRow }) {
  const { day } = useSession();
  const late = row.isLate || row.isPastSafe;
  const isOver = row.state === 'received' || row.state === 'from elsewhere' || row.state === 'to ask' || row.state === 'to confirm';
  return (
    <>
      <span className={`whitespace-nowrap ${late ? 'late' : TONE[row.state]}`}>{row.state}</span>
      {!isOver && <span className="ml-1.5 text-fine whitespace-nowrap text-soft">{waitedWords(row.since, day)}</span>}
    </>
  );
}

/** What happened to it last. */
export function Happened({ of: row }: { of: MissingRow }) {
  const { day } = useSession();
  const on = dayInWords(dayOf(row.since).toString(), day);
  switch (row.state) {
    case 'their question':
    case 'sent back':
    case 'refused':
      return (
        <span className="wrap-anywhere">
          “{row.why}” <span className="text-soft">{on}</span>
        </span>
      );
    case 'came in':
    case 'received':
      return (
        <span className="wrap-anywhere text-soft">
          {row.why ? `${row.why}, ` : ''}
          {on}
        </span>
      );
    case 'from elsewhere':
      return <span className="text-soft">not asked for</span>;
    case 'to ask':
    case 'to confirm':
      return <span className="text-soft">{row.why ?? (row.title === null ? '' : row.title)}</span>;
    default:
      return (
        <span className="text-soft">
          {row.askedAt !== null && `asked ${momentInWords(row.askedAt, day)}`}
          {row.lastWritten !== null && `, last written ${momentInWords(row.lastWritten, day)}`}
        </span>
      );
  }
}

/** How something will be asked for that no day is planned for. */
function askedHow({ askId, itemId, way }: MissingRow): string {
  if (askId === null) return 'not asked yet';
  if (itemId === null) return 'asked when its turn comes';
  return way === 'paper' ? 'to be printed and posted' : 'to be told by one of us';
}

/** What comes next for it, and when. */
export function Next({ of: row }: { of: MissingRow }) {
  const { day } = useSession();
  const { act } = useAct();
  const { state, followUp, promisedFor } = row;
  if (state === 'their question') return <>waits for our answer</>;
  if (state === 'came in') return <>to be looked at</>;
  if (state === 'to ask') return <>{row.sendOn ? `goes out ${dayInWords(row.sendOn, day)}` : askedHow(row)}</>;
  if (state === 'to confirm') return <>to be confirmed by us</>;
  if (!isOwed(state)) return null;
  return (
    <span className="text-soft">
      {promisedFor !== null && (
        <span className={promisedFor < day.toString() ? 'late' : 'text-ink'}>
          promised for {dayInWords(promisedFor, day)}{' '}
          <button
            className="lnk text-fine"
            onClick={(event) => {
              event.stopPropagation();
              void act(() => send(asksRoutes.promise, { id: row.askId! }, { on: null }), 'The promise does not count any more.');
            }}
          >
            not after all
          </button>
          <br />
        </span>
      )}
      {followUp?.on ? `next follow-up ${dayInWords(followUp.on, day)}` : followUp?.quiet ? `no follow-up: ${followUp.quiet}` : ''}
    </span>
  );
}

/** What can be done to it in one press: confirmed where somebody of the firm knows, or whatever the kind of its ask offers. */
export function ThingActs({ of: row }: { of: MissingRow }) {
  const kinds = useAskKinds();
  const { act, busy } = useAct();
  return (
    <span className="flex justify-end gap-3 text-table whitespace-nowrap" onClick={(event) => event.stopPropagation()}>
      {row.state === 'to confirm' && (
        <button
          className="lnk"
          disabled={busy}
          onClick={() => void act(() => send(jobsRoutes.confirm, { id: row.jobId! }, { key: row.key, isSo: true }), `Confirmed: ${row.what}.`)}
        >
          Confirm
        </button>
      )}
      {row.itemId !== null && kinds.map(({ kind, ThingActs: Acts }) => Acts && <Acts key={kind} of={row} />)}
    </span>
  );
}

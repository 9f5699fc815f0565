import type { Workings } from '@steady/core/workings';
import { useSession } from '../app/session';
import { dayInWords, dueTone, dueWords, waitedWords } from './words';
import { Worked } from './workings';

/** "in 12 days", in the colour of its urgency; nothing urgent about what is done. */
export function DueWords({ due, done = false }: { due: string; done?: boolean }) {
  const { day } = useSession();
  return <span className={`whitespace-nowrap ${done ? 'good' : dueTone(due, day) || 'text-soft'}`}>{done ? 'done' : dueWords(due, day)}</span>;
}

/** "Mon 23 Mar", with its workings where there are any. */
export function Day({ of, by }: { of: string; by?: Workings | null }) {
  const { day } = useSession();
  const words = dayInWords(of, day);
  return by ? <Worked by={by}>{words}</Worked> : <span className="whitespace-nowrap">{words}</span>;
}

/** "waits for client, 6 days: bank statement". @param begins it is the beginning of a sentence */
export function Waits({ since, forWhat, begins = false }: { since: string; forWhat?: string | null; begins?: boolean }) {
  const { day } = useSession();
  const days = waitedWords(since, day);
  return (
    <span className={/^(\d{2,}) days$/.test(days) ? 'soon' : ''}>
      {begins ? 'Waits' : 'waits'} for client, {days}
      {forWhat ? `: ${forWhat}` : ''}
    </span>
  );
}

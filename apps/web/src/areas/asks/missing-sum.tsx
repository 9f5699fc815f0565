import type { MissingOf, MissingSum } from '@steady/contract/asks';
import { counted } from '@steady/core/words';
import { useSession } from '../../app/session';
import { dayInWords } from '../../ui/words';

/** How much is missing, in a sentence; its figures lead to what they count. */
export function MissingSumWords({ of, onGo }: { of: MissingSum; onGo(view: MissingOf): void }) {
  const { day } = useSession();
  const part = (count: number, words: string, view: MissingOf, tone = '') =>
    count > 0 && (
      <>
        ,{' '}
        <button className={`lnk ${tone}`} onClick={() => onGo(view)}>
          {words}
        </button>
      </>
    );
  return (
    <>
      {of.things === 0 ? (
        'Nothing is missing that was asked for'
      ) : (
        <button className="lnk" onClick={() => onGo('owed')}>
          {counted(of.things, 'thing')} from {counted(of.clients, 'client')}
        </button>
      )}
      {of.long > 0 && (
        <>
          , <span className="late">{of.long === 1 ? '1 waits' : `${of.long} wait`} longer than two weeks</span>
        </>
      )}
      {part(of.pastSafe, `${of.pastSafe} past the last safe day`, 'past the last safe day', 'late')}
      {part(of.questions, of.questions === 1 ? '1 question waits for us' : `${of.questions} questions wait for us`, 'for us', 'soon')}
      {part(of.toAsk, `${of.toAsk} to ask`, 'for us')}
      {of.next && `; ${counted(of.next.count, 'follow-up goes', 'follow-ups go')} out ${dayInWords(of.next.on, day)}`}.
    </>
  );
}

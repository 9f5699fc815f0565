import * as documentsRoutes from '@steady/contract/documents.routes';
import * as requestsRoutes from '@steady/contract/requests.routes';
import { cameInWords } from '@steady/core/asks';
import { civil } from '@steady/core/calendar';
import { fullDate } from '@steady/core/words';
import type { AnswerView, RequestItemView } from '@steady/contract/requests';
import { addressOf, send } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { momentInWords } from '../../ui/words';

/** The item's own day, where else it may be put, and what shows what is meant. */
export function ItemTerms({ item, outstanding }: { item: RequestItemView; outstanding: boolean }) {
  const { today } = useSession();
  if (!item.wantedBy && !item.link && !item.exampleId) return null;
  const isLate = outstanding && item.wantedBy !== null && item.wantedBy < today;
  return (
    <p className="flex flex-wrap gap-x-3 text-table text-soft">
      {item.wantedBy && (
        <span className={isLate ? 'late' : ''}>
          wanted by {fullDate(civil(item.wantedBy))}
          {isLate && ', overdue'}
        </span>
      )}
      {item.link && (
        <a className="lnk wrap-anywhere" href={item.link} target="_blank" rel="noreferrer noopener">
          may also be put here
        </a>
      )}
      {item.exampleId && (
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: item.exampleId })}>
          example: {item.exampleName}
        </a>
      )}
    </p>
  );
}

const SAID: Record<Exclude<AnswerView['kind'], 'file' | 'in hand'>, string> = {
  question: 'Asks',
  reply: 'Replied',
  words: 'Answers',
  elsewhere: 'Says it is elsewhere',
  'does not apply': 'Says it does not apply',
};

/** Words that may hold addresses on the web, which lead there. */
function Words({ of }: { of: string }) {
  return of.split(/(https?:\/\/\S+)/).map((part, at) =>
    at % 2 === 0 ? (
      part
    ) : (
      <a key={at} className="lnk wrap-anywhere" href={part} target="_blank" rel="noreferrer noopener">
        {part}
      </a>
    ),
  );
}

/** What was said or given for it, and by whom. */
export function ItemAnswer({ answer, mayTakeBack }: { answer: AnswerView; mayTakeBack: boolean }) {
  const { day } = useSession();
  const { act, busy } = useAct();
  const { kind, text, way, place, documentId, documentName, takenBackAt } = answer;
  return (
    <p className={`mt-1 text-table ${takenBackAt ? 'text-soft line-through' : ''}`}>
      {documentId ? (
        <a className="lnk" href={addressOf(documentsRoutes.content, { id: documentId })}>
          {documentName}
        </a>
      ) : kind === 'in hand' ? (
        <span>Came {cameInWords({ kind, file: null, text, way, place })}</span>
      ) : (
        <span>
          {SAID[kind as keyof typeof SAID]}:{' '}
          {text === null ? (
            <span className="text-soft">its words were destroyed</span>
          ) : (
            <>
              “<Words of={text} />”
            </>
          )}
        </span>
      )}{' '}
      <span className="text-soft">
        {answer.by}, {momentInWords(answer.at, day)}
        {takenBackAt && `, taken back ${momentInWords(takenBackAt, day)}`}
      </span>
      {mayTakeBack && !takenBackAt && (
        <>
          {' '}
          <button className="lnk" disabled={busy} onClick={() => void act(() => send(requestsRoutes.takeBack, { id: answer.id }), 'It is wanted again.')}>
            It did not come after all
          </button>
        </>
      )}
    </p>
  );
}

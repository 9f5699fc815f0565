import * as routes from '@steady/contract/questionnaires-portal.routes';
import type { PortalAsk } from '@steady/contract/asks';
import { civil } from '@steady/core/calendar';
import { fullDate, plainDate } from '@steady/core/words';
import { send, useData } from '../../app/api';
import { sendFileTo } from '../portal';
import { dayOf } from '../../ui/words';
import { AnswersShown } from './answers-shown';
import { FillIn } from './fill-in';

/** A questionnaire to be filled in; afterwards what was answered. */
export function PortalQuestionnaire({ ask }: { ask: PortalAsk }) {
  const { id } = ask;
  const { data: view, error } = useData(routes.view, { id });
  if (error) return <p className="mt-4">{error.words}</p>;
  if (!view) return null;
  return (
    <section className="mt-4" aria-label={ask.title}>
      <p className="text-table text-soft">{ask.client}</p>
      <h1 className="text-[22px]">{view.isOpen ? `Please answer: ${ask.title}` : ask.title}</h1>
      {view.isOpen ? (
        <>
          <p className="mt-1 mb-2 text-[15px]">
            {ask.askedBy} asks for it by <b>{fullDate(civil(ask.wantedBy))}</b>. You can stop and go on later, also on another device.
          </p>
          {ask.words && <p className="mb-2 text-[15px] whitespace-pre-line">{ask.words}</p>}
          <FillIn
            view={view}
            save={(key, value) => send(routes.putAnswer, { id }, { key, value })}
            addFile={(key) => sendFileTo({ to: 'question', of: id, part: key })}
            sameAgain={() => send(routes.sameAgain, { id })}
            sendIn={() => send(routes.sendIn, { id })}
          />
        </>
      ) : (
        <>
          <p className="good mt-1 text-[15px]">
            {view.sentInAt
              ? `Sent in ${plainDate(dayOf(view.sentInAt))}, thank you. Write to us if something in it has changed.`
              : 'It is not needed any more.'}
          </p>
          {view.sentInAt && <AnswersShown of={view} />}
        </>
      )}
    </section>
  );
}

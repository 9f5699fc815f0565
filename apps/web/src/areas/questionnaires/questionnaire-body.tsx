import * as routes from '@steady/contract/questionnaires.routes';
import { useState } from 'react';
import { counted } from '@steady/core/words';
import type { AskView } from '@steady/contract/asks';
import { type QuestionnairePart, type QuestionnaireView, SendBackAnswer } from '@steady/contract/questionnaires';
import { addressOf, send, useData } from '../../app/api';
import { useSession } from '../../app/session';
import { useAct } from '../../app/use-act';
import { LongTextField } from '../../ui/fields';
import { useLeafForm } from '../../ui/form';
import { Leaf } from '../../ui/leaf';
import { momentInWords } from '../../ui/words';
import { AnswersShown } from './answers-shown';
import { FillLeaf } from './fill-leaf';
import { IntoTheRecord } from './into-record';

const OVER: AskView['state'][] = ['withdrawn', 'expired'];

/** A questionnaire among what was asked: how far it is, the answers once they are in, what they would change. */
export function QuestionnaireBody({ ask }: { ask: AskView<QuestionnairePart> }) {
  const session = useSession();
  const [filling, setFilling] = useState(false);
  const { sentInAt, sentInBy, answered, sentBack } = ask.part;
  const mayWork = session.may('do work');
  const isOpen = !OVER.includes(ask.state) && (sentInAt === null || sentBack > 0);
  return (
    <div className="px-3 py-2 text-table">
      <p className="flex flex-wrap items-baseline gap-x-4">
        <span>
          {sentInAt
            ? `Sent in by ${sentInBy ?? 'them'}, ${momentInWords(sentInAt, session.day)}`
            : `${answered.are} of ${counted(answered.of, 'question')} answered, not sent in yet`}
          {sentBack > 0 && <span className="soon">; {counted(sentBack, 'answer')} sent back</span>}
        </span>
        {mayWork && isOpen && (
          <button className="lnk" onClick={() => setFilling(true)}>
            Fill it in for them
          </button>
        )}
        <a className="lnk" href={addressOf(routes.print, { id: ask.id })} target="_blank" rel="noreferrer">
          {answered.are > 0 ? 'Print it with the answers' : 'Print it'}
        </a>
      </p>
      {answered.are > 0 && <Answers askId={ask.id} part={ask.part} />}
      {filling && <FillLeaf askId={ask.id} onClose={() => setFilling(false)} />}
    </div>
  );
}

function Answers({ askId, part }: { askId: string; part: QuestionnairePart }) {
  const session = useSession();
  const { act, busy } = useAct();
  const [shown, setShown] = useState(part.sentInAt !== null && part.lookedAt === null);
  const [back, setBack] = useState<string | null>(null);
  const mayWork = session.may('do work');
  const isIn = part.sentInAt !== null;
  const { data: view } = useData(routes.answers, shown ? { id: askId } : null);
  const { data: into } = useData(routes.intoRecord, shown && isIn && session.may('change clients') ? { id: askId } : null);
  if (!shown)
    return (
      <p className="mt-1">
        <button className="lnk" onClick={() => setShown(true)}>
          Show the answers
        </button>
      </p>
    );
  if (!view) return null;
  return (
    <>
      {into && <IntoTheRecord askId={askId} of={into} />}
      <AnswersShown
        of={view}
        beside={(key) => (
          <span className="flex gap-3 whitespace-nowrap">
            {into?.changed.includes(key) && <span className="soon">changed since last time</span>}
            {mayWork && isIn && !view.sentBack[key] && (
              <button className="lnk text-soft" onClick={() => setBack(key)}>
                Send back
              </button>
            )}
          </span>
        )}
      />
      <p className="mt-2 flex gap-4">
        {mayWork && isIn && part.sentBack === 0 && part.lookedAt === null && (
          <button className="act" disabled={busy} onClick={() => void act(() => send(routes.lookedAt, { id: askId }), 'Looked at.')}>
            Looked at
          </button>
        )}
        <button className="lnk text-soft" onClick={() => setShown(false)}>
          Hide the answers
        </button>
      </p>
      {back !== null && <SendBackLeaf view={view} of={back} onClose={() => setBack(null)} />}
    </>
  );
}

function SendBackLeaf({ view, of, onClose }: { view: QuestionnaireView; of: string; onClose(): void }) {
  const words = view.definition.sections.flatMap(({ questions }) => questions).find(({ key }) => key === of)!.words;
  const { form, onSubmit, busy, problem } = useLeafForm<SendBackAnswer>({
    input: SendBackAnswer,
    start: { key: of, reason: '' },
    submit: async (values) => {
      await send(routes.sendBack, { id: view.askId }, values);
      onClose();
    },
  });
  return (
    <Leaf open title="Send an answer back" act="Send back" onClose={onClose} onSubmit={onSubmit} busy={busy} problem={problem}>
      <p className="mb-3 text-soft">“{words}” is asked again; all other answers stay as they were sent in. The client is told.</p>
      <LongTextField label="What is still to be said" autoFocus {...form.register('reason')} error={form.formState.errors.reason?.message} />
    </Leaf>
  );
}

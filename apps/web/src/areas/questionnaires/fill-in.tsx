import { useState } from 'react';
import { plainDate } from '@steady/core/words';
import { type QuestionSection, answeredOf, askedSections } from '@steady/core/questionnaires';
import type { QuestionnaireView } from '@steady/contract/questionnaires';
import { ProblemError } from '../../app/api';
import type { SendOne } from '../../ui/sending-files';
import { dayOf } from '../../ui/words';
import { LookOver } from './look-over';
import { type InSection, OneQuestion } from './one-question';
import { type Save, useAnswers } from './use-answers';

export interface FillingIn {
  view: QuestionnaireView;
  save: Save;
  /** How files go to the question with this key. */
  addFile(key: string): SendOne;
  sameAgain(): Promise<unknown>;
  sendIn(): Promise<unknown>;
}

/** Fills in a questionnaire, section by section, with a look over all of it before it is sent in. */
export function FillIn({ view, save, addFile, sameAgain, sendIn }: FillingIn) {
  const filling = useAnswers(view, save);
  const [at, setAt] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const { answers } = filling;
  const sections = askedSections(view.definition, answers, view.facts);
  const back = Object.keys(view.sentBack);
  // Of what came back only that is asked again.
  const shown =
    back.length === 0
      ? sections
      : sections.map((one) => ({ ...one, questions: one.questions.filter(({ key }) => back.includes(key)) })).filter(({ questions }) => questions.length > 0);
  const section = shown[Math.min(at, shown.length)];
  const act = async (what: () => Promise<unknown>) => {
    setBusy(true);
    setProblem(null);
    try {
      if (await filling.settle()) await what();
      else setProblem('An answer could not be kept: its question says why.');
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.message);
    } finally {
      setBusy(false);
    }
  };
  const go = (to: number) => {
    setAt(to);
    void filling.settle();
    window.scrollTo(0, 0);
  };
  return (
    <>
      <Progress of={view} answers={answers} isSaving={filling.isSaving} />
      {view.last && back.length === 0 && (
        <p className="mb-2 text-[13.5px] text-soft">
          The last time was {plainDate(dayOf(view.last.at))}: what you answered then stands below each question.{' '}
          <button type="button" className="min-h-11" disabled={busy} onClick={() => void act(sameAgain)}>
            <span className="lnk">Everything is as it was then</span>
          </button>
        </p>
      )}
      {shown.length > 1 && (
        <nav aria-label="Sections" className="mb-3 flex flex-wrap gap-x-4">
          {[...shown.map(({ name }) => name), 'Look over all'].map((name, place) => (
            <button
              key={name}
              type="button"
              className={`min-h-11 ${place === at ? 'font-semibold' : ''}`}
              aria-current={place === at ? 'step' : undefined}
              onClick={() => go(place)}
            >
              <span className={place === at ? '' : 'lnk'}>{name}</span>
            </button>
          ))}
        </nav>
      )}
      {section ? <Section of={section} {...{ view, filling, addFile }} /> : <LookOver view={view} answers={answers} sections={shown} onGo={go} />}
      {problem && (
        <p role="alert" className="mt-2 border border-rust bg-rust-tint px-3 py-2">
          {problem}
        </p>
      )}
      <p className="mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        {section ? (
          <button type="button" className="act min-h-11" onClick={() => go(at + 1)}>
            {at + 1 < shown.length ? `Go on: ${shown[at + 1]!.name}` : 'Look over all'}
          </button>
        ) : (
          <button type="button" className="act min-h-11" disabled={busy} onClick={() => void act(sendIn)}>
            {busy ? 'Sending …' : 'Send it in'}
          </button>
        )}
        {at > 0 && (
          <button type="button" className="min-h-11" onClick={() => go(at - 1)}>
            <span className="lnk">One section back</span>
          </button>
        )}
      </p>
    </>
  );
}

/** How far it is, in words; that what is typed is kept. */
function Progress({ of, answers, isSaving }: { of: QuestionnaireView; answers: QuestionnaireView['answers']; isSaving: boolean }) {
  const { are, of: all } = answeredOf(of.definition, answers, of.facts);
  const back = Object.keys(of.sentBack).length;
  return (
    <p className="mb-2 text-[13.5px] text-soft" role="status">
      {back > 0 ? `${back === 1 ? 'One answer is' : `${back} answers are`} asked for again.` : `${are} of ${all} questions answered.`}{' '}
      {isSaving ? 'Being kept …' : 'All of it is kept.'}
    </p>
  );
}

function Section({ of: { name, intro, questions }, ...rest }: { of: QuestionSection } & InSection) {
  return (
    <section aria-label={name}>
      <h2 className="text-[17px]">{name}</h2>
      {intro && <p className="text-soft">{intro}</p>}
      {questions.map((question) => (
        <OneQuestion key={question.key} of={question} {...rest} />
      ))}
    </section>
  );
}

import { useId, useState } from 'react';
import { plainDate } from '@steady/core/words';
import { type Question, type QuestionSection, answerInWords, answeredOf, askedSections, sameAnswer, wantingOf } from '@steady/core/questionnaires';
import type { QuestionnaireView } from '@steady/contract/questionnaires';
import { ProblemError } from '../../app/api';
import { FileInput } from '../../ui/file-input';
import { dayOf } from '../../ui/words';
import { AnswerField } from './answer-fields';
import { type Save, useAnswers } from './use-answers';

export interface FillingIn {
  view: QuestionnaireView;
  save: Save;
  addFile(key: string, file: File): Promise<unknown>;
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
            {busy ? 'Sending \u2026' : 'Send it in'}
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
      {isSaving ? 'Being kept \u2026' : 'All of it is kept.'}
    </p>
  );
}

interface InSection {
  view: QuestionnaireView;
  filling: ReturnType<typeof useAnswers>;
  addFile: FillingIn['addFile'];
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

function OneQuestion({ of, view, filling, addFile }: { of: Question } & InSection) {
  const [label, help] = [useId(), useId()];
  const { key, kind, words, required } = of;
  const { answers, faults, put } = filling;
  const last = view.last?.answers[key];
  const value = answers[key];
  const isMasked = view.masked.includes(key) && sameAnswer(value, view.answers[key]);
  const describedBy = of.help ? help : undefined;
  return (
    <div className="border-t border-rule py-3">
      <p id={label} className="font-semibold">
        {words}
        {!required && <span className="font-normal text-soft"> (may stay empty)</span>}
      </p>
      {view.sentBack[key] && <p className="text-rust">Sent back: {view.sentBack[key]}</p>}
      {of.help && (
        <p id={help} className="text-[13.5px] text-soft">
          {of.help}
        </p>
      )}
      {kind === 'file' ? (
        <Files of={of} {...{ view, filling, addFile }} labelledBy={label} />
      ) : isMasked ? (
        <p>
          {String(value)}{' '}
          <button type="button" className="min-h-11" onClick={() => put(key, null)}>
            <span className="lnk">Give another account</span>
          </button>
        </p>
      ) : (
        <AnswerField
          question={of}
          value={value}
          currency={view.currency}
          onChange={(next) => put(key, next)}
          labelledBy={label}
          describedBy={describedBy}
          disabled={!view.isOpen}
        />
      )}
      {faults[key] && (
        <p role="alert" className="text-[13.5px] text-rust">
          {faults[key]}
        </p>
      )}
      {last !== undefined && kind !== 'file' && kind !== 'statement' && !sameAnswer(last, value) && (
        <p className="text-[13.5px] text-soft">
          The last time: {kind === 'bank account' ? String(last) : answerInWords(of, last)}
          {kind !== 'bank account' && (
            <button type="button" className="ml-2 min-h-11" onClick={() => put(key, last)}>
              <span className="lnk">The same</span>
            </button>
          )}
        </p>
      )}
    </div>
  );
}

function Files({ of: { key, words }, view, filling, addFile, labelledBy }: { of: Question; labelledBy: string } & InSection) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const there = (filling.answers[key] as string[] | undefined) ?? [];
  const add = async (files: File[]) => {
    setBusy(true);
    setProblem(null);
    try {
      for (const file of files) await addFile(key, file);
    } catch (caught) {
      if (!(caught instanceof ProblemError)) throw caught;
      setProblem(caught.words);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div role="group" aria-labelledby={labelledBy}>
      <ul>
        {there.map((id) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3">
            <span className="wrap-anywhere">{view.files[id] ?? 'a file'}</span>
            <button type="button" className="min-h-11" onClick={() => filling.put(key, there.length === 1 ? null : there.filter((one) => one !== id))}>
              <span className="lnk">Take it out</span>
            </button>
          </li>
        ))}
      </ul>
      <label className="my-2 block cursor-pointer border border-dashed border-kelp bg-kelp-tint p-3 text-center font-semibold text-kelp focus-within:outline-2 focus-within:outline-kelp">
        {busy ? 'Sending \u2026' : 'Take a picture or choose files'}
        <FileInput multiple disabled={busy || !view.isOpen} label={`Files for ${words}`} onFiles={(files) => void add(files)} />
      </label>
      {problem && (
        <p role="alert" className="text-[13.5px] text-rust">
          {problem}
        </p>
      )}
    </div>
  );
}

/** All of it at a glance before it is sent in; what is missing leads to its place. */
function LookOver({
  view,
  answers,
  sections,
  onGo,
}: {
  view: QuestionnaireView;
  answers: QuestionnaireView['answers'];
  sections: readonly QuestionSection[];
  onGo(at: number): void;
}) {
  // Of an account only its end is shown here: the server knows all of it.
  const unknown = view.masked.filter((key) => sameAnswer(answers[key], view.answers[key]));
  const wanting = wantingOf(view.definition, answers, view.facts).filter(({ key, why }) => why === null || !unknown.includes(key));
  return (
    <section aria-label="Look over all">
      <h2 className="text-[17px]">Look over all</h2>
      {wanting.length > 0 && (
        <p className="soon">{wanting.length === 1 ? 'One question is still to be answered.' : `${wanting.length} questions are still to be answered.`}</p>
      )}
      {sections.map(({ key: name, name: title, questions }, at) => (
        <div key={name} className="mt-3">
          <h3 className="flex items-baseline justify-between gap-3">
            {title}
            <button type="button" className="min-h-11 text-[13.5px] font-normal" onClick={() => onGo(at)}>
              <span className="lnk">Change</span>
            </button>
          </h3>
          <dl>
            {questions.map((question) => {
              const wants = wanting.find(({ key }) => key === question.key);
              return (
                <div key={question.key} className="border-t border-rule-soft py-1.5">
                  <dt className="text-[13.5px] text-soft">{question.words}</dt>
                  <dd className="wrap-anywhere whitespace-pre-line">
                    {wants ? (
                      <span className="text-rust">{wants.why ?? 'still to be answered'}</span>
                    ) : answers[question.key] === undefined ? (
                      <span className="text-soft">left empty</span>
                    ) : unknown.includes(question.key) ? (
                      String(answers[question.key])
                    ) : (
                      answerInWords(question, answers[question.key]!, (id) => view.files[id] ?? 'a file')
                    )}
                  </dd>
                </div>
              );
            })}
          </dl>
        </div>
      ))}
    </section>
  );
}

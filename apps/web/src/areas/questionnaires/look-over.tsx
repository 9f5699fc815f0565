import { type QuestionSection, answerInWords, sameAnswer, wantingOf } from '@steady/core/questionnaires';
import type { QuestionnaireView } from '@steady/contract/questionnaires';

/** All of it at a glance before it is sent in; what is missing leads to its place. */
export function LookOver({
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
                      (answers[question.key] as string)
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

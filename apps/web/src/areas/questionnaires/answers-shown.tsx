import type { ReactNode } from 'react';
import { answerInWords, askedSections } from '@steady/core/questionnaires';
import type { QuestionnaireView } from '@steady/contract/questionnaires';

/** The answers, section by section. @param beside what stands beside one, by its question */
export function AnswersShown({ of, beside }: { of: QuestionnaireView; beside?(key: string): ReactNode }) {
  const { answers, masked, files } = of;
  return (
    <>
      {askedSections(of.definition, answers, of.facts).map(({ key: name, name: title, questions }) => (
        <section key={name} className="mt-2" aria-label={title}>
          <h3 className="text-[15px]">{title}</h3>
          <dl>
            {questions.map((question) => {
              const value = answers[question.key];
              return (
                <div key={question.key} className="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-x-4 border-t border-rule-soft py-1 max-sm:grid-cols-1">
                  <dt className="text-soft">{question.words}</dt>
                  <dd className="flex items-baseline justify-between gap-4">
                    <span className="min-w-0 wrap-anywhere whitespace-pre-line">
                      {value === undefined ? (
                        <span className="text-soft">left empty</span>
                      ) : masked.includes(question.key) ? (
                        (value as string)
                      ) : (
                        answerInWords(question, value, (id) => files[id] ?? 'a file')
                      )}
                      {of.sentBack[question.key] && <span className="soon block">Sent back: {of.sentBack[question.key]}</span>}
                    </span>
                    <span className="max-sm:hidden">{beside?.(question.key)}</span>
                  </dd>
                </div>
              );
            })}
          </dl>
        </section>
      ))}
    </>
  );
}

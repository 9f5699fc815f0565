import { useState } from 'react';
import type { Question, QuestionSection, Questionnaire } from '@steady/core/questionnaires';
import { TextField } from '../../ui/fields';
import { Grip, Ordered, OrderedRow, moved } from '../../ui/order-grip';
import { type KnownFact } from '../rules';
import { KIND_WORDS, answersKnown, newQuestion } from './pieces';
import { QuestionEditor } from './question-editor';

interface Props {
  of: QuestionSection;
  within: Questionnaire;
  facts: KnownFact[];
  mayChange: boolean;
  onChange(next: QuestionSection): void;
  onRemove?(): void;
}

/** A section with its questions: in their order, one of them open. */
export function SectionEditor({ of, within, facts, mayChange, onChange, onRemove }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const { questions } = of;
  const set = (next: Question[]) => onChange({ ...of, questions: next });
  const add = () => {
    const question = newQuestion(within);
    set([...questions, question]);
    setOpen(question.key);
  };
  return (
    <section className="sheet mb-4 px-4 py-3" aria-label={`Section ${of.name}`}>
      <fieldset disabled={!mayChange}>
        <div className="grid grid-cols-2 gap-x-4 max-sm:grid-cols-1">
          <TextField label="Section" value={of.name} onChange={({ target }) => onChange({ ...of, name: target.value })} />
          <TextField
            label="A word before it"
            hint="May stay empty"
            value={of.intro ?? ''}
            onChange={({ target }) => onChange({ ...of, intro: target.value || undefined })}
          />
        </div>
      </fieldset>
      <Ordered ids={questions.map(({ key }) => key)} onMove={(from, to) => set(moved(questions, from, to))}>
        <ol aria-label={`Questions of ${of.name}`}>
          {questions.map((question) => (
            <OrderedRow key={question.key} id={question.key} className="border-t border-rule-soft py-1.5 text-table">
              <div className="flex items-baseline gap-2">
                {mayChange && <Grip name={question.words || 'the new question'} />}
                <button
                  type="button"
                  className="min-w-0 flex-1 text-left"
                  aria-expanded={open === question.key}
                  onClick={() => setOpen(open === question.key ? null : question.key)}
                >
                  <span className="font-semibold">{question.words || 'A new question'}</span>
                  <span className="text-soft">
                    , {KIND_WORDS[question.kind]}
                    {question.required && ', has to be answered'}
                    {question.onlyIf && ', only of some'}
                    {question.into && ', into the record'}
                  </span>
                </button>
                {mayChange && questions.length > 1 && (
                  <button type="button" className="lnk text-soft" onClick={() => set(questions.filter(({ key }) => key !== question.key))}>
                    Take out
                  </button>
                )}
              </div>
              {open === question.key && (
                <fieldset disabled={!mayChange}>
                  <QuestionEditor
                    of={question}
                    facts={[...answersKnown(within, question.key), ...facts]}
                    onChange={(next) => set(questions.map((one) => (one.key === question.key ? next : one)))}
                  />
                </fieldset>
              )}
            </OrderedRow>
          ))}
        </ol>
      </Ordered>
      {mayChange && (
        <p className="mt-2 flex gap-4">
          <button type="button" className="lnk" onClick={add}>
            Add a question
          </button>
          {onRemove && (
            <button type="button" className="lnk text-soft" onClick={onRemove}>
              Take this section out
            </button>
          )}
        </p>
      )}
    </section>
  );
}

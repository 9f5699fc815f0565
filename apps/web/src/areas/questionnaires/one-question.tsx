import { useId } from 'react';
import { type Question, answerInWords, sameAnswer } from '@steady/core/questionnaires';
import type { QuestionnaireView } from '@steady/contract/questionnaires';
import { FileInput } from '../../ui/file-input';
import { FilesSaid, type SendOne, useSendingFiles } from '../../ui/sending-files';
import { AnswerField } from './answer-fields';
import type { useAnswers } from './use-answers';

export interface InSection {
  view: QuestionnaireView;
  filling: ReturnType<typeof useAnswers>;
  /** How files go to the question with this key. */
  addFile(key: string): SendOne;
}

/** A question with what answers it, why it came back, and what was answered the last time. */
export function OneQuestion({ of, view, filling, addFile }: { of: Question } & InSection) {
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
          {value as string}{' '}
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
          The last time: {kind === 'bank account' ? (last as string) : answerInWords(of, last)}
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
  const files = useSendingFiles();
  const there = (filling.answers[key] as string[] | undefined) ?? [];
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
        {files.busy ? 'Sending …' : 'Take a picture or choose files'}
        <FileInput multiple disabled={files.busy || !view.isOpen} label={`Files for ${words}`} onFiles={(chosen) => void files.send(chosen, addFile(key))} />
      </label>
      <FilesSaid of={files} />
    </div>
  );
}

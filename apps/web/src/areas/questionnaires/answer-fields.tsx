import type { ComponentType } from 'react';
import type { PostalAddress } from '@steady/core/facts';
import { decimalOf, isMoney, parseMoney } from '@steady/core/money';
import type { PeriodAnswer, PersonAnswer, QuestionKind } from '@steady/core/questionnaires';
import { PlainDay } from '../../ui/plain-day';
import { type AnswerProps, Choices, FIELD, Figure, Parts, Rows } from './answer-parts';

const YES_NO = ['yes', 'no'];
const aria = ({ labelledBy, describedBy, disabled }: AnswerProps) => ({ 'aria-labelledby': labelledBy, 'aria-describedby': describedBy, disabled });
const textOf = ({ value }: AnswerProps) => (value as string | undefined) ?? '';
const typed =
  ({ onChange }: AnswerProps) =>
  ({ target }: { target: { value: string } }) =>
    onChange(target.value === '' ? null : target.value);

const Line = (props: AnswerProps) => <input className={FIELD} {...aria(props)} value={textOf(props)} onChange={typed(props)} autoComplete="off" />;
const Words = (props: AnswerProps) => <textarea className="field text-base" rows={5} {...aria(props)} value={textOf(props)} onChange={typed(props)} />;
const Day = (props: AnswerProps) => (
  <PlainDay className={FIELD} {...aria(props)} value={textOf(props)} onChange={(day) => props.onChange(day === '' ? null : day)} />
);

const YesNo = ({ value, onChange, labelledBy, disabled }: AnswerProps) => (
  <Choices
    of={YES_NO}
    many={false}
    {...{ labelledBy, disabled }}
    value={value === undefined ? [] : [value === true ? 'yes' : 'no']}
    onChange={([chosen]) => onChange(chosen === 'yes')}
  />
);

const OneOf = ({ question, value, onChange, labelledBy, disabled }: AnswerProps) => (
  <Choices
    of={question.choices ?? []}
    many={false}
    {...{ labelledBy, disabled }}
    value={value === undefined ? [] : [value as string]}
    onChange={([chosen]) => onChange(chosen ?? null)}
  />
);

const ManyOf = ({ question, value, onChange, labelledBy, disabled }: AnswerProps) => (
  <Choices
    of={question.choices ?? []}
    many
    {...{ labelledBy, disabled }}
    value={(value as string[] | undefined) ?? []}
    onChange={(chosen) => onChange(chosen.length === 0 ? null : chosen)}
  />
);

const Confirmed = ({ value, onChange, disabled }: AnswerProps) => (
  <label className="flex min-h-11 items-center gap-2.5">
    <input
      type="checkbox"
      className="size-4.5"
      disabled={disabled}
      checked={value === true}
      onChange={({ target }) => onChange(target.checked ? true : null)}
    />
    I confirm it
  </label>
);

const readNumber = (text: string): number | null => {
  const read = Number(text.replace(/,/g, ''));
  return Number.isFinite(read) ? read : null;
};
/** Nothing where the field was emptied; what cannot be read is not told on. */
const onFigure =
  ({ onChange }: AnswerProps, read: (text: string) => ReturnType<typeof readNumber> | ReturnType<typeof parseMoney>) =>
  (text: string) => {
    const value = text.trim() === '' ? null : read(text);
    if (text.trim() === '' || value !== null) onChange(value);
    return text.trim() === '' || value !== null;
  };

const Count = (props: AnswerProps) => (
  <Figure shown={typeof props.value === 'number' ? String(props.value) : ''} onRead={onFigure(props, readNumber)} {...props} />
);
const Amount = (props: AnswerProps) => (
  <Figure
    shown={isMoney(props.value) ? decimalOf(props.value) : ''}
    beside={props.currency}
    onRead={onFigure(props, (text) => parseMoney(text, props.currency))}
    {...props}
  />
);

const PERIOD = [
  { key: 'from', label: 'First day', isDay: true },
  { key: 'until', label: 'Last day', isDay: true },
] as const;
const PERSON = [
  { key: 'name', label: 'Name' },
  { key: 'relation', label: 'What they are: spouse, director' },
  { key: 'born', label: 'Born on', isDay: true },
] as const;
const ADDRESS = [
  { key: 'street', label: 'Street and number' },
  { key: 'town', label: 'Town' },
  { key: 'postcode', label: 'Postcode' },
  { key: 'country', label: 'Country' },
] as const;

const Period = ({ value, ...rest }: AnswerProps) => <Parts<PeriodAnswer> of={PERIOD} value={value as PeriodAnswer | undefined} {...rest} />;
const Person = ({ value, ...rest }: AnswerProps) => <Parts<PersonAnswer> of={PERSON} value={value as PersonAnswer | undefined} {...rest} />;
const Address = ({ value, ...rest }: AnswerProps) => <Parts<PostalAddress> of={ADDRESS} value={value as PostalAddress | undefined} {...rest} />;

const FIELDS: Record<Exclude<QuestionKind, 'file'>, ComponentType<AnswerProps>> = {
  'short text': Line,
  'long text': Words,
  'yes or no': YesNo,
  'one of': OneOf,
  'many of': ManyOf,
  number: Count,
  money: Amount,
  date: Day,
  period: Period,
  address: Address,
  'bank account': Line,
  person: Person,
  table: Rows,
  statement: Confirmed,
};

/** What answers a question, by how it is answered. Files stand apart: they are sent, and not typed. */
export function AnswerField(props: AnswerProps) {
  const { kind } = props.question;
  if (kind === 'file') return null;
  const Field = FIELDS[kind];
  return <Field {...props} />;
}

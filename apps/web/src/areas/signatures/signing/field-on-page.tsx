import { civil } from '@steady/core/calendar';
import { type Given, type PageSize, type ShownInField, isFilledByHand, shownInField } from '@steady/core/signing';
import { plainDate } from '@steady/core/words';
import type { FieldsToSign } from '@steady/contract/signatures';
import { placeOf } from '../places/field-box';
import { MarkShown } from './mark-shown';

type Field = FieldsToSign['fields'][number];

interface Props {
  field: Field;
  page: PageSize;
  /** Of somebody else who has signed: what stands in it, and who that is. */
  shown?: ShownInField;
  by?: string;
  /** Theirs: what they have given, and whether it is the one that is gone to. */
  own?: { given: Given; name: string; today: string; isCurrent: boolean };
  onPress?(): void;
}

const WANTS: Readonly<Record<Field['kind'], string>> = {
  signature: 'Sign here',
  initials: 'Initials here',
  date: 'day of signing',
  name: 'your name',
  text: 'Write here',
  tick: '',
};

/** A field on its page: what stands in it, or what is wanted in it. */
export function FieldOnPage({ field, page, shown, by, own, onPress }: Props) {
  const place = placeOf(field, page);
  if (!own)
    return (
      <span className="absolute" style={place} title={`${field.kind} of ${by ?? ''}`}>
        <Content shown={shown ?? null} />
      </span>
    );
  const stands = shownInField(field, own.given, { name: own.name, day: plainDate(civil(own.today)) });
  const isEmpty = stands === null || ('text' in stands && stands.text === '');
  const label = `${field.label ?? field.kind}, page ${field.page}: ${isEmpty ? (field.isRequired ? 'empty' : 'may stay empty') : 'filled in'}`;
  const look = isEmpty
    ? field.isRequired
      ? 'border-ochre bg-ochre-tint/80 text-ochre'
      : 'border-dashed border-soft bg-page/80 text-soft'
    : 'border-moss bg-moss-tint/50';
  const content = isEmpty ? (
    <span className="block truncate px-0.5 text-[10px] leading-tight font-semibold">{WANTS[field.kind]}</span>
  ) : (
    <Content shown={stands} />
  );
  const frame = `absolute overflow-hidden border-[1.5px] text-left ${look} ${own.isCurrent ? 'ring-[3px] ring-kelp/50' : ''}`;
  if (!isFilledByHand(field.kind))
    return (
      <span className={frame} style={place} data-field={field.id} title={label}>
        {content}
      </span>
    );
  return (
    <button type="button" className={frame} style={place} data-field={field.id} aria-label={label} onClick={onPress}>
      {content}
    </button>
  );
}

function Content({ shown }: { shown: ShownInField }) {
  if (shown === null) return null;
  if ('mark' in shown) return <MarkShown mark={shown.mark} />;
  if ('tick' in shown)
    return (
      <svg viewBox="0 0 16 16" className="block size-full" aria-hidden="true">
        <path d="M2.5 9l4 4 7-10.5" fill="none" stroke="#1b2a33" strokeWidth="2" strokeLinecap="round" />
      </svg>
    );
  return (
    <svg viewBox={`0 0 ${Math.max(60, shown.text.length * 7)} 18`} preserveAspectRatio="xMinYMid meet" className="block size-full" aria-hidden="true">
      <text x="2" y="13" fontSize="12" fill="#1b2a33">
        {shown.text}
      </text>
    </svg>
  );
}

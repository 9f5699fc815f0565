import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { type PageSize, type SignField, movedField, resizedField } from '@steady/core/signing';
import { signerStyle } from './signer-style';

/** How far an arrow moves a field, in points; with Alt one point. */
const STEP = 6;
/** About as wide as a letter stands on a page, in points: where a whole name does not fit, the first of it does. */
const LETTER = 8;
const ARROWS: Readonly<Record<string, { x: number; y: number }>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};

interface Props {
  field: SignField;
  name: string;
  page: PageSize;
  isChosen: boolean;
  onChoose(): void;
  onChange(field: SignField): void;
  /** It was let go of where it lies now. */
  onPut(field: SignField): void;
  onEveryPage(): void;
  onRemove(): void;
}

/** Where a field lies on its page, for whatever lies over a page. */
export const placeOf = ({ x, y, width, height }: SignField | Omit<SignField, 'signer'>, page: PageSize) => ({
  left: `${(x / page.width) * 100}%`,
  top: `${(y / page.height) * 100}%`,
  width: `${(width / page.width) * 100}%`,
  height: `${(height / page.height) * 100}%`,
});

/** A field on the page: dragged, made larger at its corner, or by the arrows and Shift with them. */
export function FieldBox({ field, name, page, isChosen, onChoose, onChange, onPut, onEveryPage, onRemove }: Props) {
  const held = useRef<{ x: number; y: number; field: SignField; resizes: boolean } | null>(null);
  const inWords = (who: string) => `${field.kind}, ${who}${field.label ? `: ${field.label}` : ''}`;
  const what = inWords(name);
  const fits = what.length * LETTER <= field.width;
  const onKeyDown = (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (arrow) {
      const step = event.altKey ? 1 : STEP;
      const by = { x: arrow.x * step, y: arrow.y * step };
      onChange((event.shiftKey ? resizedField : movedField)(field, by, page));
    } else if (event.key === 'Delete' || event.key === 'Backspace') onRemove();
    else if (event.key === '0') onEveryPage();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const take = (event: PointerEvent, resizes: boolean) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    held.current = { x: event.clientX, y: event.clientY, field, resizes };
    onChoose();
  };
  const goesTo = (event: PointerEvent<HTMLElement>): SignField | null => {
    const from = held.current;
    const sheet = event.currentTarget.closest('[data-page]');
    if (!from || !sheet) return null;
    const scale = page.width / sheet.clientWidth;
    return (from.resizes ? resizedField : movedField)(from.field, { x: (event.clientX - from.x) * scale, y: (event.clientY - from.y) * scale }, page);
  };
  const hands = (resizes: boolean) => ({
    onPointerDown: (event: PointerEvent) => take(event, resizes),
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const next = goesTo(event);
      if (next) onChange(next);
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      const next = goesTo(event);
      const moved = held.current && Math.hypot(event.clientX - held.current.x, event.clientY - held.current.y) > 2;
      held.current = null;
      if (next && moved) onPut(next);
    },
    onPointerCancel: () => {
      if (held.current) onChange(held.current.field);
      held.current = null;
    },
  });
  return (
    <div className="absolute touch-none" style={placeOf(field, page)}>
      <button
        type="button"
        data-field={field.id}
        aria-label={what}
        aria-pressed={isChosen}
        onFocus={onChoose}
        onKeyDown={onKeyDown}
        {...hands(false)}
        className={`block size-full cursor-move overflow-hidden px-1 text-left text-[11px] leading-[1.3] font-semibold whitespace-nowrap ${signerStyle(field.signer)} ${
          isChosen ? 'ring-[3px] ring-slate/30' : ''
        }`}
      >
        {field.kind === 'tick' ? '' : fits ? what : inWords(name.split(' ')[0]!)}
        {field.isRequired ? '' : ' (may stay empty)'}
      </button>
      {isChosen && (
        <span
          aria-hidden="true"
          title="Drag to make it larger"
          className="absolute -right-1.5 -bottom-1.5 size-3 cursor-nwse-resize border border-ink bg-page"
          {...hands(true)}
        />
      )}
    </div>
  );
}

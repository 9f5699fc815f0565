import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { type SignField, newField } from '@steady/core/signing';
import { FieldBox } from './field-box';

const PAGE = { width: 600, height: 800 };
const FIELD: SignField = newField({ id: 'f1', kind: 'signature', signer: 1, page: 1 }, { x: 200, y: 300 }, PAGE);

function show(more: Partial<SignField> = {}, isChosen = true) {
  const field = { ...FIELD, ...more };
  const heard = { onChoose: vi.fn(), onChange: vi.fn(), onPut: vi.fn(), onEveryPage: vi.fn(), onRemove: vi.fn() };
  // As in a browser: what has taken hold of the pointer hears of it.
  Element.prototype.setPointerCapture = () => undefined;
  const { container } = render(
    <div data-page={1}>
      <FieldBox field={field} name="Donal Hession" page={PAGE} isChosen={isChosen} {...heard} />
    </div>,
  );
  Object.defineProperty(container.querySelector('[data-page]'), 'clientWidth', { value: 300 });
  return { ...heard, field, box: screen.getByRole('button'), corner: container.querySelector<HTMLElement>('[title="Drag to make it larger"]') };
}
const drag = (what: HTMLElement, x: number, y: number) => {
  const event = (type: string, clientX: number, clientY: number) => {
    const made = new MouseEvent(type, { bubbles: true, clientX, clientY });
    Object.assign(made, { pointerId: 1 });
    fireEvent(what, made);
  };
  event('pointerdown', 100, 100);
  event('pointermove', 100 + x, 100 + y);
  event('pointerup', 100 + x, 100 + y);
};

describe('a field that is placed', () => {
  it('says whose it is and what, and whether it may stay empty', () => {
    const { box } = show({ kind: 'text', label: 'Place', isRequired: false });
    expect(box.textContent).toBe('text, Donal: Place (may stay empty)');
    expect(box.getAttribute('aria-label')).toBe('text, Donal Hession: Place');
    expect(box.className).toContain('border-dashed');
  });

  it('is moved and resized by the arrows, by single points with Alt', () => {
    const { box, onChange, field } = show();
    fireEvent.keyDown(box, { key: 'ArrowRight' });
    expect(onChange).toHaveBeenLastCalledWith({ ...field, x: field.x + 6 });
    fireEvent.keyDown(box, { key: 'ArrowUp', altKey: true });
    expect(onChange).toHaveBeenLastCalledWith({ ...field, y: field.y - 1 });
    fireEvent.keyDown(box, { key: 'ArrowDown', shiftKey: true });
    expect(onChange).toHaveBeenLastCalledWith({ ...field, height: field.height + 6 });
  });

  it('is put on every page and removed by keys', () => {
    const { box, onEveryPage, onRemove, onChange } = show();
    fireEvent.keyDown(box, { key: '0' });
    fireEvent.keyDown(box, { key: 'Delete' });
    fireEvent.keyDown(box, { key: 'x' });
    expect([onEveryPage, onRemove, onChange].map((one) => one.mock.calls.length)).toEqual([1, 1, 0]);
  });

  it('is dragged as far as the hand goes, in points of the page, and put where it is let go of', () => {
    const { box, onPut, onChoose, field } = show();
    drag(box, 20, -10);
    expect(onChoose).toHaveBeenCalled();
    expect(onPut).toHaveBeenCalledWith({ ...field, x: field.x + 40, y: field.y - 20 });
  });

  it('is made larger at its corner once it is chosen', () => {
    const { corner, onPut, field } = show();
    drag(corner!, 10, 5);
    expect(onPut).toHaveBeenCalledWith({ ...field, width: field.width + 20, height: field.height + 10 });
  });

  it('stays where it is when it is only pressed', () => {
    const { box, onPut } = show({}, false);
    drag(box, 1, 0);
    expect(onPut).not.toHaveBeenCalled();
  });
});

import { fireEvent, render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { type Given, newField } from '@steady/core/signing';
import { FieldBar } from './field-bar';
import { FieldOnPage } from './field-on-page';

const PAGE = { width: 595, height: 842 };
const of = (kind: 'signature' | 'initials' | 'date' | 'text' | 'tick', more = {}) => {
  const { signer: _signer, ...field } = newField({ id: kind, kind, signer: 0, page: 4 }, { x: 200, y: 600 }, PAGE);
  return { ...field, ...more };
};
const given = (fields: Given['fields'] = {}): Given => ({ signature: { way: 'typed', text: 'Cathal Foley' }, initials: null, fields });
const own = (fields: Given['fields'] = {}) => ({ given: given(fields), name: 'Cathal Foley', today: '2026-03-11', isCurrent: false });

describe('the foot of the pages', () => {
  const bar = (current: ReturnType<typeof of> | null, fields: Given['fields'] = {}, left = 2) => {
    const [onFill, onNext] = [vi.fn(), vi.fn()];
    render(<FieldBar current={current} left={left} of={3} given={given(fields)} onFill={onFill} onNext={onNext} />);
    return { onFill, onNext };
  };

  it('says how much is left, and leads to the first', () => {
    const { onNext } = bar(null);
    expect(screen.getByText('2 of 3 left')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Go to the first field' }));
    expect(onNext).toHaveBeenCalledTimes(1);
  });

  it('has a signature put in and taken out', () => {
    const first = bar(of('signature'));
    expect(screen.getByText('page 4: signature')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Sign here' }));
    expect(first.onFill).toHaveBeenCalledWith(true);
    const second = bar(of('signature'), { signature: true }, 0);
    fireEvent.click(screen.getByRole('button', { name: 'Take it out' }));
    expect(second.onFill).toHaveBeenCalledWith(false);
    expect(screen.getByText('All is filled in')).toBeDefined();
  });

  it('has words written and ticks set under what is wanted', () => {
    const words = bar(of('text', { label: 'Place', isRequired: false }));
    expect(screen.getByText('page 4: Place, may stay empty')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Place'), { target: { value: 'Port Sallow' } });
    expect(words.onFill).toHaveBeenCalledWith('Port Sallow');
    const tick = bar(of('tick', { label: 'I declare it' }));
    fireEvent.click(screen.getByLabelText('I declare it'));
    expect(tick.onFill).toHaveBeenCalledWith(true);
  });
});

describe('a field on a page to sign', () => {
  it('is pressed to be filled in, and says how it stands', () => {
    const onPress = vi.fn();
    render(<FieldOnPage field={of('initials')} page={PAGE} own={own()} onPress={onPress} />);
    fireEvent.click(screen.getByRole('button', { name: 'initials, page 4: empty' }));
    expect(onPress).toHaveBeenCalledTimes(1);
    render(<FieldOnPage field={of('initials')} page={PAGE} own={own({ initials: true })} onPress={onPress} />);
    expect(screen.getByRole('button', { name: 'initials, page 4: filled in' }).textContent).toBe('CF');
  });

  it('of a day fills itself and cannot be pressed', () => {
    const { container } = render(<FieldOnPage field={of('date')} page={PAGE} own={own()} />);
    expect(container.textContent).toBe('11 Mar 2026');
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('of somebody else shows what stands in it, and whose it is', () => {
    const { container } = render(
      <FieldOnPage
        field={of('signature')}
        page={PAGE}
        shown={{
          mark: {
            way: 'drawn',
            strokes: [
              [0, 0, 90, 90],
              [5, 5],
            ],
          },
        }}
        by="Bríd Foley"
      />,
    );
    expect(screen.getByTitle('signature of Bríd Foley')).toBeDefined();
    expect([...container.querySelectorAll('path')].map((path) => path.getAttribute('d'))).toEqual(['M0 0 L90 90 ', 'M5 5 L5 5 ']);
  });
});

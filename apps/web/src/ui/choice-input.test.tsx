import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { useForm } from 'react-hook-form';
import { describe, expect, it } from 'vitest';
import { ChoiceInput } from './choice-input';
import { SelectField } from './fields';

const PEOPLE = ['Aoife', 'Eimear', 'Fiachra', 'Gráinne', 'Niamh', 'Orla', 'Ruairí', 'Seán', 'Tadhg', 'Úna', 'Zoë'];

function Form({ people, start }: { people: string[]; start?: string }) {
  const { register, watch, setValue, setFocus } = useForm<{ who: string }>({ defaultValues: { who: start } });
  return (
    <>
      <SelectField label="Who" {...register('who')}>
        <option value="">nobody yet</option>
        {people.map((name) => (
          <option key={name} value={name.toUpperCase()}>
            {name}, of {people.length}
          </option>
        ))}
      </SelectField>
      <button onClick={() => setValue('who', 'ORLA')}>Propose</button>
      <button onClick={() => setFocus('who')}>Go there</button>
      <output>{watch('who')}</output>
    </>
  );
}

const who = () => screen.getByLabelText<HTMLInputElement>('Who');
const holds = () => document.querySelector('output')!.textContent;
const offered = () =>
  within(screen.getByRole('listbox'))
    .getAllByRole('option')
    .map((one) => one.textContent);
const choose = (words: string) => fireEvent.mouseDown(screen.getByRole('option', { name: words }));
const type = (text: string) => {
  fireEvent.focus(who());
  fireEvent.change(who(), { target: { value: text } });
};

describe('a few choices', () => {
  it('are a plain list', () => {
    render(<Form people={PEOPLE.slice(0, 10)} start="ORLA" />);
    expect(who().tagName).toBe('SELECT');
    expect(who().value).toBe('ORLA');
  });
});

describe('many choices', () => {
  it('are found by any part of their words, without their accents', () => {
    render(<Form people={PEOPLE} />);
    expect(who().value).toBe('nobody yet');
    type('ain');
    expect(offered()).toEqual(['Gráinne, of 11']);
    type('xyz');
    expect(screen.getByText('None has these letters in it.')).toBeTruthy();
    type('ruairi');
    choose('Ruairí, of 11');
    expect([holds(), who().value]).toEqual(['RUAIRÍ', 'Ruairí, of 11']);
  });

  it('show what the form holds, and what it is set to from elsewhere', async () => {
    render(<Form people={PEOPLE} start="ZOË" />);
    expect(who().value).toBe('Zoë, of 11');
    fireEvent.click(screen.getByText('Propose'));
    expect([holds(), who().value]).toEqual(['ORLA', 'Orla, of 11']);
    fireEvent.click(screen.getByText('Go there'));
    await waitFor(() => expect(document.activeElement).toBe(who()));
  });

  it('show what is held also when they come later', () => {
    const { rerender } = render(<Form people={[]} start="SEÁN" />);
    rerender(<Form people={PEOPLE} start="SEÁN" />);
    expect([holds(), who().value]).toEqual(['SEÁN', 'Seán, of 11']);
  });

  it('can be unchosen, and what is typed and left changes nothing', () => {
    render(<Form people={PEOPLE} start="ORLA" />);
    type('seán');
    fireEvent.keyDown(who(), { key: 'Escape' });
    expect(holds()).toBe('ORLA');
    type('nobody');
    choose('nobody yet');
    expect([holds(), who().value]).toEqual(['', 'nobody yet']);
  });

  it('offers a hundred at most, and says how many more there are', () => {
    render(
      <ChoiceInput aria-label="Who" value="" onChange={() => undefined}>
        {Array.from({ length: 130 }, (_, at) => (
          <option key={at}>Client {at}</option>
        ))}
        <option value="x" disabled>
          Client not to be had
        </option>
      </ChoiceInput>,
    );
    type('client');
    expect(offered()).toHaveLength(100);
    expect(screen.getByText('30 more: type a part of the name.')).toBeTruthy();
    type('client 12');
    expect(offered()).toHaveLength(12);
  });
});

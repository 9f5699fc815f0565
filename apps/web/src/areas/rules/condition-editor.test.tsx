import { fireEvent, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { type Condition, conditionInWords, meets } from '@steady/core/conditions';
import { expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { ConditionEditor } from './condition-editor';
import { fresh } from './condition-tests';
import type { KnownFact } from './known-facts';

const FACTS: KnownFact[] = [
  {
    fact: 'way',
    words: 'works',
    kind: 'choice',
    choices: [
      { value: 'online', words: 'online' },
      { value: 'paper', words: 'on paper' },
    ],
  },
  { fact: 'employer', words: 'an employer', kind: 'yes or no' },
  { fact: 'job:fee', words: 'agreed fee', kind: 'number' },
  { fact: 'clientUntil', words: 'client until', kind: 'date' },
];

function Editor({ start }: { start: Condition }) {
  const [condition, setCondition] = useState(start);
  return (
    <>
      <ConditionEditor of={condition} facts={FACTS} onChange={setCondition} />
      <output aria-label="condition">{JSON.stringify(condition)}</output>
    </>
  );
}
const now = () => JSON.parse(screen.getByLabelText('condition').textContent) as Condition;
const shown = (start: Condition) => void stage(<Editor start={start} />);
const press = (name: string, at = 0) => fireEvent.click(screen.getAllByRole('button', { name })[at]!);
const choose = (label: string, value: string, at = 0) => fireEvent.change(screen.getAllByLabelText(label)[at]!, { target: { value } });

it('puts a rule together without a formula: facts, tests, and, or', () => {
  shown({ all: [] });
  expect(screen.getByText('Every client.')).toBeDefined();
  press('Add a condition');
  fireEvent.click(screen.getByRole('checkbox', { name: 'on paper' }));
  fireEvent.click(screen.getByRole('checkbox', { name: 'online' }));
  press('Add a condition');
  choose('Fact of the client', 'job:fee', 1);
  choose('At least', '500');
  expect(now()).toEqual({
    all: [
      { fact: 'way', oneOf: ['paper'] },
      { fact: 'job:fee', atLeast: 500 },
    ],
  });
  choose('How they are combined', 'any');
  expect(now()).toEqual({
    any: [
      { fact: 'way', oneOf: ['paper'] },
      { fact: 'job:fee', atLeast: 500 },
    ],
  });
  expect(meets(now(), { way: 'online', 'job:fee': 600 })).toBe(true);
});

it('turns a condition into its opposite and back', () => {
  shown({ all: [{ fact: 'employer', is: true }] });
  choose('How it is tested', 'not is');
  expect(now()).toEqual({ all: [{ not: { fact: 'employer', is: true } }] });
  choose('Yes or no', 'no');
  expect(now()).toEqual({ all: [{ not: { fact: 'employer', is: false } }] });
  choose('How it is tested', 'is');
  expect(now()).toEqual({ all: [{ fact: 'employer', is: false }] });
});

it('asks whether something is known at all', () => {
  shown({ all: [{ fact: 'job:fee', is: 3 }] });
  choose('How it is tested', 'known');
  expect(now()).toEqual({ all: [{ not: { fact: 'job:fee', is: null } }] });
  expect(screen.queryByLabelText('Value')).toBeNull();
  expect(conditionInWords(now())).toContain('known');
});

it('has groups in groups, which can be taken away', () => {
  shown({ all: [{ fact: 'employer', is: true }] });
  press('Add a group');
  const [group] = screen.getAllByText('No client.');
  fireEvent.click(within(group!.parentElement!).getByRole('button', { name: 'Add a condition' }));
  expect(now()).toEqual({ all: [{ fact: 'employer', is: true }, { any: [{ fact: 'way', oneOf: ['online'] }] }] });
  press('Remove this condition');
  expect(now()).toEqual({ all: [{ any: [{ fact: 'way', oneOf: ['online'] }] }] });
  press('Remove the group');
  expect(now()).toEqual({ all: [] });
});

it('shows a fact that is not known any more by its name, and lets another take its place', () => {
  shown({ all: [{ fact: 'detail:gone', is: 'x' }] });
  expect(screen.getByLabelText<HTMLSelectElement>('Fact of the client').value).toBe('detail:gone');
  choose('Fact of the client', 'employer');
  expect(now()).toEqual({ all: [{ fact: 'employer', is: true }] });
});

it('begins a day with the end of this year, whichever it is', () => {
  shown({ fact: 'employer', is: true });
  choose('Fact of the client', 'clientUntil');
  expect(now()).toEqual({ all: [{ fact: 'clientUntil', until: '2026-12-31' }] });
  expect(fresh('clientUntil', 'until', undefined, '2031-05-01')).toEqual({ fact: 'clientUntil', until: '2031-12-31' });
});

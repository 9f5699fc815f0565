import { describe, expect, it } from 'vitest';
import { ACTION_KINDS, type Does, type NamesOfActions, actionInWords, comesTo, leavesTheHouse } from '.';
import type { Action } from '../procedure';

const FIRST = { templates: 'welcome', requests: 'papers', signingKinds: 'engagement', procedures: 'accounts', details: 'boat' };
const NAMES: NamesOfActions = {
  signingKind: (id) => `kind ${id}`,
  template: (id) => `message ${id}`,
  procedure: (id) => `procedure ${id}`,
  detail: (id) => `detail ${id}`,
  facts: {},
};
const ALL = Object.keys(ACTION_KINDS) as Does[];
/** An action as it is when it is first chosen, with what a person has to write filled in. */
const WRITTEN: Partial<Record<Does, object>> = {
  task: { task: { key: 'ring', name: 'Ring them', role: 'preparer', estimate: 15 } },
  label: { label: 'late', put: true },
  detail: { detailId: 'boat', value: true },
  tell: { role: 'manager', words: 'come and look' },
};
const sound = (does: Does) => ({ key: 'a', does, ...ACTION_KINDS[does].fresh(FIRST, 'a'), ...WRITTEN[does] }) as unknown as Action;
const wrong = (does: Does, more: object) => ACTION_KINDS[does].wrong({ ...sound(does), ...more }, '"A"');

describe('every kind of action', () => {
  it.each(ALL)('%s is sound as it is first chosen and written, and foretold in a sentence', (does) => {
    expect(wrong(does, {})).toBeNull();
    expect(actionInWords({ action: sound(does), request: 'Papers' }, NAMES)).toMatch(/^[A-Z].{5,}[^.]$/);
  });

  it.each(ALL)('%s has a field for each thing that it says', (does) => {
    const { key: _key, does: _does, ...particulars } = sound(does) as Action & Record<string, unknown>;
    const held = ACTION_KINDS[does].fields.flatMap((field) => (typeof field === 'string' ? [] : [field.at.split('.')[0]]));
    expect(new Set(held)).toEqual(new Set(Object.keys(particulars)));
  });
});

it('says what is wrong, each in its own words', () => {
  expect(wrong('message', { templateId: '' })).toBe('choose the message');
  expect(wrong('message', { words: { subject: 'Hello', body: 'We begin.' } })).toBe('its words are kept with the message');
  expect(wrong('request', { days: 400 })).toBe('say within how many days, 0 to 365');
  expect(wrong('signature', { kindId: '' })).toBe('choose the kind of document');
  expect(wrong('signature', { days: 1.5 })).toBe('say within how many days, 0 to 365');
  expect(wrong('bill', { share: 0 })).toBe('say how much of the agreed fee, 1 to 100 %');
  expect(wrong('bill', { share: 101 })).toBe('say how much of the agreed fee, 1 to 100 %');
  expect(wrong('label', { put: 'yes' })).toBe('name the label, at most 60 letters');
  expect(wrong('way', { way: 'by pigeon' })).toBe('say whether the client works online or on paper');
  expect(wrong('detail', { value: {} })).toBe('choose the detail and its value');
  expect(wrong('tell', { role: 'nobody' })).toBe('say whom to tell, and what');
  expect(wrong('task', { task: { key: 'x' } })).toContain('A task in "A" has no name');
});

it('leaves the house only by a message, a request or a letter to sign', () => {
  expect(ALL.filter((does) => leavesTheHouse(sound(does)))).toEqual(['message', 'request', 'signature']);
});

it('comes to something on paper: what is sent, drafted, or to be done and by whom', () => {
  expect(comesTo(sound('message'))).toEqual({ messages: 1 });
  expect(comesTo(sound('request'))).toEqual({ requests: 1 });
  expect(comesTo(sound('bill'))).toEqual({ bills: 1 });
  expect(comesTo(sound('task'))).toEqual({ task: { minutes: 15, role: 'preparer' } });
  const named = { ...sound('task'), task: { key: 'ring', name: 'Ring them', role: 'manager', estimate: 5, memberId: 'orla' } } as Action;
  // Who is named does it: no client lacks somebody for it.
  expect(comesTo(named)).toEqual({ task: { minutes: 5, role: null } });
});

it('says shares, labels and details as a person would', () => {
  const say = (does: Does, more: object) => actionInWords({ action: { ...sound(does), ...more }, request: 'Papers' }, NAMES);
  expect(say('bill', { share: 100 })).toBe('Drafts a bill of the agreed fee');
  expect(say('bill', { share: 50 })).toBe('Drafts a bill of 50 % of the agreed fee');
  expect(say('label', { put: false })).toBe('Takes the label "late" off the client');
  expect(say('detail', { value: false })).toBe('Sets "detail boat" of the client to no');
  expect(say('detail', { value: null })).toBe('Sets "detail boat" of the client to nothing');
  expect(say('request', { days: 1 })).toBe('Sends the client the request "Papers", wanted within 1 working day');
});

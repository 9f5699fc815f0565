import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { AskView } from '@steady/contract/asks';
import type { IntoRecord, QuestionnairePart, QuestionnaireView } from '@steady/contract/questionnaires';
import type { Answer, Questionnaire } from '@steady/core/questionnaires';
import { Refused, stage } from '../../../test/stage';
import { ProblemError } from '../../app/api';
import { FillIn } from './fill-in';
import { QuestionnaireBody } from './questionnaire-body';
import { QuestionnairePage } from './template-page';

const DEFINITION: Questionnaire = {
  sections: [
    {
      key: 'one',
      name: 'The business',
      questions: [
        { key: 'trade', kind: 'short text', words: 'What does it do?', required: true },
        { key: 'vat', kind: 'yes or no', words: 'Registered for VAT?', required: true },
        { key: 'vat-number', kind: 'short text', words: 'VAT number', required: true, onlyIf: { fact: 'answer:vat', is: true } },
        { key: 'rent', kind: 'money', words: 'Rent' },
      ],
    },
    {
      key: 'two',
      name: 'Money',
      questions: [
        { key: 'account', kind: 'bank account', words: 'Bank account' },
        { key: 'owners', kind: 'table', words: 'Owners', columns: ['Name', 'Share'] },
      ],
    },
  ],
};
const VIEW: QuestionnaireView = {
  askId: 'a1',
  title: 'About your business',
  client: 'Dunmarra Oysters',
  currency: 'EUR',
  definition: DEFINITION,
  answers: {},
  facts: {},
  last: null,
  sentBack: {},
  files: {},
  masked: [],
  sentInAt: null,
  isOpen: true,
};

beforeEach(() => {
  window.localStorage.clear();
  window.scrollTo = () => undefined;
  vi.useFakeTimers({ shouldAdvanceTime: true });
});
afterEach(() => vi.useRealTimers());

function fill(more: Partial<QuestionnaireView> = {}, save = vi.fn<(key: string, value: Answer | null) => Promise<unknown>>(() => Promise.resolve())) {
  const [sendIn, sameAgain] = [vi.fn(() => Promise.resolve()), vi.fn(() => Promise.resolve())];
  const staged = stage(<FillIn view={{ ...VIEW, ...more }} save={save} addFile={() => () => Promise.resolve()} sameAgain={sameAgain} sendIn={sendIn} />);
  return { ...staged, save, sendIn, sameAgain };
}
const pause = () => act(() => vi.advanceTimersByTimeAsync(800));
const type = (label: string, value: string) => fireEvent.change(screen.getByRole('textbox', { name: new RegExp(`^${label}`) }), { target: { value } });

describe('a questionnaire that is filled in', () => {
  it('saves each answer as it is typed, and asks what follows from it', async () => {
    const { save } = fill();
    expect(screen.getByText('0 of 5 questions answered. All of it is kept.')).toBeDefined();
    type('What does it do', 'Oysters');
    expect(screen.getByText(/Being kept/)).toBeDefined();
    expect(window.localStorage.getItem('draft answer a1 trade')).toBe('"Oysters"');
    await pause();
    expect(save).toHaveBeenCalledExactlyOnceWith('trade', 'Oysters');
    expect(window.localStorage.getItem('draft answer a1 trade')).toBeNull();
    expect(screen.queryByText('VAT number')).toBeNull();
    fireEvent.click(screen.getByRole('radio', { name: 'yes' }));
    expect(screen.getByText('VAT number')).toBeDefined();
    await pause();
    expect(screen.getByText('2 of 6 questions answered. All of it is kept.')).toBeDefined();
  });

  it('keeps on this device what has not come to the server, and sends it the next time', async () => {
    window.localStorage.setItem('draft answer a1 trade', '"Mussels"');
    const { save } = fill();
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: /^What does it do/ }).value).toBe('Mussels');
    await pause();
    expect(save).toHaveBeenCalledWith('trade', 'Mussels');
  });

  it('says at the question why an answer was not taken', async () => {
    const refused = vi.fn(() =>
      Promise.reject(
        new ProblemError({
          type: '',
          status: 422,
          code: 'invalid-input',
          title: '',
          detail: '',
          errors: [{ field: 'value', message: 'check digits do not fit' }],
        }),
      ),
    );
    fill({}, refused);
    fireEvent.click(screen.getByRole('button', { name: 'Money' }));
    type('Bank account', 'IE00');
    await pause();
    expect(await screen.findByText('check digits do not fit')).toBeDefined();
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: /^Bank account/ }).value).toBe('IE00');
  });

  it('reads amounts as people write them, and says where it cannot', async () => {
    const { save } = fill();
    const rent = screen.getByRole('textbox', { name: /^Rent/ });
    fireEvent.change(rent, { target: { value: 'a lot' } });
    fireEvent.blur(rent);
    expect(screen.getByText(/Write it in figures/)).toBeDefined();
    fireEvent.change(rent, { target: { value: '1,250.50' } });
    fireEvent.blur(rent);
    await pause();
    expect(save).toHaveBeenCalledWith('rent', { amount: 125_050, currency: 'EUR' });
  });

  it('takes rows of a table', async () => {
    const { save } = fill();
    fireEvent.click(screen.getByRole('button', { name: 'Money' }));
    fireEvent.change(screen.getByLabelText('Name, row 1'), { target: { value: 'Cara' } });
    fireEvent.click(screen.getByRole('button', { name: 'Add a row' }));
    fireEvent.change(screen.getByLabelText('Share, row 2'), { target: { value: '50 %' } });
    await pause();
    expect(save).toHaveBeenLastCalledWith('owners', {
      rows: [
        ['Cara', ''],
        ['', '50 %'],
      ],
    });
  });

  it('is looked over before it is sent in, with what is missing', async () => {
    const { sendIn } = fill({ answers: { trade: 'Oysters', account: 'IE•• •••• 5678' }, masked: ['account'] });
    fireEvent.click(screen.getByRole('button', { name: 'Look over all' }));
    expect(screen.getByText('One question is still to be answered.')).toBeDefined();
    expect(screen.getByText('IE•• •••• 5678')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Send it in' }));
    await waitFor(() => expect(sendIn).toHaveBeenCalledOnce());
  });

  it('shows what was answered the last time, to be taken over one by one or in one press', async () => {
    const { save, sameAgain } = fill({
      last: { answers: { trade: 'Oysters', account: 'IE•• •••• 5678' }, at: '2025-03-11T10:00:00Z' },
    });
    expect(screen.getByText(/The last time: Oysters/)).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'The same' }));
    await pause();
    expect(save).toHaveBeenCalledWith('trade', 'Oysters');
    fireEvent.click(screen.getByRole('button', { name: 'Everything is as it was then' }));
    await waitFor(() => expect(sameAgain).toHaveBeenCalledOnce());
  });

  it('asks again only what was sent back, with why', () => {
    fill({ answers: { trade: 'Oysters', vat: false }, sentBack: { trade: 'And mussels?' } });
    expect(screen.getByText('Sent back: And mussels?')).toBeDefined();
    expect(screen.getByText(/^One answer is asked for again/)).toBeDefined();
    expect(screen.queryByText('Registered for VAT?')).toBeNull();
  });
});

describe('a questionnaire among what was asked', () => {
  const part: QuestionnairePart = { answered: { are: 2, of: 5 }, sentInAt: '2026-03-10T10:00:00Z', sentInBy: 'Cara Nolan', sentBack: 0, lookedAt: null };
  const ask = { id: 'a1', state: 'done', part } as AskView<QuestionnairePart>;
  const INTO: IntoRecord = {
    filled: [
      { key: 'trade', words: 'What does it do?', place: 'Trade', before: 'farming', after: 'Oysters', why: null },
      {
        key: 'vat',
        words: 'Registered for VAT?',
        place: 'Registered for VAT',
        before: 'not registered',
        after: 'registered',
        why: 'Choose the two-month group.',
      },
    ],
    changed: ['trade'],
    effect: null,
  };
  const show = (answers: Record<string, unknown> = {}) =>
    stage(<QuestionnaireBody ask={ask} />, {
      rights: ['do work', 'change clients'],
      answers: {
        'GET /api/asks/a1/questionnaire': { ...VIEW, answers: { trade: 'Oysters', vat: true }, sentInAt: part.sentInAt, isOpen: false },
        'GET /api/asks/a1/into-record': INTO,
        ...answers,
      },
    });

  it('shows before and after, marks what changed, and takes over what is ticked and sound', async () => {
    const { asked } = show({ 'POST /api/asks/a1/take-over': null });
    const table = await screen.findByRole('table', { name: 'What the answers would change' });
    expect(within(table).getByText('Choose the two-month group.')).toBeDefined();
    expect(screen.getByText('changed since last time')).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Take over 1 answer' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/asks/a1/take-over')?.sent).toEqual({ keys: ['trade'] }));
    fireEvent.click(within(table).getByRole('checkbox', { name: 'Trade' }));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Take over 0 answers' }).disabled).toBe(true);
  });

  it('sends an answer back with why', async () => {
    const { asked } = show({ 'POST /api/asks/a1/send-back': null });
    fireEvent.click((await screen.findAllByRole('button', { name: 'Send back' }))[0]!);
    fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: 'Send back' }));
    expect(await screen.findByText('Say what is still to be said: the client reads it.')).toBeDefined();
    fireEvent.change(screen.getByLabelText('What is still to be said'), { target: { value: 'And mussels?' } });
    fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: 'Send back' }));
    await waitFor(() => expect(asked.find(({ what }) => what === 'POST /api/asks/a1/send-back')?.sent).toEqual({ key: 'trade', reason: 'And mussels?' }));
  });
});

describe('a questionnaire that is written', () => {
  const ID = '0b6e8f6e-7d5e-4c7e-9a51-3d2f6c1c0b01';
  const show = (answers: Record<string, unknown> = {}) =>
    stage(
      <Routes>
        <Route path="/firm/questionnaires/:id" element={<QuestionnairePage />} />
      </Routes>,
      {
        rights: ['change services'],
        at: `/firm/questionnaires/${ID}`,
        answers: {
          [`GET /api/questionnaires/${ID}`]: { id: ID, name: 'Business', version: 3, retired: false, definition: DEFINITION },
          'GET /api/client-details': [],
          'GET /api/client-labels': [],
          ...answers,
        },
      },
    );

  it('is changed under its version, question by question', async () => {
    const { asked } = show({ [`PUT /api/questionnaires/${ID}`]: null });
    fireEvent.click(await screen.findByRole('button', { name: /^What does it do\?/ }));
    fireEvent.change(screen.getByRole('combobox', { name: 'Answered by' }), { target: { value: 'one of' } });
    fireEvent.mouseDown(await screen.findByRole('option', { name: 'one of several' }));
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('Give the choices of "What does it do?".')).toBeDefined();
    fireEvent.change(screen.getByLabelText('Choices'), { target: { value: 'oysters\nmussels\n' } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    await waitFor(() =>
      expect(asked.find(({ what }) => what === `PUT /api/questionnaires/${ID}`)?.sent).toMatchObject({
        version: 3,
        definition: { sections: [{ questions: [{ key: 'trade', kind: 'one of', choices: ['oysters', 'mussels'] }, {}, {}, {}] }, {}] },
      }),
    );
  });

  it('can be tried as a client, without anything being kept', async () => {
    const { asked } = show();
    fireEvent.click(await screen.findByRole('button', { name: 'Try it as a client' }));
    const tried = await screen.findByRole('dialog', { name: 'As a client sees it: Business' });
    fireEvent.click(within(tried).getByRole('radio', { name: 'yes' }));
    expect(within(tried).getByText('VAT number')).toBeDefined();
    expect(asked.some(({ what }) => /^(PUT|POST)/.test(what))).toBe(false);
  });

  it('says what the server refuses', async () => {
    show({ [`PUT /api/questionnaires/${ID}`]: new Refused([{ field: 'name', message: 'There is a questionnaire of this name already.' }]) });
    fireEvent.change(await screen.findByLabelText('Name'), { target: { value: 'Other' } });
    fireEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(await screen.findByText('There is a questionnaire of this name already.')).toBeDefined();
  });
});

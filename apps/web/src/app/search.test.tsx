import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { MemoryRouter, useLocation } from 'react-router';
import { SWRConfig } from 'swr';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { Found } from '@steady/contract/search';
import type { SessionView } from '@steady/contract/sign-in';
import { readAt } from './api';
import type { Area } from './area';
import { Areas } from './brought';
import { Keys } from './keys';
import { Search } from './search';
import { SessionContext } from './session';

const AREA: Area = {
  contents: { to: '/documents', words: 'Documents', at: 10 },
  firmPages: [
    { to: '/firm/roles', words: 'Roles', at: 10, needs: 'run firm' },
    { to: '/firm/rules', words: 'Filing rules', at: 20 },
  ],
  found: { client: { words: 'client', to: ({ id }) => `/clients/${id}` }, document: { words: 'document', to: ({ within }) => `/clients/${within}/documents` } },
  notFound: { at: 10, words: (find) => `Add “${find}” as a prospect`, Opens: ({ find }) => <p>Adding {find}</p> },
};

let answers: Record<string, Found[]>;
let asked: string[];
beforeEach(() => {
  [answers, asked] = [{}, []];
  vi.stubGlobal('fetch', async (address: string) => {
    const find = new URL(address, 'http://x').searchParams.get('find')!;
    asked.push(find);
    return new Response(JSON.stringify(answers[find] ?? []));
  });
});
afterEach(() => vi.unstubAllGlobals());

function Where() {
  return <output>{useLocation().pathname}</output>;
}
function show(rights: string[] = []) {
  render(
    <MemoryRouter initialEntries={['/today']}>
      <SWRConfig value={{ fetcher: readAt, provider: () => new Map(), keepPreviousData: true }}>
        <SessionContext value={{ rights, today: '2026-03-11' } as unknown as SessionView}>
          <Areas value={[AREA]}>
            <Keys>
              <Search />
              <Where />
            </Keys>
          </Areas>
        </SessionContext>
      </SWRConfig>
    </MemoryRouter>,
  );
}
const type = (text: string) => {
  fireEvent.focus(screen.getByRole('combobox', { name: 'Search' }));
  fireEvent.change(screen.getByRole('combobox', { name: 'Search' }), { target: { value: text } });
};
const offered = () => screen.getAllByRole('option').map((one) => one.textContent);
const where = () => document.querySelector('output')!.textContent;

it('says of each thing what it is, and leads to it', async () => {
  answers.inish = [
    { kind: 'client', id: 'c1', name: 'Inishvane Ferries DAC', beside: 'Company' },
    { kind: 'document', id: 'd1', name: 'Inish bank.csv', beside: 'Inishvane Ferries DAC', within: 'c1' },
  ];
  show();
  type('inish');
  await waitFor(() =>
    expect(offered()).toEqual(['Inishvane Ferries DAC Companyclient', 'Inish bank.csv Inishvane Ferries DACdocument', 'Add “inish” as a prospect']),
  );
  fireEvent.mouseDown(screen.getByRole('option', { name: /bank/ }));
  await waitFor(() => expect(where()).toBe('/clients/c1/documents'));
});

it('finds pages by their names, those alone that the person may open', async () => {
  show();
  type('ro');
  await screen.findByText('Nothing was found.');
  type('rul');
  await waitFor(() => expect(offered()[0]).toBe('Firm: Filing rulespage'));
  fireEvent.mouseDown(screen.getByRole('option', { name: /Filing rules/ }));
  await waitFor(() => expect(where()).toBe('/firm/rules'));
});

it('offers what is not there to be added, once it is more than a beginning', async () => {
  show(['run firm']);
  type('ro');
  await waitFor(() => expect(offered()).toEqual(['Firm: Rolespage']));
  type('rosnaree');
  await waitFor(() => expect(offered()).toEqual(['Add “rosnaree” as a prospect']));
  fireEvent.mouseDown(screen.getByRole('option'));
  expect(await screen.findByText('Adding rosnaree')).toBeTruthy();
  expect(asked).toEqual(['ro', 'rosnaree']);
});

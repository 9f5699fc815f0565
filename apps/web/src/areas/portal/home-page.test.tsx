import { render, screen, within } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { SWRConfig } from 'swr';
import { afterEach, expect, it, vi } from 'vitest';
import * as routes from '@steady/contract/conversations-portal.routes';
import * as bills from '@steady/contract/fees-portal.routes';
import * as portalRoutes from '@steady/contract/portal.routes';
import type { PortalMe } from '@steady/contract/requests';
import { readAt } from '../../app/api';
import type { PortalArea } from '../../app/portal-area';
import type { Matter, Matters } from '../../app/portal-matters';
import { PortalAreas } from '../../app/portal-brought';
import { firstView } from './first-view';
import { HomePage } from './home-page';
import { OverPage } from './over-page';

const ME: PortalMe = {
  firm: 'Marram & Tern',
  name: 'Áine',
  today: '2026-03-15',
  looking: false,
  readOnly: false,
  logo: null,
  zone: 'Europe/Dublin',
  country: 'IE',
};
const matter = (title: string, more: Partial<Matter> = {}): Matter => ({
  key: title,
  client: 'Dunmarra Oysters Ltd',
  title,
  to: `/portal/asks/${title}`,
  says: '1 of 3 is in.',
  by: null,
  movedAt: '2026-03-10T09:00:00Z',
  ...more,
});
const brings = (of: Partial<Matters>): PortalArea => ({ matters: { reads: routes.list, of: () => ({ wanted: [], withUs: [], over: [], ...of }) } });
const Shown = ({ areas, Page = HomePage }: { areas: PortalArea[]; Page?: typeof HomePage }) => (
  <SWRConfig value={{ fetcher: readAt, provider: () => new Map() }}>
    <MemoryRouter>
      <PortalAreas value={areas}>
        <Page />
      </PortalAreas>
    </MemoryRouter>
  </SWRConfig>
);
function show(areas: PortalArea[], me: Partial<PortalMe> = {}, Page = HomePage) {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify({ ...ME, ...me }))));
  return render(<Shown areas={areas} Page={Page} />);
}
afterEach(() => vi.unstubAllGlobals());

it('says how many things are theirs to do, what is late first, then what moved last; each leads to its own page', async () => {
  show([
    brings({ wanted: [matter('Records', { by: '2026-03-20' }), matter('Newer', { by: '2026-03-25', movedAt: '2026-03-12T09:00:00Z' })] }),
    brings({ wanted: [matter('Invoice 7', { by: '2026-03-13', to: '/portal/bills/7' })] }),
  ]);
  expect(await screen.findByRole('heading', { name: 'Three things for you' })).toBeDefined();
  const links = within(screen.getByRole('region', { name: 'To do for Dunmarra Oysters Ltd' })).getAllByRole('link');
  expect(links.map((one) => one.getAttribute('href'))).toEqual(['/portal/bills/7', '/portal/asks/Newer', '/portal/asks/Records']);
  expect(links[0]!.textContent).toContain('Wanted by Fri 13 Mar, 2 days ago.');
  expect(links[1]!.textContent).toContain('By Wed 25 Mar.');
});

it('tells the clients apart for whom they act, but names none where there is one alone', async () => {
  const { unmount } = show([brings({ wanted: [matter('Records'), matter('Own return', { client: 'Bríd Foley' })] })]);
  expect(await screen.findByRole('heading', { name: 'Bríd Foley' })).toBeDefined();
  expect(screen.getByRole('heading', { name: 'Dunmarra Oysters Ltd' })).toBeDefined();
  unmount();
  show([brings({ wanted: [matter('Records')] })]);
  expect(await screen.findByRole('heading', { name: 'One thing for you' })).toBeDefined();
  expect(screen.queryByRole('heading', { name: 'Dunmarra Oysters Ltd' })).toBeNull();
});

it('says that nothing is needed where what is open is with the firm, in the words of whoever knows why', async () => {
  show([brings({ withUs: [matter('Sent records', { says: 'we look at it' })], whenQuiet: 'What you sent has come in.' }), brings({})]);
  expect(await screen.findByRole('heading', { name: 'Nothing is needed from you' })).toBeDefined();
  expect(screen.getByText('What you sent has come in.')).toBeDefined();
  expect(within(screen.getByRole('region', { name: 'With us' })).getByText('Sent records')).toBeDefined();
  expect(screen.queryByRole('region', { name: 'Done' })).toBeNull();
});

it('shows the latest of what is done, and all of it on a page of its own: nothing vanishes', async () => {
  const over = Array.from({ length: 7 }, (_, at) => matter(`Old ${at}`, { says: 'all in, thank you', movedAt: `2026-02-0${at + 1}T09:00:00Z` }));
  const { unmount } = show([brings({ over })]);
  const done = within(await screen.findByRole('region', { name: 'Done' })).getAllByRole('link');
  expect(done.map((one) => one.textContent)).toEqual([6, 5, 4, 3, 2].map((at) => `Old ${at}all in, thank you`));
  expect(screen.getByRole('link', { name: 'All 7 matters that are done' }).getAttribute('href')).toBe('/portal/over');
  unmount();
  show([brings({ over })], {}, OverPage);
  expect(within(await screen.findByRole('region', { name: 'Done' })).getAllByRole('link')).toHaveLength(7);
});

it('waits until all areas have said what there is', async () => {
  const asked: string[] = [];
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path);
    return path === bills.list.path ? new Promise(() => undefined) : Promise.resolve(new Response(JSON.stringify(ME)));
  });
  render(<Shown areas={[brings({ wanted: [matter('Records')] }), { matters: { reads: bills.list, of: () => ({ wanted: [], withUs: [], over: [] }) } }]} />);
  await vi.waitFor(() => expect(asked).toEqual([portalRoutes.me.path, routes.list.path, bills.list.path]));
  expect(await screen.findByText('Marram & Tern')).toBeDefined();
  expect(screen.queryByText('Records')).toBeNull();
});

it('is only looked at by somebody of the firm, and says when nothing can be sent', async () => {
  show([brings({ wanted: [matter('Records')] })], { looking: true, readOnly: true });
  expect(await screen.findByText(/Nothing can be sent or paid from here/)).toBeDefined();
  expect(screen.getByText(/For the moment nothing can be sent here/)).toBeDefined();
  expect(document.querySelector('fieldset')!.disabled).toBe(true);
});

it.each([
  ['two clients', [brings({ wanted: [matter('Records', { by: '2026-03-13' }), matter('Own return', { client: 'Bríd Foley', by: '2026-04-01' })] })]],
  ['one client', [brings({ wanted: [matter('Records')], over: [matter('Old')] })]],
  ['nothing to do', [brings({ withUs: [matter('Sent')], whenQuiet: 'What you sent has come in.' })]],
])('reads the same before its parts have come: %s', async (_, areas) => {
  const { container } = show(areas);
  const page = within(container);
  const words = (of: ParentNode) => ['h1', 'h1 + p', 'h2'].map((one) => [...of.querySelectorAll(one)].map(({ textContent }) => textContent));
  const ways = (of: ParentNode) => [...of.querySelectorAll('section a')].map((one) => [one.getAttribute('href'), one.textContent.replace(/ ?›?$/, '')]);
  await page.findByRole('heading', { level: 1 });
  for (const below of container.querySelectorAll('[aria-label="With us"], [aria-label="Done"]')) below.remove();
  const first = firstView(
    ME,
    areas[0]!.matters!.of(null, () => undefined),
  );
  expect(words(first)).toEqual(words(container));
  expect(ways(first)).toEqual(ways(container));
  expect(first.querySelector('header')!.textContent).toBe(container.querySelector('header')!.textContent);
});

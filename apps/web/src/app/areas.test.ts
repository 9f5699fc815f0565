import { matchRoutes } from 'react-router';
import { expect, it } from 'vitest';
import { AREAS } from './areas';
import { router } from './router';

const ID = '0199f0e0-0000-7000-8000-000000000001';
const leads = (to: string) => matchRoutes(router.routes, to)?.at(-1)?.route.path;

it('leads from each entry of the contents line and of Firm to a page that is there', () => {
  const entries = AREAS.flatMap((area) => [...(area.contents ? [area.contents] : []), ...(area.firmPages ?? [])]);
  expect(entries.length).toBeGreaterThan(15);
  expect(entries.filter(({ to }) => [undefined, '*'].includes(leads(to))).map(({ words }) => words)).toEqual([]);
  expect(leads('/no-such-page')).toBe('*');
});

it('leads from what keys and the search open to a page that is there', () => {
  const goTo = AREAS.flatMap((area) => [
    ...(area.keys ?? []).flatMap((key) => key.goTo ?? []),
    ...Object.entries(area.found ?? {}).map(([kind, { to }]) => to({ kind, id: ID, within: ID, name: '', beside: '' })),
  ]);
  expect(goTo.filter((to) => [undefined, '*'].includes(leads(to)))).toEqual([]);
});

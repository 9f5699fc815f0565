import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import * as portalRoutes from '@steady/contract/portal.routes';
import { PORTAL_AREAS } from './portal-areas';
import { PORTAL_MATTERS, asksInPortal } from './portal-said';

it('the page says before its parts have come what its areas say, and nothing less', () => {
  expect(PORTAL_MATTERS).toEqual(PORTAL_AREAS.flatMap(({ matters }) => matters ?? []));
  for (const { askKind } of PORTAL_AREAS) if (askKind) expect(askKind).toMatchObject(asksInPortal(askKind.kind)!);
});

it('all that it says is asked for before any part has come', () => {
  const script = readFileSync(join(import.meta.dirname, '../../public/portal-early.js'), 'utf8');
  expect([...script.matchAll(/'(\/api\/[^']*)'/g)].map(([, path]) => path)).toEqual([
    portalRoutes.me.path,
    ...PORTAL_MATTERS.map(({ reads }) => (reads as { path: string }).path),
  ]);
});

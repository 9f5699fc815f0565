import { renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { SWRConfig } from 'swr';
import { expect, it, vi } from 'vitest';
import type { PortalAsk } from '@steady/contract/asks';
import type { PortalMe } from '@steady/contract/requests';
import { readAt } from '../../app/api';
import { useAsksInPortal } from './in-portal';

const asked = (partyId: string, stands: PortalAsk['stands']) => ({ partyId, stands, kind: 'things', title: partyId }) as PortalAsk;

/** What the portal shows of these asks to somebody who is in. */
async function shown(...asks: PortalAsk[]) {
  vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(asks))));
  const { result } = renderHook(() => useAsksInPortal({ name: 'Bríd' } as unknown as PortalMe), {
    wrapper: ({ children }: { children: ReactNode }) => <SWRConfig value={{ fetcher: readAt, provider: () => new Map() }}>{children}</SWRConfig>,
  });
  await expect.poll(() => result.current).toBeDefined();
  return result.current!;
}

it('shows what is wanted first, then what is with the firm, and what is over below', async () => {
  const { open, done } = await shown(
    asked('sent', 'with us'),
    asked('old', 'done'),
    asked('first', 'wanted'),
    asked('gone', 'not needed'),
    asked('second', 'wanted'),
  );
  expect(open.map(({ key, waits }) => [key, waits])).toEqual([
    ['first', false],
    ['second', false],
    ['sent', true],
  ]);
  expect(done.map(({ key }) => key)).toEqual(['old', 'gone']);
});

it.each([
  [['with us', 'done'], 'What you sent has come in. We look at it and come back to you if something is missing.'],
  [['refused', 'done'], 'You refused what was asked last. We come back to you about it.'],
  [['not needed', 'done'], 'We have all we need for now. Thank you.'],
  [['not needed'], 'We come back to you when we need something.'],
  [[], 'We come back to you when we need something.'],
] as [PortalAsk['stands'][], string][])('where nothing is to be done and the last were %j says "%s"', async (stands, words) => {
  expect((await shown(...stands.map((one, at) => asked(`p${at}`, one)))).whenQuiet).toBe(words);
});

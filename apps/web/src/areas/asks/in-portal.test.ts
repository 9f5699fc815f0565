import { expect, it } from 'vitest';
import type { PortalAsk } from '@steady/contract/asks';
import type { AskInPortal } from '../../app/portal-matters';
import { askMatters } from './in-portal';

const asked = (partyId: string, stands: PortalAsk['stands']) =>
  ({
    id: `ask ${partyId}`,
    partyId,
    stands,
    kind: 'things',
    title: partyId,
    client: 'Gannet Smokery Ltd',
    wantedBy: '2026-03-20',
    askedAt: '2026-03-10T09:00:00Z',
  }) as PortalAsk;
const THINGS: AskInPortal = {
  kind: 'things',
  title: ({ title }) => title,
  says: ({ stands }) => stands,
  done: () => ({ of: 3, are: 1 }),
  movedAt: ({ askedAt }) => askedAt,
};

/** What the portal shows of these asks to somebody who is in. */
const shown = (...asks: PortalAsk[]) => askMatters.of(asks, (kind) => (kind === 'things' ? THINGS : undefined));

it('shows what is wanted with its day, what is with the firm, and what is over; each leads to its own page', () => {
  const { wanted, withUs, over } = shown(
    asked('sent', 'with us'),
    asked('old', 'done'),
    asked('first', 'wanted'),
    asked('gone', 'not needed'),
    asked('no', 'refused'),
  );
  expect(wanted).toEqual([
    {
      key: 'first',
      client: 'Gannet Smokery Ltd',
      title: 'first',
      to: '/portal/asks/ask first',
      says: 'wanted',
      done: { of: 3, are: 1 },
      by: '2026-03-20',
      movedAt: '2026-03-10T09:00:00Z',
    },
  ]);
  expect(withUs.map(({ key, by }) => [key, by])).toEqual([['sent', null]]);
  expect(over.map(({ key }) => key).sort()).toEqual(['gone', 'no', 'old']);
});

it.each([
  [['with us', 'done'], 'What you sent has come in. We look at it and come back to you if something is missing.'],
  [['refused', 'done'], 'You refused what was asked last. We come back to you about it.'],
  [['not needed', 'done'], 'We have all we need for now. Thank you.'],
  [['not needed'], 'We come back to you when we need something.'],
  [[], 'We come back to you when we need something.'],
] as [PortalAsk['stands'][], string][])('where nothing is to be done and the last were %j says "%s"', (stands, words) => {
  expect(shown(...stands.map((one, at) => asked(`p${at}`, one))).whenQuiet).toBe(words);
});

import { render, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { PortalAsk } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import { PortalRequest } from './portal-request';

const item = (state: RequestItemView['state'], at: number): RequestItemView =>
  ({ id: `i${at}`, name: `Thing ${at}`, description: '', state, answers: [] }) as never;
const asked = (...states: RequestItemView['state'][]): PortalAsk<RequestPart> =>
  ({
    id: 'a1',
    title: 'Papers',
    client: 'Gannet Smokery Ltd',
    wantedBy: '2026-03-20',
    askedBy: 'Niamh',
    askedAt: '2026-03-10T09:00:00Z',
    part: { items: states.map(item) },
  }) as never;

it.each([
  [['asked'], 'Please send it by'],
  [['asked', 'asked'], 'Please send these 2 things by'],
  [['sent back'], 'It came back, with what is missing. Please send it again by'],
  [['sent back', 'asked', 'sent back'], 'Please send these 3 things by Fri 20 Mar 2026; 2 of them came back, with what is missing.'],
  [['answered', 'asked'], '1 of 2 is in. Please send the rest by'],
  [['answered', 'accepted', 'sent back'], '2 of 3 are in. Please send the one that came back by'],
  [['answered', 'sent back', 'sent back'], '1 of 3 is in. Please send the 2 that came back by'],
  [['answered', 'sent back', 'asked'], '1 of 3 is in. Please send the rest by'],
  [['accepted', 'answered'], 'Everything has come in.'],
] as [RequestItemView['state'][], string][])('with items %j says "%s"', (states, words) => {
  render(<PortalRequest ask={asked(...states)} />);
  expect(screen.getByRole('region', { name: 'Papers' }).textContent).toContain(words);
});

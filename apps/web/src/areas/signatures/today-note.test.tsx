import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { TodayView } from '@steady/contract/today';
import { stage } from '../../../test/stage';
import { SignaturesNote } from './today-note';

it('says what is news, each leading to those documents, and nothing of what is not', () => {
  stage(<SignaturesNote today={{ signatures: { signed: 3, refused: 0, stuck: 1, own: [] } } as unknown as TodayView} />);
  expect(screen.getAllByRole('link').map((link) => [link.textContent, link.getAttribute('href')])).toEqual([
    ['1 in trouble', '/signatures?state=in%20trouble'],
    ['3 signed by all since the day before', '/signatures?state=signed'],
  ]);
});

it('has what waits for one’s own signature first', () => {
  const own = [{ partyId: 'p1', title: 'Accounts 2025', client: 'Dunmarra Quarries Ltd', wantedBy: '2026-03-25' }];
  stage(<SignaturesNote today={{ signatures: { signed: 0, refused: 1, stuck: 0, own } } as unknown as TodayView} />);
  expect(screen.getAllByRole('link').map((link) => [link.textContent, link.getAttribute('href')])).toEqual([
    ['Sign: Accounts 2025, Dunmarra Quarries Ltd', '/signatures/p1/sign'],
    ['1 refused', '/signatures?state=refused'],
  ]);
});

import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { TodayView } from '@steady/contract/today';
import { stage } from '../../../test/stage';
import { SignaturesNote } from './today-note';

it('says what is news, each leading to those documents, and nothing of what is not', () => {
  stage(<SignaturesNote today={{ signatures: { signed: 3, refused: 0, stuck: 1 } } as TodayView} />);
  expect(screen.getAllByRole('link').map((link) => [link.textContent, link.getAttribute('href')])).toEqual([
    ['1 in trouble', '/signatures?state=in%20trouble'],
    ['3 signed by all since the day before', '/signatures?state=signed'],
  ]);
});

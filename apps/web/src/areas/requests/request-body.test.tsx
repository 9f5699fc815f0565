import { screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { AskView } from '@steady/contract/asks';
import type { RequestItemView, RequestPart } from '@steady/contract/requests';
import { stage } from '../../../test/stage';
import { RequestBody } from './request-body';

const item = (name: string, state: RequestItemView['state'], more = {}) => ({ id: name, name, description: '', state, answers: [], question: null, ...more });
const show = (state: AskView['state'], ...items: object[]) => {
  const ask = { id: 'a1', state, part: { items } } as never as AskView<RequestPart>;
  return stage(<RequestBody ask={ask} />, { rights: ['do work'], answers: {} }).container.textContent;
};

it('says what became of each thing that was asked for, and what is still wanted', () => {
  const said = show('with the client', item('Bank', 'asked'), item('Sales', 'accepted'), item('Stock', 'sent back', { sentBackReason: 'Page 2 is missing.' }));
  expect(said).toContain('Bank asked');
  expect(said).toContain('Sales accepted');
  expect(said).toContain('Sent back: “Page 2 is missing.”');
});

it('wants nothing any more of a request that was withdrawn; what came stays as it was', () => {
  const said = show('withdrawn', item('Bank', 'asked'), item('Sales', 'accepted'), item('Stock', 'sent back', { sentBackReason: 'Page 2 is missing.' }));
  expect(said).toContain('Bank no longer wanted');
  expect(said).toContain('Stock no longer wanted');
  expect(said).toContain('Sales accepted');
  expect(said).not.toContain('Page 2 is missing');
  expect(screen.queryByRole('button', { name: 'Accept' })).toBeNull();
});

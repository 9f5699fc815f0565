import { cleanup, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { OnPaperBefore } from '@steady/contract/procedures';
import { stage } from '../../../test/stage';
import { OnPaperBeforeStarting } from './before-starting';

afterEach(cleanup);

const FOUND: OnPaperBefore = {
  procedure: { id: 'p1', name: 'VAT return' },
  clients: 1,
  jobs: 2,
  ways: 1,
  faults: [],
  goesOut: [],
  minutesOf: { c1: 30 },
  tasks: 4,
  minutes: 60,
  requests: 0,
  messages: 0,
  bills: 0,
};
const said = (more: Partial<OnPaperBefore> = {}) => {
  stage(<OnPaperBeforeStarting of={[{ ...FOUND, ...more }]} />);
  return screen.getByRole('region', { name: 'Preview first' }).textContent;
};
const sent = (at: number) => ({ clientId: `c${at}`, client: `Client ${at}`, what: 'Writes "Welcome"', to: ['Ann Gannet', 'Ben Quay'] });

describe('before work begins', () => {
  it('says the jobs of a client with several periods, and that nothing is sent', () => {
    expect(said()).toContain('VAT return: 1 client, 2 jobs; 4 tasks, 1 h 00.Nothing is sent to clients when it begins.');
  });

  it('names who gets what, and counts the rest', () => {
    expect(said({ goesOut: [sent(1)] })).toContain(
      'Sent outside the firm at once, and not to be taken back:Client 1: Writes "Welcome", to Ann Gannet and Ben Quay',
    );
    cleanup();
    expect(said({ goesOut: Array.from({ length: 10 }, (_, at) => sent(at)) })).toContain('and 2 more');
  });
});

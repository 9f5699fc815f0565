import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { JobView } from '@steady/contract/jobs';
import { type Asked, stage } from '../../../test/stage';
import { RequestLeaf } from './request-leaf';

const JOB = {
  id: 'j1',
  name: 'VAT return, Mar-Apr 2026',
  service: null,
  phases: [
    { key: 'wait', stands: 'current', proposedRequests: [{ key: 'records', title: 'What we need', items: [{ name: 'Bank statement', description: '' }] }] },
  ],
} as unknown as JobView;
const LAST = {
  of: 'VAT return, Jan-Feb 2026',
  title: 'Records, Mar-Apr 2026',
  wantedBy: '2026-03-25',
  items: [
    { name: 'Sales list', description: null },
    { name: 'Till rolls', description: 'Of both tills' },
  ],
};
const GOES = {
  messages: [{ to: 'Bríd Foley', address: 'b@dunmarra.example', subject: 's', body: 'b', goesOut: { at: '2026-03-11T09:00:00Z', why: null } }],
  nobody: [],
};
const show = (job = JOB, last = [LAST]) =>
  stage(<RequestLeaf job={job} onClose={() => undefined} />, {
    rights: ['do work'],
    answers: { 'GET /api/jobs/j1/requests/last-time': last, 'POST /api/jobs/j1/requests/preview': GOES, 'POST /api/jobs/j1/requests': { id: 'a1' } },
  });
const sent = (asked: Asked) => asked.find(({ what }) => what === 'POST /api/jobs/j1/requests')?.sent;
const send = async () => {
  fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Send to Bríd Foley' }));
};

it('begins with what the procedure plans, and is sent under its key', async () => {
  const { asked } = show();
  expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe('What we need, Mar-Apr 2026');
  await send();
  await waitFor(() => expect(sent(asked)).toMatchObject({ planKey: 'records', title: 'What we need, Mar-Apr 2026', dueOn: '2026-03-18' }));
});

it('takes what was asked last time, with its day, in place of that', async () => {
  const { asked } = show();
  await screen.findByRole('option', { name: 'as last time, VAT return, Jan-Feb 2026: Records, Mar-Apr 2026' });
  fireEvent.change(screen.getByLabelText('Which request'), { target: { value: 'last 0' } });
  expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe('Records, Mar-Apr 2026');
  expect(screen.getByLabelText<HTMLSelectElement>('Which request').value).toBe('last 0');
  await send();
  await waitFor(() =>
    expect(sent(asked)).toMatchObject({
      title: 'Records, Mar-Apr 2026',
      dueOn: '2026-03-25',
      items: [{ name: 'Sales list' }, { name: 'Till rolls', description: 'Of both tills' }],
    }),
  );
  expect((sent(asked) as { planKey?: string }).planKey).toBeUndefined();
});

it('goes back to the plan, and to something else, as one chooses', async () => {
  show();
  await screen.findByRole('option', { name: /^as last time/ });
  for (const [choose, title] of [
    ['last 0', 'Records, Mar-Apr 2026'],
    ['records', 'What we need, Mar-Apr 2026'],
    ['', ''],
  ] as const) {
    fireEvent.change(screen.getByLabelText('Which request'), { target: { value: choose } });
    expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe(title);
  }
});

it('offers last time alone where the procedure plans nothing, and no choice where there is nothing', async () => {
  const bare = { ...JOB, phases: [{ key: 'wait', stands: 'current' }] } as unknown as JobView;
  const { unmount } = show(bare);
  expect(await screen.findByRole('option', { name: /^as last time/ })).toBeDefined();
  unmount();
  show(bare, []);
  expect(screen.queryByLabelText('Which request')).toBeNull();
});

it('is planned for a day, told in the portal only, and asked with each later job', async () => {
  const { asked } = show({ ...JOB, service: 'VAT return' });
  fireEvent.change(screen.getByLabelText('Goes out'), { target: { value: 'on a day' } });
  fireEvent.change(screen.getByLabelText('On'), { target: { value: 'Mon 16 Mar' } });
  fireEvent.change(screen.getByLabelText('Asked again'), { target: { value: 'day' } });
  fireEvent.change(screen.getByLabelText('Day of the month'), { target: { value: '8' } });
  fireEvent.click(screen.getByLabelText(/in the portal only/));
  fireEvent.click(screen.getByRole('button', { name: 'Look at what goes out' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Plan it for Mon 16 Mar' }));
  await waitFor(() => expect(sent(asked)).toMatchObject({ sendOn: '2026-03-16', portalOnly: true, eachTime: 8 }));
  expect(await screen.findByText('Planned: it goes out Mon 16 Mar. It is asked with each later job as well.')).toBeDefined();
});

it('goes out at once again where no day is wanted after all, and is asked again with no job of its own', async () => {
  const { asked } = show();
  expect(screen.queryByLabelText('Asked again')).toBeNull();
  fireEvent.change(screen.getByLabelText('Goes out'), { target: { value: 'on a day' } });
  fireEvent.change(screen.getByLabelText('On'), { target: { value: 'Mon 16 Mar' } });
  fireEvent.change(screen.getByLabelText('Goes out'), { target: { value: 'now' } });
  await send();
  await waitFor(() => expect(sent(asked)).toBeDefined());
  expect((sent(asked) as { sendOn?: string }).sendOn).toBeUndefined();
});

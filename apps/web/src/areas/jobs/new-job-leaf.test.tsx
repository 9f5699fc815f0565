import { cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { NewJobLeaf } from './new-job-leaf';

afterEach(cleanup);

const GRANT = {
  id: '01900000-0000-7000-8000-000000000001',
  name: 'Grant claim',
  phases: ['Do'],
  tasks: 1,
  minutes: 60,
  actions: 0,
  services: [],
  jobs: 0,
  onlyFor: null,
};
const CLOSED = { own: [{ id: 'd', day: '2026-03-12', name: 'Regatta' }], holidays: [{ day: '2026-03-17', name: 'Saint Patrick’s Day' }] };
const CLIENT = { id: '01900000-0000-7000-8000-000000000002', name: 'Dunmarra Oysters Ltd' };
const show = async (closed: object = CLOSED) => {
  const answers = {
    'GET /api/firm/closing-days': closed,
    'GET /api/procedures': [GRANT],
    'POST /api/procedures/before-starting': [],
    'POST /api/jobs': { id: 'j1' },
  };
  const { asked } = stage(<NewJobLeaf client={CLIENT} onClose={() => undefined} />, { answers });
  await screen.findByRole('dialog', { name: 'A new job' });
  return asked;
};
const valueOf = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;

describe('a new job', () => {
  it('has dates proposed on days on which the firm works', async () => {
    await show();
    expect([valueOf('Starts'), valueOf('Due')]).toEqual(['Fri 13 Mar 2026', 'Thu 26 Mar 2026']);
  });

  it('begins tomorrow where nothing is closed', async () => {
    await show({ own: [], holidays: [] });
    expect(valueOf('Starts')).toBe('Thu 12 Mar 2026');
  });

  it('takes the name and the days of its procedure, and is sent with it', async () => {
    const asked = await show({ own: [], holidays: [{ day: '2026-03-23', name: 'Holiday' }] });
    await screen.findByRole('option', { name: 'Grant claim' });
    fireEvent.change(screen.getByLabelText('Done by the procedure'), { target: { value: GRANT.id } });
    // Ten days after the start are a Sunday, and the Monday after it is closed.
    expect([valueOf('Name'), valueOf('Due')]).toEqual(['Grant claim', 'Tue 24 Mar 2026']);
    fireEvent.click(screen.getByRole('button', { name: 'Begin the job' }));
    await screen.findByLabelText('address');
    await expect
      .poll(() => asked.find((one) => one.what === 'POST /api/jobs')?.sent)
      .toMatchObject({ clientId: CLIENT.id, procedureId: GRANT.id, dueOn: '2026-03-24' });
  });
});

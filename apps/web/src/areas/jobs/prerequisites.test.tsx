import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import type { JobView } from '@steady/contract/jobs';
import { stage } from '../../../test/stage';
import { JobPrerequisitesList } from './prerequisites';

const JOB = {
  id: 'j1',
  status: 'open',
  prerequisites: [
    { key: 'closed', name: 'Last period closed', holds: true, confirmedAt: null, confirmedBy: null },
    { key: 'bank', name: 'Bank up to date', holds: false, confirmedAt: '2026-03-10T09:00:00Z', confirmedBy: 'Aoife Ryan' },
  ],
} as unknown as JobView;
const show = (job = JOB, rights: ('do work' | 'see clients')[] = ['do work']) =>
  stage(<JobPrerequisitesList job={job} />, { rights, answers: { 'POST /api/jobs/j1/prerequisites': null } });

it('says what holds the first task and who confirmed what, and is ticked', async () => {
  const { asked } = show();
  expect(screen.getByText('not confirmed: the first task waits for it')).toBeDefined();
  expect(screen.getByText(/^Aoife Ryan/)).toBeDefined();
  fireEvent.click(screen.getByRole('checkbox', { name: /Last period closed/ }));
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ key: 'closed', isSo: true }));
  fireEvent.click(screen.getByRole('checkbox', { name: /Bank up to date/ }));
  await waitFor(() => expect(asked.at(-1)?.sent).toEqual({ key: 'bank', isSo: false }));
});

it('is left as it is once the job is finished, and by whoever does no work', () => {
  show({ ...JOB, status: 'finished' });
  expect(screen.getAllByRole<HTMLInputElement>('checkbox').every((box) => box.disabled)).toBe(true);
});

import { fireEvent, screen } from '@testing-library/react';
import { expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { ProposedLines } from './today';

it('details that a client asks to change are opened by who may change clients, and by nobody else', async () => {
  const line = {
    id: 'd1',
    at: '2026-03-09T09:00:00Z',
    by: 'Colm Garvan',
    clientId: 'c1',
    client: 'Inishvane Ferries DAC',
    contactId: 'p1',
    about: 'person' as const,
    what: 'Mobile',
  };
  const view = {
    ...line,
    version: 1,
    note: null,
    changes: [{ key: 'mobile', label: 'Mobile', before: null, after: '085 555 0177' }],
    decidedAt: null,
    decidedBy: null,
    reason: null,
  };
  const lines = (rights: NonNullable<Parameters<typeof stage>[1]>['rights']) =>
    stage(
      <table>
        <tbody>
          <ProposedLines today={{ proposedDetails: { rows: [line], count: 1 } } as never} />
        </tbody>
      </table>,
      { rights, answers: { 'GET /api/proposed-details/d1': view, 'POST /api/proposed-details/d1/decide': null } },
    );
  const { unmount } = lines([]);
  expect(screen.getByText('Mobile')).toBeDefined();
  expect(screen.queryByRole('button', { name: 'Mobile' })).toBeNull();
  unmount();
  const { asked } = lines(['change clients']);
  fireEvent.click(screen.getByRole('button', { name: 'Mobile' }));
  fireEvent.click(await screen.findByLabelText('Mobile'));
  fireEvent.change(screen.getByLabelText('Why the rest is not taken over'), { target: { value: 'It is not yours.' } });
  fireEvent.click(screen.getByRole('button', { name: 'Take over nothing' }));
  expect(await screen.findByText('Nothing was taken over; Colm Garvan is told.')).toBeDefined();
  expect(asked.find(({ what }) => what.startsWith('POST'))!.sent).toEqual({ version: 1, keys: [], reason: 'It is not yours.' });
});

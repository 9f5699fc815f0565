import { fireEvent, screen, waitFor } from '@testing-library/react';
import { expect, it } from 'vitest';
import { stage } from '../../../test/stage';
import { ToldSection } from './told-section';

const telling = { 'came in': 'not', completed: 'once a day', asked: 'once a day' };

it('keeps each choice at once, with the others as they are', async () => {
  const { asked } = stage(<ToldSection />, { answers: { 'GET /api/you/told': { telling }, 'PUT /api/you/told': null } });
  const came = await screen.findByLabelText<HTMLSelectElement>('Something came in');
  expect(came.value).toBe('not');
  fireEvent.change(came, { target: { value: 'at once' } });
  await waitFor(() => expect(asked.find(({ what }) => what.startsWith('PUT'))?.sent).toEqual({ telling: { ...telling, 'came in': 'at once' } }));
  expect(await screen.findByText('Something came in: you are told in the application, and by mail at once.')).toBeDefined();
});

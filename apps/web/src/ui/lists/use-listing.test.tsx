import { cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, expect, it } from 'vitest';
import * as jobsRoutes from '@steady/contract/jobs.routes';
import { stage } from '../../../test/stage';
import { useListState } from './list-state';
import { useListing } from './use-listing';

afterEach(cleanup);

const { list, ids, place, sums, fields, file } = jobsRoutes;
const LIST = { list, ids, place, sums, fields, file };

function Example() {
  const [status, setStatus] = useState('open');
  const state = useListState([]);
  const of = useListing(LIST, state, { status });
  return (
    <>
      <p>Chosen: {of.chosen.size}</p>
      <button onClick={() => of.onChoose(new Set(['a', 'b']))}>Choose two</button>
      <button onClick={() => setStatus('finished')}>Filter</button>
    </>
  );
}

it('begins the choice anew when what is shown is filtered otherwise: what is hidden is not changed', () => {
  stage(<Example />, { answers: { 'GET /api/jobs': { rows: [], total: 0, more: false, said: '' }, 'GET /api/jobs/fields': { fields: [], saved: [] } } });
  fireEvent.click(screen.getByRole('button', { name: 'Choose two' }));
  expect(screen.getByText('Chosen: 2')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Filter' }));
  expect(screen.getByText('Chosen: 0')).toBeTruthy();
});

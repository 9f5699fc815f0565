import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { SeasonPreview, SeasonRow } from '@steady/contract/season';
import { eur, stage } from '../../../test/stage';
import { AsksWithThem, LeftOut, SeasonTable } from './season-table';

const row = (id: string, more: Partial<SeasonRow> = {}): SeasonRow => ({
  obligationId: id,
  lineId: id,
  clientId: id,
  client: `Client ${id}`,
  name: 'VAT return, Jan-Feb 2026',
  periodEnd: '2026-02-28',
  dueOn: '2026-03-23',
  minutes: 90,
  asks: [],
  fee: eur(18_000),
  jobId: null,
  jobNumber: null,
  ...more,
});

describe('who was named and is left out of a season', () => {
  const said = (of: Partial<SeasonPreview>) => {
    const { container } = stage(<LeftOut of={{ rows: [], notFound: [], without: [], ...of }} />);
    return [...container.querySelectorAll('p')].map((line) => line.textContent);
  };

  it('is nobody where all were found', () => {
    expect(said({})).toEqual([]);
  });

  it('is named, twelve at most', () => {
    const names = Array.from({ length: 14 }, (_, at) => `Nobody ${at + 1}`);
    expect(said({ notFound: names.slice(0, 2), without: names.map((client) => ({ id: client, client })) as unknown as SeasonPreview['without'] })).toEqual([
      'Nobody is called Nobody 1, Nobody 2.',
      `Nothing of it is open for ${names.slice(0, 12).join(', ')} and more.`,
    ]);
  });
});

describe('the jobs of a season', () => {
  it('that are there already lead to them, and are not chosen with all others', () => {
    const chosen: string[][] = [];
    stage(
      <SeasonTable
        of={{ rows: [row('a'), row('b', { jobId: 'j9', jobNumber: 9 })], notFound: [], without: [] }}
        chosen={new Set()}
        minutesOf={(row) => row.minutes}
        onChoose={(keys) => chosen.push([...keys])}
      />,
    );
    expect(screen.getByRole('link', { name: 'there already: job 9' }).getAttribute('href')).toBe('/jobs/j9');
    fireEvent.click(screen.getByRole('checkbox', { name: 'Choose all that are shown' }));
    expect(chosen).toEqual([['a']]);
    const [, first] = within(screen.getByRole('table')).getAllByRole('row');
    expect(first!.textContent).toContain('1 h 30');
  });
});

it('says which requests go with the jobs that are chosen, and nothing where none do', () => {
  const { container } = stage(<AsksWithThem of={[row('a', { asks: ['Stock', 'Deposits'] }), row('b', { asks: ['Stock'] }), row('c')]} />);
  expect(container.textContent).toContain('With 2 jobs of them go 3 requests that are asked each time');
  const none = stage(<AsksWithThem of={[row('c')]} />);
  expect(none.container.querySelector('p')).toBeNull();
});

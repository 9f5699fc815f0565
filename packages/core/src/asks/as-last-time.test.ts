import { describe, expect, it } from 'vitest';
import { civil } from '../calendar';
import { holidayCalendar } from '../holidays';
import { asLastTime } from '.';

const EARLIER = {
  title: 'Records, Jan-Feb 2026',
  items: [
    { name: 'Bank statements Jan-Feb 2026', description: 'All pages, to the end of Jan-Feb 2026', period: null, wantedBy: null, link: null },
    { name: 'Sales list', description: null, period: 'Jan-Feb 2026', wantedBy: '2026-03-04', link: 'https://till.example/export' },
  ],
  askedOn: civil('2026-03-02'),
  wantedBy: civil('2026-03-09'),
};
const JOBS = { earlier: 'VAT return, Jan-Feb 2026', later: 'VAT return, Mar-Apr 2026' };
const ON = { today: civil('2026-05-01'), calendar: holidayCalendar('IE', { from: 2026, until: 2026 }) };

describe('a request as last time', () => {
  it('names the later period wherever the earlier one was named', () => {
    const { title, items } = asLastTime(EARLIER, JOBS, ON);
    expect(title).toBe('Records, Mar-Apr 2026');
    expect(items).toEqual([
      { name: 'Bank statements Mar-Apr 2026', description: 'All pages, to the end of Mar-Apr 2026', period: null, wantedBy: null, link: null },
      // Two working days after it was asked, as then: a holiday and a weekend lie between.
      { name: 'Sales list', description: null, period: 'Mar-Apr 2026', wantedBy: '2026-05-06', link: 'https://till.example/export' },
    ]);
  });

  it('gives the client as many working days as then: a holiday and a weekend lie between', () => {
    expect(asLastTime(EARLIER, JOBS, ON).wantedBy.toString()).toBe('2026-05-11');
  });

  it('gives at least one where it was wanted on the very day', () => {
    const wantedBy = EARLIER.askedOn;
    expect(asLastTime({ ...EARLIER, wantedBy }, JOBS, ON).wantedBy.toString()).toBe('2026-05-05');
  });

  it.each([[{ earlier: 'Accounts', later: 'Accounts' }], [{ earlier: 'Accounts', later: 'Accounts, year to 31 Dec 2026' }]])(
    'keeps the words where the names of the jobs tell no period: %j',
    (jobs) => {
      expect(asLastTime(EARLIER, jobs, ON).title).toBe('Records, Jan-Feb 2026');
    },
  );
});

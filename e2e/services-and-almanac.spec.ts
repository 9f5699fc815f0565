import { type Browser, type Page, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, said, signedIn, startDemo, choose, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4694);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
const heading = (page: Page, name: string) => expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();

test('a service is worked down one page, and its dates move only after they were seen', async ({ browser }) => {
  const page = await orlaAt(browser, '/firm');
  await heading(page, 'Marram & Tern, Accountants');

  await test.step('services are put into another order by the arrow keys', async () => {
    const names = () => page.getByRole('table', { name: 'Services' }).locator('tbody tr td:nth-child(2) a').allTextContents();
    await page
      .getByRole('button', { name: /^Place of/ })
      .first()
      .waitFor();
    const [first, second] = await names();
    await page.getByRole('button', { name: `Place of ${first}` }).focus();
    await page.keyboard.press('ArrowDown');
    await expect(async () => expect((await names()).slice(0, 2)).toEqual([second, first])).toPass();
    await page.reload();
    await expect(async () => expect((await names()).slice(0, 2)).toEqual([second, first])).toPass();
    await expectAccessible(page);
  });

  await test.step('a lead time shows what it moves, and is kept when that is confirmed', async () => {
    await page.getByRole('link', { name: 'Books, monthly' }).click();
    await heading(page, 'Books, monthly');
    await expectAccessible(page);
    await page.getByLabel('Our target, working days ahead of it').fill('x');
    await page.getByRole('button', { name: 'Save the service' }).click();
    await expect(page.getByText('Give a whole number of working days.')).toBeVisible();
    await page.getByLabel('Our target, working days ahead of it').fill('3');
    await page.getByRole('button', { name: 'Save the service' }).click();
    await expect(page.getByRole('table', { name: 'Dates before and after' })).toBeVisible();
    await expect(page.getByText(/deadlines move/)).toBeVisible();
    await page.getByRole('button', { name: 'Save, with these dates' }).click();
    await said(page, 'Saved "Books, monthly".');
  });

  await test.step('a shipped rule is copied beside its effect on the clients', async () => {
    await page.getByRole('link', { name: 'Filing rules' }).click();
    await page.getByLabel('Find').fill('VAT return');
    await page.getByRole('link', { name: 'Copy VAT return' }).first().click();
    await heading(page, 'A copy of "VAT return"');
    await expectAccessible(page);
    await page.getByLabel('Day of the month').first().fill('20');
    await page.getByRole('button', { name: 'See what changes' }).click();
    await expect(page.getByRole('region', { name: 'What changes' })).toContainText('deadlines move');
    await page.getByLabel('Day of the month').first().fill('40');
    await page.getByRole('button', { name: 'See what changes' }).click();
    await expect(page.getByRole('alert')).toContainText('give a day from 1 to 31');
    await page.getByRole('link', { name: 'Cancel' }).click();
  });
});

test('a client gets a second line of a service, pauses it and stops it', async ({ browser }) => {
  const page = await orlaAt(browser, '/clients');
  await page.getByRole('row', { name: /Dunmarra Oysters Ltd/ }).click();
  await heading(page, 'Dunmarra Oysters Ltd');
  await expect(page.getByRole('table', { name: 'Deadlines ahead' })).toBeVisible();
  const leaf = page.getByRole('dialog');

  await test.step('weekly wages beside the monthly return', async () => {
    await page.keyboard.press('n');
    await page.keyboard.press('s');
    await choose(leaf.getByLabel('Service', { exact: true }), 'Payroll return');
    await expect(leaf.getByText('another line does already')).toBeVisible();
    await leaf.getByLabel('How often', { exact: true }).selectOption('weekly');
    await leaf.getByLabel('Name of this line').fill('Pickers, weekly');
    await expectAccessible(page);
    await leaf.getByRole('button', { name: 'See what changes' }).click();
    await expect(leaf.getByText(/deadlines come/)).toBeVisible();
    await leaf.getByRole('button', { name: 'Add the service' }).click();
    await said(page, 'Added. Its next deadlines are in the list.');
    await expect(page.getByRole('row', { name: /Pickers, weekly, 11-15 Mar 2026/ })).toBeVisible();
  });

  await test.step('a moved year-end shows every date before it is saved', async () => {
    await page.keyboard.press('e');
    await leaf.getByLabel('Year-end', { exact: true }).selectOption({ label: 'June' });
    await leaf.getByRole('button', { name: 'Save the facts' }).click();
    await expect(leaf.getByRole('table', { name: 'Dates before and after' })).toContainText('year to 30 Jun 2026');
    await leaf.getByRole('button', { name: 'Cancel' }).click();
    await leaf.getByRole('button', { name: 'Leave without saving' }).click();
    await expect(page.getByText('31 December')).toBeVisible();
  });

  await test.step('a line is stopped with its reason', async () => {
    await page.getByRole('button', { name: 'Stop Pickers, weekly' }).click();
    await leaf.getByRole('button', { name: 'See what changes' }).click();
    await expect(leaf.getByText('Give a reason for stopping')).toBeVisible();
    await leaf.getByLabel('Why').fill('paid through the co-op now');
    await leaf.getByLabel('Last day').fill('2026-03-31');
    await leaf.getByRole('button', { name: 'See what changes' }).click();
    await expect(leaf.getByText(/1 deadline comes, \d+ go/)).toBeVisible();
    await leaf.getByRole('button', { name: 'Stop it' }).click();
    await expect(page.getByText('stops Tue 31 Mar: paid through the co-op now')).toBeVisible();
  });
});

test('the almanac as ribbon, year and list, rehearsed and started', async ({ browser }) => {
  const page = await orlaAt(browser, '/almanac');
  await heading(page, 'Almanac');

  await test.step('our target of a job is moved by dragging, with its load beside, and by a key', async () => {
    await page.getByRole('button', { name: /^23 Mar/ }).click();
    const row = page.getByRole('row', { name: /Dunmarra Oysters Ltd VAT return, Jan-Feb 2026/ });
    await row.getByText('VAT return, Jan-Feb 2026').hover();
    await page.mouse.down();
    await page.getByRole('button', { name: /^9 Mar/ }).hover();
    await page.getByRole('button', { name: /^9 Mar/ }).hover({ position: { x: 20, y: 10 } });
    await expect(page.getByText(/Our target would be /)).toBeVisible();
    await page.mouse.up();
    await said(page, /Our target of VAT return, Jan-Feb 2026 is .* Mar 2026 now/);
    await page.keyboard.press('j');
    await page.keyboard.press('m');
    await expect(page.getByRole('dialog').getByRole('table', { name: 'Load of the weeks' })).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Escape');
  });

  await test.step('the year opens the list of a day, narrowed to one service', async () => {
    await page.keyboard.press('2');
    await page.getByRole('button', { name: 'Filter' }).click();
    await choose(page.getByLabel('Service'), 'VAT return');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: /Mon 23 Mar 2026: \d+ deadlines/ }).click();
    await expect(page.getByRole('table', { name: 'Deadlines chosen' })).toContainText('VAT return, Jan-Feb 2026');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Remove: VAT return' }).click();
  });

  await test.step('the list is kept as a file', async () => {
    await page.keyboard.press('3');
    await expect(page.getByRole('table', { name: 'Deadlines' })).toContainText('Overdue');
    await expectAccessible(page);
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Export' }).click();
    await page.getByRole('link', { name: 'CSV' }).click();
    expect((await download).suggestedFilename()).toBe('Deadlines 2026-03-11.csv');
  });

  await test.step('the next months are rehearsed', async () => {
    await page.getByRole('link', { name: 'Rehearsal' }).click();
    await expect(page.getByText(/jobs will begin and \d+ deadlines will fall/)).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('a season is looked through, begun and taken back', async () => {
    await page.goto('/almanac/season');
    await choose(page.getByLabel('Service'), 'Income tax return');
    await page.getByLabel('Periods that end by').fill('2025-12-31');
    await page.getByLabel('those named here').check();
    await page.getByLabel('Names or numbers of clients').fill('Bríd Foley\nCathal Foley\nNobody At All');
    await page.getByRole('button', { name: 'Show the jobs' }).click();
    await expect(page.getByText('Nobody is called Nobody At All.')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Begin 2 jobs' }).click();
    await said(page, 'Began 2 jobs.');
    await page.getByRole('button', { name: 'Undo' }).click();
    await said(page, 'Undone.');
  });

  await test.step('a calendar elsewhere reads the deadlines until its address is withdrawn', async () => {
    await page.goto('/almanac');
    await page.getByRole('button', { name: 'In your calendar' }).click();
    await page.getByRole('button', { name: 'Address for mine' }).click();
    const address = await page.getByLabel('Address of the calendar').inputValue();
    expect(await (await page.request.get(address)).text()).toContain('BEGIN:VCALENDAR');
    await page.getByRole('button', { name: 'Withdraw' }).click();
    await said(page, 'Withdrawn.');
    expect((await page.request.get(address)).status()).toBe(404);
  });
});

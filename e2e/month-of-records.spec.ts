import { type Browser, type Page, expect } from '@playwright/test';
import { type RunningApp, choose, expectAccessible, inThePortal, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeEach(async () => {
  app = await startDemo(4697);
});
test.afterEach(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
/** The same person at work again in the morning of a later day: meanwhile the session has ended. */
async function laterOn(page: Page, day: string): Promise<void> {
  await app.goOn(day);
  await page.goto('/sign-in');
  await page.getByRole('button', { name: /Orla Keane/ }).click();
  await expect(page.getByRole('link', { name: 'Today', exact: true })).toBeVisible();
}
/** The page of the open job of that name, at its requests. */
async function requestsOf(page: Page, client: string, job: string): Promise<string> {
  await page.goto(`/jobs?find=${client}`);
  await page.getByText(job, { exact: true }).first().click();
  await page.getByRole('link', { name: /^Requests/ }).click();
  return new URL(page.url()).pathname;
}
/** What is done by itself in the morning may take a moment. */
const goneOut = (page: Page, job: string, words: string) =>
  expect(async () => {
    await page.goto(job);
    await expect(page.getByRole('region', { name: 'Prescriptions and till, Mar 2026' })).toContainText(words, { timeout: 3_000 });
  }).toPass();
const list = (page: Page) => page.getByRole('table', { name: 'What is missing' });
const thing = (page: Page, what: string) => list(page).getByRole('row', { name: new RegExp(`^${what}`) });

test('a month’s records, from the rhythm to everything in', async ({ browser }) => {
  test.setTimeout(600_000);
  const page = await orlaAt(browser, '/jobs');
  const room = await page.context().newPage();

  await test.step('what is asked this month is asked with each later job as well, on the first of the month', async () => {
    await requestsOf(page, 'Turnstone', 'Books, monthly, Feb 2026');
    await page.getByRole('button', { name: 'Ask the client' }).click();
    const leaf = page.getByRole('dialog', { name: 'Ask the client' });
    await choose(leaf.getByLabel('Which request'), 'something else');
    await leaf.getByLabel('Title').fill('Prescriptions and till, Feb 2026');
    await leaf.getByRole('textbox', { name: 'Item 1' }).fill('Prescription totals, Feb 2026');
    await leaf.getByRole('button', { name: 'Add an item' }).click();
    await leaf.getByRole('textbox', { name: 'Item 2' }).fill('Till reports');
    await leaf.getByLabel('Asked again').selectOption('on a day of the month');
    await leaf.getByLabel('Day of the month').fill('1');
    await expectAccessible(page);
    await leaf.getByRole('button', { name: 'Look at what goes out' }).click();
    await page.getByRole('button', { name: /^Send to/ }).click();
    await said(page, /It is asked with each later job as well\./);
  });

  let job = '';
  await test.step('in April the job of March is there, and its request has gone out by itself, moved on to its month', async () => {
    await laterOn(page, '2026-04-02');
    job = await requestsOf(page, 'Turnstone', 'Books, monthly, Mar 2026');
    const ask = page.getByRole('region', { name: 'Prescriptions and till, Mar 2026' });
    await expect(ask).toContainText('Prescription totals, Mar 2026');
    await expect(ask).toContainText('Next follow-up Fri 10 Apr');
  });

  await test.step('two follow-ups go out, each so many working days later, and name the last safe day', async () => {
    await laterOn(page, '2026-04-10');
    await goneOut(page, job, '1 has gone out');
    await page.getByRole('link', { name: 'Correspondence' }).click();
    await page.getByText('still needed, Prescriptions and till, Mar 2026').first().click();
    await expect(page.getByText(/sure to file in time/).first()).toBeVisible();
    await laterOn(page, '2026-04-17');
    await goneOut(page, job, '2 have gone out');
  });

  await test.step('the client asks, and sends one of the two; while the question waits, nothing goes out', async () => {
    const phone = await inThePortal(browser, app, room, /^Róisín Cullinane-Bay.*(Prescriptions and till, Mar 2026|matters, the first)/);
    const asked = phone.getByRole('region', { name: 'Prescriptions and till, Mar 2026' });
    // Where several matters went as one message, its link leads to all of them.
    const among = phone.getByRole('link', { name: /^Prescriptions and till, Mar 2026/ });
    await expect(asked.or(among)).toBeVisible();
    if (await among.isVisible()) await among.click();
    const item = asked.getByRole('listitem').filter({ hasText: 'Till reports' });
    await item.getByRole('button', { name: 'Ask a question' }).click();
    await item.getByLabel('Your question').fill('Of both tills?');
    await item.getByRole('button', { name: /^Send/ }).click();
    await asked
      .getByLabel('Files for Prescription totals, Mar 2026')
      .setInputFiles({ name: 'totals.csv', mimeType: 'text/csv', buffer: Buffer.from('March, 4180.00\n') });
    await expect(asked.getByRole('listitem').filter({ hasText: 'Prescription totals' }).getByText('Received. We will look at it.')).toBeVisible();
    await page.goto(job.replace(/^\/jobs\/([^/]+).*/, '/missing?job=$1'));
    await expect(thing(page, 'Till reports')).toContainText('Of both tills?');
    await expect(thing(page, 'Till reports')).toContainText('waits for our answer');
    await expect(thing(page, 'Prescription totals')).toContainText('totals.csv');
    await expectAccessible(page);
  });

  await test.step('both are seen to from the list; what is promised on the telephone holds the follow-ups', async () => {
    await thing(page, 'Prescription totals').getByRole('button', { name: 'Accept' }).click();
    await said(page, /^Accepted Prescription totals/);
    await thing(page, 'Till reports').getByRole('button', { name: 'Reply' }).click();
    const leaf = page.getByRole('dialog', { name: 'Reply about Till reports' });
    await expect(leaf).toContainText('Of both tills?');
    await leaf.getByLabel('Your reply').fill('Yes, both please.');
    await leaf.getByRole('button', { name: 'Reply to the client' }).click();
    await expect(thing(page, 'Till reports')).toContainText('missing');
    await page.getByRole('button', { name: 'Note what they said' }).first().click();
    const panel = page.getByRole('complementary', { name: /^On the phone with Turnstone/ });
    await panel.getByLabel('What they said').fill('The second till prints on Monday.');
    await panel.getByLabel('Promised for').fill('2026-04-27');
    await panel.getByRole('button', { name: 'Note it' }).click();
    await said(page, 'Noted. Follow-ups wait until Mon 27 Apr is over.');
    await expect(thing(page, 'Till reports')).toContainText('promised for Mon 27 Apr');
  });

  await test.step('it comes by hand: everything is in, and the days with us begin', async () => {
    await thing(page, 'Till reports').getByRole('button', { name: 'Received' }).click();
    const leaf = page.getByRole('dialog', { name: 'Till reports is in' });
    await leaf.getByLabel('in person').click();
    await leaf.getByRole('button', { name: 'It is in' }).click();
    await expect(list(page)).toBeHidden();
    await page.goto(job);
    await expect(page.getByRole('region', { name: 'Prescriptions and till, Mar 2026' })).toContainText('2 of 2 in');
  });
});

test('a paper client’s season', async ({ browser }) => {
  test.setTimeout(600_000);
  const page = await orlaAt(browser, '/papers');
  const row = page.getByRole('table', { name: 'To print and post' }).getByRole('row', { name: /The Drying Loft/ });

  await test.step('a packet waits: it is printed with all that is to be printed, and posted', async () => {
    await expect(row).toContainText('packet: Papers for your income tax 2025');
    await expect(row).toContainText('26 Harbour Row, Port Sallow');
    await expectAccessible(page);
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Print all' }).click();
    expect((await saved).suggestedFilename()).toBe('Packets.pdf');
    await expect(row).toContainText(/P-\d+-\d/);
  });

  let code = '';
  await test.step('once it is posted the client knows, and is asked again by a letter when nothing comes', async () => {
    code = /P-\d+-\d/.exec((await row.textContent())!)![0];
    await page.getByRole('button', { name: /^Posted: \d+ printed$/ }).click();
    await expect(row).toBeHidden();
    await laterOn(page, '2026-03-25');
    await page.goto('/papers');
    await expect(row).toContainText('letter that asks again');
    await expect(page.getByText(/to print and post; papers lie here under 3 receipts\./)).toBeVisible();
  });

  await test.step('the label that comes back leads to its job; the papers are noted with their place, and a slip is given', async () => {
    await page.getByLabel('Code on a label').fill(code.toLowerCase());
    await page.getByRole('button', { name: 'Open', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Income tax 2025', exact: true })).toBeVisible();
    await page.getByRole('link', { name: 'The Drying Loft', exact: true }).click();
    await page.getByRole('button', { name: 'More with The Drying Loft' }).click();
    await page.getByRole('menuitem', { name: 'Papers came' }).click();
    const leaf = page.getByRole('dialog', { name: 'Papers of The Drying Loft' });
    await leaf.getByLabel('What came').fill('Two folders of 2025');
    await choose(leaf.getByLabel('Where they lie'), 'Shelf 2');
    for (const what of ['Rent book', 'Mortgage certificate', 'Receipts for repairs']) await leaf.getByLabel(new RegExp(what)).check();
    await expectAccessible(page);
    await leaf.getByRole('button', { name: 'They are here' }).click();
    await said(page, 'Noted. The slip for the client is ready.');
  });

  await test.step('everything is in: no letter goes any more', async () => {
    await page.goto('/papers');
    await expect(row).toBeHidden();
  });

  await test.step('an appointment to sign stands among the tasks, and at the end the papers are given back', async () => {
    await page.goto('/papers?view=lying');
    const lies = page.getByRole('row', { name: /Two folders of 2025/ });
    await expect(lies).toContainText('The Drying Loft');
    await lies.getByRole('button', { name: 'Given back' }).click();
    const leaf = page.getByRole('dialog', { name: /is given back$/ });
    await leaf.getByLabel('Who fetched them').fill('the owner');
    await leaf.getByRole('button', { name: 'They were given back' }).click();
    await said(page, 'Given back to the owner.');
    await expect(lies).toBeHidden();
  });
});

import { readFileSync } from 'node:fs';
import { type Browser, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, said, signedIn, startDemo, more, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4696);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);

test('a person at several clients, a family, and the portal through their eyes', async ({ browser }) => {
  const page = await orlaAt(browser, '/clients');
  await expect(page.getByRole('table', { name: 'Clients' })).toBeVisible();

  await test.step('a name is found, and the list lands on its row', async () => {
    await page.keyboard.press('f');
    await page.keyboard.type('turnst');
    const row = page.getByRole('row', { name: /Turnstone Pharmacy/ });
    await expect(row).toHaveClass(/here/);
    await expect(row).toBeInViewport();
    await page.getByLabel('Go to').fill('nobody of that name');
    await said(page, 'nothing found');
    await page.getByLabel('Go to').fill('dunmarra');
    await expect(page.getByRole('row', { name: /Dunmarra Oysters/ })).toHaveClass(/here/);
    await page.getByLabel('Go to').press('Enter');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Dunmarra Oysters Ltd' })).toBeVisible();
  });

  await test.step('the sections of a client are reached by their number', async () => {
    await page.keyboard.press('2');
    await expect(page).toHaveURL(/\/jobs$/);
    await page.keyboard.press('3');
    await expect(page).toHaveURL(/\/requests$/);
    await expect(page.getByText(/of \d+ in, .*VAT return/).first()).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('9');
    await expect(page).toHaveURL(/\/history$/);
    await page.keyboard.press('1');
    await expect(page.getByRole('table', { name: 'Deadlines ahead' })).toBeVisible();
  });

  await test.step('somebody known is linked instead of written down twice', async () => {
    await page.getByRole('button', { name: 'Add a contact' }).click();
    const leaf = page.getByRole('dialog');
    await leaf.getByLabel('Name of a person').fill('Gobnait');
    await expectAccessible(page);
    await leaf.getByRole('button', { name: 'Gobnait Ruane' }).click();
    await leaf.getByLabel('Role').fill('keeps the books');
    await leaf.getByLabel('Signs for the client').uncheck();
    await page.keyboard.press('Control+Enter');
    await said(page, 'Linked Gobnait Ruane.');
    await page.getByRole('link', { name: 'Gobnait Ruane' }).click();
    await expect(page.getByText('Acts for 2 clients.')).toBeVisible();
    await expect(page.getByRole('row', { name: /Dunmarra/ })).toContainText('keeps the books');
    await expectAccessible(page);
  });

  await test.step('the wish for news is kept with its day and source, or not at all', async () => {
    await page.keyboard.press('e');
    const leaf = page.getByRole('dialog');
    await leaf.getByLabel(/Wants to hear from us/).check();
    await leaf.getByLabel('How we know').fill('at the desk');
    await page.keyboard.press('Control+Enter');
    await expect(leaf.getByText('Give the day on which they said so.')).toBeVisible();
    await leaf.getByLabel('Said so on').fill('2026-03-10');
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText(/Wanted, said at the desk on Tue 10 Mar/)).toBeVisible();
  });

  await test.step('the portal is seen as the contact sees it; nothing can be done there, and a plain way leads back', async () => {
    const address = page.url();
    await page.getByRole('button', { name: 'See the portal as Gobnait Ruane' }).click();
    await expect(page.getByText('You see this as Gobnait Ruane does. Nothing can be sent or paid from here.')).toBeVisible();
    for (const button of await page.getByRole('button', { name: /^(Pay|Send|Ask|Does not apply)/ }).all()) await expect(button).toBeDisabled();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Back to our own pages' }).click();
    await expect(page).toHaveURL(address);
    await page.goto('/portal');
    await expect(page.getByRole('heading', { name: 'Please use your link' })).toBeVisible();
  });

  await test.step('the family stands together, with every deadline and balance', async () => {
    await page.goto('/clients?find=Dunmarra');
    await page.getByText('Dunmarra Oysters Ltd').click();
    await page.getByRole('link', { name: 'Foley family' }).click();
    await expect(page.getByRole('table', { name: 'Related clients' }).getByRole('row')).toHaveCount(6);
    await expectAccessible(page);
    await page.getByRole('link', { name: 'Deadlines', exact: true }).click();
    await expect(page.getByRole('row', { name: /Cathal Foley.*Income tax/ }).first()).toBeVisible();
  });

  await test.step('a deadline is put off, with the date of the rule beside it', async () => {
    await page.getByRole('button', { name: 'Change Annual return, year to 31 Mar 2026: filed, extension, not required' }).click();
    const leaf = page.getByRole('dialog');
    await leaf.getByLabel('New deadline').fill('2026-05-20');
    await page.keyboard.press('Control+Enter');
    await expect(leaf.getByText(/An extension ends after the date of the rule, Tue 26 May 2026/)).toBeVisible();
    await leaf.getByLabel('New deadline').fill('2026-06-16');
    await leaf.getByLabel('Reference').fill('letter of 10 March');
    await expectAccessible(page);
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText('extended from Tue 26 May, letter of 10 March')).toBeVisible();
  });
});

test('a prospect in passing, a double merged, the whole file taken along', async ({ browser }) => {
  const page = await orlaAt(browser, '/today');

  await test.step('added from the search, in the middle of something else', async () => {
    await expect(page.getByRole('heading', { name: 'Wednesday 11 March' })).toBeVisible();
    await page.keyboard.press('/');
    await page.keyboard.type('Kiosk at the Pier');
    await page.getByRole('option', { name: /Add .*Kiosk at the Pier.* as a prospect/ }).click();
    const leaf = page.getByRole('dialog', { name: 'Quick add a prospect' });
    await leaf.getByLabel('Email address').fill('kiosk@');
    await page.keyboard.press('Control+Enter');
    await expect(leaf.getByText('This is not a complete email address.')).toBeVisible();
    await expect(leaf.getByLabel('Name')).toHaveValue('Kiosk at the Pier');
    await leaf.getByLabel('Email address').fill('kiosk@pier.example');
    await page.keyboard.press('Control+Enter');
    await expect(page.getByRole('heading', { name: 'Kiosk at the Pier' })).toBeVisible();
    await expect(page.getByText('Legal form not known yet')).toBeVisible();
  });

  await test.step('two records of one client become one, after a look at what differs and what moves', async () => {
    await page.goto('/clients?find=Saltpan');
    await page.getByText('Saltpan Studio', { exact: true }).click();
    await more(page, 'Merge a duplicate into it');
    const leaf = page.getByRole('dialog');
    await leaf.getByLabel('The other record').fill('Saltpan');
    await page.getByRole('option', { name: /Saltpan Studios/ }).click();
    await expect(leaf.getByText(/1 contact moves here/)).toBeVisible();
    await leaf.getByRole('radio', { name: 'Saltpan Studios' }).check();
    await expectAccessible(page);
    await leaf.getByRole('button', { name: 'Merge Saltpan Studios into Saltpan Studio' }).click();
    await expect(page.getByRole('heading', { name: 'Saltpan Studios' })).toBeVisible();
    await page.goto('/clients?find=Saltpan');
    await expect(page.getByText('Saltpan', { exact: false }).filter({ hasText: 'Saltpan Studio' })).toHaveCount(1);
  });

  await test.step('the whole file leaves as a ZIP', async () => {
    await page.getByText('Saltpan Studios').click();
    const [file] = await Promise.all([page.waitForEvent('download'), more(page, /Export the whole file/)]);
    expect(file.suggestedFilename()).toBe('Saltpan Studios 2026-03-11.zip');
    expect(
      readFileSync(await file.path())
        .subarray(0, 2)
        .toString(),
    ).toBe('PK');
    await page.keyboard.press('9');
    await expect(page.getByText(/exported the whole file of Saltpan Studios/)).toBeVisible();
  });
});

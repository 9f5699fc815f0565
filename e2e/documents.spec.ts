import { type Browser, expect } from '@playwright/test';
import { type RunningApp, choose, expectAccessible, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4696);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
const text = (name: string, words: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(words) });

test('three hundred documents are added, sorted and found', async ({ browser }) => {
  const page = await orlaAt(browser, '/documents');
  const list = page.getByRole('table', { name: 'Documents' });
  const panel = page.getByRole('complementary', { name: 'The document' });

  await test.step('what came in and nobody has looked at is read beside the list, with mouse and keyboard', async () => {
    await expect(page.getByText(/documents came in and nobody has looked at them yet\./)).toBeVisible();
    await list.getByText('receipt-quay-hardware.jpg').click();
    await expect(panel.getByRole('img', { name: 'receipt-quay-hardware.jpg' })).toBeVisible();
    await expect(panel.getByText('the client reads it and adds to it')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await expect(panel).toBeHidden();
    await list.getByText('statement 2026-02.pdf').first().click();
    await expect(panel.getByRole('img', { name: /^Bank statements?, page 1 of 1$/ })).toBeVisible();
    await page.keyboard.press('Escape');
    await list.getByText('receipt-quay-hardware.jpg').click();
    await panel.getByRole('button', { name: 'Looked at', exact: true }).click();
    await said(page, 'Looked at receipt-quay-hardware.jpg.');
    await expect(list.getByText('receipt-quay-hardware.jpg')).toBeHidden();
    await panel.getByRole('button', { name: 'Close the document' }).click();
  });

  await test.step('many at once: the line is lost once, and they go on', async () => {
    await page.getByRole('button', { name: 'Add documents' }).click();
    const leaf = page.getByRole('dialog', { name: 'Add documents' });
    await leaf.getByLabel('Client').fill('Gannet');
    await page.getByRole('option', { name: /Gannet Smokery/ }).click();
    await expect(leaf.getByText('as the folders of the firm take it')).toBeVisible();
    await choose(leaf.getByLabel('Into'), 'Payroll');
    await expect(leaf.getByText('only the firm sees it')).toBeVisible();
    let cut = 0;
    await page.route('**/api/uploads', (route) =>
      route.request().method() === 'POST' && (cut += 1) % 90 === 5 ? route.abort('connectionreset') : route.continue(),
    );
    const files = Array.from({ length: 300 }, (_, at) =>
      text(`till ${String(at + 1).padStart(3, '0')}.txt`, `Till roll ${at + 1}\nsmoked mackerel ${at}.50\n${at === 216 ? 'one quernstone for the yard' : ''}`),
    );
    await leaf.locator('input[type=file]').setInputFiles(files);
    await expect(leaf.getByText('300 files added')).toBeVisible({ timeout: 300_000 });
    await page.unroute('**/api/uploads');
    await expectAccessible(page);
  });

  await test.step('one that is too large is refused before it is sent, and one that is there already is pointed out', async () => {
    const leaf = page.getByRole('dialog', { name: 'Add documents' });
    await leaf.getByRole('button', { name: 'Clear this list' }).click();
    await leaf
      .locator('input[type=file]')
      .setInputFiles([
        { name: 'film.bin', mimeType: 'application/octet-stream', buffer: Buffer.alloc(27_000_000) },
        text('till 001 (1).txt', 'Till roll 1\nsmoked mackerel 0.50\n'),
      ]);
    await expect(leaf.getByText('A file can have 25 MiB at most. Send it in parts, or a smaller copy.')).toBeVisible();
    await expect(leaf.getByText('the same as till 001.txt, which is here already')).toBeVisible();
    await leaf.getByRole('button', { name: 'Close', exact: true }).last().click();
  });

  await test.step('they are filed in together', async () => {
    await page.getByRole('button', { name: 'All', exact: true }).click();
    await page.getByLabel('Find').fill('till');
    await expect(list.getByText('till 300.txt')).toBeVisible();
    await list.getByRole('checkbox', { name: 'Choose till 300.txt' }).click();
    await page.getByRole('button', { name: 'Choose all 301 found' }).click();
    await page.getByRole('button', { name: 'File in', exact: true }).click();
    const leaf = page.getByRole('dialog', { name: 'Change 301 documents' });
    await choose(leaf.getByLabel('Folder'), 'Accounts and tax');
    await leaf.getByLabel('Year').fill('2025');
    await leaf.getByRole('button', { name: 'Save' }).click();
    await said(page, 'Changed 301 documents.');
    await expect(list.getByText('Accounts and tax 2025').first()).toBeVisible();
  });

  await test.step('one of them is found by a word inside, and has a newer version', async () => {
    // It is looked through in the background.
    await expect(async () => {
      await page.getByLabel('Find').fill('');
      await page.getByLabel('Find').fill('quernstone');
      await expect(list.getByText('till 217.txt')).toBeVisible({ timeout: 2_000 });
    }).toPass({ timeout: 180_000 });
    await page.keyboard.press('Tab');
    await list.getByText('till 217.txt').click();
    await expect(panel.getByText('one quernstone for the yard')).toBeVisible();
    await panel.locator('input[type=file]').setInputFiles(text('till 217, corrected.txt', 'Till roll 217, corrected: no stone'));
    await expect(panel.getByText('1 version before this one')).toBeVisible();
    await expect(panel.getByText('Till roll 217, corrected: no stone')).toBeVisible();
    await panel.getByRole('button', { name: 'File in, rename, assign' }).click();
    const leaf = page.getByRole('dialog', { name: 'till 217, corrected.txt' });
    await leaf.getByLabel('What it is').fill('Till roll of the open day');
    await leaf.getByRole('button', { name: 'Save' }).click();
    await expect(panel.getByRole('heading', { name: 'Till roll of the open day' })).toBeVisible();
    const saved = page.waitForEvent('download');
    await panel.getByRole('link', { name: 'Save', exact: true }).click();
    expect((await saved).suggestedFilename()).toBe('Gannet Smokery Ltd, Till roll of the open day, 2025.txt');
  });

  await test.step('it is taken out and brought back', async () => {
    await panel.getByRole('button', { name: 'More with Till roll of the open day' }).click();
    await page.getByRole('menuitem', { name: 'Take out' }).click();
    await said(page, 'Took out Till roll of the open day. It can be brought back for 30 days.');
    await expect(panel.getByText(/it can be brought back until Fri 10 Apr 2026/)).toBeVisible();
    await panel.getByRole('button', { name: 'Bring it back' }).click();
    await said(page, 'Brought back Till roll of the open day.');
  });
});

test('a folder is opened to one more of a client’s people', async ({ browser }) => {
  const page = await orlaAt(browser, '/firm/folders');
  await expect(page.getByRole('table', { name: 'Folders' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/clients?find=Dunmarra');
  await page.getByRole('cell', { name: 'Dunmarra Oysters Ltd', exact: true }).click();
  await page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Documents' }).click();
  await expect(page.getByText('Payroll 2026: only Bríd Foley reads it at the client')).toBeVisible();
  await page.getByRole('button', { name: 'Folders and who sees them' }).click();
  await page.getByRole('button', { name: 'Change Payroll' }).click();
  const leaf = page.getByRole('dialog', { name: 'Payroll' });
  await leaf.getByLabel('Cathal Foley').check();
  await leaf.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('dialog').getByText('only Bríd Foley and Cathal Foley read it at the client')).toBeVisible();
  await expectAccessible(page);
});

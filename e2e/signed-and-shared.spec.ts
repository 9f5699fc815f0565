import { readFileSync } from 'node:fs';
import { type Browser, expect } from '@playwright/test';
import { aPdf } from '../apps/server/test/a-pdf';
import { type RunningApp, choose, expectAccessible, readLetter, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4695);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
const PDF = aPdf('the accounts of the year, to be signed');

test('a document is signed by one person after the other, and the job goes on', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs');
  await page
    .getByRole('row', { name: /Dunmarra Oysters.*Payroll return, Feb/ })
    .getByText('Payroll return, Feb 2026')
    .click();
  await page.getByRole('link', { name: /^Requests/ }).click();
  const signing = page.getByRole('region', { name: 'For signature: Payroll return, Feb 2026' });
  const room = await page.context().newPage();
  const client = await (await browser.newContext({ baseURL: app.address, viewport: { width: 390, height: 844 } })).newPage();

  await test.step('the firm sees who has signed and whose turn it is', async () => {
    await expect(signing).toContainText('signed as “Bríd Foley”');
    await expect(signing).toContainText('we wait for 4 days');
    await expect(page.getByText('waits for client, 4 days: the signature of Cathal Foley')).toBeVisible();
    await expectAccessible(page);
    await signing.getByRole('button', { name: 'Remind' }).click();
    await said(page, 'Reminded of Payroll return, Feb 2026.');
  });

  await test.step('the second signer comes in by the link, and signs only what was read and agreed with', async () => {
    const letter = await readLetter(room, /for your signature, Payroll return, Feb 2026/);
    await client.goto((await letter.getByRole('link', { name: /client’s link/ }).getAttribute('href'))!);
    await client.getByRole('button', { name: 'Send me the code' }).click();
    await client.getByLabel('Code from the message').waitFor();
    const code = /\d{6}/.exec((await (await readLetter(room, /Your code for/)).getByRole('heading').textContent())!)![0];
    await client.getByLabel('Code from the message').fill(code);
    await client.getByRole('button', { name: 'Continue' }).click();
    const toSign = client.getByRole('region', { name: 'To sign: Payroll return, Feb 2026' });
    await expect(toSign).toContainText('Bríd Foley signed before you');
    await expectAccessible(client);
    expect(await client.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
    const read = client.waitForEvent('download');
    await toSign.getByRole('link', { name: /to sign\.pdf/ }).click();
    expect((await read).suggestedFilename()).toBe('Payroll return to sign.pdf');
    await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(toSign).toContainText('Write your name, as you sign.');
    await toSign.getByRole('button', { name: 'Go to the first field' }).click();
    await toSign.getByRole('button', { name: 'Sign here', exact: true }).click();
    await expect(toSign).toContainText('Write your name first, as you sign.');
    await toSign.getByLabel('Your name, as you sign').fill('Bridget Foley-Byrne');
    await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(toSign).toContainText('Tick that you have read the document and agree with it.');
    await toSign.getByLabel('I have read the document and agree with it').check();
    await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(toSign).toContainText('1 field is still empty.');
    await toSign.getByLabel('Your name, as you sign').fill('Cathal Foley');
    await toSign.getByLabel('Drawn by hand').check();
    const box = (await toSign.getByLabel('Draw your name here').boundingBox())!;
    await client.mouse.move(box.x + 20, box.y + 20);
    await client.mouse.down();
    for (const [x, y] of [
      [60, 80],
      [90, 25],
      [140, 70],
    ] as const)
      await client.mouse.move(box.x + x, box.y + y, { steps: 4 });
    await client.mouse.up();
    await toSign.getByRole('button', { name: 'Sign here', exact: true }).click();
    await expect(toSign).toContainText('All is filled in');
    await expectAccessible(client);
    await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(client.getByText(/^Signed .*, thank you\.$/)).toBeVisible();
  });

  await test.step('the firm sees it by itself', async () => {
    await expect(signing).toContainText('2 of 2 signed');
    await expect(page.getByText(/waits for client/)).toHaveCount(0);
  });

  await test.step('both sides have the signed copy; a stranger finds it whole, and changed where one byte is', async () => {
    await expect(signing.getByRole('link', { name: 'Payroll return to sign, signed.pdf' })).toBeVisible();
    await client.reload();
    const kept = client.waitForEvent('download');
    await client.getByRole('link', { name: 'Payroll return to sign, signed.pdf' }).click();
    const copy = readFileSync(await (await kept).path());
    const stranger = await (await browser.newContext({ baseURL: app.address, viewport: { width: 390, height: 844 } })).newPage();
    await stranger.goto('/check-seal/marram-tern');
    const check = (buffer: Buffer) => stranger.getByLabel('The file to check').setInputFiles({ name: 'copy.pdf', mimeType: 'application/pdf', buffer });
    await check(copy);
    await expect(stranger.getByRole('heading', { name: 'Sealed by Marram & Tern, Accountants, and unchanged since' })).toBeVisible();
    await expect(stranger.getByText('Cathal Foley signed as “Cathal Foley”')).toBeVisible();
    await expectAccessible(stranger);
    expect(await stranger.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
    const changed = Buffer.from(copy);
    changed[60]! ^= 1;
    await check(changed);
    await expect(stranger.getByRole('heading', { name: 'The seal of this file is broken' })).toBeVisible();
    await expect(stranger.getByText('Cathal Foley signed as')).toHaveCount(0);
    await check(PDF);
    await expect(stranger.getByRole('heading', { name: 'This file carries no seal' })).toBeVisible();
  });
});

test('a refusal comes to Today, is withdrawn, and the page is signed on paper', async ({ browser }) => {
  const page = await orlaAt(browser, '/today');
  await page
    .getByRole('row', { name: /Refused to sign: Accounts and corporation tax/ })
    .getByText(/Refused to sign/)
    .click();
  const refused = page.getByRole('region', { name: /^For signature: Accounts and corporation tax/ });
  await expect(refused).toContainText('The dividend is not the one we agreed on in January.');
  const leaf = page.getByRole('dialog');
  const withdraw = async () => {
    await refused.getByRole('button', { name: 'Withdraw' }).click();
    await leaf.getByLabel('Why').fill('The dividend is mended');
    await leaf.getByRole('button', { name: 'Withdraw it' }).click();
    await said(page, 'Withdrawn. The client is not asked for it any more.');
    await expect(refused).toContainText('Withdrawn: The dividend is mended');
  };
  await refused.getByRole('button', { name: 'Withdraw' }).click();
  await leaf.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(leaf).toContainText('Say why it is withdrawn');
  await leaf.getByRole('button', { name: 'Close' }).click();
  await withdraw();
  // A withdrawal is taken back as well: it stands as it stood, refused.
  await refused.getByRole('button', { name: 'Ask again' }).click();
  await expect(refused).toContainText('Refused by Áine Doyle-Roche: The dividend is not the one');
  await withdraw();

  await page.getByRole('button', { name: 'Give for signature' }).click();
  await leaf.getByLabel('Add a document').setInputFiles({ name: 'accounts, mended.pdf', mimeType: 'application/pdf', buffer: PDF });
  await expect(leaf.getByLabel('Document', { exact: true })).toContainText('accounts, mended.pdf');
  await expect(leaf.getByLabel('Document', { exact: true }).locator('option:checked')).toHaveText('accounts, mended.pdf');
  await leaf.getByLabel('What is signed').fill('Accounts, mended');
  await expectAccessible(page);
  await test.step('the places at which they sign are put down by mouse and by keys, and kept for the next', async () => {
    await leaf.getByRole('button', { name: 'Read it and place fields' }).click();
    const places = page.getByRole('dialog', { name: 'Where they sign' });
    const sheet = places.getByRole('img', { name: 'accounts, mended.pdf, page 1 of 1' });
    await expect(places).toContainText('Without any field the document is signed as a whole.');
    await sheet.waitFor();
    await places.getByRole('button', { name: 'Signature 1' }).hover();
    await page.mouse.down();
    const to = (await sheet.boundingBox())!;
    await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 5 });
    await page.mouse.up();
    const signature = places.getByRole('button', { name: 'signature, Áine Doyle-Roche' });
    await expect(signature).toBeFocused();
    const before = (await signature.boundingBox())!;
    await page.keyboard.press('ArrowDown');
    expect((await signature.boundingBox())!.y).toBeGreaterThan(before.y);
    await page.keyboard.press('Shift+ArrowRight');
    expect((await signature.boundingBox())!.width).toBeGreaterThan(before.width);
    await page.keyboard.press('3');
    await expect(places.getByRole('button', { name: 'date, Áine Doyle-Roche' })).toBeFocused();
    await page.keyboard.press('2');
    await page.keyboard.press('Delete');
    await expect(places.getByRole('list').last()).toContainText('signature: Áine; date: Áine');
    await places.getByLabel('Keep these places for').fill('Mended accounts');
    await expectAccessible(page);
    await places.getByRole('button', { name: 'Use 2 fields' }).click();
    await expect(leaf).toContainText('2 fields on 1 page.');
  });
  await leaf.getByRole('button', { name: 'Look at what goes out' }).click();
  await expect(leaf.getByRole('article')).toContainText('for your signature, Accounts, mended');
  await leaf.getByRole('button', { name: 'Send to Áine Doyle-Roche' }).click();
  await said(page, 'Sent to Áine Doyle-Roche.');

  const again = page.getByRole('region', { name: 'For signature: Accounts, mended' });
  await again.getByRole('button', { name: 'Signed on paper' }).click();
  await leaf.getByLabel('Add the scan').setInputFiles({ name: 'scan.pdf', mimeType: 'application/pdf', buffer: PDF });
  await expect(leaf).toContainText('scan.pdf is attached.');
  await leaf.getByRole('button', { name: 'Note the signature' }).click();
  await expect(again).toContainText('signed on paper, noted by Orla Keane');
  await expect(again).toContainText('1 of 1 signed');
});

test('a phase is held in common by two procedures, and changed in both', async ({ browser }) => {
  const page = await orlaAt(browser, '/firm/procedures');
  const phases = page.getByRole('list', { name: 'Phases' });
  await page.getByRole('link', { name: 'Corporation tax return' }).click();
  await choose(page.getByLabel('Procedure to take a phase from'), 'Annual accounts');
  await page.getByLabel('Phase to take').selectOption({ label: 'Client agrees' });
  await page.getByRole('button', { name: 'Share it' }).click();
  await expect(phases).toContainText('shared with Annual accounts');
  await page.getByRole('button', { name: 'Save the procedure' }).click();
  await said(page, 'Saved "Corporation tax return".');
  await phases.getByRole('button', { name: /4\. Client agrees/ }).click();
  await expect(page.getByText('What you change here is changed in the other procedures too')).toBeVisible();
  await page.getByLabel('It is complete when').selectOption('signed');
  await page.getByRole('button', { name: 'Add a request' }).click();
  await page.getByLabel('Title of the request').fill('Minutes of the meeting');
  await page.getByLabel('Items, one on a line').fill('Minutes: signed by the chair');
  await page.getByRole('button', { name: 'Add another request' }).click();
  await page.getByLabel('Title of the request').nth(1).fill('Register of members');
  await page.getByLabel('Items, one on a line').nth(1).fill('Register');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Save the procedure' }).click();
  await expect(page.getByText('This is version 3.')).toBeVisible();

  await page.getByRole('link', { name: 'Procedures', exact: true }).click();
  await page.getByRole('link', { name: 'Annual accounts', exact: true }).click();
  await expect(phases).toContainText('shared with Corporation tax return');
  await expect(phases).toContainText('2 requests to the client');
  await expect(phases).toContainText('complete when a document was given for signature and signed');
  await phases.getByRole('button', { name: /4\. Client agrees/ }).click();
  await page.getByRole('button', { name: 'Stop sharing it here' }).click();
  await expect(phases).not.toContainText('shared with');
});

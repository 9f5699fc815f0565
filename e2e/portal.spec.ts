import { type Page, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, inThePortal, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.beforeEach(async () => {
  app = await startDemo(4698);
});
test.afterEach(() => app?.stop());

/** Bytes of packed script that the page brought along, and milliseconds until its heading could be read. */
async function weighed(page: Page): Promise<{ bytes: number; readable: number }> {
  const begun = Date.now();
  await page.goto('/portal', { waitUntil: 'commit' });
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  const readable = Date.now() - begun;
  // What could be read at once stays as it was when all of the page has come.
  await expect(page.getByRole('navigation', { name: 'Ways' })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toHaveCount(1);
  await page.waitForLoadState('load');
  const bytes = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.endsWith('.js'))
      .reduce((sum, one) => sum + (one as PerformanceResourceTiming).encodedBodySize, 0),
  );
  return { bytes, readable };
}

test('somebody who acts for two clients is invited, finds what is theirs on a phone, and ends the device', async ({ browser }, info) => {
  test.setTimeout(300_000);
  const page = await signedIn(browser, app, /Orla Keane/, '/clients?find=Dunmarra');

  await test.step('whoever never came in is shown as such, and is invited', async () => {
    await page.getByText('Dunmarra Oysters Ltd').first().click();
    await page.getByRole('link', { name: 'Bríd Foley' }).first().click();
    await expect(page.getByText('never came in')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Send an invitation' }).click();
    await said(page, /^An invitation to .* is on its way\.$/);
  });
  const person = page.url();
  const phone = await inThePortal(browser, app, page, /your own page with us/);

  await test.step('what is to do stands by client, each on a page of its own, with a step back', async () => {
    await expect(phone.getByRole('heading', { name: 'Dunmarra Oysters Ltd' })).toBeVisible();
    await expectAccessible(phone);
    await phone
      .getByRole('link', { name: /^Invoice/ })
      .first()
      .click();
    await expect(phone.getByRole('button', { name: /^Pay/ })).toBeVisible();
    await expectAccessible(phone);
    await phone.getByRole('link', { name: 'All bills' }).click();
    await expect(phone.getByRole('heading', { name: 'Bills' })).toBeVisible();
    await expectAccessible(phone);
  });

  await test.step('papers lie there by the rights of folders; one is added, and the firm has it to look at', async () => {
    await phone.getByRole('link', { name: 'Papers' }).click();
    const papers = phone.getByRole('region', { name: 'Papers of Dunmarra Oysters Ltd' });
    await expect(papers.getByRole('region', { name: 'Accounts and tax' })).toBeVisible();
    await expect(papers.getByText('Working papers')).toHaveCount(0);
    await expectAccessible(phone);
    await papers
      .getByLabel('Add files to Sent by the client')
      .setInputFiles({ name: 'mooring.csv', mimeType: 'text/csv', buffer: Buffer.from('rent, 90.00\n') });
    await expect(papers.getByText('1 file sent.')).toBeVisible();
    await expect(papers.getByRole('link', { name: /^mooring\.csv/ })).toBeVisible();
    await page.goto('/documents');
    await expect(page.getByText('mooring.csv').first()).toBeVisible();
  });

  await test.step('the first page is light, and is read over a slow line', async () => {
    // A first visit: nothing of it lies on the telephone yet.
    const first = await browser.newContext({
      baseURL: app.address,
      viewport: { width: 390, height: 844 },
      storageState: await phone.context().storageState(),
      serviceWorkers: 'block',
    });
    const visit = await first.newPage();
    const line = await first.newCDPSession(visit);
    await line.send('Network.enable');
    await line.send('Network.emulateNetworkConditions', { offline: false, latency: 40, downloadThroughput: 50_000, uploadThroughput: 50_000 });
    const { bytes, readable } = await weighed(visit);
    info.annotations.push({ type: 'portal at 400 kbit/s', description: `${bytes} bytes of script, read after ${readable} ms` });
    console.log(`The portal at 400 kbit/s: ${bytes} bytes of script, read after ${readable} ms.`);
    expect(bytes).toBeLessThan(140_000);
    expect(readable).toBeLessThan(4_000);
    await first.close();
  });

  await test.step('the device is ended: whoever has it is out, and the firm sees when they last came in', async () => {
    await phone.getByRole('link', { name: 'You', exact: true }).click();
    await expect(phone.getByText('(this one)')).toBeVisible();
    await expectAccessible(phone);
    await phone.getByRole('button', { name: /^End / }).click();
    await expect(phone.getByRole('heading', { name: 'Please use your link' })).toBeVisible();
    await page.goto(person);
    await expect(page.getByText(/last came in today/)).toBeVisible();
  });
});

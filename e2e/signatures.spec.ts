import { type Browser, type Page, expect } from '@playwright/test';
import { aPdf } from '../apps/server/test/a-pdf';
import { type RunningApp, choose, expectAccessible, inThePortal, readLetter, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4688);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
const SIGNERS = ['Ailbhe Quill', 'Bartley Quill', 'Colm Quill', 'Deirdre Quill', 'Etain Quill'];

test('four sign in order with terms: one types a code from the telephone, one refuses and is replaced', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs');
  const { rows } = (await (await page.request.get('/api/jobs?status=open&find=Gannet Smokery')).json()) as {
    rows: { id: string; clientId: string; status: string }[];
  };
  const { id: jobId, clientId } = rows.find(({ status }) => status === 'open')!;
  for (const name of SIGNERS) {
    const data = { name, email: `${name.split(' ')[0]!.toLowerCase()}@quill.example`, role: 'director', signs: true, getsRequests: false, pays: false };
    expect((await page.request.post(`/api/clients/${clientId}/contacts`, { data, headers: { 'Idempotency-Key': name } })).ok()).toBe(true);
  }
  const room = await page.context().newPage();
  const signing = page.getByRole('region', { name: 'For signature: Deed of loan' });
  await page.goto(`/jobs/${jobId}/requests`);

  await test.step('it is given to four, with terms and a code, and looked over before it goes', async () => {
    await page.getByRole('button', { name: 'Give for signature' }).click();
    const leaf = page.getByRole('dialog', { name: 'Give for signature' });
    await leaf.locator('input[type=file]').setInputFiles({ name: 'deed.pdf', mimeType: 'application/pdf', buffer: aPdf('the deed of the loan') });
    await expect(leaf.getByLabel('Document', { exact: true })).toContainText('deed.pdf');
    await leaf.getByLabel('What is signed').fill('Deed of loan');
    for (const box of await leaf.getByRole('list', { name: 'Who signs' }).getByRole('checkbox', { checked: true }).all()) await box.uncheck();
    for (const name of SIGNERS.slice(0, 4)) await leaf.getByRole('checkbox', { name: new RegExp(`^${name}`) }).check();
    const second = leaf.getByRole('listitem').filter({ hasText: SIGNERS[1]! });
    await second.getByRole('button', { name: 'ask for a code by text message' }).click();
    await leaf.getByLabel(`Number for the code of ${SIGNERS[1]!}`).fill('085 555 0142');
    await choose(leaf.getByLabel('Terms they agree to'), 'Terms of engagement, edition 2');
    await expectAccessible(page);
    await leaf.getByRole('button', { name: 'Look at what goes out' }).click();
    await expect(page.getByText('3 more people will be asked when it is their turn.')).toBeVisible();
    await page.getByRole('button', { name: `Send to ${SIGNERS[0]!}` }).click();
    await expect(signing).toContainText('0 of 4 signed');
    await expect(signing).toContainText('agreed to Terms of engagement, edition 2');
  });

  const comesIn = async (phone: Page) => {
    const toSign = phone.getByRole('region', { name: 'To sign: Deed of loan' });
    await expect(toSign).toBeVisible();
    // It is read first: what stands below the document moves until that is there.
    await expect(toSign.getByRole('region', { name: 'The document' })).toBeVisible();
    return toSign;
  };
  const signs = async (who: string, before: (phone: Page) => Promise<void> = async () => undefined) => {
    const phone = await inThePortal(browser, app, room, /for your signature, Deed of loan/, who);
    const toSign = await comesIn(phone);
    await toSign.getByLabel('Your name, as you sign').fill(who);
    await toSign.getByLabel('I have read the document and agree with it').check();
    await toSign.getByText('Read Terms of engagement, edition 2').click();
    await expect(toSign).toContainText('What we hold about you we keep for as long as the law asks');
    await toSign.getByLabel('I agree to Terms of engagement').check();
    await before(phone);
    await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(phone.getByText(/^Signed .*, thank you\.$/)).toBeVisible();
    await phone.context().close();
  };

  await test.step('the first signs once the terms are agreed to; the second with the code', async () => {
    await signs(SIGNERS[0]!);
    await expect(signing).toContainText('1 of 4 signed');
    await signs(SIGNERS[1]!, async (phone) => {
      expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
      await phone.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(phone.getByText('Have the code sent, then type it here.')).toBeVisible();
      await phone.getByRole('button', { name: 'Send me the code' }).click();
      await expect(phone.getByText('It is on its way.')).toBeVisible();
      const text = await readLetter(room, /Your code to sign/);
      await expect(text).toContainText('085 555 0142');
      await phone.getByLabel('Code from the text message').fill(/\d{6}/.exec((await text.getByRole('heading').textContent())!)![0]);
      await expectAccessible(phone);
    });
    await expect(signing).toContainText('2 of 4 signed');
  });

  await test.step('the third refuses, and another signs in the place of that one', async () => {
    const phone = await inThePortal(browser, app, room, /for your signature, Deed of loan/, SIGNERS[2]);
    const toSign = await comesIn(phone);
    await toSign.getByRole('button', { name: 'I do not sign this' }).click();
    await toSign.getByLabel('Why you do not sign').fill('I sold my share in January.');
    await toSign.getByRole('button', { name: 'Refuse to sign' }).click();
    await expect(phone.getByText('You refused to sign; we come back to you.')).toBeVisible();
    await expect(signing).toContainText('I sold my share in January.');
    await signing.getByRole('listitem').filter({ hasText: SIGNERS[2]! }).getByRole('button', { name: 'Somebody else signs' }).click();
    const leaf = page.getByRole('dialog', { name: `Somebody else signs in place of ${SIGNERS[2]!}` });
    await choose(leaf.getByLabel('Who signs'), SIGNERS[4]!);
    await leaf.getByRole('button', { name: 'Ask them instead' }).click();
    await said(page, `${SIGNERS[4]!} signs in place of ${SIGNERS[2]!}.`);
    await signs(SIGNERS[4]!);
  });

  await test.step('with the last the signed copy is there', async () => {
    await signs(SIGNERS[3]!);
    await expect(signing).toContainText('4 of 4 signed');
    await expect(signing.getByRole('link', { name: 'deed, signed.pdf' })).toBeVisible();
  });
});

test('one letter is given to twelve clients and more', async ({ browser }) => {
  const page = await orlaAt(browser, '/clients');
  const list = page.getByRole('table', { name: 'Clients' });
  await list.getByRole('row').nth(1).getByRole('checkbox').check();
  await page.getByRole('button', { name: /^Choose all \d+ found$/ }).click();
  await expect(page.getByText(/^\d+ clients chosen$/)).toBeVisible();
  await page.getByRole('button', { name: 'Give a letter to sign' }).click();
  const leaf = page.getByRole('dialog');
  await leaf.getByRole('button', { name: 'Look at who is asked' }).click();
  await expect(leaf.getByText('Choose the letter: a kind of document that has one.')).toBeVisible();
  await choose(leaf.getByLabel('Letter'), 'Notice of new terms, Notice of new terms.pdf');
  await expect(leaf.getByLabel('What is signed')).toHaveValue('Notice of new terms');
  await expectAccessible(page);
  await leaf.getByRole('button', { name: 'Look at who is asked' }).click();
  const asked = leaf.getByRole('list', { name: 'Who is asked' });
  await expect(asked.getByRole('listitem').first()).toBeVisible();
  // Of whom nobody signs is not asked, and that is said; of whom no job is open is given it by itself.
  await expect(asked.getByRole('link', { name: 'in no job' }).first()).toBeVisible();
  const count = (await asked.getByRole('listitem').count()) - (await asked.getByText(/^not asked: /).count());
  expect(count).toBeGreaterThanOrEqual(12);
  await expectAccessible(page);
  await leaf.getByRole('button', { name: `Give it to ${count} clients` }).click();
  await said(page, new RegExp(`^Given for signature to ${count} clients`));
  await page.goto('/signatures?find=Notice of new terms');
  await expect(page.getByRole('table').getByRole('row', { name: /Notice of new terms/ })).toHaveCount(count);
});

test('somebody of the firm signs last, from Today, and all of it is sealed', async ({ browser }) => {
  const page = await orlaAt(browser, '/today');
  await page.getByRole('link', { name: /^Sign: Letter of engagement/ }).click();
  const toSign = page.getByRole('region', { name: 'Letter of engagement' });
  await expect(toSign).toContainText('signed before you');
  await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(toSign).toContainText('Write your name, as you sign.');
  // A name unlike the one that is known is asked about once.
  await toSign.getByLabel('Your name, as you sign').fill('Nora Vance');
  await toSign.getByLabel('I have read the document and agree with it').check();
  await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(toSign).toContainText('we know you as Orla Keane');
  await toSign.getByLabel('Your name, as you sign').fill('Orla Keane');
  await toSign.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(toSign).toContainText('You have signed it.');
  await toSign.getByRole('link', { name: 'Who else signs it, and how it stands' }).click();
  const ask = page.getByRole('region', { name: 'For signature: Letter of engagement' }).first();
  await expect(ask).toContainText('Orla Keane');
  await expect(ask).toContainText('3 of 3 signed');
  await expect(ask).toContainText('with its signing record, sealed');
  await page.getByRole('link', { name: 'Today', exact: true }).first().click();
  await expect(page.getByRole('link', { name: /^Sign: Letter of engagement/ })).toHaveCount(0);
});

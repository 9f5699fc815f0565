import { type Browser, type Page, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, inThePortal, more, readLetter, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.beforeEach(async () => {
  app = await startDemo(4707);
});
test.afterEach(() => app?.stop());

const phoneOf = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ baseURL: app.address, viewport: { width: 390, height: 844 }, permissions: [] })).newPage();
const pdf = (name: string) => ({ name, mimeType: 'application/pdf', buffer: Buffer.from(`%PDF-1.4 ${name}`) });

test('a stranger leaves something on the public page, becomes a prospect, and is answered', async ({ browser }) => {
  test.setTimeout(300_000);
  const phone = await phoneOf(browser);
  await test.step('with a message and files, after a code from the mail', async () => {
    await phone.goto('/drop-off/marram-tern');
    await expect(phone.getByRole('heading', { name: 'Leave something for us' })).toBeVisible();
    await expectAccessible(phone);
    await phone.getByRole('button', { name: 'Send me the code' }).click();
    await expect(phone.getByText('Give your name.')).toBeVisible();
    await phone.getByLabel('Your name').fill('Hugo Delaney');
    await phone.getByLabel('Your email address').fill('hugo@delaney-boats.example');
    await phone.getByLabel('Your message').fill('I hire out four boats and would like somebody for the books.');
    await phone
      .getByLabel('Files that go with it')
      .setInputFiles([pdf('licence.pdf'), { name: 'run.bat', mimeType: 'text/plain', buffer: Buffer.from('del *.*') }]);
    await phone.reload();
    await expect(phone.getByLabel('Your message')).toHaveValue(/four boats/);
    await phone
      .getByLabel('Files that go with it')
      .setInputFiles([pdf('licence.pdf'), { name: 'run.bat', mimeType: 'text/plain', buffer: Buffer.from('del *.*') }]);
    await phone.getByRole('button', { name: 'Send me the code' }).click();
    await expect(phone.getByRole('heading', { name: 'Please confirm your address' })).toBeVisible();
    await expectAccessible(phone);
  });

  const page = await signedIn(browser, app, /Orla Keane/);
  await test.step('what is sent is seen, also what was not taken, and later on the same device', async () => {
    const code = /\d{6}/.exec((await (await readLetter(page, /^Hugo Delaney .*Your code for/)).getByRole('heading').textContent())!)![0];
    await phone.getByLabel('Code from the message').fill('000000');
    await phone.getByRole('button', { name: 'Continue' }).click();
    await expect(phone.getByText(/This code is not right/)).toBeVisible();
    await phone.getByLabel('Code from the message').fill(code);
    await phone.getByRole('button', { name: 'Continue' }).click();
    await expect(phone.getByRole('heading', { name: 'It has arrived, thank you' })).toBeVisible();
    await expect(phone.getByText('1 file sent.')).toBeVisible();
    await expect(phone.getByText(/^Not sent: run\.bat: /)).toBeVisible();
    await expectAccessible(phone);
    await phone.goto('/drop-off/marram-tern');
    await expect(phone.getByText('licence.pdf')).toBeVisible();
  });

  await test.step('it stands on Today, and becomes a prospect with a private conversation', async () => {
    await page.goto('/today');
    await page.getByRole('link', { name: 'Hugo Delaney' }).click();
    await expect(page.getByText('I hire out four boats')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Make a prospect' }).click();
    await page.getByLabel('Name of the client').fill('Delaney Boats');
    await page.getByRole('dialog').getByRole('button', { name: 'Make a prospect' }).click();
    await said(page, 'Delaney Boats is a prospect now.');
    await expect(page.getByRole('link', { name: 'Delaney Boats' })).toBeVisible();
    await expect(page.getByText('licence.pdf')).toBeVisible();
    await page.getByLabel('Your answer').fill('Gladly. Shall we talk on Friday?');
    await page.getByRole('button', { name: 'Answer', exact: true }).click();
    await expect(page.getByText('Shall we talk on Friday?')).toBeVisible();
  });

  await test.step('who is told by mail that there is a private message, and not what it says', async () => {
    const letter = await readLetter(page, /^Hugo Delaney .*a private message/);
    await expect(letter.getByText(/It is private: you read it, and answer it, on your own page/)).toBeVisible();
    await expect(letter.getByText('Shall we talk on Friday?')).toHaveCount(0);
  });

  await test.step('what is an advertisement is refused, and taken back', async () => {
    await page.goto('/post/arrivals');
    await page.getByRole('link', { name: 'Nora Vance' }).click();
    await more(page, 'Refuse it');
    await page.getByLabel('Why').fill('Not for us.');
    await page.getByRole('dialog').getByRole('button', { name: 'Refuse', exact: true }).click();
    await said(page, 'Refused. Nobody is written to.');
    await page.getByRole('button', { name: 'Take back that it was refused' }).click();
    await said(page, 'It waits again, and you have it.');
  });
});

test('somebody who acts for three sends files, asks, answers and tells of a new address in one visit, also without a connection', async ({ browser }) => {
  test.setTimeout(300_000);
  const page = await signedIn(browser, app, /Orla Keane/, '/clients?find=Dunmarra');
  const json = async <T>(path: string) => (await (await page.request.get(path)).json()) as T;
  const ids: string[] = [];
  await test.step('the owner of one becomes a person of two others; something is asked for each', async () => {
    for (const name of ['Dunmarra', 'Inishvane', 'Sallow Boatyard'])
      ids.push((await json<{ rows: { id: string }[] }>(`/api/clients?find=${name}`)).rows[0]!.id);
    const owner = (await json<{ contacts: { id: string }[] }>(`/api/clients/${ids[0]!}`)).contacts[0]!.id;
    for (const id of ids.slice(1)) expect((await page.request.put(`/api/clients/${id}/contacts/${owner}`, { data: { role: 'owner' } })).ok()).toBe(true);
    for (const [place, id] of ids.entries()) {
      const job = (await json<{ rows: { id: string }[] }>(`/api/jobs?status=open&client=${id}`)).rows[0]!.id;
      const items = [{ name: `Bank statements ${place}` }, { name: `The crane ${place}` }, { name: `How many people ${place}` }];
      const asked = await page.request.post(`/api/jobs/${job}/requests`, {
        data: { title: `Papers for ${place}`, dueOn: '2026-03-20', items, now: true },
        headers: { 'Idempotency-Key': `from-outside-${place}` },
      });
      expect(asked.ok()).toBe(true);
    }
    await page.goto(`/contacts/${owner}`);
  });

  const phone = await inThePortal(browser, app, page, /Papers for 0/);
  await test.step('three files, a question and a typed answer', async () => {
    const item = (name: string) => phone.getByRole('listitem').filter({ hasText: name });
    await phone.getByLabel('Files for Bank statements 0').setInputFiles([pdf('january.pdf'), pdf('february.pdf'), pdf('march.pdf')]);
    await expect(phone.getByText('3 files sent.')).toBeVisible();
    await item('The crane 0').getByRole('button', { name: 'Ask a question' }).click();
    await phone.getByLabel('Your question').fill('Do you mean the old one?');
    await phone.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(phone.getByText(/You asked: “Do you mean the old one\?”/)).toBeVisible();
    await item('How many people 0').getByRole('button', { name: 'Write the answer' }).click();
    await phone.getByLabel('Your answer').fill('Four, and two in summer.');
    await phone.reload();
    await item('How many people 0').getByRole('button', { name: 'Write the answer' }).click();
    await expect(phone.getByLabel('Your answer')).toHaveValue('Four, and two in summer.');
    await phone.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(phone.getByText(/You answered: “Four, and two in summer\.”/)).toBeVisible();
    await expectAccessible(phone);
  });

  await test.step('what is to do for all three stands at home, by client', async () => {
    await phone.getByRole('link', { name: 'To do' }).click();
    for (const name of ['Dunmarra Oysters Ltd', 'Inishvane Ferries Ltd', 'Sallow Boatyard Ltd'])
      await expect(phone.getByRole('heading', { name: new RegExp(`^${name.split(' ').slice(0, 2).join(' ')}`) })).toBeVisible();
    await expectAccessible(phone);
  });

  await test.step('a new address is asked for, taken over by the firm, and said to be changed', async () => {
    await phone.getByRole('link', { name: 'You', exact: true }).click();
    await phone.getByRole('link', { name: /^Our services/ }).click();
    await expect(phone.getByRole('heading', { name: /^What Marram & Tern, Accountants does for you/ })).toBeVisible();
    await expectAccessible(phone);
    await phone.getByRole('link', { name: 'Back to you' }).click();
    await phone.getByRole('link', { name: /^Change your details/ }).click();
    const mine = phone.getByRole('form', { name: 'You, Bríd Foley' });
    await mine.getByLabel('Mobile').fill('085 555 0199');
    await mine.getByRole('button', { name: 'Ask for the change' }).click();
    await expect(mine.getByText(/We look at it\./)).toBeVisible();
    await expectAccessible(phone);
    await page.goto('/today');
    await page.getByRole('button', { name: 'Mobile', exact: true }).click();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Take it over' }).click();
    await said(page, 'Taken over; Bríd Foley is told.');
    await phone.reload();
    await expect(mine.getByText(/^Changed on /)).toBeVisible();
    await expect(mine.getByLabel('Mobile')).toHaveValue('085 555 0199');
  });

  await test.step('without a connection the page says whose it is, and goes on when there is one again', async () => {
    await phone.evaluate(() => navigator.serviceWorker.ready.then(() => true));
    await phone.reload();
    await expect(phone.getByRole('heading', { name: 'Your details' })).toBeVisible();
    await phone.context().setOffline(true);
    await phone.reload();
    await expect(phone.getByRole('heading', { name: 'No connection just now' })).toBeVisible();
    await expect(phone.getByText('Marram & Tern, Accountants')).toBeVisible();
    await phone.context().setOffline(false);
    await expect(phone.getByRole('heading', { name: 'Your details' })).toBeVisible();
  });
});

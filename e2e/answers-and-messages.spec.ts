import { expect } from '@playwright/test';
import { type RunningApp, choose, expectAccessible, inThePortal, readLetter, said, signedIn, startDemo, test } from './support';

let app: RunningApp;
test.beforeEach(async () => {
  app = await startDemo(4706);
});
test.afterEach(() => app?.stop());

test('a questionnaire fills the record, with dates moved after a look; what is written is answered by mail and in the portal', async ({ browser }) => {
  test.setTimeout(300_000);
  const page = await signedIn(browser, app, /Orla Keane/, '/clients?find=Dunmarra');
  await page.getByText('Dunmarra Oysters Ltd').first().click();
  await expect(page.getByRole('heading', { name: 'Dunmarra Oysters Ltd' })).toBeVisible();
  const client = page.url().split('?')[0]!;
  const requests = `${client}/requests`;

  await test.step('it is sent from a job, after a look at who gets it', async () => {
    const { rows } = (await (await page.request.get(`/api/jobs?status=open&client=${client.split('/').at(-1)!}`)).json()) as {
      rows: { id: string; name: string }[];
    };
    await page.goto(`/jobs/${rows.find(({ name }) => name.startsWith('VAT'))!.id}/requests`);
    await page.getByRole('button', { name: 'Send a questionnaire' }).click();
    await choose(page.getByLabel('Questionnaire', { exact: true }), 'New company client, 19 questions');
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Look at what goes out' }).click();
    await page
      .getByLabel('Send it now all the same')
      .check({ timeout: 2_000 })
      .catch(() => undefined);
    await page.getByRole('button', { name: /^Send to/ }).click();
    await said(page, /^(Sent|It goes) to /);
  });

  const phone = await inThePortal(browser, app, page, /some questions, New company client/);
  await test.step('the client answers section by section on a phone; what is typed is kept', async () => {
    await expect(phone.getByRole('heading', { name: /^Please answer: New company client/ })).toBeVisible();
    await expectAccessible(phone);
    await phone.getByRole('textbox', { name: 'Company number' }).fill('612345');
    await phone.getByRole('textbox', { name: /^What does it do/ }).fill('oysters, grown and smoked');
    const office = phone.getByRole('group', { name: 'Registered office' });
    await office.getByLabel('Street and number').fill('21 Slip Lane');
    await office.getByLabel('Town').fill('Port Sallow');
    await phone.getByLabel('On which day does its year end?').fill('2025-06-30');
    await expect(phone.getByText(/^4 of .* All of it is kept\.$/)).toBeVisible();
    await phone.reload();
    await expect(phone.getByRole('textbox', { name: 'Company number' })).toHaveValue('612345');
    await phone.getByRole('button', { name: 'Go on: Taxes' }).click();
    await expect(phone.getByRole('textbox', { name: 'VAT number' })).toHaveCount(0);
    await phone.getByRole('radiogroup', { name: 'Is it registered for VAT?' }).getByRole('radio', { name: 'yes' }).check();
    await phone.getByRole('textbox', { name: 'VAT number' }).fill('IE9990629A');
    await phone.getByRole('radiogroup', { name: 'Does it pay anybody a wage?' }).getByRole('radio', { name: 'yes' }).check();
    await phone.getByRole('textbox', { name: 'How many people does it pay?' }).fill('4');
    await expectAccessible(phone);
    await phone.getByRole('button', { name: 'Go on: People' }).click();
    await phone.getByRole('group', { name: 'Who speaks for it?' }).getByLabel('Name').fill('Bríd Foley');
    const owners = phone.getByRole('group', { name: /^Everybody who owns/ });
    await owners.getByLabel('Name, row 1').fill('Bríd Foley');
    await owners.getByLabel('Share, row 1').fill('60 %');
    await phone
      .getByRole('radiogroup', { name: /^Did another accountant/ })
      .getByRole('radio', { name: 'no' })
      .check();
    await phone.getByRole('button', { name: 'Go on: Money' }).click();
    await phone.getByRole('button', { name: 'Look over all' }).last().click();
    await expect(phone.getByText('One question is still to be answered.')).toBeVisible();
    await phone.getByRole('button', { name: 'Send it in' }).click();
    await expect(phone.getByRole('alert').getByText('1 question still to be answered.')).toBeVisible();
    await phone.getByRole('button', { name: 'Money', exact: true }).click();
    await phone.getByLabel('I confirm it').check();
    await phone.getByRole('button', { name: 'Look over all' }).last().click();
    await expectAccessible(phone);
    await phone.getByRole('button', { name: 'Send it in' }).click();
    await expect(phone.getByText(/^Sent in .*, thank you\./)).toBeVisible();
  });

  await test.step('the firm sees before and after, looks at the dates that would move, and takes it over', async () => {
    await page.goto(requests);
    const before = page.getByRole('table', { name: 'What the answers would change' });
    await expect(before.getByRole('row', { name: /^Year-end 31 December 30 June/ })).toBeVisible();
    await page.getByRole('button', { name: 'See which dates would move' }).click();
    await expect(page.getByRole('region', { name: 'What changes' }).getByText(/deadlines? (come|move|go)/)).toBeVisible();
    await before.getByRole('checkbox', { name: 'Company number' }).uncheck();
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Take over \d+ answers/ }).click();
    await said(page, /taken over into the record\.$/);
    await expect(page.getByText('oysters, grown and smoked').first()).toBeVisible();
    await page.getByRole('button', { name: 'Looked at' }).first().click();
    await said(page, 'Looked at.');
  });

  await test.step('the client writes of their own accord; it stands on Today until somebody answers', async () => {
    await phone.getByRole('link', { name: 'Messages', exact: true }).click();
    await phone.getByRole('button', { name: /^Write to/ }).click();
    await phone.getByLabel('For').selectOption({ label: 'Dunmarra Oysters Ltd' });
    await phone.getByLabel('What it is about').fill('The new raft');
    await phone.getByLabel('What you write').fill('It is moored since Monday. Do you need the receipt?');
    await expectAccessible(phone);
    await phone.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(phone.getByRole('heading', { name: 'The new raft' })).toBeVisible();
    await phone.getByLabel('Files for this conversation').setInputFiles({ name: 'receipt.csv', mimeType: 'text/csv', buffer: Buffer.from('raft, 900.00\n') });
    await expect(phone.getByText('1 file sent.')).toBeVisible();
    await page.goto('/today');
    await page.getByRole('link', { name: 'The new raft', exact: true }).click();
    await expect(page.getByText('It is moored since Monday.')).toBeVisible();
    await expectAccessible(page);
    await page.getByLabel('Your answer').fill('The receipt is all. Thank you.');
    await page.getByRole('button', { name: 'Answer', exact: true }).click();
    await said(page, 'Sent.');
    await expect(page.getByText('nobody waits for us')).toBeVisible();
  });

  await test.step('an answer by mail comes to the same conversation', async () => {
    const letter = await readLetter(page, /: The new raft/);
    await letter.getByLabel('What they write').fill('Good. And the old one is sold.\n\nOn 11 March 2026, Orla Keane wrote:\n> The receipt is all.');
    await letter.getByRole('button', { name: 'Answer' }).click();
    await said(page, /has answered\.$/);
    await page.goto('/post/conversations');
    await page.getByRole('link', { name: 'The new raft', exact: true }).click();
    await expect(page.getByText('Good. And the old one is sold.')).toBeVisible();
    await expect(page.getByText('> The receipt is all.')).toHaveCount(0);
  });
});

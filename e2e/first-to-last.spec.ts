import { type Page, expect } from '@playwright/test';
import { type RunningApp, choose, expectAccessible, readLetter, startDemo, test } from './support';

let app: RunningApp;

test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  test.setTimeout(1_200_000);
  app = await startDemo(4691);
});
test.afterAll(() => app?.stop());

const said = (page: Page, words: string | RegExp) => expect(page.getByRole('status').getByText(words)).toBeVisible();

test('from the first contact to the last cent', async ({ browser }) => {
  const page = await (await browser.newContext({ baseURL: app.address, viewport: { width: 1280, height: 800 } })).newPage();
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(error.message));

  await test.step('sign in as the practice manager', async () => {
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'The working book of an accounting firm' })).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: /Orla Keane/ }).click();
    await expect(page.getByRole('heading', { name: 'Wednesday 11 March' })).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('add a client; problems stand at the fields and what was typed stays', async () => {
    await page.getByRole('link', { name: 'Clients', exact: true }).click();
    await expect(page.getByRole('table', { name: 'Clients' })).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('n');
    await page.keyboard.press('c');
    const leaf = page.getByRole('dialog', { name: 'Add a client' });
    await leaf.getByLabel('Name', { exact: true }).fill('Limpet Lane Ltd');
    await leaf.getByLabel('Email address').fill('rowan@limpet');
    await page.keyboard.press('Control+Enter');
    await expect(leaf.getByText('Choose the legal form.')).toBeVisible();
    await expect(leaf.getByText('This is not a complete email address.')).toBeVisible();
    await expect(leaf.getByLabel('Name', { exact: true })).toHaveValue('Limpet Lane Ltd');
    await expectAccessible(page);
    await leaf.getByLabel('Legal form').selectOption('company');
    await leaf.getByLabel('Year-end', { exact: true }).selectOption('December');
    await leaf.getByRole('radio', { name: 'registered', exact: true }).check();
    await leaf.getByLabel('Two-month group').selectOption('Jan-Feb');
    await leaf.getByLabel('Name of a person').fill('Rowan Tiller');
    await leaf.getByLabel('Email address').fill('rowan@limpet-lane.example');
    await choose(leaf.getByLabel('Partner'), 'Ruairí Hession');
    await choose(leaf.getByLabel('Manager'), 'Orla Keane');
    await choose(leaf.getByLabel('Preparer'), 'Niamh Daly');
    await leaf.getByRole('button', { name: 'Add the client' }).click();
    await expect(page.getByRole('heading', { name: 'Limpet Lane Ltd' })).toBeVisible();
  });

  await test.step('give it a VAT return; the next six deadlines appear, each with its workings', async () => {
    await page.getByRole('button', { name: 'Add a service' }).click();
    const leaf = page.getByRole('dialog', { name: 'Add a service' });
    await choose(leaf.getByLabel('Service'), 'VAT return');
    await expect(leaf.getByLabel(/^Fee each time/)).toHaveValue('180.00');
    await expect(leaf.getByLabel('How often')).toHaveValue('two-monthly');
    await leaf.getByLabel('From').fill('1 Jan 2026');
    await leaf.getByRole('button', { name: 'See what changes' }).click();
    await expect(leaf.getByRole('table', { name: 'Dates before and after' })).toContainText('VAT return, Jan-Feb 2026');
    await leaf.getByRole('button', { name: 'Add the service' }).click();
    const deadlines = page.getByRole('table', { name: 'Deadlines ahead' });
    await expect(deadlines.locator('tbody tr')).toHaveCount(6);
    await deadlines.getByRole('button', { name: 'Mon 23 Mar' }).click();
    await expect(page.getByText('Day 23 of that month: Mon 23 Mar 2026')).toBeVisible();
    await page.keyboard.press('Escape');
    await expectAccessible(page);
  });

  await test.step('find it in the almanac', async () => {
    await page.goto('/almanac');
    await page.getByRole('button', { name: '23 Mar' }).click();
    await expect(page.getByRole('table', { name: 'Deadlines of the week' }).getByRole('link', { name: 'Limpet Lane Ltd' })).toBeVisible();
    await expectAccessible(page);
  });

  let job = '';
  await test.step('start its job and look at its tasks, dates and money', async () => {
    // It begins by itself within a minute: whoever is quicker.
    const row = page.getByRole('row', { name: /Limpet Lane Ltd/ });
    await row
      .getByRole('button', { name: 'Start now' })
      .or(row.getByRole('link', { name: /^job \d+/ }))
      .click();
    const begin = page.getByRole('button', { name: 'Begin the job' });
    const heading = page.getByRole('heading', { name: 'VAT return, Jan-Feb 2026', exact: true });
    await expect(begin.or(heading).first()).toBeVisible();
    // What it sends was seen: nothing, here.
    if (await begin.isVisible()) await begin.click();
    await expect(heading).toBeVisible();
    job = new URL(page.url()).pathname;
    await expect(page.getByRole('complementary').getByText('180.00').first()).toBeVisible();
    await page.getByRole('button', { name: 'Match the bank', exact: true }).click();
    const leaf = page.getByRole('dialog', { name: 'Match the bank' });
    await choose(leaf.getByLabel('Who'), 'Tadhg Moran, accounts and tax');
    await leaf.getByLabel('Due').fill('2026-07-01');
    await leaf.getByRole('button', { name: 'Save the task' }).click();
    await expect(leaf.getByText(/The job runs from .* to Mon 23 Mar 2026/)).toBeVisible();
    await leaf.getByLabel('Due').fill('2026-03-19');
    await leaf.getByRole('button', { name: 'Save the task' }).click();
    await expect(page.getByRole('row', { name: /Match the bank/ }).getByText('Tadhg')).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('ask the client for two things, after a look at what goes out', async () => {
    await page.goto(`${job}/requests`);
    await page.getByRole('button', { name: 'Ask the client' }).click();
    await page.getByRole('button', { name: 'Look at what goes out' }).click();
    await expect(page.getByRole('article').getByText('rowan@limpet-lane.example')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Send to Rowan Tiller' }).click();
    await said(page, 'Sent to Rowan Tiller.');
  });

  const phone = await browser.newContext({ baseURL: app.address, viewport: { width: 390, height: 844 } });
  const client = await phone.newPage();
  client.on('pageerror', (error) => faults.push(error.message));
  let link = '';

  await test.step('the client gets in by the link and the emailed code; a wrong one is refused', async () => {
    const letter = await readLetter(page, /What we need for your VAT return, Jan-Feb 2026/);
    link = (await letter.getByRole('link', { name: /client’s link/ }).getAttribute('href'))!;
    await expectAccessible(page);
    await client.goto(link);
    await client.getByRole('button', { name: 'Send me the code' }).click();
    await client.getByLabel('Code from the message').fill('12345');
    await client.getByRole('button', { name: 'Continue' }).click();
    await expect(client.getByRole('alert')).toContainText('This code is not right');
    await expectAccessible(client);
    const code = /\d{6}/.exec((await (await readLetter(page, /Your code for/)).getByRole('heading').textContent())!)![0];
    await client.getByLabel('Code from the message').fill(code);
    await client.getByRole('button', { name: 'Continue' }).click();
    await expect(client.getByRole('heading', { name: /What we need/ })).toBeVisible();
    await expectAccessible(client);
  });

  await test.step('the client answers one item and asks about the other; the open page of the firm shows both by itself', async () => {
    await page.goto(`${job}/requests`);
    await expect(page.getByText('0 of 2 in', { exact: true })).toBeVisible();
    const sheet = (name: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from('1, 180.00\n') });
    await client.getByLabel('Files for Sales invoices').setInputFiles([sheet('sales.csv'), sheet('sales, June.csv'), sheet('sales, July.csv')]);
    await expect(client.getByText(/^sales, July\.csv, sent/)).toBeVisible();
    await expect(client.getByText(/^sales(, June)?\.csv, sent/)).toHaveCount(2);
    await expect(client.getByText('Received. We will look at it.')).toBeVisible();
    await client.getByRole('listitem').filter({ hasText: 'Bank statement' }).getByRole('button', { name: 'Ask a question' }).click();
    await client.getByLabel('Your question').fill('Both accounts?');
    await client.getByRole('button', { name: 'Send', exact: true }).click();
    await expect(page.getByRole('link', { name: 'sales.csv' })).toBeVisible();
    await expect(page.getByText('“Both accounts?”')).toBeVisible();
  });

  await test.step('one is accepted, what was asked about the other is answered, and the client is told', async () => {
    await page.getByRole('button', { name: 'Accept', exact: true }).click();
    await said(page, 'Accepted Sales invoices.');
    // Nothing came for the other that could be sent back; what was asked about it is answered.
    await expect(page.getByRole('button', { name: 'Send back' })).toHaveCount(0);
    await page.getByRole('button', { name: 'Reply' }).click();
    await expect(page.getByRole('dialog')).toContainText('Rowan Tiller asks: “Both accounts?”');
    await page.getByLabel('Your reply').fill('Yes, both accounts please.');
    await page.getByRole('button', { name: 'Reply to the client' }).click();
    await said(page, 'Replied. The client is notified.');
    await expect(await readLetter(page, /your question about Bank statement/)).toContainText('Yes, both accounts please.');
  });

  await test.step('the same browser gets in with one click later', async () => {
    await phone.clearCookies({ name: 'steady-portal' });
    await client.goto(link);
    await client.getByRole('button', { name: 'Continue as Rowan Tiller' }).click();
    await expect(client.getByText('replied: “Yes, both accounts please.”')).toBeVisible();
    await client.getByLabel('Files for Bank statement').setInputFiles({ name: 'bank.csv', mimeType: 'text/csv', buffer: Buffer.from('1, 20.00\n') });
    await expect(client.getByText('Everything has come in.')).toBeVisible();
  });

  await test.step('what is not right is sent back with a reason, and comes again', async () => {
    await page.goto(`${job}/requests`);
    await page.getByRole('button', { name: 'Send back' }).click();
    await page.getByLabel('What is missing or wrong').fill('Page 2 is missing.');
    await page.getByRole('button', { name: 'Send back and notify the client' }).click();
    await said(page, /Sent back/);
    await client.reload();
    await expect(client.getByText('1 of 2 is in. Please send the one that came back')).toBeVisible();
    await client.getByLabel('Files for Bank statement').setInputFiles({ name: 'bank 2.csv', mimeType: 'text/csv', buffer: Buffer.from('2, 40.00\n') });
    await expect(client.getByText('Everything has come in.')).toBeVisible();
  });

  await test.step('phases move by themselves, and the history says why', async () => {
    await page.goto(job);
    const signs = page.getByRole('checkbox', { name: 'Check who signs: done' });
    await signs.click();
    await expect(signs).toBeChecked();
    await page.goto(`${job}/requests`);
    await page.getByRole('button', { name: 'Accept', exact: true }).click();
    await said(page, 'Accepted Bank statement.');
    await page.goto(`${job}/history`);
    await expect(page.getByText(/moved the job from Ask the client to Prepare/)).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('time: the timer survives reload and sign-out; an entry by hand; an expense', async () => {
    await page.goto(job);
    await page
      .getByRole('row', { name: /Enter sales and purchases/ })
      .getByRole('button', { name: 'Start timer' })
      .click();
    // One runs elsewhere since this morning: it is asked first.
    await page.getByRole('button', { name: 'Stop that one and start here' }).click();
    const timer = page.getByRole('banner').getByText('Limpet Lane Ltd');
    await expect(timer).toBeVisible();
    await page.reload();
    await expect(timer).toBeVisible();
    await page.getByRole('button', { name: 'Orla Keane' }).click();
    await page.getByRole('menuitem', { name: 'Sign out' }).click();
    // The name also stands in the line of the page that is being left.
    await expect(page).toHaveURL(/\/sign-in/);
    await expect(timer).toBeHidden();
    await page.getByRole('button', { name: /Orla Keane/ }).click();
    await expect(timer).toBeVisible();
    await page.keyboard.press('t');
    await said(page, /Stopped\. 0 h 0\d recorded\./);
    await page.goto(`${job}/money`);
    await page.getByRole('button', { name: 'Add time' }).click();
    const leaf = page.getByRole('dialog', { name: 'Add time' });
    await choose(leaf.getByLabel('Task'), 'Match the bank');
    await leaf.getByLabel('How long').fill('1:30');
    await leaf.getByRole('button', { name: 'Record the time' }).click();
    await said(page, 'Recorded 1 h 30.');
    await page.getByRole('button', { name: 'Record an expense' }).click();
    await page.getByLabel('For what').fill('Courier');
    await page.getByLabel(/^Amount/).fill('12.50');
    await page.getByRole('dialog').getByRole('button', { name: 'Record the expense' }).click();
    await expect(page.getByRole('table', { name: 'WIP ledger' }).getByText('Expense, Courier')).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('bill 180.00: look at its effect, approve', async () => {
    await page.getByRole('button', { name: 'Draft a bill' }).click();
    await expect(page.getByLabel(/^Amount/)).toHaveValue('180.00');
    await page.getByRole('button', { name: 'Preview the bill' }).click();
    await expect(page.getByText(/WIP goes from/)).toBeVisible();
    await expect(page.getByRole('table', { name: 'Effect on each person' }).getByText('Orla Keane')).toBeVisible();
    await expectAccessible(page);
    await page.getByRole('button', { name: 'Approve, bill EUR 180.00' }).click();
    await expect(page.getByRole('heading', { name: /^Bill 2026-\d{4}$/ })).toBeVisible();
  });

  const bill = page.url();
  const number = (await page.getByRole('heading', { name: /^Bill/ }).textContent())!.replace('Bill ', '');

  await test.step('its letter waits, as the client has had three today, and is sent now out of the plan of what goes out', async () => {
    await page.goto('/post/going-out');
    const row = page.getByRole('row', { name: new RegExp(`invoice ${number}`) });
    await expect(row).toContainText('no more than 3 messages a day go to one person');
    await row.getByRole('button', { name: /^goes out / }).click();
    await expect(page.getByText('It goes out on Thu 12 Mar 2026 at 08:00.')).toBeVisible();
    await page.keyboard.press('Escape');
    await expectAccessible(page);
    await row.getByRole('button', { name: new RegExp(`invoice ${number}`) }).click();
    await page.getByRole('button', { name: 'Send it now' }).click();
    await said(page, 'It goes out now.');
    await expect(row).toHaveCount(0);
  });

  await test.step('the client pays it in the portal, after a card that is refused', async () => {
    await expect(await readLetter(page, `invoice ${number}`)).toContainText('See and pay it here');
    await page.goto('/fees/collector');
    await page.getByRole('button', { name: 'Refuse the next card' }).click();
    await said(page, /^The next card will be refused\./);
    await expectAccessible(page);
    await client.goto('/portal');
    await expect(client.getByRole('heading', { name: 'One thing for you' })).toBeVisible();
    await expectAccessible(client);
    await client.getByRole('link', { name: new RegExp(`^Invoice ${number}`) }).click();
    await expectAccessible(client);
    const invoice = client.getByRole('region', { name: `Invoice ${number}` });
    await invoice.getByRole('button', { name: /^Pay/ }).click();
    await expect(invoice.getByRole('alert')).toContainText('no funds');
    await invoice.getByRole('button', { name: /^Pay/ }).click();
    await expect(client.getByText(/Paid Wed 11 Mar, thank you/)).toBeVisible();
    await page.reload();
    await expect(page.getByRole('table', { name: 'Cards' }).getByRole('row', { name: new RegExp(number) })).toHaveCount(2);
    await expect(page.getByRole('button', { name: 'Refuse the next card' })).toBeVisible();
  });

  await test.step('a paid bill can no longer be cancelled, and the button says why', async () => {
    await page.goto(bill);
    await expect(page.getByText('Paid', { exact: true })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Cancel the bill' })).toBeDisabled();
    await expect(page.getByText('A paid bill is credited, not cancelled.')).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('settle WIP, and reverse it: all steps stay in the ledger', async () => {
    await page.getByRole('link', { name: 'Settle WIP' }).click();
    await expect(page.getByText(/against .* of time/)).toBeVisible();
    await expectAccessible(page);
    const ledger = page.getByRole('table', { name: 'WIP ledger' });
    const before = await ledger
      .getByRole('row', { name: /Interim bill/ })
      .locator('td')
      .last()
      .textContent();
    await page.getByRole('button', { name: /^Settle: writes/ }).click();
    await expect(page.getByText('Everything on this job is settled.')).toBeVisible();
    await expect(ledger.getByRole('row').last().locator('td').last()).toHaveText('0.00');
    await page.getByRole('button', { name: 'Reverse the settlement' }).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Reverse it' }).click();
    await expect(
      ledger
        .getByRole('row', { name: /Settlement reversed/ })
        .locator('td')
        .last(),
    ).toHaveText(before!);
  });

  await test.step('finish the tasks and file; the deadline turns green in the almanac', async () => {
    await page.goto(job);
    for (const task of [
      'Enter sales and purchases',
      'Match the bank',
      'Compare with last period',
      'Draft the return',
      'Sign off the draft',
      'Client approves the figures',
    ]) {
      const box = page.getByRole('checkbox', { name: `${task}: done` });
      await box.click();
      await expect(box).toBeChecked();
    }
    await page.getByRole('button', { name: 'File', exact: true }).click();
    await expect(page.getByRole('dialog').getByText('goes to Revenue through the filing gateway')).toBeVisible();
    await page.getByRole('button', { name: 'File with Revenue' }).click();
    await expect(page.getByText(/^Finished; filed with Revenue, receipt \d{4}-\d{4}-\d{2}/)).toBeVisible();
    await page.goto('/almanac?week=2026-03-23');
    await expect(page.getByRole('row', { name: /Limpet Lane Ltd/ }).getByText('filed 12 days early')).toBeVisible();
  });

  await test.step('Today says what needs somebody now', async () => {
    await page.goto('/today');
    await expect(page.getByRole('table', { name: 'Needs attention now' })).toBeVisible();
    for (const path of ['/jobs', '/documents', '/post', '/time', '/fees', '/fees/bills', '/firm']) {
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
      await expectAccessible(page);
    }
  });

  expect(faults).toEqual([]);
});

test('works on a phone, 390 wide, without sideways scrolling', async ({ browser }) => {
  const phone = await (await browser.newContext({ baseURL: app.address, viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto('/sign-in');
  await phone.getByRole('button', { name: /Niamh Daly/ }).click();
  await expect(phone.getByRole('heading', { name: 'Wednesday 11 March' })).toBeVisible();
  for (const path of ['/today', '/clients', '/almanac', '/almanac?view=year', '/almanac?view=list', '/jobs', '/time', '/firm', '/firm/rules']) {
    await phone.goto(path);
    await expect(phone.getByRole('heading', { level: 1 })).toBeVisible();
    const wider = await phone.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
    expect(`${path} ${wider}`).toBe(`${path} 0`);
  }
  await phone.getByRole('button', { name: 'Contents' }).click();
  await phone.getByRole('navigation', { name: 'Contents' }).getByRole('link', { name: 'Jobs' }).click();
  await expect(phone.getByRole('heading', { name: 'Jobs' })).toBeVisible();
  // A preparer does not see fees.
  await expect(phone.getByText('Recorded, not billed')).toHaveCount(0);
});

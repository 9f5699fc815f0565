import { type Browser, type Page, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, said, signedIn, startDemo, choose, more, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4693);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
const heading = (page: Page, name: string) => expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
const leaf = (page: Page, name: string | RegExp) => page.getByRole('dialog', { name });

test('a procedure is written down, seen on paper, and saved with what becomes of jobs in flight', async ({ browser }) => {
  const page = await orlaAt(browser, '/firm/procedures');
  await heading(page, 'Procedures');
  await expectAccessible(page);

  await test.step('a supplied one says what every client would meet', async () => {
    await page.getByRole('link', { name: 'Personal return' }).click();
    await heading(page, 'Personal return');
    const paper = page.getByRole('region', { name: 'Preview' });
    await expect(paper).toContainText('clients would get a message, but there is nobody to write to');
    await expect(paper.getByRole('table', { name: 'Ways through the procedure' }).locator('tbody tr')).toHaveCount(2);
    await page.getByRole('button', { name: 'Try on one client' }).click();
    await expect(page.getByRole('list', { name: 'Day by day' })).toContainText('The job is finished');
    await page.keyboard.press('Escape');
    await expectAccessible(page);
  });

  await test.step('phases are put into another order by keys, and a branch that leaves clients out is named', async () => {
    await page.getByRole('button', { name: /^Place of Prepare/ }).focus();
    await page.keyboard.press('ArrowDown');
    await expect(page.getByRole('list', { name: 'Phases' }).getByRole('button', { expanded: false }).nth(3)).toContainText('Prepare');
    await page.getByRole('button', { name: 'Remove Packet and drop-off' }).click();
    await expect(page.getByRole('region', { name: 'Preview' })).toContainText('meet no phase of the branch "How the papers come"');
  });

  await test.step('a circle is named and not saved', async () => {
    await page.goto(`${app.address}/firm/procedures`);
    await page.getByRole('link', { name: 'VAT return' }).click();
    await page.getByRole('button', { name: /2\. Prepare/ }).click();
    await page.getByRole('button', { name: 'Match the bank', exact: true }).click();
    await page.getByRole('group', { name: 'Waits for' }).getByLabel('Draft the return').check();
    await page.getByRole('button', { name: 'Save the procedure' }).click();
    await expect(page.getByRole('alert')).toContainText('Tasks wait in a circle');
    await page.getByRole('group', { name: 'Waits for' }).getByLabel('Draft the return').uncheck();
  });

  await test.step('jobs in flight are shown before it is saved, and stay on their version', async () => {
    await page.getByRole('button', { name: 'Add a task' }).click();
    await page.getByLabel('Task', { exact: true }).fill('Read the control account');
    await page.getByRole('button', { name: 'Save the procedure' }).click();
    const flight = leaf(page, /go by an earlier version/);
    await expect(flight).toContainText('comes: Read the control account');
    await expectAccessible(page);
    await flight.getByRole('button', { name: 'Save, they stay on theirs' }).click();
    await said(page, 'Saved "VAT return".');
    await expect(page.getByText('This is version 2.')).toBeVisible();
  });
});

test('a message is written and tried on a client', async ({ browser }) => {
  const page = await orlaAt(browser, '/firm/messages');
  await heading(page, 'Messages');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'New message' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Thank you');
  await page.getByLabel('Subject').fill('Thank you, {client}');
  await page.getByLabel('What the client reads').fill('We have your {papers}.');
  await page.getByRole('button', { name: 'Save the message' }).click();
  await expect(page.getByText('{papers} is not a detail that can be filled in')).toBeVisible();
  await page.getByLabel('What the client reads').fill('Your {job} is on its way.');
  await page.getByLabel('Try it on a client').fill('Dunmarra');
  await page.getByRole('option', { name: /Dunmarra Oysters/ }).click();
  await page.getByRole('button', { name: 'Look at it' }).click();
  await expect(page.getByText('Not known of this client or job: name of the job')).toBeVisible();
  await expect(page.getByText('Thank you, Dunmarra Oysters Ltd')).toBeVisible();
  await page.getByRole('button', { name: 'Save the message' }).click();
  await expect(page.getByRole('table', { name: 'Messages' })).toContainText('Thank you, {client}');
});

test('jobs are seen in every way, moved after a look, and changed together', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs');
  await heading(page, 'Jobs');

  await test.step('by week, by person, by client and as a flow', async () => {
    await expectAccessible(page);
    for (const view of ['By preparer', 'By client', 'Finished']) {
      await page.getByRole('button', { name: view, exact: true }).click();
      await expect(page.getByRole('table', { name: 'Jobs' })).toBeVisible();
    }
    await page.getByRole('button', { name: 'Flow', exact: true }).click();
    await page
      .getByRole('list', { name: 'Phases' })
      .getByRole('button', { name: /Ask the client/ })
      .click();
    await expect(page.getByRole('table', { name: 'Jobs in this phase' })).toContainText('Storm Petrel Charters');
    await expectAccessible(page);
  });

  await test.step('with any column, filtered in words, added up, and saved', async () => {
    await page.goto(`${app.address}/jobs`);
    await page.getByRole('button', { name: 'Filter' }).click();
    await choose(page.getByLabel('Field'), 'The client works');
    await choose(page.getByLabel('Value'), 'paper');
    await page.getByRole('button', { name: 'Add the filter' }).click();
    const table = page.getByRole('table', { name: 'Jobs' });
    await expect(table.getByRole('row', { name: /Dunmarra/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Columns' }).click();
    await page.getByLabel('Agreed fee').click();
    await page.keyboard.press('Escape');
    await table.getByRole('button', { name: 'Agreed fee, EUR' }).click();
    await expect(table.getByRole('columnheader', { name: 'Agreed fee, EUR' })).toHaveAttribute('aria-sort', 'ascending');
    await page.getByRole('button', { name: 'Save this list' }).click();
    await page.getByLabel('Name of the list').fill('Paper by fee');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByRole('button', { name: 'Work by service' }).click();
    const sums = page.getByRole('table', { name: 'Added up by Service' });
    await expect(sums.getByRole('row', { name: /^In all/ })).toContainText('h');
    await expectAccessible(page);
    await sums.getByRole('row', { name: /^Books, monthly/ }).click();
    await expect(page.getByRole('table', { name: 'Jobs' }).getByRole('row', { name: /VAT return/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Paper by fee', exact: true }).click();
    await expect(table.getByRole('columnheader', { name: 'Agreed fee, EUR' })).toHaveAttribute('aria-sort', 'ascending');
    await page.goto(`${app.address}/jobs?view=flow`);
    await page
      .getByRole('list', { name: 'Phases' })
      .getByRole('button', { name: /Ask the client/ })
      .click();
  });

  await test.step('one is moved past its phase with a reason, after what will happen was read', async () => {
    await page.getByRole('table', { name: 'Jobs in this phase' }).getByRole('link', { name: 'Atlantic Reels Festival Ltd' }).click();
    await heading(page, 'VAT return, Jan-Feb 2026');
    await page.keyboard.press('m');
    const moving = leaf(page, /^Move VAT return/);
    await expect(moving).toContainText('would be left behind');
    await choose(moving.getByLabel('To'), 'Client agrees and file');
    await moving.getByRole('button', { name: 'Move it past phases' }).click();
    await expect(moving).toContainText('Say why it goes past phases');
    await moving.getByLabel('Why').fill('The client prepared the return');
    await expectAccessible(page);
    await moving.getByRole('button', { name: 'Move it past phases' }).click();
    await said(page, 'The job is now in Client agrees and file.');
    await expect(page.getByText(/passed over by Orla Keane/).first()).toBeVisible();
  });

  await test.step('it is blocked, and Today says so', async () => {
    await more(page, 'Mark as blocked');
    await page.getByLabel('Why').fill('Signature is missing');
    await page.getByRole('dialog').getByRole('button', { name: 'Mark as blocked' }).click();
    await expect(page.getByText('Signature is missing')).toBeVisible();
    await page.goto(`${app.address}/today`);
    await expect(page.getByRole('row', { name: /Signature is missing/ })).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('several get another preparer and are put back', async () => {
    await page.goto(`${app.address}/jobs`);
    await page
      .getByRole('row', { name: /Dunmarra Oysters.*VAT return/ })
      .getByRole('checkbox')
      .check();
    await page
      .getByRole('row', { name: /Turnstone.*VAT return/ })
      .getByRole('checkbox')
      .check();
    await page.getByRole('button', { name: 'Change them' }).click();
    await choose(page.getByLabel('Who'), 'Fiachra Dunne');
    await page.getByRole('button', { name: 'Change 2 jobs' }).click();
    await expect(page.getByText('Fiachra Dunne does not see this client.').first()).toBeVisible();
    await page.keyboard.press('Escape');
    await page
      .getByRole('row', { name: /Dunmarra Oysters.*VAT return/ })
      .getByRole('checkbox')
      .check();
    await page.getByRole('button', { name: 'Change it' }).click();
    await choose(page.getByLabel('Who'), 'Tadhg Moran');
    await page.getByRole('button', { name: 'Change 1 job' }).click();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('1 job restored.')).toBeVisible();
    await expectAccessible(page);
  });

  await test.step('the same work is begun for several clients, and taken back', async () => {
    await page.goto(`${app.address}/clients`);
    await page.getByLabel('Choose Dunmarra Oysters Ltd').check();
    await page.getByLabel('Choose Eider Down Hotel Ltd').check();
    await page.getByRole('button', { name: 'Begin jobs for them' }).click();
    const beginning = leaf(page, 'A job for each of 2 clients');
    await beginning.getByRole('button', { name: 'Begin the jobs' }).click();
    await expect(beginning).toContainText('Choose how the work is done.');
    await choose(beginning.getByLabel('Done by the procedure'), 'Annual accounts');
    await beginning.getByLabel('Name').fill('Look into grants');
    await expectAccessible(page);
    await beginning.getByRole('button', { name: 'Begin the jobs' }).click();
    await expect(page.getByText('Began 2 jobs.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await said(page, 'Undone: 2 jobs removed.');
  });

  await test.step('a new one is begun by hand, its dates proposed', async () => {
    await page.goto(`${app.address}/jobs`);
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByRole('button', { name: 'Begin the job' }).click();
    await expect(page.getByText('Choose the client.')).toBeVisible();
    await page.getByLabel('Client', { exact: true }).fill('Strand');
    await page.getByRole('option', { name: /Strand Café/ }).click();
    await choose(page.getByLabel('Done by the procedure'), 'Annual accounts');
    await expect(page.getByLabel('Due')).not.toHaveValue('Thu 26 Mar 2026');
    await page.getByRole('button', { name: 'Begin the job' }).click();
    await heading(page, 'Annual accounts');
    await expectAccessible(page);
  });
});

test('the procedures and jobs stay inside a phone’s width', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs');
  await page.setViewportSize({ width: 390, height: 844 });
  for (const path of ['/jobs', '/jobs?view=flow', '/jobs?view=client', '/jobs?by=service&columns=fee,wip', '/firm/procedures', '/firm/messages', '/today']) {
    await page.goto(app.address + path);
    await page.getByRole('heading', { level: 1 }).waitFor();
    await expect(page.getByRole('main')).toBeVisible();
    // What is fetched makes the page wide, not its heading.
    await page.waitForLoadState('networkidle');
    expect({ path, wide: await page.evaluate(() => document.documentElement.scrollWidth) }).toEqual({ path, wide: 390 });
  }
});

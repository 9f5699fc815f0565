import { type Browser, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, said, signedIn, startDemo, choose, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4692);
});
test.afterAll(() => app?.stop());

const as = (browser: Browser, person: RegExp) => signedIn(browser, app, person);

test('a contractor sees what was granted, and nothing else', async ({ browser }) => {
  const eimear = await as(browser, /Eimear Walsh/);
  const fiachra = await as(browser, /Fiachra Dunne/);

  await test.step('at first three clients', async () => {
    await fiachra.getByRole('link', { name: 'Clients', exact: true }).click();
    await expect(fiachra.getByText('All clients: 3')).toBeVisible();
    await expect(fiachra.getByText('Inishvane')).toHaveCount(0);
  });

  await test.step('the administrator grants one more, and is told what was granted', async () => {
    await eimear.getByRole('link', { name: 'Firm', exact: true }).click();
    await eimear.getByRole('link', { name: 'Team', exact: true }).click();
    await expectAccessible(eimear);
    await eimear.getByText('Fiachra Dunne').click();
    await expect(eimear.getByText('Fiachra Dunne sees 3 clients.')).toBeVisible();
    await expectAccessible(eimear);
    await eimear.keyboard.press('g');
    const leaf = eimear.getByRole('dialog', { name: 'Grant clients' });
    await leaf.getByRole('button', { name: 'Grant' }).click();
    await expect(leaf.getByText('Choose the clients.')).toBeVisible();
    await leaf.getByLabel('Word').fill('inishvane');
    await expectAccessible(eimear);
    await leaf.getByRole('button', { name: 'Grant 1 client to Fiachra' }).click();
    await said(eimear, 'Fiachra Dunne sees Inishvane Ferries DAC from now on.');
    await expect(eimear.getByText('Fiachra Dunne sees 4 clients.')).toBeVisible();
  });

  await test.step('the contractor has it; by its address no other', async () => {
    await fiachra.reload();
    await fiachra.getByText('Inishvane Ferries DAC').click();
    await expect(fiachra.getByRole('heading', { name: 'Inishvane Ferries DAC' })).toBeVisible();
    await expect(fiachra.getByRole('link', { name: 'Money' })).toHaveCount(0);
    const { rows } = (await (await eimear.request.get('/api/clients?find=Dunmarra')).json()) as { rows: { id: string }[] };
    await fiachra.goto(`/clients/${rows[0]!.id}`);
    await expect(fiachra.getByText('There is no such client, or you may not see it.')).toBeVisible();
    await eimear.goto(`/clients/${rows[0]!.id}/access`);
    await expect(eimear.getByRole('row', { name: /Fiachra Dunne/ })).toContainText('not granted');
    await expectAccessible(eimear);
  });

  await test.step('roles, audit trail and one\u2019s own account', async () => {
    await eimear.goto('/firm/roles');
    await eimear.getByLabel('preparer: See fees, values of time and bills').check();
    await expect(eimear.getByRole('button', { name: 'Save, changes what 4 people may do' })).toBeVisible();
    await eimear.getByLabel('administrator: Invite people, change roles, read the audit trail').uncheck();
    await expect(eimear.getByText(/The administrator keeps the right/)).toBeVisible();
    await expectAccessible(eimear);
    await eimear.goto('/firm/audit?kind=clients+granted');
    await expect(eimear.getByText('granted Inishvane Ferries DAC to Fiachra Dunne')).toBeVisible();
    await expectAccessible(eimear);
    await eimear.goto('/you');
    await expect(eimear.getByRole('row', { name: /a computer/ }).first()).toBeVisible();
    await expectAccessible(eimear);
  });
});

test('a person of two firms changes over, and nothing crosses', async ({ browser }) => {
  const fiachra = await as(browser, /Fiachra Dunne/);
  await fiachra.goto('/you');
  await fiachra.getByRole('button', { name: 'Switch to Kittiwake Bookkeeping' }).click();
  await expect(fiachra.getByRole('link', { name: 'Kittiwake' })).toBeVisible();
  await fiachra.goto('/clients');
  await expect(fiachra.getByText('Guillemot Glassworks')).toBeVisible();
  await expect(fiachra.getByText('Strand Café')).toHaveCount(0);
});

test('somebody is invited, comes in, and finds nothing until it is granted', async ({ browser }) => {
  const eimear = await as(browser, /Eimear Walsh/);
  await eimear.goto('/firm/team');
  await expect(eimear.getByRole('table', { name: 'Team' })).toBeVisible();
  await eimear.keyboard.press('n');
  await eimear.keyboard.press('i');
  const leaf = eimear.getByRole('dialog', { name: 'Invite a person' });
  await leaf.getByLabel('Name').fill('Nessa Quill');
  await leaf.getByLabel('Email address').fill('nessa@quill');
  await eimear.keyboard.press('Control+Enter');
  await expect(leaf.getByText('Give an email address: the invitation goes there.')).toBeVisible();
  await leaf.getByLabel('Email address').fill('nessa@quill.example');
  await leaf.getByRole('button', { name: 'Send the invitation' }).click();
  await said(eimear, /Nessa Quill sees no client until you grant some/);
  // What lets people of the firm in stands beside the sign-in page of the demo, not in the post room.
  await eimear.goto('/post/room');
  await expect(eimear.getByRole('button', { name: /invites you to work/ })).toHaveCount(0);
  const nessa = await (await browser.newContext({ baseURL: app.address })).newPage();
  await nessa.goto('/sign-in');
  await nessa
    .getByRole('link', { name: /invites you to work/ })
    .first()
    .click();
  await expectAccessible(nessa);
  await nessa.getByLabel('Password').fill('nessa quill 1');
  await nessa.getByRole('button', { name: 'Set the password' }).click();
  await expect(nessa.getByText('This is mostly your name, address or firm. Choose another.')).toBeVisible();
  await nessa.getByLabel('Password').fill('kelp and salt and wind');
  await nessa.getByRole('button', { name: 'Set the password' }).click();
  await nessa.getByRole('link', { name: 'Clients', exact: true }).click();
  await expect(nessa.getByText('All clients: 0')).toBeVisible();
});

test('the letterhead is put right, a number that cannot be right is refused, and the search leads there', async ({ browser }) => {
  const eimear = await as(browser, /Eimear Walsh/);
  await eimear.goto('/today');
  await eimear.keyboard.press('/');
  await eimear.getByRole('combobox', { name: 'Search' }).fill('letterh');
  await eimear.getByRole('option', { name: /Firm: Letterhead/ }).click();
  await expect(eimear.getByRole('heading', { name: 'Letterhead' })).toBeVisible();
  await expectAccessible(eimear);
  const iban = eimear.getByLabel('Account (IBAN)');
  await iban.fill('IE52 TERN 9904 6325 3550 93');
  await eimear.getByRole('button', { name: 'Save' }).click();
  await expect(eimear.getByText(/This account number \(IBAN\) cannot be right/)).toBeVisible();
  await expect(iban).toHaveValue('IE52 TERN 9904 6325 3550 93');
  await iban.fill('IE51 TERN 9904 6325 3550 93');
  await eimear.getByLabel('Paid within').fill('30');
  await eimear.getByRole('button', { name: 'Save' }).click();
  await said(eimear, 'Saved. It stands on the next bill.');
  const orla = await as(browser, /Orla Keane/);
  await orla.goto('/firm/letterhead');
  await expect(orla.getByLabel('Paid within')).toHaveValue('30');
  await expect(orla.getByRole('button', { name: 'Save' })).toHaveCount(0);
  await expect(orla.getByText(/The letterhead is changed by .*Eimear Walsh/)).toBeVisible();
});

test('the list of clients takes the place of a spreadsheet', async ({ browser }) => {
  const orla = await as(browser, /Orla Keane/);

  await test.step('a phone note meets its reader until it is taken', async () => {
    const note = orla.getByRole('region', { name: 'For you from colleagues' });
    await expect(note.getByText(/bookkeeper rang about the fuel invoices/)).toBeVisible();
    await expectAccessible(orla);
    await note.getByRole('button', { name: 'Handled' }).click();
    await expect(note).toHaveCount(0);
  });

  await test.step('narrowed in words, sorted, saved', async () => {
    await orla.getByRole('link', { name: 'Clients', exact: true }).click();
    await orla.getByRole('button', { name: 'Filter' }).click();
    await choose(orla.getByLabel('Field'), 'Labels');
    await orla.getByRole('button', { name: 'Add the filter' }).click();
    await expect(orla.getByText('Say what "Labels" is compared with.')).toBeVisible();
    await choose(orla.getByLabel('Value'), 'summer trade');
    await orla.getByRole('button', { name: 'Add the filter' }).click();
    await expect(orla.getByText(/^Clients labelled "summer trade": \d/)).toBeVisible();
    await orla.getByRole('button', { name: 'Unpaid, EUR' }).click();
    await orla.getByRole('button', { name: 'Unpaid, EUR' }).click();
    await expect(orla.getByRole('columnheader', { name: 'Unpaid, EUR' })).toHaveAttribute('aria-sort', 'descending');
    await expectAccessible(orla);
    await orla.getByRole('button', { name: 'Save this list' }).click();
    await orla.getByLabel('Name of the list').fill('Summer');
    await orla.getByRole('button', { name: 'Save', exact: true }).click();
    await orla.getByRole('button', { name: 'All', exact: true }).click();
    await orla.getByRole('button', { name: 'Summer', exact: true }).click();
    await expect(orla.getByText(/^Clients labelled "summer trade": \d/)).toBeVisible();
  });

  await test.step('a list is added up by a fact, and leads to the rows behind a sum', async () => {
    await choose(orla.getByLabel('What the list shows'), 'sums by legal form');
    const sums = orla.getByRole('table', { name: 'Added up by Legal form' });
    await expect(sums.getByRole('row', { name: /^In all/ })).toBeVisible();
    await expectAccessible(orla);
    await sums.getByRole('row', { name: /^sole trader/ }).click();
    await expect(orla.getByText(/^Clients labelled "summer trade" and legal form is sole trader: \d/)).toBeVisible();
    await orla.getByRole('button', { name: 'Remove: legal form is sole trader' }).click();
  });

  await test.step('all found are changed together, after a look, and put back', async () => {
    await orla.getByLabel('Choose all that are shown').check();
    await orla.getByRole('button', { name: 'Change them' }).click();
    await orla.getByLabel('Add labels').fill('ring in May');
    await orla.getByRole('button', { name: 'Preview the changes' }).click();
    const leaf = orla.getByRole('dialog', { name: 'Before it is changed' });
    await expect(leaf.getByText(/labelled "ring in May"/)).toBeVisible();
    await expectAccessible(orla);
    await leaf.getByRole('button', { name: /^Change \d+ clients/ }).click();
    await expect(orla.getByText(/^Changed \d+ clients: labelled "ring in May"/)).toBeVisible();
    await orla.getByRole('button', { name: 'Undo' }).click();
    await said(orla, /^Restored \d+ clients/);
  });

  await test.step('a file is brought in after a dry run, and undone', async () => {
    await orla.getByRole('link', { name: 'Import' }).click();
    await expectAccessible(orla);
    const csv = 'Client;Trade;E-mail\nDunmara Oyster;mussels;\nNew Nets Ltd;nets;post@new-nets.example\n;nobody;\n';
    await orla.getByLabel(/Choose a file/).setInputFiles({ name: 'old-list.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
    await expect(orla.getByRole('heading', { name: 'old-list.csv' })).toBeVisible();
    await expect(orla.getByText('Every row needs the name of a client.')).toBeVisible();
    await expectAccessible(orla);
    await orla.getByRole('button', { name: '1 doubtful' }).click();
    await orla.getByLabel('What line 2 is').selectOption('Dunmarra Oysters Ltd');
    await orla.getByRole('button', { name: 'Import: 1 new, 1 changed' }).click();
    await expect(orla.getByText(/^1 client imported, 1 changed/)).toBeVisible();
    await orla.getByRole('button', { name: 'Undo the import' }).click();
    await said(orla, 'Restored 2 clients.');
    await orla.goto('/clients?find=New+Nets');
    await expect(orla.getByText('No client matches.', { exact: false })).toBeVisible();
  });
});

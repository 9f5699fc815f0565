// Takes the pictures of docs/screenshots from a running demo: node scripts/pictures.mjs [address] [folder] [name ...]
import { mkdirSync } from 'node:fs';
import { chromium } from '@playwright/test';

const [address = 'http://127.0.0.1:4680', folder = 'docs/screenshots', ...only] = process.argv.slice(2);
const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ARGS });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
page.on('console', (message) => message.type() === 'error' && console.log('  page says:', message.text().slice(0, 300)));
page.on('pageerror', (error) => console.log('  page broke:', error.message));
const json = async (path) => (await page.request.get(path)).json();

const shoot = async (name, path, before) => {
  if (only.length > 0 && !only.includes(name)) return;
  if (path) await page.goto(path);
  await page.waitForLoadState('load');
  await page.locator('h1').first().waitFor();
  await page.waitForTimeout(400);
  if (before) await before();
  await page.screenshot({ path: `${folder}/${name}.png` });
  console.log(name);
};

await shoot('sign-in', '/sign-in');
const { people } = await json('/api/sign-in');
await page.request.post('/api/sign-in/demo', { data: { memberId: people[0].memberId } });
await shoot('today', '/today');
await shoot('clients', '/clients');
const choose = async () => {
  for (const name of ['Cormorant', 'Dunmarra', 'Inishvane']) await page.getByLabel(`Choose ${name}`).check();
};
await shoot('clients-chosen', '/clients', choose);
await shoot('clients-change', '/clients', async () => {
  await choose();
  await page.getByRole('button', { name: 'Change them' }).click();
  await page.getByLabel('Add labels').fill('summer trade');
  await page.getByRole('button', { name: 'Preview the changes' }).click();
  await page.waitForTimeout(500);
});
await shoot('clients-filter', '/clients', async () => {
  await page.getByRole('button', { name: 'On the water' }).click();
  await page.getByRole('button', { name: 'Filter' }).click();
  await page.waitForTimeout(300);
});
await shoot('missing', '/missing', async () => {
  await page.getByRole('button', { name: 'Note what they said' }).nth(1).click();
  await page.getByText('Said before').waitFor();
});
await shoot('documents', '/documents', async () => {
  await page
    .getByRole('cell', { name: /^Bank statement/ })
    .first()
    .click();
  await page.waitForTimeout(2500);
});
const accounts = (await json('/api/signatures?find=Accounts')).rows[0];
await shoot('fields', `/jobs/${accounts.jobId}/requests`, async () => {
  await page.getByRole('button', { name: 'Give for signature' }).click();
  await page.getByRole('button', { name: 'Read it and place fields' }).click();
  await page.getByLabel('Places as in').selectOption({ label: 'Accounts, used 0 times' });
  await page.getByRole('button', { name: /^4/ }).click();
  await page
    .getByRole('button', { name: /^signature, / })
    .first()
    .focus();
  await page.waitForTimeout(1500);
});
await shoot('signatures', '/signatures');
await shoot('almanac', '/almanac');
await shoot('year', '/almanac?view=year');
await shoot('almanac-list', '/almanac?view=list');
await shoot('rehearsal', '/almanac/rehearsal');
await shoot('season', '/almanac/season', async () => {
  await page.getByLabel('Service').selectOption({ label: 'Income tax return' });
  await page.getByRole('button', { name: 'Show the jobs' }).click();
  await page.waitForTimeout(400);
});
await shoot('jobs', '/jobs');
await shoot('flow', '/jobs?view=flow', async () => {
  await page.getByRole('list', { name: 'Phases' }).getByRole('button').nth(1).click();
  await page.waitForTimeout(400);
});
const onboarding = (await json('/api/jobs?find=Onboarding')).rows[0];
await shoot('move', `/jobs/${onboarding.id}`, async () => {
  await page.getByRole('button', { name: 'Move on', exact: true }).click();
  await page.getByText('What will happen').waitFor();
  await page.waitForTimeout(300);
});
await shoot('procedures', '/firm/procedures');
const personal = (await json('/api/procedures')).find((one) => one.name === 'Personal return');
await shoot('procedure', `/firm/procedures/${personal.id}`, async () => {
  await page.getByRole('region', { name: 'Preview' }).scrollIntoViewIfNeeded();
  await page.getByRole('button', { name: 'Save the procedure' }).scrollIntoViewIfNeeded();
  await page.waitForTimeout(300);
});
await shoot('messages', '/firm/messages', async () => {
  await page.getByRole('button', { name: 'Your return is filed' }).click();
  await page.waitForTimeout(300);
});
const client = (await json('/api/clients?find=Dunmarra')).rows[0];
await shoot('client', `/clients/${client.id}`);
const talked = (await json('/api/conversations?view=unanswered'))[0];
await shoot('conversation', `/post/conversations/${talked.id}`);
const answered = (await json('/api/clients?find=Whimbrel')).rows[0];
await shoot('questionnaire', `/clients/${answered.id}/requests`, () => page.getByText('Into the record').waitFor());
const ferries = (await json('/api/clients?find=Inishvane')).rows[0];
await shoot('client-lines', `/clients/${ferries.id}`, () => page.getByRole('region', { name: 'Services' }).scrollIntoViewIfNeeded());
await shoot('effect', `/clients/${client.id}`, async () => {
  await page.getByRole('button', { name: /^More with/ }).click();
  await page.getByRole('menuitem', { name: 'Change the facts' }).click();
  await page.getByLabel('Year-end', { exact: true }).selectOption({ label: 'June' });
  await page.getByLabel('on paper').check();
  await page.getByRole('button', { name: 'Save the facts' }).click();
  await page.getByRole('table', { name: 'Dates before and after' }).waitFor();
  await page.waitForTimeout(300);
});
await shoot('import', '/clients/import', async () => {
  const csv =
    'Client;Trade;E-mail;Tags;Box\nDunmarra Oysters Ltd;oysters and mussels;;on the water;\nDunmara Oyster;;;;\nQuill Nets Ltd;nets;post@quill-nets.example;on the water;4\nThe Salt Pan;salt;;;7\n;nobody;;;\nLow Water Ltd;;low@;;\n';
  await page.locator('input[type=file]').setInputFiles({ name: 'old list of clients.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await page.getByRole('button', { name: '1 doubtful' }).click();
  await page.waitForTimeout(300);
});
await shoot('client-notes', `/clients/${client.id}/notes`);
await shoot('client-leaf', '/clients?new', async () => {
  await page.getByRole('button', { name: 'Add the client' }).click();
  await page.waitForTimeout(400);
});
const open = (await json('/api/jobs?status=open')).rows;
const job = open.find((row) => row.client.startsWith('Dunmarra') && row.name.startsWith('VAT')) ?? open.find((row) => row.tasksDone > 2) ?? open[0];
await shoot('job', `/jobs/${job.id}`);
await shoot('job-requests', `/jobs/${job.id}/requests`);
const ask = open.find((row) => row.waitingSince && row.status === 'open' && row.name.startsWith('VAT')) ?? job;
ask.contact = (await json(`/api/jobs/${ask.id}`)).contacts[0]?.name;
await shoot('request-leaf', `/jobs/${ask.id}/requests`, async () => {
  await page.getByRole('button', { name: 'Ask the client' }).click();
  await page.getByRole('button', { name: 'Look at what goes out' }).click();
  await page.waitForTimeout(500);
});
await shoot('job-money', `/jobs/${job.id}/money`);
await shoot('job-history', `/jobs/${job.id}/history`);
const drafts = (await json('/api/invoices?status=draft')).rows;
const wip = (await json('/api/wip')).rows.sort((a, b) => b.recorded.amount - a.recorded.amount);
if (drafts.length === 0)
  await page.request.post(`/api/jobs/${wip[0].jobId}/bills`, {
    data: { amount: { amount: 180_000, currency: 'EUR' }, wording: `${wip[0].job}, on account` },
    headers: { 'Idempotency-Key': `picture-${Date.now()}` },
  });
const draft = (await json('/api/invoices?status=draft')).rows[0];
await shoot('bill-preview', `/fees/bills/${draft.id}`);
const toSettle = wip.find((row) => row.billed.amount > 0 && row.balance.amount !== 0) ?? wip[0];
await shoot('settle', `/jobs/${toSettle.jobId}/settle`);
await shoot('fees', '/fees');
await shoot('bills', '/fees/bills');

await shoot('papers', '/documents');
await shoot('post', '/post');
await shoot('post-room', '/post/room');
await shoot('firm', '/firm');
await shoot('rule', '/firm/rules/ie-vat-return', async () => {
  await page.getByLabel('Day of the month').first().fill('20');
  await page.getByRole('button', { name: 'See what changes' }).click();
  await page.waitForTimeout(500);
});
await shoot('closing-days', '/firm/closing-days');
await shoot('filing-rules', '/firm/rules?country=US', async () => {
  await page.getByRole('button', { name: 'Try S corporation return' }).click();
  await page.getByLabel('Period ends').fill('2025-12-31');
  await page.getByRole('button', { name: 'When is it due?' }).click();
  await page.waitForTimeout(500);
});
await page.request.post('/api/sign-in/demo', { data: { memberId: people.find((person) => person.name === 'Niamh Daly').memberId } });
await shoot('time', '/time');
await page.request.post('/api/sign-in/demo', { data: { memberId: people[0].memberId } });
const signed = (await json('/api/documents?find=signed')).rows.find(({ name }) => name.endsWith(', signed.pdf'));
const seal = await json('/api/seal');
if (signed && seal.address) {
  const buffer = await (await page.request.get(`/api/documents/${signed.id}/content`)).body();
  await shoot('check-seal', `/check-seal/${seal.address}`, async () => {
    await page.getByLabel('The file to check').setInputFiles({ name: signed.name, mimeType: 'application/pdf', buffer });
    await page.getByText('unchanged since').waitFor();
    await page.waitForFunction(() => document.fonts.size > 0 && document.fonts.status === 'loaded');
    await page.waitForTimeout(800);
  });
}
const letters = (await json('/api/post-room')).filter((letter) => letter.link && letter.to === ask.contact);
const letter = letters[0] ?? (await json('/api/post-room')).find((one) => one.link);
if (letter && (only.length === 0 || only.some((name) => name.startsWith('portal')))) {
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, baseURL: address });
  const door = await phone.newPage();
  await door.goto(letter.link);
  await door.getByRole('button', { name: 'Send me the code' }).click();
  await door.waitForTimeout(1500);
  await door.screenshot({ path: `${folder}/portal-door.png` });
  const code = (await json('/api/post-room')).map((one) => /code for .*: (\d{6})/.exec(one.subject)?.[1]).find(Boolean);
  await door.getByLabel('Code from the message').fill(code);
  await door.getByRole('button', { name: 'Continue' }).click();
  await door.waitForURL((url) => !url.pathname.includes('/door/'));
  await door.goto('/portal');
  await door.locator('h1').waitFor();
  // Our letters come after the page.
  await door.waitForFunction(() => document.fonts.size > 0 && document.fonts.status === 'loaded');
  await door.waitForTimeout(800);
  await door.screenshot({ path: `${folder}/portal.png` });
  console.log('portal');
}
if (only.length === 0 || only.includes('phone')) {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const [name, path] of [
    ['phone-today', '/today'],
    ['phone-job', `/jobs/${job.id}`],
    ['phone-clients', '/clients'],
    ['phone-almanac', '/almanac'],
  ]) {
    await page.goto(path);
    await page.locator('h1').first().waitFor();
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${folder}/${name}.png` });
  }
}
// What the administrator sees of the team and of access.
const memberId = (role) => people.find((person) => person.role === role).memberId;
await page.setViewportSize({ width: 1280, height: 800 });
await page.request.post('/api/sign-in/demo', { data: { memberId: memberId('administrator') } });
await shoot('team', '/firm/team');
await shoot('invite-leaf', '/firm/team', async () => {
  await page.getByRole('button', { name: 'Invite a person' }).click();
  await page.getByRole('button', { name: 'Send the invitation' }).click();
  await page.waitForTimeout(400);
});
await shoot('person', `/firm/team/${memberId('contractor')}`);
await shoot('grant-leaf', `/firm/team/${memberId('contractor')}`, async () => {
  await page.getByRole('button', { name: 'Grant clients' }).click();
  await page.getByLabel('Word').fill('ferr');
  await page.waitForTimeout(500);
});
await shoot('standing-leaf', `/firm/team/${people[3].memberId}`, async () => {
  await page.getByRole('button', { name: 'Suspend or end access' }).click();
  await page.waitForTimeout(400);
});
await shoot('roles', '/firm/roles');
await shoot('details', '/firm/details');
await shoot('audit', '/firm/audit');
await shoot('you', '/you');
await shoot('second-step', '/you', async () => {
  await page.getByRole('button', { name: 'Turn the second step on' }).click();
  await page.getByRole('button', { name: 'Show me the secret' }).click();
  await page.waitForTimeout(400);
});
await shoot('client-access', `/clients/${client.id}/access`);
await page.request.post('/api/sign-in/demo', { data: { memberId: memberId('contractor') } });
await shoot('contractor-clients', '/clients');
await shoot('contractor-today', '/today');
await browser.close();

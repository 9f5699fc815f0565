import { type Browser, type Page, expect } from '@playwright/test';
import { type RunningApp, expectAccessible, said, signedIn, startDemo, choose, refused, test } from './support';

let app: RunningApp;
test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  app = await startDemo(4697);
});
test.afterAll(() => app?.stop());

const orlaAt = (browser: Browser, path: string) => signedIn(browser, app, /Orla Keane/, path);
const leaf = (page: Page, name: string | RegExp) => page.getByRole('dialog', { name });
/** Presses keys of the page, which listens to them only when no leaf is open any more. */
async function press(page: Page, ...keys: string[]): Promise<void> {
  await expect(page.getByRole('dialog')).toHaveCount(0);
  for (const key of keys) await page.keyboard.press(key);
}

test('whoever does the work opens on their own tasks, and does them there', async ({ browser }) => {
  const page = await signedIn(browser, app, /Niamh Daly/);
  await expect(page.getByRole('button', { name: 'Mine only' })).toHaveAttribute('aria-current', 'true');
  const mine = page.getByRole('table', { name: 'My tasks' });
  const row = mine.getByRole('row').first();
  const task = (await row.getByRole('link').textContent())!;
  await expectAccessible(page);

  await test.step('a day outside the job is refused with its reason, and nothing is lost', async () => {
    const due = row.getByTitle('Change the due date');
    const before = (await due.textContent())!;
    await due.click();
    await row.getByLabel(`${task}: due on`).fill('2026-12-30');
    await page.keyboard.press('Enter');
    await refused(page, /^The job runs from .*; a task's dates lie inside/);
    await page.reload();
    await expect(mine.getByRole('row').first().getByTitle('Change the due date')).toHaveText(before);
  });

  await test.step('time is taken without leaving', async () => {
    await row.getByRole('button', { name: `Start timer on ${task}` }).click();
    await said(page, `The timer runs on ${task}.`);
    await expect(page.getByRole('banner').getByRole('button', { name: 'Stop' })).toBeVisible();
    await press(page, 't');
    await said(page, /^Stopped\. .* recorded\.$/);
  });

  await test.step('the whole firm is one press away', async () => {
    await page.getByRole('button', { name: 'The firm' }).click();
    await expect(page.getByRole('table', { name: 'Needs attention now' })).toContainText(/waits? for clients/);
    await expect(page.getByRole('table', { name: 'Needs attention now' })).toContainText(/up to|longer/);
    await expectAccessible(page);
  });
});

test('work that no procedure knows is added, dated and handed over', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs');
  await expect(page.getByRole('table', { name: 'Jobs' })).toBeVisible();

  await test.step('a job by hand shows on paper whom it meets before it begins', async () => {
    await press(page, 'n', 'j');
    const beginning = leaf(page, 'A new job');
    await beginning.getByLabel('Client', { exact: true }).fill('Strand');
    await page.getByRole('option', { name: /Strand Café/ }).click();
    await choose(beginning.getByLabel('Done by the procedure'), 'Onboarding over four working days');
    await expect(beginning.getByRole('region', { name: 'Preview first' })).toContainText('1 client; 4 tasks, 1 h 15.');
    await beginning.getByLabel('Name').fill('A second café');
    await expectAccessible(page);
    await page.keyboard.press('Control+Enter');
    await expect(page.getByRole('heading', { name: 'A second café', level: 1 })).toBeVisible();
  });

  await test.step('a task is added by key; without a name it is not', async () => {
    await press(page, 'n', 'k');
    const adding = leaf(page, 'A task for this job');
    await adding.getByRole('button', { name: 'Add the task' }).click();
    await expect(adding).toContainText('Say what is to be done.');
    await adding.getByLabel('What is to be done').fill('Read the lease');
    await choose(adding.getByLabel('Who'), 'Tadhg Moran, accounts and tax');
    await adding.getByLabel('Add a note').fill('It ends in June');
    await expectAccessible(page);
    await adding.getByRole('button', { name: 'Add the task' }).click();
    await expect(page.getByRole('table', { name: /^Tasks of First day/ }).getByRole('row', { name: /Read the lease/ })).toContainText('Tadhg');
  });

  await test.step('a day past the last one is refused, and the job runs longer when that is said', async () => {
    await page.getByRole('button', { name: 'Read the lease', exact: true }).click();
    const changing = leaf(page, 'Read the lease');
    await changing.getByLabel('Due').pressSequentially('x');
    await changing.getByLabel('Due').fill('29 May');
    await changing.getByRole('button', { name: 'Save the task' }).click();
    await expect(changing.getByText(/The job runs from .*; a task's dates lie inside\./)).toBeVisible();
    await changing.getByLabel('Let the job run until Fri 29 May too').check();
    await changing.getByRole('button', { name: 'Save the task' }).click();
    await expect(changing).toBeHidden();
    await expect(page.getByRole('complementary')).toContainText('Fri 29 May');
  });

  await test.step('who and when are changed where they stand; a day outside the job is refused with its reason', async () => {
    const row = page.getByRole('row', { name: /Read the lease/ });
    await row.getByRole('button', { name: 'Tadhg' }).click();
    await choose(page.getByLabel('Read the lease: who'), 'Aoife Ryan');
    await expect(row.getByRole('button', { name: 'Aoife' })).toBeVisible();
    await row.getByTitle('Change the due date').click();
    await page.getByLabel('Read the lease: due on').fill('2027-01-04');
    await page.keyboard.press('Enter');
    await refused(page, /^The job runs from .*; a task's dates lie inside/);
    await row.getByTitle('Change the due date').click();
    await page.getByLabel('Read the lease: due on').fill('2026-05-12');
    await expectAccessible(page);
    await page.keyboard.press('Enter');
    await expect(row.getByRole('button', { name: 'Tue 12 May' })).toBeVisible();
  });

  await test.step('it is taken out again while nobody has worked on it', async () => {
    await page.getByRole('button', { name: 'Read the lease', exact: true }).click();
    await page.getByRole('button', { name: 'Remove it from the job' }).click();
    await said(page, 'Removed Read the lease.');
    await expect(page.getByRole('row', { name: /Read the lease/ })).toHaveCount(0);
  });

  await test.step('the job goes to a colleague with a word, who finds it on Today', async () => {
    await press(page, 'e');
    const changing = leaf(page, /^Job \d+/);
    await choose(changing.getByLabel('Manager'), 'Niamh Daly');
    await changing.getByLabel('Add a note').fill('they open at Easter');
    await changing.getByLabel('Last day').fill('end of April');
    await changing.getByRole('button', { name: 'Save the job' }).click();
    await expect(page.getByRole('complementary')).toContainText('Thu 30 Apr');
    const niamh = await signedIn(browser, app, /Niamh Daly/);
    await expect(niamh.getByRole('region', { name: 'For you from colleagues' })).toContainText('A second café: they open at Easter');
  });
});

test('a client is written to: seen before it goes, planned for a day, and taken back', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs?find=second');
  await page
    .getByRole('row', { name: /A second café/ })
    .getByText('A second café')
    .click();
  await page.getByRole('link', { name: 'Correspondence' }).click();
  await expect(page.getByText('No messages yet.')).toBeVisible();

  await test.step('what is not known is said at the words, before anything goes', async () => {
    await press(page, 'n', 'm');
    const writing = leaf(page, 'Write to Strand Café');
    await choose(writing.getByLabel('Begin with'), 'We have everything');
    await expect(writing.getByLabel('Subject')).toHaveValue('Thank you: we have all papers for {job}');
    await writing.getByLabel('What they read').fill('All papers for {job} are in; it is done as {service}.');
    await writing.getByRole('button', { name: 'Look at what goes out' }).click();
    await expect(writing).toContainText('Not known of this client or job: what the job is for.');
    await writing.getByLabel('What they read').fill('All papers for {job} are in.');
    // What is no day, or not yet, leaves the page as it is.
    await writing.getByLabel('Goes out on').pressSequentially('soon');
    await expect(writing.getByLabel('Goes out on')).toHaveValue('soon');
    await writing.getByLabel('Goes out on').fill('13 Mar');
    await writing.getByRole('button', { name: 'Look at what goes out' }).click();
    await expect(leaf(page, 'Before it goes')).toContainText('All papers for A second café are in.');
    await expect(leaf(page, 'Before it goes')).toContainText('It goes out in the morning of Fri 13 Mar');
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Send to / }).click();
    await said(page, /^It goes to .* on Fri 13 Mar\.$/);
  });

  await test.step('it stands in the plan of what goes out, and on Today', async () => {
    await expect(page.getByRole('row', { name: /Thank you: we have all papers/ })).toContainText('goes out 13 Mar 08:30');
    await page.goto(`${app.address}/today`);
    await page
      .getByRole('complementary')
      .getByRole('link', { name: /message.* to .*client/ })
      .first()
      .click();
    await expect(page.getByRole('heading', { name: 'Going out', level: 1 })).toBeVisible();
    await expect(page.getByRole('table', { name: 'Messages that wait' })).toContainText('Goes out Friday 13 March');
    await expectAccessible(page);
  });

  await test.step('it is taken back and does not go', async () => {
    await page.getByRole('button', { name: 'Thank you: we have all papers for A second café' }).click();
    await expect(leaf(page, /^Thank you/)).toContainText('(their own link)');
    await page.getByRole('button', { name: 'Cancel sending' }).click();
    await said(page, 'Cancelled: it is not sent.');
    await expect(page.getByRole('button', { name: 'Thank you: we have all papers for A second café' })).toHaveCount(0);
    await page.getByRole('link', { name: 'Written' }).click();
    await expect(page.getByRole('row', { name: /Thank you: we have all papers/ })).toContainText('withdrawn');
  });
});

test('what was done is not done again, and a change of many is taken back with all it brought about', async ({ browser }) => {
  const page = await orlaAt(browser, '/jobs?find=second');
  const move = async (to: RegExp | null, why: string, act: string) => {
    await press(page, 'm');
    const moving = leaf(page, /^Move A second café/);
    if (to) {
      const place = moving.getByLabel('To').getByRole('option', { name: to });
      await expect(place).toHaveCount(1);
      await choose(moving.getByLabel('To'), (await place.textContent())!);
    }
    if (why) await moving.getByLabel('Why', { exact: true }).fill(why);
    return { moving, go: () => moving.getByRole('button', { name: act, exact: true }).click() };
  };

  await test.step('a job that came back says what was done already, and leaves it out', async () => {
    await page
      .getByRole('row', { name: /A second café/ })
      .getByText('A second café')
      .click();
    await expect(page.getByRole('heading', { name: 'A second café', level: 1 })).toBeVisible();
    const first = await move(null, '', 'Move it');
    await expect(first.moving.getByRole('checkbox', { name: /Tells the preparer/ })).toBeChecked();
    await first.go();
    await said(page, 'The job is now in Second day: what we need.');
    const back = await move(/^First day.*back/, 'the wrong café', 'Move it back');
    await back.go();
    await said(page, 'The job is now in First day: welcome.');
    const again = await move(null, '', 'Move it');
    await expect(again.moving).toContainText('Done already today');
    await expect(again.moving.getByRole('checkbox', { name: /Tells the preparer/ })).not.toBeChecked();
    await expectAccessible(page);
    await again.go();
    await expect(page.getByRole('table', { name: 'What happened automatically' })).toContainText('left out');
  });

  await test.step('two jobs are moved together and put back as if nothing had been', async () => {
    await page.goto(`${app.address}/clients`);
    await page.getByLabel('Choose Dunmarra Oysters Ltd').check();
    await page.getByLabel('Choose Eider Down Hotel Ltd').check();
    await page.getByRole('button', { name: 'Begin jobs for them' }).click();
    const beginning = leaf(page, 'A job for each of 2 clients');
    await choose(beginning.getByLabel('Done by the procedure'), 'Onboarding over four working days');
    await expect(beginning.getByRole('region', { name: 'Preview first' })).toContainText('2 clients, 1 way through it');
    await beginning.getByLabel('Name').fill('Welcome back');
    await beginning.getByRole('button', { name: 'Begin the jobs' }).click();
    await expect(page.getByText('Began 2 jobs.')).toBeVisible();
    await page.goto(`${app.address}/jobs?find=Welcome`);
    await page.getByRole('checkbox', { name: /^Choose all/ }).check();
    await page.getByRole('button', { name: 'Change them' }).click();
    const changing = leaf(page, 'Change 2 jobs');
    await changing.getByLabel('Change', { exact: true }).selectOption({ label: 'their phase' });
    await changing.getByRole('button', { name: 'See what will happen' }).click();
    await expect(changing).toContainText('2 jobs: Tells the preparer: The client was welcomed');
    await changing.getByRole('button', { name: 'Change 2 jobs' }).click();
    await expect(page.getByRole('heading', { name: '2 jobs changed' })).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('2 jobs restored.')).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('row', { name: /Welcome back/ }).first()).toContainText('First day: welcome');
  });
});

test('post and a job stay inside a phone’s width, with the timer at hand', async ({ browser }) => {
  const page = await orlaAt(browser, '/post/going-out');
  await page.setViewportSize({ width: 390, height: 844 });
  await page.reload();
  const wide = () => page.evaluate(() => document.documentElement.scrollWidth);
  await expect(page.getByRole('table', { name: 'Messages that wait' })).toBeVisible();
  expect(await wide()).toBe(390);
  await page.goto(`${app.address}/jobs?find=second`);
  await page
    .getByRole('row', { name: /A second café/ })
    .getByText('A second café')
    .click();
  await page.getByRole('button', { name: 'Start timer' }).first().click();
  // One runs elsewhere since this morning: it is asked first.
  await page.getByRole('button', { name: 'Stop that one and start here' }).click();
  await said(page, /^The timer runs on/);
  expect(await wide()).toBe(390);
  await expectAccessible(page);
});

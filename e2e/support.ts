import { type ChildProcess, spawn } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import AxeBuilder from '@axe-core/playwright';
import { type Browser, type Locator, type Page, test as base, expect } from '@playwright/test';

const root = resolve(import.meta.dirname, '..');

/** A journey. The browsers that it opened are closed at its end: pages left open go on asking an application that is gone. */
export const test = base.extend<{ closed: void }>({
  closed: [
    async ({ browser }, use) => {
      await use();
      await Promise.all(browser.contexts().map((context) => context.close()));
    },
    { auto: true },
  ],
});

export interface RunningApp {
  address: string;
  /** Goes on with the same firm in the morning of a later day, as if nobody had started it since. */
  goOn(day: string): Promise<void>;
  stop(): void;
}

/** The day on which all journeys take place. */
export const TODAY = '2026-03-11';

/** Runs the built application on a folder, and waits until it says that it is ready. */
export async function runDemo(folder: string, port: number, day = TODAY): Promise<{ server: ChildProcess; end(): Promise<void> }> {
  const server: ChildProcess = spawn(
    process.execPath,
    [join(root, 'apps/server/dist/main.js'), '--data', folder, '--port', String(port), '--today', `${day}T10:00`, '--web', join(root, 'apps/web/dist')],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const lines = createInterface({ input: server.stdout! });
  await new Promise<void>((ready, failed) => {
    lines.on('line', (line) => line.includes('is ready at') && ready());
    server.once('exit', (code) => failed(new Error(`The application ended with ${code}`)));
  });
  return {
    server,
    end: () =>
      new Promise((ended) => {
        server.once('exit', () => ended());
        server.kill('SIGTERM');
      }),
  };
}

/** Starts the application on a copy of the demo firm that was filled for all journeys; DEMO_FOLDER names it. */
export async function startDemo(port: number): Promise<RunningApp> {
  const folder = mkdtempSync(join(tmpdir(), 'steady-e2e-'));
  cpSync(process.env.DEMO_FOLDER!, folder, { recursive: true });
  let running = await runDemo(folder, port);
  return {
    address: `http://127.0.0.1:${port}`,
    goOn: async (day) => {
      await running.end();
      running = await runDemo(folder, port, day);
    },
    stop: () => {
      running.server.kill('SIGKILL');
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** No serious fault of accessibility on the page as it stands. */
export async function expectAccessible(page: Page): Promise<void> {
  // What is not read here is not gathered: on a page of long tables that is most of the work. A page has no frames, so none is opened beside it.
  const { violations } = await new AxeBuilder({ page })
    .options({ resultTypes: ['violations'], preload: false })
    .setLegacyMode()
    .analyze();
  const serious = violations.filter((one) => one.impact === 'serious' || one.impact === 'critical');
  expect(serious.map((one) => `${one.id}: ${one.nodes.map((node) => node.target.join(' ')).join('; ')}`)).toEqual([]);
}

/** A browser of their own for one of the demo people, on a page of the application. */
export async function signedIn(browser: Browser, app: RunningApp, person: RegExp, path = '/today'): Promise<Page> {
  const page = await (await browser.newContext({ baseURL: app.address, viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto('/sign-in');
  await page.getByRole('button', { name: person }).click();
  await expect(page.getByRole('heading', { name: 'Wednesday 11 March' })).toBeVisible();
  if (path !== '/today') await page.goto(path);
  return page;
}

/** Why the application did not do something, at the foot of the page; it stays until it is dismissed. */
export const refused = (page: Page, words: string | RegExp) => expect(page.getByRole('alert').getByText(words).first()).toBeVisible();

/** Does something rare to the record of a page, from its menu. */
export async function more(page: Page, words: string | RegExp): Promise<void> {
  await page.getByRole('button', { name: /^More with / }).click();
  await page.getByRole('menuitem', { name: words }).click();
}

/** One of the choices of a field, whether they are few, or many and looked for by typing. */
export async function choose(field: Locator, words: string): Promise<void> {
  // While its choices are still being fetched a field is one of few.
  await expect(async () => {
    if ((await field.evaluate((element) => element.tagName)) === 'SELECT') {
      await field.selectOption(words, { timeout: 5_000 });
      return;
    }
    await field.fill(words, { timeout: 5_000 });
    await field.page().getByRole('option', { name: words, exact: true }).click({ timeout: 5_000 });
  }).toPass();
}

/** What the application said at the foot of the page. */
export const said = (page: Page, words: string | RegExp) => expect(page.getByRole('status').getByText(words).first()).toBeVisible();

/** Opens the newest message to a person in the post room. */
export async function readLetter(page: Page, subject: string | RegExp): Promise<Locator> {
  // A letter is delivered a moment after it was written, and a code by nobody's doing: the room is looked into again until it is there.
  await expect(async () => {
    await page.goto('/post/room');
    await page.getByRole('button', { name: subject }).first().click({ timeout: 5_000 });
  }).toPass();
  return page.getByRole('article');
}

/**
 * A phone of a client's person who comes in by the link of a letter and the code that is sent then.
 * @param who to whom both go, where several come in one after the other: the newest letter may still be that of the one before
 */
export async function inThePortal(browser: Browser, app: RunningApp, room: Page, subject: RegExp, who = ''): Promise<Page> {
  const to = (words: RegExp) => new RegExp(`${who}.*${words.source}`);
  const link = (await (await readLetter(room, to(subject))).getByRole('link', { name: /client’s link/ }).getAttribute('href'))!;
  const phone = await (await browser.newContext({ baseURL: app.address, viewport: { width: 390, height: 844 } })).newPage();
  await phone.goto(link);
  await phone.getByRole('button', { name: 'Send me the code' }).click();
  const code = /\d{6}/.exec((await (await readLetter(room, to(/Your code for/))).getByRole('heading').textContent())!)![0];
  await phone.getByLabel('Code from the message').fill(code);
  await phone.getByRole('button', { name: 'Continue' }).click();
  return phone;
}

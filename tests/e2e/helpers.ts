import AxeBuilder from '@axe-core/playwright';
import { expect, test as base, type Browser, type Page } from '@playwright/test';
import { renameSync, writeFileSync } from 'node:fs';

/** Where a worker's walks live: two servers, the clock both go by and the weather at their places. No other worker shares it. */
interface World {
  own: string;
  demo: string;
  clock: string;
  weather: string;
  /** The time a walk begins at. */
  now: string;
}
const worlds = JSON.parse(process.env.E2E_WORLDS ?? '[]') as World[];
if (worlds.length === 0) throw new Error('The walks need servers of their own: start them with ./basket test e2e');
const world = worlds[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!;
export const { own: OWN, demo: DEMO, now: NOW } = world;
export const PHONE = { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true } as const;

/** Writes a file whole: a server that reads it meanwhile sees the old or the new, never half. */
function put(file: string, text: string): void {
  writeFileSync(`${file}.new`, text);
  renameSync(`${file}.new`, file);
}

/** Moves the clock both servers of this worker live by. Pages learn of it when they load. */
export const setClock = (iso: string): void => put(world.clock, iso);

/** A walk that begins at the time of the demo world, whatever the one before it did to the clock, on a page that is waited for. */
export const test = base.extend<{ onTime: void }>({
  onTime: [
    // eslint-disable-next-line no-empty-pattern -- a fixture names what it needs; this one needs nothing
    async ({}, use) => {
      setClock(NOW);
      await use();
    },
    { auto: true }
  ],
  page: async ({ page }, use) => {
    await use(waitedFor(page));
  }
});

/** A page that counts as loaded once it listens: one of ours says so. One merely seen (`waitUntil: 'commit'`) is not waited for. */
export function waitedFor(page: Page): Page {
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  const awake = async (answer: Awaited<ReturnType<Page['goto']>>) => {
    // The headers as they came: the raw ones are waited for, for ever where a service worker answered.
    if (answer?.ok() && answer.headers()['content-type']?.startsWith('text/html'))
      await page.locator('html[data-awake]').waitFor({ state: 'attached' });
    return answer;
  };
  page.goto = async (url, options) => {
    const answer = await goto(url, options);
    return options?.waitUntil === 'commit' ? answer : awake(answer);
  };
  page.reload = async (options) => awake(await reload(options));
  return page;
}

const plays = new Map<string, string>();
/** What the weather desk plays at a place: a named run of weather, or `down`. A place of its own disturbs no other walk. */
export function setWeather(place: { latitudeDeg: number; longitudeDeg: number }, scenario: string): void {
  plays.set(`${place.latitudeDeg.toFixed(2)} ${place.longitudeDeg.toFixed(2)}`, scenario);
  put(world.weather, [...plays].map(([at, s]) => `${at} = ${s}`).join('\n'));
}

export async function signIn(page: Page, origin: string, email: string, password: string): Promise<void> {
  await page.goto(`${origin}/sign-in`);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeAttached();
}

/**
 * A phone of its own: another device with its own storage. A walk that drops requests itself blocks the service worker: one
 * that takes the page over between the rule and the request would let the request by.
 */
export async function phone(
  browser: Browser,
  origin: string,
  email: string,
  password: string,
  serviceWorkers: 'allow' | 'block' = 'allow'
): Promise<Page> {
  const page = waitedFor(await (await browser.newContext({ ...PHONE, locale: 'en-GB', serviceWorkers })).newPage());
  await signIn(page, origin, email, password);
  return page;
}

/** No violation of WCAG 2.2 A and AA on what the page shows; `rules` narrows it, `without` leaves out what was checked elsewhere. */
export async function accessible(page: Page, only: { rules?: string[]; without?: string } = {}): Promise<void> {
  // What lies half under the fixed head is no smaller for it.
  await page.evaluate(() => scrollTo(0, 0));
  // No page has frames, so the whole run fits in the page itself; only what is wrong is asked for.
  let axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  axe = only.rules ? axe.withRules(only.rules) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
  if (only.without) axe = axe.exclude(only.without);
  const { violations } = await axe.analyze();
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`
    )
  ).toEqual([]);
}

/**
 * The address of a job of the demo. It is found by its name: other walks make so many jobs that one may not stand on the first
 * page of the list.
 */
export async function addressOf(page: Page, title: string): Promise<string> {
  await page.goto(`${DEMO}/jobs?find=${encodeURIComponent(title)}`);
  return (await page.getByRole('main').getByRole('link', { name: title, exact: true }).getAttribute('href'))!;
}

/** Picks from one of our selects by its label. */
export async function pick(page: Page, label: string | RegExp, option: string | RegExp): Promise<void> {
  await page
    .getByRole('combobox', { name: label })
    .or(page.getByRole('button', { name: label }))
    .first()
    .click();
  await page.getByRole('option', { name: option }).click();
}

/** Names the wood of the surface that is open on Look. */
export async function nameWood(page: Page, typed: string, option: RegExp): Promise<void> {
  await page.getByLabel('Species').pressSequentially(typed);
  await page.getByRole('option', { name: option }).click();
}

export const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();

/**
 * Settles all that stands before a tin, as a hand in a hurry would: what somebody sees to is said to be so, what may be
 * overruled is, with a reason.
 */
export async function settleTin(page: Page, why: string): Promise<void> {
  const gate = page.getByRole('region', { name: 'Before the tin' });
  await expect(gate).toBeVisible();
  const toSettle = gate.getByText(/reasons? to settle$/);
  for (let left = await gate.getByRole('listitem').count(); left > 0; left--) {
    const [row, before] = [gate.getByRole('listitem').first(), await toSettle.innerText()];
    if (await row.getByText('nobody overrules').count()) await row.getByRole('button').first().click();
    else {
      await row.getByRole('button', { name: 'Overrule' }).click();
      await row.getByLabel(/why go ahead\?/).fill(why);
      await row.getByRole('button', { name: 'Overrule' }).click();
    }
    if (left > 1) await expect(toSettle).not.toHaveText(before);
  }
  await expect(gate).toBeHidden();
}

import { expect, type Page } from '@playwright/test';
import { accessible, addressOf, DEMO, PHONE, signIn, test, waitedFor } from './helpers';

/** Every page of the demo world, light and dark, desk and phone: opens without an error, holds its width, passes axe. */
const PASSWORD = 'salt-marsh-oil';
const PLACES = [
  '/',
  '/jobs',
  '/jobs/new',
  '/care',
  '/shelf',
  '/shelf/marrum-deck',
  '/shelf/stock',
  '/bench',
  '/log',
  '/house',
  '/people',
  '/about',
  '/weeks',
  '/sensors'
];
const STATIONS = ['look', 'measure', 'ready', 'choose', 'load', 'when', 'work', 'leave', 'keep'];

/** The rail is the same on every page: it is checked on Today, and left out on the others. */
async function visit(page: Page, path: string, faults: string[], rules?: string[]) {
  await page.goto(DEMO + path, { waitUntil: 'load' });
  await expect(page.getByRole('main').first()).toBeVisible();
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  expect(wide, `${path} is wider than the screen`).toBeLessThanOrEqual(1);
  await accessible(page, { rules, without: path === '/' ? undefined : '.rail' });
  expect(faults, path).toEqual([]);
}

const LOOKS = [
  ['desk, light', { viewport: { width: 1280, height: 800 }, colorScheme: 'light' }, undefined],
  ['desk, dark', { viewport: { width: 1280, height: 800 }, colorScheme: 'dark' }, ['color-contrast']],
  ['phone, dark', { ...PHONE, colorScheme: 'dark' }, undefined]
] as const;
const JOBS = ['Reading room', 'Boathouse deck', 'Ballroom'] as const;
/** Jobs whose Look, Measure and Ready hold what the others do not: a stair, pieces alike, a cut-out with a rim. */
const MORE = ['Gallery stair', 'Twelve cell doors', 'Bakery counter'] as const;

for (const [name, options, rules] of LOOKS)
  // The dark desk looks at contrast only: the first jobs show every colour there is.
  for (const part of ['places', ...JOBS, ...(rules ? [] : (['more'] as const))] as const)
    test(`every page: ${name}, ${part}`, async ({ browser }) => {
      test.setTimeout(240_000);
      const page = waitedFor(await (await browser.newContext({ ...options, locale: 'en-GB' })).newPage());
      const faults: string[] = [];
      page.on('pageerror', (e) => faults.push(e.message));
      page.on('console', (m) => m.type() === 'error' && faults.push(m.text()));
      await signIn(page, DEMO, 'ines@wickandtarn.example', PASSWORD);
      const all = part === 'places' ? [] : part === 'more' ? [...MORE] : [part];
      if (part === 'places') for (const path of PLACES) await visit(page, path, faults, rules && [...rules]);
      for (const title of all) {
        const job = await addressOf(page, title);
        const stations = part === 'more' ? ['look', 'measure', 'ready'] : STATIONS;
        for (const s of stations) await visit(page, `${job}/${s}`, faults, rules && [...rules]);
      }
      await page.context().close();
    });

test('Today: the wet bay is the one yellow thing, its clock ticks down to the wipe', async ({ page }) => {
  await signIn(page, DEMO, 'ines@wickandtarn.example', PASSWORD);
  const hot = page.locator('.row.hot');
  await expect(hot).toHaveCount(1);
  await expect(hot).toContainText('Wipe bay 3');
  await expect(hot).toContainText('min');
  await expect(page.getByRole('heading', { name: '5 rags not made safe' })).toBeVisible();
});

test('keys: stations by number, find, and their list', async ({ page }) => {
  await signIn(page, DEMO, 'ines@wickandtarn.example', PASSWORD);
  await page.goto(`${DEMO}${await addressOf(page, 'Boathouse deck')}`);
  await expect(page).toHaveURL(/when/);
  await page.keyboard.press('2');
  await expect(page).toHaveURL(/measure/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('write a note in the log');
});

test('a wrong address and a stranger’s job say so without a stack', async ({ page }) => {
  await signIn(page, DEMO, 'ines@wickandtarn.example', PASSWORD);
  await page.goto(`${DEMO}/jobs/00000000-0000-7000-8000-000000000000/measure`);
  await expect(page.getByText('There is no such job in your crew.')).toBeVisible();
  await page.goto(`${DEMO}/nowhere`);
  await expect(page.getByText('There is nothing here.')).toBeVisible();
});

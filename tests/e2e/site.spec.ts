import { expect, type Page } from '@playwright/test';
import { addressOf, DEMO, phone, test } from './helpers';

/** Two phones on one job, dropped requests, dead spots: nothing is lost, nothing doubled. */
const PASSWORD = 'salt-marsh-oil';
const BRAM = 'bram@wickandtarn.example';
const TOVE = 'tove@wickandtarn.example';

async function openWork(page: Page, title: string): Promise<void> {
  await page.goto(`${DEMO}${await addressOf(page, title)}/work`);
  await expect(page.getByText('in step')).toBeVisible();
}
const notes = (page: Page, text: string) => page.getByRole('listitem').filter({ hasText: text });
async function note(page: Page, text: string) {
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill(text);
  await page.getByRole('button', { name: 'Write it down' }).click();
}

test('what one phone logs, the other sees by itself', async ({ browser }) => {
  const [bram, tove] = [await phone(browser, DEMO, BRAM, PASSWORD), await phone(browser, DEMO, TOVE, PASSWORD)];
  await openWork(bram, 'Terrace');
  await openWork(tove, 'Terrace');
  await note(bram, 'Old oil beads by the rail');
  await expect(notes(tove, 'Old oil beads by the rail')).toHaveCount(1);
  await note(tove, 'Nine loose screws');
  await expect(notes(bram, 'Nine loose screws')).toHaveCount(1);
  await Promise.all([bram.context().close(), tove.context().close()]);
});

test('a lost answer is sent again and counts once', async ({ browser }) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  await openWork(bram, 'Net-loft cladding');
  let lost = 0;
  await bram.route('**/events', async (route) => {
    if (route.request().method() !== 'POST' || lost > 0) return route.continue();
    lost++;
    await route.fetch();
    await route.abort();
  });
  await note(bram, 'Said once');
  await expect.poll(() => lost).toBe(1);
  await expect(bram.getByText('in step')).toBeVisible();
  await bram.reload();
  await expect(notes(bram, 'Said once')).toHaveCount(1);
  await bram.context().close();
});

test('out of reach: kept on the phone, shown at once, there after a reload, sent when back', async ({ browser }) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  await openWork(bram, 'Gallery stair');
  await bram.route('**/events', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
  await note(bram, 'No signal in the crypt');
  await expect(bram.getByText('1 kept on this phone')).toBeVisible();
  await expect(notes(bram, 'No signal in the crypt')).toHaveCount(1);
  await bram.reload();
  await expect(notes(bram, 'No signal in the crypt')).toHaveCount(1);
  await expect(bram.getByText('1 kept on this phone')).toBeVisible();
  await bram.unroute('**/events');
  await expect(bram.getByText('in step')).toBeVisible();
  const tove = await phone(browser, DEMO, TOVE, PASSWORD);
  await openWork(tove, 'Gallery stair');
  await expect(notes(tove, 'No signal in the crypt')).toHaveCount(1);
  await Promise.all([bram.context().close(), tove.context().close()]);
});

test('a weak signal that swallows the request: said after ten seconds, sent when it answers again', async ({
  browser
}) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  await openWork(bram, 'Gallery stair');
  let swallow = true;
  await bram.route('**/events', async (route) => {
    if (route.request().method() !== 'POST' || !swallow) await route.continue();
  });
  await note(bram, 'One bar by the organ');
  await expect(bram.getByText('1 kept on this phone')).toBeVisible();
  swallow = false;
  await expect(bram.getByText('in step')).toBeVisible();
  await bram.reload();
  await expect(notes(bram, 'One bar by the organ')).toHaveCount(1);
  await bram.context().close();
});

test('a tap on a page that is seen but not yet awake is made when it wakes', async ({ browser }) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  await openWork(bram, 'Gallery stair');
  const url = bram.url();
  let wake = () => {};
  const woken = new Promise<void>((done) => (wake = done));
  await bram.route('**/_app/**/*.js', async (route) => {
    await woken;
    await route.continue();
  });
  await bram.goto(url, { waitUntil: 'commit' });
  await bram.getByRole('button', { name: 'Note', exact: true }).click();
  await expect(bram.getByText('starting', { exact: true })).toBeVisible();
  wake();
  await expect(bram.getByRole('textbox', { name: 'Note' })).toBeVisible();
  await bram.context().close();
});

test('no network at all: the work page opens again from the phone, and the tap is kept', async ({ browser }) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD);
  await openWork(bram, 'Twelve cell doors');
  await bram.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await bram.reload();
  await bram.context().setOffline(true);
  await bram.reload();
  await expect(bram.getByRole('heading', { name: 'Twelve cell doors' })).toBeVisible();
  await note(bram, 'Down in the cellar');
  await expect(bram.getByText('1 kept on this phone')).toBeVisible();
  await bram.reload();
  await expect(notes(bram, 'Down in the cellar')).toHaveCount(1);
  await bram.context().setOffline(false);
  await expect(bram.getByText('in step')).toBeVisible();
  await bram.reload();
  await expect(notes(bram, 'Down in the cellar')).toHaveCount(1);
  await bram.context().close();
});

test('two people change one job: the second is told and chooses', async ({ browser }) => {
  const [a, b] = [await phone(browser, DEMO, BRAM, PASSWORD), await phone(browser, DEMO, TOVE, PASSWORD)];
  await openWork(a, 'Old ferry office floor');
  const url = a.url().replace(/work$/, 'measure');
  await a.goto(url);
  await b.goto(url);
  await a.getByRole('button', { name: 'Floor', exact: true }).click();
  await expect(a.getByText('Saved', { exact: true })).toBeVisible();
  await b.getByRole('button', { name: 'Floor', exact: true }).click();
  await expect(b.getByRole('alert')).toContainText('Bram Teal changed this job meanwhile');
  await b.getByRole('button', { name: 'Take theirs' }).click();
  await expect(b.getByText('Saved', { exact: true })).toBeVisible();
  await Promise.all([a.context().close(), b.context().close()]);
});

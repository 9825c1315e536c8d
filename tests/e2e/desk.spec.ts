import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { addressOf, DEMO, pick, saved, signIn, test } from './helpers';

/** What a lead does at the desk besides the story: cards, prices, people, hours, light. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;

async function openJob(page: Page, title: string, station: string) {
  await page.goto(`${DEMO}${await addressOf(page, title)}/${station}`);
}

test.beforeEach(async ({ page }) => signIn(page, DEMO, ...LEAD));

test('a price that is none is refused beside its field; a right one makes a new revision', async ({ page }) => {
  await page.goto(`${DEMO}/shelf/tansy-gel`);
  await page.getByLabel('oil, 500 ml').fill('cheap');
  await page.getByRole('button', { name: 'Save the prices' }).click();
  await expect(page.getByText('“cheap” is not a price. Type it like 149.00.')).toBeVisible();
  await page.getByLabel('oil, 500 ml').fill('27.50');
  await page.getByRole('button', { name: 'Save the prices' }).click();
  await expect(page.getByText(/Saved as revision \d/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('oil, 500 ml')).toHaveValue('27.50');
});

test('a house value stands beside the label, with its reason, and can be taken back', async ({ page }) => {
  await page.goto(`${DEMO}/shelf/skerry-varnish`);
  await page.getByLabel('House value, m²/L').fill('11.5');
  await page.getByRole('button', { name: 'Set the house value' }).click();
  await expect(page.getByText('Say why, in 300 characters or fewer.')).toBeVisible();
  await page.getByLabel('House value, m²/L').fill('11.5');
  await page.getByLabel('Reason').fill('thirsty doors');
  await page.getByRole('button', { name: 'Set the house value' }).click();
  await expect(page.getByText('thirsty doors, 2027-05-18. The plan uses it.')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the label' }).click();
  await expect(page.getByText('No house value. The plan uses the label.')).toBeVisible();
});

test('a card goes out as a file and comes back in; a broken one names its fields', async ({ page }) => {
  await page.goto(`${DEMO}/shelf/lantern-wax`);
  const file = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export this card' }).click();
  const path = await (await file).path();
  await page.goto(`${DEMO}/shelf`);
  const card = JSON.parse(readFileSync(path!, 'utf8')) as { stirMinutes: number; vocGPerL: number };
  const changed = { ...card, stirMinutes: 4, vocGPerL: card.vocGPerL + 10 };
  const json = (name: string, data: unknown) => ({
    name,
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(data))
  });
  await page.getByLabel('Import cards').setInputFiles(json('changed.json', changed));
  const conflict = page.getByRole('dialog');
  await expect(conflict.getByText('0 new, 1 that differ')).toBeVisible();
  await conflict.getByRole('button', { name: /Lantern Wax, Solvent: take the shelf's/ }).click();
  await conflict.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText('1 card taken over.')).toBeVisible();
  await page.goto(`${DEMO}/shelf/lantern-wax`);
  await expect(page.getByRole('row', { name: /^Stir/ })).toContainText('4');
  await expect(page.getByRole('row', { name: /^Solvent/ }).last()).toContainText(String(card.vocGPerL));
  await page.goto(`${DEMO}/shelf`);
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export as CSV' }).click();
  await page.getByLabel('Import cards').setInputFiles({
    name: 'shelf.csv',
    mimeType: 'text/csv',
    buffer: readFileSync((await (await csv).path())!)
  });
  await expect(page.getByRole('dialog').getByText('0 new, 0 that differ, 16 as they are')).toBeVisible();
  await page.getByRole('button', { name: 'Leave the shelf as it is' }).click();
  await page
    .getByLabel('Import cards')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{"id":"x"}') });
  await expect(page.getByRole('alert')).toContainText('hours');
});

test('a crew keeps its last lead', async ({ page }) => {
  await page.goto(`${DEMO}/people`);
  await pick(page, 'Role of Ines Okafor-Lund', /^Hand/);
  await expect(page.getByRole('alert')).toContainText('A crew needs a lead');
});

test('hours of the site open and close the horizon, and undo brings them back', async ({ page }) => {
  await openJob(page, 'Twelve cell doors', 'when');
  const open = page.getByText(/\d+ of \d+ hours are open/);
  await expect(open).toBeVisible();
  const before = await open.textContent();
  await page.getByRole('button', { name: 'Change hours, air or crew' }).click();
  await page.getByLabel('Wed from').fill('12:00');
  await page.getByLabel('Wed from').blur();
  await page.getByLabel('Thu to').fill('07:00');
  await page.getByLabel('Thu to').blur();
  await expect(page.getByText('Thu ends at 07:00, not after its start 07:30')).toBeVisible();
  await page.getByLabel('Thu to').fill('17:30');
  await page.getByLabel('Thu to').blur();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(open).not.toHaveText(before!);
  await saved(page);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  await expect(open).toHaveText(before!);
  await saved(page);
});

test('light and dark are chosen on the device and kept', async ({ page }) => {
  await page.getByRole('button', { name: 'Ines' }).click();
  await page.getByRole('button', { name: 'dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
});

test('a job is found by its client, and a search without a find says so', async ({ page }) => {
  await page.goto(`${DEMO}/jobs`);
  await page.getByLabel('Find a job').fill('heron');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByRole('link', { name: 'Boathouse deck' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Ballroom' })).toHaveCount(0);
  await page.getByLabel('Find a job').fill('zeppelin');
  await page.getByRole('button', { name: 'Find' }).click();
  await expect(page.getByText('No job matches “zeppelin”.')).toBeVisible();
});

import { expect, type Page } from '@playwright/test';
import { accessible, DEMO, saved, signIn, test } from './helpers';

/** Whom a job is for and where: known ones found while one types, towns of the gazetteer, the device's own position. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;
const position = (page: Page) => page.getByText(/^\d+\.\d\d° [NS], \d+\.\d\d° [EW]$/);

test.beforeEach(async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
});

test('a client the crew knows brings the number and the site; both are changed once, for all their jobs', async ({
  page
}) => {
  const make = async (title: string) => {
    await page.goto(`${DEMO}/jobs/new`);
    await page.getByLabel('Job', { exact: true }).fill(title);
    await page.getByLabel('Client').pressSequentially('Eel trap tr');
  };
  await make('Smokehouse bench');
  await page.getByLabel('Client').fill('Eel trap trust');
  await page.getByLabel('Phone').fill('0700 100');
  await page.getByLabel('Place', { exact: true }).fill('Smokehouse, Saltmarsh Wick');
  await page.getByRole('button', { name: 'Make it and look' }).click();
  await expect(page.getByRole('heading', { name: 'What is to be oiled?' })).toBeVisible();
  const first = page.url();

  await make('Smokehouse door');
  await page.getByRole('option', { name: /^Eel trap trust/ }).click();
  await expect(page.getByLabel('Client')).toHaveValue('Eel trap trust');
  await expect(page.getByLabel('Phone')).toHaveValue('0700 100');
  await expect(page.getByLabel('Place', { exact: true })).toHaveValue('Smokehouse, Saltmarsh Wick');
  await accessible(page);
  await page.getByRole('button', { name: 'Make it and look' }).click();
  await page.getByRole('button', { name: 'About the job' }).click();
  await page.getByLabel('Phone').fill('0700 200');
  await saved(page);
  await page.goto(first);
  await page.getByRole('button', { name: 'About the job' }).click();
  await expect(page.getByLabel('Phone')).toHaveValue('0700 200');
});

test('a place is a site we know, a town after the house, or where this device is; nobody types degrees', async ({
  page,
  context
}) => {
  await page.goto(`${DEMO}/jobs/new`);
  const place = page.getByLabel('Place', { exact: true });
  await expect(position(page)).toHaveText('49.40° N, 7.60° W');
  await place.fill('');
  await place.pressSequentially('chapel');
  await page.getByRole('option', { name: /Tidemill Chapel, Saltmarsh Wick/ }).click();
  await expect(place).toHaveValue('Tidemill Chapel, Saltmarsh Wick');

  await place.fill('');
  await place.pressSequentially('Boat house, san');
  await page
    .getByRole('option', { name: /^Boat house, San/ })
    .first()
    .click();
  await expect(place).toHaveValue(/^Boat house, San/);
  await expect(position(page)).not.toHaveText('49.40° N, 7.60° W');

  await context.grantPermissions(['geolocation'], { origin: DEMO });
  await context.setGeolocation({ latitude: 49.51, longitude: -7.44 });
  await page.getByRole('button', { name: 'Take where this device is' }).click();
  await expect(position(page)).toHaveText('49.51° N, 7.44° W');
  await expect(place).toHaveValue(/^Boat house, San/);
});

import { expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import cards from '../../demo/cards.json' with { type: 'json' };
import deck from '../../demo/jobs/02-boathouse-deck.json' with { type: 'json' };
import terrace from '../../demo/jobs/04-saltgate-terrace.json' with { type: 'json' };
import doorsFile from '../version-1/cell-doors.json' with { type: 'json' };
import { accessible, DEMO, phone, pick, saved, signIn, test } from './helpers';

/** Choose and Load: systems, coats, sample boards, tins, mixing, the bench and what the log teaches. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;
const BRAM = ['bram@wickandtarn.example', 'salt-marsh-oil'] as const;

/** A job of the demo world made anew, so that no other walk works on it; gives its address. */
async function copyOf(page: Page, document: unknown, title: string, products: readonly string[]): Promise<string> {
  const r = await page.request.post(`${DEMO}/api/jobs`, {
    data: JSON.stringify({ ...(document as object), title, products: cards.filter((c) => products.includes(c.id)) }),
    headers: { Origin: DEMO, 'Content-Type': 'application/json' }
  });
  expect(r.ok(), await r.text()).toBe(true);
  return `${DEMO}/jobs/${((await r.json()) as { id: string }).id}`;
}
const doors = (page: Page, title: string) => copyOf(page, doorsFile.document, title, ['tansy-gel', 'skerry-varnish']);

async function openJob(page: Page, title: string, station: string): Promise<string> {
  await page.goto(`${DEMO}/jobs?find=${encodeURIComponent(title)}`);
  const job = await page.getByRole('link', { name: title, exact: true }).first().getAttribute('href');
  await page.goto(`${DEMO}${job}/${station}`);
  return `${DEMO}${job}`;
}

test.beforeEach(async ({ page }) => signIn(page, DEMO, ...LEAD));

test('three systems for the rooftop terrace stand side by side, and one is picked', async ({ page }) => {
  const job = await copyOf(page, terrace.document, 'A roof to compare for', ['marrum-clear']);
  await page.goto(`${job}/choose?view=compare`);
  const table = page.getByRole('region', { name: 'Systems side by side' });
  await expect(table.getByRole('columnheader', { name: /Marrum/ })).toHaveCount(3);
  await expect(table.getByRole('row', { name: /^Care, ten years/ })).toContainText(/\d/);
  await expect(table.getByText(/Greys within two years/)).toBeVisible();
  await expect(page.getByRole('img', { name: /Money for oil against Light use/ })).toBeVisible();
  await accessible(page, { without: '.js-plotly-plot' });

  await pick(page, /^Product/, /^Ostrel Duo/);
  await page.getByRole('button', { name: 'Put beside' }).click();
  await expect(table.getByText(/Ostrel Duo is for indoor wood; this is outdoor/)).toBeVisible();
  await page.getByLabel('Only what may go on').click();
  await expect(table.getByRole('columnheader', { name: /Ostrel/ })).toHaveCount(0);
  await pick(page, /^Order by/, 'Money for oil');
  await expect(table.getByRole('columnheader').nth(1)).toContainText('thin and wipe');
  await table
    .getByRole('columnheader', { name: /thin and wipe/ })
    .getByRole('button', { name: 'Choose' })
    .click();
  await expect(page.getByRole('button', { name: /^Marrum Deck.*chosen/ })).toBeVisible();
  await saved(page);
});

test('a system of two products is made from nothing and put beside one of one', async ({ page }) => {
  const job = await copyOf(page, doorsFile.document, 'Doors to compare for', ['tansy-gel', 'skerry-varnish']);
  await page.goto(`${job}/choose?view=compare`);
  const table = page.getByRole('region', { name: 'Systems side by side' });
  await pick(page, /^Product/, /^Pellow Hardwax/);
  await page.getByRole('button', { name: 'Put beside' }).click();
  await pick(page, /^Product/, /^Tansy Gel/);
  await page.getByRole('button', { name: 'Another product on top' }).click();
  await page.getByLabel('Coats of it').fill('2');
  await page.getByRole('button', { name: 'Then the next product' }).click();
  await expect(page.getByText(/From the wood up: Tansy Gel, 2 coats, then what you pick/)).toBeVisible();
  await pick(page, /^Product/, /^Skerry Varnish/);
  await page.getByLabel('Coats of it').fill('3');
  await page.getByRole('button', { name: 'Put beside' }).click();
  await expect(table.getByRole('columnheader')).toHaveCount(3);
  await table
    .getByRole('columnheader', { name: /Tansy Gel/ })
    .getByRole('button', { name: 'Choose' })
    .click();
  await expect(page.getByRole('button', { name: /^Coat 2, Tansy Gel/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Coat 5, Skerry Varnish/ })).toBeVisible();
  await saved(page);
});

test('the doors: stain and varnish coat by coat; a broken layer rule says why and what cures it', async ({ page }) => {
  await page.goto(`${await doors(page, 'Doors coat by coat')}/choose`);
  const coats = page.getByRole('list', { name: 'Coats, from the wood up' });
  await expect(coats.getByRole('button', { name: /^Coat \d/ })).toHaveCount(4);
  await expect(coats.getByText('Test patch first.')).toBeVisible();
  await expect(coats.getByText(/Backs and edges first, fronts once they are touch dry/).first()).toBeVisible();

  await coats.getByRole('button', { name: /^Coat 4, Skerry/ }).click();
  await pick(page, /^Product/, /^Fenlight WB/);
  await expect(coats.getByText('Waterborne over oil that has not cured crawls and peels.').first()).toBeVisible();
  await expect(coats.getByText(/Put a spirit sealer between/).first()).toBeVisible();
  await pick(page, /^Product/, /^Quill Sealer/);
  await page.getByRole('button', { name: 'Another coat on top' }).click();
  await coats.getByRole('button', { name: /^Coat 5/ }).click();
  await pick(page, /^Product/, /^Fenlight WB/);
  await expect(coats.getByText('A dry sealer takes any coat.').first()).toBeVisible();
  await expect(coats.getByText(/crawls and peels/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Lower' }).click();
  await expect(coats.getByText(/crawls and peels/).first()).toBeVisible();
  for (let i = 0; i < 7; i++) await page.keyboard.press('Control+z');
  await expect(coats.getByRole('button', { name: /^Coat 4, Skerry/ })).toBeVisible();

  await page.getByRole('button', { name: 'Twelve doors, Top edge: coat 2' }).click();
  await expect(page.getByRole('button', { name: 'Twelve doors, Top edge: coat 2' })).toHaveAttribute(
    'aria-pressed',
    'true'
  );
  await page.keyboard.press('Control+z');
  await saved(page);
  await page.evaluate(() => scrollTo(0, 0));
  await accessible(page);
});

test('a sample board is approved by the client: the colour is locked, and opens only for a new approval', async ({
  page
}) => {
  const job = await doors(page, 'Doors with a board');
  await page.goto(`${job}/choose?view=samples`);
  const board = page.getByRole('listitem').filter({ hasText: 'Bracken, three layers' });
  await board.getByRole('button', { name: 'The client approves it' }).click();
  await page.getByLabel('Who approves, by name').fill('Sister Maren');
  await page.getByRole('button', { name: 'Approved, lock the colour' }).click();
  await expect(page.getByRole('region', { name: 'Approved' })).toContainText('Sister Maren');
  await expect(page.getByRole('region', { name: 'Approved' })).toContainText('colour goes only darker');
  await accessible(page);
  await page.goto(`${job}/choose`);
  await page.getByRole('button', { name: /^Coat 1, Tansy/ }).click();
  await expect(
    page
      .getByRole('combobox', { name: /^Colour/ })
      .or(page.getByRole('button', { name: /^Colour/ }))
      .first()
  ).toBeDisabled();
  await expect(page.getByText('another product needs a new approval')).toBeVisible();
  await page.goto(`${job}/choose?view=samples`);
  await page.getByRole('button', { name: 'Another colour is wanted' }).click();
  await page.getByRole('button', { name: 'Ask for a new approval' }).click();
  await expect(page.getByText('Say why.')).toBeVisible();
  await page.getByLabel('Why another colour').fill('The nave lamps were changed');
  await page.getByRole('button', { name: 'Ask for a new approval' }).click();
  await expect(page.getByText(/the colour is open until another board is approved/)).toBeVisible();
});

test('the deck is bought from what its coats have taught, stock first, with the chance of running short', async ({
  page,
  browser
}) => {
  const job = await copyOf(page, deck.document, 'A deck to load for', ['marrum-deck']);
  await page.goto(`${job}/load`);
  await page.getByRole('button', { name: /litres of Marrum Deck to have: why/ }).click();
  await expect(page.getByText(/5 of our coats behind it \(label 8 m²\/L\)/).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('row', { name: /From stock: lot ML-4391/ })).toBeVisible();
  await expect(page.getByText('blend all tins before the first bay')).toBeVisible();
  const steps = page.getByRole('table', { name: 'Round up?' });
  await expect(steps.getByRole('row', { name: /One tin fewer/ })).toContainText('in 100');
  await expect(steps.getByRole('row', { name: /One tin more/ })).toContainText('in 100');
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Order as CSV' }).click();
  expect(readFileSync((await (await csv).path())!, 'utf8')).toMatch(
    /^product,colour,part,volume_ml[^\n]*\r\nMarrum Deck,Larch,oil,/
  );
  await accessible(page);

  const bram = await phone(browser, DEMO, ...BRAM);
  await bram.goto(`${job}/load`);
  const visit = bram.getByRole('region', { name: /^Visit 2: Coat 1/ });
  const rags = visit.getByRole('checkbox', { name: /cotton rags, packed/ });
  await expect(rags).toHaveAttribute('aria-checked', 'false');
  await bram.context().setOffline(true);
  await rags.click();
  await expect(rags).toHaveAttribute('aria-checked', 'true');
  await visit.getByRole('button', { name: /^moisture meter: have\. Change to buy/ }).click();
  await bram.context().setOffline(false);
  await expect(
    page.getByRole('region', { name: /^Visit 2: Coat 1/ }).getByRole('checkbox', { name: /cotton rags/ })
  ).toHaveAttribute('aria-checked', 'true');
  await accessible(bram);
  await bram.context().close();
});

test('the library’s batches by bottle and by scale; a wrong pair code stops the mix', async ({ browser }) => {
  const bram = await phone(browser, DEMO, ...BRAM);
  await bram.goto(`${DEMO}/bench?tool=mix&card=ostrel-duo&of=total&l=1.5&t=20`);
  await expect(bram.getByText('1,250 ml', { exact: true }).first()).toBeVisible();
  await expect(bram.getByText('250 ml', { exact: true }).first()).toBeVisible();
  await bram.getByRole('button', { name: 'By scale' }).click();
  await expect(bram.getByText('1,175 g', { exact: true }).first()).toBeVisible();
  await expect(bram.getByText('280 g', { exact: true }).first()).toBeVisible();
  await bram.getByLabel('Hardener in hand').fill('112 g');
  await expect(bram.getByText('470 g', { exact: true }).first()).toBeVisible();
  expect(bram.url()).toContain('of=hardener');
  await bram.getByLabel('On the oil', { exact: true }).fill('D7');
  await bram.getByLabel('On the hardener', { exact: true }).fill('R2');
  await expect(bram.getByRole('alert')).toContainText('Do not mix.');
  await bram.getByLabel('On the hardener', { exact: true }).fill('D7');
  await expect(bram.getByRole('alert')).toHaveCount(0);
  await bram.getByRole('button', { name: /^Start stirring/ }).click();
  await expect(bram.getByRole('button', { name: 'Poured to the second vessel' })).toBeDisabled();
  await accessible(bram);
  for (const tool of ['tin', 'air', 'recoat', 'pot-life', 'batch', 'recipes', 'ladder', 'units']) {
    await bram.goto(`${DEMO}/bench?tool=${tool}`);
    await accessible(bram);
    expect(await bram.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  }
  await bram.goto(`${DEMO}/bench?tool=air&t=20&rh=0.5`);
  await expect(bram.getByRole('status').first()).toContainText('9.3 °C');
  await bram.context().close();
});

test('the recipe of the cladding is scaled to its litres, in the order of adding', async ({ page }) => {
  await openJob(page, 'Net-loft cladding', 'load');
  const recipe = page.getByRole('region', { name: 'Old Barn Red, parts' });
  await expect(recipe.getByRole('row').nth(1)).toContainText('1. Pine thinner, the first of it');
  await expect(recipe.getByRole('row').nth(2)).toContainText('2. Red earth pigment');
  await page.goto(`${DEMO}/bench?tool=recipes&recipe=old-barn-red&for=area&m2=48`);
  await expect(page.getByText('5,000 ml', { exact: true })).toBeVisible();
});

test('the log: a coat that lies far off is explained or left out, and the rate follows', async ({ page }) => {
  await page.goto(`${DEMO}/log`);
  await pick(page, /^Product/, 'Ostrel Duo');
  await page.getByRole('button', { name: 'Ostrel Duo, first coat' }).first().click();
  const rate = page.getByRole('row', { name: /Ostrel Duo, first coat.*open ring porous, thin/ });
  const before = await rate.textContent();
  await page.getByRole('button', { name: /^Judge Lock keeper/ }).click();
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByText('Say why.')).toBeVisible();
  await page.getByLabel('Why', { exact: true }).fill('A tin was knocked over');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await expect(page.getByText('Left out: A tin was knocked over')).toBeVisible();
  await expect(rate).not.toHaveText(before!);
  await accessible(page, { without: '.js-plotly-plot' });
});

test('house rules: what another school would change this week is shown before it is saved', async ({ page }) => {
  await page.goto(`${DEMO}/house`);
  await page.getByRole('radio', { name: /^Abrade every coat/ }).click();
  await page.getByRole('radio', { name: /^As soon as it opens/ }).click();
  await page.getByRole('button', { name: 'What it would change this week' }).click();
  await expect(page.getByText(/Say why: the next one/).first()).toBeVisible();
  for (const q of ['Between coats', 'Rhythm'])
    await page.getByRole('region', { name: q }).getByLabel('Our reason').fill('We tried it on the chapel');
  await page.getByRole('button', { name: 'What it would change this week' }).click();
  await expect(page.getByRole('region', { name: 'What it would change' }).getByRole('link').first()).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'As they were' }).click();
  await expect(page.getByRole('button', { name: 'Save the rules' })).toBeDisabled();
  await page.getByRole('region', { name: 'Board no hotter than' }).getByRole('textbox').first().fill('80');
  await page.getByRole('region', { name: 'Board no hotter than' }).getByRole('textbox').first().blur();
  await page.getByRole('region', { name: 'Board no hotter than' }).getByLabel('Our reason').fill('Hot');
  await page.getByRole('button', { name: 'Save the rules' }).click();
  await expect(page.getByText(/must lie between 20 and 50/)).toBeVisible();
});

test('a batch on site draws its lot from the stock, and a tin is set right with a note', async ({ page }) => {
  await page.goto(`${DEMO}/shelf/stock`);
  await expect(page.getByText('Hardener outlived its oil.')).toBeVisible();
  await page.getByRole('button', { name: 'A tin bought' }).click();
  await pick(page, /^Product/, 'Marrum Clear');
  await page.getByRole('button', { name: 'Into the stock' }).click();
  await expect(page.getByText('Write down the lot on the tin.')).toBeVisible();
  await page.getByLabel('Lot', { exact: true }).fill('MC-0001');
  await page.getByRole('button', { name: 'Into the stock' }).click();
  const tin = page.getByRole('article', { name: 'Clear, lot MC-0001' });
  await expect(tin).toContainText('1.00 L');
  await tin.getByRole('button', { name: /set right/ }).click();
  await page.getByLabel('Left in it').fill('5 L');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByRole('alert')).toContainText('can not be more than the tin holds');
  await page.getByLabel('Left in it').fill('400 ml');
  await page.getByLabel('Note').fill('Spilt in the van');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(tin).toContainText('400 ml');
  await expect(page.getByText(/Spilt in the van/)).toBeVisible();
  await accessible(page);
});

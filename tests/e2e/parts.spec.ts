import { expect, type Page } from '@playwright/test';
import { v7 as uuidv7 } from 'uuid';
import vestry from '../../demo/jobs/10-vestry-door.json' with { type: 'json' };
import counter from '../../demo/jobs/03-bakery-counter.json' with { type: 'json' };
import cards from '../../demo/cards.json' with { type: 'json' };
import { accessible, DEMO, phone, pick, saved, setClock, settleTin, signIn, test } from './helpers';

/** Jobs in parts: split at the desk, worked on phones, each face of each piece on record. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;
const BRAM = ['bram@wickandtarn.example', 'salt-marsh-oil'] as const;
const TOVE = ['tove@wickandtarn.example', 'salt-marsh-oil'] as const;

async function post(page: Page, document: object): Promise<string> {
  const r = await page.request.post(`${DEMO}/api/jobs`, {
    data: JSON.stringify(document),
    headers: { Origin: DEMO, 'Content-Type': 'application/json' }
  });
  expect(r.ok(), await r.text()).toBe(true);
  return `${DEMO}/jobs/${((await r.json()) as { id: string }).id}`;
}
const plate = (page: Page, name: string | RegExp) =>
  page.getByRole('group', { name: 'Parts of this job' }).getByRole('button', { name });
const now = (page: Page) => page.getByRole('region', { name: 'Now' });

async function readTheWood(page: Page, job: string, surface: string) {
  await page.goto(`${job}/look`);
  await page.getByRole('tab', { name: surface, exact: true }).click();
  for (const percent of ['8.2', '8.4', '8.1']) {
    await page.getByLabel('Reading', { exact: true }).fill(percent);
    await page.getByRole('button', { name: 'Write', exact: true }).click();
  }
  await expect(page.getByRole('region', { name: 'Moisture' })).toContainText('3 of 3 readings');
}

/** A take-off as an estimator types it: a floor, the worktop beside it, four cupboard doors. */
const TAKE_OFF = [
  'name,kind,species,length,width,thickness,grit,tags,faces',
  'Kitchen floor,floor,oak,4 m,3 m,22 mm,120,,top 2',
  'Worktop,countertop,beech,2.4 m,600 mm,40 mm,180,,top 2',
  'Cupboard doors,door,oak,2 m,500 mm,22 mm,150,door 1;door 2;door 3;door 4,outside 1;inside 1'
].join('\n');

test('one job of three parts, made from nothing at the desk and worked on two phones', async ({ page, browser }) => {
  test.slow();
  await signIn(page, DEMO, ...LEAD);
  await page.goto(`${DEMO}/jobs/new`);
  await page.getByLabel('Job', { exact: true }).fill('Pilot house kitchen');
  await page.getByLabel('Client', { exact: true }).fill('Ropewalk Pilots');
  await page.getByLabel('Place', { exact: true }).fill('Pilot house, Saltmarsh Wick');
  await page.getByRole('button', { name: 'Make it and look' }).click();
  await page.waitForURL(/\/look/);
  const job = page.url().replace(/\/look.*/, '');
  await page.goto(`${job}/measure`);
  await page.getByRole('button', { name: 'From a file' }).click();
  await page
    .getByLabel('File', { exact: true })
    .setInputFiles({ name: 'take-off.csv', mimeType: 'text/csv', buffer: Buffer.from(TAKE_OFF) });
  await page.getByRole('button', { name: /^Add 3 surfaces/ }).click();
  await saved(page);
  for (const surface of ['Kitchen floor', 'Worktop', 'Cupboard doors']) await readTheWood(page, job, surface);

  // In parts each has a product of its own.
  await page.goto(`${job}/choose`);
  await page.getByRole('button', { name: 'Another product for some of it' }).click();
  const dialog = page.getByRole('dialog', { name: 'Parts' });
  await dialog.getByRole('button', { name: 'Worktop', exact: true }).click();
  await dialog.getByRole('button', { name: 'Make them a part' }).click();
  await dialog.getByRole('button', { name: 'Cupboard doors', exact: true }).click();
  await expect(dialog.getByRole('status')).toHaveText('8 faces picked');
  await dialog.getByRole('button', { name: 'Make them a part' }).click();
  await pick(page, 'Place of part C', /^Another room/);
  await dialog.getByLabel('Room', { exact: true }).last().fill('Our bench');
  await dialog.getByRole('button', { name: 'Done' }).click();
  for (const [part, product] of [
    ['Kitchen floor', /^Pellow Hardwax/],
    ['Worktop', /^Corvane Worktop/],
    ['Cupboard doors', /^Tansy Gel/]
  ] as const) {
    await plate(page, new RegExp(`^${part}`)).click();
    await page.getByRole('region', { name: 'Shelf' }).getByRole('button', { name: product }).click();
    await saved(page);
  }
  await expect(plate(page, /^Cupboard doors/)).toContainText('Tansy Gel');
  await expect(plate(page, /^Cupboard doors/)).toContainText('Our bench');
  await page.goto(`${job}/load`);
  await expect(page.getByRole('region', { name: 'Into the van' })).toContainText('Worktop: coat');

  // Two phones: Bram lays the floor, Tove the insides of two doors, each on its own part.
  const [bram, tove] = await Promise.all([phone(browser, DEMO, ...BRAM), phone(browser, DEMO, ...TOVE)]);
  await bram.goto(`${job}/work`);
  await expect(plate(bram, /^Kitchen floor/)).toHaveAttribute('aria-pressed', 'true');
  await tove.goto(`${job}/work`);
  await plate(tove, /^Cupboard doors/).click();
  for (const [device, lot] of [
    [bram, 'PH-7'],
    [tove, 'TG-9']
  ] as const) {
    await settleTin(device, 'Made ready before the crew had Basket');
    await device
      .getByRole('button', { name: /^Open batch/ })
      .first()
      .click();
    await device.getByLabel('Lot on the oil').fill(lot);
    await device.getByRole('button', { name: 'Open, start stirring' }).click();
    setClock('2027-05-18T09:50:00+01:00');
    await device.reload();
    if (device === tove) await plate(tove, /^Cupboard doors/).click();
    await device.getByRole('button', { name: 'Stirred', exact: true }).click();
  }
  await bram.getByRole('button', { name: 'Oil is on bay 1' }).click();
  await tove.getByRole('button', { name: 'Oil goes on' }).click();
  const panel = tove.getByRole('region', { name: 'Oil on' });
  await expect(panel).toContainText('8 faces want this coat');
  await expect(panel.getByRole('status')).toHaveText('Nothing picked');
  await panel.getByRole('button', { name: 'Inside', exact: true }).click();
  for (const door of ['door 3', 'door 4'])
    await panel.getByRole('button', { name: `Cupboard doors, ${door}, inside` }).click();
  await expect(panel.getByRole('status')).toHaveText('Cupboard doors, door 1 and door 2, inside');
  await accessible(tove);
  await panel.getByRole('button', { name: 'Oil is on', exact: true }).click();
  await expect(now(tove)).toContainText(/door 1 and door 2, inside/i);
  setClock('2027-05-18T09:53:00+01:00');
  await tove.reload();
  await plate(tove, /^Cupboard doors/).click();
  await tove.getByRole('button', { name: /door 2, inside is wiped/i }).click();
  const board = tove.getByRole('region', { name: 'Pieces and faces' });
  await expect(board.getByRole('img', { name: 'Cupboard doors, door 1, inside: coat 1 oil on' })).toBeVisible();
  await expect(board.getByRole('img', { name: 'Cupboard doors, door 3, inside: coat 1 to come' })).toBeVisible();

  // The desk sees both, each where it belongs.
  await page.goto(`${job}/work`);
  await expect(
    page.getByText('Cupboard doors: Tove puts oil on Cupboard doors, door 1 and door 2, inside')
  ).toBeVisible();
  await expect(page.getByText(/Kitchen floor: Bram puts oil on bay 1/)).toBeVisible();
  await page.goto(`${DEMO}/`);
  // Wiped, it is looked at again; and Today says what its coat goes on in spite of.
  const row = page.locator('li.row').filter({ hasText: 'Pilot house kitchen: Cupboard doors' });
  await expect(row).toContainText('Look again, Cupboard doors, door 1 and door 2, inside');
  await expect(row).toContainText('In spite of: preparation not done');
  await page.goto(`${job}/leave`);
  await expect(page.getByRole('button', { name: 'Hand over' })).toHaveCount(0);
  for (const device of [bram, tove]) await device.context().close();
});

test('the vestry door: its weather side varnished, its inner side stained, each with its own coats and days', async ({
  page
}) => {
  await signIn(page, DEMO, ...LEAD);
  const products = cards.filter((c) => ['skerry-varnish', 'tansy-gel'].includes(c.id));
  const job = await post(page, { ...vestry.document, title: 'A vestry door', products });
  await page.goto(`${job}/choose`);
  await expect(plate(page, /^Weather side and edges/)).toContainText('Skerry Varnish, Clear, 4 coats');
  await plate(page, /^Inner side/).click();
  await expect(
    page.getByRole('list', { name: 'Coats, from the wood up' }).getByRole('button', { name: /^Coat \d/ })
  ).toHaveCount(3);
  await page.goto(`${job}/choose?part=first`);
  await expect(page.getByRole('region', { name: 'Finish' }).getByRole('row', { name: /^Inside/ })).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Finish' }).getByRole('row', { name: /^Outside/ })).toBeVisible();
});

test('a version 1 file opens as one part; split in two, joined and undone, it is what it was', async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
  const document = {
    ...counter.document,
    title: 'Bench of old',
    products: cards.filter((c) => c.id === 'corvane-worktop')
  };
  const job = await post(page, document);
  const file = async () => (await page.request.get(job.replace('/jobs/', '/api/jobs/'))).json();
  const before = (await file()) as { version: number; parts: unknown[] };
  expect([before.version, before.parts.length]).toEqual([2, 1]);

  await page.goto(`${job}/choose`);
  await expect(page.getByRole('group', { name: 'Parts of this job' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Another product for some of it' }).click();
  const dialog = page.getByRole('dialog', { name: 'Parts' });
  await dialog.getByRole('button', { name: /underside: part A/ }).click();
  await expect(dialog.getByRole('status')).toHaveText('1 face picked');
  await dialog.getByRole('button', { name: 'Make them a part' }).click();
  await dialog.getByLabel('Name of part B').fill('Underside');
  await accessible(page);
  await dialog.getByRole('button', { name: 'Done' }).click();
  await expect(plate(page, /^Underside/)).toBeVisible();
  await saved(page);
  expect((await file()).parts[1]).toMatchObject({ name: 'Underside', takes: [{ face: 'underside' }] });

  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  await dialog.getByRole('button', { name: 'Join part B to the rest' }).click();
  await dialog.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  expect(await file()).toEqual(before);
  await page.keyboard.press('Control+z');
  await expect(plate(page, /^Underside/)).toBeVisible();
  for (let i = 0; i < 2; i++) await page.keyboard.press('Control+z');
  await expect(page.getByRole('group', { name: 'Parts of this job' })).toHaveCount(0);
  await saved(page);
  expect(await file()).toEqual(before);
});

test('a part that waits for another has no hour before that one has dates; then it has them after', async ({
  page
}) => {
  await signIn(page, DEMO, ...LEAD);
  const moisture = { percent: 8.5, at: '2027-05-17T09:00:00+01:00' };
  const job = await post(page, {
    ...counter.document,
    title: 'Underside first',
    site: { ...counter.document.site, moisture },
    products: cards.filter((c) => c.id === 'corvane-worktop')
  });
  await page.goto(`${job}/choose`);
  await page.getByRole('button', { name: 'Another product for some of it' }).click();
  const dialog = page.getByRole('dialog', { name: 'Parts' });
  await dialog.getByRole('button', { name: /underside: part A/ }).click();
  await dialog.getByRole('button', { name: 'Make them a part' }).click();
  await dialog.getByLabel('Name of part B').fill('Underside');
  await pick(page, 'Part A begins', 'After Underside');
  await pick(page, 'Once that is', 'touch dry');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await saved(page);

  await page.goto(`${job}/when`);
  await expect(page.getByText('Waits until Underside is touch dry, which has no date yet.')).toBeVisible();
  await page.getByRole('button', { name: 'Pick its start first' }).click();
  await expect(plate(page, /^Underside/)).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: /^Book / }).click();
  await page.waitForURL(/\/load$/);
  await page.goto(`${job}/when`);
  await plate(page, /touch dry/).click();
  await expect(page.getByText(/^Waits until Underside is touch dry: \S+/).first()).toBeVisible();
  await expect(page.getByText(/No hour of the next ten days/)).toHaveCount(0);
  await accessible(page);
});

test('a door is varnished on the bench and carried out before its last coat; its two sides are planned for each other', async ({
  page,
  browser
}) => {
  test.slow();
  await signIn(page, DEMO, ...LEAD);
  const products = cards.filter((c) => ['skerry-varnish', 'tansy-gel'].includes(c.id));
  const [bench] = vestry.document.places;
  const document = {
    ...vestry.document,
    title: 'A porch door',
    products,
    places: [
      { ...bench, moisture: { percent: 9, at: '2027-05-17T09:00:00+01:00' } },
      { ...bench, id: 'porch', name: 'Porch', setting: 'outdoor' as const, house: undefined }
    ],
    parts: vestry.document.parts.map(({ moves: _, ...p }) => p)
  };
  const job = await post(page, JSON.parse(JSON.stringify(document)) as object);
  await page.goto(`${job}/choose`);
  await page.getByRole('button', { name: 'Parts', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Parts' });
  await dialog.getByRole('button', { name: 'Carried elsewhere between coats of part A' }).click();
  await pick(page, 'Then carried to', 'Porch');
  await pick(page, 'Before', 'coat 4');
  await accessible(page);
  await dialog.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  const file = (await (await page.request.get(job.replace('/jobs/', '/api/jobs/'))).json()) as {
    parts: { moves?: object }[];
  };
  expect(file.parts[0]!.moves).toEqual([{ before: 4, placeId: 'porch' }]);

  // The last coat goes by the weather at the porch, the others by the bench.
  await page.goto(`${job}/when`);
  await expect(page.getByText(/Carried to\s+Porch\s+before coat 4/)).toBeVisible();
  // Its hours and air are said before it is there.
  await page.getByRole('button', { name: 'Change hours, air or crew' }).click();
  const site = page.getByRole('dialog', { name: 'Hours, air and crew' });
  await expect(site.getByRole('heading', { name: 'Air of the room' })).toBeVisible();
  await pick(page, 'Place', /^Porch/);
  await expect(site.getByRole('heading', { name: 'Place of the boards' })).toBeVisible();
  await site.getByLabel('Lamps on site').click();
  await site.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  const { places } = (await (await page.request.get(job.replace('/jobs/', '/api/jobs/'))).json()) as {
    places: { id: string; lamps: boolean }[];
  };
  expect(places.map((p) => [p.id, p.lamps])).toEqual([
    ['bench', true],
    ['porch', false]
  ]);
  await page.getByRole('button', { name: /^Book / }).click();
  await page.waitForURL(/\/load$/);
  await page.goto(`${job}/when`);
  await plate(page, /^Inner side/).click();
  await expect(
    page.getByText(/it would lie on the wet oil of Weather side and edges: those hours are shut/)
  ).toBeVisible();

  // Three coats later it is carried out: the phone says so in its turn, and the porch's air counts from then.
  const DAY = 86_400_000;
  const nowMs = Date.parse('2027-05-18T09:40:00+01:00');
  const events = [1, 2, 3].flatMap((coat) => {
    const at = nowMs - (8 - 2 * coat) * DAY;
    return [
      { type: 'coat.opened', at, data: { part: 'first', coat } },
      { type: 'coat.closed', at: at + 1_800_000, data: { part: 'first', coat, usedL: 0.22, guessed: true } }
    ];
  });
  const sent = await page.request.post(`${job.replace('/jobs/', '/api/jobs/')}/events`, {
    data: { events: events.map((e) => ({ ...e, v: 2, device: 'desk', id: uuidv7() })) },
    headers: { Origin: DEMO }
  });
  expect(sent.ok(), await sent.text()).toBe(true);
  const tove = await phone(browser, DEMO, ...TOVE);
  await tove.goto(`${job}/work?part=first`);
  await expect(now(tove)).toContainText('Carry it to Porch');
  await tove.getByRole('button', { name: 'It is in Porch' }).click();
  await expect(tove.getByRole('button', { name: 'It is in Porch' })).toBeHidden();
  await tove.getByRole('button', { name: 'Reading', exact: true }).click();
  await tove.getByLabel('Air', { exact: true }).fill('11');
  await tove.getByRole('button', { name: 'Write it down' }).click();
  await expect(tove.getByText('11.0 °C').first()).toBeVisible();
  await page.goto(`${job}/work?part=first`);
  // One tap takes the whole door along.
  for (const part of ['Weather side and edges', 'Inner side']) {
    await expect(page.getByText(`${part}: Carried to Porch, Tove`)).toBeVisible();
    await expect(plate(page, new RegExp(`^${part}`))).toContainText('Porch');
  }
});

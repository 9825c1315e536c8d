import { expect, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { addressOf, DEMO, nameWood, phone, pick, saved, setClock, signIn, test } from './helpers';
import demoCounter from '../../demo/jobs/03-bakery-counter.json' with { type: 'json' };

/** Look, Measure, Ready: each walk on a job of its own. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;
/** Units are the person's own: who types in feet here leaves the others their metres. */
const SUNIL = ['sunil@wickandtarn.example', 'salt-marsh-oil'] as const;
const BRAM = ['bram@wickandtarn.example', 'salt-marsh-oil'] as const;

/** A job without surfaces; gives its address. */
async function newJob(page: Page, title: string, setting: 'indoor' | 'outdoor' = 'indoor'): Promise<string> {
  const document = {
    ...demoCounter.document,
    title,
    surfaces: [],
    finish: undefined,
    usedForFood: false,
    site: { ...demoCounter.document.site, setting },
    products: []
  };
  const r = await page.request.post(`${DEMO}/api/jobs`, {
    data: JSON.stringify(document),
    headers: { Origin: DEMO, 'Content-Type': 'application/json' }
  });
  expect(r.ok(), await r.text()).toBe(true);
  return `${DEMO}/jobs/${((await r.json()) as { id: string }).id}`;
}
/** Adds a surface of a kind and goes to Measure. */
async function measure(page: Page, job: string, kind: string) {
  await page.goto(`${job}/measure`);
  await page.getByRole('button', { name: kind, exact: true }).click();
  await expect(page.getByLabel('Surface', { exact: true })).toBeVisible();
}
const area = (page: Page, face: string) =>
  page.getByRole('button', { name: `${face}, effective area: why this number?` });
const undo = (page: Page) => page.getByRole('button', { name: 'Undo', exact: true });

test('a floor looked at on the phone turns out waxed: the verdict, the steps, a photo that stays', async ({
  browser
}) => {
  const page = await phone(browser, DEMO, ...LEAD);
  const job = await newJob(page, 'Waxed parlour');
  await page.goto(`${job}/look`);
  await page.getByRole('button', { name: 'Floor', exact: true }).click();
  await expect(page.getByText('Not looked at yet')).toBeVisible();
  await nameWood(page, 'fagus', /Beech/);
  await expect(page.getByText(/close grained/)).toBeVisible();
  await saved(page);

  const wax = page.getByRole('group', { name: 'Wax', exact: true });
  await wax.getByRole('button', { name: /^yes/ }).click();
  await expect(page.getByText('Wax: found.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Ready after');
  await undo(page).last().click();
  await expect(page.getByRole('region', { name: 'Verdict' })).toContainText('Not looked at yet');

  const tests = page.getByRole('region', { name: 'Tests' });
  await tests.getByRole('button', { name: 'Make it' }).first().click();
  await page.getByRole('button', { name: 'Drop is on: start the clock' }).click();
  setClock('2027-05-18T09:45:00+01:00');
  await page.reload();
  await expect(page.getByText('Now it would say: slow')).toBeVisible();
  await page.getByRole('button', { name: 'It went flat' }).click();
  await expect(tests).toContainText('Something is still in the pores');
  await tests.getByRole('button', { name: 'Make it' }).first().click();
  await page.getByRole('button', { name: 'stain beads' }).click();
  const verdict = page.getByRole('region', { name: 'Verdict' });
  await expect(verdict).toContainText('Strip the wax with spirit');
  await expect(verdict).toContainText('0 of 3 moisture readings are taken');

  const moisture = page.getByRole('region', { name: 'Moisture' });
  for (const percent of ['14.5', '15', '16.1']) {
    await page.getByLabel('Reading', { exact: true }).fill(percent);
    await page.getByRole('button', { name: 'Write', exact: true }).click();
  }
  // The next one is typed in the same breath as the tap that writes: it stays, however long the writing takes.
  const field = page.getByLabel('Reading', { exact: true });
  await field.fill('15.5');
  await field.evaluate((input: HTMLInputElement) => {
    input.form!.requestSubmit();
    input.value = 'wet';
    input.dispatchEvent(new InputEvent('input', { bubbles: true }));
  });
  await expect(moisture.getByRole('listitem')).toHaveCount(4);
  await expect(field).toHaveValue('wet');
  await page.getByRole('button', { name: 'Write', exact: true }).click();
  await expect(moisture).toContainText('Type a share from 1 to 60 %');
  await expect(moisture).toContainText('4 of 3 readings');
  await expect(moisture).toContainText(/still drying: about \d+ days until the wettest place/);
  await expect(verdict).toContainText('The highest reading is 16.1 %');

  await page.getByLabel('Add photos').setInputFiles('docs/screenshots/today.png');
  await expect(page.getByRole('button', { name: /^Photo, before/ })).toBeVisible();
  await expect(page.getByText(/sending|kept on this phone/)).toHaveCount(0);
  await page.reload();
  const img = page.getByRole('button', { name: /^Photo, before/ }).getByRole('presentation');
  await expect.poll(() => img.evaluate((i) => (i as HTMLImageElement).naturalWidth)).toBeGreaterThan(100);
  await page
    .getByLabel('Add photos')
    .setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await expect(page.getByText(/is no JPEG, PNG or WebP picture/)).toBeVisible();
  await page.getByRole('button', { name: 'Let it go' }).click();
  await page.getByRole('button', { name: 'Yes, for good' }).click();
  await expect(page.getByRole('button', { name: /^Photo, before/ })).toHaveCount(1);

  await page.goto(`${job}/ready`);
  const steps = page.getByRole('list', { name: 'Steps' });
  await expect(steps).toContainText('Strip');
  await expect(steps).toContainText('Spirit wipe');
  await expect(page.getByText('The highest reading is 16.1 %, the limit 12 %.')).toBeVisible();
  await page.context().close();
});

test('a photo taken out of reach is kept on the phone and sent when it is back', async ({ browser }) => {
  const page = await phone(browser, DEMO, ...LEAD);
  const job = await newJob(page, 'Cellar floor');
  await page.goto(`${job}/look`);
  await page.getByRole('button', { name: 'Floor', exact: true }).click();
  await saved(page);
  await page.context().setOffline(true);
  await page.getByLabel('Add photos').setInputFiles('docs/screenshots/today.png');
  await expect(page.getByText('kept on this phone')).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText('kept on this phone')).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Photo, before/ })).toHaveCount(1);
  await page.context().close();
});

test('the library’s L with column and ways out, called out in metres, typed in feet', async ({ page }) => {
  await signIn(page, DEMO, ...SUNIL);
  await measure(page, await newJob(page, 'Library again'), 'Floor');
  await pick(page, /^Shape/, /^Walls/);
  await page.getByLabel('Or call them out').fill('10.00 right 5.40 right 4.00 left about two');
  await page.getByRole('button', { name: 'Walk', exact: true }).click();
  await expect(page.getByText(/Wall D: “about two” is not a length/)).toBeVisible();
  await page.getByLabel('Or call them out').fill('10.00 right 5.40 right 4.00 left 2.46 right 6.00 right 7.86');
  await page.getByRole('button', { name: 'Walk', exact: true }).click();
  await expect(area(page, 'Top')).toHaveText('68.8 m²');
  await page.getByRole('button', { name: 'Add a cut-out' }).click();
  const cut = page.locator('.one');
  await cut.getByLabel('Along it').fill('6.6');
  await cut.getByLabel('Away from it').fill('2.2');
  await cut.getByLabel('Length').fill('600');
  await cut.getByLabel('Width').fill('600');
  await expect(area(page, 'Top')).toHaveText('68.4 m²');
  await cut.getByLabel('Along it').fill('9.8');
  await expect(page.getByText(/“column” sticks out of the outline by 0\.24 m²/).first()).toBeVisible();
  await cut.getByLabel('Along it').fill('6.6');
  await page.getByRole('button', { name: 'Add a way out' }).click();
  const exits = page.getByLabel('Dimensions');
  await pick(page, /^On Side/, 'Side D');
  await exits.getByLabel('Along it').last().fill('2');
  await expect(page.getByText(/side D is 2\.46 m long/).first()).toBeVisible();
  await exits.getByLabel('Along it').last().fill('0.8');
  await saved(page);

  await page.getByRole('button', { name: 'Sunil' }).click();
  await page.getByRole('button', { name: 'US', exact: true }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Wall A', { exact: true })).toHaveValue('32\' 9 11/16"');
  await expect(area(page, 'Top')).toHaveText('736.3 sq ft');
  await page.getByLabel('Wall A', { exact: true }).fill(`32' 9 3/4"`);
  await expect(page.getByText('Closes to 1/16".')).toBeVisible();
  await page.getByRole('button', { name: 'Sunil' }).click();
  await page.getByRole('button', { name: 'Metric' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Wall B', { exact: true })).toHaveValue('5.40 m');
  await undo(page).click();
  await expect(page.getByText('Closes to 0 mm.')).toBeVisible();
  await expect(area(page, 'Top')).toHaveText('68.4 m²');
  await saved(page);
});

test('a corner is pulled and the numbers follow; a figure is tapped and typed', async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
  await measure(page, await newJob(page, 'Pulled corner'), 'Floor');
  await expect(page.getByText('not measured yet, out of scale')).toBeVisible();
  await page.getByRole('button', { name: 'Side A, not measured: type it' }).click();
  await page.keyboard.type('4');
  await expect(page.getByText('Not measured yet: width.').first()).toBeVisible();
  await page.getByLabel('Width').fill('3');
  const corner = page.getByRole('button', { name: /^Corner 3/ });
  const box = (await corner.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 40, box.y - 30, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByLabel('Length')).not.toHaveValue('4.00 m');
  await expect(page.getByLabel('Width')).not.toHaveValue('3.00 m');
  await undo(page).click();
  await expect(page.getByLabel('Length')).toHaveValue('4.00 m');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(page.getByLabel('Length')).not.toHaveValue('4.00 m');
  await undo(page).click();
  await corner.focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Length')).toHaveValue('4.01 m');
  await page.getByRole('button', { name: /^Side B, 3\.00 m/ }).click();
  await expect(page.getByLabel('Width')).toBeFocused();
  await page.keyboard.type('3.5');
  await expect(area(page, 'Top')).toHaveText('14.0 m²');
});

test('a deck with undersides, coated before the boards go down', async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
  await measure(page, await newJob(page, 'Jetty', 'outdoor'), 'Deck');
  await page.getByLabel('Length').fill('8.2');
  await page.getByLabel('Width').fill('5');
  await page.getByLabel('Gap').fill('6');
  await expect(page.getByText('Not measured yet: board width.').first()).toBeVisible();
  await page.getByLabel('Board', { exact: true }).fill('120');
  await expect(area(page, 'Top')).toHaveText('39.0 m²');
  await expect(area(page, 'Underside')).toHaveText('39.0 m²');
  await page.getByRole('button', { name: 'Undersides before installation' }).click();
  const faces = page.getByRole('region', { name: 'Faces' });
  await expect(faces).toContainText('before installation, lies face down to dry');
  await page.getByLabel('Gap').fill('0');
  await expect(area(page, 'Top')).toHaveText('41.0 m²');
  await saved(page);
});

test('a counter with a sink: rim, ends, and no edge where it stands tight', async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
  await measure(page, await newJob(page, 'Counter'), 'Counter');
  await page.getByLabel('Length').fill('3');
  await page.getByLabel('Width').fill('0.6');
  await expect(page.getByRole('region', { name: 'Faces' })).toContainText('not measured');
  await page.getByLabel('Thickness').fill('40');
  await expect(area(page, 'Edges')).toHaveText('0.12 m²');
  await page.getByRole('checkbox', { name: 'Side A' }).click();
  await expect(area(page, 'Edges')).toHaveText('0.24 m²');
  await page.getByRole('button', { name: 'Add a cut-out' }).click();
  await page.getByLabel('Length').nth(1).fill('0.5');
  await expect(page.getByText('Not measured yet: width of sink.').first()).toBeVisible();
  await page.getByLabel('Width').nth(1).fill('0.4');
  await page.getByRole('button', { name: '+ cut-out rim' }).click();
  await expect(area(page, 'Top')).toHaveText('1.60 m²');
  await expect(area(page, 'Cut-out rim')).toHaveText('0.04 m²');
  await saved(page);
});

test('twelve tagged doors: six faces each, and a board that knows which has had what', async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
  const job = await newJob(page, 'Twelve doors');
  await measure(page, job, 'Door');
  await page.getByLabel('Width').fill('0.9');
  await page.getByLabel('Height').fill('2.05');
  await page.getByLabel('How many', { exact: true }).fill('12');
  await expect(area(page, 'Outside')).toHaveText('22.1 m²');
  await page.getByRole('button', { name: /name the tags/ }).click();
  await page.getByLabel('Tag 1', { exact: true }).fill('gate house');
  await page.getByLabel('Tag 2', { exact: true }).fill('gate house');
  await expect(page.getByText('Two carry this tag.').first()).toBeVisible();
  await page.getByLabel('Tag 2', { exact: true }).fill('door 2');
  await saved(page);
  await page.goto(`${job}/ready`);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  const board = page.getByRole('region', { name: 'Board of pieces and steps' });
  await expect(
    board
      .getByRole('row', { name: /gate house/ })
      .getByRole('cell')
      .first()
  ).toHaveText('done');
  await expect(
    board
      .getByRole('row', { name: /door 2/ })
      .getByRole('cell')
      .first()
  ).toHaveText('next');
  await expect(board).toContainText('1/12');
});

test('a failed gate repeats the grit, and is on record', async ({ browser }) => {
  const page = await phone(browser, DEMO, ...BRAM);
  const job = await newJob(await await phone(browser, DEMO, ...LEAD), 'Swirled floor');
  await page.goto(`${job}/ready`);
  await page.getByRole('button', { name: 'Floor', exact: true }).click();
  await saved(page);
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(page.getByRole('heading', { name: /^Sand P60/ }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Done, now check it' }).click();
  await page.getByRole('button', { name: /^Yes ?: The pencil grid/ }).click();
  await page.getByRole('button', { name: /^No ?: No swirls/ }).click();
  await expect(page.getByRole('heading', { name: 'Again: Sand P60, edges and corners too' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Steps' })).toContainText('gate failed once');
  await page.getByRole('button', { name: 'Done, now check it' }).click();
  for (const gate of [/^Yes ?: The pencil grid/, /^Yes ?: No swirls/, /^Yes ?: The pad/])
    await page.getByRole('button', { name: gate }).click();
  await expect(page.getByRole('heading', { name: /^Sand P80/ }).first()).toBeVisible();
  await page.goto(`${job}/work`);
  await expect(
    page.getByText(/No swirls under a raking lamp: failed, Sand P60, edges and corners too again/)
  ).toBeVisible();
  await page.context().close();
});

test('a plan goes out as SVG, DXF and JSON and comes back; a take-off as CSV; a broken file names its line', async ({
  page
}) => {
  await signIn(page, DEMO, ...LEAD);
  const library = await addressOf(page, 'Reading room');
  await page.goto(`${DEMO}${library}/measure`);
  const files: { name: string; text: string }[] = [];
  for (const what of ['SVG', 'DXF', 'JSON', 'CSV']) {
    await page.getByRole('button', { name: 'To a file' }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: new RegExp(what) }).click();
    const d = await download;
    files.push({ name: d.suggestedFilename(), text: readFileSync(await d.path(), 'utf8') });
  }
  const job = await newJob(page, 'From files');
  await measure(page, job, 'Floor');
  const take = async (name: string, text: string) => {
    await page.getByRole('button', { name: 'From a file' }).click();
    await page
      .getByLabel('File', { exact: true })
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(text) });
  };
  for (const f of files.slice(0, 3)) {
    await take(f.name, f.text);
    await page.getByRole('dialog').getByRole('checkbox').first().click();
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(area(page, 'Top'), f.name).toHaveText('68.4 m²');
  }
  await take(
    'plain.dxf',
    '0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\nFloor\n70\n1\n10\n0\n20\n0\n10\n4000\n20\n0\n10\n4000\n20\n3000\n0\nENDSEC\n0\nEOF\n'
  );
  await expect(page.getByRole('button', { name: 'Take it' })).toBeDisabled();
  await pick(page, /^Its unit/, 'Millimetres');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(area(page, 'Top')).toHaveText('6.00 m²');
  await take('take-off.csv', files[3]!.text);
  await page.getByRole('button', { name: 'Add 3 surfaces' }).click();
  await expect(page.getByRole('tab')).toHaveCount(4);
  await take('broken.dxf', '0\nSECTION\nhello\n1\n');
  await expect(page.getByRole('alert')).toContainText('Line 3: “hello” is no group code');
  await expect(page.getByRole('alert')).toContainText('Nothing is changed');
});

import { expect, type Page } from '@playwright/test';
import ICAL from 'ical.js';
import cards from '../../demo/cards.json' with { type: 'json' };
import deck from '../../demo/jobs/02-boathouse-deck.json' with { type: 'json' };
import counter from '../../demo/jobs/03-bakery-counter.json' with { type: 'json' };
import stair from '../../demo/jobs/06-gallery-stair.json' with { type: 'json' };
import { rigPack } from '../../src/stand-ins/sensor-rig';
import { accessible, DEMO, NOW, saved, setClock, setWeather, signIn, test } from './helpers';

/** When: the ensemble, starts, bookings that weather breaks, sensors, files of weather, and the calendar. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;

/** Wood that was read before, dry enough for any use. */
const DRY = { percent: 9, at: '2027-05-17T09:00:00+01:00' };

/** A job of the demo world made anew at a place of its own, so that no other walk shares its work or its weather. */
async function copyOf(
  page: Page,
  file: { document: { site: object } },
  title: string,
  products: readonly string[],
  site: object = {}
): Promise<string> {
  const r = await page.request.post(`${DEMO}/api/jobs`, {
    data: JSON.stringify({
      ...file.document,
      site: { ...file.document.site, moisture: DRY, place: `${title}, Saltmarsh Wick`, ...site },
      title,
      products: cards.filter((c) => products.includes(c.id))
    }),
    headers: { Origin: DEMO, 'Content-Type': 'application/json' }
  });
  expect(r.ok(), await r.text()).toBe(true);
  return `${DEMO}/jobs/${((await r.json()) as { id: string }).id}`;
}
const done = (page: Page) => expect(page.getByText(/forecasts in which|working hours let/)).toBeVisible();
const log = (page: Page, job: string, type: string, data: object, at: string, v?: number) =>
  page.request
    .post(`${DEMO}/api/jobs/${job.split('/').pop()}/events`, {
      data: {
        events: [
          {
            id: crypto.randomUUID().replace(/^(.{14})4/, '$17'),
            at: Date.parse(at),
            device: 'walk',
            ...(v && { v }),
            type,
            data
          }
        ]
      },
      headers: { Origin: DEMO }
    })
    .then(async (r) => expect(r.ok(), await r.text()).toBe(true));

test.beforeEach(async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
});

test('the boathouse deck in showers: counts of forecasts, why hours are closed, what would help', async ({ page }) => {
  const place = { latitudeDeg: 52.11, longitudeDeg: 1.11 };
  setWeather(place, 'showers');
  const job = await copyOf(page, deck, 'A deck in showers', ['marrum-deck'], place);
  await page.goto(`${job}/when`);
  await done(page);
  await expect(page.getByText('30 forecasts, a line each')).toBeVisible();
  await expect(page.getByText(/holds in \d+ of 30 forecasts/)).toBeVisible();
  const rows = page.locator('.row');
  expect(await rows.count()).toBeGreaterThan(2);
  await expect(rows.first()).toContainText(/\d+ of 30 dry/);
  const hours = page.getByRole('application');
  await hours.focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/is (open|closed)\./)).toBeVisible();
  await expect(page.getByText(/Open in \d+ of 30 forecasts/)).toBeVisible();
  await page.getByRole('button', { name: 'What would help?' }).click();
  await expect(
    page.getByRole('heading', { name: 'What would help' }).or(page.getByText(/Nothing of what can be done/))
  ).toBeVisible();
  await page.getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('region', { name: 'Hours of the day' }).getByRole('row')).not.toHaveCount(1);
  await page.getByRole('button', { name: 'Wood moisture' }).click();
  await expect(page.getByRole('img', { name: /Wood moisture over the next days/ })).toBeVisible();
  await accessible(page, { without: '.js-plotly-plot' });
  const csv = await page.request.get(`${job.replace('/jobs/', '/api/jobs/')}/hours.csv`);
  expect((await csv.text()).split('\r\n')[1]).toMatch(/^2027-05-18T08:00:00Z,.*,30,/);
  const coverage = (await (await page.request.get(`${job.replace('/jobs/', '/api/jobs/')}/hours.covjson`)).json()) as {
    domain: { axes: { realization: { values: number[] } } };
  };
  expect(coverage.domain.axes.realization.values).toHaveLength(30);
});

test('the counter that must be usable by Monday: a closed Sunday is said, the start says when it is dry', async ({
  page
}) => {
  const job = await copyOf(page, counter, 'A counter by Monday', ['corvane-worktop']);
  await page.goto(`${job}/when`);
  await done(page);
  await page.getByRole('button', { name: 'Change hours, air or crew' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Why')).toHaveValue('shop closed Sundays');
  await dialog.getByRole('button', { name: 'Add a stretch of days' }).click();
  await dialog.getByLabel('Why').nth(1).fill('shop fitters in');
  await dialog.getByLabel('shop fitters in from, day').fill('2027-05-18');
  await dialog.getByLabel('shop fitters in from, time').fill('12:00');
  await dialog.getByLabel('shop fitters in to, day').fill('2027-05-19');
  await dialog.getByLabel('shop fitters in to, time').fill('1730');
  await dialog.getByLabel('shop fitters in to, time').press('Tab');
  await expect(dialog.getByLabel('shop fitters in to, time')).toHaveValue('17:30');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await saved(page);
  await page.getByRole('application').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/is closed\. shop fitters in/)).toBeVisible();
  await done(page);
  await page.getByRole('button', { name: /^Book / }).click();
  await page.waitForURL(/\/load$/);
  await page.goto(`${job}/leave`);
  await expect(page.getByText(/Sat|Sun|Mon|May/).first()).toBeVisible();
});

test('a stair in a cold hall: still tacky by the thumb moves the gate later, and the Log says what was learned', async ({
  page
}) => {
  const job = await copyOf(page, stair, 'A stair in the cold', ['pellow-hardwax'], {
    room: { tempC: 11, rh: 0.6, airSpeedMPerS: 0.2, floorExcessC: 0 }
  });
  await log(page, job, 'coat.opened', { coat: 1 }, '2027-05-18T01:00:00+01:00');
  await log(page, job, 'coat.closed', { coat: 1, usedL: 0.7, guessed: false }, '2027-05-18T02:00:00+01:00');
  const opens = async () => {
    await page.goto(`${job}/work`);
    const text = await page
      .getByText(/80 % between/)
      .first()
      .innerText();
    return text;
  };
  const before = await opens();
  await log(page, job, 'tack.felt', { coat: 1, felt: 'tacky' }, '2027-05-18T09:30:00+01:00');
  expect(await opens()).not.toBe(before);
  await page.goto(`${DEMO}/log`);
  const row = page.getByRole('row', { name: /a stair in the cold/i });
  await expect(row).toContainText(/longer/);
  await page.goto(`${job}/when`);
  await expect(page.getByText(/drying/).first()).toBeVisible();
});

test('a forecast that changes breaks a booking: Today says by what, in how many, and what holds instead', async ({
  page
}) => {
  const place = { latitudeDeg: 51.37, longitudeDeg: 1.43 };
  setWeather(place, 'settled high');
  const job = await copyOf(page, deck, 'A deck that was booked', ['marrum-deck'], {
    ...place,
    closures: [{ reason: 'crew elsewhere', fromLocal: '2027-05-17T00:00', toLocal: '2027-05-20T00:00' }]
  });
  await page.goto(`${job}/when`);
  await done(page);
  await page.getByRole('button', { name: /^Book / }).click();
  await page.waitForURL(/\/load$/);
  await page.goto(`${DEMO}/weeks`);
  await expect(page.getByRole('heading', { name: 'A deck that was booked' })).toBeVisible();
  await page.getByRole('button', { name: /Make (the|a new) address/ }).click();
  const address = (await page.locator('code').innerText()).replace(/^https?:\/\/[^/]+/, DEMO);
  const mine = async () =>
    new ICAL.Component(ICAL.parse(await (await page.request.get(address)).text()) as [])
      .getAllSubcomponents('vevent')
      .map((c) => ({ e: new ICAL.Event(c), status: c.getFirstPropertyValue('status') }))
      .filter((x) => x.e.summary.startsWith('A deck that was booked'));
  expect((await mine()).every((x) => x.status === 'CONFIRMED')).toBe(true);
  await accessible(page, { without: '.rail' });

  setWeather(place, 'front on day 3');
  setClock('2027-05-18T11:00:00+01:00');
  await page.goto(`${job}/when`);
  await done(page);
  await expect(page.getByText(/Booked by Ines Okafor-Lund[\s\S]*when it held in \d+ of 30/)).toBeVisible();
  await page.goto(DEMO);
  const row = page.locator('li.row').filter({ hasText: 'A deck that was booked' });
  await expect(row).toContainText(/is no longer safe/);
  await expect(row).toContainText(/in \d+ of 30 forecasts/);
  await row.getByRole('link', { name: 'Choose again' }).click();
  await page.getByRole('button', { name: 'Take the booking back' }).click();
  await saved(page);
  await expect.poll(async () => (await mine()).every((x) => x.status === 'CANCELLED')).toBe(true);
});

test('no start works: that is said first, with what shuts most, what would help and the next month', async ({
  page
}) => {
  const place = { latitudeDeg: 63.21, longitudeDeg: 12.31 };
  setWeather(place, 'cold snap');
  const job = await copyOf(page, deck, 'A deck in the cold', ['marrum-deck'], place);
  await page.goto(`${job}/when`);
  const none = page.getByRole('region', { name: 'No start works' });
  await expect(none).toContainText('No start of the next ten days lets all coats go on and dry by the rules.');
  await expect(none).toContainText(/\d+ % of them are stopped by (surface too cold|air too cold|dew|boards wet)/);
  await expect(none).toContainText(/is the next month better than even|no month of the next twelve/, {
    timeout: 60_000
  });
  await expect(none).toContainText(/What would help|Nothing of what can be done/);
  await expect(page.getByText('0 of 30')).toHaveCount(0);
  // All months, counted once.
  await expect(page.getByRole('table', { name: /Share of working days/ }).getByRole('row')).toHaveCount(12);
  await accessible(page);
});

test('coats that outrun the forecast go on by past years, and say so', async ({ page }) => {
  const place = { latitudeDeg: 49.61, longitudeDeg: -7.41 };
  setWeather(place, 'settled high');
  const six = structuredClone(deck);
  for (const s of six.document.surfaces) for (const f of s.faces) f.coats = f.coats && 6;
  const job = await copyOf(page, six, 'A deck in six coats', ['marrum-deck'], place);
  await page.goto(`${job}/when`);
  await done(page);
  await expect(page.getByText(/by the forecast, then by 10 past years/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText(/holds in \d+ of 30 forecasts/)).toBeVisible();
});

test('eight film coats in a held room are planned over three weeks, whatever the forecast reaches', async ({
  page
}) => {
  const eight = structuredClone(counter);
  for (const s of eight.document.surfaces) for (const f of s.faces) f.coats = f.kind === 'underside' ? 0 : 8;
  const { mon, wed, fri } = eight.document.site.workingHours;
  const document = {
    ...eight.document,
    finish: { productId: 'skerry-varnish', colour: 'Clear', method: 'brush', bareWood: true }
  };
  const job = await copyOf(page, { document }, 'A counter in eight coats', ['skerry-varnish'], {
    workingHours: { mon, wed, fri },
    closures: []
  });
  await page.goto(`${job}/when`);
  await done(page);
  const says = page.getByText(/Wed 19, \d+:\d+ works\./).locator('..');
  await expect(says).toContainText(/8\s+visits, last coat touch dry Fri 4 Jun/);
  await page.getByRole('button', { name: /^Book / }).click();
  await page.waitForURL(/\/load/);
  await expect(page.getByText(/coat 8/).first()).toBeVisible();
});

test('a last coat that hangs on the look: asked about when its turn comes, and left out when it has enough', async ({
  page
}) => {
  const job = await copyOf(page, counter, 'A counter by the look', ['corvane-worktop']);
  await page.goto(`${job}/choose`);
  await page.getByRole('checkbox', { name: 'The last coat only if the look says so' }).click();
  await saved(page);
  for (const [coat, day] of [
    [1, '05-11'],
    [2, '05-12'],
    [3, '05-13']
  ] as const)
    for (const [type, data, at] of [
      ['laying.spread', { laying: 1 }, '09:00'],
      ['laying.wiped', { laying: 1 }, '09:12'],
      ['coat.closed', { usedL: 0.2, guessed: true }, '10:00']
    ] as const)
      await log(page, job, type, { part: 'first', coat, ...data }, `2027-${day}T${at}:00+01:00`, 2);
  await page.goto(`${job}/work`);
  await page.getByRole('button', { name: 'Look and say' }).click();
  await expect(page.getByRole('heading', { name: 'Does it want coat 4?' })).toBeVisible();
  await page.getByRole('button', { name: 'It has enough' }).click();
  await expect(page.getByText(/No coat 4: by the look it has enough/)).toBeVisible();
  await expect(page.getByText('coat 3 of 3')).toBeVisible();
  await page.goto(`${job}/leave`);
  await expect(page.getByText(/waits for|not all coats are laid/)).toHaveCount(0);
});

test('a desk that is down: the kept forecast goes on, its age is said; a file stands in', async ({ page }) => {
  const place = { latitudeDeg: 50.61, longitudeDeg: -2.41 };
  const job = await copyOf(page, deck, 'A deck without a desk', ['marrum-deck'], place);
  await page.goto(`${job}/when`);
  await done(page);
  setWeather(place, 'down');
  setClock('2027-05-18T14:40:00+01:00');
  await page.goto(`${job}/when`);
  await expect(page.getByText(/This forecast is 5 h.* old/)).toBeVisible();
  await page.getByRole('button', { name: 'Change hours, air or crew' }).click();
  const head = 'time,temperature (C),humidity (%),wind (m/s),rain (mm),cloud (%)';
  const lines = Array.from({ length: 12 * 24 }, (_, i) => {
    const at = new Date(Date.parse('2027-05-16T00:00Z') + i * 3_600_000).toISOString();
    return `${at.slice(0, 16)}Z,17,55,2,0,60`;
  });
  const file = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const input = page.getByRole('dialog').locator('input[type=file]');
  await input.setInputFiles(file('logger.csv', [head, lines[1], lines[0]].join('\n')));
  await expect(page.getByRole('alert')).toContainText(/logger\.csv: .*does not come after/);
  await input.setInputFiles(file('logger.csv', [head, ...lines].join('\n')));
  await expect(page.getByRole('dialog').getByText(/288 hours/)).toBeVisible();
  const monday = page.getByLabel('Mon from');
  const began = await monday.inputValue();
  await monday.fill('');
  await monday.press('Tab');
  await expect(page.getByText(`Type a time; ${began} stays until then.`)).toBeVisible();
  await monday.fill('09:15');
  await monday.press('Tab');
  await expect(page.getByText('stays until then')).toHaveCount(0);
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText(/From the file logger\.csv/)).toBeVisible();
});

test('a sensor that disagrees with the model counts before it, and says so', async ({ page }) => {
  const job = await copyOf(page, stair, 'A stair with a sensor', ['pellow-hardwax']);
  await page.goto(`${DEMO}/sensors`);
  await page.getByLabel('Name of a new sensor').fill('cold corner');
  await page.getByRole('button', { name: 'Add the sensor' }).click();
  const token = await page.getByRole('status').locator('.fig').innerText();
  const box = page.locator('.sensor').filter({ hasText: 'cold corner' });
  await box
    .getByRole('button', { name: /Stands at/ })
    .or(box.getByRole('combobox'))
    .first()
    .click();
  // What it posts belongs to where it stands: it stands there once that is written.
  const stood = page.waitForResponse((r) => r.url().endsWith('?/place'));
  await page.getByRole('option', { name: 'A stair with a sensor' }).click();
  expect((await stood).ok()).toBe(true);
  await expect(box).toContainText('A stair with a sensor');
  const pack = rigPack('e2e', { airTempC: 9, rh: 0.7, surfaceTempC: 8.2, mcPercent: 10 }, Date.parse(NOW) - 600_000, 8);
  const post = (data: unknown, by: string) =>
    page.request.post(`${DEMO}/api/senml`, {
      data: JSON.stringify(data),
      headers: { Authorization: `Bearer ${by}`, 'Content-Type': 'application/senml+json' }
    });
  expect((await post(pack, 'no-such-token-no-such-token')).status()).toBe(401);
  expect((await post([{ n: 'air', u: 'Cel', v: 400 }], token)).status()).toBe(422);
  expect((await post(pack, token)).ok()).toBe(true);
  await page.goto(`${job}/when`);
  await expect(page.getByText(/It disagrees: air 9\.\d °C, the model said 17\.0 °C/)).toBeVisible();
  await page.goto(`${DEMO}/sensors`);
  await expect(box).toContainText(/battery 8 %, change it/);
  await box.getByRole('link', { name: 'The last five days of cold corner' }).click();
  const past = page.getByRole('region', { name: 'What cold corner measured' });
  await expect(past).toContainText('No silence since');
  await past.getByText('The same as a table').click();
  await expect(past.getByRole('row')).toHaveCount(2);
  await expect(past.getByRole('row').nth(1)).toContainText(/9\.\d °C/);
  await accessible(page, { without: '.rail' });
});

test('the night of the clock change: hours are the site’s own, none is lost and none is shown twice as one', async ({
  page
}) => {
  setClock('2027-10-29T09:00:00+01:00');
  const job = await copyOf(page, counter, 'A counter at the clock change', ['corvane-worktop'], {
    workingHours: { sun: { from: '00:30', to: '04:00' }, mon: { from: '08:00', to: '17:00' } },
    closures: []
  });
  await page.goto(`${job}/when`);
  await done(page);
  await page.getByRole('button', { name: 'Table' }).click();
  const next = page.getByRole('button', { name: 'Day after' });
  await next.click();
  await next.click();
  const hours = page.getByRole('region', { name: 'Hours of the day' }).getByRole('row');
  await expect(hours).toHaveCount(1 + 25);
  await expect(hours.filter({ hasText: /^\s*01:00/ })).toHaveCount(2);
  await expect(hours.getByRole('cell', { name: 'open', exact: true })).toHaveCount(5);
});

test('the rail pans, zooms, moves along the jobs and jumps to one', async ({ page }) => {
  await page.goto(`${DEMO}/shelf`);
  const axis = page.getByRole('group', { name: /Time axis/ });
  await axis.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('-');
  await expect(page.getByRole('region', { name: /Hour rail: \d+ hours back, 1[0-9]{2} hours ahead/ })).toBeVisible();
  await page.getByRole('button', { name: 'Now' }).click();
  await expect(page.getByRole('region', { name: 'Hour rail: 12 hours back, 60 hours ahead' })).toBeVisible();
  const names = page.getByRole('button', { name: 'Jump to a job' });
  const first = (await names.locator('.j').first().innerText()).trim();
  await axis.focus();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByText(/^2 to 5 of \d+$/)).toBeVisible();
  await expect(names.locator('.j').first()).not.toHaveText(first);
  await page.getByRole('button', { name: 'Jobs above' }).click();
  await expect(names.locator('.j').first()).toHaveText(first);
  await names.click();
  await page.getByRole('link', { name: /Bakery counter/ }).click();
  await page.waitForURL(/\/jobs\//);
  await expect(page.getByRole('heading', { name: 'Bakery counter' })).toBeVisible();
});

import { expect, type Page } from '@playwright/test';
import counter from '../../demo/jobs/03-bakery-counter.json' with { type: 'json' };
import cards from '../../demo/cards.json' with { type: 'json' };
import { accessible, DEMO, phone, pick, saved, setClock, settleTin, signIn, test } from './helpers';

/** The course of a part: its list changed at the desk, what runs heavy and a flaw on the phone. */
const LEAD = ['ines@wickandtarn.example', 'salt-marsh-oil'] as const;
const BRAM = ['bram@wickandtarn.example', 'salt-marsh-oil'] as const;

/** A worktop of one face, in a room that was read dry, with nothing done to it yet. */
async function worktop(page: Page, title: string): Promise<string> {
  const { document } = structuredClone(counter);
  const surface = document.surfaces[0]!;
  const data = {
    ...document,
    title,
    startAt: undefined,
    surfaces: [{ ...surface, cutOuts: [], faces: surface.faces.filter((f) => f.id === 'top') }],
    products: cards.filter((c) => c.id === document.finish!.productId)
  };
  const r = await page.request.post(`${DEMO}/api/jobs`, {
    data: JSON.stringify(data),
    headers: { Origin: DEMO, 'Content-Type': 'application/json' }
  });
  expect(r.ok(), await r.text()).toBe(true);
  return `${DEMO}/jobs/${((await r.json()) as { id: string }).id}`;
}
async function readDry(page: Page, job: string): Promise<void> {
  await page.goto(`${job}/look`);
  for (const percent of ['8.2', '8.4', '8.1']) {
    await page.getByLabel('Reading', { exact: true }).fill(percent);
    await page.getByRole('button', { name: 'Write', exact: true }).click();
  }
  await expect(page.getByRole('region', { name: 'Moisture' })).toContainText('3 of 3 readings');
}
const now = (page: Page) => page.getByRole('region', { name: 'Now' });

test('Ready: the crew makes the list its own, and the whole course stands below it', async ({ page }) => {
  await signIn(page, DEMO, ...LEAD);
  const job = await worktop(page, 'Chandlery worktop');
  await readDry(page, job);
  await page.goto(`${job}/ready`);
  const list = page.getByRole('list', { name: 'Steps', exact: true });
  const before = await list.getByRole('listitem').count();
  await page.getByRole('button', { name: 'Change the list' }).click();

  // Once more, on the bad spots alone.
  await page.getByRole('button', { name: /^Change it.*Sand P180/ }).click();
  await page.getByRole('button', { name: /^Once more.*Sand P180/ }).click();
  await page.getByRole('button', { name: /^Change it.*Sand P180.*2nd time/ }).click();
  await pick(page, /^On/, 'bad spots');
  await expect(list.getByText('bad spots', { exact: true }).first()).toBeVisible();
  // No grit goes before a coarser one.
  await expect(page.getByRole('button', { name: /^Later.*2nd time/ })).toBeEnabled();

  // A step of its own: what is missing is said beside its field, nothing is added before.
  const own = page.getByRole('region', { name: 'A step of our own' });
  await own.getByRole('button', { name: 'Add the step' }).click();
  await expect(own.getByText('What is done, in a few words.')).toBeVisible();
  await own.getByLabel('What is done').fill('Tape the sink rim');
  await own.getByLabel('Minutes of one person').fill('12');
  await own.getByLabel('What must be so after it').fill('The tape sits tight all round');
  await accessible(page);
  await own.getByRole('button', { name: 'Add the step' }).click();
  await expect(list.getByRole('listitem').filter({ hasText: 'Tape the sink rim' })).toContainText('12 min');
  await expect(list.getByRole('listitem')).toHaveCount(before + 2);

  // Left out, and put back.
  await page.getByRole('button', { name: /^Change it.*Mask and protect/ }).click();
  await page.getByRole('button', { name: /^Leave it out.*Mask and protect/ }).click();
  await expect(page.getByRole('list', { name: 'Left out' })).toContainText('Left out: Mask and protect');
  await page.getByRole('button', { name: /^Put it back.*Mask/ }).click();
  await expect(page.getByRole('list', { name: 'Left out' })).toBeHidden();
  await saved(page);
  await page.getByRole('button', { name: 'The list is right' }).click();

  // It is kept, and the course goes on coat by coat.
  await page.reload();
  await expect(list.getByRole('listitem')).toHaveCount(before + 2);
  const course = page.getByRole('region', { name: 'The course' });
  await expect(course.getByRole('heading', { name: /^Coat 4/ })).toBeVisible();
  await expect(course.getByRole('listitem').filter({ hasText: 'Look again' })).toHaveCount(4);
  await expect(course).toContainText('After the last coat');
  await page.goto(`${job}/when`);
  const ready = page.getByRole('region', { name: 'Getting ready before it' });
  await expect(ready).toContainText('No time is left to get it ready before this start');
  await ready.getByRole('button', { name: /^The best that leaves time/ }).click();
  await expect(ready).toContainText('tape the sink rim');
  await expect(ready.getByRole('listitem').last()).toContainText('ready for oil');
});

test('on the phone: a coat that runs heavy says so, a run is mended and its face gets one coat more', async ({
  page,
  browser
}) => {
  test.slow();
  await signIn(page, DEMO, ...LEAD);
  const job = await worktop(page, 'Ropemaker’s table');
  const bram = await phone(browser, DEMO, ...BRAM);
  await readDry(bram, job);
  await bram.goto(`${job}/work`);
  await settleTin(bram, 'Sanded in the shop before the crew had Basket');
  await bram.getByRole('button', { name: 'Open batch A' }).click();
  await bram.getByLabel('Lot on the oil').fill('CW-4');
  await bram.getByRole('button', { name: 'Open, start stirring' }).click();
  setClock('2027-05-18T09:50:00+01:00');
  await bram.reload();
  await bram.getByRole('button', { name: 'Stirred', exact: true }).click();
  await bram.getByRole('button', { name: 'Oil is on bay 1' }).click();
  setClock('2027-05-18T10:03:00+01:00');
  await bram.reload();
  await bram.getByRole('button', { name: 'Bay 1 is wiped' }).click();

  // The tin is empty and a third of the top has its oil.
  await bram.getByRole('button', { name: 'End batch A' }).click();
  const panel = bram.getByRole('region', { name: 'End batch A' });
  await expect(panel.getByText('Say what is left of batch A; 0 if nothing is.')).toBeVisible();
  await panel.getByLabel(/^Left of batch A/).fill('0');
  await expect(panel.getByText('Say how much of the coat is on.')).toBeVisible();
  await panel.getByRole('button', { name: '33 %' }).click();
  await accessible(bram);
  await panel.getByRole('button', { name: 'Batch A is ended' }).click();
  await expect(bram.getByText(/Coat 1 runs heavy: .* on 33 % of it/)).toBeVisible();
  await expect(bram.getByText(/the van is short by/)).toBeVisible();
  await bram.getByRole('button', { name: 'Close coat 1' }).click();
  await bram.getByRole('button', { name: 'Coat 1 is done' }).click();
  await expect(bram.getByText('coat 1 of 4')).toBeVisible();

  // Two days later a run shows along the lamp.
  setClock('2027-05-20T09:40:00+01:00');
  await bram.reload();
  await bram.getByRole('button', { name: 'Flaw', exact: true }).click();
  const flaw = bram.getByRole('region', { name: 'A flaw found' });
  await expect(flaw.getByText('Say what it is.')).toBeVisible();
  await flaw.getByRole('button', { name: /^A run/ }).click();
  await flaw.getByRole('button', { name: 'The whole face' }).click();
  await expect(flaw.getByRole('checkbox', { name: 'One coat more on what it is on' })).toBeChecked();
  await accessible(bram);
  await flaw.getByRole('button', { name: 'Write it down' }).click();
  await expect(now(bram).getByRole('heading', { name: /^Mend a run/ })).toBeVisible();
  await expect(now(bram)).toContainText('It gets one coat more than its like');
  await expect(bram.getByText('coat 1 of 5')).toBeVisible();
  await bram.getByRole('button', { name: 'It is mended' }).click();
  await expect(bram.getByText(/Flaw in coat 1 mended, Bram/)).toBeVisible();
  await expect(now(bram).getByRole('heading', { name: /^Mend/ })).toBeHidden();
  await bram.context().close();
});

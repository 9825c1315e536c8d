import { expect, type Page } from '@playwright/test';
import { accessible, addressOf, DEMO, phone, signIn, test, waitedFor } from './helpers';

/** What must never take a crew down, as its people meet it: a run-out sign-in, a refused entry, a lost password. */
const PASSWORD = 'salt-marsh-oil';
const INES = 'ines@wickandtarn.example';
const BRAM = 'bram@wickandtarn.example';

async function openWork(page: Page, title: string): Promise<string> {
  const job = await addressOf(page, title);
  await page.goto(`${DEMO}${job}/work`);
  await expect(page.getByText('in step')).toBeVisible();
  return job;
}
async function note(page: Page, text: string) {
  await page.getByRole('button', { name: 'Note', exact: true }).click();
  await page.getByRole('textbox', { name: 'Note' }).fill(text);
  await page.getByRole('button', { name: 'Write it down' }).click();
}
const notes = (page: Page, text: string) => page.getByRole('listitem').filter({ hasText: text });

test('a sign-in that has run out keeps what was logged, says so on every page, and goes on after signing in', async ({
  browser
}) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  const job = await openWork(bram, 'Gallery stair');
  await bram.route('**/events', (route) =>
    route.request().method() === 'POST'
      ? route.fulfill({ status: 401, json: { message: 'Sign in first.' } })
      : route.continue()
  );
  await note(bram, 'Signed out on the landing');
  await expect(bram.getByText(/Your sign-in has run out\.\s+1 entry\s+waits on this device/)).toBeVisible();
  await expect(notes(bram, 'Signed out on the landing')).toHaveCount(1);
  await bram.goto(`${DEMO}/`);
  await expect(bram.getByText(/Your sign-in has run out/)).toBeVisible();
  await accessible(bram, { rules: ['color-contrast', 'target-size'] });
  // From another page than the job's own, it goes out by itself.
  await bram.unroute('**/events');
  await bram.getByRole('link', { name: 'Sign in and go on' }).click();
  await expect(bram.getByText(/Your sign-in has run out/)).toHaveCount(0);
  const other = await phone(browser, DEMO, INES, PASSWORD);
  await other.goto(`${DEMO}${job}/work`);
  await expect(notes(other, 'Signed out on the landing')).toHaveCount(1);
  await Promise.all([bram.context().close(), other.context().close()]);
});

test('a refused entry holds up no other, is mended, and leaves only by two taps', async ({ browser }) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  const job = await openWork(bram, 'Net-loft cladding');
  let refuse = true;
  await bram.route('**/events', async (route) => {
    const sent = route.request().postDataJSON() as { events: { id: string; data: { text?: string } }[] } | null;
    if (!refuse || route.request().method() !== 'POST') return route.continue();
    const receipts = sent!.events.map((e) => ({ id: e.id, outcome: 'refused', reason: 'The ink was too wet.' }));
    await route.fulfill({ json: { receipts } });
  });
  await note(bram, 'Smudged');
  await note(bram, 'Smudged too');
  const first = bram.getByRole('alert').filter({ hasText: 'Smudged, ' });
  await expect(bram.getByRole('alert').filter({ hasText: 'The ink was too wet.' })).toHaveCount(2);
  refuse = false;
  await note(bram, 'Dry again');
  await expect(notes(bram, 'Dry again')).toHaveCount(1);
  await bram.goto(`${DEMO}/`);
  await expect(bram.getByText('The server did not take something logged here.')).toBeVisible();
  await bram.goto(`${DEMO}${job}/work`);
  await expect(bram.getByRole('alert').filter({ hasText: 'The ink was too wet.' })).toHaveCount(2);
  await accessible(bram);
  const one = bram.getByRole('alert').filter({ hasText: 'Smudged' }).first();
  await one.getByRole('button', { name: 'Mend it' }).click();
  await one.getByLabel('text').fill('Written anew');
  await one.getByRole('button', { name: 'Send it so' }).click();
  await expect(notes(bram, 'Written anew')).toHaveCount(1);
  const last = bram.getByRole('alert').filter({ hasText: 'The ink was too wet.' });
  await expect(last).toHaveCount(1);
  await last.getByRole('button', { name: 'Let it go' }).click();
  await expect(last).toHaveCount(1);
  await last.getByRole('button', { name: 'Yes, let it go for good' }).click();
  await expect(last).toHaveCount(0);
  await bram.reload();
  await expect(notes(bram, 'Written anew')).toHaveCount(1);
  await expect(first).toHaveCount(0);
  await bram.context().close();
});

test('half a character is refused beside its field before it is queued', async ({ browser }) => {
  const bram = await phone(browser, DEMO, BRAM, PASSWORD, 'block');
  await openWork(bram, 'Net-loft cladding');
  await bram.getByRole('button', { name: 'Note', exact: true }).click();
  const field = bram.getByRole('textbox', { name: 'Note' });
  await field.evaluate((f: HTMLTextAreaElement) => {
    f.value = `cut ${'💥'.slice(0, 1)}`;
    f.dispatchEvent(new Event('input', { bubbles: true }));
  });
  await bram.getByRole('button', { name: 'Write it down' }).click();
  await expect(bram.getByText(/The note holds half a character/)).toBeVisible();
  await field.fill('cut clean');
  await bram.getByRole('button', { name: 'Write it down' }).click();
  await expect(notes(bram, 'cut clean')).toHaveCount(1);
  await bram.context().close();
});

test('a lost password: a lead makes a link, it sets a new one once, and one’s own is changed under one’s name', async ({
  page,
  browser
}) => {
  await signIn(page, DEMO, INES, PASSWORD);
  await page.goto(`${DEMO}/people`);
  const email = `mona-${Date.now()}@wickandtarn.example`;
  const add = async (password: string) => {
    await page.getByLabel('Name', { exact: true }).fill('Mona Reed');
    await page.getByLabel('E-mail').fill(email);
    await page.getByLabel('First password').fill(password);
    await page.getByRole('button', { name: 'Add', exact: true }).click();
  };
  await add('1234567890');
  await expect(page.getByText(/one of the first that anybody would guess/)).toBeVisible();
  await add('heron ladder quince');
  const row = page.getByRole('row').filter({ hasText: email });
  await expect(row).toBeVisible();
  await row.getByRole('button', { name: 'New password for Mona Reed' }).click();
  const link = page.getByLabel('Link for a new password');
  await expect(link).toBeVisible();
  await accessible(page);
  const address = await link.inputValue();
  const mona = waitedFor(await (await browser.newContext()).newPage());
  await mona.goto(address);
  await accessible(mona);
  await mona.getByLabel('New password').fill('quince ladder heron');
  await mona.getByRole('button', { name: 'Set it' }).click();
  await expect(mona.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await mona.goto(address);
  await expect(mona.getByText(/This link holds no longer/)).toBeVisible();
  await signIn(mona, DEMO, email, 'quince ladder heron');
  await mona.goto(`${DEMO}/account`);
  await mona.getByLabel('Your password now').fill('not this one');
  await mona.getByLabel('The new one').fill('tide under the boards');
  await mona.getByRole('button', { name: 'Change it' }).click();
  await expect(mona.getByText('This is not your password now.')).toBeVisible();
  await expect(mona.getByLabel('Your password now')).toHaveValue('');
  await mona.getByLabel('Your password now').fill('quince ladder heron');
  await mona.getByLabel('The new one').fill('tide under the boards');
  await mona.getByRole('button', { name: 'Change it' }).click();
  await expect(mona.getByText(/Wherever else you were signed in/)).toBeVisible();
  await accessible(mona);
  // Shut out, and brought back by the same address.
  await row.getByRole('button', { name: 'Shut the sign-in of Mona Reed' }).click();
  await expect(row.getByRole('button', { name: 'Open again the sign-in of Mona Reed' })).toBeVisible();
  await add('under the boards, tide');
  await expect(row.getByRole('button', { name: 'Shut the sign-in of Mona Reed' })).toBeVisible();
  await row.getByRole('button', { name: 'Shut the sign-in of Mona Reed' }).click();
  await mona.context().close();
});

test('a job’s mending page takes a document, and says by field what is wrong with it', async ({ page }) => {
  await signIn(page, DEMO, INES, PASSWORD);
  const job = await addressOf(page, 'Old ferry office floor');
  await page.goto(`${DEMO}${job.replace('/jobs/', '/mend/')}`);
  await expect(page.getByText('The job itself can be read.')).toBeVisible();
  await page.getByRole('button', { name: 'Mend it here' }).click();
  const field = page.getByLabel('The job’s document');
  const text = await field.inputValue();
  await field.fill(text.replace(/"timeZone": "[^"]+"/, '"timeZone": "Atlantis/Deep"'));
  await page.getByRole('button', { name: 'Check and save' }).click();
  await expect(page.getByText('is not a time zone')).toBeVisible();
  await accessible(page);
  await field.fill(text);
  await page.getByRole('button', { name: 'Check and save' }).click();
  await expect(page).toHaveURL(new RegExp(`${job}/`));
  await page.goto(`${DEMO}${job.replace('/jobs/', '/mend/')}`);
  await page.getByRole('button', { name: 'Set it aside' }).click();
  await expect(page.getByRole('heading', { name: 'Jobs set aside' })).toBeVisible();
  await page.getByRole('link', { name: 'Old ferry office floor', exact: true }).click();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page).toHaveURL(new RegExp(job));
  expect(await addressOf(page, 'Old ferry office floor')).toBe(job);
});

test('a page that loads itself again does not break off the way to another', async ({ browser }) => {
  const page = await phone(browser, DEMO, INES, PASSWORD, 'block');
  await page.clock.install();
  await page.goto(`${DEMO}/`);
  let release!: () => void;
  const held = new Promise<void>((go) => (release = go));
  await page.route('**/shelf/__data.json*', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.clock.runFor(130_000);
  release();
  await expect(page).toHaveURL(/\/shelf$/);
  await page.context().close();
});

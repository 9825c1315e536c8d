import AxeBuilder from '@axe-core/playwright';
import { expect, type Browser, type Page } from '@playwright/test';
import { writeFileSync } from 'node:fs';

export const OWN = process.env.E2E_OWN ?? 'http://127.0.0.1:4380';
export const DEMO = process.env.E2E_DEMO ?? 'http://127.0.0.1:4381';
export const PHONE = { viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true } as const;

/** Moves the clock both servers live by. Pages learn of it when they load. */
export const setClock = (iso: string): void => writeFileSync(process.env.E2E_CLOCK!, iso);

export async function signIn(page: Page, origin: string, email: string, password: string): Promise<void> {
  await page.goto(`${origin}/sign-in`);
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeAttached();
}

/** A phone of its own: another device with its own storage. */
export async function phone(browser: Browser, origin: string, email: string, password: string): Promise<Page> {
  const page = await (await browser.newContext({ ...PHONE, locale: 'en-GB' })).newPage();
  await signIn(page, origin, email, password);
  return page;
}

/** No violation of WCAG 2.2 A and AA on what the page shows; `rules` narrows it, `without` leaves out what was checked elsewhere. */
export async function accessible(page: Page, only: { rules?: string[]; without?: string } = {}): Promise<void> {
  let axe = new AxeBuilder({ page });
  axe = only.rules ? axe.withRules(only.rules) : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
  if (only.without) axe = axe.exclude(only.without);
  const { violations } = await axe.analyze();
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`
    )
  ).toEqual([]);
}

/** Picks from one of our selects by its label. */
export async function pick(page: Page, label: string | RegExp, option: string | RegExp): Promise<void> {
  await page
    .getByRole('combobox', { name: label })
    .or(page.getByRole('button', { name: label }))
    .first()
    .click();
  await page.getByRole('option', { name: option }).click();
}

export const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible();

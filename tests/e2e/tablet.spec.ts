import type { Browser } from '@playwright/test';
import { expect, test, type Page } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator'), alone: true });

/** Somebody at a device of their own, who has just signed in. */
async function signedIn(browser: Browser, baseURL: string, who: 'helper' | 'coordinator', before?: (page: Page) => Promise<void>) {
  const context = await browser.newContext({ baseURL, storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  await before?.(page);
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(`${who}@hollinreach.example`);
  await page.getByLabel('Password').fill('grain by grain');
  await page.getByRole('button', { name: BUTTON.signIn }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Sign in' })).toHaveCount(0);
  return { context, page };
}

test('a shared tablet asks for name and PIN, carries whoever took it, and locks', async ({ browser, library, story }) => {
  const code = await story.takeIn({ variety: 'At The Tablet' });
  const { context, page } = await signedIn(browser, library.url, 'helper');
  await page.goto('/tablet');
  await page.getByLabel('Choose a PIN').fill('1111');
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await expect(page.getByLabel('Choose a PIN')).toHaveAccessibleDescription(/not all the same/);
  await page.getByLabel('Choose a PIN').fill('8302');
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await expect(page.getByText('Your PIN is saved')).toBeVisible();
  await page.getByRole('button', { name: 'Make this a shared tablet' }).click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  // Nothing can be read meanwhile.
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  await page.getByLabel('Jory Thackwell').check();
  await page.getByLabel('PIN').fill('9999');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByLabel('PIN')).toHaveAccessibleDescription(/Name or PIN is wrong/);
  await page.getByLabel('PIN').fill('8302');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('heading', { name: /At The Tablet/ })).toBeVisible();
  await page.getByRole('button', { name: 'Lock this tablet' }).first().click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  await context.close();
});

test('left alone for five minutes, it locks itself', async ({ browser, library }) => {
  const { context, page } = await signedIn(browser, library.url, 'coordinator', (fresh) => fresh.clock.install());
  await page.goto('/tablet');
  await page.getByLabel('Choose a PIN').fill('4071');
  await page.getByRole('button', { name: 'Save PIN' }).click();
  await page.getByRole('button', { name: 'Make this a shared tablet' }).click();
  await page.getByLabel('Isolde Marrin').check();
  await page.getByLabel('PIN').fill('4071');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toHaveCount(0);
  await page.goto('/bench');
  await expect(page.getByRole('heading', { level: 1, name: 'Bench' })).toBeVisible();
  await page.clock.fastForward('06:00');
  await expect(page.getByRole('heading', { name: 'Who are you?' })).toBeVisible();
  await context.close();
});

import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('coordinator') });

test('a term opens its entry of the glossary beside it', async ({ page, samples }) => {
  await page.goto(`/lots/${samples.code}`);
  await page.getByRole('link', { name: 'What is “true to type”?' }).first().click();
  const entry = page.getByRole('dialog');
  await expect(entry.getByText('Every plant grown from the seed is what the name says')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(entry).toBeHidden();
});

test('without scripts a term leads to its entry', async ({ browser, samples, library }) => {
  const page = await (
    await browser.newContext({ storageState: stateOf('coordinator'), javaScriptEnabled: false, baseURL: library.url })
  ).newPage();
  await page.goto(`/lots/${samples.code}`);
  await page.getByRole('link', { name: 'What is “hold”?' }).first().click();
  await expect(page).toHaveURL(/\/almanac\/words#hold$/);
});

test('the map of the keys opens on one key, and not while somebody writes', async ({ page }) => {
  await page.goto('/bench');
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keyboard shortcuts' });
  await expect(keys.getByText('Save and go to the next towel')).toBeVisible();
  // The next key may come before the closed list has given the focus back to its button.
  await page.evaluate(async () => {
    const press = (key: string) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    press('Escape');
    await Promise.resolve();
    press('/');
  });
  await expect(keys).toBeHidden();
  await page.keyboard.press('?');
  await expect(keys).toBeHidden();
  await expect(page.getByLabel('Go to a lot, variety or person')).toHaveValue('?');
});

test('what a place is for is said until it is put away, and then never again', async ({ page }) => {
  await page.goto('/shelves');
  const help = page.getByText('Every lot you have, where it is and how well it germinates.');
  await expect(help).toBeVisible();
  await page.getByRole('button', { name: 'Do not show this again' }).click();
  await expect(help).toBeHidden();
  await page.goto('/tests');
  await expect(page.getByText('Germination tests that are running.')).toBeVisible();
  await page.goto('/shelves');
  await expect(help).toBeHidden();
});

test('a date is typed as one says it, or picked from a calendar, and shown as the house writes dates', async ({ page, samples }) => {
  await page.goto(`/lots/${samples.code}/seen`);
  const date = page.getByLabel('Date', { exact: true }).first();
  await date.fill('yesterday');
  await date.blur();
  await expect(date).toHaveValue(/^\d{1,2} \w{3} \d{4}$/);
  const yesterday = await date.inputValue();
  await page.getByRole('button', { name: 'Choose a date from a calendar' }).first().click();
  const calendar = page.getByRole('grid').first();
  await expect(calendar).toBeVisible();
  await calendar.getByRole('button', { name: /Today/ }).click();
  await expect(date).not.toHaveValue(yesterday);
  await date.fill('32 Nov');
  await date.blur();
  await expect(date).toHaveValue('32 Nov');
});

test('the practice library is marked on every page, for strangers too', async ({ page, browser, library }) => {
  for (const path of ['/', '/shelves', '/almanac/pea']) {
    await page.goto(path);
    await expect(page.getByText('Practice library').first()).toBeVisible();
  }
  const stranger = await (await browser.newContext({ baseURL: library.url, storageState: { cookies: [], origins: [] } })).newPage();
  await stranger.goto('/sign-in');
  await expect(stranger.getByText('Practice library')).toBeVisible();
});

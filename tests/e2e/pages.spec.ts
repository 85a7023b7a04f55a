import { AxeBuilder } from '@axe-core/playwright';
import { expect, request as apiRequest, test } from './granary.ts';
import { findSamples, PLACES, type Samples } from './places.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('coordinator') });

let samples: Samples;
test.beforeAll(async () => {
  const request = await apiRequest.newContext({ baseURL: process.env['PUBLIC_URL']!, storageState: stateOf('coordinator') });
  samples = await findSamples(request);
  await request.dispose();
});

const STRANGERS = ['sign-in', 'welcome/:token'];

for (const place of PLACES.filter(({ page }) => page)) {
  test(`/${place.route} is accessible in both themes, and fits a phone`, async ({ browser }) => {
    const context = await browser.newContext(
      STRANGERS.includes(place.route) ? { storageState: { cookies: [], origins: [] } } : { storageState: stateOf('coordinator') },
    );
    const page = await context.newPage();
    const troubles: string[] = [];
    page.on('console', (message) => message.type() === 'error' && !message.text().includes('404') && troubles.push(message.text()));
    page.on('pageerror', (error) => troubles.push(error.message));
    await page.goto(place.path(samples), { waitUntil: 'networkidle' });
    expect(troubles).toEqual([]);
    for (const colorScheme of ['light', 'dark'] as const) {
      await page.emulateMedia({ colorScheme });
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'])
        .analyze();
      expect(
        violations.map(
          ({ id, nodes }) =>
            `${colorScheme} ${id}: ${nodes
              .map(({ html }) => html)
              .slice(0, 3)
              .join(' ')}`,
        ),
      ).toEqual([]);
    }
    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    expect(troubles).toEqual([]);
    await context.close();
  });
}

test('an ended test, read, is accessible in both themes', async ({ page }) => {
  await page.goto(`/tests/${samples.endedTest}`);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  }
});

test('the chosen theme holds on every page', async ({ page }) => {
  await page.goto('/almanac');
  await page.getByRole('button', { name: 'dark' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await expect(page).toHaveURL('/almanac');
  await page.goto('/shelves');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(21, 26, 23)');
});

test('the work is reached by keyboard alone: skip link, finder, a lot', async ({ page }) => {
  await page.goto('/');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('/');
  await expect(page.getByRole('searchbox', { name: 'Go to' })).toBeFocused();
  await page.keyboard.type(samples.code);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`/lots/${samples.code}`);
});

import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { findSamples } from './places.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('coordinator') });

/** `UPDATE_PICTURES=yes bin/test` renews those of docs/; else they are taken and thrown away. */
const folder =
  process.env['UPDATE_PICTURES'] === 'yes'
    ? join(import.meta.dirname, '../../docs/screenshots')
    : join(import.meta.dirname, '../.out/pictures');

test('each main view can be pictured', async ({ browser, request }) => {
  test.setTimeout(120_000);
  const samples = await findSamples(request);
  const views: [string, string, number][] = [
    ['today', '/', 1280],
    ['intake', '/intake', 1280],
    ['towel', `/tests/${samples.test}`, 1280],
    ['towel-phone', `/tests/${samples.test}`, 390],
    ['reading', `/tests/${samples.endedTest}`, 1280],
    ['tests', '/tests', 1280],
    ['shelves', '/shelves', 1280],
    ['lot', `/lots/${samples.code}`, 1280],
    ['label', `/lots/${samples.code}/label`, 1280],
    ['desk', '/desk', 1280],
    ['person', `/people/${samples.person}`, 1280],
    ['almanac', '/almanac/pea', 1280],
    ['today-phone', '/', 390],
  ];
  for (const [name, path, width] of views) {
    const context = await browser.newContext({
      storageState: stateOf('coordinator'),
      viewport: { width, height: width === 390 ? 844 : 800 },
      colorScheme: 'light',
    });
    const page = await context.newPage();
    expect((await page.goto(path))!.status()).toBe(200);
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: join(folder, `${name}.png`) });
    await context.close();
  }
});

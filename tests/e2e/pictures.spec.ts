import { join } from 'node:path';
import { expect, test, type Page } from './granary.ts';
import { answer } from './interview.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('coordinator') });

/** `UPDATE_PICTURES=yes bin/test` renews those of docs/; else they are taken and thrown away. */
const folder =
  process.env['UPDATE_PICTURES'] === 'yes'
    ? join(import.meta.dirname, '../../docs/screenshots')
    : join(import.meta.dirname, '../.out/pictures');

/** An interview with enough said that the reckoning beside it speaks; thrown away again. */
async function halfTold(page: Page): Promise<void> {
  // Beside a build the page may still be coming to life when the first answer is given.
  await expect(async () => {
    await answer(page, {
      'How did it come?': 'Donated',
      Crop: 'Courgette',
      Variety: 'Copper Kettl',
      'How sure is it?': 'Sure',
      'What kind of seed?': 'Heirloom, farm-kept',
      'How many gave seed?': '4',
      'Did anything it crosses with flower near?': 'Yes',
      'How far off?': '25 m',
    });
  }).toPass({ timeout: 180_000 });
  await expect(page.getByRole('region', { name: 'The library already has' })).toBeVisible();
  await page.waitForTimeout(1_500);
  await page.evaluate(() => scrollTo(0, 0));
}

/** A plan as the planner makes it, not saved. */
async function planned(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Plan it|Plan again/ }).click();
  await expect(page.getByText(/No plan could be less late/)).toBeVisible();
  await page.evaluate(() => scrollTo(0, 0));
}

test('each main view can be pictured', async ({ browser, request, samples }) => {
  test.setTimeout(120_000);
  const kettle = await (await request.get('/shelves?search=copper+kettle&sort=harvest')).text();
  const crossed = /\/lots\/(\d\d-\d{4}-[A-Z])/.exec(kettle)![1]!;
  const line = /\/lines\/(\d+)/.exec(await (await request.get('/lines?search=copper+kettle')).text())![1]!;
  const views: [string, string, number][] = [
    ['today', '/', 1280],
    ['intake', '/intake', 1280],
    ['towel', `/tests/${samples.test}`, 1280],
    ['towel-phone', `/tests/${samples.test}`, 390],
    ['reading', `/tests/${samples.endedTest}`, 1280],
    ['test-plan', '/tests/plan', 1280],
    ['round-phone', '/tests/round', 390],
    ['shelves', '/shelves', 1280],
    ['lot', `/lots/${crossed}`, 1280],
    ['outlook', `/lots/${samples.code}/outlook`, 1280],
    ['line', `/lines/${line}`, 1280],
    ['label', `/lots/${samples.code}/label`, 1280],
    ['desk', '/desk', 1280],
    ['almanac', '/almanac/pea', 1280],
    ['crossing', '/almanac/crossing?crop=kale', 1280],
    ['bench', '/bench', 1280],
    ['drying', `/bench/${samples.batch}`, 1280],
    ['bench-phone', '/bench', 390],
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
    if (name === 'intake') await halfTold(page);
    if (name === 'test-plan') await planned(page);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    await context.close();
  }
});

import { join } from 'node:path';
import { expect, test, type Page } from './granary.ts';
import sharp from 'sharp';
import { faultsOfDrawing } from './drawn.ts';
import { answer } from './interview.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('coordinator') });

/**
 * `UPDATE_PICTURES=yes bin/test` renews those of docs/. Else only what is worked out while one looks on is pictured, and thrown away: every
 * page as it is opened is looked at by `pages.spec.ts`.
 */
const RENEWS = process.env['UPDATE_PICTURES'] === 'yes';
const WORKED_OUT = ['intake', 'test-plan'];
const folder = join(import.meta.dirname, RENEWS ? '../../docs/screenshots' : '../.out/pictures');

/** An interview with enough said that the reckoning beside it speaks; thrown away again. */
async function halfTold(page: Page): Promise<void> {
  // Beside a build the page may still be coming to life when the first answer is given.
  await expect(async () => {
    await answer(page, {
      'How did you get it?': 'Donated',
      Crop: 'Courgette',
      Variety: 'Copper Kettl',
      'How sure is the name?': 'Sure',
      'What kind of seed is it?': 'Heirloom or farm-saved',
      'How many plants did you save seed from?': '4',
      'Did anything it can cross with flower nearby?': 'Yes',
      'How far away?': '25 m',
    });
  }).toPass({ timeout: 180_000 });
  await expect(page.getByRole('region', { name: 'You already have' })).toBeVisible();
  await page.waitForTimeout(1_500);
  await page.evaluate(() => scrollTo(0, 0));
}

/** A plan as the planner makes it, not saved. */
async function planned(page: Page): Promise<void> {
  await page.getByRole('button', { name: /Plan the tests|Plan again/ }).click();
  // Proved to be the best or not, which is a question of the day and of the machine.
  await expect(page.getByText(/No plan (could|can)/)).toBeVisible({ timeout: 90_000 });
  await page.evaluate(() => scrollTo(0, 0));
}

/** The season's plan over its beds. */
async function seasonPlanned(page: Page): Promise<void> {
  await page
    .getByRole('button', { name: 'Plan again with few changes' })
    .or(page.getByRole('button', { name: 'Plan the season' }))
    .click();
  await expect(page.getByText(/No plan can be better/)).toBeVisible({ timeout: 90_000 });
  await page.getByRole('button', { name: 'Beds over the year' }).click();
  await page.getByRole('region', { name: 'Beds over the year' }).scrollIntoViewIfNeeded();
  await page.getByRole('region', { name: 'Beds over the year' }).evaluate((region) => region.scrollIntoView({ block: 'start' }));
}

const TILE = 40;

/** The share of a picture's tiles, of 40 by 40 pixels, that are not of one colour throughout. */
async function inkIn(picture: Buffer): Promise<number> {
  const { data, info } = await sharp(picture).greyscale().raw().toBuffer({ resolveWithObject: true });
  const [across, down] = [Math.floor(info.width / TILE), Math.floor(info.height / TILE)];
  let inked = 0;
  for (let tile = 0; tile < across * down; tile += 1) {
    const [left, top] = [(tile % across) * TILE, Math.floor(tile / across) * TILE];
    const shades = Array.from({ length: TILE * TILE }, (_, at) => data[(top + Math.floor(at / TILE)) * info.width + left + (at % TILE)]!);
    if (Math.max(...shades) - Math.min(...shades) > 40) inked += 1;
  }
  return inked / (across * down);
}

test('what is pictured is neither empty nor crowded, and nothing in it is cut', async ({ browser, request, samples }) => {
  test.setTimeout(120_000);
  const kettle = await (await request.get('/shelves?search=copper+kettle&sort=harvest')).text();
  const crossed = /\/lots\/(\d\d-\d{4}-[A-Z])/.exec(kettle)![1]!;
  const line = /\/lines\/(\d+)/.exec(await (await request.get('/lines?search=squash+copper+kettle')).text())![1]!;
  const views: [string, string, number][] = [
    ['today', '/', 1280],
    ['intake', '/intake', 1280],
    ['towel', `/tests/${samples.test}`, 1280],
    ['reading', `/tests/${samples.endedTest}`, 1280],
    ['test-plan', '/tests/plan', 1280],
    ['round-phone', '/tests/round', 390],
    ['shelves', '/shelves', 1280],
    ['lot', `/lots/${crossed}`, 1280],
    ['outlook', `/lots/${samples.code}/outlook`, 1280],
    ['line', `/lines/${line}`, 1280],
    ['grow-outs', '/grow-outs', 1280],
    ['season-plan', '/grow-outs/plan', 1280],
    ['log-phone', '/grow-outs/log', 390],
    ['desk', '/desk', 1280],
    ['almanac', '/almanac/pea', 1280],
    ['import', '/import/5ee0b00c-0000-4000-8000-000000000001', 1280],
    ['bench', '/bench', 1280],
    ['risk', '/grow-outs/risk', 1280],
    ['today-phone', '/', 390],
  ];
  for (const [name, path, width] of views.filter((view) => RENEWS || WORKED_OUT.includes(view[0]))) {
    const context = await browser.newContext({
      storageState: stateOf('coordinator'),
      viewport: { width, height: width === 390 ? 844 : 800 },
      colorScheme: 'light',
    });
    const page = await context.newPage();
    await page.goto(path);
    if (name === 'intake') await halfTold(page);
    if (name === 'test-plan') await planned(page);
    if (name === 'season-plan') await seasonPlanned(page);
    await page.evaluate(() => document.fonts.ready);
    const picture = await page.screenshot({ path: join(folder, `${name}.png`) });
    await expect.poll(() => faultsOfDrawing(page), name).toEqual([]);
    expect(await inkIn(picture), `${name}: how many of its tiles have something in them`).toBeGreaterThan(0.25);
    await context.close();
  }
});

import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';
import { WARMED } from '#words/sayings.ts';

test.use({ storageState: stateOf('helper'), viewport: { width: 390, height: 844 }, hasTouch: true });

test('a lot is found, and its towel counted, by thumb', async ({ page, samples }) => {
  const { code } = samples;
  await page.goto(`/lots/${code}/test`);
  await page.getByRole('button', { name: '10', exact: true }).tap();
  await page.getByRole('button', { name: BUTTON.startTest }).tap();
  // It comes out of the freezer.
  await page.getByLabel(WARMED).check();
  await page.getByRole('button', { name: BUTTON.startTest }).tap();
  const towel = page.getByRole('grid', { name: 'Towel of 10 seeds' });
  for (const seed of [1, 2, 3]) {
    const button = towel.getByRole('button', { name: `Seed ${seed}:` });
    const box = (await button.boundingBox())!;
    expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(24);
    await button.tap();
  }
  await towel.getByRole('button', { name: 'Seed 3:' }).tap();
  await expect(page.getByText('2 of 10 sprouted')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.mouldy }).tap();
  await towel.getByRole('button', { name: 'Seed 4:' }).tap();
  await page.getByRole('button', { name: 'Save 3 marks' }).tap();
  await expect(page.getByRole('status')).toContainText('2 of 10');
  // What went wrong is given up with a reason; the towel then concludes nothing.
  await page.getByRole('button', { name: BUTTON.stopWithoutAResult }).tap();
  await expect(page.getByText('Say what went wrong')).toBeVisible();
  await page.getByRole('textbox', { name: 'Reason' }).fill('Dropped it');
  await page.getByRole('button', { name: BUTTON.stopWithoutAResult }).tap();
  await expect(page.getByText('Stopped without a result on')).toContainText('Dropped it');
});

test('the bar at the thumb leads everywhere', async ({ page }) => {
  await page.goto('/');
  const bar = page.getByRole('navigation', { name: 'Places' });
  for (const [place, heading] of [
    ['Intake', 'Take in seed'],
    ['Tests', 'Tests'],
    ['Shelves', 'Shelves'],
    ['Desk', 'Desk'],
  ] as const) {
    await bar.getByRole('link', { name: place }).tap();
    await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
  }
  await bar.getByText('More').tap();
  await bar.getByRole('link', { name: 'Almanac' }).tap();
  await expect(page.getByRole('heading', { level: 1, name: 'Almanac' })).toBeVisible();
});

test('a towel is counted by number before scripts have loaded', async ({ browser, samples }) => {
  const { code } = samples;
  const page = await (await browser.newContext({ storageState: stateOf('helper'), javaScriptEnabled: false })).newPage();
  await page.goto(`/lots/${code}/test`);
  await page.getByLabel('Seeds on the towel').fill('12');
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await page.getByLabel(WARMED).check();
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await page.getByLabel('Root out', { exact: true }).fill('13');
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(page.getByText('Only 12 seeds are still waiting')).toBeVisible();
  await page.getByLabel('Root out', { exact: true }).fill('7');
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(page.getByRole('grid')).toBeVisible();
  await expect(page.getByText('7 of 12 sprouted')).toBeVisible();
});

test('a label prints alone, in its own measures', async ({ page, samples }) => {
  const { code } = samples;
  await page.goto(`/lots/${code}/label`);
  await page.emulateMedia({ media: 'print' });
  const label = page.getByRole('article');
  await expect(label).toBeVisible();
  for (const hidden of [
    page.getByRole('navigation').first(),
    page.getByRole('button', { name: BUTTON.print }),
    page.getByRole('heading', { name: 'Label' }),
  ])
    await expect(hidden).toBeHidden();
  const box = (await label.boundingBox())!;
  expect([box.width, box.height].map((pixels) => Math.round(pixels / 3.7795))).toEqual([90, 55]);
});

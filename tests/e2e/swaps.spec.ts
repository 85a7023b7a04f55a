import { expect, test } from './granary.ts';
import { moreActions, openPart } from './lotPage.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

const OTHER = 'Under the Viaduct';

test('seed goes to another library with a file, and its recall names that library until it is told', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Sent Along' });
  await story.readTest(code, 20, 19);
  await story.liftHolds(code);
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Give seed away');
  await page.getByLabel('How much? (optional)').fill('30 seeds');
  await page.getByLabel('Who is it for?').fill(OTHER);
  await page.getByLabel('It goes to another library').check();
  await page.getByRole('button', { name: BUTTON.giveSeedAway }).click();
  await expect(page.getByRole('heading', { name: 'Swapped seed' })).toBeVisible();
  const swap = page.getByRole('row').filter({ hasText: OTHER });
  await expect(swap).toContainText(`${code} Lettuce ‘Sent Along’, 30 seeds`);
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    swap.getByRole('link', { name: `Download file for ${OTHER}` }).click(),
  ]);
  expect(sheet.suggestedFilename()).toMatch(/^seed-.*\.csv$/);

  await page.goto(`/lots/${code}/recall`);
  await page.getByLabel('Reason').fill('Weevils');
  await page.getByRole('button', { name: 'Recall it' }).click();
  const warn = page.getByRole('region', { name: 'Given away: who to warn' });
  await expect(warn).toContainText(`${OTHER} (another library), 30 seeds of ${code}`);
  await expect(warn.getByRole('link', { name: `Download file for ${OTHER}` })).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: `Call ${OTHER} about Lettuce ‘Sent Along’` })).toBeVisible();
  await page.goto(`/lots/${code}/recall`);
  await warn.getByRole('button', { name: `Mark as told: ${OTHER}, ${code}` }).click();
  await expect(warn).toBeHidden();
  await page.getByRole('region', { name: 'Just done' }).getByRole('button', { name: BUTTON.undo }).click();
  await expect(warn).toBeVisible();
});

test('a lot that came from another library is found by their code, and held when they recall it', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Came Along' });
  await page.goto(`/lots/${code}`);
  await openPart(page, 'Provenance');
  await page.getByRole('link', { name: 'Add its code at another library' }).click();
  await page.getByRole('button', { name: 'Save code' }).click();
  await expect(page.getByText('Enter the name of the library')).toBeVisible();
  await page.getByLabel('Which library did it come from?').fill(OTHER);
  await page.getByLabel('Their code').fill('V-12');
  await page.getByRole('button', { name: 'Save code' }).click();
  await openPart(page, 'Provenance');
  await expect(page.getByRole('region', { name: 'Provenance' })).toContainText(`Code at ${OTHER}`);
  await page.goto('/find?q=v-12');
  await expect(page.getByRole('link', { name: code })).toContainText(`is V-12 at ${OTHER}`);

  await page.goto('/swaps');
  const send = page.getByRole('button', { name: 'Add this recall' });
  await page.getByLabel('Recall file').setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await send.click();
  await expect(page.getByText('This file is not a recall.')).toBeVisible();
  const lots = [{ code: 'v-12', crop: 'Pea', variety: 'Came Along', reason: 'Weevils' }];
  const recall = { format: 'kind-granary-recall', version: 1, library: OTHER, as_of: '2026-11-20', lots };
  await page
    .getByLabel('Recall file')
    .setInputFiles({ name: 'recall.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(recall)) });
  await send.click();
  await expect(page.getByText('1 lot is now on hold.')).toBeVisible();
  await page.getByRole('link', { name: `See who to warn about ${code}` }).click();
  await expect(page.getByText('All of it is recalled.')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText(`Recalled by ${OTHER}: Weevils`);
});

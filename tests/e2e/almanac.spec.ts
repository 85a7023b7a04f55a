import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

test('the almanac: found, compared, pictured, explained, and put right for this place', async ({ page }) => {
  await page.goto('/almanac?search=zucchini');
  await page.getByRole('link', { name: 'Squash and courgette (pepo)' }).click();
  for (const chapter of ['Grow for seed', 'Keep apart', 'Harvest', 'Clean and dry', 'Store', 'Test', 'Lend'])
    await expect(page.getByRole('region', { name: chapter })).toBeVisible();
  await page.getByRole('link', { name: 'Set a fact of our own' }).click();
  await page.getByLabel('Which fact?').selectOption({ label: 'Distance between gardens (keep apart)' });
  await expect(page).toHaveURL(/fact=homeDistance/);
  await expect(page.getByLabel('Holds here')).toHaveValue('250 m');
  await page.getByLabel('Holds here').fill('300 kg');
  await page.getByLabel('Reason').fill('Our valley is windy');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('The unit here is m, not kg')).toBeVisible();
  await page.getByLabel('Holds here').fill('320 m');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('reckoned again')).toBeVisible();
  await page.goto('/almanac/squash-pepo');
  await expect(page.getByRole('region', { name: 'Keep apart' })).toContainText(
    'Shipped: 250 m. Changed by Isolde Marrin because: Our valley is windy',
  );
  await page.goto('/almanac/crossing?crop=kale');
  await expect(page.getByRole('row').filter({ hasText: 'Cabbage' }).first()).toContainText('crosses freely');
  await expect(page.getByRole('row').filter({ hasText: 'Radish' })).toContainText('does not cross');
  await page.goto('/almanac/compare?one=tomato&other=pepper');
  await expect(page.getByRole('row').filter({ hasText: 'Seed comes' })).toContainText('wet with a gel coat');
  await page.goto('/almanac/words');
  await expect(page.getByText('Keeping a seed crop from foreign pollen')).toBeVisible();
});

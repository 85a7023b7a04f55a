import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

test('the almanac: found, compared, pictured, explained, and corrected for this place', async ({ page }) => {
  await page.goto('/almanac?search=zucchini');
  await page.getByRole('link', { name: 'Squash and courgette (pepo)' }).click();
  for (const chapter of ['Grow for seed', 'Keep apart', 'Harvest', 'Clean and dry', 'Store', 'Test', 'Lend'])
    await expect(page.getByRole('region', { name: chapter })).toBeVisible();
  await page.getByRole('link', { name: 'Use your own figures' }).click();
  await page.getByLabel('Which fact?').selectOption({ label: 'Distance between gardens (keep apart)' });
  await expect(page).toHaveURL(/fact=homeDistance/);
  await expect(page.getByLabel('True here')).toHaveValue('250 m');
  await page.getByLabel('True here').fill('300 kg');
  await page.getByLabel('Reason').fill('Our valley is windy');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('The unit here is m, not kg')).toBeVisible();
  await page.getByLabel('True here').fill('320 m');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('is being updated')).toBeVisible();
  await page.goto('/almanac/squash-pepo');
  await expect(page.getByRole('region', { name: 'Keep apart' })).toContainText(
    'Original: 250 m. Changed by Isolde Marrin because: Our valley is windy',
  );
  await page.goto('/almanac/crossing?crop=kale');
  await expect(page.getByRole('row').filter({ hasText: 'Cabbage' }).first()).toContainText('crosses freely');
  await expect(page.getByRole('row').filter({ hasText: 'Radish' })).toContainText('does not cross');
  await page.goto('/almanac/compare?one=tomato&other=pepper');
  await expect(page.getByRole('row').filter({ hasText: 'Form of the seed' })).toContainText('wet with a gel coat');
  await page.goto('/almanac/words');
  await expect(page.getByText('Keeping pollen from other varieties away')).toBeVisible();
});

test('a crop that the almanac does not have is added with six answers, and seed of it can be taken in', async ({ page }) => {
  await page.goto('/almanac?search=chia');
  await page.getByRole('link', { name: 'Add “chia”' }).click();
  await expect(page.getByLabel('What is it called?')).toHaveValue('chia');
  await page.getByLabel('What is it called?').fill('Chia');
  await page.getByLabel('Species').fill('salvia');
  await page.getByLabel('Family').fill('Lamiaceae');
  await page.getByLabel('Which crop is most similar?').selectOption({ label: 'Basil (Lamiaceae)' });
  await page.getByRole('group', { name: 'How is it pollinated?' }).getByText('Mostly by itself').click();
  await page.getByRole('group', { name: 'How long does it live?' }).getByText('One season').click();
  await page.getByRole('button', { name: BUTTON.addCrop }).click();
  await expect(page.getByText('Two words, the first with a capital')).toBeVisible();
  await expect(page.getByLabel('What is it called?')).toHaveValue('Chia');
  await page.getByLabel('Species').fill('Salvia hispanica');
  await page.getByRole('button', { name: BUTTON.addCrop }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Chia' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Store' })).toContainText('borrowed from Basil');
  await page.getByRole('link', { name: 'Correct' }).click();
  await expect(page.getByText('Nothing depends on it yet')).toBeVisible();
  await page.getByLabel('What is it called?').fill('Basil');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('The almanac already has it, as Basil')).toBeVisible();
  await page.getByLabel('What is it called?').fill('Grey chia');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Grey chia' })).toBeVisible();
  await page.goto('/intake');
  await page.getByText('Donated', { exact: true }).click();
  await page.getByLabel('Crop', { exact: true }).fill('grey chia');
  await page.getByLabel('Variety', { exact: true }).fill('Lamp Room');
  await expect(page.getByRole('group', { name: 'What kind of seed is it?' })).toBeVisible();
  await page.goto('/almanac/own-chia/own');
  await page.getByRole('button', { name: BUTTON.removeCrop }).click();
  await expect(page).toHaveURL('/almanac');
  await page.goto('/almanac?search=chia');
  await expect(page.getByRole('link', { name: 'Add “chia”' })).toBeVisible();
});

test('squash and pumpkin are asked about: which species, told by stalk, leaf and seed', async ({ page }) => {
  await page.goto('/intake');
  await page.getByLabel('Crop', { exact: true }).fill('pumpkin');
  const species = page.getByRole('list', { name: 'Species called pumpkin' });
  await expect(species.getByRole('button')).toHaveCount(4);
  await expect(species).toContainText('stalk that flares out at the fruit');
  await species.getByRole('button', { name: /Musk squash/ }).click();
  await expect(species).toBeHidden();
  await expect(page.getByLabel('Crop', { exact: true })).toHaveValue('Musk squash (moschata)');
  // What is kept as plants is said so as soon as its crop is chosen.
  await page.getByLabel('Crop', { exact: true }).fill('garlic');
  await expect(page.getByText('Garlic is kept as plants, not as seed')).toBeVisible();
});

import { expect, test } from './granary.ts';
import { answer } from './interview.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

// Settings change what every page says: each of these tests has a library of its own.
test.use({ storageState: stateOf('coordinator'), alone: true });

test('the house’s rules are checked and saved, and the record says by whom', async ({ page }) => {
  await page.goto('/settings');
  await page.getByLabel('Last frost').fill('02-30');
  await page.getByLabel('Time zone').fill('Moon/Sea of Rains');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('We could not read this. Enter a day of the year')).toBeVisible();
  await expect(page.getByText('We do not know this time zone')).toBeVisible();
  await expect(page.getByLabel('Time zone')).toHaveValue('Moon/Sea of Rains');
  await page.getByLabel('Last frost').fill('05-08');
  await page.getByLabel('Time zone').fill('Atlantic/Azores');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByRole('status')).toContainText('Saved');
  await page.goto('/settings/record?search=settings');
  await expect(page.getByRole('row').filter({ hasText: 'Settings changed' }).first()).toContainText('Isolde Marrin');
});

test('house rules: chosen once, shown where they matter, and followed at the desk', async ({ page }) => {
  await page.goto('/settings/rules');
  const hybrids = page.getByRole('group', { name: 'Hybrids?' });
  await hybrids.getByLabel('Never accept').check();
  await page.getByRole('button', { name: BUTTON.saveRules }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Tomato',
    Variety: 'Cherry Express',
    'What kind of seed is it?': 'F1 hybrid',
    'How does the seed arrive?': 'Clean seed',
    Container: 'Jar',
    'How much is there?': '20 seeds',
  });
  await page.getByRole('button', { name: BUTTON.setAllOthersToUnknown }).click();
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page.getByText('Your house rules do not accept hybrids')).toBeVisible();
  await page.goto('/settings/rules');
  await hybrids.getByLabel('Only as “offspring of”').check();
  await page.getByRole('button', { name: BUTTON.saveRules }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
});

test('weights and distances are shown as the house writes them', async ({ page }) => {
  await page.goto('/settings');
  await page.getByLabel('Ounces and feet').check();
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto('/shelves');
  await expect(page.getByRole('cell', { name: / oz| lb/ }).first()).toBeVisible();
  await page.goto('/settings');
  await page.getByLabel('Grams and metres').check();
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
});

test('the house asks less of one crop: what cannot be read is named, and the verdict follows', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'chives', variety: 'Thin Timetable', amount: '2000 seeds' });
  await page.goto(`/tests/${await story.readTest(code, 50, 30)}`);
  const reading = page.url();
  await page.goto('/settings');
  const field = page.getByLabel('Crops with other limits (optional)');
  const before = await field.inputValue();
  await field.fill(`${before}\nChives 70 20`);
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('“Chives 70 20”: enter a crop and two percentages, the lower first')).toBeVisible();
  await field.fill(`${before}\nChives 20 35`);
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto(reading);
  await expect(page.getByRole('region', { name: /What does the test of/ })).toContainText('that at least 35 % do');
  await page.goto('/settings');
  await field.fill(before);
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
});

import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { moreActions, openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper'), viewport: { width: 390, height: 844 } });

test('a jar is carried to another place and back, and some of it given away for good', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Carried About' });
  await story.readTest(code, 20, 19);
  await story.liftHolds(code);
  const done = page.getByRole('region', { name: 'Just done' });
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Move seed');
  await page.getByLabel('How much? (optional)').fill('a bit');
  await page.getByRole('button', { name: BUTTON.moveSeed }).click();
  // Its answer, and not the label, which was there before it.
  await expect(page.getByText('Enter where you will keep it')).toBeVisible();
  await page.getByLabel('Where will you keep it?').fill('Cold cellar');
  await page.getByRole('button', { name: BUTTON.moveSeed }).click();
  await expect(page.getByText('Enter an amount, for example 12 g, 200 seeds')).toBeVisible();
  await expect(page.getByLabel('Where will you keep it?')).toHaveValue('Cold cellar');
  await page.getByLabel('How much? (optional)').fill('');
  await page.getByRole('button', { name: BUTTON.moveSeed }).click();
  await expect(page).toHaveURL(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText('Cold cellar: jar');
  await expect(done).toContainText(`Moved ${code}`);
  await done.getByRole('button', { name: BUTTON.undo }).click();
  await expect(page.getByRole('main')).toContainText('Seed cupboard: jar');

  await moreActions(page, 'Give seed away');
  await page.getByLabel('How much? (optional)').fill('900 seeds');
  await page.getByLabel('Who is it for?').fill('The school at Wend Bridge');
  await page.getByRole('button', { name: BUTTON.giveSeedAway }).click();
  await expect(page.getByText('A helper can take up to 500 seeds a day')).toBeVisible();
  await page.getByLabel('How much? (optional)').fill('90 seeds');
  await page.getByRole('button', { name: BUTTON.giveSeedAway }).click();
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('The school at Wend Bridge');
  await expect(done).toContainText(`Given away ${code}`);
});

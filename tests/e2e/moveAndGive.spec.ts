import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper'), viewport: { width: 390, height: 844 } });

test('a jar is carried to another place and back, and some of it given away for good', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Carried About' });
  await story.readTest(code, 20, 19);
  await story.liftHolds(code);
  const done = page.getByRole('region', { name: 'Just done' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('link', { name: 'Move', exact: true }).click();
  await page.getByLabel('How much? (optional)').fill('a bit');
  await page.getByRole('button', { name: BUTTON.moveIt }).click();
  // Its answer, and not the label, which was there before it.
  await expect(page.getByText('Enter where it goes')).toBeVisible();
  await page.getByLabel('Where does it go?').fill('Cold cellar');
  await page.getByRole('button', { name: BUTTON.moveIt }).click();
  await expect(page.getByText('Enter an amount, for example 12 g, 200 seeds')).toBeVisible();
  await expect(page.getByLabel('Where does it go?')).toHaveValue('Cold cellar');
  await page.getByLabel('How much? (optional)').fill('');
  await page.getByRole('button', { name: BUTTON.moveIt }).click();
  await expect(page).toHaveURL(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText('jar, Cold cellar');
  await expect(done).toContainText(`Moved ${code}`);
  await done.getByRole('button', { name: BUTTON.undo }).click();
  await expect(page.getByRole('main')).toContainText('jar, Seed cupboard');

  await page.getByRole('link', { name: 'Give away' }).click();
  await page.getByLabel('How much? (optional)').fill('900 seeds');
  await page.getByLabel('Who is it for?').fill('The school at Wend Bridge');
  await page.getByRole('button', { name: BUTTON.giveItAway }).click();
  await expect(page.getByText('Only a coordinator can give away')).toBeVisible();
  await page.getByLabel('How much? (optional)').fill('90 seeds');
  await page.getByRole('button', { name: BUTTON.giveItAway }).click();
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText('The school at Wend Bridge');
  await expect(done).toContainText(`Given away ${code}`);
});

import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });
const KEEPER = 'Perran Oakshott';

test('a line at risk is found, a copy of it is sent to a keeper, counted there, and is safer', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Lone Signal', amount: '2000 seeds' });
  await story.liftHolds(code);
  await page.goto('/copies');
  await page.getByRole('textbox', { name: 'Place', exact: true }).fill('Lock House');
  await page.getByLabel('Who keeps it?').fill('Nobody At All');
  await page.getByRole('button', { name: BUTTON.saveKeeper }).click();
  await expect(page.getByText('We know nobody by that name')).toBeVisible();
  await page.getByLabel('Who keeps it?').fill(KEEPER);
  await page.getByRole('button', { name: BUTTON.saveKeeper }).click();
  await expect(page.getByRole('heading', { name: `Lock House, kept by ${KEEPER}` })).toBeVisible();

  // The background reckoner takes it up within some seconds.
  await expect(async () => {
    await page.goto('/grow-outs/risk?search=lone+signal');
    await expect(page.getByRole('row').filter({ hasText: 'Lone Signal' })).toBeVisible({ timeout: 500 });
  }).toPass();
  const row = page.getByRole('row').filter({ hasText: 'Lone Signal' });
  await expect(row).toContainText('It is in too few places');
  const chance = async () => Number.parseInt(await row.getByRole('cell').nth(1).innerText(), 10);
  const before = await chance();
  await expect(row.getByRole('link', { name: /Store part of it in another place/ })).toBeVisible();
  await page.goto(`/lots/${code}/move?copy`);
  await expect(page.getByRole('heading', { name: /Send a safety copy of/ })).toBeVisible();
  await expect(page.getByText(`Lock House (${KEEPER})`)).toBeVisible();
  await page.getByLabel('How much? (optional)').fill('800 seeds');
  await page.getByLabel('Where will you keep it?').fill('Lock House');
  await page.getByRole('button', { name: BUTTON.sendCopy }).click();
  await expect(page).toHaveURL(new RegExp(`/lots/${code}$`));

  await page.goto('/copies');
  const copy = page.getByRole('listitem').filter({ hasText: 'Lone Signal' }).last();
  await expect(copy).toContainText('about 800 seeds');
  await copy.getByText('Record a count').click();
  await copy.getByLabel('How much is there?').fill('750 seeds');
  await copy.getByLabel('Why is it different?').fill('A packet had torn');
  await copy.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(copy).toContainText('about 750 seeds');
  await expect(async () => {
    await page.goto('/grow-outs/risk?search=lone+signal');
    expect(await chance()).toBeLessThan(before);
  }).toPass();
  await row.getByRole('link', { name: '‘Lone Signal’' }).click();
  await expect(page.getByRole('region', { name: /Will we still have it in/ })).toBeVisible();
});

test('the house sets what is reckoned with, within what can be', async ({ page }) => {
  await page.goto('/settings/growing');
  const fails = page.getByLabel('Chance that a place is lost in a year, %');
  await fails.fill('90');
  await page.getByRole('button', { name: BUTTON.saveFigures }).click();
  await expect(page.getByText('Enter a number from 0 to 50')).toBeVisible();
  await fails.fill('4');
  await page.getByRole('button', { name: BUTTON.saveFigures }).click();
  await expect(page.getByText('Saved. New plans use these figures.')).toBeVisible();
  await page.reload();
  await expect(fails).toHaveValue('4');
});

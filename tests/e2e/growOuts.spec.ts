import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

test('a line that needs it is proposed for growing out in two clicks, its seed is kept back, and it is dropped with the reason', async ({
  page,
  story,
}) => {
  const code = await story.takeIn({ variety: 'Far Siding', amount: '300 seeds' });
  await story.liftHolds(code);
  await story.readTest(code, 50, 48);
  await page.goto('/grow-outs?search=far+siding');
  const row = page.getByRole('listitem').filter({ hasText: 'Far Siding' });
  await expect(row).toContainText('It is all in one container');
  await row.getByRole('link', { name: 'Propose a grow-out' }).click();
  await expect(page.getByText(/^Sow \d+ seeds\. Then \d+ plants will survive/)).toBeVisible();
  const seeds = await page.getByLabel('Seeds to sow').inputValue();
  await page.getByLabel('Seeds to sow').fill('9000');
  await page.getByRole('button', { name: BUTTON.proposeGrowOut }).click();
  await expect(page.getByText(/Only .*250.* left/)).toBeVisible();
  await page.getByLabel('Seeds to sow').fill(seeds);
  await page.getByRole('button', { name: BUTTON.proposeGrowOut }).click();
  await expect(page.getByRole('heading', { name: 'Grow-out of' })).toContainText('‘Far Siding’');
  await expect(page.getByRole('main')).toContainText(`${seeds} seeds, for`);
  const address = page.url();

  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('listitem').filter({ hasText: 'promised to planned grow-outs' }).first()).toBeVisible();
  await page.goto('/grow-outs?search=far+siding');
  await expect(page.getByRole('row').filter({ hasText: 'Far Siding' }).first()).toContainText(`${seeds} seeds for`);

  await page.goto(address);
  await page.getByText('Drop this grow-out').click();
  await page.getByRole('button', { name: BUTTON.dropGrowOut }).click();
  await expect(page.getByText('Give a reason, so that others')).toBeVisible();
  await page.getByLabel('Why are you dropping it?').fill('The bed was given to the squash');
  await page.getByRole('button', { name: BUTTON.dropGrowOut }).click();
  await expect(page.getByText('Dropped: The bed was given to the squash', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: BUTTON.undo }).click();

  await page.getByLabel('Who will grow it?').fill('Nobody At All');
  await page.getByRole('button', { name: BUTTON.agreedAlready }).click();
  await expect(page.getByText('We know nobody by that name')).toBeVisible();
  await page.getByLabel('Who will grow it?').fill('Isolde Marrin');
  await page.getByRole('button', { name: BUTTON.agreedAlready }).click();
  await page.getByRole('button', { name: 'Hand over seed to Isolde Marrin' }).click();
  await expect(page.getByText('Seed handed over: Isolde Marrin')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('sown');
  await page.goto(address);
  await page.getByText('The crop failed').click();
  await page.getByLabel('What happened?').fill('Slugs took the seedlings');
  await page.getByRole('button', { name: BUTTON.recordFailure }).click();
  await expect(page.getByText('Failed: Slugs took the seedlings', { exact: true })).toBeVisible();
  await page.goto('/grow-outs/all?show=ended&search=far+siding');
  await expect(page.getByRole('row').filter({ hasText: 'Far Siding' })).toContainText('Slugs took the seedlings');
  await page.goto('/grow-outs/all?search=far+siding');
  await expect(page.getByText('No results')).toBeVisible();
});

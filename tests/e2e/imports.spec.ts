import { join } from 'node:path';
import { Buffer } from 'node:buffer';
import { expect, test, type Page } from './granary.ts';
import { stateOf } from './roles.ts';
import { xlsxOf } from '../support/sheets.ts';

test.use({ alone: true, storageState: stateOf('coordinator') });

const SHEETS = join(import.meta.dirname, '../../demo/sheets');

/** Brings a file as far as its columns. */
async function bring(page: Page, file: Parameters<ReturnType<Page['locator']>['setInputFiles']>[0]) {
  await page.goto('/import');
  await page.getByLabel('Spreadsheet').setInputFiles(file);
  await page.getByRole('button', { name: 'Look at it first' }).click();
  await expect(page.getByRole('button', { name: 'Check the rows' })).toBeVisible({ timeout: 30_000 });
}

async function check(page: Page) {
  await page.getByRole('button', { name: 'Check the rows' }).click();
  await expect(page.getByRole('heading', { name: 'Rows', exact: true })).toBeVisible({ timeout: 30_000 });
}

test('a messy book is brought in: questions are answered once, a cell is corrected by keyboard, and all of it can be undone', async ({
  page,
}) => {
  await bring(page, join(SHEETS, 'seed-swap.xlsx'));
  await expect(page.getByLabel('What “Saved in” holds')).toHaveValue('harvested');
  await check(page);
  await expect(page.getByText('WINTER SQUASHS').first()).toBeVisible();

  await page.getByRole('combobox', { name: 'Which crop is “WINTER SQUASHS”?' }).selectOption({ label: 'Winter squash (maxima)' });
  await page.getByRole('button', { name: 'Save answers' }).click();
  await expect(page.getByText('answered', { exact: false }).first()).toBeVisible();
  await expect(page.getByText('can mean several crops')).toHaveCount(0);

  // The number of a jar that nobody has is corrected where it stands.
  const jar = page.getByRole('textbox', { name: 'Jar, row 9' });
  await jar.fill('J101');
  await jar.press('Enter');
  await expect(page.getByText('No lot fits “J999”')).toHaveCount(0);

  await page.getByRole('button', { name: /^Import \d+ rows$/ }).click();
  await expect(page.getByText(/^Imported: .*58 seed lots/)).toBeVisible({ timeout: 30_000 });
  await page.getByRole('link', { name: 'See the lots' }).click();
  await page.getByRole('searchbox', { name: 'Find a lot' }).fill('J101');
  await page.getByRole('button', { name: 'Find' }).click();
  await page.getByRole('row').filter({ hasText: 'Signal Red' }).getByRole('link').first().click();
  await page
    .getByRole('tab', { name: 'Provenance' })
    .or(page.getByRole('link', { name: 'Provenance' }))
    .first()
    .click();
  await expect(page.getByText('seed-swap.xlsx, Seeds, row 6')).toBeVisible();

  await page.goto('/import');
  await page.getByRole('link', { name: 'seed-swap.xlsx' }).click();
  await page.getByRole('link', { name: 'Undo this import' }).click();
  await page.getByRole('main').getByRole('button', { name: 'Undo' }).click();
  await page.waitForURL((url) => url.pathname !== '/undo');
  await page.goto('/import');
  await expect(page.getByRole('row').filter({ hasText: 'seed-swap.xlsx' })).toContainText('Undone');
});

test('cells are pasted over several rows, filled from above, and a file without scripts goes the same way', async ({
  page,
  browser,
  library,
}) => {
  const lots = xlsxOf({
    Seeds: [
      ['Crop', 'Variety', 'Harvest year', 'Amount'],
      ['Pea', 'Pasted One', 'once', '20 g'],
      ['Pea', 'Pasted Two', 'once', '30 g'],
      ['Pea', 'Pasted Three', 'once', '40 g'],
    ],
  });
  await bring(page, { name: 'three.xlsx', mimeType: 'application/zip', buffer: Buffer.from(lots) });
  await check(page);
  const year = page.getByRole('textbox', { name: 'Harvest year, row 2' });
  await year.focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', '2021\t25 g\n2022\t35 g');
    document.activeElement!.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(page.getByRole('link', { name: /Cannot be imported yet \(1\)/ })).toBeVisible();
  await page.getByRole('link', { name: 'All', exact: true }).click();
  await expect(page.getByRole('textbox', { name: 'Amount, row 3' })).toHaveValue('35 g');
  const last = page.getByRole('textbox', { name: 'Harvest year, row 4' });
  await last.focus();
  await last.press('Control+d');
  await expect(last).toHaveValue('2022');
  await expect(page.getByRole('link', { name: /Cannot be imported yet/ })).toHaveCount(0);

  const plain = await browser.newContext({ javaScriptEnabled: false, baseURL: library.url, storageState: stateOf('coordinator') });
  const bare = await plain.newPage();
  await bare.goto('/import');
  await bare.getByLabel('Or paste cells').fill('Crop\tVariety\tHarvest year\tAmount\nPea\tWithout Scripts\t2021\t20 g');
  await bare.getByRole('button', { name: 'Look at it first' }).click();
  // A page that waits looks again by itself.
  await bare.getByRole('button', { name: 'Check the rows' }).click({ timeout: 30_000 });
  await bare.getByRole('button', { name: 'Import 1 row' }).click({ timeout: 30_000 });
  await expect(bare.getByText('Imported: 1 seed lot.')).toBeVisible({ timeout: 30_000 });
  await plain.close();
});

test('what is no sheet is refused in words, and what was chosen is asked again', async ({ page }) => {
  await page.goto('/import');
  await page.getByRole('button', { name: 'Look at it first' }).click();
  await expect(page.getByText('Choose a file, or paste cells below')).toBeVisible();
  await page
    .getByLabel('Spreadsheet')
    .setInputFiles({ name: 'old.xls', mimeType: 'application/vnd.ms-excel', buffer: Buffer.from([0xd0, 0xcf, 0x11, 0xe0, 1, 2, 3]) });
  await page.getByRole('button', { name: 'Look at it first' }).click();
  await expect(page.getByText('This is a workbook in the old .xls format')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByRole('link', { name: 'Choose another file' })).toBeVisible();
});

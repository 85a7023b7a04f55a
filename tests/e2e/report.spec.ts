import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { textOfPdf } from '../support/pdf.ts';

test.use({ storageState: stateOf('coordinator') });

test('the year is told by crop family with charts and tables, and prints on four pages', async ({ page }) => {
  await page.goto('/report');
  await expect(page.getByRole('heading', { name: /Hollin Reach Seed Library in \d{4}/ })).toBeVisible();
  await expect(page.getByRole('img', { name: 'Packets lent by crop family' }).locator('svg')).toBeVisible();
  const lent = page.getByRole('table', { name: 'Loans and returns, by crop family' });
  const packets = await lent.locator('tbody tr td:nth-child(2)').allTextContents();
  const all = packets.reduce((sum, text) => sum + (Number(text.replaceAll(/\D/g, '')) || 0), 0);
  await expect(lent.locator('tfoot td').first()).toHaveText(all === 0 ? '–' : String(all));
  const [title, , , last] = await textOfPdf(await page.pdf({ format: 'A4' }));
  expect(title).toContain('In short');
  expect(last).toContain('Lines saved, and lines at risk');
  expect(await textOfPdf(await page.pdf({ format: 'A4' }))).toHaveLength(4);
});

test('another year is chosen, and compared with the one before', async ({ page }) => {
  await page.goto('/report');
  const years = await page.getByLabel('Year').locator('option').allTextContents();
  expect(years.length).toBeGreaterThan(3);
  await page.getByLabel('Year').selectOption(years[1]!);
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByRole('heading', { name: new RegExp(`in ${years[1]!}$`) })).toBeVisible();
  await expect(page.getByText(`in ${Number(years[1]) - 1}`).first()).toBeVisible();
});

import { textOfPdf } from '../support/pdf.ts';
import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

// What is recorded here changes the list for all: a library of its own.
test.use({ storageState: stateOf('helper'), alone: true });

test('labels that are no longer true are found, printed anew in one go, and then match; undone, they are listed again', async ({
  page,
}) => {
  await page.goto('/shelves');
  await page.getByRole('link', { name: 'Labels to replace' }).click();
  const verdict = page.getByRole('region', { name: 'Do labels still tell the truth?' });
  await expect(verdict).toContainText('3 lots need new labels');
  await expect(verdict).toContainText('Take the packets out of the drawer');
  const rows = page.getByRole('group', { name: 'Labels to replace' }).getByRole('row');
  await expect(rows.filter({ hasText: 'sow as usual' })).toContainText(/sow \d for \d/);
  await expect(rows.filter({ hasText: 'likely true to type' })).toContainText('may vary');
  // What must not be lent wants no new label, unless somebody says so.
  const chosen = page.getByRole('checkbox', { checked: true });
  await expect(chosen).toHaveCount(2);
  const codes = await chosen.evaluateAll((boxes) => boxes.map((box) => (box as HTMLInputElement).value));
  const made = await page.locator('input[name="made"]').inputValue();
  const form = new URLSearchParams([['made', made], ['sheet', 'a4-24'], ...codes.map((code) => ['lot', code])]);
  const pdf = await page.request.post('/labels.pdf', {
    data: form.toString(),
    headers: { 'content-type': 'application/x-www-form-urlencoded', origin: new URL(page.url()).origin },
  });
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  const said = (await textOfPdf(await pdf.body())).join(' ');
  for (const code of codes) expect(said).toContain(code.split(' ')[0]);
  await page.reload();
  await expect(verdict).toContainText('1 lot needs new labels');
  await page.getByRole('checkbox').check();
  await page.getByRole('button', { name: BUTTON.recordAsReplaced }).click();
  await expect(page.getByText('The labels of 1 lot are recorded as replaced')).toBeVisible();
  await expect(verdict).toContainText('Yes, as far as we know');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/^Undone: labels recorded \d\d-\d{4}-[A-Z]$/)).toBeVisible();
  await page.goto('/labels');
  await expect(verdict).toContainText('1 lot needs new labels');
});

test('the page of a lot tells of labels that are no longer true, and leads to new ones', async ({ page }) => {
  await page.goto('/labels');
  await page.getByRole('row').filter({ hasText: 'sow as usual' }).getByRole('link').click();
  await page.getByRole('link', { name: 'label no longer true' }).click();
  await expect(page.getByText(/They say: sow as usual\. Now: sow \d for \d/)).toBeVisible();
  await expect(page.getByRole('article', { name: /^Label of/ })).toContainText(/Sow \d where you would sow \d/);
});

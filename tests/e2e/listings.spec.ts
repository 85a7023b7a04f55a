import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('coordinator') });

const jsonFile = (content: object | string) => ({
  name: 'listing.json',
  mimeType: 'application/json',
  buffer: Buffer.from(typeof content === 'string' ? content : JSON.stringify(content)),
});

test('a listing of another library shows what we want of it, and is undone', async ({ page, request }) => {
  const ours = (await (await request.get('/offer.json')).json()) as { kinds: object[]; wants: { crop: string; variety: string }[] };
  const [wanted] = ours.wants;
  await page.goto('/wants');
  await page.getByRole('link', { name: 'Other libraries' }).click();
  const file = page.getByLabel('Or a file that they sent');
  const read = page.getByRole('button', { name: 'Add this listing' });
  await read.click();
  await expect(page.getByText('Enter an address, or choose a file')).toBeVisible();
  await file.setInputFiles(jsonFile('<html>Not found</html>'));
  await read.click();
  await expect(page.getByText('This file is not a listing.')).toBeVisible();
  const address = page.getByLabel('Address of their listing');
  await address.fill('127.0.0.1:5432/offer.json');
  await read.click();
  await expect(page.getByText('This address is not on the public internet')).toBeVisible();
  await expect(address).toHaveValue('127.0.0.1:5432/offer.json');
  await address.fill('');

  // A library that has what we want, and wants what we have.
  const theirs = { ...ours, library: 'Listed Elsewhere', kinds: ours.wants, wants: ours.kinds };
  await file.setInputFiles(jsonFile(theirs));
  await read.click();
  const section = page.getByRole('region', { name: 'Listed Elsewhere' });
  const row = section.getByRole('table', { name: 'What Listed Elsewhere offers that we want' }).getByRole('row');
  await expect(row.filter({ hasText: `${wanted!.crop} ‘${wanted!.variety}’` }).first()).toBeVisible();
  await expect(section.getByRole('list', { name: 'What Listed Elsewhere wants that we lend' }).getByRole('listitem')).toHaveCount(
    ours.kinds.length,
  );

  await section.getByRole('button', { name: /^Remove this listing/ }).click();
  await expect(section).toBeHidden();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(section).toBeVisible();
});

import { addDays } from '#core/calendar/plainDate.ts';
import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

const region = 'How much of it germinates now?';

test('the outlook of a lot is told by its crop, then by what came up, and by where it lies', async ({ page, story }) => {
  const code = await story.takeIn({
    crop: 'pea',
    variety: 'Third Lamp',
    harvested: 'Sep 2023',
    amount: '600 seeds',
    place: 'Loft over the lamp room',
    container: 'paper envelope',
  });
  await page.goto(`/lots/${code}`);
  await openPart(page, 'Germination');
  await expect(page.getByRole('region', { name: 'Germination tests' })).toContainText(/About \d+ % germinate now/);
  await page.getByRole('link', { name: 'Germination outlook' }).click();
  const outlook = page.getByRole('region', { name: region });
  await expect(outlook).toContainText('This lot has not been tested');
  await expect(page.getByRole('region', { name: 'Where it has been stored' })).toContainText('Nobody has described this place');
  await expect(
    page
      .getByRole('img', { name: /Percentage germinating over the years/ })
      .locator('svg path')
      .nth(5),
  ).toBeAttached();
  await page.getByText('Show as a table').click();
  await expect(page.getByRole('table', { name: 'The outlook by date' }).getByRole('row').nth(3)).toBeVisible();

  const gardens = page.getByRole('region', { name: 'Germination in members’ gardens' });
  await gardens.getByText('Add a germination report from a garden').click();
  await gardens.getByLabel('Sown').fill('10');
  await gardens.getByLabel('Came up').fill('14');
  await gardens.getByRole('button', { name: BUTTON.saveReport }).click();
  await expect(gardens.getByText('This is more than were sown. Check both numbers')).toBeVisible();
  await expect(gardens.getByLabel('Came up')).toHaveValue('14');
  await gardens.getByLabel('Sown').fill('20');
  await gardens.getByRole('button', { name: BUTTON.saveReport }).click();
  await expect(gardens.getByText('14 of 20')).toBeVisible();

  await page.getByRole('link', { name: 'Conditions in each place' }).click();
  const measured = page.getByRole('region', { name: 'New conditions' });
  await measured.getByLabel('Place').selectOption('Loft over the lamp room');
  await measured.getByLabel('Temperature, °C').fill('31');
  await measured.getByLabel('Humidity, %').fill('170');
  await measured.getByRole('button', { name: BUTTON.saveConditions }).click();
  await expect(measured.getByText('Enter a humidity from 1 to 100 %')).toBeVisible();
  await measured.getByLabel('Humidity, %').fill('70');
  await measured.getByLabel('Why (optional)').fill('Under the tiles');
  await measured.getByRole('button', { name: BUTTON.saveConditions }).click();
  const loft = page.getByRole('main').getByRole('listitem').filter({ hasText: 'Loft over the lamp room' }).first();
  await expect(loft).toContainText('31 °C, 70 % humid');
  await expect(loft).toContainText('Seal dry seed in jars here');
});

test('a freezer that failed is seen in the fan of what lay in it', async ({ page, library }) => {
  await page.goto('/places');
  await expect(page.getByRole('main')).toContainText('The freezer failed');
  const { code: touched } = await library.db
    .selectFrom('holding')
    .innerJoin('place', 'place.id', 'holding.place_id')
    .innerJoin('lot', 'lot.id', 'holding.lot_id')
    .select('lot.code')
    .where('place.name', '=', 'Freezer, signal box')
    .where('lot.taken_in_on', '<', addDays(library.today(), -700))
    .orderBy('lot.id')
    .limit(1)
    .executeTakeFirstOrThrow();
  await page.goto(`/lots/${touched}/outlook`);
  await expect(page.getByRole('region', { name: 'Where it has been stored' })).toContainText('Freezer, signal box');
  await expect(page.getByRole('region', { name: region })).toContainText(/test/i);
});

test('a place’s air is taken from the logger that hangs there', async ({ page }) => {
  await page.goto('/places');
  await page.getByLabel('Place', { exact: true }).selectOption('Shelf B, lever room');
  await page.getByRole('button', { name: BUTTON.readTheLogger }).click();
  await expect(page.getByLabel('Temperature, °C')).toHaveValue(/^\d+(\.\d)?$/);
  await expect(page.getByLabel('Humidity, %')).toHaveValue(/^\d+(\.\d)?$/);
  // What it reads is not true of another place.
  await page.getByLabel('Place', { exact: true }).selectOption('Fridge, signal box');
  await expect(page.getByRole('button', { name: BUTTON.readTheLogger })).toHaveCount(0);
  await expect(page.getByText('The logger hangs in Shelf B, lever room')).toBeVisible();
});

test('the desk says how much of a lot germinates now, and that a test of it is due', async ({ page, request, samples }) => {
  const { person } = samples;
  const due = /\/lots\/(\d\d-\d{4}-[A-Z])/.exec(await (await request.get('/shelves?state=test+due&sort=next+test')).text())![1]!;
  await page.goto(`/people/${person}`);
  await page.getByLabel('Lot code').pressSequentially(due);
  const about = page.getByRole('region', { name: 'Lend' }).getByRole('status');
  await expect(about).toContainText(/About \d+ % germinate now/);
  await expect(about).toContainText('A germination test is due');
});

import { expect, test, type Locator, type Page } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

interface Editing {
  readonly save: string;
  readonly saved: (page: Page) => Locator;
  readonly change: (page: Page, turn: 0 | 1) => Promise<unknown>;
  readonly both: readonly [theirs: string, mine: string];
}

/** Two have the same form open. One saves; the other is shown both versions, still has what they typed, and keeps it. */
async function bothChange([page, other]: readonly [Page, Page], address: string, { save, saved, change, both }: Editing) {
  await page.goto(address);
  await other.goto(address);
  await change(other, 0);
  await other.getByRole('button', { name: save, exact: true }).click();
  await expect(saved(other)).toBeVisible();
  await change(page, 1);
  await page.getByRole('button', { name: save, exact: true }).click();
  await expect(page.getByText('Someone else changed this').first()).toBeVisible();
  const apart = page.getByRole('table', { name: 'Both versions' }).getByRole('row').filter({ hasText: both[1] });
  await expect(apart).toContainText(both[0]);
  await page.getByRole('button', { name: BUTTON.keepMyVersion }).click();
  await expect(saved(page)).toBeVisible();
}

test('of two who change a passport, a line, a fact, a figure or a rule at once, the second sees both versions and keeps theirs', async ({
  page,
  context,
  story,
}) => {
  const pages = [page, await context.newPage()] as const;
  const code = await story.takeIn({ crop: 'pea', variety: 'Read Twice', plantsHarvested: '30' });
  await bothChange(pages, `/lots/${code}/passport`, {
    save: BUTTON.saveCorrection,
    saved: (on) => on.getByRole('heading', { level: 1, name: 'Pea ‘Read Twice’', exact: true }),
    change: async (on, turn) => {
      await on.getByLabel('How many plants did you save seed from?', { exact: true }).fill(['31', '32'][turn]!);
      await on.getByLabel('Why are you correcting it?').fill('read again');
    },
    both: ['31 gave seed', '32 gave seed'],
  });
  await bothChange(pages, '/almanac/pea/facts?fact=homeDistance', {
    save: BUTTON.save,
    saved: (on) => on.getByText('is being updated'),
    change: async (on, turn) => {
      await on.getByLabel('True here').fill(['7 m', '8 m'][turn]!);
      await on.getByLabel('Reason').fill('our own notes');
    },
    both: ['7 m', '8 m'],
  });
  await bothChange(pages, '/settings/growing', {
    save: 'Save figures',
    saved: (on) => on.getByText('New plans use these figures'),
    change: (on, turn) => on.getByRole('textbox').first().fill(['31', '32'][turn]!),
    both: ['31', '32'],
  });
  await bothChange(pages, '/settings/rules', {
    save: 'Save rules',
    saved: (on) => on.getByText('now use these rules'),
    change: (on, turn) => on.locator(`input[name=rule-desiccant][value=${['silica', 'rice'][turn]!}]`).check(),
    both: ['Silica gel', 'Rice or starch'],
  });
  await page.goto(`/lots/${code}`);
  const line = await page.locator('main a[href^="/lines/"]').first().getAttribute('href');
  await bothChange(pages, `${line}/edit`, {
    save: BUTTON.save,
    saved: (on) => on.getByRole('heading', { level: 1, name: /Read Twice/ }),
    change: (on, turn) => on.getByLabel('Its story (optional)').fill(['By the signal box', 'From the lamp room'][turn]!),
    both: ['By the signal box', 'From the lamp room'],
  });
});

test('the same of an agreement with a grower, a garden’s location, a plot and a crop of the library’s own', async ({
  page,
  context,
  story,
}) => {
  const pages = [page, await context.newPage()] as const;
  const grower = await story.addMember('Twice Agreed');
  await bothChange(pages, `/people/${grower}/grower`, {
    save: 'Save agreement',
    saved: (on) => on.getByText('Agreement saved'),
    change: (on, turn) => on.getByLabel('Will not grow (optional)').fill(['squash', 'onions'][turn]!),
    both: ['squash', 'onions'],
  });
  await page.goto('/gardens');
  await page.getByLabel('Name', { exact: true }).fill('Twice Placed');
  await page.getByLabel('Where is it? (optional)').fill('41.21, -34.02');
  await page.getByRole('button', { name: 'Add garden' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Twice Placed' })).toBeVisible();
  await page.getByText('Add a plot', { exact: true }).click();
  await page.getByLabel('Name', { exact: true }).fill('Top bed');
  await page.getByLabel('Area, m²').fill('10');
  await page.getByRole('button', { name: 'Add plot' }).click();
  await expect(page.getByText('10 m²')).toBeVisible();
  const garden = new URL(page.url()).pathname;
  await bothChange(pages, garden, {
    save: 'Save plot',
    saved: (on) => on.getByText(/: 1[12] m²/),
    change: async (on, turn) => {
      await on.getByText('Change Top bed', { exact: true }).click();
      await on.getByLabel('Area, m²').first().fill(['11', '12'][turn]!);
    },
    both: ['11', '12'],
  });
  await bothChange(pages, garden, {
    save: 'Save location',
    saved: (on) => on.locator('dd').filter({ hasText: /^41\.2[34], / }),
    change: async (on, turn) => {
      await on.getByText('Change location', { exact: true }).click();
      await on.getByLabel('Where is it?').fill(['41.23, -34.02', '41.24, -34.02'][turn]!);
    },
    both: ['41.23', '41.24'],
  });
  await page.goto('/almanac/new');
  await page.getByLabel('What is it called?').fill('Fen mint');
  await page.getByLabel('Species').fill('Salvia fenensis');
  await page.getByLabel('Family').fill('Lamiaceae');
  await page.getByLabel('Which crop is most similar?').selectOption({ label: 'Basil (Lamiaceae)' });
  await page.getByLabel('By insects').check();
  await page.getByLabel('One season').check();
  await page.getByRole('button', { name: 'Add crop' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Fen mint' })).toBeVisible();
  await bothChange(pages, '/almanac/own-fen-mint/own', {
    save: BUTTON.save,
    saved: (on) => on.getByRole('heading', { level: 1, name: 'Fen mint' }),
    change: (on, turn) => on.getByLabel(['Two seasons', 'Several years'][turn]!).check(),
    both: ['Two seasons', 'Several years'],
  });
});

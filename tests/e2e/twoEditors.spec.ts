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

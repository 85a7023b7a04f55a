import { expect, test, type Page } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

// Plans are one for the whole library, and are built on each other: each of these tests has a library of its own.
test.use({ storageState: stateOf('coordinator'), alone: true });

const PLAN = '/grow-outs/plan';
const grown = (page: Page) => page.getByRole('list', { name: 'Lines to grow' }).getByRole('button');
const leftOut = (page: Page) => page.getByRole('list', { name: 'Lines left out' }).getByRole('button');

/** Plans until the planner has ended, proved or not. */
async function plan(page: Page): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`${BUTTON.planTheSeason}|${BUTTON.planAgainWithFewChanges}`) }).click();
  await expect(page.getByRole('status').filter({ hasText: /No plan can be better/ })).toBeVisible();
  await expect(page.getByRole('button', { name: BUTTON.planAgainWithFewChanges })).toBeVisible();
}

test('the winter is planned, saved, proposed and taken back; versions stand side by side, and the plan is for the wall', async ({
  page,
}) => {
  await page.goto('/grow-outs');
  await page.getByRole('link', { name: BUTTON.planTheSeason }).click();
  await plan(page);
  await expect(page.getByRole('heading', { name: /Plan of season \d{4}/ })).toBeVisible();
  await expect(page.getByText(/With this plan about \d+\.\d will be lost/)).toBeVisible();
  const lines = await grown(page).count();
  expect(lines).toBeGreaterThan(3);
  await page.getByLabel('Note (optional)').fill('As found');
  await page.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(page.getByText('Version 1 is saved')).toBeVisible();

  // One line is said not to be grown, and that is the second version.
  const first = grown(page).first();
  const name = (await first.locator('b').first().innerText()).trim();
  await first.click();
  await expect(page.getByText('Why grow it, and why here')).toBeVisible();
  // A day that is gone is not taken, and says so; what was typed stays.
  const sowOn = page.getByLabel('Sow on');
  const day = await sowOn.inputValue();
  await sowOn.fill('2020-01-01');
  await sowOn.blur();
  await expect(sowOn).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText(/^Choose .* or a later day/)).toBeVisible();
  await expect(sowOn).toHaveValue('1 Jan 2020');
  await sowOn.fill(day.replace(/^\d+ \w+/, '20 Dec'));
  await sowOn.blur();
  await expect(page.getByText(/Usually sown .* it may not ripen/)).toBeVisible();
  // The planner's word was of another plan.
  await expect(page.getByText(/No plan can be better/)).toBeHidden();
  await page.getByRole('button', { name: BUTTON.undoTheLastChange }).click();
  await expect(sowOn).toHaveValue(day);
  await page.getByRole('button', { name: BUTTON.leaveOut }).click();
  await expect(leftOut(page).filter({ hasText: name })).toContainText('You chose not to grow it');
  await page.getByRole('button', { name: BUTTON.undoTheLastChange }).click();
  await expect(grown(page).filter({ hasText: name })).toBeVisible();
  await grown(page).filter({ hasText: name }).getByText(name).isVisible();
  await page.getByRole('button', { name: BUTTON.leaveOut }).click();
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(page.getByText('Version 2 is saved')).toBeVisible();
  await page.getByRole('link', { name: 'Versions' }).click();
  const pair = page.getByRole('group', { name: 'Two versions side by side' });
  await expect(pair.getByRole('row').filter({ hasText: name })).toContainText('left out');
  await page.getByRole('link', { name: 'Open version 1' }).click();
  await expect(page.getByText('This is version 1')).toBeVisible();
  await expect(grown(page).filter({ hasText: name })).toBeVisible();
  await page.goto(`${PLAN}/sheet?version=1`);
  await expect(page.getByRole('table').filter({ hasText: name })).toBeVisible();

  await page.goto(PLAN);
  await page.getByRole('button', { name: /^Propose these \d+ grow-outs/ }).click();
  await expect(page.getByRole('heading', { name: 'All grow-outs' })).toBeVisible();
  await expect(page.getByRole('row').filter({ hasText: 'Offered' }).first()).toBeVisible();
  await expect(page.getByText('Proposed from the plan')).toBeVisible();
  await page.goto(PLAN);
  await expect(page.getByRole('button', { name: /^Propose/ })).toBeHidden();
});

test('a line is moved by key and by hand over beds and map, and stays where it was put when the rest is planned again', async ({
  page,
}) => {
  await page.goto(PLAN);
  await plan(page);
  await page.getByRole('button', { name: 'Beds over the year' }).click();
  const bars = page.locator('[id^=bar-]');
  const inRow = page.getByRole('region', { name: 'Beds over the year' }).getByRole('listitem').locator('[id^=bar-]');
  const bar = inRow.first();
  const id = (await bar.getAttribute('id'))!;
  const sown = async () => (await page.locator(`#${id}`).getAttribute('aria-label'))!.match(/sown (\d+ \w+ \d+)/)![1]!;
  const rowOf = async () => await page.locator(`#${id}`).evaluate((element) => element.closest('li')!.getAttribute('aria-label'));
  const [day, row] = [await sown(), await rowOf()];
  await bar.focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect.poll(async () => (Date.parse(await sown()) - Date.parse(day)) / 86_400_000).toBe(14);
  await page.keyboard.press('ArrowDown');
  await expect.poll(rowOf).not.toBe(row);
  await expect(page.locator(`#${id}`)).toBeFocused();
  await expect(page.locator(`#${id}`)).toContainText('pinned');
  const [moved, place] = [await sown(), await rowOf()];
  await plan(page);
  expect([await sown(), await rowOf()]).toEqual([moved, place]);

  // Dragged back up, to another bed.
  const target = page.getByRole('region', { name: 'Beds over the year' }).getByRole('listitem').first();
  await page.locator(`#${id}`).scrollIntoViewIfNeeded();
  const [from, to] = [(await page.locator(`#${id}`).boundingBox())!, (await target.boundingBox())!];
  await page.mouse.move(from.x + 10, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(from.x + 14, from.y + from.height / 2 + 10, { steps: 4 });
  await page.mouse.move(from.x + 10, to.y + to.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect.poll(rowOf).toBe(await target.getAttribute('aria-label'));
  expect(await bars.count()).toBeGreaterThan(3);

  await page.getByRole('button', { name: 'Map', exact: true }).click();
  const map = page.getByRole('region', { name: 'Map of the plan' });
  const list = map.getByRole('list', { name: 'Gardens of the plan' });
  const left = list.getByRole('listitem').filter({ hasText: 'Left out' }).getByRole('button').first();
  const lineName = (await left.innerText()).trim();
  const garden = map.getByTitle(/^Sluice Yard/);
  await left.scrollIntoViewIfNeeded();
  const chip = (await left.boundingBox())!;
  await page.mouse.move(chip.x + chip.width / 2, chip.y + chip.height / 2);
  await page.mouse.down();
  await page.mouse.move(chip.x + chip.width / 2 - 12, chip.y + chip.height / 2, { steps: 4 });
  // The page may scroll under what is dragged to its edge: the hand follows the garden until the garden is marked.
  await expect(async () => {
    const spot = (await garden.boundingBox())!;
    await page.mouse.move(spot.x + spot.width / 2, spot.y + spot.height / 2, { steps: 10 });
    await expect(garden).toHaveClass(/border-ink/, { timeout: 500 });
  }).toPass();
  await page.mouse.up();
  await expect(list.getByRole('listitem').filter({ hasText: 'Sluice Yard' })).toContainText(lineName);
});

test('what is left out says what would let it in; what must be grown is; and of two who plan the second is told', async ({
  page,
  context,
}) => {
  await page.goto(PLAN);
  await plan(page);
  const out = leftOut(page).filter({ hasText: 'No room beside the others' }).first();
  const name = (await out.locator('b').first().innerText()).trim();
  await out.click();
  await expect(page.getByText('Any one of these would make room')).toBeVisible();
  await expect(page.getByText(/The plan is worth \d\.\d\d more|the plan is worth \d\.\d\d more/).first()).toBeVisible();
  await page.getByRole('button', { name: BUTTON.whatWouldHelpMost }).click();
  await expect(page.getByText(/the plan would be worth \d\.\d\d more/).first()).toBeVisible();
  await page.getByRole('button', { name: BUTTON.mustBeGrown }).click();
  await page.getByRole('button', { name: BUTTON.planAgainWithFewChanges }).click();
  // No bed is large enough for it, whatever else is grown: it says so.
  await expect(page.getByText(`${name} must be grown, but no place suits it even if nothing else is grown`)).toBeVisible();
  await page.getByRole('button', { name: BUTTON.undoTheLastChange }).click();

  const other = await context.newPage();
  await other.goto(PLAN);
  await plan(other);
  await other.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(other.getByText('Version 1 is saved')).toBeVisible();
  await page.getByRole('button', { name: 'Save as version 1' }).click();
  await expect(page.getByText('Someone else saved a version')).toBeVisible();
  await page.getByRole('button', { name: 'Save as version 2' }).click();
  await expect(page.getByText('Version 2 is saved')).toBeVisible();
});

test('when a grower says no, a new plan moves that line and hardly any other', async ({ page }) => {
  await page.goto(PLAN);
  await plan(page);
  await page.getByRole('button', { name: 'Save as version 1' }).click();
  await page.getByRole('button', { name: /^Propose these \d+ grow-outs/ }).click();
  await expect(page.getByRole('heading', { name: 'All grow-outs' })).toBeVisible();
  await page.goto(PLAN);
  const before = await grown(page).allInnerTexts();
  // Whoever has Sluice Yard drops out: the garden is left out, as after a word on the telephone.
  await page.getByText(/^Gardens of the plan/).click();
  await page.getByRole('checkbox', { name: 'Sluice Yard' }).uncheck();
  await plan(page);
  const after = await grown(page).allInnerTexts();
  expect(after.filter((line) => line.includes('Sluice Yard'))).toEqual([]);
  const where = (lines: string[]) => new Map(lines.map((line) => [line.split('\n')[0]!, line.split('\n')[1]!]));
  const [stood, stands] = [where(before), where(after)];
  const moved = [...stood].filter(([line, place]) => stands.get(line) !== place);
  const dropped = [...stood].filter(([, place]) => place.includes('Sluice Yard'));
  expect(dropped.length).toBeGreaterThan(0);
  expect(moved.length).toBeLessThanOrEqual(dropped.length + 1);
});

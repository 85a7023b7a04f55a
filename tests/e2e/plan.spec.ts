import { addDays, mondayOf } from '#core/calendar/plainDate.ts';
import { expect, test, type Locator } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

// A saved plan and the bench's measures are one for the whole library: each of these tests has a library of its own.
test.use({ storageState: stateOf('coordinator'), alone: true });

test('the winter is planned off the page’s thread, a test is moved by key and keeps its place, and the list is for the wall', async ({
  page,
}) => {
  await page.goto('/tests/plan');
  const reckoning = page.getByRole('region', { name: 'What to start this week' });
  await expect(reckoning).toContainText(/No plan can be (more than .* )?less late/);
  const board = page.getByRole('region', { name: 'The plan by week' });
  // The second one: the first is for the list of what to lay next.
  const chip = board.getByRole('listitem').getByRole('button').nth(1);
  const name = (await chip.innerText()).replace(/^\S+ | · .*$/g, '');
  const weeks = board.getByRole('listitem').filter({ has: page.getByRole('heading') });
  const weekOf = async (test: Locator) =>
    await weeks.evaluateAll((all, one) => all.findIndex((week) => week.contains(one as Node)), await test.elementHandle());
  const before = await weekOf(chip);
  await chip.click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(board.getByText(/ends on time|after its deadline/)).toBeVisible();
  const pinned = board.getByRole('button', { name: /pinned/ }).filter({ hasText: name });
  await expect(pinned).toBeVisible();
  expect(await weekOf(pinned)).toBe(before + 2);
  await page.getByRole('button', { name: BUTTON.planAgainWithFewChanges }).click();
  await expect(page.getByRole('button', { name: BUTTON.planAgainWithFewChanges })).toBeVisible();
  expect(await weekOf(pinned)).toBe(before + 2);
  // The list is of two weeks; in summer nothing is laid so soon.
  const isSoon = (await weekOf(board.getByRole('listitem').getByRole('button').first())) < 2;
  await page.getByRole('button', { name: BUTTON.savePlan }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();
  await page.reload();
  await expect(pinned).toBeVisible();
  expect(await weekOf(pinned)).toBe(before + 2);
  await page.goto('/tests/list');
  if (!isSoon) return expect(page.getByText('Nothing is planned for these two weeks')).toBeVisible();
  await expect(page.getByRole('group', { name: 'To start' }).getByRole('row').nth(1)).toContainText(/\d{2,3}(warm|room|cool), \d+ °C/);
  await page.getByRole('link', { name: 'Start these tests' }).click();
  await expect(page.getByRole('heading', { name: 'Start a tray of tests' })).toBeVisible();
});

test('a bench that is too small leaves tests out, and says how little more would let them in', async ({ page }) => {
  await page.goto('/tests/plan');
  const bench = async (warm: string, hours: string) => {
    await page.getByText('Your testing bench').click();
    await page.getByLabel('Warm towels').fill(warm);
    await page.getByLabel('Hours a week').fill(hours);
    await page.getByRole('button', { name: BUTTON.saveBench }).click();
    await expect(page.getByText('0 of ' + warm).first()).toBeVisible();
  };
  // Hours enough: towels alone stand in the way, in February too, when most is due.
  await bench('0', '40');
  // The page lives while it is planned: what is reached can be kept, unless the best is proved before.
  await expect(page.getByText(/no plan can be (more than .* )?less late/i)).toBeVisible();
  const stop = page.getByRole('button', { name: BUTTON.stopAndKeepThisPlan });
  if (await stop.isVisible()) await stop.click({ timeout: 2_000 }).catch(() => undefined);
  await expect(page.getByText(/would make room for all the others/)).toBeVisible();
  await expect(page.getByText(/more towels? in the warm place/)).toBeVisible();
  await bench('12', '6');
});

test('a saved plan that no longer fits its bench says so, where it is planned and on the list for the wall, until a new one is saved', async ({
  page,
}) => {
  await page.goto('/tests/plan');
  const planAgain = page.getByRole('button', { name: BUTTON.planAgainWithFewChanges });
  await expect(planAgain).toBeVisible();
  await page.getByRole('button', { name: BUTTON.savePlan }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();
  const misfit = page.getByText(/The saved plan no longer fits your bench: .* (towels?|hours) too many/);
  await expect(misfit).toBeHidden();
  await page.getByText('Your testing bench').click();
  await page.getByLabel('Hours a week').fill('0.5');
  await page.getByRole('button', { name: BUTTON.saveBench }).click();
  await expect(misfit).toBeVisible();
  await page.goto('/tests/list');
  await expect(misfit).toBeVisible();
  await page.goto('/tests/plan');
  await expect(planAgain).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: BUTTON.savePlan }).click();
  await expect(page.getByText('Plan saved')).toBeVisible();
  await expect(misfit).toBeHidden();
});

test('a week when closed is kept free, and a test dragged into another week stays there', async ({ page, library }) => {
  await page.goto('/tests/plan');
  const board = page.getByRole('region', { name: 'The plan by week' });
  const closed = page.getByLabel('Weeks when you are closed');
  const close = async (days: string) => {
    await page.getByText('Your testing bench').click();
    await closed.fill(days);
    await page.getByRole('button', { name: BUTTON.saveBench }).click();
  };
  await close('in a week');
  await expect(closed).toHaveAccessibleDescription(/Enter one day in each closed week/);
  await expect(closed).toHaveAttribute('aria-invalid', 'true');
  // The board shows two weeks and those that are planned: a day of the second.
  const day = addDays(mondayOf(library.today()), 8);
  await closed.fill(day);
  await page.getByRole('button', { name: BUTTON.saveBench }).click();
  await expect(board.getByText('closed')).toHaveCount(1);
  await expect(page.getByRole('region', { name: 'What to start this week' })).toContainText(/No plan can be (more than .* )?less late/);
  await expect(page.getByRole('button', { name: BUTTON.planAgainWithFewChanges })).toBeVisible();
  const shut = board.getByRole('listitem').filter({ hasText: 'closed' });
  await expect(shut.getByRole('button')).toHaveCount(0);
  const weeks = board.getByRole('listitem').filter({ has: page.getByRole('heading') });
  const chip = board.getByRole('button', { pressed: false }).first();
  const name = (await chip.innerText()).replace(/^\S+ | · .*$/g, '');
  // Both weeks are in view: near an edge the page would scroll while something is dragged.
  await weeks.nth(2).evaluate((week) => week.scrollIntoView({ block: 'center' }));
  await chip.hover();
  await page.mouse.down();
  for (const x of [30, 40]) await weeks.nth(3).hover({ position: { x, y: 20 } });
  await expect(weeks.nth(3)).toHaveClass(/bg-well/);
  await page.mouse.up();
  await expect(
    weeks
      .nth(3)
      .getByRole('button', { name: /pinned/ })
      .filter({ hasText: name }),
  ).toBeVisible();
  await expect(board.getByText(name).filter({ hasText: /ends on time|after its deadline/ })).toBeVisible();
  await close('');
  await expect(board.getByText('closed')).toHaveCount(0);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a finger that rests on a test drags it to another week, and one that moves on scrolls', async ({ page }) => {
    await page.goto('/tests/plan');
    await expect(page.getByRole('region', { name: 'What to start this week' })).toContainText(/No plan can be (more than .* )?less late/);
    const board = page.getByRole('region', { name: 'The plan by week' });
    const weeks = board.getByRole('listitem').filter({ has: page.getByRole('heading') });
    const chip = weeks.nth(1).getByRole('button').first();
    const name = (await chip.innerText()).replace(/^\S+ | · .*$/g, '');
    const finger = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...at: { x: number; y: number }[]) =>
      finger.send('Input.dispatchTouchEvent', { type, touchPoints: at });
    const inside = async (part: Locator) => {
      const { x, y } = (await part.boundingBox())!;
      return { x: x + 20, y: y + 12 };
    };
    await weeks.nth(1).evaluate((week) => week.scrollIntoView({ block: 'start' }));
    const [start, end] = [await inside(chip), await inside(weeks.nth(2))];
    await touch('touchStart', start);
    await expect(chip).toHaveCSS('position', 'relative');
    await touch('touchMove', end);
    await expect(weeks.nth(2)).toHaveClass(/bg-well/);
    await touch('touchEnd');
    const moved = board.getByText(/ends on time|after its deadline/);
    await expect(moved.filter({ hasText: name })).toBeVisible();
    // Where another test lies now: swept over, it stays.
    const said = await moved.innerText();
    const next = await inside(weeks.nth(2).getByRole('button').first());
    await touch('touchStart', next);
    await touch('touchMove', { x: next.x, y: next.y - 60 });
    await touch('touchEnd');
    await expect(moved).toHaveText(said);
  });
});

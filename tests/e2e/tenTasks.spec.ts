import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from './granary.ts';
import { stateOf } from './roles.ts';

// The coordinator's guide is followed to the letter: every word that it names has to be on the screen, in its order.

test.use({ storageState: stateOf('coordinator') });

const guide = readFileSync(fileURLToPath(new URL('../../docs/coordinator.md', import.meta.url)), 'utf8');
const tasks = [...guide.matchAll(/^### (\d+\. .+)\n\n((?:- .+\n)+)/gm)].map(([, name, steps]) => ({
  name: name!,
  steps: steps!.trim().split('\n'),
}));

/** A control whose words begin as the guide says; the rest may be a number or a name. */
async function click(page: Page, words: string): Promise<void> {
  const named = { name: new RegExp(`^${words.replaceAll(/[.*+?^${}()|[\]\\]/g, '\\$&')}`) };
  const exact = { name: words, exact: true };
  const any = page
    .getByRole('link', exact)
    .or(page.getByRole('button', exact))
    .or(page.getByRole('link', named))
    .or(page.getByRole('button', named))
    .or(page.locator('summary').filter({ hasText: words }));
  await any.filter({ visible: true }).first().click();
}

async function choose(page: Page, choice: string, under: string): Promise<void> {
  const select = page.getByRole('combobox', { name: under, exact: true });
  const group = page.getByRole('group', { name: under, exact: true });
  await expect(select.or(group).first()).toBeVisible();
  if ((await group.count()) > 0) await group.first().getByLabel(choice, { exact: true }).check();
  else await select.selectOption({ label: choice });
}

async function follow(page: Page, step: string): Promise<void> {
  const words = (pattern: RegExp) => pattern.exec(step)?.slice(1) as [string, string] | undefined;
  const typed = words(/^- Type `(.+)` into \*\*(.+?)\*\*/);
  const chosen = words(/^- Choose \*\*(.+?)\*\* under \*\*(.+?)\*\*/);
  const clicked = words(/^- Click \*\*(.+?)\*\*/);
  const seen = words(/^- You see \*\*(.+?)\*\*/);
  if (typed) return page.getByLabel(typed[1], { exact: true }).filter({ visible: true }).first().fill(typed[0]);
  if (chosen) return choose(page, ...chosen);
  if (clicked) return click(page, clicked[0]);
  if (seen) return expect(page.getByText(seen[0]).filter({ visible: true }).first()).toBeVisible();
  if (step === '- Press Enter.') return page.keyboard.press('Enter');
  throw new Error(`the guide says what nobody can follow: ${step}`);
}

test('the guide names ten tasks', () => expect(tasks).toHaveLength(10));

for (const { name, steps } of tasks)
  test(name, async ({ page }) => {
    await page.goto('/');
    for (const step of steps) await test.step(step, () => follow(page, step));
  });

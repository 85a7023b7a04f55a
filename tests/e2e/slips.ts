import { expect, test, type Page } from './granary.ts';
import type { storiesIn } from '../support/stories.ts';
import { BUTTON } from './words.ts';

type Story = ReturnType<typeof storiesIn>;

/** Where a slip shows once it is saved: a page's address, and words on it that are there because of the slip. */
export type Shows = readonly (readonly [path: string, words: string])[];

/**
 * A likely slip. One that is saved shows on some pages, and no more on any of them when it is mended: by Undo, or as `mend` says. One that is asked
 * about or refused is mended beside its field, in `make` itself.
 */
export interface Slip {
  readonly name: string;
  readonly make: (page: Page, story: Story) => Promise<Shows | undefined>;
  readonly mend?: (page: Page) => Promise<void>;
}

export const bar = (page: Page) => page.getByRole('region', { name: 'Just done' });

async function undo(page: Page): Promise<void> {
  await bar(page).getByRole('button', { name: BUTTON.undo }).click();
  await expect(bar(page)).toContainText('Undone');
}

/** A page's words as somebody reads them, without what was just done. */
async function wordsOf(page: Page, path: string): Promise<string> {
  const html = await (await page.request.get(path)).text();
  return page.evaluate((text) => {
    const { body } = new DOMParser().parseFromString(text, 'text/html');
    for (const unseen of body.querySelectorAll('script, style, nav, [aria-label="Just done"]')) unseen.remove();
    return (body.textContent ?? '').replaceAll(/\s+/g, ' ');
  }, html);
}

/** Makes each slip in the interface, mends it there, and sees that all pages agree before and after. */
export function madeAndMended(slips: readonly Slip[]): void {
  for (const { name, make, mend } of slips)
    test(name, async ({ page, story }) => {
      const shows = await make(page, story);
      if (!shows) return;
      for (const [path, words] of shows) await expect.poll(() => wordsOf(page, path), { message: path }).toContain(words);
      await (mend ?? undo)(page);
      for (const [path, words] of shows) await expect.poll(() => wordsOf(page, path), { message: path }).not.toContain(words);
    });
}

/** What is wrong is said beside the field and stays typed there; put right, it is taken. */
export async function refusedThenRight(page: Page, field: string, says: RegExp, right: string, button: string): Promise<void> {
  const input = page.getByLabel(field, { exact: true });
  const typed = await input.inputValue();
  await page.getByRole('button', { name: button, exact: true }).click();
  await expect(input).toHaveAccessibleDescription(says);
  await expect(input).toHaveValue(typed);
  await input.fill(right);
  await page.getByRole('button', { name: button, exact: true }).click();
}

import { expect, type Locator, type Page } from '@playwright/test';
import { BUTTON } from './words.ts';

/** On a phone one part of the questions is open at a time: opens the one that holds this question. */
async function openPartOf(page: Page, question: Locator): Promise<void> {
  if ((page.viewportSize()?.width ?? 1280) >= 640) return;
  await expect(question).toBeAttached();
  const head = question.locator('xpath=ancestor::section[1]').locator('button[aria-expanded]');
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
}

/** Answers by the words of the questions; `unknown` taps Unknown, several ticks are parted by `|`. */
export type Said = Readonly<Record<string, string>>;

const form = (page: Page) => page.getByRole('form', { name: 'Questions' });

/** Answers questions of the desk interview in the order given, waiting for each to be asked. */
export async function answer(page: Page, said: Said): Promise<void> {
  for (const [question, value] of Object.entries(said)) {
    const group = form(page).getByRole('group', { name: question });
    const field = form(page).getByLabel(question, { exact: true });
    await openPartOf(page, group.or(field).first());
    await expect(group.or(field).first()).toBeVisible();
    if ((await group.count()) > 0 && (await field.count()) === 0)
      for (const choice of value.split('|'))
        await group
          .first()
          .getByLabel(choice === 'unknown' ? 'Unknown' : choice, { exact: true })
          .check();
    else if (value === 'unknown') await form(page).getByLabel(`${question}: unknown`, { exact: true }).check();
    else if (value === 'yes' && (await field.getAttribute('type')) === 'checkbox') await field.check();
    else await field.fill(value);
  }
}

const MAY_STAY_EMPTY = /optional|Weight of the sample|Counted sample/;

/** Taps Unknown on every question that has no answer yet, until none is left. */
export async function restIsUnknown(page: Page): Promise<void> {
  for (let round = 0; round < 6; round += 1) {
    await page.waitForTimeout(100);
    const open = await form(page).evaluate((element, optional) => {
      const mayBeEmpty = new RegExp(optional);
      let tapped = 0;
      for (const box of element.querySelectorAll<HTMLInputElement>('input[type=checkbox][name$="-unknown"]')) {
        const input = element.querySelector<HTMLInputElement>(`input[name="${box.name.replace('-unknown', '')}"]:not([type=checkbox])`);
        const label = element.querySelector(`label[for="${input?.id}"]`)?.textContent ?? '';
        if (!box.checked && input?.value === '' && !mayBeEmpty.test(label)) {
          box.click();
          tapped += 1;
        }
      }
      for (const group of element.querySelectorAll('fieldset')) {
        const inputs = [...group.querySelectorAll<HTMLInputElement>(':scope > div input')];
        const legend = group.querySelector('legend')?.textContent ?? '';
        const unknown = inputs.find((input) => input.value === 'unknown');
        if (unknown && !inputs.some((input) => input.checked) && !mayBeEmpty.test(legend)) {
          unknown.click();
          tapped += 1;
        }
      }
      return tapped;
    }, MAY_STAY_EMPTY.source);
    if (open === 0) return;
  }
}

/** Takes it in; gives the new lot's code. */
export async function takeIn(page: Page): Promise<string> {
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page).toHaveURL(/\/lots\/\d\d-\d{4}-[A-Z]\?new=yes/);
  return /lots\/([^?]+)/.exec(page.url())![1]!;
}

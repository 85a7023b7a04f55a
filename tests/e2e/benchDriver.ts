import { expect, type Page } from '@playwright/test';
import type { storiesIn } from '../support/stories.ts';
import { BUTTON } from './words.ts';

const history = (page: Page) => page.getByRole('complementary', { name: 'So far' }).getByRole('listitem');

/** Goes on to a step, early and with a cleared table where that is asked; into another vessel and at another time where these are said. */
export async function goOn(page: Page, label: string | RegExp, { when, vessel }: { when?: string; vessel?: string } = {}) {
  const form = page.getByRole('region', { name: 'Continue' });
  const step = form.getByLabel(label, { exact: typeof label === 'string' });
  const isChecked = await step.isChecked();
  if ((!isChecked || when) && !(await step.isVisible())) await form.getByText('Choose another step, method or time').click();
  if (!isChecked) await step.check();
  if (when) await form.getByLabel('When did it begin? (optional)').fill(when);
  if (vessel) await form.getByLabel('Which container is it in now?').fill(vessel);
  for (const tick of [/ready before the earliest/, /rind is not hard/, /are cleared and cleaned/])
    if (await form.getByLabel(tick).isVisible()) await form.getByLabel(tick).check();
  const before = await history(page).count();
  await form.getByRole('button').click();
  await expect(history(page)).toHaveCount(before + 1);
}

export async function readHazards(page: Page, ...words: string[]) {
  const region = page.getByRole('region', { name: 'Before you begin' });
  for (const word of words) await expect(region).toContainText(word);
  await region.getByRole('button', { name: BUTTON.iHaveReadIt }).click();
  await expect(region).toBeHidden();
}

/** Weighs it, now or when it is said to have been. */
export async function weigh(page: Page, weight: string, when?: string) {
  await page.getByLabel('What does the scale show?').fill(weight);
  if (!when) return page.keyboard.press('Enter');
  const before = await history(page).count();
  await page.getByText('It was weighed earlier').click();
  await page.getByLabel('When was it weighed?').fill(when);
  await page.keyboard.press('Enter');
  await expect(history(page)).toHaveCount(before + 1);
}

/** Weighs it time after time: first and last by hand, what lies between by the command that the page calls. */
export async function weighAll(
  page: Page,
  story: ReturnType<typeof storiesIn>,
  weighings: readonly (readonly [weight: string, when: string])[],
) {
  const [first, ...between] = weighings;
  const last = between.pop();
  await weigh(page, ...first!);
  const batchId = Number(/\/bench\/(\d+)/.exec(page.url())![1]);
  const scaleError = (await page.getByLabel('0.1 g').isChecked()) ? 100 : 1000;
  for (const [weight, when] of between) await story.weigh(batchId, weight, when, scaleError);
  await page.reload();
  if (last) await weigh(page, ...last);
}

export async function readAir(page: Page, where: 'In the room' | 'In its jar', humidity: string, celsius: string) {
  await page.getByText('Read a hygrometer').click();
  const form = page.locator('form').filter({ hasText: 'Humidity, %' });
  await form.getByLabel(where).check();
  await form.getByLabel('Humidity, %').fill(humidity);
  await form.getByLabel('Temperature, °C').fill(celsius);
  await form.getByRole('button', { name: BUTTON.saveReading }).click();
  await expect(form).toBeHidden();
}

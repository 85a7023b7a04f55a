import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type * as axeCore from 'axe-core';
import { expect, test, type Page } from './granary.ts';
import { PLACES, type Place } from '../support/places.ts';
import { faultsOfDrawing } from './drawn.ts';
import { NOBODY, stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

declare const axe: typeof axeCore;
// Smaller by half than what the package exports, and taken in at each page.
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'];
/** Rows of one table look alike: the first dozen of each is looked at. */
const LATER_ROWS = ['tbody tr:nth-of-type(n+13)', 'main li:nth-of-type(n+13)'];

/**
 * What a page breaks: every rule in the light theme; in the dark one, where only the colours differ, contrast. The contrast of text that
 * has the same colours, size, weight and grounds is measured once; text that is laid over other things is measured wherever it stands.
 */
async function violationsOn(page: Page): Promise<string[]> {
  await page.evaluate(AXE);
  const found: string[] = [];
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    const rules = colorScheme === 'light' ? TAGS : ['color-contrast'];
    const broken = await page.evaluate(
      async ([exclude, runOnly]) => {
        const seen = new Set<string>();
        for (const element of document.querySelectorAll('body *')) {
          element.removeAttribute('data-contrast');
          const { placeholder = '', value = '' } = element as Partial<HTMLInputElement>;
          const ownWords = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent!.trim());
          if (!ownWords && !placeholder && !value) continue;
          const { color, fontSize, fontWeight, textShadow } = getComputedStyle(element);
          const look: unknown[] = [color, fontSize, fontWeight, textShadow, element.matches(':disabled, [aria-disabled=true]')];
          let laidOver = false;
          for (let at: Element | null = element; at; at = at.parentElement) {
            const style = getComputedStyle(at);
            look.push(style.backgroundColor, style.backgroundImage, style.opacity, style.filter);
            laidOver ||= ['absolute', 'fixed', 'sticky'].includes(style.position);
          }
          if (seen.has(look.join()) && !laidOver) continue;
          seen.add(look.join());
          element.setAttribute('data-contrast', '');
        }
        axe.configure({ rules: [{ id: 'color-contrast', selector: '[data-contrast]' }] });
        const there = exclude.filter((selector) => document.querySelector(selector));
        const { violations } = await axe.run({ include: ['html'], exclude: there }, { runOnly, resultTypes: ['violations'] });
        return violations.map(({ id, nodes }) => [id, ...nodes.slice(0, 3).map(({ html }) => html)].join(' '));
      },
      [LATER_ROWS, rules] as const,
    );
    found.push(...broken.map((what) => `${colorScheme} ${what}`));
  }
  return found;
}

async function faultsOnPhone(page: Page): Promise<string[]> {
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  return [...(width > 390 ? [`${width} wide`] : []), ...(await faultsOfDrawing(page))];
}

/** Pages that answer a stranger in another way than somebody who is signed in. */
const FOR_STRANGERS = ['sign-in', 'welcome/:token'];
const areaOf = ({ route }: Place) => (FOR_STRANGERS.includes(route) ? 'the door' : `/${route.split('/')[0]}`);
const areas = new Map<string, Place[]>();
for (const place of PLACES.filter(({ page }) => page)) areas.set(areaOf(place), [...(areas.get(areaOf(place)) ?? []), place]);

// One browser context for the pages of an area: its cache is warm, as a person's is.
for (const [area, places] of areas)
  test.describe(() => {
    if (area === 'the door') test.use({ storageState: NOBODY });
    test(`every page of ${area} is accessible in both themes, and fits a phone`, async ({ page, samples }) => {
      const troubles: string[] = [];
      page.on('console', (message) => message.type() === 'error' && !message.text().includes('404') && troubles.push(message.text()));
      page.on('pageerror', (error) => troubles.push(error.message));
      for (const place of places) {
        await page.setViewportSize({ width: 1280, height: 800 });
        await page.goto(place.path(samples));
        troubles.push(...(await violationsOn(page)));
        expect(troubles, `/${place.route}`).toEqual([]);
        // Charts are drawn, and take another width, a picture or two after the page: what is wrong then stays wrong.
        await expect.poll(() => faultsOfDrawing(page), `/${place.route}`).toEqual([]);
        await page.setViewportSize({ width: 390, height: 844 });
        await expect.poll(() => faultsOnPhone(page), `/${place.route} on a phone`).toEqual([]);
      }
    });
  });

test('an ended test, read, is accessible in both themes', async ({ page, samples }) => {
  await page.goto(`/tests/${samples.endedTest}`);
  expect(await violationsOn(page)).toEqual([]);
});

test('the chosen theme holds on every page', async ({ page }) => {
  await page.goto('/almanac');
  await page.getByRole('button', { name: BUTTON.dark }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await expect(page).toHaveURL('/almanac');
  await page.goto('/shelves');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  expect(await page.evaluate(() => getComputedStyle(document.body).backgroundColor)).toBe('rgb(21, 26, 23)');
});

test('the work is reached by keyboard alone: skip link, finder, a lot', async ({ page, samples }) => {
  await page.goto('/');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the page' })).toBeFocused();
  await page.keyboard.press('/');
  await expect(page.getByRole('searchbox', { name: 'Go to' })).toBeFocused();
  await page.keyboard.type(samples.code);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`/lots/${samples.code}`);
});

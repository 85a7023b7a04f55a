import { existsSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';

/** How much slower than this machine the phone at the bench is taken to be. */
const SLOWER = 4;
const ROUNDS = 15;
const PLANNED_MS = 120_000;
/** The answer of the server is held back by this much: what is painted before it is painted without it. */
const HELD_BACK_MS = 1_500;

const median = (times: readonly number[]) => [...times].sort((one, other) => one - other)[Math.floor(times.length / 2)]!;

declare global {
  interface Window {
    painted: Promise<number>;
  }
}

/** Runs in the page: from the next key to the first frame after something was drawn (on the curve) or typed (in the field), in milliseconds. */
function watchPaint(what: 'curve' | 'field'): void {
  window.painted = new Promise((resolve, reject) => {
    setTimeout(() => reject(new Error(`nothing was painted: ${what}`)), 10_000);
    const field = document.querySelector<HTMLInputElement>('input[name="weight"]')!;
    let pressed = 0;
    const painted = () =>
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => resolve(performance.now() - pressed);
        channel.port2.postMessage(null);
      });
    field.addEventListener('keydown', () => (pressed = performance.now()), { once: true, capture: true });
    if (what === 'field') field.addEventListener('input', painted, { once: true });
    else {
      const watch = new MutationObserver(() => {
        if (pressed === 0) return;
        watch.disconnect();
        painted();
      });
      watch.observe(document.querySelector('figure [role="img"]')!, { subtree: true, childList: true, attributes: true });
    }
  });
}

const paintedAfter = (page: Page) => page.evaluate(() => window.painted);

async function openDryingBatch(page: Page, app: string): Promise<void> {
  await page.goto(`${app}/bench?search=sleeper+row`);
  await page.locator('ol a[href^="/bench/"]').first().click();
  await page.getByLabel('What does the scale say?').waitFor();
  await page.locator('figure [role="img"] svg').waitFor();
  await page.waitForLoadState('networkidle');
}

/** Time from a tap on a seed of an open towel to its mark, in milliseconds. */
async function tapSeeds(page: Page, app: string): Promise<number[]> {
  await page.goto(`${app}/tests`);
  await page.locator('table a[href^="/tests/"]').last().click();
  await page.locator('[role="grid"] button').first().waitFor();
  await page.waitForLoadState('networkidle');
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    await page.evaluate((at) => {
      window.painted = new Promise((resolve) => {
        const seed = document.querySelectorAll<HTMLElement>('[role="grid"] button')[at]!;
        let pressed = 0;
        seed.addEventListener('pointerdown', () => (pressed = performance.now()), { once: true, capture: true });
        const watch = new MutationObserver(() => {
          watch.disconnect();
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => resolve(performance.now() - pressed);
            channel.port2.postMessage(null);
          });
        });
        watch.observe(seed, { subtree: true, childList: true, attributes: true, attributeFilter: ['aria-pressed', 'class'] });
      });
    }, round % 10);
    await page
      .locator('[role="grid"] button')
      .nth(round % 10)
      .click();
    times.push(await paintedAfter(page));
  }
  return times;
}

/** Time from the tap on Save to the entry in the log, in milliseconds: it is kept on the device, and sent beside that. */
async function writeEntries(page: Page, app: string): Promise<number[]> {
  await page.goto(`${app}/grow-outs/log`);
  await page.getByRole('region', { name: 'Write into the log' }).waitFor();
  await page.waitForLoadState('networkidle');
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    await page.evaluate(() => document.querySelector('[aria-label="Write into the log"] details')?.setAttribute('open', ''));
    await page.getByRole('button', { name: 'Note', exact: true }).click();
    await page.getByLabel('What should the library know?').fill(`Round ${round}`);
    await page.evaluate(() => {
      window.painted = new Promise((resolve) => {
        const save = document.querySelector<HTMLElement>('main form button[type="submit"]')!;
        let pressed = 0;
        save.addEventListener('pointerdown', () => (pressed = performance.now()), { once: true, capture: true });
        const watch = new MutationObserver(() => {
          if (pressed === 0 || document.querySelector('main form') !== null) return;
          watch.disconnect();
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => resolve(performance.now() - pressed);
            channel.port2.postMessage(null);
          });
        });
        watch.observe(document.querySelector('main')!, { subtree: true, childList: true });
      });
    });
    await page.getByRole('button', { name: 'Save entry' }).click();
    times.push(await paintedAfter(page));
  }
  return times;
}

/** Time from the key that moves a line of the season's plan by a week to its bar in the new place, with hours, crossing and faults of all computed again, in milliseconds. */
async function moveLines(page: Page, app: string): Promise<number[]> {
  await page.goto(`${app}/grow-outs/plan`);
  await page.getByRole('button', { name: /Plan the season|Plan again/ }).click();
  await page.getByRole('button', { name: 'Plan again, moving little' }).waitFor({ timeout: PLANNED_MS });
  await page.getByRole('button', { name: 'Beds over the year' }).click();
  const bar = page.locator('li [id^=bar-]').first();
  await bar.focus();
  const times: number[] = [];
  for (let round = 0; round < ROUNDS; round += 1) {
    await page.evaluate(() => {
      window.painted = new Promise((resolve) => {
        let pressed = 0;
        document.addEventListener('keydown', () => (pressed = performance.now()), { once: true, capture: true });
        const watch = new MutationObserver(() => {
          watch.disconnect();
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => resolve(performance.now() - pressed);
            channel.port2.postMessage(null);
          });
        });
        watch.observe(document.querySelector('[aria-label="Beds over the year"]')!, {
          subtree: true,
          attributes: true,
          attributeFilter: ['style'],
        });
      });
    });
    await page.keyboard.press(round % 2 === 0 ? 'ArrowRight' : 'ArrowLeft');
    times.push(await paintedAfter(page));
  }
  return times;
}

/** Time from the key to the weight painted on the curve, at a quarter of this machine's speed, beside a letter typed into the same field. */
async function measure(): Promise<void> {
  const { APP_URL: app, COOKIE: cookie } = process.env as Record<string, string>;
  const browser = await chromium.launch({
    executablePath: ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'].find((path) => existsSync(path))!,
    chromiumSandbox: false,
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
  });
  const context = await browser.newContext({ viewport: { width: 390, height: 800 } });
  const [name, value] = cookie!.split('=') as [string, string];
  await context.addCookies([{ name, value, url: app! }]);
  const page = await context.newPage();
  await openDryingBatch(page, app!);
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.route('**/bench/*.data*', async (route) => {
    if (route.request().method() === 'POST') await new Promise((resolve) => setTimeout(resolve, HELD_BACK_MS));
    await route.continue();
  });
  const field = page.getByLabel('What does the scale say?');
  const [typed, drawn, saved]: [number[], number[], number[]] = [[], [], []];
  for (let round = 0; round < ROUNDS; round += 1) {
    await field.fill('');
    await field.focus();
    await page.evaluate(watchPaint, 'field' as const);
    await page.keyboard.press('7');
    typed.push(await paintedAfter(page));
    await field.fill(`${(730 - round * 0.5).toFixed(1)} g`);
    await page.evaluate(watchPaint, 'curve' as const);
    const start = performance.now();
    const answer = page.waitForResponse((response) => response.request().method() === 'POST');
    await page.keyboard.press('Enter');
    drawn.push(await paintedAfter(page));
    await answer;
    saved.push(performance.now() - start - HELD_BACK_MS);
    await page.locator('form[aria-busy="false"] input[name="weight"]').waitFor();
  }
  const tapped = await tapSeeds(page, app!);
  const written = await writeEntries(page, app!);
  const moved = await moveLines(page, app!);
  await browser.close();
  const worst = Math.max(...drawn);
  process.stdout.write(
    `\nA weight, ${SLOWER} times slowed down: from the key to the curve ${median(drawn).toFixed(0)} ms (worst of ${ROUNDS}: ${worst.toFixed(0)}), a letter typed into the field ${median(typed).toFixed(0)} ms, ratio ${(median(drawn) / median(typed)).toFixed(1)}; saved after ${median(saved).toFixed(0)} ms, acknowledged apart.\n` +
      `A seed of a towel, ${SLOWER} times slowed down: from the tap to the mark ${median(tapped).toFixed(0)} ms (worst of ${ROUNDS}: ${Math.max(...tapped).toFixed(0)}).\n` +
      `An entry of a season’s log, ${SLOWER} times slowed down: from the tap to the log ${median(written).toFixed(0)} ms (worst of ${ROUNDS}: ${Math.max(...written).toFixed(0)}; aim: under 100 ms).\n` +
      `A line of the season’s plan, ${SLOWER} times slowed down: from the key to its new place ${median(moved).toFixed(0)} ms (worst of ${ROUNDS}: ${Math.max(...moved).toFixed(0)}; aim: under 100 ms).\n`,
  );
}

measure().then(
  () => process.exit(0),
  (error: unknown) => {
    process.stderr.write(`${String(error)}\n`);
    process.exit(1);
  },
);

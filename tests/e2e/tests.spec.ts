import { expect, test } from './granary.ts';
import { NOBODY, stateOf } from './roles.ts';
import { textOfPdf } from '../support/pdf.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

test('four replicates, one of which dried out: they are counted apart, and their mean is not trusted', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Damp Cloth' });
  await page.goto(`/lots/${code}/test`);
  await expect(page.getByText(/settle whether|confirm it/)).toBeVisible();
  await page.getByLabel('Seeds on the towel').fill('25');
  await page.getByLabel('Replicates').fill('4');
  await page.getByLabel('Normal seedlings').check();
  await expect(page.getByText('100 seeds tell the germination')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await expect(page.getByText('4 replicates, 100 seeds, started')).toBeVisible();
  for (const [index, normal] of [24, 23, 11, 24].entries()) {
    await page.getByRole('button', { name: `Replicate ${index + 1}:` }).click();
    await page.getByLabel('Normal seedling', { exact: true }).fill(String(normal));
    await page.getByLabel('Abnormal', { exact: true }).fill('1');
    await page.getByRole('button', { name: BUTTON.saveCount }).click();
    await expect(page.getByRole('button', { name: `Replicate ${index + 1}: ${normal} of 25` })).toBeVisible();
  }
  await page.getByRole('textbox', { name: 'Reason' }).fill('All that came had come');
  await page.getByRole('button', { name: BUTTON.endTest }).click();
  const reckoning = page.getByRole('region', { name: /What does the test of/ });
  await expect(reckoning).toContainText('82 of 100');
  await expect(reckoning).toContainText('The replicates differ more than sampling does: 24 of 25, 23 of 25, 11 of 25, 24 of 25');
  await expect(reckoning).toContainText('The rest: 4 abnormal');
  await expect(page.getByRole('list', { name: 'Replicate 3' })).toBeVisible();
});

test('one seed fewer was laid: the number is corrected, and both stay in the history', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Short Count' });
  await page.goto(`/lots/${code}/test`);
  await page.getByLabel('Seeds on the towel').fill('20');
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await page.getByRole('grid').getByRole('button', { name: 'Seed 1:' }).focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('h');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('f');
  await expect(page.getByRole('button', { name: 'Seed 2: hard' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Seed 3: fresh, ungerminated' })).toBeVisible();
  await page.getByLabel('Re-wetted').check();
  await page.getByRole('button', { name: 'Save 3 marks' }).click();
  await expect(page.getByRole('row').filter({ hasText: 're-wetted' })).toBeVisible();
  await page.getByText('Number of seeds wrong? Correct it').click();
  await page.getByLabel('How many seeds were there really?').fill('2');
  await page.getByLabel('How did you find out?').fill('Counted again');
  await page.getByRole('button', { name: BUTTON.correct }).click();
  await expect(page.getByText('3 seeds have been marked already')).toBeVisible();
  await page.getByLabel('How many seeds were there really?').fill('19');
  await page.getByRole('button', { name: BUTTON.correct }).click();
  await expect(page.getByText('19 seeds, not 20: Counted again').first()).toBeVisible();
  await expect(page.getByRole('button', { name: 'Seed 20: not laid' })).toBeDisabled();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText('1 981 seeds');
});

test('a test in batches stops when its answer is clear, and asks for another batch when it is not', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Slow Order' });
  await page.goto(`/lots/${code}/test`);
  await page.getByLabel('Seeds on the towel').fill('10');
  await page.getByLabel(/Test in batches/).check();
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  const advice = page.getByRole('region', { name: /can you stop/ });
  await expect(advice).toContainText('Wait for the last count');
  await page.getByLabel('Root out', { exact: true }).fill('7');
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await page.getByRole('textbox', { name: 'Reason' }).fill('All that came had come');
  await page.getByRole('button', { name: BUTTON.endTest }).click();
  await expect(advice).toContainText('Start another batch');
  await advice.getByRole('link', { name: 'Start another 10' }).click();
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await page.getByLabel('Root out', { exact: true }).fill('10');
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(advice).toContainText('Stop: enough seeds germinate');
  await expect(advice).toContainText('17 of 20 in 2 batches');
});

test('a tray is laid at once with what each decision needs, and its slips are one PDF', async ({ page, story }) => {
  const [one, other] = [await story.takeIn({ variety: 'Porters Tray' }), await story.takeIn({ variety: 'Trolley', amount: '12 seeds' })];
  await page.goto(`/tests/lay?lots=${one}`);
  await page.getByLabel('Put another lot on the tray').fill(other.toLowerCase());
  await page.getByRole('button', { name: BUTTON.addLot }).click();
  await expect(page.getByText('grow it out instead')).toBeVisible();
  await page.getByLabel('Seeds of Trolley').fill('13');
  await page.getByRole('button', { name: BUTTON.startTestsAndPrintSlips }).click();
  await expect(page.getByText('Only 12 seeds left')).toBeVisible();
  await expect(page.getByLabel('Seeds of Trolley')).toHaveValue('13');
  await page.getByLabel('Seeds of Trolley').fill('6');
  await page.getByRole('button', { name: BUTTON.startTestsAndPrintSlips }).click();
  await expect(page.getByRole('heading', { name: '2 towel slips' })).toBeVisible();
  const ids = new URL(page.url()).searchParams.get('ids')!;
  const pdf = await page.request.get(`/tests/slips.pdf?ids=${ids}&sheet=a4-24&start=1`);
  const slips = (await textOfPdf(await pdf.body())).join(' ');
  for (const words of [one, other, '‘Porters Tray’', '‘Trolley’']) expect(slips).toContain(words);
  await page.getByRole('link', { name: /Trolley/ }).click();
  await expect(page.getByText('6 seeds, started')).toBeVisible();
});

test('one goes round the towels that are due, from one to the next by one key', async ({ page }) => {
  await page.goto('/tests');
  await page
    .getByRole('row')
    .filter({ hasText: /today|late|ago/ })
    .first()
    .getByRole('link')
    .click();
  const onward = page.getByRole('button', { name: BUTTON.saveAndGoToTheNextTowelN });
  await expect(onward).toBeVisible();
  const first = page.url();
  await expect(onward).toBeEnabled();
  await page.keyboard.press('n');
  await expect(page).toHaveURL(/\/tests\/\d+\?after=\d+/);
  expect(page.url().startsWith(`${first}?`)).toBe(false);
});

test('a photo goes with a count, and what is none is refused beside its field', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Plate Glass' });
  await page.goto(`/lots/${code}/test`);
  await page.getByLabel('Seeds on the towel').fill('10');
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await page.getByText('Add a note or photo').click();
  await page
    .getByLabel('Photo', { exact: true })
    .setInputFiles({ name: 'towel.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no photo') });
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(page.getByText('This is not a photo')).toBeVisible();
  await page.getByLabel('Photo', { exact: true }).setInputFiles('docs/screenshots/towel.png');
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(page.getByRole('img', { name: 'The towel on day 0' })).toBeVisible();
});

test.describe('in the shed', () => {
  test.use({ viewport: { width: 390, height: 844 } });

  test('towels are counted without a network, kept on the device with a mark, and sent in order, once, when it is back', async ({
    page,
    context,
  }) => {
    await page.goto('/tests/round');
    const towels = page.getByRole('navigation', { name: 'Towels of this round' }).getByRole('button');
    await expect(towels.first()).toBeVisible();
    const first = await towels.first().innerText();
    await expect(page.getByText('opens without a network')).toBeVisible();
    await context.setOffline(true);
    await page.getByLabel('Re-wetted').check();
    await page.getByRole('button', { name: /^Save/ }).first().click();
    const kept = page.getByRole('region', { name: 'Not saved yet' });
    await expect(kept).toContainText('1 entry is kept on this device and not sent yet');
    await expect(towels.filter({ hasText: first }).first()).toContainText('not saved yet');
    await page.getByRole('button', { name: /^Save/ }).first().click();
    await expect(kept).toContainText('2 entries are kept');
    // The page opens again in the shed, with what was counted on top.
    await page.reload();
    await expect(kept).toContainText('2 entries are kept');
    await expect(towels.filter({ hasText: first }).first()).toContainText('not saved yet');
    const sent: string[] = [];
    page.on('request', (request) => request.method() === 'POST' && sent.push(new URL(request.url()).pathname));
    await context.setOffline(false);
    await expect(kept).toBeHidden();
    expect(sent).toHaveLength(2);
    expect(new Set(sent).size).toBe(2);
    expect(await page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('counts')))).toEqual([]);
  });

  test('a count on a towel’s own page survives a lost network and a closed page, and is sent once', async ({ page, context, story }) => {
    const id = await story.layTest(await story.takeIn({ variety: 'Shed Light' }), 10);
    await page.goto(`/tests/${id}`);
    const isStored = () => page.evaluate(async (path) => Boolean(await caches.match(path)), `/tests/${id}`);
    await expect.poll(isStored).toBe(true);
    await context.setOffline(true);
    await page.getByRole('grid', { name: 'Towel of 10 seeds' }).getByRole('button').nth(2).click();
    await page.getByRole('button', { name: 'Save 1 mark' }).click();
    await expect(page.getByText('This count is kept on this device and is sent as soon as')).toBeVisible();
    await page.reload();
    await expect(page.getByText('This count is kept on this device and is sent as soon as')).toBeVisible();
    await expect(page.getByText('of 10 sprouted')).toContainText('of 10 sprouted');
    await expect(page.locator('p[aria-live]').filter({ hasText: 'of 10 sprouted' })).toContainText('1');
    await context.setOffline(false);
    await expect(page.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
    await page.goto(`/tests/${id}`);
    await expect(page.locator('p[aria-live]').filter({ hasText: 'of 10 sprouted' })).toContainText('1');
    await expect(page.getByText('This count is kept on this device')).toBeHidden();
    // With a network what the library refuses stands beside its field, and the form stays as it was.
    await page.locator('[name=moreSprouted]').fill('12');
    await page.getByRole('button', { name: BUTTON.saveCount }).click();
    await expect(page.getByText('Only 9 seeds are still waiting')).toBeVisible();
    await expect(page.locator('[name=moreSprouted]')).toHaveValue('12');
    await page.locator('[name=moreSprouted]').fill('3');
    await page.getByRole('button', { name: BUTTON.saveCount }).click();
    await expect(page.getByText('Saved: 4 of 10 have sprouted')).toBeVisible();
  });

  test('whoever signs out leaves no page behind for the next in the shed', async ({ browser }) => {
    const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, storageState: NOBODY })).newPage();
    await page.goto('/sign-in', { waitUntil: 'networkidle' });
    await page.getByLabel('E-mail').fill('helper@hollinreach.example');
    await page.getByLabel('Password').fill('grain by grain');
    await page.getByRole('button', { name: BUTTON.signIn }).click();
    await expect(page.getByRole('navigation').first()).toBeVisible();
    await page.goto('/tests/round');
    await expect(page.getByText('opens without a network')).toBeVisible();
    const kept = () => page.evaluate(async () => (await caches.keys()).filter((name) => name === 'kept-pages').length);
    expect(await kept()).toBe(1);
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('button', { name: BUTTON.signOut }).locator('visible=true').click();
    await expect(page.getByLabel('Password')).toBeVisible();
    await expect.poll(kept).toBe(0);
  });

  test('a count that the book refuses stays with why, and is left by a tap', async ({ page, context }) => {
    await page.goto('/tests/round');
    const owner = await page.evaluate(() => document.documentElement.outerHTML.match(/"owner",(\d+)/)?.[1] ?? '');
    await page.evaluate((account) => {
      const count = { key: crypto.randomUUID(), testId: 1, name: 'Ended long ago', fields: { checkedOn: '2026-01-01' }, refused: null };
      localStorage.setItem(`kind-granary-counts-${account}`, JSON.stringify([count]));
    }, owner || '2');
    await page.goto('/tests');
    const kept = page.getByRole('region', { name: 'Not saved yet' });
    await expect(kept).toContainText('Ended long ago was not saved');
    await kept.getByRole('button', { name: BUTTON.discardEntry }).click();
    await expect(kept).toBeHidden();
    await context.clearCookies();
  });

  test('nobody sends a count in another’s name', async ({ page, request }) => {
    await page.goto('/tests');
    const answer = await request.post('/tests/1/counts', {
      form: { owner: '999999', key: 'x' },
      headers: { origin: new URL(page.url()).origin },
    });
    expect(answer.status()).toBe(409);
  });
});

test.describe('with another helper', () => {
  test.use({ alone: true, viewport: { width: 390, height: 844 } });

  test('two at one round see who counts what: the second begins with another towel, and what is counted is ticked for both', async ({
    page,
    browser,
  }) => {
    await page.goto('/tests/round');
    const mine = (await page.getByRole('heading', { level: 2 }).first().innerText()).trim();
    const other = await (
      await browser.newContext({ storageState: stateOf('coordinator'), viewport: { width: 390, height: 844 } })
    ).newPage();
    await expect
      .poll(async () => {
        await other.goto('/tests/round');
        return (await other.getByRole('heading', { level: 2 }).first().innerText()).trim();
      })
      .not.toBe(mine);
    const seen = other.getByRole('navigation', { name: 'Towels of this round' }).getByRole('button');
    await expect(seen.filter({ hasText: 'Jory Thackwell' })).toHaveCount(1);
    const counted = await page.locator('nav[aria-label="Towels of this round"] [aria-pressed=true]').innerText();
    await page.getByLabel('Re-wetted').check();
    await page.getByRole('button', { name: /^Save/ }).first().click();
    await expect(page.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
    await expect(seen.filter({ hasText: counted }).first()).toContainText('✓', { timeout: 60_000 });
    await seen.filter({ hasText: counted }).first().click();
    await expect(other.getByText('Counted today by Jory Thackwell')).toBeVisible();
  });
});

test('the trainer shows what ten seeds would have said of a known jar, and a fan that narrows', async ({ page }) => {
  await page.goto('/tests/trainer');
  await page.getByRole('button', { name: BUTTON.draw20Samples }).click();
  await expect(page.getByText(/of 20 samples would have said/)).toBeVisible();
  await expect(page.getByRole('img', { name: /20 samples with their intervals/ })).toBeVisible();
  const fan = page.getByRole('region', { name: 'How tests narrow the range' });
  const width = async () => Number(/\b(\d{1,3}) percentage points wide/.exec(await fan.innerText())![1]);
  const before = await width();
  await fan.getByLabel('Seeds').selectOption('100');
  for (let year = 1; year <= 4; year += 1) await fan.getByRole('button', { name: `Test 100 seeds in year ${year}` }).click();
  expect(await width()).toBeLessThan(before);
});

test('what is wanted is listed with its price, and goes out as a table', async ({ page }) => {
  await page.goto('/wants');
  const first = page.getByRole('region', { name: 'What is needed first' });
  await expect(first).toContainText(/\d lines? by \d+ \w+ \d{4}/);
  await expect(first).toContainText('ordering it all would cost');
  const csv = await (await page.request.get('/wants.csv')).text();
  expect(csv.split('\n')[0]).toBe(
    'crop,variety,what_to_do,by,seeds,packets,price,currency,why,seeds_counted_on,seeds_that_may_be_lent,seeds_aimed_at,how_far,with_whom,since',
  );
  await page.getByLabel('What to do').selectOption('ask, swap or order');
  await page.getByRole('button', { name: BUTTON.find, exact: true }).click();
  await expect(page.getByRole('group', { name: 'What each line needs' })).not.toContainText('grow out');
});

test('a calendar’s address is told once, answers without signing in, and ends', async ({ page, playwright }) => {
  await page.goto('/tests/calendar');
  await page.getByRole('button', { name: BUTTON.createAddress }).click();
  const address = await page.getByLabel(/This is your calendar’s address/).inputValue();
  const stranger = await playwright.request.newContext();
  const calendar = await stranger.get(address);
  expect(calendar.headers()['content-type']).toContain('text/calendar');
  expect(await calendar.text()).toContain('BEGIN:VEVENT');
  await page.getByRole('button', { name: BUTTON.endAddress }).click();
  await expect(page.getByText('You have no address yet')).toBeVisible();
  expect((await stranger.get(address)).status()).toBe(404);
});

test('a member tells what came up of their own loan, and of no other', async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: stateOf('member') })).newPage();
  await page.goto('/mine');
  await page.getByRole('link', { name: 'Report how many came up' }).first().click();
  await page.getByLabel('Sown').fill('100000');
  await page.getByLabel('Came up').fill('5');
  await page.getByLabel('Sown').evaluate((field) => field.removeAttribute('max'));
  await page.getByRole('button', { name: BUTTON.sendReport }).click();
  await expect(page.getByText(/seeds were lent. Enter that number or fewer/)).toBeVisible();
  await page.getByLabel('Sown').fill('6');
  await page.getByRole('button', { name: BUTTON.sendReport }).click();
  await expect(page).toHaveURL('/mine');
});

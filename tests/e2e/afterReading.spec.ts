import { expect, test, type Page } from './granary.ts';
import { take } from './benchDriver.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('helper') });

const laidSeed = (page: Page, variety: string, amount = '2000 seeds') =>
  take(page, { Crop: 'Lettuce', Variety: variety, 'What does it come as?': 'Clean seed', 'How much is there?': amount });

/** Lays and reads a test in one go; leaves the page at its reading. */
async function testIt(page: Page, code: string, seeds: number, sprouted: number) {
  await page.goto(`/lots/${code}/test`);
  await page.getByLabel('Seeds on the towel').fill(String(seeds));
  await page.getByRole('button', { name: 'Lay the towel' }).click();
  await page.getByLabel('Root out', { exact: true }).fill(String(sprouted));
  await page.getByRole('button', { name: 'Save the count' }).click();
  await expect(page.getByText(`Saved: ${sprouted} of ${seeds}`)).toBeVisible();
  await page.getByRole('textbox', { name: 'Reason' }).fill('All that came had come');
  await page.getByRole('button', { name: 'End and read it' }).click();
  await expect(page.getByRole('region', { name: /may it be lent/ })).toBeVisible();
}

/** The holds that intake laid because nobody knew better do not matter here. */
async function liftHolds(page: Page, code: string) {
  await page.goto(`/lots/${code}`);
  const holds = page.getByRole('region', { name: 'Holds' });
  for (let left = await holds.getByText('Lift this hold').count(); left > 0; left -= 1) {
    await holds.getByText('Lift this hold').first().click();
    await holds.getByLabel('Reason').locator('visible=true').first().fill('Looked at');
    await holds.getByRole('button', { name: 'Lift it' }).locator('visible=true').first().click();
    await expect(holds.getByText('Lift this hold')).toHaveCount(left - 1);
  }
}

test('weak seed is blended with fresh from its verdict: the new lot, its outlook, its label and the shelves say what it is', async ({
  browser,
}) => {
  const page = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
  const [old, fresh] = [await laidSeed(page, 'Two Tickets'), await laidSeed(page, 'Two Tickets')];
  for (const code of [old, fresh]) await liftHolds(page, code);
  await testIt(page, fresh, 50, 48);
  await testIt(page, old, 50, 12);
  await page
    .getByRole('region', { name: /may it be lent/ })
    .getByRole('link', { name: 'Blend with fresh seed' })
    .click();
  await expect(page.getByText(`${old} takes`)).toContainText(`seeds of ${fresh} at least`);
  const expected = page.getByRole('region', { name: 'What would the blend germinate?' });
  await page.getByLabel(`Seeds of ${old}`).fill('400');
  await page.getByLabel(`Seeds of ${fresh}`).fill('1200');
  await expect(expected).toContainText('1 600 seeds');
  await expect(expected).toContainText('It will come up unevenly');
  await page.getByLabel(`Seeds of ${fresh}`).fill('9999');
  await page.getByRole('button', { name: 'Blend them' }).click();
  await expect(page.getByLabel(`Seeds of ${fresh}`)).toHaveAccessibleDescription(/left/);
  await expect(page.getByLabel(`Seeds of ${old}`)).toHaveValue('400');
  await page.getByLabel(`Seeds of ${fresh}`).fill('1200');
  await page.getByRole('button', { name: 'Blend them' }).click();
  await expect(page.getByText('Blended. Write')).toBeVisible();
  const main = page.getByRole('main');
  await expect(main).toContainText(`Blend of 400 seeds of ${old} and 1200 seeds of ${fresh}`);
  await expect(main.getByRole('region', { name: 'Germination tests' })).toContainText(/About 7\d % germinate now/);
  const blend = /\d\d-\d{4}-[A-Z]/.exec(page.url())![0];
  await page.goto(`/lots/${blend}/label`);
  await expect(main).toContainText(/Germinates about 7\d % in \w+ \d{4}, unevenly; not tested/);
  await page.goto(`/shelves?search=${blend}`);
  await expect(page.getByRole('row').filter({ hasText: blend })).toContainText(/7\d % germinate now/);
  await page.goto(`/lots/${blend}/outlook`);
  await expect(main).toContainText('this is what was expected of its parts when they were blended');
  await page.goto(`/lots/${old}`);
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText(`Into ${blend}`);
});

test('a lot on hold is not blended, and the only lot of its line has nothing to be blended with', async ({ page }) => {
  const code = await laidSeed(page, 'Single Ticket');
  await page.goto(`/lots/${code}/blend`);
  await expect(page.getByRole('main')).toContainText(/on hold: not blended|No other lot of this line has seed/);
});

test('seed too weak to lend is held in one step, to be grown out from what lives', async ({ page }) => {
  const code = await laidSeed(page, 'Last Coal');
  await testIt(page, code, 50, 6);
  await page.getByRole('link', { name: 'Hold it, to grow out' }).click();
  const form = page.getByRole('dialog', { name: 'Lay a hold' });
  await expect(form.getByLabel('Reason')).toHaveValue('Too weak to lend: grow out what lives');
  await form.getByRole('button', { name: 'Hold it' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByRole('region', { name: 'Holds' })).toContainText('Wants a trial: Too weak to lend: grow out what lives');
});

test('what sprouted is potted up, and an end by mistake is taken back by a coordinator, with why', async ({ page, browser }) => {
  const code = await laidSeed(page, 'Wrong Platform');
  await testIt(page, code, 20, 17);
  const address = page.url();
  await page.getByText('Pot up what sprouted').click();
  await page.getByLabel('Seedlings').fill('18');
  // The browser itself holds a number over the most; what comes past it is refused as well.
  await page.getByLabel('Seedlings').evaluate((field) => field.removeAttribute('max'));
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('Only 17 that sprouted are left to pot')).toBeVisible();
  await page.getByLabel('Seedlings').fill('6');
  await page.getByLabel(/Where they stand/).fill('Cold frame');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('6 potted up')).toBeVisible();
  await expect(page.getByText('This end was a mistake')).toBeHidden();

  const leader = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
  await leader.goto(address);
  await leader.getByText('This end was a mistake').click();
  await leader.getByRole('button', { name: 'Re-open the test' }).click();
  await expect(leader.getByText('Say why: the verdict goes without this test')).toBeVisible();
  await leader.getByLabel('Why').fill('Two more came up');
  await leader.getByRole('button', { name: 'Re-open the test' }).click();
  await expect(leader.getByText('after it had been read as 17 sprouted')).toContainText('Two more came up');
  await leader.getByLabel('Root out', { exact: true }).fill('2');
  await leader.getByRole('button', { name: 'Save the count' }).click();
  await leader.getByRole('textbox', { name: 'Reason' }).fill('All that came had come');
  await leader.getByRole('button', { name: 'End and read it' }).click();
  await expect(leader.getByRole('region', { name: /may it be lent/ })).toContainText('19 of 20');
  await leader.goto(`/lots/${code}`);
  await expect(leader.getByRole('main')).toContainText('6 seedlings of a test potted up: Cold frame');
});

test('the house asks less of one crop: what cannot be read is named, and the verdict follows', async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
  const code = await take(page, {
    Crop: 'Chives',
    Variety: 'Thin Timetable',
    'What does it come as?': 'Clean seed',
    'How much is there?': '2000 seeds',
  });
  await testIt(page, code, 50, 30);
  const reading = page.url();
  await page.goto('/settings', { waitUntil: 'networkidle' });
  const field = page.getByLabel('Crops of which other shares are asked (optional)');
  const before = await field.inputValue();
  await field.fill(`${before}\nChives 70 20`);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('“Chives 70 20”: write the crop and two percentages, the lower one first')).toBeVisible();
  await field.fill(`${before}\nChives 20 35`);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto(reading);
  await expect(page.getByRole('region', { name: /may it be lent/ })).toContainText('That at least 35 % germinate is');
  await page.goto('/settings', { waitUntil: 'networkidle' });
  await field.fill(before);
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
});

test('how fast it came up is told, drawn and listed by day', async ({ page }) => {
  await page.goto('/tests?show=ended');
  const links = await page.getByRole('main').getByRole('row').getByRole('link').all();
  const ended = new Set((await Promise.all(links.map((link) => link.getAttribute('href')))).filter((href) => /^\/tests\/\d+$/.test(href!)));
  const speed = page.getByRole('region', { name: 'Speed' });
  for (const href of ended) {
    await page.goto(href!, { waitUntil: 'networkidle' });
    // What was counted once, or on the day it was laid, has no speed.
    if ((await speed.count()) > 0 && /by day \d/.test(await speed.innerText())) break;
  }
  await expect(speed).toContainText(/Half of what came had come by day \d/);
  await expect(speed.getByRole('img', { name: 'Share up by day' })).toBeVisible();
  await expect(speed.getByRole('row').nth(1)).toBeVisible();
});

import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

test('weak seed is blended with fresh from its verdict: the new lot, its outlook, its label and the shelves say what it is', async ({
  browser,
  story,
}) => {
  const page = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
  const [old, fresh] = [await story.takeIn({ variety: 'Two Tickets' }), await story.takeIn({ variety: 'Two Tickets' })];
  for (const code of [old, fresh]) await story.liftHolds(code);
  await page.goto(`/tests/${await story.readTest(fresh, 50, 48)}`);
  await page.goto(`/tests/${await story.readTest(old, 50, 12)}`);
  await page
    .getByRole('region', { name: /What does the test of/ })
    .getByRole('link', { name: 'Blend with fresh seed' })
    .click();
  await expect(page.getByText(`${old} takes`)).toContainText(`seeds of ${fresh} at least`);
  const expected = page.getByRole('region', { name: 'What would the blend germinate?' });
  await page.getByLabel(`Seeds of ${old}`).fill('400');
  await page.getByLabel(`Seeds of ${fresh}`).fill('1200');
  await expect(expected).toContainText('1 600 seeds');
  await expect(expected).toContainText('It will come up unevenly');
  await page.getByLabel(`Seeds of ${fresh}`).fill('9999');
  await page.getByRole('button', { name: BUTTON.blendTheTwoLots }).click();
  await expect(page.getByLabel(`Seeds of ${fresh}`)).toHaveAccessibleDescription(/left/);
  await expect(page.getByLabel(`Seeds of ${old}`)).toHaveValue('400');
  await page.getByLabel(`Seeds of ${fresh}`).fill('1200');
  await page.getByRole('button', { name: BUTTON.blendTheTwoLots }).click();
  await expect(page.getByText('Blended. Write')).toBeVisible();
  const main = page.getByRole('main');
  await openPart(page, 'History');
  await expect(main).toContainText(`Blend of 400 seeds of ${old} and 1200 seeds of ${fresh}`);
  await openPart(page, 'Germination');
  await expect(main.getByRole('region', { name: 'Germination tests' })).toContainText(/About 7\d % germinate now/);
  const blend = /\d\d-\d{4}-[A-Z]/.exec(page.url())![0];
  await page.goto(`/lots/${blend}/label`);
  await expect(main).toContainText(/Germinates about 7\d % in \w+ \d{4}, unevenly; not tested/);
  await page.goto(`/shelves?search=${blend}`);
  await expect(page.getByRole('row').filter({ hasText: blend })).toContainText(/7\d % germinate now/);
  await page.goto(`/lots/${blend}/outlook`);
  await expect(main).toContainText('The estimate is what was expected of the lots that were blended');
  await page.goto(`/lots/${old}`);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText(`Into ${blend}`);
});

test('a lot on hold is not blended, and the only lot of its line has nothing to be blended with', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Single Ticket' });
  await page.goto(`/lots/${code}/blend`);
  await expect(page.getByRole('main')).toContainText(/on hold: cannot be blended|This is the only lot of its line with seed/);
});

test('seed too weak to lend is planned to be grown out from what lives; a coordinator proposes it', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Last Coal' });
  await page.goto(`/tests/${await story.readTest(code, 50, 6)}`);
  await page.getByRole('link', { name: 'Plan a grow-out' }).click();
  await expect(page.getByRole('heading', { name: 'Grow out' })).toContainText('‘Last Coal’');
  await expect(page.getByText(/sow \d+ seeds/i).first()).toBeVisible();
  await expect(page.getByText('A coordinator can propose this grow-out')).toBeVisible();
  await expect(page.getByRole('button', { name: BUTTON.proposeGrowOut })).toHaveCount(0);
});

test('what sprouted is potted up, and an end by mistake is taken back by a coordinator, with why', async ({ page, browser, story }) => {
  const code = await story.takeIn({ variety: 'Wrong Platform' });
  await page.goto(`/tests/${await story.readTest(code, 20, 17)}`);
  const address = page.url();
  await page.getByText('Pot up seedlings').click();
  await page.getByLabel('Seedlings').fill('18');
  // The browser itself holds a number over the most; what comes past it is refused as well.
  await page.getByLabel('Seedlings').evaluate((field) => field.removeAttribute('max'));
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('Only 17 sprouted seeds are left to pot up')).toBeVisible();
  await page.getByLabel('Seedlings').fill('6');
  await page.getByLabel(/Where they are/).fill('Cold frame');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('6 potted up')).toBeVisible();
  await expect(page.getByText('Ended by mistake? Re-open test')).toBeHidden();

  const leader = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
  await leader.goto(address);
  await leader.getByText('Ended by mistake? Re-open test').click();
  await leader.getByRole('button', { name: BUTTON.reOpenTest }).click();
  await expect(leader.getByText('Say why you are re-opening it')).toBeVisible();
  await leader.getByLabel('Why').fill('Two more came up');
  await leader.getByRole('button', { name: BUTTON.reOpenTest }).click();
  await expect(leader.getByText('after being ended with 17 sprouted')).toContainText('Two more came up');
  await leader.getByLabel('Root out', { exact: true }).fill('2');
  await leader.getByRole('button', { name: BUTTON.saveCount }).click();
  await leader.getByRole('textbox', { name: 'Reason' }).fill('All that came had come');
  await leader.getByRole('button', { name: BUTTON.endTest }).click();
  await expect(leader.getByRole('region', { name: /What does the test of/ })).toContainText('19 of 20');
  await leader.goto(`/lots/${code}`);
  await openPart(leader, 'History');
  await expect(leader.getByRole('main')).toContainText('6 seedlings of a test potted up: Cold frame');
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
  await expect(speed).toContainText(/Half of the seeds that sprouted had done so by day \d/);
  await expect(speed.getByRole('img', { name: 'Percentage sprouted by day' })).toBeVisible();
  await expect(speed.getByRole('row').nth(1)).toBeVisible();
});

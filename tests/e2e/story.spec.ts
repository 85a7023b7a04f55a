import { expect, test } from './granary.ts';
import { answer, restIsUnknown, takeIn } from './interview.ts';
import { stateOf } from './roles.ts';
import { openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });
/** Bean seed, weighed, of which enough is known that nothing holds it. */
const BEAN = { crop: 'french-bean', variety: 'Lamp Iron', amount: '1 lb 6 oz', insects: 'none' } as const;

/** A donation that is clear in all that matters. */
const FOOTPLATE = {
  'How did you get it?': 'Donated',
  Crop: 'French bean',
  Variety: 'Footplate',
  'Where does the name come from?': 'Who grew it',
  'How sure is the name?': 'Sure',
  'What kind of seed is it?': 'Open-pollinated',
  'Who is bringing it?': 'Zennor Tregallis',
  'Which garden did it grow in?': 'Drovers’ End',
  'When was it harvested?': 'Sep 2026',
  'How many plants did you save seed from?': '18',
  'Did anything it can cross with flower nearby?': 'Yes',
  'How far away?': '60 m',
  'How does the seed arrive?': 'Clean seed',
  'Do you see insects or their holes?': 'None',
  'How much is there?': '1 lb 6 oz',
  Container: 'Jar',
};

test('1. Today shows what is due, the overdue ferment and the towel first, each with its reason and the way to the work', async ({
  page,
}) => {
  await page.goto('/');
  const due = page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ has: page.getByRole('link') });
  // Other work may be overdue at the bench too; it all stands before the towels.
  await expect(due.first()).toContainText('overdue since');
  await expect(due.filter({ hasText: 'Seed sprouts in the jar and is lost' }).first()).toBeVisible();
  // Counts are alike: one line of them, which opens, and a way to the round of all.
  await expect(page.getByRole('link', { name: 'Start the count round' })).toHaveAttribute('href', '/tests/round');
  await page.getByText(/^\d+ tests need counting/).click();
  const towel = page.getByRole('link', { name: /^Count / }).first();
  await expect(towel).toContainText('Count Lettuce ‘Slow Line’');
  for (const verb of ['loans are late', 'lots need a germination test', 'holds to settle'])
    await expect(due.filter({ hasText: verb }).first()).toBeVisible();
  await towel.click();
  await expect(page).toHaveURL(/\/tests\/\d+$/);
  await expect(page.getByRole('grid')).toBeVisible();
});

test('2. a donated lot is taken in with its donor added on the spot, and gets a code and a label', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, FOOTPLATE);
  await restIsUnknown(page);
  const code = await takeIn(page);
  await expect(page.getByRole('status')).toContainText(code);
  await expect(page.getByRole('main')).toContainText('624 g');
  await openPart(page, 'Provenance');
  const passport = page.getByRole('region', { name: 'Provenance' });
  for (const fact of ['Zennor Tregallis', 'Drovers’ End', 'Sep 2026', '18 gave seed', '60 m away'])
    await expect(passport).toContainText(fact);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('received, from donors');
  await page.getByRole('link', { name: 'Print labels' }).click();
  const label = page.getByRole('article');
  await expect(label).toContainText('‘Footplate’');
  await expect(label).toContainText(code);
  await expect(label.getByRole('img', { name: `QR code of ${code}` }).locator('svg')).toBeVisible();
});

test('3. a test is laid, counted on the towel by tap, key and number, ended and read', async ({ page, story }) => {
  const code = await story.takeIn(BEAN);
  await page.goto(`/lots/${code}/test`);
  await page.getByRole('button', { name: '20', exact: true }).click();
  // Laid days ago in the book is refused: the lot came in today.
  await page.getByLabel('Started on', { exact: true }).fill('2026-01-05');
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await expect(page.getByText('The lot came in on')).toBeVisible();
  await page.getByLabel('Started on', { exact: true }).fill('today');
  await page.getByRole('button', { name: BUTTON.startTest }).click();
  await expect(page).toHaveURL(/\/tests\/\d+$/);
  const towel = page.getByRole('grid', { name: 'Towel of 20 seeds' });
  await towel.getByRole('button', { name: 'Seed 1:' }).click();
  await towel.getByRole('button', { name: 'Seed 2:' }).click();
  await towel.getByRole('button', { name: 'Seed 2:' }).press('ArrowDown');
  await page.keyboard.press('Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('d');
  await expect(page.getByText('3 of 20 sprouted')).toBeVisible();
  await expect(towel.getByRole('button', { name: 'Seed 13: mouldy or dead' })).toBeVisible();
  await page.getByRole('button', { name: 'Save 4 marks' }).click();
  await expect(page.getByRole('status')).toContainText('3 of 20');
  await page.getByLabel('Root out', { exact: true }).fill('15');
  await page.getByRole('button', { name: BUTTON.saveCount }).click();
  await expect(page.getByRole('status')).toContainText('18 of 20');
  await page.getByRole('button', { name: BUTTON.endTest }).click();
  await expect(page.getByText('To end it now, give a reason')).toBeVisible();
  await page.getByRole('textbox', { name: 'Reason' }).fill('All that came had come');
  await page.getByRole('button', { name: BUTTON.endTest }).click();
  const reckoning = page.getByRole('region', { name: /What does the test of/ });
  for (const part of ['18 of 20', '90 %', 'from 70 % to 97 %', 'that at least 50 % germinate', 'Next test'])
    await expect(reckoning).toContainText(part);
  await reckoning.getByText(BUTTON.showTheWorking).click();
  await expect(reckoning).toContainText('Wilson');
});

test('4. the lot is found on the shelves, with amount, state and outlook, and its page tells all', async ({ page, story }) => {
  const code = await story.takeIn({ ...BEAN, variety: 'Cinder Path', donor: 'Zennor Tregallis' });
  await story.readTest(code, 20, 18);
  await story.liftHolds(code);
  await page.goto('/shelves');
  await page.getByLabel('Find a lot', { exact: true }).fill('cinder path tregallis');
  await page.getByRole('button', { name: BUTTON.find, exact: true }).click();
  const row = page.getByRole('row').filter({ hasText: code });
  await expect(row).toContainText('18 of 20');
  await expect(row).toContainText('about');
  await page.getByLabel('State').selectOption('On hold');
  await page.getByRole('button', { name: BUTTON.find, exact: true }).click();
  await expect(page.getByText('No lots match')).toBeVisible();
  await page.goto('/');
  await page.getByRole('searchbox', { name: 'Go to' }).fill(code.toLowerCase().replaceAll('-', ' '));
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(`/lots/${code}`);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('drawn for test, to tests');
});

test('5. the desk lends packets with the day by which seed should come back, never more than there is, never on hold, never an F1', async ({
  page,
  story,
}) => {
  const code = await story.takeIn({ ...BEAN, variety: 'Buffer Stop' });
  await story.readTest(code, 20, 18);
  await story.liftHolds(code);
  await page.goto('/desk');
  await page.getByLabel('Who is it?').fill('Oakshott');
  await page.getByRole('button', { name: BUTTON.find, exact: true }).click();
  await page.getByRole('link', { name: 'Perran Oakshott' }).click();
  const lend = async (lot: string, packets: string) => {
    await page.getByLabel('Lot code').fill(lot);
    await page.getByLabel('Packets').fill(packets);
    await page.getByRole('button', { name: BUTTON.lend, exact: true }).click();
  };
  await lend(code, '2');
  await expect(page.getByRole('main')).toContainText(/2 packets of .* lent\. Seed is expected by \d+ \w+ 202\d/);
  await page.getByLabel('Lot code').fill(code);
  await expect(page.getByRole('region', { name: 'Lend' }).getByRole('status')).toContainText('packets. To save seed from it is easy');
  await lend(code, '90');
  await expect(page.getByText(/Only .* left/)).toBeVisible();
  await expect(page.getByLabel('Lot code')).toHaveValue(code);
  const codeOf = async (search: string) => {
    const found = await page.request.get(`/shelves?state=on+hold&search=${encodeURIComponent(search)}`);
    return /\/lots\/(\d\d-\d{4}-[A-Z])/.exec(await found.text())![1]!;
  };
  await lend(await codeOf('Cherry Express'), '1');
  await expect(page.getByText('does not breed true, so it is not lent under the variety’s name').first()).toBeVisible();
  await lend(await codeOf('Wend Winter'), '1');
  await expect(page.getByText('It is on hold: not dry yet').first()).toBeVisible();
  await lend(code.slice(0, -1) + (code.endsWith('A') ? 'B' : 'A'), '1');
  await expect(page.getByText('The last letter does not match')).toContainText(code);
});

test('6. a return becomes a child lot, one generation on, and closes the loan; a failed crop closes it without blame', async ({
  page,
  story,
  library,
}) => {
  const code = await story.takeIn({ ...BEAN, variety: 'Turntable' });
  await story.readTest(code, 20, 18);
  await story.liftHolds(code);
  await story.lend(code, library.actors.member.personId);
  const failed = await story.lend(code, library.actors.member.personId);
  await page.goto('/desk/loans?search=Turntable');
  await page.getByRole('link', { name: 'Record a return' }).first().click();
  await expect(page.getByRole('heading', { name: 'Return from Perran Oakshott' })).toBeVisible();
  await expect(page.getByLabel('Variety', { exact: true })).toHaveValue('Turntable');
  await answer(page, {
    'Which garden did it grow in?': 'Signal Bank',
    'When was it harvested?': '2026',
    'How many plants did you save seed from?': '9',
    'Did anything it can cross with flower nearby?': 'Nothing',
    'Do you see insects or their holes?': 'None',
    'How much is there?': 'about 90 seeds',
    'Where will you keep it?': 'Shelf A, lever room',
    Container: 'Paper envelope',
  });
  await restIsUnknown(page);
  const child = await takeIn(page);
  await openPart(page, 'Provenance');
  await expect(page.getByRole('region', { name: 'Provenance' })).toContainText('Returned from a loan');
  await expect(page.getByRole('region', { name: 'Provenance' }).getByText('Generations saved here').locator('..')).toContainText('1');
  const descent = page.getByRole('region', { name: 'Descent' });
  await descent.getByText('Show as a table').click();
  await descent.getByRole('link', { name: code }).click();
  await expect(page.getByRole('heading', { name: 'French bean ‘Turntable’' })).toBeVisible();
  await expect(descent.getByRole('row').filter({ hasText: child })).toContainText(code);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('returned');
  await page.goto(`/desk/loans/${failed}`);
  await page.getByLabel('The crop failed').check();
  await page.getByLabel('Details (optional)').fill('Pigeons in one morning');
  await page.getByRole('button', { name: BUTTON.closeLoan }).click();
  await expect(page.getByText('failed crop').first()).toBeVisible();
  await expect(page.getByText('Pigeons in one morning')).toBeVisible();
});

test('a hold is laid and lifted with a reason, and the stock corrected', async ({ page, story }) => {
  const code = await story.takeIn({ ...BEAN, variety: 'Switch Lamp' });
  await story.liftHolds(code);
  const troubles: string[] = [];
  page.on('console', (message) => message.type() === 'error' && !message.text().includes('400') && troubles.push(message.text()));
  await page.goto(`/lots/${code}`);
  await page.getByRole('button', { name: BUTTON.putOnHold }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: BUTTON.putOnHold }).click();
  await expect(dialog.getByText('Give a reason, so that others')).toBeVisible();
  await dialog.getByLabel('Kind of hold').selectOption('pests');
  await dialog.getByLabel('Reason').fill('Weevil holes');
  await dialog.getByRole('button', { name: BUTTON.putOnHold }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByText('No: it is on hold')).toBeVisible();
  await page.getByRole('region', { name: 'Holds' }).locator('summary').click();
  await page.getByRole('region', { name: 'Holds' }).getByLabel('Reason').fill('Two weeks in the freezer');
  await page.getByRole('button', { name: BUTTON.removeHold }).click();
  await expect(page.getByText('No: it is on hold')).toBeHidden();
  await openPart(page, 'Stock');
  await page.getByText('Count differs?').click();
  await page.getByLabel('How much is really there?').fill('300 g');
  await page.getByRole('region', { name: 'Stock history' }).getByLabel('Reason').fill('Weighed again');
  await page.getByRole('button', { name: BUTTON.correctStock }).click();
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('missing, to count difference');
  expect(troubles).toEqual([]);
});

test('a queue is served by scanning alone: each scan is lent, however many come before the first answer', async ({ page, story }) => {
  const codes: string[] = [];
  for (const variety of ['First Class', 'Second Class', 'Third Class']) {
    const code = await story.takeIn({ ...BEAN, variety });
    await story.readTest(code, 20, 19);
    await story.liftHolds(code);
    codes.push(code);
  }
  await page.goto(`/people/${await story.addMember('Queue Head')}`);
  await page.getByLabel('Lot code').focus();
  // A scanner types fast and ends with Enter, and nobody waits for an answer.
  for (const code of codes) {
    await page.keyboard.type(code);
    await page.keyboard.press('Enter');
  }
  const loans = page.getByRole('main').getByRole('listitem').filter({ hasText: 'seed expected by' });
  for (const variety of ['First Class', 'Second Class', 'Third Class']) await expect(loans.filter({ hasText: variety })).toHaveCount(1);
  await expect(page.getByLabel('Lot code')).toBeFocused();
  await expect(page.getByLabel('Lot code')).toHaveValue('');
  // What is refused stands selected: the next scan takes its place.
  await page.keyboard.type('26-9999-A');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Lot code')).toHaveAttribute('aria-invalid', 'true');
  await page.keyboard.type(codes[0]!);
  await expect(page.getByLabel('Lot code')).toHaveValue(codes[0]!);
  await page.keyboard.press('Enter');
  await expect(loans).toHaveCount(4);
  // What is refused while others come after it is told with its reason, and holds none of them up.
  for (const code of ['26-9999-A', codes[1]!, codes[2]!]) {
    await page.keyboard.type(code);
    await page.keyboard.press('Enter');
  }
  await expect(loans).toHaveCount(6);
  const notLent = page.getByRole('alert').filter({ hasText: '26-9999-A was not lent. The last letter does not match' });
  await expect(notLent).toBeVisible();
  await notLent.getByRole('button').click();
  await expect(notLent).toBeHidden();
  await expect(page.getByText('Waiting to be lent')).toBeHidden();
});

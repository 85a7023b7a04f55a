import { expect, test } from './granary.ts';
import { answer, restIsUnknown, takeIn } from './interview.ts';
import { stateOf } from './roles.ts';
import { openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

// What becomes of answers on their way: kept, taken up elsewhere, put right, refused.
test.use({ storageState: stateOf('coordinator') });

test('a half-done interview is kept by itself and taken up on another device', async ({ page, browser }) => {
  await page.goto('/intake');
  await answer(page, { 'How did you get it?': 'Donated', Crop: 'Leek', Variety: 'Half Told', 'Who is bringing it?': 'Una Midway' });
  await expect(page.getByText('Saved as you go')).toBeVisible();
  await page.waitForTimeout(1200);
  const other = await browser.newContext({ storageState: stateOf('helper'), viewport: { width: 390, height: 844 } });
  const phone = await other.newPage();
  await phone.goto('/intake');
  await phone.getByRole('link', { name: 'Leek ‘Half Told’ from Una Midway' }).click();
  await expect(phone.getByLabel('Variety', { exact: true })).toHaveValue('Half Told');
  await expect(phone.getByLabel('Who is bringing it?', { exact: true })).toHaveValue('Una Midway');
  await answer(phone, { 'What kind of seed is it?': 'Open-pollinated' });
  await phone.waitForResponse((response) => response.request().method() === 'POST' && response.url().includes('/intake/'));
  // One part of the questions is open at a time: the next is a tap away, and says how much of it is answered.
  const from = phone.getByRole('button', { name: /Where from \d+ of \d+ answered/ });
  await expect(from).toHaveAttribute('aria-expanded', 'false');
  await phone.getByRole('button', { name: BUTTON.nextWhereFrom }).click();
  await expect(from).toHaveAttribute('aria-expanded', 'true');
  await expect(phone.getByRole('heading', { name: /Where from/ })).toBeInViewport();
  await expect(phone.getByRole('button', { name: /What it is/ })).toHaveAttribute('aria-expanded', 'false');
  await phone.getByRole('link', { name: /Why/ }).click();
  await expect(phone.getByRole('region', { name: 'What can the label promise so far?' })).toBeInViewport();
  // The first device's copy is older now: it is told so, and nothing is overwritten.
  await answer(page, { 'How many plants did you save seed from?': '9' });
  await expect(page.getByText('continued these questions on another device')).toBeVisible();
  await phone.getByRole('button', { name: BUTTON.discardDraft }).click();
  await expect(phone.getByRole('link', { name: 'Half Told' })).toBeHidden();
  await other.close();
});

test('a lot taken in while its answers are still being kept leaves no draft behind', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Pea',
    Variety: 'Hasty Signal',
    'How does the seed arrive?': 'Clean seed',
    'How much is there?': '400 seeds',
  });
  await restIsUnknown(page);
  await page.route('**/intake/**', async (route) => {
    if (route.request().method() === 'POST') await page.waitForTimeout(1500);
    await route.continue();
  });
  await page.getByLabel('Anything else').fill('Brought in a hurry');
  await page.waitForTimeout(900);
  await page.getByLabel('Anything else').fill('Brought in a great hurry');
  await takeIn(page);
  await openPart(page, 'Provenance');
  await expect(page.getByRole('main')).toContainText('Brought in a great hurry');
  await page.goto('/intake');
  await expect(page.getByRole('heading', { name: 'Take in seed' })).toBeVisible();
  await expect(page.getByText('Hasty Signal')).toBeHidden();
});

test('a pea from a neighbour is taken in step by step, in 15 screens and 60 keys beside letters', async ({ page }) => {
  await page.goto('/intake');
  await page.getByRole('button', { name: BUTTON.askStepByStep }).click();
  let keys = 0;
  const press = async (key: string) => {
    keys += 1;
    await page.keyboard.press(key);
  };
  const type = async (label: string, words: string) => {
    await expect(page.getByLabel(label, { exact: true })).toBeFocused();
    await page.keyboard.type(words);
    await press('Enter');
  };
  const unknown = async (label: string) => {
    await expect(page.getByLabel(label, { exact: true })).toBeFocused();
    await press('?');
  };
  const choose = async (question: string, choice: string) => {
    const group = page.getByRole('group', { name: question });
    await expect(group.locator('input:focus')).toHaveCount(1);
    const number = (await group.locator('label').allInnerTexts()).indexOf(choice) + 1;
    expect(number, choice).toBeGreaterThan(0);
    await press(String(number));
  };
  const next = async () => {
    await expect(page.getByRole('button', { name: BUTTON.nextStep, exact: true })).toBeFocused();
    await press('Enter');
  };
  await choose('How did you get it?', 'Donated');
  await type('Crop', 'Pea');
  await type('Variety', 'By Key');
  await choose('Where does the name come from?', 'A neighbour');
  await choose('How sure is the name?', 'Fairly sure');
  await next();
  const screens = Number(/of (\d+)/.exec(await page.getByText(/^Step 3 of/).innerText())![1]);
  expect(screens).toBeLessThanOrEqual(15);
  await choose('What kind of seed is it?', 'Heirloom or farm-saved');
  await choose('Is the name protected or patented?', 'No');
  await next();
  await unknown('Who is bringing it?');
  await unknown('Which garden did it grow in?');
  await type('When was it harvested?', '2026');
  await type('How many seasons have they saved it?', '3');
  await type('Where did they first get it? (optional)', '');
  await type('How many plants were there to start with? (optional)', '');
  await type('How many plants flowered?', '40');
  await type('How many plants did you save seed from?', '40');
  await choose('Which plants did you save seed from?', 'All of them');
  await type('What did you choose them for? (optional)', '');
  await choose('Did you pull out off-types?', 'Not pulled');
  await type('How many off-types did you see?', '0');
  await choose('Did you see any of these on the plants?', 'None of them');
  await press('Enter');
  await choose('Was it picked more than once? (optional)', 'Once');
  await expect(page.getByLabel('Did the plants sow themselves?')).toBeFocused();
  await press('Enter');
  await type('Did weather force you to harvest? (optional)', '');
  await choose('Did anything it can cross with flower nearby?', 'Nothing');
  await next();
  await choose('How does the seed arrive?', 'Clean seed');
  await choose('How was it dried?', 'In air and shade');
  await expect(page.getByLabel('Plump')).toBeFocused();
  await press('Enter');
  await choose('Do you see insects or their holes?', 'None');
  await choose('Do you see mould?', 'No');
  await choose('Where has it been kept until today?', 'Cool cupboard');
  await unknown('Since when?');
  await type('How much is there?', '300 seeds');
  await expect(page.getByLabel('Where will you keep it?')).toBeFocused();
  await press('Enter');
  await press('Enter');
  await press('Tab');
  await press('Tab');
  await press('Enter');
  await expect(page).toHaveURL(/\/lots\/.*new=yes/);
  expect(keys).toBeLessThanOrEqual(60);
});

test('what was typed just before the page is left is kept, by a link as by closing it', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, { 'How did you get it?': 'Donated', Crop: 'Pea', Variety: 'Leaving Train' });
  await expect(page.getByText('Saved as you go')).toBeVisible();
  await page.waitForTimeout(1000);
  const comesBack = async (note: string) =>
    expect(async () => {
      await page.goto('/intake');
      await page.getByRole('link', { name: /Leaving Train/ }).click();
      await expect(page.getByLabel('Anything else')).toHaveValue(note, { timeout: 2000 });
    }).toPass();
  await page.getByLabel('Anything else').fill('By a link');
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Shelves' }).click();
  await comesBack('By a link');
  await page.getByLabel('Anything else').fill('By closing it');
  await page.goto('/shelves');
  await comesBack('By closing it');
});

test('without scripts it is filled in part by part: a harvest in stages, and what another device saved meanwhile', async ({ browser }) => {
  const context = await browser.newContext({ storageState: stateOf('helper'), javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto('/intake');
  const choose = (question: string, choice: string) =>
    page.getByRole('group', { name: question }).getByLabel(choice, { exact: true }).check();
  const save = () => page.getByRole('button', { name: BUTTON.saveAndContinue }).click();
  await choose('How did you get it?', 'Donated');
  await page.getByLabel('Crop', { exact: true }).fill('Lettuce');
  await page.getByLabel('Variety', { exact: true }).fill('Plain Paper');
  await save();
  await choose('Was it picked more than once? (optional)', 'Several times');
  await choose('How does the seed arrive?', 'Clean seed');
  await save();
  const other = await context.newPage();
  await other.goto(page.url());
  await page.getByLabel('Picking 1: when?', { exact: true }).fill('12 Aug');
  await page.getByLabel('Picking 1: weight', { exact: true }).fill('14 g');
  await page.getByLabel('Picking 2: weight', { exact: true }).fill('7 g');
  await save();
  await expect(page.getByLabel('Picking 3: when?', { exact: true })).toBeVisible();
  await expect(page.getByText('2 pickings, 21 g together')).toBeVisible();

  await other.getByLabel('Anything else').fill('From the other desk');
  await other.getByRole('button', { name: BUTTON.saveAndContinue }).click();
  await expect(other.getByText('someone has continued these questions on another device')).toBeVisible();
  await expect(other.getByLabel('Anything else')).toHaveValue('From the other desk');

  await page.getByLabel('How much is there?').fill('21 g');
  for (const name of await page.locator('form input[name$="-unknown"]').all()) if (await name.isEnabled()) await name.check();
  for (const group of await page.locator('form fieldset').all()) {
    const unknown = group.getByLabel('Unknown', { exact: true });
    if ((await group.locator('input:checked').count()) === 0 && (await unknown.count()) === 1) await unknown.check();
  }
  await page.getByLabel('How much is there?').fill('21 g');
  await page.getByLabel('Where will you keep it?').fill('Seed cupboard');
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page).toHaveURL(/\/lots\//);
});

test('step by step, a fault leads back to the screen where it is mended', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Pea',
    Variety: 'Back Signal',
    'When was it harvested?': '2031',
    'How does the seed arrive?': 'Clean seed',
    'How much is there?': '300 seeds',
  });
  await restIsUnknown(page);
  await page.getByRole('button', { name: BUTTON.askStepByStep }).click();
  while (await page.getByRole('button', { name: BUTTON.nextStep, exact: true }).isVisible())
    await page.getByRole('button', { name: BUTTON.nextStep, exact: true }).click();
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page.getByLabel('When was it harvested?', { exact: true })).toBeFocused();
  await expect(page.getByText('This is in the future')).toBeVisible();
});

test('near spellings, what the library has of it, and all the rest unknown in one tap', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, { 'How did you get it?': 'Donated', Crop: 'Pea', Variety: 'Long Sidding' });
  const known = page.getByRole('region', { name: 'You already have' });
  await expect(known).toContainText('‘Long Siding’');
  await expect(known).toContainText('can be relied on, and the aim is');
  await known.getByRole('button', { name: BUTTON.useTheSpellingLongSiding }).click();
  await expect(page.getByLabel('Variety', { exact: true })).toHaveValue('Long Siding');
  await answer(page, { 'How does the seed arrive?': 'Clean seed', 'How much is there?': '90 seeds', Container: 'Tin' });
  await page.getByRole('button', { name: BUTTON.setAllOthersToUnknown }).click();
  await takeIn(page);
  await openPart(page, 'Provenance');
  await expect(page.getByRole('region', { name: 'Provenance' }).getByText('unknown').first()).toBeVisible();
});

test('seed that is refused is not taken in, and the record says so', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Tomato',
    Variety: 'Sick Lamp',
    'Did you see any of these on the plants?': 'Bacterial canker',
  });
  await expect(page.getByText('Refuse seed from wilting plants')).toBeVisible();
  await answer(page, { 'Bacterial canker: what will you do about it?': 'Ferment it' });
  await expect(page.getByText('viruses and canker inside remain').first()).toBeVisible();
  await answer(page, { 'Bacterial canker: what will you do about it?': 'Refuse the seed' });
  await expect(page.getByText('Saved as you go')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.refuseThisSeed }).click();
  await expect(page.getByText('Seed refused: Tomato ‘Sick Lamp’')).toBeVisible();
  await page.goto('/settings/record?search=refused');
  await expect(page.getByRole('main')).toContainText('Sick Lamp');
});

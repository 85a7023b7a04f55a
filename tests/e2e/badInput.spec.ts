import { expect, test } from './granary.ts';
import { answer, restIsUnknown, takeIn } from './interview.ts';
import { NOBODY, stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

test('the interview says what is wrong beside each field and keeps what was typed', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'tomato',
    'When was it harvested?': '31/2/2025',
    'How many plants did you save seed from?': '-3',
    'Did anything it can cross with flower nearby?': 'Yes',
    'How far away?': '-5 ft',
    'How much is there?': '300',
  });
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  for (const said of [
    'Enter the name as the donor gives it',
    'Choose the kind of seed, or “Unknown”',
    'Answer, or choose Unknown',
    'This date does not exist. Check the month and day',
    'Enter at least 1 plant',
    'Enter a distance of 0 or more',
    'Choose how it arrives',
    'Add the unit: seeds, grams or ounces',
  ])
    await expect(page.getByText(said).first()).toBeVisible();
  const amount = page.getByLabel('How much is there?');
  await expect(amount).toHaveValue('300');
  await expect(amount).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByLabel('Crop', { exact: true })).toHaveValue('tomato');
  await answer(page, { 'How far away?': '5 parsecs', 'How much is there?': '900 kg', 'How does the seed arrive?': 'Clean seed' });
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page.getByText('Enter a distance with its unit')).toBeVisible();
  await expect(page.getByText('more than a seed library can hold')).toBeVisible();
});

test('more missing at a count than a helper may write off is said at the count, and what was typed stays', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Counted Away', amount: '900 seeds' });
  await page.goto(`/lots/${code}?part=stock`);
  await page.getByText('Count differs? Correct the stock').click();
  const count = page.getByLabel('How much is really there?');
  await count.fill('2 seeds');
  await page.getByLabel('Reason').fill('spilled');
  await page.getByRole('button', { name: BUTTON.correctStock }).click();
  await page.getByLabel('Yes, 2 seeds is right').check();
  await page.getByRole('button', { name: BUTTON.correctStock }).click();
  await expect(count).toHaveAccessibleDescription(/A helper can take up to \d+ seeds a day/);
  await expect(count).toHaveValue('2 seeds');
  await expect(page.getByLabel('Reason')).toHaveValue('spilled');
});

test('what is typed and pressed right after a refusal is not lost, however slow the line is', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Pea',
    Variety: 'Slow Line',
    'Who is bringing it?': 'unknown',
    'How does the seed arrive?': 'Clean seed',
    'How was it dried?': 'In air and shade',
    'How much is there?': '300',
  });
  await restIsUnknown(page);
  await expect(page.getByText('Saved as you go')).toBeVisible();
  // Whatever the page would load anew comes late.
  await page.route(/intake.*\.data/, async (route) => {
    if (route.request().method() === 'GET') await new Promise((resolve) => setTimeout(resolve, 2_000));
    await route.continue();
  });
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page.getByText('Add the unit: seeds, grams or ounces')).toBeVisible();
  await page.getByLabel('How much is there?').fill('300 seeds');
  await takeIn(page);
});

test('answers that cannot all be so are named where they can be corrected, and nothing is lost', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'courgette',
    Variety: 'Impossible',
    'What kind of seed is it?': 'Heirloom or farm-saved',
    'Who is bringing it?': 'unknown',
    'Which garden did it grow in?': 'Nowhere in Particular',
    'When was it harvested?': '2025',
    'How many plants flowered?': '4',
    'How many plants did you save seed from?': '6',
    'Did anything it can cross with flower nearby?': 'Yes',
    'How far away?': '0 m',
    'How was it isolated?': 'Closed cage with insects',
    'How does the seed arrive?': 'Clean seed',
    'How much is there?': '20 seeds',
  });
  await restIsUnknown(page);
  const send = () => page.getByRole('button', { name: BUTTON.takeIn }).click();
  await send();
  await expect(page.getByText('This is more than the plants that flowered')).toBeVisible();
  await expect(page.getByText('This neighbour would be inside the closed cage')).toBeVisible();
  await answer(page, {
    'How many plants did you save seed from?': '3',
    'How far away?': '40 m',
    'Where is the garden? (optional)': '0, 0',
  });
  await send();
  await expect(page.getByText('Enter the real coordinates: 0, 0 is not a garden')).toBeVisible();
  await answer(page, { 'Where is the garden? (optional)': '-41.2, -34.04' });
  await send();
  await expect(page.getByText('the other hemisphere')).toBeVisible();
  await expect(page.getByLabel('Variety', { exact: true })).toHaveValue('Impossible');
  await answer(page, { 'Where is the garden? (optional)': '300 m to Alder Row' });
  await takeIn(page);
});

test('unknown is one tap, and sets the field aside', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, { 'How did you get it?': 'Donated', Crop: 'pea', 'Who is bringing it?': 'unknown' });
  await expect(page.getByLabel('Who is bringing it?', { exact: true })).toBeDisabled();
});

test('forms work before scripts have loaded, and a form sent twice has one effect', async ({ browser }) => {
  const context = await browser.newContext({ storageState: stateOf('helper'), javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto('/people/new?member=yes');
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  await expect(page.getByText('Enter the name')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Sent Twice');
  const key = await page.locator('main input[name=key]').inputValue();
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  await expect(page).toHaveURL(/\/people\/\d+$/);
  const again = await context.request.post('/people/new', {
    form: { key, name: 'Sent Twice', isMember: 'on' },
    headers: { origin: new URL(page.url()).origin },
    maxRedirects: 0,
  });
  expect(again.headers()['location']).toBe(new URL(page.url()).pathname);
  await page.goto('/desk?search=Sent+Twice');
  await expect(page.getByRole('row').filter({ hasText: 'Sent Twice' })).toHaveCount(1);
});

test('what was typed is still there after a session ran out and one signs in again', async ({ browser }) => {
  const context = await browser.newContext({ storageState: NOBODY });
  const page = await context.newPage();
  const signIn = async () => {
    await page.getByLabel('E-mail').fill('helper@hollinreach.example');
    await page.getByLabel('Password').fill('grain by grain');
    await page.getByRole('button', { name: BUTTON.signIn }).click();
  };
  await page.goto('/sign-in?then=/intake');
  await signIn();
  await page.waitForURL('**/intake');
  await page.waitForSelector('html[data-ready]');
  const kept = page.waitForResponse((response) => (response.request().postData() ?? '').includes('12+g'));
  await answer(page, { 'How did you get it?': 'Donated', Crop: 'Kale', Variety: 'Late Signal', 'How much is there?': '12 g' });
  await expect(page.getByText('Saved as you go')).toBeVisible();
  // What was typed last is on its way a little later.
  await kept;
  // The session is ended elsewhere, as running out would; the cookie stays.
  const [cookie] = await context.cookies();
  await page.request.post('/sign-out', { headers: { origin: new URL(page.url()).origin } });
  await context.addCookies([cookie!]);
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page.getByText('What you typed is kept')).toBeVisible();
  await signIn();
  await expect(page.getByLabel('Variety', { exact: true })).toHaveValue('Late Signal');
  await expect(page.getByLabel('Crop', { exact: true })).toHaveValue('Kale');
  await expect(page.getByLabel('How much is there?')).toHaveValue('12 g');
});

test('more seeds than were laid cannot have sprouted, and marks survive the refusal', async ({ page, samples }) => {
  await page.goto(`/tests/${samples.freshTest}`);
  await page
    .getByRole('grid')
    .getByRole('button', { name: /waiting/ })
    .first()
    .click();
  await page.getByLabel('Root out', { exact: true }).fill('399');
  await page.getByRole('button', { name: 'Save 1 mark' }).click();
  await expect(page.getByText(/still waiting|marked already/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save 1 mark' })).toBeVisible();
  await expect(page.getByLabel('Root out', { exact: true })).toHaveValue('399');
});

test('a mistyped lot code is caught by its letter, and near codes are offered', async ({ page, samples }) => {
  const wrong = samples.code.slice(0, -1) + (samples.code.endsWith('C') ? 'D' : 'C');
  await page.goto(`/lots/${wrong}`);
  await expect(page.getByText('Did you mean one of these?')).toBeVisible();
  await expect(page.getByRole('main').getByRole('link', { name: samples.code })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Go to' }).fill(wrong);
  await page.keyboard.press('Enter');
  await expect(page.getByText('there is a typing mistake')).toBeVisible();
  await expect(page.getByRole('main').getByRole('link', { name: samples.code })).toBeVisible();
});

test('pages that are not there, or not for this role, say so and lead on', async ({ page }) => {
  for (const path of ['/no/such/place', '/lots/26-9999-A', '/tests/999999', '/people/999999', '/almanac/moonfruit']) {
    const answer = await page.goto(path);
    expect(answer!.status()).toBe(404);
    await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible();
  }
  expect((await page.goto('/settings'))!.status()).toBe(403);
  await expect(page.getByRole('heading', { name: 'Not for your role' })).toBeVisible();
});

test('a helper is told that a coordinator may lend weak seed', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Cold Ember' });
  await story.liftHolds(code);
  await story.readTest(code, 50, 2);
  await page.goto(`/people/${await story.addMember('Weak Borrower')}?lot=${code}`);
  await page.getByRole('button', { name: BUTTON.lend, exact: true }).click();
  await expect(page.getByText('Call a coordinator')).toBeVisible();
});

import { expect, test } from '@playwright/test';
import { findSamples, type Samples } from './places.ts';
import { stateOf } from './roles.ts';

test.use({ storageState: stateOf('helper') });

let samples: Samples;
test.beforeEach(async ({ request }) => {
  samples = await findSamples(request);
});

test('the interview says what is wrong beside each field and keeps what was typed', async ({ page }) => {
  await page.goto('/intake');
  await page.getByLabel('Crop', { exact: true }).selectOption('tomato');
  await page.getByLabel('Harvested', { exact: true }).fill('31/2/2025');
  await page.getByLabel('Plants harvested', { exact: true }).fill('-3');
  await page.getByLabel('Distance to the next').fill('-5 ft');
  await page.getByLabel('Amount').fill('300');
  await page.getByRole('button', { name: 'Take it in' }).click();
  for (const said of [
    'What is it called?',
    'Say what kind of seed it is',
    'Answer, or tap Unknown',
    'There is no such month or day',
    'At least one plant',
    'A distance cannot be less than nothing',
    'Seeds, grams or ounces?',
    'Where was it kept until today?',
  ]) {
    await expect(page.getByText(said).first()).toBeVisible();
  }
  await expect(page.getByLabel('Amount')).toHaveValue('300');
  await expect(page.getByLabel('Amount')).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByLabel('Crop', { exact: true })).toHaveValue('tomato');
  await page.getByLabel('Amount').fill('900 kg');
  await page.getByLabel('Harvested', { exact: true }).fill('2099');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('more than a seed library can hold')).toBeVisible();
});

test('unknown is one tap, and sets the field aside', async ({ page }) => {
  await page.goto('/intake');
  await page.getByLabel('Donor: unknown').check();
  await expect(page.getByLabel('Donor', { exact: true })).toBeDisabled();
});

test('forms work before scripts have loaded, and a form sent twice has one effect', async ({ browser }) => {
  const context = await browser.newContext({ storageState: stateOf('helper'), javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto('/people/new?member=yes');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('Write the name')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Sent Twice');
  const key = await page.locator('input[name=key]').inputValue();
  await page.getByRole('button', { name: 'Add' }).click();
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
  const context = await browser.newContext({ storageState: { cookies: [], origins: [] } });
  const page = await context.newPage();
  const signIn = async () => {
    await page.getByLabel('E-mail').fill('helper@hollinreach.example');
    await page.getByLabel('Password').fill('grain by grain');
    await page.getByRole('button', { name: 'Sign in' }).click();
  };
  await page.goto('/sign-in?then=/intake');
  await signIn();
  await page.getByLabel('Crop', { exact: true }).selectOption('kale');
  await page.getByLabel('Variety', { exact: true }).fill('Late Signal');
  await page.getByLabel('Amount').fill('12 g');
  // The session is ended elsewhere, as running out would; the cookie stays.
  const [cookie] = await context.cookies();
  await page.request.post('/sign-out', { headers: { origin: new URL(page.url()).origin } });
  await context.addCookies([cookie!]);
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('What you typed is kept')).toBeVisible();
  await signIn();
  await expect(page.getByLabel('Variety', { exact: true })).toHaveValue('Late Signal');
  await expect(page.getByLabel('Crop', { exact: true })).toHaveValue('kale');
  await expect(page.getByLabel('Amount')).toHaveValue('12 g');
});

test('more seeds than were laid cannot have sprouted, and marks survive the refusal', async ({ page }) => {
  await page.goto(`/tests/${samples.freshTest}`);
  await page
    .getByRole('grid')
    .getByRole('button', { name: /waiting/ })
    .first()
    .click();
  await page.getByLabel('Or just how many more').fill('399');
  await page.getByRole('button', { name: 'Save 1 mark' }).click();
  await expect(page.getByText(/still waiting|marked already/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save 1 mark' })).toBeVisible();
  await expect(page.getByLabel('Or just how many more')).toHaveValue('399');
});

test('a mistyped lot code is caught by its letter, and near codes are offered', async ({ page }) => {
  const wrong = samples.code.slice(0, -1) + (samples.code.endsWith('C') ? 'D' : 'C');
  await page.goto(`/lots/${wrong}`);
  await expect(page.getByText('Did you mean one of these?')).toBeVisible();
  await expect(page.getByRole('main').getByRole('link', { name: samples.code })).toBeVisible();
  await page.getByRole('searchbox', { name: 'Go to' }).fill(wrong);
  await page.keyboard.press('Enter');
  await expect(page.getByText('something is mistyped')).toBeVisible();
  await expect(page.getByRole('main').getByRole('link', { name: samples.code })).toBeVisible();
});

test('pages that are not there, or not for this role, say so and lead on', async ({ page }) => {
  for (const path of ['/no/such/place', '/lots/26-9999-A', '/tests/999999', '/people/999999', '/almanac/moonfruit']) {
    const answer = await page.goto(path);
    expect(answer!.status()).toBe(404);
    await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
  }
  expect((await page.goto('/settings'))!.status()).toBe(403);
  await expect(page.getByRole('heading', { name: 'Not for your role' })).toBeVisible();
});

test('a helper is told that a coordinator may lend weak seed', async ({ page }) => {
  await page.goto('/shelves?search=signal+red&state=in+store');
  const code = (await page.getByRole('main').locator('a[href^="/lots/"]').first().getAttribute('href'))!.slice('/lots/'.length);
  await page.goto(`/lots/${code}/test`);
  await page.getByRole('button', { name: '10', exact: true }).click();
  await page.getByRole('button', { name: 'Lay the towel' }).click();
  await page.getByRole('textbox', { name: 'Reason' }).fill('All went mouldy overnight');
  await page.getByRole('button', { name: 'End and read it' }).click();
  await expect(page.getByText('Too weak to lend')).toBeVisible();
  await page.goto(`/people/${samples.person}?lot=${code}`);
  await page.getByRole('button', { name: 'Lend', exact: true }).click();
  await expect(page.getByText('Call a coordinator')).toBeVisible();
});

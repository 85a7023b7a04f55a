import { expect, test, type Page } from './granary.ts';
import { NOBODY, stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

/** Adds a member by the desk's own form and gives the address of their page. */
async function addMember(page: Page, name: string): Promise<string> {
  await page.goto('/people/new?member=yes');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
  return new URL(page.url()).pathname;
}

test('a person is let in by a link that works once, sees only what their role may, and is out at once when access ends', async ({
  page,
  browser,
}) => {
  const address = await addMember(page, 'Zillah Trewin');
  await page.goto(`${address}/edit`);
  await page.getByLabel('E-mail to sign in with').fill('helper@hollinreach.example');
  await page.getByLabel('Role', { exact: true }).selectOption('helper');
  await page.getByRole('button', { name: BUTTON.inviteToSignIn }).click();
  await expect(page.getByText('Someone else signs in with this address. Use another one')).toBeVisible();
  await page.getByLabel('E-mail to sign in with').fill('zillah@hollinreach.example');
  await page.getByRole('button', { name: BUTTON.inviteToSignIn }).click();
  const link = /http\S+\/welcome\/[\w-]+/.exec((await page.getByRole('status').textContent())!)![0];

  const theirs = await (await browser.newContext({ storageState: NOBODY })).newPage();
  await theirs.goto(link);
  await theirs.getByLabel('New password').fill('four dry words here');
  await theirs.getByLabel('Repeat the password').fill('four dry words here');
  await theirs.getByRole('button', { name: BUTTON.signIn }).click();
  await expect(theirs.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Intake' })).toBeVisible();
  await expect(theirs.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Settings' })).toBeHidden();
  const again = await (await browser.newContext({ storageState: NOBODY })).newPage();
  await again.goto(link);
  await expect(again.getByText('This link no longer works')).toBeVisible();

  await page.goto(`${address}/edit`);
  await page.getByText('End access or erase').click();
  await page.getByRole('button', { name: BUTTON.endAccess }).click();
  await expect(page).toHaveURL(address);
  await theirs.goto('/shelves');
  await expect(theirs.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('a person is erased with what others wrote of them, and their page says so no more than it must', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Told Of Tomorrow' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('button', { name: BUTTON.putOnHold }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Kind of hold').selectOption('pests');
  await dialog.getByLabel('Reason').fill('Tomorrow says it was another pea');
  await dialog.getByRole('button', { name: BUTTON.putOnHold }).click();
  await expect(page.getByRole('region', { name: 'Just done' })).toContainText('Put on hold');
  const address = await addMember(page, 'Gone Tomorrow');
  await page.goto(`${address}/edit`);
  await page.getByText('End access or erase').click();
  await page.getByRole('link', { name: 'Erase Gone Tomorrow' }).click();
  const told = page.getByLabel('Reason for a hold');
  await expect(told).toHaveValue('Tomorrow says it was another pea');
  await told.fill('The donor says it was another pea');
  await page.getByRole('button', { name: 'Erase Gone Tomorrow for good' }).click();
  await expect(page.getByRole('heading', { name: 'Former member' })).toBeVisible();
  await page.goto('/desk?who=everybody&search=Gone+Tomorrow');
  await expect(page.getByText('No results for')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByText('The donor says it was another pea').first()).toBeVisible();
});

test('when two change one person, the second sees both versions and chooses', async ({ page, context }) => {
  const address = await addMember(page, 'Changed Twice');
  const other = await context.newPage();
  await page.goto(`${address}/edit`);
  await other.goto(`${address}/edit`);
  await other.getByLabel('Telephone').fill('555 0101');
  await other.getByRole('button', { name: BUTTON.save }).click();
  await expect(other.getByText('555 0101')).toBeVisible();
  await page.getByLabel('Telephone').fill('555 0202');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('Someone else changed this')).toBeVisible();
  await expect(page.getByText('555 0101')).toBeVisible();
  await expect(page.getByLabel('Telephone')).toHaveValue('555 0202');
  await page.getByRole('button', { name: BUTTON.keepMyVersion }).click();
  await expect(page.getByText('555 0202')).toBeVisible();
});

test('guessing a password is answered ever more slowly, and in words', async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: NOBODY })).newPage();
  await page.goto('/sign-in');
  for (let tries = 0; tries < 6; tries += 1) {
    await page.getByLabel('E-mail').fill('guessed@hollinreach.example');
    await page.getByLabel('Password').fill(`guess ${tries}`);
    await page.getByRole('button', { name: BUTTON.signIn }).click();
    await expect(page.getByText(tries < 5 ? 'E-mail or password is wrong' : /Wait \d+ seconds/)).toBeVisible();
    await page.reload();
  }
});

test('a member sees what was borrowed and what may be, and nothing of the work', async ({ browser }) => {
  const page = await (await browser.newContext({ storageState: stateOf('member') })).newPage();
  await page.goto('/');
  await expect(page).toHaveURL('/mine');
  await expect(page.getByRole('main')).toContainText('Pea ‘Long Siding’');
  await page.getByRole('searchbox', { name: 'Search' }).fill('lettuce');
  await page.getByRole('button', { name: BUTTON.find, exact: true }).click();
  await expect(page.getByRole('row').filter({ hasText: 'Lettuce' }).first()).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Desk' })).toBeHidden();
  await page.getByRole('link', { name: 'How to sow and save it' }).first().click();
  await expect(page.getByRole('heading', { name: 'To save seed' })).toBeVisible();
});

test('the handover says who can sign in, what is under way and that nothing is backed up, and leads to each', async ({ page }) => {
  await page.goto('/settings');
  await page.getByRole('link', { name: 'Handover' }).click();
  const verdict = page.getByRole('region', { name: 'Could someone take over tomorrow?' });
  await expect(verdict).toContainText('Not safely yet');
  await expect(verdict).toContainText('No backup is on record');
  const row = page.getByRole('row').filter({ hasText: 'Isolde Marrin' });
  await expect(row).toContainText('coordinator');
  await page
    .getByRole('region', { name: 'Work under way' })
    .getByRole('link', { name: /late loans?$/ })
    .click();
  await expect(page).toHaveURL(/desk\/loans\?only=late/);
});

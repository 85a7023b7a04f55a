import { expect, test } from './granary.ts';
import { answer, restIsUnknown, takeIn } from './interview.ts';
import { NOBODY, stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

test('a member says once that a crop failed, is answered, and learns there that their seed is recalled', async ({
  page,
  browser,
  story,
  library,
}) => {
  const code = await story.takeIn({ crop: 'squash-pepo', variety: 'Short Platform' });
  await story.liftHolds(code);
  const loan = await story.lend(code, library.actors.member.personId);
  const theirs = await (await browser.newContext({ storageState: stateOf('member'), viewport: { width: 390, height: 844 } })).newPage();
  await theirs.goto('/mine');
  const mine = theirs.locator(`#loan-${loan}`);
  await mine.getByRole('link', { name: 'It failed' }).click();
  await theirs.getByLabel('What happened?').fill('Slugs took them all');
  await theirs.getByRole('button', { name: BUTTON.tellTheLibrary }).click();
  await expect(mine).toContainText('that it failed. We will answer you');
  await expect(mine).toBeInViewport();
  await expect(mine.getByRole('link', { name: 'It failed' })).toBeHidden();
  await theirs.goto(`/loans/${loan}/failed`);
  await expect(theirs.getByRole('button', { name: BUTTON.tellTheLibrary })).toBeHidden();

  await page.goto('/');
  await page.getByRole('link', { name: /Answer .* about Squash.* ‘Short Platform’/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Slugs took them all' })).toBeVisible();
  await page.getByRole('button', { name: BUTTON.sendAnswer }).click();
  await expect(page.getByLabel('Your answer')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Your answer').fill('Thank you for telling us. Come for another packet in April');
  await page.getByRole('button', { name: BUTTON.sendAnswer }).click();
  await expect(page.getByText('Come for another packet in April')).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('link', { name: /Answer .* ‘Short Platform’/ })).toBeHidden();
  await theirs.goto('/mine');
  await expect(mine).toContainText('Our answer: Thank you for telling us');

  await page.goto(`/lots/${code}/recall`);
  await page.getByLabel('Reason').fill('The garden had canker');
  await page.getByRole('button', { name: 'Recall it' }).click();
  await expect(page.getByText(/Recalled: /)).toBeVisible();
  await theirs.reload();
  const alert = theirs.getByRole('alert').filter({ hasText: 'Short Platform' });
  await expect(alert).toContainText('has been recalled: The garden had canker. Please do not sow it or give it on');
});

test('donors read what became of their seed, in a letter or at a link that ends; nobody else is named', async ({
  page,
  browser,
  story,
}) => {
  const code = await story.takeIn({
    crop: 'pea',
    variety: 'Gift Train',
    donor: 'Odile Farthing',
    donorNew: 'Odile Farthing',
    amount: '900 seeds',
  });
  await story.liftHolds(code);
  await story.lend(code, await story.addMember('Nesta Quayle'), 2);
  await page.goto('/desk?who=everybody&search=Odile');
  await page.getByRole('link', { name: 'Odile Farthing' }).click();
  await page.getByRole('link', { name: 'What became of their seed' }).click();
  const said = page.getByRole('main');
  await expect(said).toContainText('Pea ‘Gift Train’');
  await expect(said).toContainText(/2 packets/);
  await expect(said).not.toContainText('Nesta');
  await page.getByRole('button', { name: BUTTON.createLink }).click();
  const address = await page.getByLabel(/This is the link/).inputValue();
  const stranger = await (await browser.newContext({ storageState: NOBODY })).newPage();
  await stranger.goto(address);
  await expect(stranger.getByRole('main')).toContainText('Pea ‘Gift Train’');
  await expect(stranger.getByRole('main')).not.toContainText(/Odile|Nesta/);
  expect((await stranger.goto(`${address}x`))!.status()).toBe(404);
  await page.reload();
  await expect(page.getByText('There is one since')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.endLink }).click();
  await expect(page.getByRole('button', { name: BUTTON.createLink })).toBeVisible();
  expect((await stranger.goto(address))!.status()).toBe(404);
});

test('a school class is one member: it borrows as one, and the desk sees who speaks for it', async ({ page }) => {
  await page.goto('/people/new?member=yes');
  await page.getByLabel('Name', { exact: true }).fill('Class 4 of Lamp School');
  await page.getByText('This is a class, a club or another group').click();
  await page.getByLabel('How many are they?').fill('1');
  await page.getByLabel('Who speaks for them?').fill('Petra Vance');
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  await expect(page.getByLabel('How many are they?')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('How many are they?').fill('22');
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  await expect(page.getByText('a group of 22, ask for Petra Vance')).toBeVisible();
  await page.goto('/desk?search=Lamp+School');
  await expect(page.getByRole('row').filter({ hasText: 'Class 4 of Lamp School' })).toContainText('group of 22');
  await page.getByRole('row').filter({ hasText: 'Class 4' }).getByRole('link').first().click();
  await page.getByRole('link', { name: 'Edit' }).click();
  await page.getByLabel('How many are they?').fill('21');
  await page.getByRole('button', { name: BUTTON.save, exact: true }).click();
  await expect(page.getByText('a group of 21, ask for Petra Vance')).toBeVisible();
});

test('a crop whose insect eggs cannot be seen keeps its advice to freeze, although none were seen', async ({ page }) => {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Pea',
    Variety: 'Clean Looking',
    'How does the seed arrive?': 'Clean seed',
    'How much is there?': '400 seeds',
    'Do you see insects or their holes?': 'None',
  });
  await restIsUnknown(page);
  await takeIn(page);
  await expect(page.getByText('eggs inside the seed cannot be seen')).toBeVisible();
});

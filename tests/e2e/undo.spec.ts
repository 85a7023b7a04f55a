import { expect, test, type Page } from './granary.ts';
import { stateOf } from './roles.ts';
import { openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

const bar = (page: Page) => page.getByRole('region', { name: 'Just done' });
const undo = (page: Page) => bar(page).getByRole('button', { name: BUTTON.undo });

async function lend(page: Page, member: number, code: string) {
  await page.goto(`/people/${member}`);
  await page.getByLabel('Lot code').fill(code);
  await page.getByRole('button', { name: BUTTON.lend, exact: true }).click();
  await expect(bar(page)).toContainText(`Packets lent ${code}`);
}

test('packets lent to the wrong person come back with one tap, at the desk or on the phone in the pocket', async ({
  page,
  story,
  library,
  browser,
}) => {
  const code = await story.takeIn({ variety: 'Wrong Hands' });
  await story.readTest(code, 20, 19);
  await story.liftHolds(code);
  const member = await story.addMember('Hester Vane');
  await lend(page, member, code);
  await undo(page).click();
  await expect(bar(page)).toContainText(`Undone: packets lent ${code}`);
  await expect(undo(page)).toHaveCount(0);
  await expect(page.getByRole('main')).not.toContainText(code);

  await lend(page, member, code);
  const pocket = await browser.newContext({ storageState: stateOf('helper'), baseURL: library.url, viewport: { width: 390, height: 844 } });
  const phone = await pocket.newPage();
  await phone.goto('/desk/loans');
  await undo(phone).click();
  await expect(bar(phone)).toContainText('Undone: packets lent');
  // The other page still offers it, and then knows better.
  await undo(page).click();
  await expect(bar(page)).toContainText('Undone: packets lent');
  await pocket.close();
  await page.goto(`/lots/${code}`);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('undone');
});

test('a lot taken in by mistake is withdrawn, and its code says so', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Not Ours' });
  await page.goto(`/lots/${code}`);
  await expect(bar(page)).toContainText(`Lot taken in ${code}`);
  await undo(page).click();
  await expect(page.getByRole('heading', { name: 'Withdrawn' })).toBeVisible();
  await page.goto('/shelves?search=not+ours');
  await expect(page.getByRole('main')).not.toContainText(code);
});

test('what has been built on stays, and it is said what was', async ({ page, story }) => {
  const code = await story.takeIn({ variety: 'Held And Lifted' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('button', { name: BUTTON.putOnHold }).click();
  await page.getByLabel('Kind of hold').selectOption('drying');
  await page.getByRole('dialog').getByLabel('Reason').fill('Feels damp');
  await page.getByRole('button', { name: BUTTON.putOnHold }).click();
  await expect(bar(page)).toContainText('Put on hold: drying');
  await story.liftHolds(code);
  await undo(page).click();
  await expect(bar(page)).toContainText('a hold on it has been removed since');
});

test('without scripts it is undone all the same', async ({ browser, library, story }) => {
  const code = await story.takeIn({ variety: 'No Scripts' });
  const context = await browser.newContext({ storageState: stateOf('helper'), baseURL: library.url, javaScriptEnabled: false });
  const page = await context.newPage();
  await page.goto(`/lots/${code}`);
  await undo(page).click();
  await expect(page.getByRole('heading', { name: 'Withdrawn' })).toBeVisible();
  await context.close();
});

test.describe('a coordinator', () => {
  test.use({ storageState: stateOf('coordinator') });

  test('undoes what somebody else did from the record, or is told why not', async ({ page, story }) => {
    const code = await story.takeIn({ variety: 'Of The Record' });
    await page.goto(`/settings/record?search=${code}`);
    const row = page.getByRole('row').filter({ hasText: /Jory Thackwell ?Lot taken in/ });
    await story.layTest(code, 20);
    await row.getByRole('link', { name: 'Undo' }).click();
    await expect(page.getByRole('main')).toContainText(
      'a germination test has been started from it since. Undo the test first, or correct the lot',
    );
    const other = await story.takeIn({ variety: 'Off The Record' });
    await page.goto(`/settings/record?search=${other}`);
    await row.getByRole('link', { name: 'Undo' }).click();
    await page.getByRole('button', { name: BUTTON.undoThis }).click();
    await expect(row).toContainText('undone');
    await expect(row.getByRole('link', { name: 'Undo' })).toHaveCount(0);
  });
});

import { expect, test, type Page } from './granary.ts';
import { answer, restIsUnknown, takeIn } from './interview.ts';
import { moreActions } from './lotPage.ts';
import { stateOf } from './roles.ts';
import { bar, madeAndMended, refusedThenRight, type Slip } from './slips.ts';
import { BUTTON } from './words.ts';

// Likely slips at intake, desk and wants: each is made in the interface and mended there. Those at the bench stand in their own file.
test.use({ storageState: stateOf('coordinator') });

/** An interview of a pea, with some answers as somebody mistypes them. */
async function interview(page: Page, said: Readonly<Record<string, string>>): Promise<void> {
  await page.goto('/intake');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Pea',
    'Who is bringing it?': 'unknown',
    'How does the seed arrive?': 'Clean seed',
    'How was it dried?': 'In air and shade',
    ...said,
  });
  await restIsUnknown(page);
}

/** What is typed into a question is refused or asked about beside it; put right, the seed is taken in. */
async function asked(page: Page, question: string, says: RegExp, right: string): Promise<void> {
  const field = page.getByRole('form', { name: 'Questions' }).getByLabel(question, { exact: true });
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(field).toHaveAccessibleDescription(says);
  await field.fill(right);
  await takeIn(page);
}

const correct = async (page: Page, code: string, field: 'Crop' | 'Variety' | 'Donor' | 'Garden', right: string) => {
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Correct crop, variety, donor or garden');
  await page.getByLabel(field, { exact: true }).fill(right);
  await page.getByLabel('Why are you correcting it?').fill('misread the envelope');
  await page.getByRole('button', { name: BUTTON.saveCorrection }).click();
  await expect(page).toHaveURL(new RegExp(`/lots/${code}$`));
  await expect(bar(page)).toContainText('name or origin corrected');
};

const SLIPS: readonly Slip[] = [
  {
    name: 'a harvest two hundred years ago',
    make: async (page) => {
      await interview(page, { Variety: 'Long Ago', 'When was it harvested?': '1800', 'How much is there?': '300 seeds' });
      await asked(page, 'When was it harvested?', /year/i, '2025');
    },
  },
  {
    name: 'seed that is stored since a day to come',
    make: async (page) => {
      await interview(page, {
        Variety: 'From The Future',
        'When was it harvested?': '2025',
        'Since when?': '2030',
        'How much is there?': '300 seeds',
      });
      await asked(page, 'Since when?', /future|today|to come/i, '2025');
    },
  },
  {
    name: 'an amount without its unit',
    make: async (page) => {
      await interview(page, { Variety: 'No Unit', 'How much is there?': '300' });
      await asked(page, 'How much is there?', /unit|seeds or|g\b/i, '300 seeds');
    },
  },
  {
    name: 'more plants saved than stood',
    make: async (page) => {
      await interview(page, {
        Variety: 'Too Many Plants',
        'How many plants flowered?': '12',
        'How many plants did you save seed from?': '30',
        'How much is there?': '300 seeds',
      });
      await asked(page, 'How many plants did you save seed from?', /more than the plants that flowered/i, '10');
    },
  },
  {
    name: 'a variety that is nearly one that is here',
    make: async (page, story) => {
      await story.takeIn({ crop: 'pea', variety: 'Semaphore Arm' });
      await interview(page, { Variety: 'Semaphore Amr', 'How much is there?': '300 seeds' });
      await asked(page, 'Variety', /Is it ‘Semaphore Arm’/, 'Semaphore Arm');
    },
  },
  {
    name: 'a donor who is nearly somebody known',
    make: async (page, story) => {
      await story.addMember('Eluned Marchbanks');
      await interview(page, { Variety: 'From Eluned', 'Who is bringing it?': 'Eluned Marchbnaks', 'How much is there?': '300 seeds' });
      await asked(page, 'Who is bringing it?', /Is it Eluned Marchbanks/, 'Eluned Marchbanks');
    },
  },
  {
    name: 'a garden that is nearly another',
    make: async (page, story) => {
      await story.takeIn({ variety: 'Of The Lane', garden: 'Hollow Lane Allotments' });
      await interview(page, {
        Variety: 'Of A Lane',
        'Which garden did it grow in?': 'Hollow Lnae Allotments',
        'How much is there?': '300 seeds',
      });
      await asked(page, 'Which garden did it grow in?', /Is it Hollow Lane Allotments/, 'Hollow Lane Allotments');
    },
  },
  {
    name: 'seed is taken in that was never brought',
    make: async (page) => {
      await interview(page, { Variety: 'Never Brought', 'How much is there?': '300 seeds' });
      await takeIn(page);
      await expect(bar(page)).toContainText('Lot taken in');
      return [['/shelves?search=never+brought', '300 seeds']];
    },
    mend: async (page) => {
      await bar(page).getByRole('button', { name: BUTTON.undo }).click();
      await expect(page.getByRole('heading', { name: 'Withdrawn' })).toBeVisible();
    },
  },
  {
    name: 'a half-answered interview is discarded',
    make: async (page) => {
      await page.goto('/intake');
      await answer(page, { 'How did you get it?': 'Donated', Crop: 'Pea', Variety: 'Half Answered' });
      await expect(page.getByText('Saved as you go')).toBeVisible();
      // What was typed last goes on its way as the page is left.
      await expect(async () => {
        await page.goto('/intake');
        await expect(page.getByRole('link', { name: /Half Answered/ })).toBeVisible({ timeout: 1000 });
      }).toPass();
      await page.getByRole('link', { name: /Half Answered/ }).click();
      await page.getByRole('button', { name: BUTTON.discardDraft }).click();
      await expect(bar(page)).toContainText('Draft discarded');
      await expect(page.getByRole('link', { name: /Half Answered/ })).toHaveCount(0);
      await bar(page).getByRole('button', { name: BUTTON.undo }).click();
      await expect(page.getByRole('link', { name: /Half Answered/ })).toBeVisible();
    },
  },
  {
    name: 'a lot is taken in as the wrong crop',
    make: async (_page, story) => {
      const code = await story.takeIn({ crop: 'lettuce', variety: 'Really Chard' });
      return [
        [`/lots/${code}`, 'Lettuce ‘Really Chard’'],
        ['/shelves?search=really+chard', 'Lettuce ‘Really Chard’'],
      ];
    },
    mend: async (page) => {
      await page.goto('/shelves?search=really+chard');
      const code = /\d\d-\d{4}-[A-Z]/.exec(await page.getByRole('main').innerText())![0];
      await correct(page, code, 'Crop', 'Chard');
      await expect(page.getByRole('heading', { level: 1 })).toContainText('Chard ‘Really Chard’');
      await page.goto(`/lots/${code}?part=history`);
      await expect(page.getByRole('region', { name: 'History', exact: true })).toContainText(
        'Lettuce ‘Really Chard’ became Chard ‘Really Chard’',
      );
    },
  },
  {
    name: 'a lot is taken in under the wrong name',
    make: async (_page, story) => {
      const code = await story.takeIn({ variety: 'Wrnog Nmae Entirely' });
      return [
        [`/lots/${code}`, 'Wrnog Nmae'],
        [`/lots/${code}/label`, 'Wrnog Nmae'],
        ['/shelves?search=wrnog', 'Wrnog Nmae'],
      ];
    },
    mend: async (page) => {
      await page.goto('/shelves?search=wrnog');
      const code = /\d\d-\d{4}-[A-Z]/.exec(await page.getByRole('main').innerText())![0];
      await correct(page, code, 'Variety', 'Right Name At Last');
      await page.goto('/lines?search=right+name+at+last');
      await expect(page.getByRole('main')).toContainText('Right Name At Last');
    },
  },
  {
    name: 'a lot is taken in from the wrong person',
    make: async (_page, story) => {
      const code = await story.takeIn({ variety: 'Whose Is It', donor: 'Hepzibah Vane' });
      return [[`/lots/${code}?part=history`, 'Donated by Hepzibah Vane']];
    },
    mend: async (page) => {
      await page.goto('/shelves?search=whose+is+it');
      const code = /\d\d-\d{4}-[A-Z]/.exec(await page.getByRole('main').innerText())![0];
      await correct(page, code, 'Donor', 'Tamsin Orchard');
    },
  },
  {
    name: 'a lot is taken in from the wrong garden',
    make: async (_page, story) => {
      const code = await story.takeIn({ variety: 'Where Was It', garden: 'Quarry Terrace' });
      return [[`/lots/${code}?part=provenance`, 'Quarry Terrace']];
    },
    mend: async (page) => {
      await page.goto('/shelves?search=where+was+it');
      const code = /\d\d-\d{4}-[A-Z]/.exec(await page.getByRole('main').innerText())![0];
      await correct(page, code, 'Garden', 'Chapel Yard Beds');
    },
  },
  {
    name: 'packets are lent to the wrong member',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Wrong Borrower' });
      await story.readTest(code, 20, 19);
      await story.liftHolds(code);
      const member = await story.addMember('Cressida Penn');
      await page.goto(`/people/${member}`);
      // A variety does where a code does.
      await page.getByLabel('Lot code').fill('wrong borrower');
      await page.getByRole('button', { name: BUTTON.lend, exact: true }).click();
      await expect(bar(page)).toContainText('Packets lent');
      return [
        [`/people/${member}`, 'Wrong Borrower'],
        ['/desk/loans?search=cressida', 'Wrong Borrower'],
      ];
    },
  },
  {
    name: 'a loan is closed that is still out',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Still Out' });
      await story.liftHolds(code);
      const loan = await story.lend(code, await story.addMember('Merryn Tolle'));
      await page.goto(`/desk/loans/${loan}`);
      await page.getByLabel('No seed will come back').check();
      await page.getByLabel('Details (optional)').fill('moved away, somebody said');
      await page.getByRole('button', { name: BUTTON.closeLoan }).click();
      await expect(bar(page)).toContainText('Loan closed');
      return [[`/desk/loans/${loan}`, 'Closed 27 Nov 2026']];
    },
  },
  {
    name: 'another return date is agreed on at the wrong loan',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Due When' });
      await story.liftHolds(code);
      const loan = await story.lend(code, await story.addMember('Ottoline Brack'));
      await page.goto(`/desk/loans/${loan}`);
      await page.getByText('Agree on another return date').click();
      await page.getByLabel('Seed expected by').fill('3 Mar 2020');
      await refusedThenRight(page, 'Seed expected by', /after today/, '3 Mar 2031', 'Save date');
      await expect(bar(page)).toContainText('New return date agreed');
      return [
        [`/desk/loans/${loan}`, '3 Mar 2031'],
        ['/desk/loans?search=ottoline', '3 Mar 2031'],
      ];
    },
  },
  {
    name: 'off-types are counted on the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'All True' });
      await page.goto(`/lots/${code}/seen`);
      await page.getByLabel('Plants', { exact: true }).first().check();
      await page.getByLabel('How many?', { exact: true }).fill('30');
      await page.getByLabel('How many off-types?').fill('17');
      await page
        .getByLabel(/report/i)
        .first()
        .check();
      await page.getByRole('button', { name: BUTTON.saveCount }).click();
      await expect(bar(page)).toContainText('Off-types counted');
      return [[`/lots/${code}?part=history`, '17 off-types among 30']];
    },
  },
  {
    name: 'more off-types than were looked at',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'More Than All' });
      await page.goto(`/lots/${code}/seen`);
      await page.getByLabel('Plants', { exact: true }).first().check();
      await page.getByLabel('How many?', { exact: true }).fill('10');
      await page.getByLabel('How many off-types?').fill('12');
      await page
        .getByLabel(/report/i)
        .first()
        .check();
      await refusedThenRight(page, 'How many off-types?', /more/i, '1', BUTTON.saveCount);
      await expect(bar(page)).toContainText('Off-types counted');
    },
  },
  {
    name: 'a want is taken for ordered',
    make: async (page) => {
      await page.goto('/wants');
      const row = page.getByRole('row').nth(1);
      await row.locator('summary').click();
      await row.getByRole('combobox').selectOption('ordered');
      await row.getByRole('textbox').fill('the shop in Wend Bridge');
      await row.getByRole('button', { name: BUTTON.save, exact: true }).click();
      await expect(bar(page)).toContainText('Want updated');
      return [['/wants', 'Ordered, 27 Nov 2026']];
    },
  },
  {
    name: 'a recall reaches the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Not Bitter' });
      await story.liftHolds(code);
      await story.lend(code, await story.addMember('Perpetua Crowe'));
      await page.goto(`/lots/${code}/recall`);
      await page.getByLabel('Reason').fill('bitter fruit');
      await page.getByRole('button', { name: /^Recall/ }).click();
      await expect(page.getByRole('region', { name: 'Whom to call' })).toContainText('Perpetua Crowe');
      await expect(bar(page)).toContainText('Recalled');
      return [
        ['/', 'Perpetua Crowe about Lettuce ‘Not Bitter’'],
        [`/lots/${code}`, 'bitter fruit'],
      ];
    },
  },
  {
    name: 'a provenance is corrected at the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Right As It Was', seasonsGrown: '3' });
      await page.goto(`/lots/${code}/passport`);
      await page.getByLabel('How many seasons have they saved it?', { exact: true }).fill('9');
      await page.getByLabel('Why are you correcting it?').fill('they told us again');
      await page.getByRole('button', { name: BUTTON.saveCorrection }).click();
      await expect(bar(page)).toContainText('Provenance corrected');
      return [[`/lots/${code}?part=history`, 'Provenance corrected: they told us again']];
    },
  },
];

madeAndMended(SLIPS);

test('more than twenty slips are made and mended here', () => {
  expect(new Set(SLIPS.map(({ name }) => name)).size).toBeGreaterThan(20);
});

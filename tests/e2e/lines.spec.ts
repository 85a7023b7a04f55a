import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { moreActions, openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

test('a line tells its story, its lots and what it hangs by, and takes another aim', async ({ page }) => {
  await page.goto('/lines?sort=risk');
  await expect(page.getByText(/one jar|one garden/).first()).toBeVisible();
  await page.goto('/lines?search=Tollhouse');
  await page.getByRole('link', { name: '‘Tollhouse Black’' }).click();
  await expect(page.getByText('Found in a tin')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Is there enough of it?' })).toBeVisible();
  await page.getByRole('link', { name: 'Edit story, names and aim' }).click();
  await page.getByLabel('Also known as').fill('Black Toll, Old Tollhouse');
  await page.getByRole('button', { name: BUTTON.save }).click();
  await expect(page.getByText('‘Old Tollhouse’')).toBeVisible();
});

test('a trial is set and ended, and how it did is kept with the line', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'french-bean', variety: 'Trial Halt', amount: '200 seeds' });
  await page.goto(`/lots/${code}/seen`);
  await page.getByText('Start a trial', { exact: true }).click();
  await page.getByLabel('What must it show?').fill('Speckled beans, none plain');
  await page.getByRole('button', { name: BUTTON.startTrialAndPutTheLotOnHold }).click();
  await expect(page.getByText('30 plants must show: Speckled beans')).toBeVisible();
  await page.getByText('Add a report on how it did').click();
  await page.getByRole('group', { name: 'Was it true to type?' }).getByLabel('Yes').check();
  await page.getByLabel('Comments').fill('Cropped until the frost');
  await page.getByRole('button', { name: BUTTON.saveReport }).click();
  await expect(page.getByText('Cropped until the frost')).toBeVisible();
  await page.getByText('Record a mix-up or contamination').click();
  await page.getByLabel('What happened').fill('Two trays on one table');
  await page.getByLabel('The mixed part was thrown away').check();
  await page.getByRole('button', { name: BUTTON.recordMixUp }).click();
  await expect(page.getByText('Two trays on one table. The mixed part was thrown away')).toBeVisible();
  await page.getByText('End a trial', { exact: true }).click();
  await page.getByRole('group', { name: 'Result' }).getByLabel('Another name').check();
  await page.getByLabel('Reason').fill('All of them plain');
  await page.getByRole('button', { name: BUTTON.endTrial }).click();
  await expect(page.getByText('Enter the new name')).toBeVisible();
  await page.getByLabel('New name, if you give it one').fill('Plain Halt');
  await page.getByRole('button', { name: BUTTON.endTrial }).click();
  await expect(page.getByText('renamed to ‘Plain Halt’')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('heading', { name: 'French bean ‘Plain Halt’' })).toBeVisible();
});

test('provenance is corrected with a reason, and a wrong lot is recalled with all that came from it', async ({ page, story }) => {
  const parent = await story.takeIn({ crop: 'squash-pepo', variety: 'Canker Halt', plantsStanding: '12', plantsHarvested: '8' });
  await story.liftHolds(parent);
  const loan = await story.lend(parent, await story.addMember('Ebba Thole'));
  await story.takeIn({ crop: 'squash-pepo', variety: 'Canker Halt', loan });
  await page.goto(`/lots/${parent}/passport`);
  await page.getByLabel('How many plants did you save seed from?', { exact: true }).fill('99');
  await page.getByRole('button', { name: BUTTON.saveCorrection }).click();
  await expect(page.getByText('Give a reason, so that others')).toBeVisible();
  await page.getByLabel('Why are you correcting it?').fill('Misread the envelope');
  await page.getByRole('button', { name: BUTTON.saveCorrection }).click();
  await expect(page.getByText('This is more than the plants that flowered')).toBeVisible();
  await page.getByLabel('How many plants did you save seed from?', { exact: true }).fill('5');
  await page.getByRole('button', { name: BUTTON.saveCorrection }).click();
  await openPart(page, 'Provenance');
  await expect(page.getByRole('region', { name: 'Provenance' })).toContainText('5 gave seed');
  await openPart(page, 'History');
  await expect(page.getByRole('region', { name: 'History', exact: true })).toContainText('Provenance corrected: Misread the envelope');

  await moreActions(page, 'Recall it and what came from it');
  await expect(page.getByRole('row')).toHaveCount(3);
  await page.getByLabel('Reason').fill('The garden had canker');
  await page.getByRole('button', { name: 'Recall all 2' }).click();
  await expect(page.getByText('Recalled: 2 lots are on hold now')).toBeVisible();
  await page.goto(`/lots/${parent}`);
  await expect(page.getByText('No: it is on hold')).toBeVisible();
  // Whoever scans a packet at home reads it too.
  await page.goto(`/s/${parent}`);
  await expect(page.getByRole('alert')).toContainText('This seed has been recalled');
});

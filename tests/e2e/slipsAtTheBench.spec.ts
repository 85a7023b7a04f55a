import { parseWhen, type When } from '#core/calendar/when.ts';
import { expect, test } from './granary.ts';
import { openPart } from './lotPage.ts';
import { stateOf } from './roles.ts';
import { bar, madeAndMended, refusedThenRight, type Slip } from './slips.ts';
import { BUTTON } from './words.ts';

// Likely slips at bench, tests and shelves: each is made in the interface and mended there. Those at the desk stand in their own file.
test.use({ storageState: stateOf('coordinator') });

const DAYS_AGO = readWhen('3 days ago');
const history = (code: string, words: string) => [`/lots/${code}?part=history`, words] as const;

function readWhen(text: string): When {
  const read = parseWhen(text);
  if (!read.ok) throw new Error(`not a moment: ${text}`);
  return read.when;
}

const SLIPS: readonly Slip[] = [
  {
    name: 'a batch is started of the wrong jar',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Wrong Jar' });
      await page.goto(`/lots/${code}/bench`);
      await page
        .getByLabel(/container|vessel/i)
        .first()
        .fill('Jar 99');
      await page.getByRole('button', { name: BUTTON.startBatch }).click();
      await expect(bar(page)).toContainText('Batch started');
      return [['/bench', 'Wrong Jar']];
    },
  },
  {
    name: 'a batch is weighed, and the wrong weight typed',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Wrong Weight', amount: '300 g' });
      const id = await story.beginBatch(code, 'Tray 31', { when: DAYS_AGO });
      await story.moveOn(id, 'dry', '2 days ago');
      await page.goto(`/bench/${id}`);
      await page.getByLabel('What does the scale show?').fill('271 g');
      await page.keyboard.press('Enter');
      await expect(bar(page)).toContainText('Weighed');
      return [[`/bench/${id}`, '271 g']];
    },
    mend: async (page) => {
      await bar(page).getByRole('button', { name: BUTTON.undo }).click();
      await expect(bar(page)).toContainText('Undone');
      const code = /\d\d-\d{4}-[A-Z]/.exec(await bar(page).innerText())![0];
      await page.goto(`/lots/${code}?part=history`);
      // The history keeps both; only what it says of the batch is gone, so what was undone is struck out.
      await expect(page.getByRole('region', { name: 'Actions' }).getByRole('row').filter({ hasText: 'Weighed' })).toContainText('Undone');
    },
  },
  {
    name: 'something is seen at the wrong batch',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Wrong Sight' });
      const id = await story.beginBatch(code, 'Tray 32');
      await page.goto(`/bench/${id}`);
      await page.getByText('Describe something else').click();
      await page.getByLabel('What did you see?').fill('Grey fluff on the rim');
      await page.getByRole('button', { name: BUTTON.saveObservation }).click();
      await expect(bar(page)).toContainText('Batch checked');
      return [[`/bench/${id}`, 'Grey fluff']];
    },
  },
  {
    name: 'a mix-up is recorded at the wrong batch',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Never Mixed' });
      const id = await story.beginBatch(code, 'Tray 33');
      await page.goto(`/bench/${id}`);
      await page.getByText('Record a possible mix-up').click();
      await page.getByRole('button', { name: BUTTON.spilledAndSweptUp }).click();
      await expect(bar(page)).toContainText('Incident recorded');
      return [history(code, 'Spilled and swept up')];
    },
  },
  {
    name: 'the last step of a batch is ended too soon',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Ended Early', amount: '300 g' });
      const id = await story.beginBatch(code, 'Tray 34', { when: DAYS_AGO });
      await story.moveOn(id, 'dry', '2 days ago');
      await page.goto(`/bench/${id}`);
      await page.getByLabel('What does the scale show?').fill('300 g');
      await page.keyboard.press('Enter');
      await expect(bar(page)).toContainText('Weighed');
      const form = page.getByRole('region', { name: 'Finish' });
      await form.getByLabel('What is left over').fill('290 g');
      await form.getByLabel(/Why put it away/).fill('Market tomorrow');
      await form.getByRole('button', { name: BUTTON.finishBatch }).click();
      await expect(bar(page)).toContainText('Batch finished');
      return [['/shelves?search=ended+early', '290 g']];
    },
    mend: async (page) => {
      const code = /\d\d-\d{4}-[A-Z]/.exec(await bar(page).innerText())![0];
      await page.goto(`/lots/${code}?part=history`);
      await page.getByRole('region', { name: 'Actions' }).getByRole('link', { name: 'Undo: Batch finished' }).click();
      await page.getByLabel(/Why are you undoing it/).fill('It was still damp');
      await page.getByRole('button', { name: BUTTON.undoThis }).click();
      await expect(page.getByRole('region', { name: 'Actions' })).toContainText('It was still damp');
      await page.goto('/bench?search=ended+early');
      await expect(page.getByRole('main')).toContainText('Ended Early');
      await page.goto(`/lots/${code}?part=stock`);
      await expect(page.getByRole('region', { name: 'Stock history' }).getByRole('row').last()).toContainText('300 g');
    },
  },
  {
    name: 'a batch is stopped that should go on',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Stopped Early' });
      const id = await story.beginBatch(code, 'Tray 35');
      await page.goto(`/bench/${id}`);
      await page.getByText('Stop this batch').click();
      await page
        .getByRole('region', { name: 'Finish' })
        .getByLabel(/happened|lost/i)
        .last()
        .fill('The tray fell');
      await page.getByRole('button', { name: BUTTON.stopBatch }).click();
      await expect(bar(page)).toContainText('Batch stopped');
      return [[`/bench/${id}`, 'The tray fell']];
    },
  },
  {
    name: 'more clean seed is typed than was brought',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Five Kilos', form: 'heads or pods', amount: '812 g' });
      await page.goto(`/lots/${code}`);
      await page.getByLabel('Clean seed weight or count').fill('5 kg');
      await refusedThenRight(page, 'Clean seed weight or count', /Only 812 g was brought/, '50 g', BUTTON.saveCleanSeed);
      await expect(bar(page)).toContainText('Clean seed recorded');
    },
  },
  {
    name: 'clean seed is recorded at the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Not Yet Clean', form: 'heads or pods', amount: '900 g' });
      await page.goto(`/lots/${code}`);
      await page.getByLabel('Clean seed weight or count').fill('61 g');
      await page.getByRole('button', { name: BUTTON.saveCleanSeed }).click();
      await expect(bar(page)).toContainText('Clean seed recorded');
      return [
        [`/lots/${code}`, '61 g'],
        ['/shelves?search=not+yet+clean', '61 g'],
      ];
    },
  },
  {
    name: 'a test is started of the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Wrong Towel' });
      await page.goto(`/lots/${code}/test`);
      await page.getByLabel('Seeds on the towel').fill('20');
      await page.getByRole('button', { name: BUTTON.startTest }).click();
      await expect(bar(page)).toContainText('Test started');
      return [['/tests?search=wrong+towel', 'Wrong Towel'], history(code, '20 seeds taken for a germination test')];
    },
    mend: async (page) => {
      await bar(page).getByRole('button', { name: BUTTON.undo }).click();
      await expect(page.getByRole('heading', { level: 1, name: /Wrong Towel/ })).toBeVisible();
      await openPart(page, 'Stock');
      await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('undone');
    },
  },
  {
    name: 'a count is saved with nothing in it',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Empty Count' });
      const id = await story.layTest(code, 20);
      await page.goto(`/tests/${id}`);
      await page.getByText('Add a note or photo').click();
      await page.getByLabel('Note', { exact: true }).fill('nothing to see');
      await page.getByRole('button', { name: BUTTON.saveCount }).click();
      await expect(bar(page)).toContainText('Test counted');
      return [[`/tests/${id}`, 'nothing to see']];
    },
  },
  {
    name: 'a test is ended with seeds still waiting',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Read Early' });
      const id = await story.layTest(code, 20);
      await page.goto(`/tests/${id}`);
      const end = page.getByRole('region', { name: 'End test' });
      await end.getByLabel(/Reason|Why/).fill('thought it was the other towel');
      await end.getByRole('button', { name: BUTTON.endTest }).click();
      await expect(bar(page)).toContainText('Test ended');
      return [
        [`/lots/${code}?part=germination`, '0 of 20'],
        ['/tests?show=ended&search=read+early', 'Read Early'],
      ];
    },
  },
  {
    name: 'replicates are asked for that the lot has no seed for',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Twelve Seeds', amount: '12 seeds' });
      await page.goto(`/lots/${code}/test`);
      await page.getByLabel('Seeds on the towel').fill('10');
      await page.getByLabel('Replicates').fill('3');
      await refusedThenRight(page, 'Seeds of each', /Only|12 seeds/, '4', BUTTON.startTest);
      await expect(bar(page)).toContainText('Test started');
    },
  },
  {
    name: 'a quick check is recorded of the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Not Floated' });
      await page.goto(`/lots/${code}?part=germination`);
      const checks = page.getByRole('region', { name: 'Quick checks' });
      await checks.locator('summary').last().click();
      await checks.getByLabel('Seeds checked').fill('33');
      await checks.getByLabel('Seeds that sank, were full, or snapped').fill('31');
      await checks.getByRole('button', { name: BUTTON.saveCheck }).click();
      await expect(bar(page)).toContainText('Quick check recorded');
      return [[`/lots/${code}?part=germination`, '31 of 33']];
    },
  },
  {
    name: 'a stock figure is another jar’s, more than there ever was',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Changed Over', amount: '368 g' });
      await page.goto(`/lots/${code}?part=stock`);
      await page.getByText('Count differs? Correct the stock').click();
      await page.getByLabel('How much is really there?').fill('638 g');
      await page.getByLabel('Reason', { exact: true }).fill('weighed');
      await refusedThenRight(page, 'How much is really there?', /never more than 368 g/, '362 g', BUTTON.correctStock);
      await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('362 g');
    },
  },
  {
    name: 'the stock is corrected of the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Right Before', amount: '500 seeds' });
      await page.goto(`/lots/${code}?part=stock`);
      await page.getByText('Count differs? Correct the stock').click();
      await page.getByLabel('How much is really there?').fill('417 seeds');
      await page.getByLabel('Reason', { exact: true }).fill('counted');
      await page.getByRole('button', { name: BUTTON.correctStock }).click();
      await expect(bar(page)).toContainText(`Stock corrected ${code}`);
      return [['/shelves?search=right+before', '417']];
    },
  },
  {
    name: 'packets are made of the wrong lot',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Not To Pack' });
      await story.liftHolds(code);
      await page.goto(`/lots/${code}/pack`);
      await page.getByLabel('Packets (optional)').fill('7');
      await page.getByLabel('Seeds kept back').fill('');
      await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
      await expect(page.getByLabel('Seeds kept back')).toHaveAccessibleDescription(/how many seeds to keep back, or 0/);
      await page.getByLabel('Seeds kept back').fill('0');
      await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
      await expect(bar(page)).toContainText('Packed');
      return [[`/lots/${code}`, '7 packets']];
    },
  },
  {
    name: 'seed is moved to the wrong place',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Stays Here' });
      await page.goto(`/lots/${code}/move`);
      await page.getByLabel('Where will you keep it?').fill('Garden shed');
      await page.getByRole('button', { name: BUTTON.moveSeed }).click();
      await expect(bar(page)).toContainText('Moved');
      return [
        [`/lots/${code}`, 'Garden shed'],
        ['/shelves?search=stays+here', 'Garden shed'],
      ];
    },
  },
  {
    name: 'the wrong lot is given away',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Not To Give' });
      await story.liftHolds(code);
      await page.goto(`/lots/${code}/give`);
      await page.getByLabel('How much? (optional)').fill('90 seeds');
      await page.getByLabel('Who is it for?').fill('The school at Wend Bridge');
      if (await page.getByLabel(/Why/).isVisible()) await page.getByLabel(/Why/).fill('They asked');
      await page.getByRole('button', { name: BUTTON.giveSeedAway }).click();
      await expect(bar(page)).toContainText('Given away');
      return [['/shelves?search=not+to+give', '1 910 seeds']];
    },
  },
  {
    name: 'the wrong lot is held',
    make: async (page, story) => {
      const code = await story.takeIn({ variety: 'Not Held' });
      await page.goto(`/lots/${code}`);
      await page.getByRole('button', { name: BUTTON.putOnHold }).click();
      const dialog = page.getByRole('dialog');
      await dialog.getByLabel('Kind of hold').selectOption('pests');
      await dialog.getByLabel('Reason').fill('Weevils in the next jar');
      await dialog.getByRole('button', { name: BUTTON.putOnHold }).click();
      await expect(bar(page)).toContainText('Put on hold');
      return [[`/lots/${code}`, 'Weevils in the next jar'], history(code, 'Weevils in the next jar')];
    },
  },
  {
    name: 'the conditions of a place are typed wrong',
    make: async (page) => {
      await page.goto('/places');
      await page.getByLabel('Place', { exact: true }).selectOption('Shelf A, lever room');
      await page.getByLabel('Temperature, °C').fill('41');
      await page.getByLabel('Humidity, %').fill('88');
      await page.getByRole('button', { name: BUTTON.saveConditions }).click();
      await expect(bar(page)).toContainText('Conditions of a place recorded');
      return [['/places', '41 °C']];
    },
  },
  {
    name: 'the moisture of seed is more than all of it',
    make: async (page) => {
      await page.goto('/bench');
      await page.getByRole('link', { name: 'Calculators' }).click();
      const silica = page.getByRole('region', { name: 'Silica gel' });
      await silica.getByLabel('Weight of the seed').fill('640 g');
      await silica.getByLabel('Seed moisture, % (if known)').fill('120');
      await expect(silica.getByRole('status')).toContainText('from 0 up to 99 %');
      await silica.getByLabel('Seed moisture, % (if known)').fill('12');
      await expect(silica.getByRole('status')).toContainText('of gel in a closed jar');
    },
  },
];

madeAndMended(SLIPS);

test('more than twenty slips are made and mended here', () => {
  expect(new Set(SLIPS.map(({ name }) => name)).size).toBeGreaterThan(20);
});

import { addDays } from '#core/calendar/plainDate.ts';
import { expect, test, type Page } from './granary.ts';
import { goOn, readAir, readHazards, weighAll } from './benchDriver.ts';
import { stateOf } from './roles.ts';
import { textOfPdf } from '../support/pdf.ts';
import { moreActions, openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

// The bench is worked on a phone. What was done over weeks is recorded afterwards, with its days.
test.use({ storageState: stateOf('helper'), viewport: { width: 390, height: 844 } });

interface Start {
  readonly vessel: string;
  readonly celsius: string;
  readonly when: string;
  readonly weight?: string;
  readonly fruits?: string;
}

async function start(page: Page, code: string, { vessel, celsius, when, weight, fruits }: Start) {
  await page.goto(`/lots/${code}/bench`);
  await page.getByLabel('Which container is it in?').fill(vessel);
  await page.getByLabel('Room temperature, °C').fill(celsius);
  if (weight) await page.getByLabel('Weight now (optional)').fill(weight);
  if (fruits) await page.getByLabel('Fruits, heads or pods (optional)').fill(fruits);
  await page.getByLabel('When did it begin? (optional)').fill(when);
  await page.getByRole('button', { name: BUTTON.startBatch }).click();
  await expect(page.getByRole('status').getByText('Print tag')).toBeVisible();
}

async function finish(page: Page, code: string, { amount, place, into }: { amount: string; place?: string; into?: string }) {
  await page.getByLabel(/Clean seed weight or count/).fill(amount);
  if (place) await page.getByLabel('Where will you keep it?').fill(place);
  if (into) await page.getByLabel(into).check();
  await page.getByLabel(/I have seen the sign/).check();
  await page.getByRole('button', { name: BUTTON.finishBatch }).click();
  await expect(page).toHaveURL(`/lots/${code}`);
}

/** Packs the lot, and opens its labels: a PDF, and a page that shows what is on one. */
async function pack(page: Page, code: string, packets: string) {
  await page.goto(`/lots/${code}/pack`);
  await page.getByLabel('Packets (optional)').fill(packets);
  await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
  await expect(page).toHaveURL(`/lots/${code}/label?count=${packets}`);
  const pdf = await page.request.get(`/lots/${code}/labels.pdf?sheet=a4-24&count=${packets}&start=1`);
  expect((await textOfPdf(await pdf.body())).join(' ').split(code)).toHaveLength(Number(packets) + 1);
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText(`: ${packets} packets`);
}

const verdict = (page: Page, question: string | RegExp) => page.getByRole('region', { name: question });
const ledger = (page: Page) => page.getByRole('region', { name: 'Stock history' }).getByRole('row');

test('a cucumber, fermented at 16 °C and switched to soda, over gel into packets', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'cucumber', variety: 'Marsh Lantern', form: 'whole fruit', amount: '5 fruits' });
  await start(page, code, { vessel: 'Shelf 4', celsius: '16', when: '30 days ago', weight: '2400 g', fruits: '5' });
  await expect(verdict(page, /Step 1 of 6/)).toContainText('Continue by');
  await page.getByRole('button', { name: BUTTON.theStalkIsCorky }).click();
  await expect(page.getByText('Seen: The stalk is corky')).toBeVisible();
  await goOn(page, 'Scoop the seed out', { when: '12 days ago' });
  await readHazards(page, 'Knife', 'Bitter fruit can poison');
  await goOn(page, 'Ferment the pulp', { when: '12 days ago', vessel: 'Jar 51' });
  await expect(page.getByText('before you put anything into Jar 51')).toBeVisible();
  // Harm begins after 167 hours at 16 °C, not after 96 as at 23 °C.
  await expect(verdict(page, /Step 3 of 6/)).toContainText('Overdue by 6 days');
  await page.getByText('Describe something else, add a photo or an earlier time').click();
  await page.getByLabel('What did you see?').fill('Sour, and no cap');
  await page.getByLabel('When was it? (optional)').fill('40 days ago');
  await page.getByRole('button', { name: BUTTON.saveObservation }).first().click();
  await expect(page.getByText(/Enter a time after .* when this step began/)).toBeVisible();
  await expect(page.getByLabel('What did you see?')).toHaveValue('Sour, and no cap');
  await page.getByLabel('When was it? (optional)').fill('10 days ago');
  await page.getByRole('button', { name: BUTTON.saveObservation }).first().click();
  await expect(page.getByText('Seen: Sour, and no cap')).toBeVisible();
  await goOn(page, /Switch to washing soda/, { when: '10 days ago' });
  await readHazards(page, 'gloves and eye protection');
  await expect(verdict(page, /Step 3 of 6/)).toContainText('Overdue by');
  await goOn(page, 'Rinse and pour off', { when: '9 days ago' });
  await goOn(page, 'Dry the seed', { when: '9 days ago', vessel: 'Tray M' });
  await readAir(page, 'In the room', '58', '17');
  await expect(verdict(page, 'Can this room dry it?')).toContainText('No: use silica gel');
  await page.getByLabel('0.1 g').check();
  await weighAll(page, story, [
    ['62 g', '9 days ago'],
    ['51.2 g', '8 days ago'],
    ['48.9 g', '7 days ago'],
  ]);
  // The scale of the last weighing is the one that stands there.
  await expect(page.getByLabel('0.1 g')).toBeChecked();
  await expect(verdict(page, 'Dry enough to seal?')).toContainText('Water lost so far');
  await goOn(page, 'Dry over silica gel', { when: '7 days ago', vessel: 'Gel jar 3' });
  await readHazards(page, 'contains cobalt');
  await weighAll(page, story, [
    ['48.8 g', '7 days ago'],
    ['45.9 g', '6 days ago'],
    ['45.2 g', '5 days ago'],
    ['45.1 g', '4 days ago'],
    ['45.1 g', '2 days ago'],
    ['45.1 g', '1 day ago'],
  ]);
  await readAir(page, 'In its jar', '30', '17');
  await expect(verdict(page, 'Dry enough to seal?')).toContainText('Yes, once you see the sign');
  await finish(page, code, { amount: '45.1 g', place: 'Seed cupboard', into: 'Glass jar' });
  await expect(page.getByRole('main')).toContainText(/45\.1 g.*about 1 ?.?600 seeds.*Seed cupboard: jar/);
  await expect(page.getByRole('main')).not.toContainText('hold: drying');
  await openPart(page, 'Stock');
  await expect(ledger(page).filter({ hasText: 'cleaned' })).toContainText('45.1 g');
  await pack(page, code, '20');
  await openPart(page, 'Stock');
  await expect(ledger(page).filter({ hasText: 'packed' })).toContainText('20 × 12 seeds');
});

test('peas threshed and dried in a damp room, then over gel, then through the freezer, into packets', async ({ page, story, library }) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Signal Lamp', form: 'heads or pods', amount: '2 kg' });
  await start(page, code, { vessel: 'Sack 12', celsius: '17', when: '60 days ago', weight: '2 kg' });
  await page.getByRole('button', { name: BUTTON.podsRattleOrSnap }).click();
  await expect(page.getByText('Seen: Pods rattle or snap')).toBeVisible();
  await goOn(page, 'Thresh', { when: '40 days ago', vessel: 'Tray N' });
  await readHazards(page, 'dust');
  await goOn(page, 'Winnow', { when: '40 days ago' });
  await goOn(page, 'Sort out bad seed', { when: '39 days ago' });
  await goOn(page, 'Dry the seed', { when: '39 days ago' });
  await readAir(page, 'In the room', '68', '17');
  await expect(verdict(page, 'Can this room dry it?')).toContainText('No: use silica gel');
  await weighAll(page, story, [
    ['820 g', '39 days ago'],
    ['801 g', '37 days ago'],
    ['792 g', '34 days ago'],
    ['789 g', '30 days ago'],
    ['788 g', '26 days ago'],
    ['788 g', '22 days ago'],
  ]);
  await page.getByLabel(/Clean seed weight or count/).fill('788 g');
  await page.getByRole('button', { name: BUTTON.finishBatch }).click();
  await expect(page.getByText('the air around it is over 35 % humid; use silica gel. Say why')).toBeVisible();
  await goOn(page, 'Dry over silica gel', { when: '22 days ago', vessel: 'Gel jar 4' });
  await readHazards(page, 'contains cobalt');
  await weighAll(page, story, [
    ['788 g', '22 days ago'],
    ['757 g', '20 days ago'],
    ['742 g', '18 days ago'],
    ['735 g', '16 days ago'],
    ['731 g', '14 days ago'],
    ['729 g', '11 days ago'],
    ['729 g', '8 days ago'],
    ['729 g', '5 days ago'],
  ]);
  await readAir(page, 'In its jar', '31', '17');
  await page.getByRole('button', { name: BUTTON.aThumbnailLeavesNoMarkAndItBreaksInsteadOfDenting }).click();
  await finish(page, code, { amount: '729 g', into: 'Glass jar' });
  await expect(page.getByRole('main')).not.toContainText('hold: drying');
  await moreActions(page, 'Freeze or seal');
  const insects = page.getByRole('region', { name: 'Treatment against insects' });
  await insects.getByLabel('In which container?').fill('Jar 61');
  await insects.getByLabel('Since').fill(addDays(library.today(), -15));
  for (const check of ['It is clean and dry', 'It closes airtight', 'It never held fuel or pesticide', /Its label says/])
    await insects.getByLabel(check).check();
  await insects.getByRole('button', { name: BUTTON.startTreatment }).click();
  await expect(insects.getByText('Done: take it out')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText('hold: pests');
  await page.goto(`/lots/${code}/away`);
  await insects.getByRole('button', { name: BUTTON.takeItOut }).click();
  await expect(insects.getByRole('button', { name: BUTTON.startTreatment })).toBeVisible();
  const warm = page.getByRole('region', { name: 'Out of the cold' });
  await warm.getByRole('button', { name: BUTTON.startWarmUp }).click();
  await expect(warm.getByText('Leave it closed')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).not.toContainText('hold: pests');
  await pack(page, code, '12');
  await openPart(page, 'Stock');
  await expect(ledger(page).filter({ hasText: 'cleaned' })).toContainText('729 g');
});

test('a squash is cured for its days and its rind, opened, dried in a dry room and packed', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'squash-maxima', variety: 'Furnace Door', form: 'whole fruit', amount: '4 fruits' });
  await start(page, code, { vessel: 'Shelf 9', celsius: '20', when: '70 days ago', weight: '21 kg', fruits: '4' });
  await page.getByRole('region', { name: 'Continue' }).getByRole('button').click();
  await expect(page.getByText('No one has confirmed that the rind is hard')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.aFingernailNoLongerMarksTheRind }).click();
  await expect(page.getByText('Seen: A fingernail no longer marks the rind')).toBeVisible();
  await goOn(page, 'Scoop the seed out', { when: '25 days ago', vessel: 'Bowl 9' });
  await readHazards(page, 'Knife');
  await goOn(page, 'Rinse and pour off', { when: '25 days ago' });
  await goOn(page, 'Dry the seed', { when: '25 days ago', vessel: 'Tray P' });
  await readAir(page, 'In the room', '32', '20');
  await expect(verdict(page, 'Can this room dry it?')).toContainText('Yes, this room can dry it');
  await weighAll(page, story, [
    ['512 g', '25 days ago'],
    ['402 g', '23 days ago'],
    ['341 g', '21 days ago'],
    ['303 g', '18 days ago'],
    ['291 g', '14 days ago'],
    ['289 g', '10 days ago'],
    ['289 g', '7 days ago'],
    ['289 g', '4 days ago'],
    ['289 g', '1 day ago'],
  ]);
  await page.getByRole('button', { name: BUTTON.itCracksWhenBent }).click();
  await finish(page, code, { amount: '289 g', place: 'Seed cupboard', into: 'Metal tin' });
  await expect(page.getByRole('main')).toContainText('Seed cupboard: tin');
  await expect(page.getByRole('main')).not.toContainText('hold: drying');
  await page.goto(`/bench?show=ended&search=${code}`);
  await page.getByRole('link', { name: /Furnace Door/ }).click();
  await expect(verdict(page, 'How good was the yield?')).toContainText('seeds from each fruit');
  await pack(page, code, '15');
});

test('lettuce is threshed in three pickings, which end in one lot and its packets', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'lettuce', variety: 'Tender Wheel', form: 'heads or pods', amount: '24 heads' });
  for (const [index, when] of ['55 days ago', '47 days ago', '40 days ago'].entries()) {
    await start(page, code, { vessel: `Bag ${71 + index}`, celsius: '19', when });
    if (index > 0) continue;
    await page.goto(`/lots/${code}/bench`);
    await expect(page.getByText('Another picking of it is in progress, in Bag 71')).toBeVisible();
  }
  for (const [index, grams] of [6, 9, 4].entries()) {
    await page.goto(`/bench?search=${code}`);
    await page
      .getByRole('main')
      .getByRole('list')
      .getByRole('link', { name: /Tender Wheel/ })
      .first()
      .click();
    await expect(page).toHaveURL(/bench\/\d/);
    if (index === 0) {
      await page.getByRole('button', { name: BUTTON.stemsSnapNotBend }).click();
      await expect(page.getByText('Seen: Stems snap, not bend')).toBeVisible();
      await goOn(page, 'Thresh', { when: '25 days ago' });
      await readHazards(page, 'dust');
      await goOn(page, 'Screen', { when: '25 days ago' });
      await goOn(page, 'Winnow', { when: '25 days ago' });
      await goOn(page, 'Dry the seed', { when: '24 days ago' });
    } else {
      // The others go the same way, by the commands that these buttons give.
      const batchId = Number(/bench\/(\d+)/.exec(page.url())![1]);
      for (const step of ['thresh', 'screen', 'winnow'] as const) await story.moveOn(batchId, step, '25 days ago');
      await story.moveOn(batchId, 'dry', '24 days ago');
      await page.goto(page.url());
    }
    await page.getByLabel('0.1 g').check();
    await weighAll(
      page,
      story,
      (
        [
          [1.09, '24 days ago'],
          [1.02, '22 days ago'],
          [1, '19 days ago'],
          [1, '12 days ago'],
          [1, '5 days ago'],
          [1, '1 day ago'],
        ] as const
      ).map(([share, ago]) => [`${(grams * share).toFixed(2)} g`, ago] as const),
    );
    await readAir(page, 'In its jar', '33', '19');
    await page.getByRole('button', { name: BUTTON.itSnapsWhenBent }).click();
    await expect(page.getByText(/Seen: .*snaps when bent/i).first()).toBeVisible();
    await finish(page, code, { amount: `${grams} g`, place: 'Seed cupboard', into: 'Glass jar' });
    // It is clean with its last picking, not before.
    await expect(page.getByRole('link', { name: 'Clean this lot' })).toHaveCount(index < 2 ? 1 : 0);
  }
  await openPart(page, 'Stock');
  await expect(ledger(page).filter({ hasText: 'cleaned' })).toHaveCount(3);
  await expect(page.getByRole('main')).toContainText('19 g');
  await expect(page.getByRole('main')).not.toContainText('hold: drying');
  await pack(page, code, '30');
});

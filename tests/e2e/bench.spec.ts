import { expect, test } from './granary.ts';
import jsQR from 'jsqr';
import { goOn, readHazards, weigh } from './benchDriver.ts';
import { stateOf } from './roles.ts';
import { textOfPdf } from '../support/pdf.ts';
import { moreActions, openPart } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

test('a cucumber fermenting at 16 °C is slow, is switched to soda, and its seed ends in stock', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'cucumber', variety: 'Night Mail', form: 'whole fruit', amount: '4 fruits' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('link', { name: 'Clean this lot' }).click();
  await page.getByLabel('Room temperature, °C').fill('14');
  await expect(page.getByText('pulp goes mouldy instead of fermenting')).toBeVisible();
  await page.getByLabel('Room temperature, °C').fill('16');
  await page.getByLabel('Washing soda').check();
  await expect(page.getByRole('region', { name: 'What to expect' })).toContainText('Darker');
  await page.getByLabel('Ferment', { exact: true }).check();
  await page.getByRole('button', { name: BUTTON.startBatch }).click();
  await expect(page.getByLabel('Which container is it in?')).toBeFocused();
  await page.getByLabel('Which container is it in?').fill('Jar 31');
  await page.getByLabel('Weight now (optional)').fill('1 kg');
  await page.getByLabel('Fruits, heads or pods (optional)').fill('4');
  await page.getByRole('button', { name: BUTTON.startBatch }).click();
  await expect(page.getByRole('status').getByText('Print tag')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.scoopTheSeedOut }).click();
  await expect(page.getByText('It is ready from')).toBeVisible();
  await goOn(page, 'Scoop the seed out');
  await page.getByRole('region', { name: 'Continue' }).getByRole('button').click();
  await expect(page.getByText('Read this first, above')).toBeVisible();
  await readHazards(page, 'Knife', 'Bitter fruit');
  await goOn(page, 'Ferment the pulp');
  await expect(page.getByRole('region', { name: /Step 3 of 6/ })).toContainText('Ready from');
  await page.getByRole('button', { name: BUTTON.nothingYet }).click();
  await expect(page.getByText('Seen: Nothing yet')).toBeVisible();
  await goOn(page, /Switch to washing soda/);
  await readHazards(page, 'never mix it with another cleaner');
  await expect(page.getByRole('region', { name: 'Washing soda', exact: true })).toContainText('10 g, about 2 level teaspoons');
  await goOn(page, 'Rinse and pour off');
  await goOn(page, 'Dry the seed');
  await page.getByLabel('Clean seed weight or count').fill('12 g');
  await page.getByLabel(/I have seen the sign/).check();
  await page.getByRole('button', { name: BUTTON.finishBatch }).click();
  await expect(page.getByText('It is not dry enough to seal')).toBeVisible();
  await page.getByLabel(/Why put it away/).fill('Into an envelope, to dry on');
  await page.getByRole('button', { name: BUTTON.finishBatch }).click();
  await expect(page).toHaveURL(`/lots/${code}`);
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('cleaned');
  await expect(page.getByRole('main')).toContainText('hold: drying');
  await page.goto(`/bench?show=ended&search=${code}`);
  await page.getByRole('link', { name: /Night Mail/ }).click();
  const yielded = page.getByRole('region', { name: 'How good was the yield?' });
  await expect(yielded).toContainText('packets of');
  await expect(yielded).toContainText('1.2 % of the starting weight');
  await expect(yielded).toContainText('seeds from each fruit');
});

test('drying: the room is judged, a weight is one field and one key, a heavier one is asked about', async ({ page }) => {
  await page.goto('/bench?search=sleeper+row');
  await page
    .getByRole('link', { name: /Sleeper Row/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Can this room dry it?' })).toContainText('No: use silica gel');
  await expect(page.getByRole('region', { name: 'Dry enough to seal?' })).toContainText('Dry about');
  await expect(page.getByRole('img', { name: 'Weight by day, with the fitted curve' }).locator('svg path').nth(5)).toBeAttached();
  await weigh(page, '760 g');
  await expect(page.getByText('Drying seed gets lighter. What happened?')).toBeVisible();
  await expect(page.getByLabel('What does the scale show?')).toHaveValue('760 g');
  await page.getByLabel('It absorbed damp').check();
  await page.getByRole('button', { name: BUTTON.saveWeight }).click();
  await expect(page.getByText('It absorbed damp')).toBeVisible();
  await weigh(page, 'a handful');
  await expect(page.getByText('We could not read this')).toBeVisible();
  await page.getByText('Read a hygrometer').click();
  await page.getByLabel('In its jar').check();
  await page.getByLabel('Humidity, %').fill('130');
  await page.getByRole('button', { name: BUTTON.saveReading }).last().click();
  await expect(page.getByText('Enter a humidity from 1 to 100 %')).toBeVisible();
  await page.getByLabel('Humidity, %').fill('55');
  await page.getByRole('button', { name: BUTTON.saveReading }).last().click();
  await expect(page.getByRole('region', { name: 'Dry enough to seal?' })).toContainText('The jar’s hygrometer shows');
});

test('what is being typed stays while the answer to a tap or a weight is coming, and a form sent meanwhile waits its turn', async ({
  page,
  story,
}) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Slow Goods', amount: '300 g' });
  await page.goto(`/lots/${code}/bench`);
  await page.getByLabel('Which container is it in?').fill('Tray S');
  await page.getByRole('button', { name: BUTTON.startBatch }).click();
  await expect(page.getByRole('status').getByText('Print tag')).toBeVisible();
  await goOn(page, 'Dry the seed');
  const saved = page.getByRole('complementary', { name: 'So far' }).getByRole('listitem');
  const before = await saved.count();
  let answer = () => {};
  const asked = new Promise<void>((resolve) => (answer = resolve));
  await page.route('**/bench/*.data*', async (route) => {
    if (route.request().method() === 'POST') await asked;
    await route.continue();
  });
  await weigh(page, '291 g');
  await page.getByLabel(/What is left over|Clean seed weight or count/).fill('290.5 g');
  await page.getByText('Stop this batch').click();
  await page.getByLabel('What happened, and how much was lost?').fill('Mice');
  await page.getByText('Record a possible mix-up').click();
  await page.getByRole('button', { name: BUTTON.spilledAndSweptUp }).click();
  await expect(saved).toHaveCount(before);
  answer();
  await expect(page.getByText('Mix-up recorded')).toBeVisible();
  await expect(saved).toHaveCount(before + 1);
  await expect(page.getByLabel('What happened, and how much was lost?')).toHaveValue('Mice');
  await expect(page.getByLabel(/What is left over|Clean seed weight or count/)).toHaveValue('290.5 g');
  // What nobody has typed into goes by the newest weight.
  await page.reload();
  await expect(page.getByLabel(/What is left over|Clean seed weight or count/)).toHaveValue('291 g');
  await weigh(page, '290 g');
  await expect(page.getByLabel(/What is left over|Clean seed weight or count/)).toHaveValue('290 g');
});

test('the bench shows the overdue first, finds a batch, and tells who else is on the table', async ({ page }) => {
  await page.goto('/bench');
  const batches = page.getByRole('main').getByRole('list').getByRole('listitem');
  await expect(batches.first()).toContainText('Overdue by');
  await expect(page.getByRole('figure', { name: 'The bench over the next days' })).toContainText('fermenting');
  await page.goto('/bench?search=zzz');
  await expect(page.getByText('No batches match')).toBeVisible();
  await page.goto('/bench?search=ash+pan');
  await page
    .getByRole('link', { name: /Ash Pan/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Continue' })).toContainText('Already open on the table:');
  await page.getByRole('region', { name: 'Continue' }).getByRole('button').click();
  await expect(
    page.getByText(/Clear (and clean the table first|it away, clean the table, hands, knife and screens), then tick here/),
  ).toBeVisible();
});

test('a batch given up keeps its reason, and is found among the ended', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'tomato', variety: 'Brake Van', form: 'whole fruit', amount: '3 fruits' });
  await page.goto(`/lots/${code}/bench`);
  await page.getByLabel('Which container is it in?').fill('Jar 40');
  await page.getByRole('button', { name: BUTTON.startBatch }).click();
  await page.getByRole('link', { name: 'Print tag', exact: true }).first().click();
  await expect(page.getByRole('article', { name: `Tag of ${code}` })).toContainText('Jar 40');
  await page.goBack();
  await page.getByText('Stop this batch').click();
  await page.getByRole('button', { name: BUTTON.stopBatch }).click();
  await expect(page.getByText('Describe what happened and how much was lost')).toBeVisible();
  await page.getByLabel('What happened, and how much was lost?').fill('Sprouted over the weekend');
  await page.getByRole('button', { name: BUTTON.stopBatch }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Stopped' })).toContainText('Sprouted over the weekend');
  await page.goto(`/bench?show=ended&search=${code}`);
  await expect(page.getByRole('row').filter({ hasText: code })).toContainText('stopped');
});

test('dry peas go through the freezer with a checked container; opened early, their time begins anew; a cold jar warms up closed', async ({
  page,
  story,
}) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Ballast Green', amount: '600 seeds' });
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Freeze or seal');
  const insects = page.getByRole('region', { name: 'Treatment against insects' });
  await insects.getByLabel('In which container?').fill('Jar 12');
  await insects.getByRole('button', { name: BUTTON.startTreatment }).click();
  await expect(insects.getByText('First make sure: it is clean and dry; it closes airtight')).toBeVisible();
  await expect(insects.getByLabel('In which container?')).toHaveValue('Jar 12');
  for (const check of ['It is clean and dry', 'It closes airtight', 'It never held fuel or pesticide'])
    await insects.getByLabel(check).check();
  await insects.getByLabel(/Its label says/).check();
  await insects.getByRole('button', { name: BUTTON.startTreatment }).click();
  await expect(insects.getByText('Leave it closed')).toBeVisible();
  await insects.getByRole('button', { name: BUTTON.takeItOut }).click();
  await expect(insects.getByText('Eggs may still live until')).toBeVisible();
  await insects.getByLabel('Why open it early?').fill('The wrong jar');
  await insects.getByRole('button', { name: BUTTON.takeItOut }).click();
  await expect(insects.getByText('opened early: The wrong jar')).toBeVisible();
  await expect(insects.getByText('Leave it closed')).toBeVisible();
  const warm = page.getByRole('region', { name: 'Out of the cold' });
  await warm.getByRole('button', { name: BUTTON.startWarmUp }).click();
  await expect(warm.getByText('Leave it closed')).toBeVisible();
  await warm.getByRole('button', { name: BUTTON.recordAsOpened, exact: true }).click();
  await expect(warm.getByText('Water condenses on the seed until')).toBeVisible();
  await warm.getByLabel('Open it anyway').check();
  await warm.getByRole('button', { name: BUTTON.recordAsOpened, exact: true }).click();
  await expect(warm.getByRole('button', { name: BUTTON.startWarmUp })).toBeVisible();
});

test('the reckoner answers as one types, and refuses what cannot be', async ({ page }) => {
  await page.goto('/bench/reckoner');
  const part = (name: string) => page.getByRole('region', { name, exact: true });
  const silica = part('Silica gel');
  await expect(silica).toContainText('contains cobalt');
  await silica.getByLabel('Weight of the seed').fill('1 lb');
  await expect(silica.getByRole('status')).toContainText('454 g of gel');
  await silica.getByLabel(/Seed moisture, %/).fill('40');
  await expect(silica.getByRole('status')).toContainText('dry the gel again 1 time');
  const peroxide = part('Dilute peroxide');
  await expect(peroxide.getByRole('status')).toContainText('We never assume it');
  await peroxide.getByLabel('Strength on the bottle, %').fill('130');
  await expect(peroxide.getByRole('status')).toContainText('up to 100 %');
  await peroxide.getByLabel('Strength on the bottle, %').fill('12');
  await peroxide.getByLabel('Strength wanted, %').fill('3');
  await expect(peroxide.getByRole('status')).toContainText('63 ml from the bottle into 188 ml of water');
  await part('Washing soda').getByLabel('Strength, %').fill('150');
  await expect(part('Washing soda').getByRole('status')).toContainText('up to 100 %');
  await expect(part('Seed moisture from a jar, and the target weight').getByRole('status')).toContainText('and then weighs');
  await expect(part('Warm-up of a cold jar').getByRole('status')).toContainText('Leave it closed for');
  await expect(part('Seeds per gram').getByRole('status')).toContainText('to know it to a tenth');
});

test('dry seed is packed, its labels are a PDF on real sheets, and a standard reader reads their code', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Coupling Rod', amount: '900 seeds' });
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Pack packets');
  await page.getByLabel('Packets (optional)').fill('999');
  await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
  await expect(page.getByText(/^There is enough for \d+/)).toBeVisible();
  await page.getByLabel('Packets (optional)').fill('5');
  await expect(page.getByRole('region', { name: 'How many packets does it make?' })).toContainText('5 packets');
  await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
  await expect(page).toHaveURL(`/lots/${code}/label?count=5`);
  await expect(page.getByLabel('Labels', { exact: true })).toHaveValue('5');
  const pdf = await page.request.get(`/lots/${code}/labels.pdf?sheet=a4-8&count=5&start=3`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  const labels = (await textOfPdf(await pdf.body())).join(' ');
  expect(labels.split(code)).toHaveLength(6);
  expect(labels).toContain('‘Coupling Rod’');
  const each = await page.getByLabel('Seeds in each (optional)').inputValue();
  expect(Number(each)).toBeGreaterThan(1);
  expect(labels).toContain(`${each} seeds`);
  const pixels = await page.getByRole('img', { name: `QR code of ${code}` }).evaluate(async (host) => {
    const svg = new XMLSerializer().serializeToString(host.querySelector('svg')!);
    const image = new Image();
    image.src = `data:image/svg+xml;utf8,${encodeURIComponent(svg)}`;
    await image.decode();
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = 400;
    const draw = canvas.getContext('2d')!;
    draw.fillStyle = '#fff';
    draw.fillRect(0, 0, 400, 400);
    draw.drawImage(image, 40, 40, 320, 320);
    return [...draw.getImageData(0, 0, 400, 400).data];
  });
  expect(jsQR(Uint8ClampedArray.from(pixels), 400, 400)?.data).toMatch(new RegExp(`/s/${code}$`));
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText(': 5 packets');
  await openPart(page, 'Stock');
  await expect(page.getByRole('region', { name: 'Stock history' })).toContainText('packed');
});

test('a sample is parted: purity and what follows, and noxious seed holds the lot', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Ballast Grey', amount: '900 seeds' });
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Test purity');
  await page.getByRole('button', { name: BUTTON.savePurity }).click();
  await expect(page.getByText('Enter at least one weight')).toBeVisible();
  await page.getByLabel('Pure seed', { exact: true }).fill('9 g');
  await page.getByLabel('Chaff and soil').fill('a pinch');
  await page.getByRole('button', { name: BUTTON.savePurity }).click();
  await expect(page.getByText('We could not read this')).toBeVisible();
  await expect(page.getByLabel('Pure seed', { exact: true })).toHaveValue('9 g');
  await page.getByLabel('Chaff and soil').fill('1 g');
  await page.getByRole('button', { name: BUTTON.savePurity }).click();
  await expect(page.getByRole('region', { name: /How much of it is seed/ })).toContainText('90.0 % pure');
  await expect(page.getByText('Sow 1.11 times the weight')).toBeVisible();
  await expect(page.getByLabel('Pure seed', { exact: true })).toHaveValue('');
  await page.getByLabel('Pure seed', { exact: true }).fill('9 g');
  await page.getByLabel('Seed of noxious weeds').fill('20 mg');
  await page.getByRole('button', { name: BUTTON.savePurity }).click();
  await expect(page.getByText('Local law applies')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText('hold: rules');
});

import { expect, test } from './granary.ts';
import jsQR from 'jsqr';
import { goOn, readHazards, weigh } from './benchDriver.ts';
import { stateOf } from './roles.ts';
import { textOfPdf } from '../support/pdf.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

test('a cucumber fermenting at 16 °C is slow, is switched to soda, and its seed ends in stock', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'cucumber', variety: 'Night Mail', form: 'whole fruit', amount: '4 fruits' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('link', { name: 'Clean it' }).click();
  await page.getByLabel('The room, °C').fill('14');
  await expect(page.getByText('pulp moulds rather than ferments')).toBeVisible();
  await page.getByLabel('The room, °C').fill('16');
  await page.getByLabel('Washing soda').check();
  await expect(page.getByRole('region', { name: 'What follows from it' })).toContainText('Darker');
  await page.getByLabel('Ferment', { exact: true }).check();
  await page.getByRole('button', { name: BUTTON.startTheBatch }).click();
  await expect(page.getByText('What is it in? Jar 3, tray B')).toBeVisible();
  await page.getByLabel('What is it in?').fill('Jar 31');
  await page.getByLabel('Weight as it is (optional)').fill('1 kg');
  await page.getByLabel('Fruits, heads or pods (optional)').fill('4');
  await page.getByRole('button', { name: BUTTON.startTheBatch }).click();
  await expect(page.getByText('Print its tag')).toBeVisible();
  await page.getByRole('button', { name: BUTTON.scoopTheSeedOut }).click();
  await expect(page.getByText('It is ready from')).toBeVisible();
  await goOn(page, 'Scoop the seed out');
  await page.getByRole('region', { name: 'Go on' }).getByRole('button').click();
  await expect(page.getByText('Read first, above')).toBeVisible();
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
  await page.getByLabel('Clean seed that came out').fill('12 g');
  await page.getByLabel(/I have seen the sign/).check();
  await page.getByRole('button', { name: BUTTON.finishTheBatch }).click();
  await expect(page.getByText('It is not dry enough to seal')).toBeVisible();
  await page.getByLabel(/Why it is put away/).fill('Into an envelope, to dry on');
  await page.getByRole('button', { name: BUTTON.finishTheBatch }).click();
  await expect(page).toHaveURL(`/lots/${code}`);
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText('cleaned');
  await expect(page.getByRole('main')).toContainText('hold: drying');
  await page.goto(`/bench?show=ended&search=${code}`);
  await page.getByRole('link', { name: /Night Mail/ }).click();
  const yielded = page.getByRole('region', { name: 'What did it yield?' });
  await expect(yielded).toContainText('house packets of');
  await expect(yielded).toContainText('1.2 % of the weight that went in');
  await expect(yielded).toContainText('seeds from each fruit');
});

test('drying: the room is judged, a weight is one field and one key, a heavier one is asked about', async ({ page }) => {
  await page.goto('/bench?search=sleeper+row');
  await page
    .getByRole('link', { name: /Sleeper Row/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Can this room dry it?' })).toContainText('Not in this room: silica gel');
  await expect(page.getByRole('region', { name: 'Dry enough to seal?' })).toContainText('Dry about');
  await expect(page.getByRole('img', { name: 'Weight over days, with the curve through it' }).locator('svg path').nth(5)).toBeAttached();
  await weigh(page, '760 g');
  await expect(page.getByText('Seed that dries gets lighter: what happened?')).toBeVisible();
  await expect(page.getByLabel('What does the scale say?')).toHaveValue('760 g');
  await page.getByLabel('It took up damp').check();
  await page.getByRole('button', { name: BUTTON.weighed }).click();
  await expect(page.getByText('heavier: it took up damp')).toBeVisible();
  await weigh(page, 'a handful');
  await expect(page.getByText('That cannot be read')).toBeVisible();
  await page.getByText('Read a hygrometer').click();
  await page.getByLabel('In its jar').check();
  await page.getByLabel('Humidity, %').fill('130');
  await page.getByRole('button', { name: BUTTON.writeItDown }).last().click();
  await expect(page.getByText('Humidity is 1 to 100 %')).toBeVisible();
  await page.getByLabel('Humidity, %').fill('55');
  await page.getByRole('button', { name: BUTTON.writeItDown }).last().click();
  await expect(page.getByRole('region', { name: 'Dry enough to seal?' })).toContainText('By its jar it holds');
});

test('what is being typed stays while the answer to a tap or a weight is coming, and a form sent meanwhile waits its turn', async ({
  page,
  story,
}) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Slow Goods', amount: '300 g' });
  await page.goto(`/lots/${code}/bench`);
  await page.getByLabel('What is it in?').fill('Tray S');
  await page.getByRole('button', { name: BUTTON.startTheBatch }).click();
  await expect(page.getByText('Print its tag')).toBeVisible();
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
  await page.getByLabel(/What is left of it|Clean seed that came out/).fill('290.5 g');
  await page.getByText('Give the batch up').click();
  await page.getByLabel('What happened, and what was lost').fill('Mice');
  await page.getByText('Something may have got mixed').click();
  await page.getByRole('button', { name: BUTTON.spilledAndSweptUp }).click();
  await expect(saved).toHaveCount(before);
  answer();
  await expect(page.getByText('The mix-up is recorded')).toBeVisible();
  await expect(saved).toHaveCount(before + 1);
  await expect(page.getByLabel('What happened, and what was lost')).toHaveValue('Mice');
  await expect(page.getByLabel(/What is left of it|Clean seed that came out/)).toHaveValue('290.5 g');
  // What nobody has typed into goes by the newest weight.
  await page.reload();
  await expect(page.getByLabel(/What is left of it|Clean seed that came out/)).toHaveValue('291 g');
  await weigh(page, '290 g');
  await expect(page.getByLabel(/What is left of it|Clean seed that came out/)).toHaveValue('290 g');
});

test('the bench shows the overdue first, finds a batch, and tells who else is on the table', async ({ page }) => {
  await page.goto('/bench');
  const batches = page.getByRole('main').getByRole('list').getByRole('listitem');
  await expect(batches.first()).toContainText('Overdue by');
  await expect(page.getByRole('figure', { name: 'The bench over the next days' })).toContainText('fermenting');
  await page.goto('/bench?search=zzz');
  await expect(page.getByText('No batch fits what you typed')).toBeVisible();
  await page.goto('/bench?search=ash+pan');
  await page
    .getByRole('link', { name: /Ash Pan/ })
    .first()
    .click();
  await expect(page.getByRole('region', { name: 'Go on' })).toContainText('On the table lies');
  await page.getByRole('region', { name: 'Go on' }).getByRole('button').click();
  await expect(page.getByText(/Clear (and clean first|it away, clean table, hands, knife and screens), and tick here/)).toBeVisible();
});

test('a batch given up keeps its reason, and is found among the ended', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'tomato', variety: 'Brake Van', form: 'whole fruit', amount: '3 fruits' });
  await page.goto(`/lots/${code}/bench`);
  await page.getByLabel('What is it in?').fill('Jar 40');
  await page.getByRole('button', { name: BUTTON.startTheBatch }).click();
  await page.getByRole('link', { name: 'Tag', exact: true }).click();
  await expect(page.getByRole('article', { name: `Tag of ${code}` })).toContainText('Jar 40');
  await page.goBack();
  await page.getByText('Give the batch up').click();
  await page.getByRole('button', { name: BUTTON.giveItUp }).click();
  await expect(page.getByText('Say what happened, and what was lost')).toBeVisible();
  await page.getByLabel('What happened, and what was lost').fill('Sprouted over the weekend');
  await page.getByRole('button', { name: BUTTON.giveItUp }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Given up' })).toContainText('Sprouted over the weekend');
  await page.goto(`/bench?show=ended&search=${code}`);
  await expect(page.getByRole('row').filter({ hasText: code })).toContainText('given up');
});

test('dry peas go through the freezer with a checked container; opened early, their time begins anew; a cold jar warms up closed', async ({
  page,
  story,
}) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Ballast Green', amount: '600 seeds' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('link', { name: 'Freezer, jar' }).click();
  const insects = page.getByRole('region', { name: 'Against insects' });
  await insects.getByLabel('In which container?').fill('Jar 12');
  await insects.getByRole('button', { name: BUTTON.shutItAway }).click();
  await expect(insects.getByText('Not yet: it is clean and dry; it shuts airtight')).toBeVisible();
  await expect(insects.getByLabel('In which container?')).toHaveValue('Jar 12');
  for (const check of ['It is clean and dry', 'It shuts airtight', 'It never held fuel or pesticide'])
    await insects.getByLabel(check).check();
  await insects.getByLabel(/Its label says/).check();
  await insects.getByRole('button', { name: BUTTON.shutItAway }).click();
  await expect(insects.getByText('Leave it shut')).toBeVisible();
  await insects.getByRole('button', { name: BUTTON.takeItOut }).click();
  await expect(insects.getByText('Eggs may still live until')).toBeVisible();
  await insects.getByLabel('Why it is opened before its time').fill('The wrong jar');
  await insects.getByRole('button', { name: BUTTON.takeItOut }).click();
  await expect(insects.getByText('opened early: The wrong jar')).toBeVisible();
  await expect(insects.getByText('Leave it shut')).toBeVisible();
  const warm = page.getByRole('region', { name: 'Out of the cold' });
  await warm.getByRole('button', { name: BUTTON.startItsWarmUp }).click();
  await expect(warm.getByText('Leave it closed')).toBeVisible();
  await warm.getByRole('button', { name: BUTTON.opened, exact: true }).click();
  await expect(warm.getByText('Water settles on the seed until')).toBeVisible();
  await warm.getByLabel('Open it all the same').check();
  await warm.getByRole('button', { name: BUTTON.opened, exact: true }).click();
  await expect(warm.getByRole('button', { name: BUTTON.startItsWarmUp })).toBeVisible();
});

test('the reckoner answers as one types, and refuses what cannot be', async ({ page }) => {
  await page.goto('/bench/reckoner');
  const part = (name: string) => page.getByRole('region', { name, exact: true });
  const silica = part('Silica gel');
  await expect(silica).toContainText('contains cobalt');
  await silica.getByLabel('Weight of the seed').fill('1 lb');
  await expect(silica.getByRole('status')).toContainText('454 g of gel');
  await silica.getByLabel(/Its moisture/).fill('40');
  await expect(silica.getByRole('status')).toContainText('dry the gel again 1 time');
  const peroxide = part('Dilute peroxide');
  await expect(peroxide.getByRole('status')).toContainText('it is never assumed');
  await peroxide.getByLabel('Strength on the bottle, %').fill('130');
  await expect(peroxide.getByRole('status')).toContainText('at most 100 %');
  await peroxide.getByLabel('Strength on the bottle, %').fill('12');
  await peroxide.getByLabel('Wanted, %').fill('3');
  await expect(peroxide.getByRole('status')).toContainText('63 ml from the bottle into 188 ml of water');
  await part('Washing soda').getByLabel('Strength, %').fill('150');
  await expect(part('Washing soda').getByRole('status')).toContainText('at most 100 %');
  await expect(part('Moisture by the jar, and the weight to reach').getByRole('status')).toContainText('and then weighs');
  await expect(part('Warm-up of a cold jar').getByRole('status')).toContainText('Leave it closed for');
  await expect(part('Seeds per gram').getByRole('status')).toContainText('to know it to a tenth');
});

test('dry seed is packed, its labels are a PDF on real sheets, and a standard reader reads their code', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Coupling Rod', amount: '900 seeds' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('link', { name: 'Pack', exact: true }).click();
  await page.getByLabel('Packets (optional)').fill('999');
  await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
  await expect(page.getByText(/^There is enough for \d+/)).toBeVisible();
  await page.getByLabel('Packets (optional)').fill('5');
  await expect(page.getByRole('region', { name: 'What does it make?' })).toContainText('5 packets');
  await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
  await expect(page).toHaveURL(`/lots/${code}/label?count=5`);
  await expect(page.getByLabel('Labels', { exact: true })).toHaveValue('5');
  const pdf = await page.request.get(`/lots/${code}/labels.pdf?sheet=a4-8&count=5&start=3`);
  expect(pdf.headers()['content-type']).toBe('application/pdf');
  const labels = (await textOfPdf(await pdf.body())).join(' ');
  expect(labels.split(code)).toHaveLength(6);
  expect(labels).toContain('‘Coupling Rod’');
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
  await expect(page.getByRole('main')).toContainText('5 packets, ');
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText('packed');
});

test('a sample is parted: purity and what follows, and noxious seed holds the lot', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Ballast Grey', amount: '900 seeds' });
  await page.goto(`/lots/${code}`);
  await page.getByRole('link', { name: 'Purity' }).click();
  await page.getByRole('button', { name: BUTTON.writeTheCard }).click();
  await expect(page.getByText('Weigh at least one part')).toBeVisible();
  await page.getByLabel('Pure seed', { exact: true }).fill('9 g');
  await page.getByLabel('Chaff and soil').fill('a pinch');
  await page.getByRole('button', { name: BUTTON.writeTheCard }).click();
  await expect(page.getByText('That cannot be read')).toBeVisible();
  await expect(page.getByLabel('Pure seed', { exact: true })).toHaveValue('9 g');
  await page.getByLabel('Chaff and soil').fill('1 g');
  await page.getByRole('button', { name: BUTTON.writeTheCard }).click();
  await expect(page.getByRole('region', { name: /How much of it is seed/ })).toContainText('90.0 % pure');
  await expect(page.getByText('Sow 1.11 times the weight')).toBeVisible();
  await expect(page.getByLabel('Pure seed', { exact: true })).toHaveValue('');
  await page.getByLabel('Pure seed', { exact: true }).fill('9 g');
  await page.getByLabel('Seed of noxious weeds').fill('20 mg');
  await page.getByRole('button', { name: BUTTON.writeTheCard }).click();
  await expect(page.getByText('is a matter of local law. Ask before')).toBeVisible();
  await page.goto(`/lots/${code}`);
  await expect(page.getByRole('main')).toContainText('hold: rules');
});

import { expect, test, type Page } from './granary.ts';
import type { storiesIn } from '../support/stories.ts';
import { goOn } from './benchDriver.ts';
import { stateOf } from './roles.ts';
import { textOfPdf } from '../support/pdf.ts';
import { moreActions } from './lotPage.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('coordinator') });

/** A drying batch of seed that came clean. */
async function dryingBatch(page: Page, story: ReturnType<typeof storiesIn>, variety: string, vessel: string): Promise<string> {
  const code = await story.takeIn({ crop: 'pea', variety, amount: '650 g' });
  await page.goto(`/bench/${await story.beginBatch(code, vessel)}`);
  await goOn(page, 'Dry the seed');
  await expect(page.getByLabel('What does the scale show?')).toBeVisible();
  return code;
}

const weighings = (page: Page) => page.getByRole('complementary', { name: 'So far' });

test('a weight comes from the scale with one key, copes with a leaning elbow and a pulled plug, and goes on by hand', async ({
  page,
  story,
}) => {
  await dryingBatch(page, story, 'Coal Drop', 'Tray 71');
  const batch = page.url();
  const work = async (name: string) => {
    await page.goto('/bench/devices');
    const done = page.waitForResponse((response) => response.request().method() === 'POST');
    await page.getByRole('region', { name: 'Scale: bench' }).getByRole('button', { name }).click();
    await done;
  };
  await page.goto('/bench/devices');
  const scale = page.getByRole('region', { name: 'Scale: bench' });
  await scale.getByLabel('Weight to put on').fill('9 kg');
  await scale.getByRole('button', { name: BUTTON.putOnScale }).click();
  await expect(scale.getByText('This scale carries up to 6 kg')).toBeVisible();
  await scale.getByLabel('Weight to put on').fill('648.2 g');
  await scale.getByRole('button', { name: BUTTON.putOnScale }).click();
  // Its zero wanders while the server runs: some tenths of a gram in an hour.
  const about648 = /^648\.[2-9] g$/;
  await expect(scale.getByText(about648)).toBeVisible();
  await page.goto(batch);
  await page.getByLabel('What does the scale show?').focus();
  await page.keyboard.press('Enter');
  await expect(weighings(page).getByText(about648)).toBeVisible();
  await work('Lean on the table');
  await page.goto(batch);
  await page.getByRole('button', { name: BUTTON.readTheScale }).click();
  await expect(page.getByText('The reading does not settle')).toBeVisible();
  await work('Let go');
  await work('Unplug');
  await expect(scale.getByText('does not answer', { exact: true })).toBeVisible();
  await page.goto(batch);
  await page.getByRole('button', { name: BUTTON.readTheScale }).click();
  await expect(page.getByText('The scale does not answer. Check that it is plugged in, or type the weight')).toBeVisible();
  await page.getByLabel('What does the scale show?').fill('647.9 g');
  await page.keyboard.press('Enter');
  await expect(weighings(page).getByText('647.9 g')).toBeVisible();
  await work('Plug in');
  await expect(scale.getByText('answers', { exact: true })).toBeVisible();
  await page.goto(batch);
  await page.getByText('Read a hygrometer').click();
  await page.getByRole('button', { name: BUTTON.readTheJarsHygrometer }).click();
  await expect(page.getByLabel('Humidity, %')).toHaveValue('31.0');
  await expect(page.getByLabel('In its jar')).toBeChecked();
});

test('a photo is kept without what the camera wrote; what is none, or too large, is refused beside the field', async ({ page, story }) => {
  await dryingBatch(page, story, 'Fog Signal', 'Tray 72');
  await page.getByText('Describe something else, add a photo or an earlier time').click();
  const photo = page.getByLabel('Photo (optional)');
  await page.getByLabel('What did you see?').fill('Pale, a little wrinkled');
  await photo.setInputFiles({ name: 'seed.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('This is no photo') });
  const send = page.getByRole('region', { name: /Step/ }).getByRole('button', { name: BUTTON.saveObservation });
  await send.click();
  await expect(page.getByText('This is not a photo. Choose a JPEG or PNG file')).toBeVisible();
  await expect(page.getByLabel('What did you see?')).toHaveValue('Pale, a little wrinkled');
  // Eighty megabytes: the page itself refuses it, and so does the server where no page does.
  await photo.evaluate((input: HTMLInputElement) => {
    const files = new DataTransfer();
    files.items.add(new File([new Uint8Array(80 * 2 ** 20)], 'huge.jpg', { type: 'image/jpeg' }));
    input.files = files.files;
    input.dispatchEvent(new Event('change', { bubbles: true }));
  });
  expect(await photo.evaluate((input: HTMLInputElement) => input.validationMessage)).toMatch('larger than 16 MB');
  const direct = await page.request.post(`${new URL(page.url()).pathname}.data`, {
    headers: { origin: new URL(page.url()).origin },
    multipart: {
      intent: 'check',
      seen: 'Anything',
      photo: { name: 'huge.jpg', mimeType: 'image/jpeg', buffer: Buffer.alloc(80 * 2 ** 20) },
    },
  });
  expect(direct.status()).toBe(400);
  expect(await direct.text()).toMatch('larger than 16 MB');
  const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');
  await photo.setInputFiles({ name: 'seed.png', mimeType: 'image/png', buffer: png });
  await send.click();
  const picture = weighings(page).getByRole('img', { name: 'Seen: Pale, a little wrinkled' });
  await expect(picture).toBeVisible();
  const kept = await page.request.get((await picture.getAttribute('src'))!);
  expect(kept.headers()['content-type']).toBe('image/jpeg');
});

test('a mix-up at the bench takes two taps', async ({ page, story }) => {
  const code = await dryingBatch(page, story, 'Points Rod', 'Tray 73');
  await page.getByText('Record a possible mix-up').click();
  await page.getByRole('button', { name: BUTTON.aTagFellOffOrWasSwapped }).click();
  await expect(page.getByText('Mix-up recorded')).toBeVisible();
  await expect(page.getByRole('button', { name: BUTTON.aTagFellOffOrWasSwapped })).toBeHidden();
  await page.goto(`/lots/${code}/seen`);
  await expect(page.getByRole('main')).toContainText('A tag fell off or was swapped');
});

test('the house’s own recipe is offered at the bench, and retired when it is not', async ({ page, story }) => {
  await page.goto('/settings/recipes');
  await page.getByLabel('Name').fill('Two-hour soda');
  await page.getByLabel('Step 1', { exact: true }).selectOption('Scoop the seed out');
  await page.getByLabel('Step 2', { exact: true }).selectOption('Stand in washing soda');
  await page.getByLabel('Hours of step 2 (optional)').fill('3, 2, 1');
  await page.getByRole('button', { name: BUTTON.saveRecipe }).click();
  await expect(page.getByText('Say why, for people who use it later')).toBeVisible();
  await page.getByLabel('Why do you do it this way?').fill('Enough in three trials');
  await page.getByRole('button', { name: BUTTON.saveRecipe }).click();
  await expect(page.getByText('Make drying the last step')).toBeVisible();
  await page.getByLabel('Step 3', { exact: true }).selectOption('Dry the seed');
  await page.getByRole('button', { name: BUTTON.saveRecipe }).click();
  await expect(page.getByText('in rising order')).toBeVisible();
  await page.getByLabel('Hours of step 2 (optional)').fill('1, 2, 3');
  await page.getByRole('button', { name: BUTTON.saveRecipe }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Two-hour soda' })).toContainText('1 to 3 h, usually 2');
  const code = await story.takeIn({ crop: 'tomato', variety: 'Lamp Room', form: 'whole fruit', amount: '5 fruits' });
  await page.goto(`/lots/${code}/bench`);
  await page.getByLabel('Two-hour soda').check();
  await expect(page.getByRole('region', { name: 'What to expect' })).toContainText('Enough in three trials');
  await page.getByLabel('Which container is it in?').fill('Jar 74');
  await page.getByRole('button', { name: BUTTON.startBatch }).click();
  await expect(page.getByText('in Jar 74: two-hour soda')).toBeVisible();
  await page.goto('/settings/recipes');
  await page.getByRole('button', { name: BUTTON.retireTwoHourSoda }).click();
  await expect(page.getByText('retired')).toBeVisible();
  await page.goto(`/lots/${code}/bench`);
  await expect(page.getByLabel('Washing soda')).toBeVisible();
  await expect(page.getByLabel('Two-hour soda')).toHaveCount(0);
});

test('a lot is parted over methods, and its trial waits for tests', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'tomato', variety: 'Wheel Tapper', form: 'whole fruit', amount: '20 fruits' });
  await page.goto(`/lots/${code}`);
  await moreActions(page, 'Compare methods');
  await page.getByRole('button', { name: BUTTON.divideTheLot }).click();
  await expect(page.getByText('Choose two or three')).toBeVisible();
  await page.getByLabel('Washing soda').check();
  await page.getByLabel('Wipe and dry on paper').check();
  await page.getByLabel('Smallest difference to detect, in percentage points').fill('15');
  await expect(page.getByRole('region', { name: 'How much seed does each part need?' })).toContainText('seeds for its germination test');
  await page.getByRole('button', { name: BUTTON.divideTheLot }).click();
  const parts = page.getByRole('table', { name: 'Parts of the trial' });
  await expect(parts.getByRole('row')).toHaveCount(3);
  await expect(page.getByRole('region', { name: /which method gives the best seed/ })).toContainText('Not tested yet');
  await parts.getByRole('link', { name: 'start batch' }).last().click();
  await expect(page.getByLabel('Wipe and dry on paper')).toBeChecked();
});

test('the load by week says what to begin first, and what is short', async ({ page }) => {
  await page.goto('/bench');
  await page.getByRole('link', { name: 'Workload by week' }).click();
  await expect(page.getByRole('region', { name: 'The next 8 weeks' })).toContainText('waiting to be cleaned');
  const first = page.getByRole('table', { name: /in the order to start them/ });
  await expect(first).toContainText('Signal Wire');
  await first.getByRole('link', { name: /Signal Wire/ }).click();
  await expect(page.getByRole('heading', { name: /Clean .*Signal Wire/ })).toBeVisible();
});

test('tags, slips and labels go to sheets and to the label printer, which keeps them', async ({ page, story }) => {
  const code = await dryingBatch(page, story, 'Gate Key', 'Tray 75');
  await page.getByRole('link', { name: 'Print tag', exact: true }).first().click();
  await expect(page.getByRole('article', { name: `Tag of ${code}` })).toContainText('Tray 75');
  const pdf = await page.request.get(`${new URL(page.url()).pathname}.pdf?sheet=roll-57&count=2`);
  const tags = await textOfPdf(await pdf.body());
  expect(tags).toHaveLength(2);
  for (const tag of tags) expect(tag).toContain('Tray 75');
  await page.getByLabel('Sheet or roll').selectOption({ label: 'Roll of 57 × 32 mm' });
  await page.getByRole('button', { name: BUTTON.sendToLabelPrinter }).click();
  await expect(page.getByText('1 label sent to the printer')).toBeVisible();
  await page.goto('/bench/devices');
  await expect(page.getByRole('region', { name: 'Label printer: bench' })).toContainText('It has printed');
  await page.getByRole('region', { name: 'Label printer: bench' }).getByRole('button', { name: BUTTON.unplug }).click();
  await expect(page.getByRole('region', { name: 'Label printer: bench' })).toContainText('does not answer');
  await page.goto(`/lots/${code}/label`);
  await page.getByRole('button', { name: BUTTON.sendToLabelPrinter }).click();
  await expect(page.getByText('Nothing was printed')).toBeVisible();
  await page.goto('/bench/devices');
  await page.getByRole('region', { name: 'Label printer: bench' }).getByRole('button', { name: BUTTON.plugIn }).click();
  await expect(page.getByRole('region', { name: 'Label printer: bench' })).toContainText('Ready');
});

test('each desk remembers its own scale and printer, whoever works at it', async ({ page, story, browser }) => {
  await dryingBatch(page, story, 'Two Scales', 'Tray 76');
  const batch = page.url();
  const put = async (name: string, weight: string) => {
    const scale = page.getByRole('region', { name: `Scale: ${name}` });
    await scale.getByLabel('Weight to put on').fill(weight);
    await scale.getByRole('button', { name: BUTTON.putOnScale }).click();
    await expect(scale.getByText(new RegExp(`^${weight.split('.')[0]}\\.`))).toBeVisible();
  };
  await page.goto('/bench/devices');
  await put('bench', '640.0 g');
  await put('desk', '650.0 g');
  const desk = page.getByRole('region', { name: 'Scale: desk' });
  await desk.getByRole('button', { name: BUTTON.useAtThisDesk }).click();
  await expect(desk.getByText('Used at this desk')).toBeVisible();
  const printer = page.getByRole('region', { name: 'Label printer: desk' });
  await printer.getByRole('button', { name: BUTTON.useAtThisDesk }).click();
  await expect(printer.getByText('Used at this desk')).toBeVisible();
  await expect(desk.getByText('Used at this desk')).toBeVisible();
  const other = await (await browser.newContext({ storageState: stateOf('helper') })).newPage();
  const read = async (at: Page) => {
    await at.goto(batch);
    await at.getByLabel('What does the scale show?').focus();
    const answered = at.waitForResponse('**/bench/devices/read?of=scale');
    await at.keyboard.press('Enter');
    return ((await (await answered).json()) as { weight: string }).weight;
  };
  expect(await read(other)).toMatch(/^640\./);
  expect(await read(page)).toMatch(/^650\./);
  // Labels go where the desk's printer is.
  await page.goto(`${batch}/tag`);
  await page.getByRole('button', { name: BUTTON.sendToLabelPrinter }).click();
  await expect(page.getByText('1 label sent to the printer')).toBeVisible();
  await page.goto('/bench/devices');
  await expect(printer).toContainText('It has printed 1 time');
});

test('packets are opened again into the jar', async ({ page, story }) => {
  const code = await story.takeIn({ crop: 'pea', variety: 'Dog Spike', amount: '500 seeds' });
  await page.goto(`/lots/${code}/pack`);
  await page.getByLabel('Seeds kept back').fill('0');
  await page.getByLabel('Packets (optional)').fill('4');
  await page.getByRole('button', { name: BUTTON.packAndPrintLabels }).click();
  await expect(page).toHaveURL(`/lots/${code}/label?count=4`);
  await page.goto(`/lots/${code}/pack`);
  const packets = page.getByRole('region', { name: 'Packets of it' });
  await packets.getByText('Open some packets again').click();
  await packets.getByLabel('How many packets?').fill('9');
  await packets.getByRole('button', { name: BUTTON.returnToJar }).click();
  await expect(packets.getByText('There is enough for 4')).toBeVisible();
  await packets.getByLabel('How many packets?').fill('1');
  await packets.getByRole('button', { name: BUTTON.returnToJar }).click();
  await expect(packets).toContainText('3 packets of');
});

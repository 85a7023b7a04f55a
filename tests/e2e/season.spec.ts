import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

const PHONE = { width: 390, height: 844 };
const GROWER = 'Perran Oakshott';

test.describe('a grower on a phone', () => {
  test.use({ storageState: stateOf('member'), viewport: PHONE });

  test('answers an offer, and finds how to grow it; the coordinator sees the answer', async ({ page, story, browser }) => {
    const code = await story.takeIn({ variety: 'Offered Lamp', amount: '900 seeds' });
    await story.liftHolds(code);
    const leader = await (await browser.newContext({ storageState: stateOf('coordinator') })).newPage();
    await leader.goto(`/lots/${code}/grow-out`);
    await leader.getByLabel('Plants to save seed from').fill('12');
    await leader.getByLabel('Seeds to sow').fill('40');
    await leader.getByRole('button', { name: BUTTON.proposeGrowOut }).click();
    await leader.getByLabel('Who will grow it?').fill(GROWER);
    await leader.getByRole('button', { name: BUTTON.offerToGrower }).click();
    await expect(leader.getByText(`Offered: ${GROWER}`)).toBeVisible();

    await page.goto('/mine');
    const offer = page.getByRole('list', { name: 'Growing for the library' }).getByRole('listitem').filter({ hasText: 'Offered Lamp' });
    await expect(offer).toContainText('Will you grow it?');
    await offer.getByRole('link', { name: 'Read and answer' }).click();
    await expect(page.getByText('40 seeds, from')).toBeVisible();
    await expect(page.getByText(/12 or more to save seed from/)).toBeVisible();
    await page.getByLabel(/Does anything have to be different/).fill('Sown a week later');
    await page.getByRole('button', { name: BUTTON.yesIWillGrowIt }).click();
    await expect(page.getByText('I can no longer grow it')).toBeVisible();
    await leader.reload();
    await expect(leader.getByText(`agreed with ${GROWER}: Sown a week later`)).toBeVisible();
    await leader.context().close();
  });

  test('writes the log in three taps, corrects and strikes out an entry, and is told when it cannot be so', async ({ page, story }) => {
    const code = await story.takeIn({ variety: 'Logged Lamp', amount: '900 seeds' });
    await story.growOut(code, { grower: GROWER, seeds: 40, plants: 12, out: true });
    await page.goto('/mine');
    await page.getByRole('listitem').filter({ hasText: 'Logged Lamp' }).getByRole('link', { name: 'Add to the log' }).click();
    const entries = page.getByRole('list', { name: 'Entries' });
    const write = async (kind: string, count?: string) => {
      const chip = page.getByRole('button', { name: kind, exact: true });
      if (!(await chip.isVisible())) await page.getByText('Something else').click();
      await chip.click();
      if (count !== undefined) await page.getByRole('form').getByRole('textbox').first().fill(count);
      await page.getByRole('button', { name: BUTTON.saveEntry }).click();
    };
    await write('Sown', '40');
    await expect(entries).toContainText('Sown: 40 seeds');
    await write('Up', '44');
    await expect(page.getByText('Only 40 seeds were sown. Check the number')).toBeVisible();
    await page.getByRole('form').getByRole('textbox').first().fill('31');
    await page.getByRole('button', { name: BUTTON.saveEntry }).click();
    await expect(entries).toContainText('Up: 31 plants');
    await expect(page.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
    await page.getByRole('button', { name: 'Correct Up: 31 plants' }).click();
    await page.getByRole('form').getByRole('textbox').first().fill('21');
    await page.getByRole('button', { name: BUTTON.saveEntry }).click();
    await expect(entries).toContainText('Up: 21 plants');
    await expect(entries).not.toContainText('Up: 31 plants');
    await write('Plants counted', '8');
    await expect(page.getByText('Only 8 plants at the last count, but 12 are needed')).toBeVisible();
    await page.getByRole('button', { name: 'Delete Plants counted: 8 plants' }).click();
    await expect(entries).not.toContainText('Plants counted');
    await page.getByText('Something else').click();
    await page.getByRole('button', { name: 'Note', exact: true }).click();
    await page.getByLabel('What should we know?').fill('Looks well');
    await page.getByLabel('Photo (optional)').setInputFiles('docs/screenshots/towel.png');
    await page.getByRole('button', { name: BUTTON.saveEntry }).click();
    const picture = entries.getByRole('listitem').filter({ hasText: 'Looks well' }).getByRole('link', { name: 'Photo' });
    await expect(picture).toBeVisible();
    const answer = await page.request.get((await picture.getAttribute('href'))!);
    expect([answer.status(), answer.headers()['content-type']]).toEqual([200, 'image/jpeg']);
    await page.reload();
    await expect(entries).toContainText('Up: 21 plants');
    await expect(entries).not.toContainText('Plants counted');
  });

  test('writes the log without a network; it is kept with a mark, and sent once when there is one', async ({
    page,
    context,
    story,
    browser,
  }) => {
    const code = await story.takeIn({ variety: 'Far Lamp', amount: '900 seeds' });
    const id = await story.growOut(code, { grower: GROWER, seeds: 40, plants: 12, out: true });
    await page.goto('/grow-outs/log');
    await expect(page.getByText('opens without a network')).toBeVisible();
    await context.setOffline(true);
    await page
      .getByRole('navigation', { name: 'Grow-outs' })
      .getByRole('button', { name: /Far Lamp/ })
      .click();
    await page.getByRole('button', { name: 'Sown', exact: true }).click();
    await page.getByLabel('How many seeds?').fill('40');
    await page.getByRole('button', { name: BUTTON.saveEntry }).click();
    const entries = page.getByRole('list', { name: 'Entries' });
    await expect(entries).toContainText('Sown: 40 seeds · not sent yet');
    await page.reload();
    await page
      .getByRole('navigation', { name: 'Grow-outs' })
      .getByRole('button', { name: /Far Lamp/ })
      .click();
    await expect(entries).toContainText('Sown: 40 seeds · not sent yet');
    await context.setOffline(false);
    await expect(page.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
    const helper = await (await browser.newContext({ storageState: stateOf('helper') })).newPage();
    await helper.goto(`/grow-outs/${id}`);
    await expect(helper.getByText('Sown: 40 seeds')).toHaveCount(1);
    await helper.context().close();
  });

  test('sees nothing of another grower’s grow-outs, and no garden’s place', async ({ page, samples }) => {
    for (const path of [`/grow-outs/${samples.growOut}/sheet`, `/grow-outs/log?of=${samples.growOut}`, '/gardens', '/grow-outs/season']) {
      await page.goto(path);
      await expect(page.getByRole('main')).not.toContainText(/Tamsin Fallowell|41\.21|Signal Bank/);
    }
  });
});

test.describe('the coordinator', () => {
  test.use({ storageState: stateOf('coordinator') });

  test('chooses garden and day, sees at once what crosses and what lowers it, and finds it on the map of the season', async ({
    page,
    story,
  }) => {
    const code = await story.takeIn({ crop: 'squash-pepo', kind: 'open-pollinated', variety: 'Signal Squash', amount: '300 seeds' });
    await story.liftHolds(code);
    const id = await story.growOut(code, { grower: GROWER, seeds: 20, plants: 8, out: false });
    await page.goto(`/grow-outs/${id}/place`);
    const year = (await page.getByLabel('Sow on').inputValue()).slice(-4);
    await page.goto('/gardens');
    await page.getByRole('link', { name: 'Signal Bank' }).click();
    await page.getByText('Add a plot').click();
    const plot = page.getByRole('group').filter({ has: page.getByRole('button', { name: BUTTON.addPlot }) });
    await plot.getByLabel('Name').fill('Near bed');
    await plot.getByLabel('Area, m²').fill('0');
    await plot.getByRole('button', { name: BUTTON.addPlot }).click();
    await expect(page.getByText('Enter more than 0')).toBeVisible();
    await plot.getByLabel('Area, m²').fill('12');
    await plot.getByRole('button', { name: BUTTON.addPlot }).click();
    await expect(page.getByText('Near bed: 12 m²')).toBeVisible();
    await page.getByText('Add something that flowers').click();
    await page.getByLabel('Crop', { exact: true }).fill('courgette');
    await page.getByLabel('What is it?').fill('Next door’s marrow');
    await page.getByLabel('Year').fill(year);
    await page.getByLabel('How far away, in metres?').fill('30');
    await page.getByRole('button', { name: BUTTON.addBloom }).click();
    await expect(page.getByText('Next door’s marrow), 30 m away')).toBeVisible();

    await page.goto(`/grow-outs/${id}/place`);
    await page.getByLabel('Garden').selectOption({ label: 'Signal Bank' });
    const reckoning = page.getByRole('region', { name: 'Will it stay true to type?' });
    await expect(reckoning).toContainText('Next door’s marrow');
    await expect(reckoning).toContainText('What would reduce it');
    await page.getByLabel('Hand pollination').check();
    await expect(reckoning).toContainText('Likely to stay true to type');
    await page.getByLabel('Plot (optional)').selectOption({ label: 'Near bed, 12 m², full sun' });
    await page.getByLabel('Space, m² (optional)').fill('20');
    await page.getByRole('button', { name: BUTTON.saveGardenAndDay }).click();
    await expect(page.getByText('Only 12 m² are free for that time')).toBeVisible();
    await page.getByLabel('Space, m² (optional)').fill('8');
    await page.getByRole('button', { name: BUTTON.saveGardenAndDay }).click();
    await expect(page.getByText('Signal Bank, Near bed, 8 m²')).toBeVisible();
    await page.goto(`/grow-outs/season?year=${year}`);
    await expect(page.getByRole('list', { name: 'Gardens on the map' })).toContainText('Signal Bank');
    await expect(page.getByRole('row').filter({ hasText: 'Signal Squash' })).toContainText('Signal Bank');
  });

  test('takes the seed back in from what the log says, as a child of the lot that was sown', async ({ page, story }) => {
    const code = await story.takeIn({ variety: 'Home Lamp', amount: '900 seeds' });
    const id = await story.growOut(code, { grower: GROWER, seeds: 40, plants: 12, out: true });
    await page.goto(`/grow-outs/log?of=${id}`);
    for (const [kind, count] of [
      ['Sown', '40'],
      ['Up', '30'],
      ['First flowers', '26'],
      ['Harvested', '24'],
    ] as const) {
      const chip = page.getByRole('button', { name: kind, exact: true });
      if (!(await chip.isVisible())) await page.getByText('Something else').click();
      await chip.click();
      await page.getByRole('form').getByRole('textbox').first().fill(count);
      await page.getByRole('button', { name: BUTTON.saveEntry }).click();
      // Once the book has it, what the log tells of the season stands above: nothing moves any more under what is pressed next.
      await expect(page.getByRole('button', { name: new RegExp(`^Correct ${kind}`) })).toBeVisible();
    }
    await expect(page.getByRole('region', { name: 'Not saved yet' })).toBeHidden();
    await page.goto(`/grow-outs/${id}`);
    await page.getByRole('link', { name: 'Record a return' }).click();
    await expect(page.getByRole('heading', { name: `Return from ${GROWER}` })).toBeVisible();
    await expect(page.getByRole('textbox', { name: 'How many plants did you save seed from?' })).toHaveValue('24');
    await expect(page.getByRole('textbox', { name: 'How many plants flowered?' })).toHaveValue('26');
  });
});

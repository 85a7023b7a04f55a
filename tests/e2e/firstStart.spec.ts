import { bareDatabase } from '../support/databases.ts';
import { now } from '../support/library.ts';
import { startServer } from '../support/server.ts';
import { expect, test } from '@playwright/test';
import { answer, restIsUnknown } from './interview.ts';
import { BUTTON } from './words.ts';

test('the first coordinator of an empty library comes by a link, takes the first lot in, and two servers share the session', async ({
  page,
}) => {
  const database = await bareDatabase();
  const one = await startServer(database, now(), { SAMPLE_DATA: '' });
  const other = await startServer(database, now(), { SAMPLE_DATA: '' });
  const link = /(http:\S+\/welcome\/\S+)/.exec(other.said())![1]!;
  await page.goto(`${one.url}/sign-in`);
  await expect(page.getByText('Sample sign-ins')).toBeHidden();
  await page.goto(link);
  await page.waitForSelector('html[data-ready]');
  await page.getByLabel('Your library’s name').fill('Upper Wend Seeds');
  await page.getByRole('radio', { name: 'Northern' }).check();
  await page.getByLabel('Your name').fill('Una Sallow');
  await page.getByLabel('E-mail').fill('una@house.example');
  await page.getByLabel('New password').fill('short');
  await page.getByLabel('Repeat the password').fill('other');
  await page.getByRole('button', { name: BUTTON.signIn }).click();
  await expect(page.getByText('Use at least 12 characters')).toBeVisible();
  await page.getByLabel('New password').fill('four dry words here');
  await page.getByLabel('Repeat the password').fill('four dry words here');
  await page.getByRole('button', { name: BUTTON.signIn }).click();
  await expect(page.getByText('Nothing is due')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Your first hour' })).toContainText('0 of 6 steps done');
  await page.goto(`${other.url}/shelves`);
  await expect(page.getByText('No lots yet')).toBeVisible();
  // The very first lot of a new library, with the very first place.
  await page.goto(`${other.url}/intake`);
  await page.waitForSelector('html[data-ready]');
  await answer(page, {
    'How did you get it?': 'Donated',
    Crop: 'Pea',
    Variety: 'First Comer',
    'What kind of seed is it?': 'Open-pollinated',
    'When was it harvested?': 'unknown',
    'How does the seed arrive?': 'Clean seed',
    'How much is there?': '½ oz',
    'Where will you keep it?': 'Tin box under the stairs',
    Container: 'Tin',
  });
  await restIsUnknown(page);
  await page.getByRole('button', { name: BUTTON.takeIn }).click();
  await expect(page.getByRole('main')).toContainText('Tin box under the stairs');
  await expect(page.getByText('its age is unknown').first()).toBeVisible();
  await page.goto(`${other.url}/`);
  await expect(page.getByRole('region', { name: 'Your first hour' })).toContainText('1 of 6 steps done');
  await page.getByRole('link', { name: 'Print its label' }).click();
  await expect(page.getByRole('article', { name: /^Label of/ })).toContainText('First Comer');
  await one.stop();
  await other.stop();
});

import { Line } from '../support/line.ts';
import { startServer } from '../support/server.ts';
import { expect, test } from './granary.ts';
import { stateOf } from './roles.ts';
import { BUTTON } from './words.ts';

test.use({ storageState: stateOf('helper') });

test('a form whose connection breaks is sent again by itself, and what was typed waits while the server cannot be reached', async ({
  page,
}) => {
  const notice = page.getByText('The library cannot be reached');
  for (const [name, breaks] of [
    ['Once Broken', 1],
    ['Thrice Broken', 3],
  ] as const) {
    await page.goto('/people/new?member=yes');
    await page.getByLabel('Name', { exact: true }).fill(name);
    await page.route(/people\/new\.data/, (route) => route.abort('connectionreset'), { times: breaks });
    await page.getByRole('button', { name: BUTTON.addPerson }).click();
    if (breaks > 1) {
      await expect(notice).toBeVisible();
      await expect(page.getByLabel('Name', { exact: true })).toHaveValue(name);
    }
    await expect(page.getByRole('heading', { level: 1, name })).toBeVisible();
    await expect(notice).toBeHidden();
    await page.goto(`/desk?search=${encodeURIComponent(name)}`);
    await expect(page.getByRole('row').filter({ hasText: name })).toHaveCount(1);
  }
});

test('while the database is away a form waits with what was typed, and is sent once when it is back', async ({ page, library }) => {
  const far = new URL(library.database.serverUrl);
  const line = new Line({ host: far.hostname, port: Number(far.port) });
  await line.up();
  far.port = String(line.port);
  const server = await startServer({ ...library.database, serverUrl: far.href }, library.now());
  await page.goto(`${server.url}/people/new?member=yes`);
  await page.getByLabel('Name', { exact: true }).fill('Patient Sower');
  await line.down();
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  const notice = page.getByText('Your entry is kept and will be sent as soon as it answers');
  await expect(notice).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Patient Sower');
  await line.up();
  await expect(page.getByRole('heading', { level: 1, name: 'Patient Sower' })).toBeVisible();
  await expect(notice).toBeHidden();
  await page.goto(`${server.url}/desk?search=Patient+Sower`);
  await expect(page.getByRole('row').filter({ hasText: 'Patient Sower' })).toHaveCount(1);
  // A page that is asked for anew says so too, and tries again by itself.
  await line.down();
  expect((await page.request.get(`${server.url}/shelves`)).status()).toBe(503);
  await page.goto(`${server.url}/shelves`);
  await expect(page.getByRole('heading', { name: 'The library’s database is not answering' })).toBeVisible();
  await line.up();
  await expect(page.getByRole('heading', { level: 1, name: 'Shelves' })).toBeVisible();
  await server.stop();
  await line.down();
});

test('a form that is turned away before it is read says why, in the words of whoever turned it away', async ({ page }) => {
  const words = 'This was sent from http://elsewhere.example, but this server knows itself by another name, so nothing was saved.';
  await page.goto('/people/new?member=yes');
  await page.getByLabel('Name', { exact: true }).fill('Turned Away');
  await page.route(/people\/new\.data/, (route) => route.fulfill({ status: 403, contentType: 'text/plain', body: words }));
  await page.getByRole('button', { name: BUTTON.addPerson }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Nothing was saved' })).toBeVisible();
  await expect(page.getByText(words)).toBeVisible();
});

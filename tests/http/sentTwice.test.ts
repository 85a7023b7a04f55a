import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { dataAddress, sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

test('a form that was changed and sent again leads to what was done then, and does nothing', async () => {
  const helper = sessionOf(sample.library, 'helper');
  const key = randomUUID();
  const add = (name: string, path = '/people/new', by = helper) => by.post(path, { key, name, isMember: 'on' });
  const made = await add('Cecily Marl');
  expect(made.status).toBe(302);
  expect((await add('Cecily Marl')).headers.get('location')).toBe(made.headers.get('location'));
  const changed = await add('Cecily Marsh');
  expect([changed.status, changed.headers.get('location')]).toEqual([302, `/sent-before/${key}`]);
  expect(await (await add('Cecily Marsh', dataAddress('/people/new'))).text()).toContain(`/sent-before/${key}`);
  const told = await helper.text(`/sent-before/${key}`);
  expect(told).toContain('This form was sent before');
  expect(told).toContain('Person added');
  expect(await helper.text('/desk?search=Cecily+Marsh')).not.toContain('>Cecily Marsh<');
  // Nobody else is told what it was.
  const coordinator = sessionOf(sample.library, 'coordinator');
  expect((await add('Cecily Marl', '/people/new', coordinator)).headers.get('location')).toBe(`/sent-before/${key}`);
  expect(await coordinator.text(`/sent-before/${key}`)).not.toContain('Person added');
  // The key of one form does not serve another.
  expect((await helper.post('/wants', { intent: 'order', key })).status).toBeLessThan(500);
});

test('refusing seed of which nothing was said records nothing, and says so', async () => {
  const helper = sessionOf(sample.library, 'helper');
  const answer = await helper.post('/intake', { intent: 'refuse', key: randomUUID() });
  expect(answer.status).toBe(400);
  expect(await answer.text()).toContain('Nothing was refused or recorded');
  expect(await sessionOf(sample.library, 'coordinator').text('/settings/record?search=refused')).not.toContain('Seed: not wanted');
});

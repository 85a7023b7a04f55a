import { expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { CLAIM_WORDS } from '#words/claims.ts';
import type { Claim } from '#core/promise/judge.ts';
import { interviewOf, type Change } from '../support/answers.ts';
import { sessionOf } from '../support/session.ts';
import { sampleLibrary } from './sampleLibrary.ts';

const sample = sampleLibrary();

const TOLD = {
  source: 'donated',
  nameFrom: 'grower',
  nameSure: 'sure',
  kind: 'open-pollinated',
  boughtPlant: 'no',
  donor: 'Marta Quill',
  donorNew: 'Marta Quill',
  harvested: 'Sep 2026',
  seasonsGrown: '1',
  plantsStanding: '20',
  plantsHarvested: '12',
  roguing: 'none',
  offTypes: '0',
  diseases: 'none',
  neighbours: 'none',
  form: 'clean seed',
  dried: 'in air and shade',
  mould: 'no',
  insects: 'none',
  amount: '600 seeds',
  place: 'Shelf A, lever room',
  container: 'jar',
};
const near = (metres: number, crop: string, what: string): Change => ({
  neighbours: 'some',
  n0what: what,
  n0crop: crop,
  n0metres: `${metres} m`,
  n0overlap: 'all',
  n0amount: 'as many',
});

/** What stands on a page to be read, in one line. */
const wordsOf = (html: string) =>
  html
    .replace(/<(script|style)[^>]*>.*?<\/\1>/gs, '')
    .replace(/<[^<>]*>/g, ' ')
    .replace(/\s+/g, ' ');

test.each<[string, Change, Claim, string | null]>([
  [
    'beans with weevils, of whose plants three off-types were left standing',
    { crop: 'french-bean', variety: 'Weevil Sleeper', offTypes: '3', insects: 'holes in seed' },
    'may vary',
    'two weeks in the freezer',
  ],
  [
    'lettuce in three pickings',
    { crop: 'lettuce', variety: 'Third Signal', pickings: 'several', p0on: '2026-08-12', p0weight: '3 g', p1weight: '5 g' },
    'true',
    null,
  ],
  [
    'beet with chard in flower at 366 m',
    { crop: 'beet', variety: 'Red Semaphore', ...near(366, 'chard', 'chard') },
    'may vary',
    'grow a few out before you lend it',
  ],
  [
    'Russian kale beside swede',
    { crop: 'rape-kale', variety: 'Grey Buffer', ...near(3, 'swede', 'swede') },
    'may vary',
    'grow a few out before you lend it',
  ],
  ['sea kale beside cabbages', { crop: 'sea-kale', variety: 'Shore Halt', ...near(2, 'cabbage', 'cabbage') }, 'true', null],
])('%s: taken in at the desk, lot, label, packet and desk say one thing', async (_, change, claim, held) => {
  const helper = sessionOf(sample.library, 'helper');
  const answers = interviewOf(TOLD, change);
  const done = await helper.post('/intake', { ...answers, key: randomUUID(), intent: 'take' });
  const code = /\/lots\/(\d\d-\d{4}-[A-Z])\?new=yes/.exec(done.headers.get('location') ?? '')?.[1];
  if (!code) throw new Error(`${done.status}: ${wordsOf(await done.text()).slice(0, 2000)}`);
  const [lot, label, packet] = await Promise.all(
    [`/lots/${code}`, `/lots/${code}/label`, `/s/${code}`].map(async (path) => wordsOf(await helper.text(path))),
  );
  const { lot: desk } = JSON.parse(await helper.text(`/desk/lot?code=${code}`)) as { lot: { promise: Claim; lending: { answer: string } } };
  expect(desk.promise).toBe(claim);
  for (const page of [lot, label, packet]) expect(page).toContain(CLAIM_WORDS[claim]);
  const others = (['true', 'likely true', 'may vary'] as const).filter((one) => one !== claim);
  for (const other of others) expect(label).not.toContain(CLAIM_WORDS[other]);
  if (held) expect(lot).toContain(held);
  expect(desk.lending.answer === 'refused').toBe(held !== null);
});

import { describe, expect, test } from '@jest/globals';
import type { Metres } from '#core/kernel/kinds.ts';
import { holdsByRule } from '#core/passport/holds.ts';
import { EMPTY_PASSPORT, type NeighbourTold, type Passport } from '#core/passport/passport.ts';
import { judgeLot, type LotForJudging } from '#core/promise/judgeLot.ts';
import { reasonsFor } from '#core/promise/reasons.ts';
import { readAlmanac } from './read.ts';

const almanac = readAlmanac();
const crop = (id: string) => almanac.crops.find((one) => one.id === id)!;
const KNOWLEDGE = { groups: almanac.groups, groupOf: (id: string) => almanac.crops.find((one) => one.id === id)?.group ?? null };

const near = (metres: Metres | 'unknown', change: Partial<NeighbourTold> = {}): NeighbourTold => ({
  what: 'another',
  cropId: null,
  metres,
  overlap: 'all',
  amount: 'as many',
  caged: false,
  ...change,
});
const lotOf = (id: string, said: Partial<Passport>, change: Partial<LotForJudging> = {}): LotForJudging => ({
  passport: {
    ...EMPTY_PASSPORT,
    kind: 'open-pollinated',
    nameFrom: 'grower',
    nameSure: 'sure',
    boughtPlant: false,
    harvested: '2026-09',
    seasonsGrown: 2,
    plantsStanding: 20,
    plantsHarvested: 12,
    roguing: 'none',
    offTypes: 0,
    neighbours: [],
    ...said,
  },
  crop: crop(id),
  origin: 'donated',
  aim: 'keep true',
  parents: [],
  evidence: [],
  incidents: [],
  ...change,
});
const promiseOf = (lot: LotForJudging) => judgeLot(lot, KNOWLEDGE).promise;
const holdsOf = (lot: LotForJudging) =>
  holdsByRule(
    lot.passport,
    almanac.crops.find((one) => one === lot.crop)!,
    lot.origin,
    promiseOf(lot),
    {},
  ).map(({ why }) => why);

/** Each as an experienced seed saver would judge it, by the shipped almanac. */
describe('lots as they come in', () => {
  test('a pea from a neighbour, beside another pea, is true', () =>
    expect(promiseOf(lotOf('pea', { neighbours: [near(6)] }))).toBe('true'));

  test('squash with three of its group near may vary', () =>
    expect(promiseOf(lotOf('squash-pepo', { neighbours: [near(20), near(60), near(200)] }))).toBe('may vary'));

  test('a melon from a stall, of unknown kind, may vary and is tried first', () => {
    const melon = lotOf('melon', { kind: 'unknown', neighbours: null, offTypes: null }, { origin: 'market fruit' });
    expect(promiseOf(melon)).toBe('may vary');
    expect(holdsOf(melon)).toContain('unknown father');
  });

  test('seed of a courgette plant from a shop may vary, as shops sell hybrids', () => {
    const courgette = lotOf('squash-pepo', { kind: 'unknown', boughtPlant: true });
    expect(promiseOf(courgette)).toBe('may vary');
    expect(reasonsFor(courgette, KNOWLEDGE)[0]).toMatchObject({ kind: 'doubt', why: 'bought plant' });
  });

  test('coated onion seed that is donated is held as treated, whatever its promise', () =>
    expect(holdsOf(lotOf('onion', { treated: true }))).toContain('treated'));

  test('an undated parsnip of a stated age is not held for its date', () => {
    const packet = { dateMeans: 'no date', date: null, germination: null, daysToEmerge: null, ageYears: [3, 6] } as const;
    expect(holdsOf(lotOf('parsnip', { harvested: null, packet }, { origin: 'bought' }))).not.toContain('undated');
  });

  test('whole dried chillies two metres from bell peppers may vary, and are cleaned first', () => {
    const chillies = lotOf('pepper', { neighbours: [near(2)], form: 'whole fruit' });
    expect(promiseOf(chillies)).toBe('may vary');
    expect(holdsOf(chillies)).toContain('not cleaned');
  });

  test('beans with weevils, three off-types left standing among twenty, may vary and are held for pests', () => {
    const beans = lotOf('french-bean', { offTypes: 3, insects: 'holes in seed' });
    expect(promiseOf(beans)).toBe('may vary');
    expect(holdsOf(beans)).toEqual(expect.arrayContaining(['insects', 'may have crossed']));
  });

  test('lettuce in three pickings is true', () =>
    expect(
      promiseOf(
        lotOf('lettuce', {
          pickings: [
            { on: '2026-08-10', milligrams: 'unknown' },
            { on: 'unknown', milligrams: 3000 },
          ],
          neighbours: [near(8)],
        }),
      ),
    ).toBe('true'));

  test('beet with chard in flower at 366 m, pollen on the wind, is not true', () =>
    expect(promiseOf(lotOf('beet', { neighbours: [near(366, { cropId: 'chard', what: 'chard' })] }))).toBe('may vary'));

  test('Russian kale beside swede is the same species and may vary; curly kale beside it is hardly touched', () => {
    const swede = [near(3, { cropId: 'swede', what: 'swede' })];
    expect(promiseOf(lotOf('rape-kale', { neighbours: swede }))).toBe('may vary');
    expect(promiseOf(lotOf('kale', { neighbours: swede, seasonsGrown: 1 }))).not.toBe('may vary');
  });

  test('sea kale beside cabbages is true: it crosses with none of them', () =>
    expect(promiseOf(lotOf('sea-kale', { neighbours: [near(2, { cropId: 'cabbage', what: 'cabbage' })], seasonsGrown: 1 }))).toBe('true'));
});

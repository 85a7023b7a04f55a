import { describe, expect, test } from '@jest/globals';
import type { Day } from '../kernel/kinds.ts';
import { contradictionsIn } from './contradictions.ts';
import { holdsByRule } from './holds.ts';
import { EMPTY_PASSPORT, type Passport } from './passport.ts';
import { checkRipe } from './ripe.ts';

const TODAY = '2026-11-23';
const passport = (said: Partial<Passport>): Passport => ({ ...EMPTY_PASSPORT, kind: 'open-pollinated', harvested: '2026-09', ...said });
const SQUASH = { breeding: 'crossed by insects', hybrids: 'common', storage: 'ordinary' } as const;
const PEA = { breeding: 'selfing', hybrids: 'rare', storage: 'ordinary' } as const;
const holds = (said: Partial<Passport>, crop: typeof SQUASH | typeof PEA = PEA, origin: 'donated' | 'market fruit' = 'donated') =>
  holdsByRule(passport(said), crop, origin, 'true', {}).map(({ kind, why }) => `${kind}: ${why}`);

describe('holds by rule', () => {
  test.each([
    [{}, []],
    [{ kind: 'F1' }, ['identity: F1 under its name']],
    [{ kind: 'F1', offspring: true }, ['trial: offspring trial']],
    [{ treated: true }, ['rules: treated']],
    [{ treated: 'unknown' }, ['rules: treated unknown']],
    [{ protectedName: true, invasive: true }, ['rules: protected name', 'rules: invasive']],
    [{ harvested: 'unknown' }, ['test: undated']],
    [{ dried: 'with heat' }, ['test: dried with heat']],
    [{ form: 'heads or pods' }, ['drying: not cleaned']],
    [{ mould: true, insects: 'holes in seed' }, ['drying: mouldy', 'pests: insects']],
    [{ insects: 'unknown' }, ['pests: insects possible']],
    [{ nameSure: 'a guess' }, ['identity: name in doubt']],
    [{ diseases: [{ name: 'blight', answer: 'hot water' }] }, ['disease: disease to treat']],
    [{ diseases: [{ name: 'blight', answer: 'nothing' }] }, []],
    [{ diseases: [{ name: 'black legs', answer: 'ask' }] }, ['disease: disease to ask']],
    [
      {
        diseases: [
          { name: 'canker', answer: 'ferment' },
          { name: 'blight', answer: 'watch' },
          { name: 'mosaic', answer: 'refuse' },
        ],
      },
      ['disease: disease to treat', 'disease: disease to watch', 'disease: disease to refuse'],
    ],
  ] as [Partial<Passport>, string[]][])('%j', (said, expected) => expect(holds(said)).toEqual(expected));

  test('fruit from a stall waits for a trial: in an outcrosser for its father, in a selfer where it may be a hybrid', () => {
    expect(holds({}, SQUASH, 'market fruit')).toEqual(['trial: unknown father']);
    expect(holds({}, PEA, 'market fruit')).toEqual([]);
  });

  test('a house that makes lines of hybrids’ offspring does not hold them for a trial', () => {
    const offspring = passport({ kind: 'F1', offspring: true });
    expect(holdsByRule(offspring, PEA, 'donated', 'may vary', { hybrids: 'stabilise' })).toEqual([]);
    expect(holdsByRule(passport({ kind: 'F1' }), PEA, 'donated', 'may vary', { hybrids: 'stabilise' })).toHaveLength(1);
  });

  test('seed that must not be dried is not held for being moist', () => {
    const moist = passport({ dried: 'not dried' });
    expect(holdsByRule(moist, { ...PEA, storage: 'not to be dried' }, 'donated', 'true', {})).toEqual([]);
    expect(holdsByRule(moist, PEA, 'donated', 'true', {})).toMatchObject([{ kind: 'drying', why: 'not dried' }]);
  });

  test('seed of which nobody knows how it was dried is held like damp seed', () => {
    const why = (said: Partial<Passport>) => holdsByRule(passport(said), PEA, 'donated', 'true', {}).map((hold) => hold.why);
    expect(why({ dried: 'unknown' })).toEqual(['drying unknown']);
    // Of a shop's packet it is not asked.
    expect(why({ dried: null })).toEqual([]);
  });

  test('what may have crossed is held for a trial once, not twice', () => {
    expect(holdsByRule(passport({}), SQUASH, 'donated', 'may vary', {}).map(({ why }) => why)).toEqual(['may have crossed']);
    expect(holdsByRule(passport({ kind: 'F1' }), SQUASH, 'donated', 'may vary', {}).map(({ why }) => why)).toEqual(['F1 under its name']);
  });
});

describe('contradictions are named where they can be corrected', () => {
  const at = (said: Partial<Passport>, variety = 'Signal Red') =>
    contradictionsIn(passport(said), { extraction: 'wet' }, variety, TODAY).map((one) => one.at);
  test.each([
    [{ harvested: '2027' }, ['harvested']],
    [{ harvested: '1800' }, ['harvested']],
    [{ harvested: '1950' }, []],
    [{ storedSince: '2030' }, ['storedSince']],
    [{ plantsSown: 10, plantsStanding: 12 }, ['plantsStanding']],
    [{ plantsStanding: 4, plantsHarvested: 6 }, ['plantsHarvested']],
    [{ plantsSown: 4, plantsHarvested: 6 }, ['plantsHarvested']],
    [{ plantsSown: 4, offTypes: 6 }, ['offTypes']],
    [{ methods: ['cage', 'none'] }, ['methods']],
    [{ pollinatedOn: '2026-08-02', pickedOn: '2026-08-01' }, ['pickedOn']],
    [{ storedSince: '2026-08' }, ['storedSince']],
    [{ storedSince: '2026' }, []],
    [
      { methods: ['cage'], neighbours: [{ what: 'x', cropId: null, metres: 0, overlap: 'unknown', amount: 'unknown', caged: false }] },
      ['methods'],
    ],
  ] as [Partial<Passport>, string[]][])('%j', (said, expected) => expect(at(said)).toEqual(expected));

  test('a name that says F1 is no open-pollinated variety’s', () => {
    expect(at({ kind: 'open-pollinated' }, 'Red Signal F1')).toEqual(['kind']);
    expect(at({ kind: 'F1' }, 'Red Signal F1')).toEqual([]);
    expect(at({ kind: 'open-pollinated' }, 'F11 Signal')).toEqual([]);
  });
});

describe('is the seed ripe?', () => {
  const squash = { daysToRipe: [50, 65], cure: [14, 28], waits: [14, 120], lifeCycle: 'annual' } as const;
  const pepper = { daysToRipe: [55, 80], cure: null, waits: [7, 180], lifeCycle: 'annual' } as const;
  const fruit = (said: Partial<Passport>) => passport({ form: 'whole fruit', ...said });

  test('clean seed is not asked', () => expect(checkRipe(squash, passport({}), TODAY)).toBeNull());
  test('a hand-pollinated fruit is known by its days', () => {
    const picked = (pickedOn: Day) => checkRipe(squash, fruit({ pollinatedOn: '2026-08-01', pickedOn }), TODAY);
    expect(picked('2026-08-31')).toEqual({ kind: 'too early', ageDays: 30, needsDays: 50 });
    expect(picked('2026-09-12')).toMatchObject({ kind: 'wait', why: 'after-ripen' });
    expect(picked('2026-09-25')).toMatchObject({ kind: 'ready', openBy: '2027-01-23' });
  });
  test('a ripe squash cures first; a ripe pepper is ready', () => {
    expect(checkRipe(squash, fruit({ ripeSigns: true, harvested: '2026-11-20' }), TODAY)).toMatchObject({
      kind: 'wait',
      why: 'cure',
      days: 11,
      until: '2026-12-04',
    });
    expect(checkRipe(pepper, fruit({ ripeSigns: true, harvested: '2026-11-20' }), TODAY)).toEqual({ kind: 'ready', openBy: '2027-05-19' });
    expect(checkRipe(pepper, fruit({ ripeSigns: false }), TODAY)).toMatchObject({ kind: 'too early', ageDays: null });
  });
});

import { expect, test } from '@jest/globals';
import { blendPassports } from './blendPassports.ts';
import { EMPTY_PASSPORT, type Passport } from './passport.ts';

const said = (change: Partial<Passport>): Passport => ({ ...EMPTY_PASSPORT, kind: 'open-pollinated', ...change });

test('what both parts say alike is said of the blend, and nothing where they differ', () => {
  const blend = blendPassports([
    said({ selection: 'best kept', plantsHarvested: 24, roguing: 'later' }),
    said({ selection: 'best kept', plantsHarvested: 8, roguing: 'later' }),
  ]);
  expect(blend).toMatchObject({ kind: 'open-pollinated', selection: 'best kept', roguing: 'later', plantsHarvested: null });
});

test('a blend has no harvest and no packet of its own, even of two alike', () => {
  const one = said({ harvested: '2024-09', storedIn: 'fridge', form: 'whole fruit', sample: { seeds: 100, milligrams: 400 } });
  expect(blendPassports([one, one])).toMatchObject({ harvested: null, storedIn: null, sample: null, form: 'clean seed' });
});

test('the doubt of one part is the blend’s', () => {
  expect(blendPassports([said({ nameSure: 'sure' }), said({ nameSure: 'a guess' })]).nameSure).toBe('a guess');
  expect(blendPassports([said({ nameSure: 'sure' }), said({ nameSure: 'unknown' })]).nameSure).toBe('unknown');
  expect(blendPassports([said({ nameSure: 'sure' }), said({})]).nameSure).toBe('sure');
  expect(blendPassports([said({}), said({ kind: 'crossed' })]).kind).toBe('crossed');
  expect(blendPassports([said({}), said({ kind: 'heirloom' })]).kind).toBe('unknown');
  expect(blendPassports([said({ look: ['plump'] }), said({ look: ['mixed with other seed'] })]).look).toEqual([
    'plump',
    'mixed with other seed',
  ]);
});

test('a blend has parts', () => {
  expect(() => blendPassports([])).toThrow(RangeError);
});

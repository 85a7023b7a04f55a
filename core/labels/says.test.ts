import { describe, expect, test } from '@jest/globals';
import { labelChanges, labelSays } from './says.ts';

const LOT = {
  crop: 'Pea',
  variety: 'Long Siding',
  promise: 'true',
  verdict: 'full strength',
  median: 0.92,
  kind: 'heirloom',
  treated: null,
  cautions: [],
} as const;

describe('what a label says that can stop being true', () => {
  test('a label of a lot that stayed as it was still holds, whatever months have passed', () =>
    expect(labelChanges(labelSays(LOT), labelSays({ ...LOT, median: 0.88 }))).toEqual([]));

  test('a weaker lot is sown thicker by a ratio, and by another when it ages on', () => {
    const weak = labelSays({ ...LOT, verdict: 'sow thicker', median: 0.62 });
    expect(weak.sowing).toBe('3 for 2');
    expect(labelChanges(labelSays(LOT), weak)).toEqual(['sowing']);
    expect(labelChanges(weak, labelSays({ ...LOT, verdict: 'sow thicker', median: 0.45 }))).toEqual(['sowing']);
  });

  test('seed that is not to be lent any more has labels that promise too much', () => {
    expect(labelSays({ ...LOT, verdict: 'dead', median: 0 }).sowing).toBe('not lent');
    expect(labelChanges(labelSays(LOT), labelSays({ ...LOT, verdict: 'do not lend' }))).toEqual(['sowing']);
  });

  test('a lower promise, a corrected name, a dressing and a hybrid each call for a new label', () => {
    const now = labelSays({ ...LOT, variety: 'Old Siding', promise: 'may vary', kind: 'F1', treated: 'unknown' });
    expect(labelChanges(labelSays(LOT), now)).toEqual(['name', 'promise', 'hybrid', 'hazards']);
  });

  test('cautions for whoever threshes stand on no label, and their coming changes none', () => {
    const dusty = labelSays({ ...LOT, cautions: [{ code: 'dust', words: 'Wear a mask' }] });
    expect(labelChanges(labelSays(LOT), dusty)).toEqual([]);
    const toxic = labelSays({ ...LOT, cautions: [{ code: 'toxic', words: 'Poisonous' }] });
    expect(labelChanges(labelSays(LOT), toxic)).toEqual(['hazards']);
  });
});

import { expect, test } from '@jest/globals';
import { calibrate, TRUTHS } from './calibration.ts';

const LOTS = 2000;

test('of 2 000 lots like the model, 75 to 85 in 100 are inside their 80 % band, and stated chances come true', () => {
  const { inside, stated, verdicts } = calibrate(LOTS, TRUTHS['as the model'], 5);
  expect(inside).toBeGreaterThanOrEqual(0.75);
  expect(inside).toBeLessThanOrEqual(0.85);
  for (const { says, happens, times } of [...stated, ...verdicts]) if (times >= 100) expect(Math.abs(says - happens)).toBeLessThan(0.06);
});

test('where lots lose faster at first, tests differ more or mishaps are more than thought, it is still told how far off the band is', () => {
  for (const truth of ['faster early loss', 'tests differ more', 'mishaps are many'] as const) {
    const { inside } = calibrate(LOTS, TRUTHS[truth], 6);
    // Out of model the band may fail; it does not fail altogether.
    expect(inside).toBeGreaterThan(0.5);
    expect(inside).toBeLessThan(0.95);
  }
});

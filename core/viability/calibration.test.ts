import { expect, test } from '@jest/globals';
import { calibrate, TRUTHS } from './calibration.ts';

/** Enough to see a band that is off by six points; `npm run calibrate` asks 2 000 lots of each kind. */
const LOTS = 400;
/** A lot in a jar takes five times as long, and what is far off is seen in fewer. */
const FEWER = 150;

test('of lots like the model, about 80 in 100 are inside their 80 % band, and stated chances come true', () => {
  for (const [truth, lots] of [
    ['as the model', LOTS],
    ['jars nobody measured', FEWER],
  ] as const) {
    const { inside, stated, verdicts } = calibrate(lots, TRUTHS[truth], 5);
    expect(inside).toBeGreaterThanOrEqual(0.74);
    expect(inside).toBeLessThanOrEqual(0.86);
    for (const { says, happens, times } of [...stated, ...verdicts]) if (times >= 60) expect(Math.abs(says - happens)).toBeLessThan(0.12);
  }
});

test('where lots lose faster at first, tests differ more or mishaps are more than thought, it is still told how far off the band is', () => {
  for (const truth of ['faster early loss', 'tests differ more', 'mishaps are many'] as const) {
    const { inside } = calibrate(FEWER, TRUTHS[truth], 6);
    // Out of model the band may fail; it does not fail altogether.
    expect(inside).toBeGreaterThan(0.5);
    expect(inside).toBeLessThan(0.95);
  }
});

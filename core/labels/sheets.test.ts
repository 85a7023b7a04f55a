import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { placeLabels, SHEET_IDS, SHEETS } from './sheets.ts';

describe('label sheets', () => {
  test.each(SHEET_IDS)('%s: every label lies on the page, and none on another', (id) => {
    const sheet = SHEETS[id];
    const all = placeLabels(sheet, sheet.columns * sheet.rows);
    for (const { x, y, page } of all) {
      expect(page).toBe(0);
      expect(x).toBeGreaterThanOrEqual(-1e-9);
      expect(y).toBeGreaterThanOrEqual(-1e-9);
      expect(x + sheet.label.width).toBeLessThanOrEqual(sheet.page.width + 1e-9);
      expect(y + sheet.label.height).toBeLessThanOrEqual(sheet.page.height + 1e-9);
    }
    for (const [index, one] of all.entries())
      for (const other of all.slice(index + 1))
        expect(Math.abs(one.x - other.x) >= sheet.label.width - 1e-9 || Math.abs(one.y - other.y) >= sheet.label.height - 1e-9).toBe(true);
  });

  test('a used sheet goes on where it was left, and the next is a fresh one', () => {
    const [first, second, third] = placeLabels(SHEETS['a4-24'], 3, 23);
    expect([first!.page, second!.page, third!.page]).toEqual([0, 0, 1]);
    expect(third).toEqual({ ...placeLabels(SHEETS['a4-24'], 1)[0]!, page: 1 });
    expect(() => placeLabels(SHEETS['a4-24'], 1, 25)).toThrow('places 1 to 24');
  });

  test('as many labels come out as were asked for', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHEET_IDS), fc.nat(400), (id, count) => {
        expect(placeLabels(SHEETS[id], count)).toHaveLength(count);
      }),
    );
  });
});

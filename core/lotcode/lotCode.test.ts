import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { checkCharacter, nextLotCode, readLotCode } from './lotCode.ts';

const someCode = fc
  .tuple(fc.integer({ min: 2000, max: 2099 }), fc.integer({ min: 1, max: 99_000 }))
  .map(([year, running]) => nextLotCode(year, running).code);

describe('the check character of ISO/IEC 7064 MOD 37,36', () => {
  test('agrees with the example of the standard’s family of identifiers', () => {
    expect(checkCharacter('A12425GABC1234002')).toBe('M');
  });

  test('refuses what is no digit or capital', () => {
    expect(() => checkCharacter('26-01')).toThrow(RangeError);
  });
});

describe('lot codes', () => {
  test('are read back however they are typed', () => {
    fc.assert(
      fc.property(someCode, (code) => {
        for (const typed of [
          code,
          code.toLowerCase(),
          code.replaceAll('-', ''),
          ` ${code.replaceAll('-', ' ')} `,
          `https://granary.example/s/${code}`,
        ])
          expect(readLotCode(typed)).toEqual({ ok: true, code });
      }),
    );
  });

  test('end in a letter that cannot be misread', () => {
    fc.assert(fc.property(someCode, (code) => /-[A-HJ-NP-Z]$/.test(code)));
  });

  test('one wrong digit never passes, and the code meant is among those offered', () => {
    fc.assert(
      fc.property(someCode, fc.nat(), fc.integer({ min: 1, max: 9 }), (code, at, shift) => {
        const digits = code.slice(0, -2).replace('-', '');
        const place = at % digits.length;
        const wrong = digits.slice(0, place) + ((Number(digits[place]) + shift) % 10) + digits.slice(place + 1) + code.at(-1);
        const read = readLotCode(wrong);
        expect(read).toMatchObject({ ok: false, why: 'check letter' });
        expect('near' in read && read.near).toContain(code);
      }),
    );
  });

  test('two digits swapped pass in fewer than one case in fifty', () => {
    let swapped = 0;
    let passed = 0;
    for (let running = 1; running < 4000; running += 7) {
      const code = nextLotCode(2026, running).code.replaceAll('-', '');
      for (let at = 1; at < 6; at += 1) {
        if (code[at] === code[at - 1]) continue;
        swapped += 1;
        if (readLotCode(code.slice(0, at - 1) + code[at] + code[at - 1] + code.slice(at + 1)).ok) passed += 1;
      }
    }
    expect(passed / swapped).toBeLessThan(0.02);
  });

  test('letters that look like digits are read as digits', () => {
    const { code } = nextLotCode(2026, 101);
    expect(readLotCode(code.replaceAll('0', 'O').replace('1', 'l'))).toEqual({ ok: true, code });
  });

  test('a wrong check letter offers the right one', () => {
    const { code } = nextLotCode(2026, 40);
    const other = code.endsWith('A') ? 'B' : 'A';
    const read = readLotCode(code.slice(0, -1) + other);
    expect('near' in read && read.near).toContain(code);
  });

  test.each(['', 'tomato', '26', '26-01', '<script>'])('%s is not a lot code', (text) =>
    expect(readLotCode(text)).toEqual({ ok: false, why: 'not a lot code' }),
  );
});

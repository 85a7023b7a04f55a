import { describe, expect, test } from '@jest/globals';
import { troubleOf } from './benchWords.ts';

const when = () => 'today 14:00';
const field = (problem: Parameters<typeof troubleOf>[0]) => Object.entries(troubleOf(problem, 'metric', when))[0]!;

describe('what stands in the way at the bench is said beside the field where it can be corrected', () => {
  test.each([
    [{ code: 'too early', earliest: '2026-11-24T14:00:00Z' }, 'early', 'ready from today 14:00'],
    [{ code: 'rind is soft' }, 'early', 'rind'],
    [{ code: 'before the step', since: '2026-11-24T14:00:00Z' }, 'when', 'after today 14:00, when this step began'],
    [{ code: 'moved on', to: 'rinse' }, '', '“Rinse and pour off”'],
    [{ code: 'read first', cautions: ['knife'] }, '', 'Knife'],
    [{ code: 'heavier', last: 620_000 }, 'heavier', 'more than the 620 g measured before'],
    [{ code: 'far lighter', last: 741_000 }, 'heavier', 'far less than the 741 g measured before'],
    [{ code: 'not dry', against: ['no sign yet', 'too humid'] }, 'reason', 'silica gel'],
    [{ code: 'frost kills it' }, 'place', 'above freezing'],
    [{ code: 'more than there was' }, 'amount', 'more than the amount on record'],
    [{ code: 'not a photo' }, 'photo', 'JPEG or PNG'],
    [{ code: 'photo too large' }, 'photo', '50 megapixels'],
  ] as const)('%j', (problem, at, words) => {
    const [name, [said]] = field(problem) as [string, [string]];
    expect(name).toBe(at);
    expect(said).toMatch(words);
  });

  test('a table with seed that looks the same asks louder', () => {
    const by = { id: 1, code: '26-0001-A', crop: 'Tomato', variety: 'Ash Pan' };
    const words = (alike: boolean) => (field({ code: 'table taken', by: { ...by, alike } }) as [string, [string]])[1][0];
    expect(words(true)).toMatch('looks the same');
    expect(words(false)).not.toMatch('looks the same');
  });
});

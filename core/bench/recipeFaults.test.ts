import { describe, expect, test } from '@jest/globals';
import type { RecipeStep } from './methods.ts';
import { recipeFault } from './recipeFaults.ts';
import type { Step } from './steps.ts';

const step = (name: Step, hours: readonly [number, number, number] | null = null): RecipeStep => ({
  step: name,
  hours: hours && { earliest: hours[0], usual: hours[1], latest: hours[2] },
});

describe('a recipe', () => {
  test('that leads from fruit to dry seed is sound', () => {
    expect(recipeFault([step('cure'), step('scoop'), step('soda', [2, 4, 8]), step('rinse'), step('dry')])).toBeNull();
    expect(recipeFault([step('silica')])).toBeNull();
  });

  test.each([
    ['has steps', [], { kind: 'no steps' }],
    ['ends with drying', [step('scoop'), step('rinse')], { kind: 'does not end dry', at: 1 }],
    ['cures before it opens', [step('scoop'), step('cure'), step('dry')], { kind: 'cures late', at: 1 }],
    ['has clocks that run forward', [step('soda', [4, 2, 8]), step('dry')], { kind: 'hours out of order', at: 0 }],
    ['harms later than it is usually done', [step('soda', [1, 8, 8]), step('dry')], { kind: 'hours out of order', at: 0 }],
    ['leaves drying to the weight', [step('scoop'), step('dry', [1, 2, 3])], { kind: 'a weight ends it', at: 1 }],
  ] as const)('%s', (_, steps, fault) => expect(recipeFault(steps)).toEqual(fault));
});

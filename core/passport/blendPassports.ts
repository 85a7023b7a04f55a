import type { Kind } from '../lots/words.ts';
import { EMPTY_PASSPORT, NAME_SURENESS, type Passport } from './passport.ts';

/**
 * What can be said of a blend: what all its parts say alike. Where they differ nothing is said, but for what must not be
 * lost: the less sure name, and seed that one of them calls crossed. A blend was not harvested and came as clean seed.
 * RangeError without parts.
 */
export function blendPassports(parts: readonly Passport[]): Passport {
  const [first] = parts;
  if (!first) throw new RangeError('a blend has parts');
  const alike = Object.fromEntries(
    Object.entries(first).filter(([question, answer]) => parts.every((part) => same(part[question as keyof Passport], answer))),
  );
  return {
    ...EMPTY_PASSPORT,
    ...alike,
    kind: kindOf(parts.map(({ kind }) => kind)),
    offspring: first.offspring,
    nameSure: leastSure(parts.map(({ nameSure }) => nameSure)),
    look: [...new Set(parts.flatMap(({ look }) => look))],
    form: 'clean seed',
    harvested: null,
    packet: null,
    storedIn: null,
    storedSince: null,
    sample: null,
  };
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

function kindOf(kinds: readonly Kind[]): Kind {
  if (kinds.includes('crossed')) return 'crossed';
  return kinds.every((kind) => kind === kinds[0]) ? kinds[0]! : 'unknown';
}

function leastSure(answers: readonly Passport['nameSure'][]): Passport['nameSure'] {
  if (answers.includes('unknown')) return 'unknown';
  const said = answers.filter((answer) => answer !== null && answer !== 'unknown');
  return NAME_SURENESS.findLast((sureness) => said.includes(sureness)) ?? null;
}

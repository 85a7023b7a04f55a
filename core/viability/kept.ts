import type { Belief } from './grid.ts';
import type { LikelihoodTable } from './likelihood.ts';

/**
 * What is worked out once for many lots: crops are few, counts are few, lots are many. Whoever reckons several lots hands the same one along;
 * nothing is kept beyond it.
 */
export interface Kept {
  readonly priors: Map<string, Belief>;
  readonly tables: Map<string, LikelihoodTable>;
}

export const nothingKept = (): Kept => ({ priors: new Map(), tables: new Map() });

const MOST = { priors: 500, tables: 4000 } as const;

/** The kept value of this name, worked out and kept where there is none; a full shelf is emptied first. */
export function once<What extends keyof Kept, Value extends Parameters<Kept[What]['set']>[1]>(
  kept: Kept,
  what: What,
  name: string,
  work: () => Value,
): Value {
  const shelf = kept[what] as Map<string, Value>;
  const before = shelf.get(name);
  if (before) return before;
  if (shelf.size >= MOST[what]) shelf.clear();
  const value = work();
  shelf.set(name, value);
  return value;
}

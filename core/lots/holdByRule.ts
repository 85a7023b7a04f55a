import type { HoldKind, Kind } from './words.ts';

/** The hold that intake sets by rule, or null: hybrid seed does not come true, so its identity must be settled before it is lent. */
export function holdByRule(kind: Kind): { readonly kind: HoldKind; readonly reason: string } | null {
  if (kind === 'F1') return { kind: 'identity', reason: 'F1 hybrid: it does not come true, so it is not lent under the variety’s name' };
  if (kind === 'crossed') return { kind: 'trial', reason: 'Known to be crossed: grow a few out before it is lent' };
  return null;
}

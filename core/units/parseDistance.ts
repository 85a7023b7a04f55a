import type { Metres } from '../kernel/kinds.ts';
import { entryFor, tidied } from './typed.ts';

const METRES: Record<string, number> = {
  m: 1,
  metre: 1,
  meter: 1,
  km: 1000,
  kilometre: 1000,
  kilometer: 1000,
  ft: 0.3048,
  foot: 0.3048,
  feet: 0.3048,
  yd: 0.9144,
  yard: 0.9144,
  mile: 1609.344,
  mi: 1609.344,
};
/** Pollen from farther than this is of no account to a garden; more is a slip of the pen. */
const MOST_METRES = 50_000;

export type ReadDistance = { ok: true; metres: Metres } | { ok: false; why: 'unreadable' | 'negative' | 'too far' };

/** Reads a distance as people write it, `60 m`, `about 200 ft`, `0.5 km`, `1/2 mile`, into metres to the decimetre. */
export function parseDistance(text: string): ReadDistance {
  const match = /^(?:about|around|c\.|ca\.|~)? ?(-?)(\d{1,9}(?:[.,]\d{1,9})?)(?: ?\/ ?(\d{1,9}))? ?([a-z]+)\.?$/.exec(tidied(text));
  const unit = match && entryFor(METRES, match[4]!);
  if (!match || !unit || Number(match[3] ?? 1) === 0) return { ok: false, why: 'unreadable' };
  if (match[1]) return { ok: false, why: 'negative' };
  const metres = Math.round((Number(match[2]!.replace(',', '.')) / Number(match[3] ?? 1)) * unit * 10) / 10;
  return metres > MOST_METRES ? { ok: false, why: 'too far' } : { ok: true, metres };
}

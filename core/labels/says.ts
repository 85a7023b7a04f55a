import { standsOnLabels, type CropCaution } from '../almanac/cautions.ts';
import { thickerOf } from '../germination/sowThicker.ts';
import type { VerdictKind } from '../germination/verdict.ts';
import type { Claim } from '../promise/judge.ts';

/** What of a label can stop being true while its seed lies in the house. Germination in numbers is not of it: a label gives that with its month. */
export interface LabelSays {
  /** Crop and variety. */
  readonly name: string;
  /** The promise; null where it was not judged. */
  readonly promise: Claim | null;
  /** How thick to sow, as "as usual", "3 for 2", or "not lent". */
  readonly sowing: string;
  readonly hybrid: boolean;
  /** Codes of the hazards in its frames, in their order. */
  readonly hazards: readonly string[];
}

const LABEL_PARTS = ['name', 'promise', 'sowing', 'hybrid', 'hazards'] as const;
export type LabelPart = (typeof LABEL_PARTS)[number];

/** How thick a label says to sow. @param median the middle of its outlook, 0 to 1; null where there is none */
export function sowingSays(verdict: VerdictKind | null, median: number | null): string {
  if (verdict === 'do not lend' || verdict === 'dead') return 'not lent';
  const thicker = median === null ? null : thickerOf(verdict, median);
  return thicker ? `${thicker.sow} for ${thicker.for}` : 'as usual';
}

/** What a label of this lot says now. @param median the middle of its outlook, 0 to 1; null where there is none */
export function labelSays(lot: {
  readonly crop: string;
  readonly variety: string;
  readonly promise: Claim | null;
  readonly verdict: VerdictKind | null;
  readonly median: number | null;
  readonly kind: string;
  readonly treated: 'yes' | 'unknown' | null;
  readonly cautions: readonly CropCaution[];
}): LabelSays {
  return {
    name: `${lot.crop} ‘${lot.variety}’`,
    promise: lot.promise,
    sowing: sowingSays(lot.verdict, lot.median),
    hybrid: lot.kind === 'F1',
    hazards: [
      ...(lot.treated === null ? [] : [lot.treated === 'yes' ? 'treated' : 'may be treated']),
      ...lot.cautions.filter(standsOnLabels).map(({ code }) => code),
    ],
  };
}

/** What a label made before says otherwise than one made now, in the order of `LABEL_PARTS`; empty where it still holds. */
export function labelChanges(before: LabelSays, now: LabelSays): LabelPart[] {
  return LABEL_PARTS.filter((part) => String(before[part]) !== String(now[part]));
}

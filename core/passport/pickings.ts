import { daysBetween, isIsoDate } from '../calendar/plainDate.ts';
import type { Said } from '../isolation/pollen.ts';
import type { Day, Milligrams } from '../kernel/kinds.ts';
import { parseAmount } from '../units/parseAmount.ts';
import type { Answers } from './answers.ts';

/** One picking of a harvest that ripens in stages. */
export interface Picking {
  readonly on: Said<Day>;
  /** As it was picked or threshed; all of one harvest alike. */
  readonly milligrams: Said<Milligrams>;
}

/** More pickings than a season has weeks in which seed ripens. */
export const MOST_PICKINGS = 12;

/** Seed picked this many days apart ripened in another weather and may differ; it is worth a test of its own. */
const DAYS_THAT_DIFFER = 21;

export interface PickingsInAll {
  /** Days from the first picking to the last that have a date; 0 where fewer than two do. */
  readonly days: number;
  readonly isLong: boolean;
  /** Weight of those that were weighed, and how many those are. */
  readonly milligrams: Milligrams;
  readonly weighed: number;
}

/** What pickings come to together. */
export function pickingsInAll(pickings: readonly Picking[]): PickingsInAll {
  const days = pickings.flatMap(({ on }) => (on === 'unknown' ? [] : [on])).sort();
  const weights = pickings.flatMap(({ milligrams }) => (milligrams === 'unknown' ? [] : [milligrams]));
  const apart = days.length > 1 ? daysBetween(days[0]!, days.at(-1)!) : 0;
  return {
    days: apart,
    isLong: apart >= DAYS_THAT_DIFFER,
    milligrams: weights.reduce((sum, weight) => sum + weight, 0),
    weighed: weights.length,
  };
}

/** A picking as it stands in the interview's fields `p<row>on` and `p<row>weight`; what cannot be read counts as unknown. */
export interface PickingTyped extends Picking {
  readonly row: number;
  readonly isDayWrong: boolean;
  readonly isWeightWrong: boolean;
}

/** The rows in which anything was typed. */
export function pickingsTyped(answers: Answers): readonly PickingTyped[] {
  return Array.from({ length: MOST_PICKINGS }, (_, row): PickingTyped | null => {
    const [on, weight] = [answers[`p${row}on`] || null, answers[`p${row}weight`] || null];
    if (on === null && weight === null) return null;
    const read = weight === null || weight === 'unknown' ? null : parseAmount(weight);
    const isWeight = read !== null && read.ok && read.amount.kind === 'weight';
    return {
      row,
      on: on !== null && isIsoDate(on) ? on : 'unknown',
      milligrams: isWeight && read.amount.kind === 'weight' ? read.amount.milligrams : 'unknown',
      isDayWrong: on !== null && on !== 'unknown' && !isIsoDate(on),
      isWeightWrong: read !== null && !isWeight,
    };
  }).filter((row) => row !== null);
}

/** Pickings as the interview's fields hold them. */
export function pickingsAsAnswers(pickings: readonly Picking[]): Answers {
  const rows = pickings.map(({ on, milligrams }, row) => [
    [`p${row}on`, on],
    [`p${row}weight`, milligrams === 'unknown' ? milligrams : `${milligrams / 1000} g`],
  ]);
  return { pickings: pickings.length > 1 ? 'several' : 'once', ...(pickings.length > 1 && Object.fromEntries(rows.flat())) };
}

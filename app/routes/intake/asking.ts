import type { Readiness } from '#core/almanac/crossing.ts';
import type { Crop } from '#core/almanac/crop.ts';
import type { NamedCrop } from '#core/almanac/findCrop.ts';
import type { Metres } from '#core/kernel/kinds.ts';
import type { Asking, Choice } from './asks.tsx';

/** What the last answer of the server asked to be confirmed, if anything. */
export type Asks = 'who' | 'variety' | 'garden' | 'harvest' | null;

/** What the questions are asked with, beside the answers. */
export interface InterviewContext extends Asking {
  readonly crops: readonly (NamedCrop & { readonly knownBy: string | null })[];
  readonly crop: Crop | null;
  readonly crossers: readonly { readonly id: string; readonly name: string; readonly how: Readiness }[];
  readonly grownNear: readonly { readonly garden: string; readonly variety: string; readonly crop: string; readonly metres: Metres }[];
  readonly places: readonly string[];
  readonly distance: number | null;
  readonly plants: number | null;
  /** When its fruit is ripe, as the house holds. */
  readonly ripe: string | null;
  /** When it usually flowers here, as “29 May to 10 Jul”. */
  readonly bloom: string | null;
  readonly gardens: readonly string[];
  readonly loan: { readonly member: string } | null;
  readonly asks: Asks;
}

export const PART_TITLES = {
  'what it is': 'What it is',
  'where from': 'Where from',
  'how it grew': 'How it grew',
  'kept apart': 'Isolation',
  condition: 'Its condition',
  'how much': 'Amount and storage',
} as const;

export const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
/** Words as choices, said as `said` has them or with a capital. */
export const choices = (words: readonly string[], said: Readonly<Record<string, string>> = {}): Choice[] =>
  words.map((value) => ({ value, label: said[value] ?? capital(value) }));

import type { Crop } from '#core/almanac/crop.ts';
import type { Concern, Skill } from '#core/growout/growers.ts';
import type { Need } from '#core/growout/needs.ts';
import type { HoldKind } from '#core/lots/words.ts';
import type { GrowOutState, GrowOutStep } from '#core/states/states.ts';
import { HOLD_WORDS } from './vocabulary.ts';

const percent = (share: number) => `${Math.round(share * 100)}\u00a0%`;

/** Why a line needs growing out, with the figure. */
function needWords(need: Need): string {
  switch (need.why) {
    case 'few sowings':
      return need.sowings < 1
        ? 'Not enough seed for one full grow-out'
        : `Seed for about ${(Math.floor(need.sowings * 10) / 10).toFixed(1).replace('.0', '')} grow-outs`;
    case 'losing viability':
      return `Its best lot germinates at about ${percent(need.median)}, which is ${percent(need.ofFresh)} of fresh seed`;
    case 'one jar':
      return 'It is all in one container';
    case 'one place':
      return 'It is all in one place';
    case 'one garden':
      return 'It all comes from one garden';
    case 'demand above stock':
      return `We can rely on ${need.usable} of the ${need.target} seeds we aim for`;
    case 'promise to be raised':
      return 'None of its lots is likely to be true to type';
  }
}

/** Why a line needs growing out: the gravest reason, and the others as one text. */
export function needsWords(needs: readonly Need[]): { readonly first: string; readonly others: string } {
  const [first, ...others] = needs.map(needWords);
  return { first: first ?? '', others: others.map((one) => `${one}.`).join(' ') };
}

export const GROW_OUT_STATE_WORDS: Readonly<Record<GrowOutState, string>> = {
  proposed: 'Proposed',
  offered: 'Offered',
  agreed: 'Agreed',
  declined: 'Declined',
  'handed over': 'Seed handed over',
  back: 'Seed is back',
  failed: 'Failed',
  dropped: 'Dropped',
};

/** One step of a grow-out, as it is told. */
export function stepWords({
  step,
  grower,
  reason,
  code,
}: {
  readonly step: GrowOutStep;
  readonly grower: string | null;
  readonly reason: string | null;
  /** Of the lot it came back as. */
  readonly code: string | null;
}): string {
  const why = reason ? `: ${reason}` : '';
  switch (step) {
    case 'offered':
      return `offered to ${grower ?? 'unknown person'}`;
    case 'agreed':
      return `agreed with ${grower ?? 'unknown person'}${why}`;
    case 'declined':
      return `declined by ${grower ?? 'unknown person'}${why}`;
    case 'handed over':
      return 'seed handed over';
    case 'back in part':
      return `part of the seed came back as ${code}`;
    case 'back':
      return `the seed came back as ${code}`;
    case 'failed':
      return `failed: ${reason}`;
    case 'dropped':
      return `dropped: ${reason}`;
  }
}

/** How a seed crop stands in its bed, in centimetres; for `proseIn`. */
export const spacingWords = ({ apart, rows }: Pick<Crop, 'apart' | 'rows'>): string =>
  `${apart} cm from plant to plant, ${rows} cm from row to row`;

/** A share of seed at the head of a sentence. */
export const shareWords = (share: number): string => (share === 0 ? 'None' : `About ${Math.round(share * 100)} %`);

export const SKILL_WORDS: Readonly<Record<Skill, string>> = {
  easy: 'Easy crops',
  middling: 'Easy and middling crops',
  hard: 'Any crop, including hard ones',
};

/** Where a grow-out goes beyond what its grower agreed to. */
export function concernWords(concern: Concern, grower: string): string {
  switch (concern.why) {
    case 'too hard':
      return `Saving true seed of this crop is ${concern.ease}; ${grower} takes on ${SKILL_WORDS[concern.skill].toLowerCase()}`;
    case 'too many lines':
      return `With this grow-out ${grower} would have ${concern.lines} lines; ${concern.most} is the agreed maximum`;
    case 'too much room':
      return `With this grow-out ${grower} would give ${concern.squareMetres} m²; ${concern.most} m² is the agreed maximum`;
    case 'too many hours':
      return `With this grow-out ${grower} would have about ${concern.hours} hours of work; ${concern.most} is the agreed maximum`;
    case 'not grown':
      return `${grower} does not want to grow ${concern.said}`;
  }
}

export const heldBackWords = (hold: HoldKind): string => `It is on hold (${HOLD_WORDS[hold].toLowerCase()}). Settle this first`;

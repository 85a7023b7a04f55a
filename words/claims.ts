import type { Claim } from '#core/promise/judge.ts';
import type { Tone } from './tone.ts';

/** What a label may say. */
export const CLAIM_WORDS: Record<Claim, string> = {
  true: 'True to type',
  'likely true': 'Likely true to type',
  'may vary': 'May vary',
  mixture: 'A mixture on purpose',
};
export const CLAIM_TONES: Record<Claim, Tone> = { true: 'good', 'likely true': 'good', 'may vary': 'doubt', mixture: 'frost' };
export const CLAIM_MEANS: Record<Claim, string> = {
  true: 'fewer than 1 in 100 plants should be anything else',
  'likely true': 'fewer than 1 in 20 plants should be anything else',
  'may vary': 'some plants may be something else',
  mixture: 'plants differ on purpose',
};

/** What the percentage of a claim is sure of; a lot that may vary says how sure the next better claim would be. */
export const sureThat = (claim: Claim): string => `sure that ${CLAIM_MEANS[claim === 'may vary' ? 'likely true' : claim]}`;

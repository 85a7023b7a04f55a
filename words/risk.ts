import type { Remedy, RemedyKind } from '#core/risk/remedies.ts';
import type { RiskReason, RiskWhy } from '#core/risk/whys.ts';
import type { Tone } from './tone.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';

/** A chance for reading: whole per cent, and what is next to nothing or next to certain as such. */
export function chanceWords(chance: number): string {
  if (chance < 0.005) return 'under 1\u00a0%';
  return chance > 0.995 ? 'over 99\u00a0%' : `${Math.round(chance * 100)}\u00a0%`;
}

/** A number of lines that are expected to be lost. */
export const linesWords = (lines: number): string => (lines < 0.05 ? 'none' : lines < 9.95 ? lines.toFixed(1) : String(Math.round(lines)));

const WHYS: Readonly<Record<RiskWhy, string>> = {
  'few seeds': 'There is little seed left',
  age: 'The seed is ageing',
  places: 'It is in too few places',
  lending: 'Much of it is lent',
};

/** Whether a line will still be there. @param risk chance of losing it, 0 to 1 */
export function riskVerdict(risk: number): { readonly tone: Tone; readonly verdict: string } {
  if (risk < 0.02) return { tone: 'good', verdict: 'Almost certainly' };
  if (risk < 0.15) return { tone: 'good', verdict: 'Very likely' };
  if (risk < 0.5) return { tone: 'doubt', verdict: 'Perhaps not: it is at risk' };
  return { tone: 'poor', verdict: 'Probably not' };
}

/** Why a line may be lost, with what the chance would be without it. */
export const riskWhyWords = ({ why, without }: RiskReason): string => `${WHYS[why]}; without this it would be ${chanceWords(without)}`;

/** What each remedy is called in a list. */
const NAMES: Readonly<Record<RemedyKind, string>> = {
  'grow out': 'Grow it out',
  'safety copy': 'Send a copy to a keeper',
  'another place': 'Store part of it in another place',
  freezer: 'Dry it and freeze it',
  'dry and seal': 'Dry it and seal it',
  test: 'Test it first',
};

export const remedyWords = ({ kind, seeds }: Pick<Remedy, 'kind' | 'seeds'>): string =>
  seeds === null ? NAMES[kind] : `${NAMES[kind]}: ${formatAboutSeeds(seeds)}`;

const DOING: Readonly<Record<RemedyKind, string>> = {
  'grow out': 'Growing it out now',
  'safety copy': 'Sending part of it away',
  'another place': 'Dividing it between two places',
  freezer: 'Moving all of it into the freezer',
  'dry and seal': 'Drying and sealing it',
  test: 'A test, which uses seed,',
};

/** What a remedy would do harm by. */
export const harmWords = ({ kind, risk }: Pick<Remedy, 'kind' | 'risk'>): string => `${DOING[kind]} would raise it to ${chanceWords(risk)}`;

/** Where a remedy is done. */
export function remedyPlace({ kind, code }: Pick<Remedy, 'kind' | 'code'>): string {
  switch (kind) {
    case 'grow out':
      return `/lots/${code}/grow-out`;
    case 'test':
      return `/lots/${code}/test`;
    case 'another place':
    case 'freezer':
      return `/lots/${code}/move`;
    case 'safety copy':
      return `/lots/${code}/move?copy`;
    case 'dry and seal':
      return `/lots/${code}/bench`;
  }
}

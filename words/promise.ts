import type { CropCaution } from '#core/almanac/cautions.ts';
import { CLAIM_MEANS, CLAIM_WORDS } from '#words/claims.ts';
import type { AMOUNTS, NeighbourTold, OVERLAPS, Passport } from '#core/passport/passport.ts';
import type { Ripeness } from '#core/passport/ripe.ts';
import type { PlantsReckoning } from '#core/population/bottleneck.ts';
import type { Doubt } from '#core/promise/identity.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Fact } from '#core/promise/judgeLot.ts';
import type { Raise } from '#core/promise/raise.ts';
import type { Reason } from '#core/promise/reasons.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatMetres, type Units } from '#core/units/formatAmount.ts';
import { METHOD_NAMES } from './methods.ts';
import type { Tone } from './tone.ts';

/** A share as people say it: "about 1 in 30". */
export function oneIn(share: number): string {
  if (share < 0.001) return 'fewer than 1 in 1000';
  if (share >= 0.4) return `about ${Math.round(share * 100)} of 100`;
  const of = 1 / share;
  const round = of < 10 ? Math.round(of) : of < 100 ? Math.round(of / 5) * 5 : Math.round(of / 50) * 50;
  return `about 1 in ${round}`;
}

const sharePercent = (share: number) =>
  share < 0.001 ? 'under 0.1 %' : share < 0.1 ? `${(share * 100).toFixed(1)} %` : `${Math.round(share * 100)} %`;
export const foreignRange = (low: number, high: number) => `${sharePercent(low)} to ${sharePercent(high)}`;

const OVERLAP_WORDS: Record<(typeof OVERLAPS)[number], string> = {
  none: 'never in flower together',
  some: 'in flower together for a while',
  most: 'in flower together most of the time',
  all: 'in flower together all the time',
};
const AMOUNT_WORDS: Record<(typeof AMOUNTS)[number], string> = {
  fewer: 'fewer plants than the seed crop',
  'as many': 'about as many plants',
  'many more': 'far more of them than of the seed crop',
};

/** One neighbour in a line: "courgettes over the hedge, about 25 m off, overlap unknown". */
export function neighbourWords({ what, metres, overlap, amount, caged }: NeighbourTold, units: Units = 'metric'): string {
  const far = metres === 'unknown' ? 'distance unknown' : `about ${formatMetres(metres, units)} away`;
  const bloom = overlap === 'unknown' ? 'overlap of bloom unknown' : OVERLAP_WORDS[overlap];
  return [what, far, bloom, amount === 'unknown' ? null : AMOUNT_WORDS[amount], caged ? 'under a cage' : null].filter(Boolean).join(', ');
}

const FACT_WORDS: Record<Fact, string> = {
  'declared mixture': 'It is a declared mixture',
  'let adapt': 'This line is allowed to adapt here, so the label promises the crop, not the variety',
  F1: 'It is an F1 hybrid, and its seed does not breed true',
  stabilising: 'It is still being selected after a cross',
  'known crossed': 'It is known to have crossed',
  offspring: 'It is the offspring of that variety, not the variety itself',
};

const DOUBT_WORDS: Record<Doubt, string> = {
  name: 'The name may be wrong',
  'bought plant': 'The mother plant or fruit was bought, and shops sell hybrids of this crop without saying so',
  'bought plant possible': 'The mother plant may have been bought, and shops sell hybrids of this crop',
  'unknown father': 'We do not know what else flowered where this fruit grew',
  'kind unknown': 'We do not know whether it is open-pollinated or a hybrid',
};

/** A reason for a promise, in a donor's words. */
export function reasonWords(reason: Reason, units: Units = 'metric'): string {
  switch (reason.kind) {
    case 'fact':
      return FACT_WORDS[reason.why];
    case 'doubt':
      return `${DOUBT_WORDS[reason.why]} (${chance(reason.share)} that it is something else)`;
    case 'protected':
      return `${reason.methods.map((method) => METHOD_NAMES[method]).join(', ')}: without it ${oneIn(reason.without)} seeds would have crossed`;
    case 'off-types':
      return reason.offTypes === 0
        ? `No off-types among the ${reason.lookedAt} plants that gave the seed`
        : `${reason.offTypes} off-types among the ${reason.lookedAt} plants that gave the seed`;
    case 'other seed seen':
      return `Other seed was seen in it: ${oneIn(reason.share)} on average`;
    case 'neighbour':
      return `${capital(neighbourWords(reason.neighbour, units))}: ${oneIn(reason.share)} seeds`;
    case 'neighbours unknown':
      return `We do not know whether anything it can cross with flowered nearby: ${oneIn(reason.share)} seeds on average`;
    case 'kept apart':
      return `Isolated, but we do not know from what: ${oneIn(reason.share)} seeds on average`;
    case 'handed on':
      return `Inherited from the seed it was grown from: ${oneIn(reason.share)}`;
    case 'earlier seasons':
      return reason.seasons === null
        ? `We do not know how many seasons it was grown before, or what flowered nearby: ${oneIn(reason.share)} on average`
        : reason.seasons <= 1
          ? `Foreign seed in what they first sowed: ${oneIn(reason.share)}`
          : `Crossing in the ${reason.seasons - 1} ${reason.seasons === 2 ? 'season' : 'seasons'} before: ${oneIn(reason.share)} on average`;
    case 'mix-up':
      return `The recorded mix-up: ${oneIn(reason.share)} on average`;
    case 'evidence':
      return reason.offTypes === 0
        ? `No off-types among ${reason.lookedAt} checked`
        : `${reason.offTypes} off-types among ${reason.lookedAt} looked at`;
    case 'no neighbours':
      return 'Nothing it can cross with flowered nearby';
    case 'own pollen':
      return 'This crop pollinates itself before the flower opens';
  }
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
const chance = (share: number) => `${Math.round(share * 100)} %`;

/** What would let the label claim more, with its figure. */
export function raiseWords(raise: Raise, units: Units = 'metric'): string {
  const to = raise.to === 'may vary' ? 'still “may vary”, but better' : `“${CLAIM_WORDS[raise.to].toLowerCase()}”`;
  switch (raise.kind) {
    case 'trial':
      return `A trial of ${raise.plants} plants with no off-types: ${to} (${chance(raise.chance)})`;
    case 'hand pollination':
      return `Next time, pollinate flowers by hand and tape them: ${to} (${chance(raise.chance)})`;
    case 'cage':
      return `Next time, use a cage: ${to} (${chance(raise.chance)})`;
    case 'distance':
      return `Next time, keep every neighbour ${formatMetres(raise.metres, units)} away or more: ${to} (${chance(raise.chance)})`;
  }
}

/** Hazards of a lot that stand on every screen and label: what it is treated with first. */
export function hazardWords(lot: {
  readonly treated: 'yes' | 'unknown' | null;
  readonly cautions: readonly CropCaution[];
}): readonly string[] {
  const treated =
    lot.treated === 'yes'
      ? [
          'Treated seed. Use gloves or tweezers. Never use it as food or feed, and never compost or ferment it. Dispose of it as the packet says.',
        ]
      : lot.treated === 'unknown'
        ? ['This seed may be treated. Until you know, wear gloves, and never use it as food or feed or compost it.']
        : [];
  return [...treated, ...lot.cautions.map(({ words }) => words)];
}

/** How many plants gave seed, and what that does to the line. */
export function plantsWords({ verdict, mothers, effective, wanted }: PlantsReckoning): string {
  const count = mothers === 1 ? 'One mother plant' : `${mothers} mother plants`;
  const worth = effective === null ? '' : ` (effective population size about ${Math.max(1, Math.round(effective))})`;
  switch (verdict) {
    case 'unknown':
      return `We do not know how many plants gave the seed. ${wanted} are needed to keep a line`;
    case 'too few':
      return `${count}${worth}: too few. ${wanted} are needed to keep a line, with the same amount of seed from each`;
    case 'enough for seed':
      return `${count}${worth}: enough for good seed, but ${wanted} are needed to keep a line`;
    case 'enough to keep':
      return `${count}${worth}: enough to keep the line`;
    case 'enough to conserve':
      return `${count}${worth}: enough to conserve it`;
  }
}

/** Is it ripe, and what to do. */
export function ripeWords(ripe: Ripeness): { readonly tone: Tone; readonly verdict: string; readonly reason: string } {
  switch (ripe.kind) {
    case 'ready':
      return { tone: 'good', verdict: 'Ready to open', reason: `Open it by ${formatDate(ripe.openBy)} or it will spoil` };
    case 'wait':
      return {
        tone: 'doubt',
        verdict: `Wait ${ripe.days} ${ripe.days === 1 ? 'day' : 'days'}`,
        reason: `${ripe.why === 'cure' ? 'Let it cure' : 'Its seed is still ripening inside'} until ${formatDate(ripe.until)}; open it by ${formatDate(ripe.openBy)}`,
      };
    case 'too early':
      return {
        tone: 'poor',
        verdict: 'Too early: the seed is not ripe',
        reason:
          ripe.ageDays === null
            ? `The signs are missing; seed needs ${ripe.needsDays} days from flowering`
            : `Picked ${ripe.ageDays} days after flowering; seed needs ${ripe.needsDays}`,
      };
    case 'ask':
      return { tone: 'plain', verdict: 'Is it ripe? Check the signs', reason: `Open it by ${formatDate(ripe.openBy)}` };
  }
}

/** What was said of health at intake that whoever grows it should know. */
export function healthWords({ diseases, mould, insects, look }: Passport): string[] {
  return [
    Array.isArray(diseases) && diseases.length > 0 ? `Health: ${diseases.map(({ name }) => name).join(', ')} seen on the plants` : null,
    mould === true ? 'Health: mould was seen on the seed' : null,
    insects === 'seen' || insects === 'holes in seed' ? 'Health: insects were found with it' : null,
    look.includes('discoloured') || look.includes('shrivelled') ? 'Health: some seed is discoloured or shrivelled' : null,
  ].filter((flag) => flag !== null);
}

/** A claim as it is told: what is known for a fact is stated, has no percentage, and needs no other reason. */
export function claimTold(
  claim: Claim,
  reasons: readonly Reason[],
): { readonly statement: string | null; readonly reasons: readonly Reason[] } {
  const facts = reasons.filter((reason) => reason.kind === 'fact');
  const [first] = facts;
  if (!first) return { statement: null, reasons };
  return claim === 'mixture'
    ? { statement: `${capital(CLAIM_MEANS.mixture)}.`, reasons: facts }
    : { statement: `${capital(FACT_WORDS[first.why])}.`, reasons: facts.slice(1) };
}

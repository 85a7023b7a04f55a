import { FROST_KILLS_IT, shortWords } from '#words/sayings.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import type { NotDry } from '#core/bench/sealing.ts';
import { CAUTION_WORDS, stepTitle } from '#words/bench.ts';
import { formatWeight, type Units } from '#core/units/formatAmount.ts';
import type { CheckProblem } from '#services/bench/checkBatch.server.ts';
import type { FinishProblem } from '#services/bench/finishing.server.ts';
import type { NextProblem } from '#services/bench/moveOn.server.ts';
import type { WeighProblem } from '#services/bench/weighBatch.server.ts';

export const NOT_DRY: Record<NotDry, string> = {
  'weights not settled': 'its weight may still be falling',
  'scale too coarse': 'so little seed wants a scale that reads to 0.1 g to show that its weight has settled',
  'weighings too close': 'it wants two weighings, a day apart',
  'no sign yet': 'the sign of dry seed was not seen',
  'too humid': 'the air it settled in is over 35 % humid: silica gel',
  'humidity not known': 'no hygrometer was read in the last three days',
};

export const EMPTY_IS_NOW = 'Empty: now. Or 6 h ago, 21 Nov 18:00';
export const TO_COME = 'That is still to come: leave it empty for now';

export const vesselTaken = (by: string) => `${by} is in it. Choose another, or finish that batch first`;

/** What stands in the way of an act at the bench, at the field where it can be put right. */
export function troubleOf(
  problem: NextProblem | CheckProblem | WeighProblem | FinishProblem,
  units: Units,
  when: (iso: string) => string,
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such batch':
      return { '': ['There is no such batch'] };
    case 'ended':
      return { '': ['This batch has been ended meanwhile. Load the page again'] };
    case 'moved on':
      return { '': [`Somebody has moved it on meanwhile: it is at “${stepTitle(problem.to)}” now. Load the page again`] };
    case 'read first':
      return { '': [`Read first, above: ${problem.cautions.map((caution) => CAUTION_WORDS[caution]).join('. ')}`] };
    case 'no such step':
      return { to: ['The batch cannot go there from here'] };
    case 'too early':
      return { early: [`It is ready from ${when(problem.earliest)}. Tick here if it is done all the same`] };
    case 'rind is soft':
      return { early: ['Nobody has seen that the rind is hard or the stalk corky. Look, and tap what you see; or tick here'] };
    case 'not a photo':
    case 'photo too large':
    case 'busy':
      return { photo: [PHOTO_TROUBLE[problem.code]] };
    case 'before the step':
      return { when: [`That is before ${when(problem.since)}, when the step began`] };
    case 'to come':
      return { when: [TO_COME] };
    case 'table taken':
      return {
        cleared: [
          problem.by.alike
            ? `${problem.by.crop} ‘${problem.by.variety}’ ${problem.by.code} lies open on the table, and its seed looks the same. Clear it away, clean table, hands, knife and screens, and tick here`
            : `${problem.by.crop} ‘${problem.by.variety}’ ${problem.by.code} lies open on the table. Clear and clean first, and tick here`,
        ],
      };
    case 'vessel taken':
      return { vessel: [vesselTaken(problem.by)] };
    case 'heavier':
      return {
        heavier: [`That is more than the ${formatWeight(problem.last, units)} before. Seed that dries gets lighter: what happened?`],
      };
    case 'far lighter':
      return {
        heavier: [
          `That is far less than the ${formatWeight(problem.last, units)} before, more than drying can take away. Check the weight and its unit, or say what happened`,
        ],
      };
    case 'short':
      return { amount: [shortWords(problem, units)] };
    case 'not dry':
      return {
        reason: [
          `It is not dry enough to seal: ${problem.against.map((one) => NOT_DRY[one]).join('; ')}. Say why it is put away all the same`,
        ],
      };
    case 'frost kills it':
      return { place: [FROST_KILLS_IT] };
    case 'more than there was':
      return { amount: ['That is more than the book says there was. Count the shelf on the lot’s page instead'] };
  }
}

import { FROST_KILLS_IT, shortWords, tenfoldWords } from '#words/sayings.ts';
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
  'scale too coarse': 'for so little seed you need a scale with 0.1 g precision to see that the weight has settled',
  'weighings too close': 'it needs two weighings a day apart',
  'no sign yet': 'no one has seen the sign of dry seed',
  'too humid': 'the air around it is over 35 % humid; use silica gel',
  'humidity not known': 'no hygrometer reading in the last three days',
};

export const EMPTY_IS_NOW = 'Leave empty for now, or enter for example 6 h ago, 21 Nov 18:00';
export const TO_COME = 'This time is in the future. Leave it empty for now';

export const vesselTaken = (by: string) => `${by} is in it. Choose another container, or finish that batch first`;

/** What stands in the way of an act at the bench, beside the field where it can be corrected. */
export function troubleOf(
  problem: NextProblem | CheckProblem | WeighProblem | FinishProblem,
  units: Units,
  when: (iso: string) => string,
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such batch':
      return { '': ['This batch does not exist'] };
    case 'ended':
      return { '': ['Someone has already ended this batch. Reload the page'] };
    case 'moved on':
      return { '': [`Someone has already moved it on, to “${stepTitle(problem.to)}”. Reload the page`] };
    case 'read first':
      return { '': [`Read this first, above: ${problem.cautions.map((caution) => CAUTION_WORDS[caution]).join('. ')}`] };
    case 'no such step':
      return { to: ['The batch cannot go to that step from this one'] };
    case 'too early':
      return { early: [`It is ready from ${when(problem.earliest)}. Tick here if it is already done`] };
    case 'rind is soft':
      return { early: ['No one has confirmed that the rind is hard or the stalk corky. Check, and tap what you see; or tick here'] };
    case 'not a photo':
    case 'photo too large':
    case 'busy':
      return { photo: [PHOTO_TROUBLE[problem.code]] };
    case 'before the step':
      return { when: [`Enter a time after ${when(problem.since)}, when this step began`] };
    case 'to come':
      return { when: [TO_COME] };
    case 'table taken':
      return {
        cleared: [
          problem.by.alike
            ? `${problem.by.crop} ‘${problem.by.variety}’ ${problem.by.code} is open on the table, and its seed looks the same. Clear it away, clean the table, hands, knife and screens, then tick here`
            : `${problem.by.crop} ‘${problem.by.variety}’ ${problem.by.code} is open on the table. Clear and clean the table first, then tick here`,
        ],
      };
    case 'vessel taken':
      return { vessel: [vesselTaken(problem.by)] };
    case 'heavier':
      return {
        heavier: [`That is more than the ${formatWeight(problem.last, units)} measured before. Drying seed gets lighter. What happened?`],
      };
    case 'far lighter':
      return {
        heavier: [
          `That is far less than the ${formatWeight(problem.last, units)} measured before: more than drying can explain. Check the weight and its unit, or say what happened`,
        ],
      };
    case 'short':
      return { amount: [shortWords(problem, units)] };
    case 'not dry':
      return {
        reason: [
          `It is not dry enough to seal: ${problem.against.map((one) => NOT_DRY[one]).join('; ')}. Say why you are putting it away anyway`,
        ],
      };
    case 'frost kills it':
      return { place: [FROST_KILLS_IT] };
    case 'more than was weighed':
      return {
        amount: [
          `This is more than the whole batch ever weighed here (${formatWeight(problem.heaviest, units)}). Check the number and its unit`,
        ],
      };
    case 'is it so':
      return { amount: [tenfoldWords(problem.times, formatWeight(problem.last, units))], sure: [problem.typed] };
    case 'more than there was':
      return { amount: ['This is more than the amount on record. If the record is wrong, correct the stock on the lot’s page'] };
  }
}

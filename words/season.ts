import { formatDate } from '#core/calendar/formatDate.ts';
import type { Standing } from '#core/growout/census.ts';
import type { EntryFault, Growth, LogEntry, LogKind } from '#core/growout/log.ts';
import type { Alarm } from '#core/growout/watch.ts';
import { formatMetres, formatSeeds, type Units } from '#core/units/formatAmount.ts';
import { crossedWords } from './apart.ts';
import { METHOD_NAMES } from './methods.ts';

/** How an entry of the season's log is called, and how its questions are asked. */
export const LOG_WORDS: Readonly<
  Record<LogKind, { readonly name: string; readonly count?: string; readonly words?: string; readonly hint?: string }>
> = {
  sown: { name: 'Sown', count: 'How many seeds?' },
  up: { name: 'Up', count: 'How many seedlings are up?' },
  thinned: { name: 'Thinned', count: 'How many plants are left?' },
  standing: { name: 'Plants counted', count: 'How many plants stand?' },
  overwintered: { name: 'After winter', count: 'How many plants came through the winter?' },
  flowering: { name: 'First flowers', count: 'How many plants flower? (optional)' },
  flowered: { name: 'Flowering is over' },
  harvested: { name: 'Harvested', count: 'From how many plants did you take seed?' },
  'off-types early': { name: 'Off-types pulled before flowering', count: 'How many?', words: 'What was different? (optional)' },
  'off-types late': { name: 'Off-types pulled after flowering began', count: 'How many?', words: 'What was different? (optional)' },
  isolated: { name: 'Kept apart', words: 'What exactly? (optional)', hint: 'Cage closed, bags on 12 heads' },
  neighbour: { name: 'Something flowers nearby', words: 'What flowers?', hint: 'Beets at the neighbour’s, wild carrots by the lane' },
  bolted: { name: 'Bolted too early', count: 'How many plants?' },
  disease: { name: 'Disease', words: 'What do you see?', hint: 'Yellow spots on lower leaves' },
  weather: { name: 'Weather', words: 'What happened?', hint: 'Hail, late frost, three weeks without rain' },
  pollinated: { name: 'Pollinated by hand', count: 'How many flowers did you tag?' },
  picked: { name: 'Picked', words: 'How much?', hint: '12 heads, 640 g of pods' },
  note: { name: 'Note', words: 'What should the library know?' },
};

const plants = (count: number) => `${count} ${count === 1 ? 'plant' : 'plants'}`;

/** An entry as it is read back: what was seen, with its figure. */
export function entryWords({ kind, count, words, metres, method }: LogEntry, units: Units): string {
  const { name } = LOG_WORDS[kind];
  const figure =
    count === null
      ? null
      : kind === 'sown'
        ? formatSeeds(count)
        : kind === 'pollinated'
          ? `${count} ${count === 1 ? 'flower' : 'flowers'}`
          : plants(count);
  const told = [
    figure,
    method && METHOD_NAMES[method].toLowerCase(),
    words,
    metres !== null && `${formatMetres(metres, units)} away`,
  ].filter(Boolean);
  return told.length > 0 ? `${name}: ${told.join(', ')}` : name;
}

export const GROWTH_WORDS: Readonly<Record<Growth, string>> = {
  'handed over': 'Seed handed over',
  sown: 'Sown',
  up: 'Growing',
  flowering: 'In flower',
  harvested: 'Harvested',
};

/** What is wrong with an entry, at the field where it can be put right. */
export function entryFaultWords(fault: EntryFault): { readonly at: 'on' | 'count'; readonly why: string } {
  switch (fault.why) {
    case 'in the future':
      return { at: 'on', why: 'That day is still to come' };
    case 'before the seed was handed over':
      return { at: 'on', why: `The seed was handed over on ${formatDate(fault.on)}. Check the day` };
    case 'before it was sown':
      return { at: 'on', why: `It was sown on ${formatDate(fault.on)}. Check the day, or correct the sowing` };
    case 'more up than sown':
      return { at: 'count', why: `Only ${formatSeeds(fault.most)} were sown. Check the number` };
    case 'more than stood':
      return { at: 'count', why: `At the count before there were ${plants(fault.most)}. Check the number, or correct that count` };
    case 'more seed than was handed over':
      return {
        at: 'count',
        why:
          fault.most > 0
            ? `Only ${formatSeeds(fault.most)} are left of what was handed over`
            : 'All the seed that was handed over has been sown',
      };
  }
}

/** How the plants stand, in one sentence. */
export function standingWords(standing: Standing): string {
  switch (standing.kind) {
    case 'enough':
      return `${plants(standing.plants)} stood at the last count, enough for seed`;
    case 'too few':
      return `Only ${plants(standing.plants)} stood at the last count; ${standing.needed} are needed`;
    case 'in danger':
      return `${plants(standing.plants)} stood at the last count, and ${standing.needed} are needed: by ${formatDate(standing.by)} fewer may be left`;
  }
}

/** What can be done about too few plants. */
export const STANDING_ADVICE: Readonly<Record<Exclude<Standing['kind'], 'enough'>, string>> = {
  'too few':
    'Take seed from every plant, the same amount from each, and pull only clear off-types. Sow again if there is time and seed; else ask a second grower, or mix with seed of another year',
  'in danger': 'Protect what stands: water, slugs, birds. Thin no further, and sow a few more if there is time and seed',
};

const ago = (days: number) => (days === 1 ? 'a day ago' : `${days} days ago`);

/** What wants attention, in a few words. */
export function alarmWords(alarm: Alarm): string {
  switch (alarm.what) {
    case 'too few':
    case 'in danger':
      return standingWords(alarm.standing);
    case 'bloom off plan':
      return `It flowers ${Math.abs(alarm.shift)} days ${alarm.shift > 0 ? 'later' : 'earlier'} than planned. Look again at what flowers near it`;
    case 'neighbour off plan':
      return `What flowers near it does so at another time than planned: ${crossedWords(alarm.share)}, where ${crossedWords(alarm.planned)} was planned`;
    case 'fruit ripens':
      return `The fruit tagged by hand is ripe from ${formatDate(alarm.on)} on. Look at it`;
    case 'no answer':
      return `Offered ${ago(alarm.days)}, and no answer yet`;
    case 'hand over':
      return alarm.days > 0
        ? `Hand over the seed: it is sown in ${alarm.days} ${alarm.days === 1 ? 'day' : 'days'}`
        : 'Hand over the seed: its sowing day has come';
    case 'not sown':
      return `Not sown yet, as far as we know: it was to be sown ${ago(alarm.days)}`;
    case 'silent':
      return `Nothing heard for ${alarm.days} days. Ask how it goes`;
    case 'late':
      return `The seed was to be back ${ago(alarm.days)}`;
  }
}

import { formatDate } from '#core/calendar/formatDate.ts';
import type { Standing } from '#core/growout/census.ts';
import type { EntryFault, Growth, LogEntry, LogKind } from '#core/growout/log.ts';
import type { Alarm, TaggedFruit } from '#core/growout/watch.ts';
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
  standing: { name: 'Plants counted', count: 'How many plants are there?' },
  overwintered: { name: 'After winter', count: 'How many plants survived the winter?' },
  flowering: { name: 'First flowers', count: 'How many plants are flowering? (optional)' },
  flowered: { name: 'Flowering is over' },
  harvested: { name: 'Harvested', count: 'How many plants did you take seed from?' },
  'off-types early': { name: 'Off-types pulled before flowering', count: 'How many?', words: 'What was different? (optional)' },
  'off-types late': { name: 'Off-types pulled after flowering began', count: 'How many?', words: 'What was different? (optional)' },
  isolated: { name: 'Isolated', words: 'What exactly? (optional)', hint: 'For example: cage closed, bags on 12 heads' },
  neighbour: {
    name: 'Something flowers nearby',
    words: 'What flowers?',
    hint: 'For example the neighbour’s beets, or wild carrots by the lane',
  },
  bolted: { name: 'Bolted too early', count: 'How many plants?' },
  disease: { name: 'Disease', words: 'What do you see?', hint: 'For example: yellow spots on lower leaves' },
  weather: { name: 'Weather', words: 'What happened?', hint: 'For example hail, late frost, or three weeks without rain' },
  pollinated: { name: 'Pollinated by hand', count: 'How many flowers did you tag?' },
  picked: { name: 'Picked', words: 'How much?', hint: 'For example 12 heads, or 640 g of pods' },
  note: { name: 'Note', words: 'What should we know?' },
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

/** What is wrong with an entry, beside the field where it can be corrected. */
export function entryFaultWords(fault: EntryFault): { readonly at: 'on' | 'count'; readonly why: string } {
  switch (fault.why) {
    case 'in the future':
      return { at: 'on', why: 'Enter today’s date or an earlier one' };
    case 'before the seed was handed over':
      return { at: 'on', why: `The seed was handed over on ${formatDate(fault.on)}. Check the day` };
    case 'before it was sown':
      return { at: 'on', why: `It was sown on ${formatDate(fault.on)}. Check the day, or correct the sowing` };
    case 'more up than sown':
      return { at: 'count', why: `Only ${formatSeeds(fault.most)} were sown. Check the number` };
    case 'more than stood':
      return { at: 'count', why: `At the last count there were ${plants(fault.most)}. Check the number, or correct that count` };
    case 'more seed than was handed over':
      return {
        at: 'count',
        why:
          fault.most > 0
            ? `Only ${formatSeeds(fault.most)} are left of the seed that was handed over`
            : 'All the seed that was handed over has been sown',
      };
  }
}

/** How the plants stand, in one sentence. */
export function standingWords(standing: Standing): string {
  switch (standing.kind) {
    case 'enough':
      return `${plants(standing.plants)} at the last count, enough for seed`;
    case 'too few':
      return `Only ${plants(standing.plants)} at the last count, but ${standing.needed} are needed`;
    case 'in danger':
      return `${plants(standing.plants)} at the last count, and ${standing.needed} are needed. By ${formatDate(standing.by)} fewer may be left`;
  }
}

/** What can be done about too few plants. */
export const STANDING_ADVICE: Readonly<Record<Exclude<Standing['kind'], 'enough'>, string>> = {
  'too few':
    'Take the same amount of seed from every plant, and only pull clear off-types. Sow again if you have time and seed; otherwise ask a second grower, or mix with seed of another year',
  'in danger': 'Protect the plants from drought, slugs and birds. Do not thin any more, and sow a few more if you have time and seed',
};

const ago = (days: number) => (days === 1 ? 'a day ago' : `${days} days ago`);

/** `12 flowers pollinated by hand on 15 Jun 2026: the fruit is ripe from 4 Aug 2026`. */
export const fruitWords = ({ flowers, pollinatedOn, ripeFrom }: TaggedFruit): string =>
  `${flowers === null ? 'Pollinated' : `${flowers} ${flowers === 1 ? 'flower' : 'flowers'} pollinated`} by hand on ${formatDate(pollinatedOn)}: the fruit is ripe from ${formatDate(ripeFrom)}`;

/** What wants attention, in a few words. */
export function alarmWords(alarm: Alarm): string {
  switch (alarm.what) {
    case 'too few':
    case 'in danger':
      return standingWords(alarm.standing);
    case 'bloom off plan':
      return `It flowers ${Math.abs(alarm.shift)} days ${alarm.shift > 0 ? 'later' : 'earlier'} than planned. Check again what flowers nearby`;
    case 'neighbour off plan':
      return `A neighbour flowers at a different time than planned: ${crossedWords(alarm.share)}, where ${crossedWords(alarm.planned)} was planned`;
    case 'fruit ripens':
      return `${fruitWords(alarm.fruit)}. Check it`;
    case 'no answer':
      return `Offered ${ago(alarm.days)}, and no answer yet`;
    case 'hand over':
      return alarm.days > 0
        ? `Hand over the seed: sowing is in ${alarm.days} ${alarm.days === 1 ? 'day' : 'days'}`
        : 'Hand over the seed: it should be sown now';
    case 'not sown':
      return `No sowing reported; it was due ${ago(alarm.days)}`;
    case 'silent':
      return `No news for ${alarm.days} days. Ask how it is going`;
    case 'late':
      return `Seed was due back ${ago(alarm.days)}`;
  }
}

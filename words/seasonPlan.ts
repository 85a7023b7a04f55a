import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import type { Method } from '#core/isolation/barriers.ts';
import type { Block } from '#core/plan/board.ts';
import type { Alternative, Change, Changed, LeftOut } from '#core/plan/explain.ts';
import type { Choice, LineToPlan, SeasonFacts } from '#core/plan/facts.ts';
import type { Hindrance } from '#core/plan/possible.ts';
import type { SeasonFault } from '#core/plan/season.ts';
import { formatMetres, type Units } from '#core/units/formatAmount.ts';
import { crossedWords } from './apart.ts';
import { METHOD_NAMES } from './methods.ts';

/** Ways of keeping apart, in words for one cell. */
export const waysWords = (methods: readonly Method[]): string =>
  methods.length === 0 ? 'distance and time' : methods.map((method) => METHOD_NAMES[method].toLowerCase()).join(', ');

/** A plot with its garden; a garden alone where no plot is meant. */
export function plotName({ plots, gardens }: Pick<SeasonFacts, 'plots' | 'gardens'>, plot: number): string {
  const { id, name, garden } = plots[plot]!;
  return id === null ? gardens[garden]!.name : `${gardens[garden]!.name}, ${name}`;
}

/** Where a choice is, in words. */
export function choicePlace(facts: Pick<SeasonFacts, 'plots' | 'gardens'>, { gardenId, plotId }: Choice): string {
  const plot = facts.plots.findIndex(({ id, garden }) => id === plotId && facts.gardens[garden]!.id === gardenId);
  return plot < 0 ? 'a new plot' : plotName(facts, plot);
}

/** The note of a grow-out that is proposed from a plan. */
export const planNote = (year: number, version: number): string => `Season plan ${year}, version ${version}`;

/** A worth, against a line that is surely saved. */
export const worthWords = (worth: number): string => `${worth < 0 ? '−' : ''}${Math.abs(worth).toFixed(2)}`;

const BLOCKS: Readonly<Record<Block | Hindrance, string>> = {
  bed: 'no room in the bed',
  cage: 'no cage free',
  grower: 'its grower has enough to do',
  pollen: 'too close to something it crosses with',
  'too small': 'too small',
  'too many hours': 'more hours than its grower has',
  never: 'too close to something that flowers there anyway',
  'too hard': 'too hard for its grower',
  'not grown': 'its grower does not grow this',
  'said no': 'its grower said no',
  'left out': 'the garden is left out',
};
export const blockWords = (block: Block | Hindrance): string => BLOCKS[block];

const WHYS: Readonly<Record<LeftOut['why'], string>> = {
  forbidden: 'You chose not to grow it.',
  'worth less': 'Growing it is not worth its hours of work.',
  nowhere: 'No garden in the plan suits it, even if nothing else is grown.',
  'no day': 'It can no longer be sown in time to ripen.',
  'in the way': 'There is no room left beside the other lines in the plan.',
};

/** Why a line is left out: the reason, and what stands in the way most often. */
export function leftOutWords({ why, blocks }: LeftOut): string {
  if (why === 'forbidden' || why === 'worth less' || why === 'no day') return WHYS[why];
  const most = Object.entries(blocks).sort(([, one], [, other]) => other - one)[0]?.[0] as Block | Hindrance | undefined;
  return most ? `${WHYS[why]} Main reason: ${BLOCKS[most]}.` : WHYS[why];
}

/** A change of the season, as something to do. */
export function changeWords(facts: SeasonFacts, change: Change, units: Units): string {
  switch (change.kind) {
    case 'cage':
      return `One more cage at ${plotName(facts, change.plot)}`;
    case 'room':
      return `${change.squareMetres} m² more at ${plotName(facts, change.plot)}, which has ${facts.plots[change.plot]!.squareMetres}`;
    case 'one more line':
      return `${facts.growers[change.grower]!.name} takes one more line`;
    case 'hours':
      return `${facts.growers[change.grower]!.name} gives ${change.hours} more hours`;
    case 'skill':
      return `${facts.growers[change.grower]!.name}, or another grower, takes on hard crops`;
    case 'gone': {
      const { what, garden, away } = facts.anyway[change.anyway]!;
      return `The ${what} at ${facts.gardens[garden]!.name}${away > 0 ? ` (${formatMetres(away, units)} away)` : ''} is cut before it flowers (ask the gardener)`;
    }
    case 'sow':
      return `Sow it on ${formatDate(change.day)}`;
    case 'new plot':
      return `One more plot of ${change.squareMetres} m²${change.metres > 0 ? `, at least ${formatMetres(change.metres, units)} from all other gardens` : ''}`;
    case 'instead':
      return 'Grow it anyway';
  }
}

const list = (names: readonly string[]): string =>
  names.length <= 1 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** What a change would come to. */
export function changedWords(facts: SeasonFacts, { worth, choice, dropped, moved, change }: Changed): string {
  const nameOf = (id: number) => facts.lines.find((line) => line.id === id)!.name;
  const parts = [
    ...(choice && change.kind !== 'new plot'
      ? [`it goes to ${choicePlace(facts, choice)}, sown ${formatDay(choice.sowOn)}, isolated by ${waysWords(choice.methods)}`]
      : []),
    ...(dropped.length > 0 ? [`${list(dropped.map(nameOf))} ${dropped.length === 1 ? 'is' : 'are'} left out`] : []),
    ...(moved.length > 0 ? [`${list(moved.map(nameOf))} ${moved.length === 1 ? 'moves' : 'move'}`] : []),
    `the plan is worth ${worthWords(Math.abs(worth))} ${worth < 0 ? 'less' : 'more'}`,
  ];
  const said = parts.join('; ');
  return `${said.charAt(0).toUpperCase()}${said.slice(1)}.`;
}

/** What else could be done with a line that is in, and what speaks against it. */
export function alternativeWords(facts: SeasonFacts, { other, choice, less, block, by }: Alternative): string {
  const what =
    other === 'plot'
      ? choicePlace(facts, choice)
      : other === 'day'
        ? `Sown ${formatDay(choice.sowOn)}`
        : `Isolated by ${waysWords(choice.methods)}`;
  const names = by.map((id) => facts.lines.find((line) => line.id === id)!.name);
  if (block !== null) return `${what}: ${BLOCKS[block]}${names.length > 0 ? ` (${list(names)})` : ''}`;
  if (Math.abs(less) < 0.005) return `${what}: just as good`;
  return less > 0 ? `${what}: worth ${worthWords(less)} less` : `${what}: worth ${worthWords(-less)} more. Plan again to use it`;
}

/** What of a plan cannot be. */
export function faultWords(facts: SeasonFacts, fault: SeasonFault, lineOf: (option: number) => LineToPlan): string {
  switch (fault.why) {
    case 'bed full':
      return `${plotName(facts, fault.plot)}: more is planned than the bed can hold`;
    case 'no cage':
      return `${plotName(facts, fault.plot)}: more cages are planned than there are`;
    case 'too many lines':
      return `${facts.growers[fault.grower]!.name}: more lines than agreed`;
    case 'too many hours':
      return `${facts.growers[fault.grower]!.name}: more hours than agreed`;
    case 'crossed': {
      const line = lineOf(fault.option);
      const share = (line.crop.crossed * fault.pollen) / (1 + fault.pollen);
      return `${line.name}: about ${crossedWords(share)} of its seed is likely to be crossed, more than its label allows`;
    }
  }
}

/** How far a plan is from what none can be better than. */
export function gapWords(worth: number, bound: number, running: boolean): string {
  if (!Number.isFinite(bound)) return running ? 'Planning …' : '';
  const gap = Math.max(0, bound - worth) / Math.max(1e-9, bound);
  if (gap < 0.0005) return 'No plan can be better.';
  return `${running ? 'Planning: no' : 'No'} plan can be better by more than ${(100 * gap).toFixed(1)}\u00a0%.`;
}

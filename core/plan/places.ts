import type { LineId } from '../kernel/kinds.ts';
import { Board, type Block } from './board.ts';
import type { Choices, SeasonFacts, Wishes } from './facts.ts';
import { optionsOf, planOf } from './options.ts';
import { hindranceOf, type Hindrance } from './possible.ts';

/** Whether a line could stand in a plot beside all that is planned, in any way and on any day that is usual; or what stands in the way of its best way there. */
export interface PlaceFor {
  readonly plot: number;
  readonly block: Block | Hindrance | null;
}

/** For each plot of the season whether a line could be grown there, all others staying where they are. */
export function placesFor(facts: SeasonFacts, wishes: Wishes, choices: Choices, id: LineId): readonly PlaceFor[] {
  const free = { ...wishes, pinned: wishes.pinned.filter((one) => one !== id), forbidden: wishes.forbidden.filter((one) => one !== id) };
  const options = optionsOf(facts, free, choices, id);
  const index = facts.lines.findIndex((line) => line.id === id);
  const board = new Board(options.problem);
  board.begin(planOf(options, facts, choices).map((option, line) => (line === index ? null : option)));
  return facts.plots.map((place, plot): PlaceFor => {
    const here = options.byLine[index]!.filter((option) => options.ways[option]!.plot === plot);
    const blocks = here.map((option) => board.blockOf(option));
    if (blocks.includes(null)) return { plot, block: null };
    return { plot, block: hindranceOf(facts, facts.lines[index]!, place, free) ?? blocks[0] ?? 'never' };
  });
}

import { addDays, inYear } from '../calendar/plainDate.ts';
import { seeded } from '../distributions/seeded.ts';
import { bedFor } from '../growout/plots.ts';
import type { Day, LineId, Metres } from '../kernel/kinds.ts';
import { Board, type Block } from './board.ts';
import { comesTo, plainWorth } from './comesTo.ts';
import { sameChoice, type Choice, type Choices, type LineToPlan, type SeasonFacts, type Wishes } from './facts.ts';
import { choicesOf, isWorthGrowing, isMust, optionsOf, planOf, type SeasonOptions } from './options.ts';
import { hindranceOf, ripensInTime, type Hindrance } from './possible.ts';
import { planSeason } from './planSeason.ts';

/** Something that could be changed about the season. Plots, growers and what flowers anyway are indexes. */
export type Change =
  | { readonly kind: 'cage'; readonly plot: number }
  | { readonly kind: 'room'; readonly plot: number; readonly squareMetres: number }
  | { readonly kind: 'one more line'; readonly grower: number }
  | { readonly kind: 'hours'; readonly grower: number; readonly hours: number }
  | { readonly kind: 'skill'; readonly grower: number }
  | { readonly kind: 'gone'; readonly anyway: number }
  | { readonly kind: 'sow'; readonly day: Day }
  | { readonly kind: 'new plot'; readonly metres: Metres; readonly squareMetres: number }
  /** Nothing of the season; other lines make room. */
  | { readonly kind: 'instead' };

/** What a change would come to, found by planning again with it. */
export interface Changed {
  readonly change: Change;
  /** What the plan would be worth more; below zero where it would be worth less. */
  readonly worth: number;
  /** Where the line would be grown then; null where no line was asked for. */
  readonly choice: Choice | null;
  /** Lines that would be left out, and lines that would be grown otherwise. */
  readonly dropped: readonly LineId[];
  readonly moved: readonly LineId[];
}

/** Why a line is left out, and the smallest changes that would let it in. */
export interface LeftOut {
  readonly id: LineId;
  /** `worth less`: growing it would gain less than the hours that it takes weigh. `nowhere`: no plot can take it, whatever else is grown. */
  readonly why: 'forbidden' | 'worth less' | 'nowhere' | 'no day' | 'in the way';
  /** How often each thing stands in the way, over all places where it could be grown. */
  readonly blocks: Readonly<Partial<Record<Block | Hindrance, number>>>;
  readonly changes: readonly Changed[];
}

/** For as many rounds a changed season is planned again, from the plan that there is. */
const STEPS = 4;
const SEED = 17;
/** So many places, growers and the like are tried for each kind of change, best first. */
const TRIED = 3;
const MOST_CHANGES = 4;
const DISTANCES = [0, 100, 200, 300, 400, 600, 800, 1200, 2000];
const SHIFTS = [-14, 14, 28];
const LEAST_WORTH = 0.0005;
const SKILLS_HARD = 'hard';

/** Plans a season again after a change, with as little moved as may be. */
function solve(
  facts: SeasonFacts,
  wishes: Wishes,
  choices: Choices,
): { readonly options: SeasonOptions; readonly choices: Choices; readonly worth: number } {
  const staying = {
    ...facts,
    lines: facts.lines.map((line) => (line.growOut?.choice ? line : { ...line, planned: choices[line.id] ?? null })),
  };
  const options = optionsOf(staying, wishes, choices);
  let plan = planOf(options, staying, choices);
  let steps = 0;
  for (const progress of planSeason(options.problem, seeded(SEED).share, plan)) {
    ({ plan } = progress);
    if ((steps += 1) > STEPS) break;
  }
  const worth = plan.reduce<number>((sum, option) => sum + (option === null ? 0 : plainWorth(options, staying, option)), 0);
  return { options, choices: choicesOf(options, staying, plan), worth };
}

/** What a change comes to against a plan; null where a line that was asked for still finds no place. */
function tryChange(
  facts: SeasonFacts,
  wishes: Wishes,
  choices: Choices,
  worth: number,
  change: Change,
  line: LineId | null,
): Changed | null {
  const wanted = line === null ? wishes : { ...wishes, forced: [...wishes.forced.filter((id) => id !== line), line] };
  const after = solve(changed(facts, change, line), wanted, choices);
  const choice = line === null ? null : (after.choices[line] ?? null);
  if (line !== null && !choice) return null;
  const others = facts.lines.filter(({ id }) => id !== line && choices[id]);
  return {
    change,
    worth: after.worth - worth,
    choice,
    dropped: others.filter(({ id }) => !after.choices[id]).map(({ id }) => id),
    moved: others.filter(({ id }) => after.choices[id] && !sameChoice(after.choices[id], choices[id])).map(({ id }) => id),
  };
}

const NEW_GARDEN = -1;

/** The season after a change. */
function changed(facts: SeasonFacts, change: Change, line: LineId | null): SeasonFacts {
  const { plots, growers, gardens, lines } = facts;
  const terms = (grower: number, more: (terms: NonNullable<(typeof growers)[number]['terms']>) => object) =>
    growers.map((one, index) => (index === grower && one.terms ? { ...one, terms: { ...one.terms, ...more(one.terms) } } : one));
  switch (change.kind) {
    case 'cage':
      return { ...facts, plots: plots.map((plot, index) => (index === change.plot ? { ...plot, cages: plot.cages + 1 } : plot)) };
    case 'room':
      return {
        ...facts,
        plots: plots.map((plot, index) =>
          index === change.plot ? { ...plot, squareMetres: plot.squareMetres + change.squareMetres } : plot,
        ),
      };
    case 'one more line':
      return { ...facts, growers: terms(change.grower, ({ mostLines }) => ({ mostLines: mostLines === null ? null : mostLines + 1 })) };
    case 'hours':
      return {
        ...facts,
        growers: terms(change.grower, ({ mostHours }) => ({ mostHours: mostHours === null ? null : mostHours + change.hours })),
      };
    case 'skill':
      return { ...facts, growers: terms(change.grower, () => ({ skill: SKILLS_HARD })) };
    case 'gone':
      return { ...facts, anyway: facts.anyway.filter((_, index) => index !== change.anyway) };
    case 'sow':
      return {
        ...facts,
        lines: lines.map((one) => (one.id === line ? { ...one, crop: { ...one.crop, ...sownOn(facts, one, change.day) } } : one)),
      };
    case 'new plot': {
      const told = Object.fromEntries(gardens.map(({ id }) => [`${Math.min(NEW_GARDEN, id)} ${Math.max(NEW_GARDEN, id)}`, change.metres]));
      return {
        ...facts,
        told: { ...facts.told, ...told },
        growers: [...growers, { id: null, name: '', terms: null }],
        gardens: [...gardens, { id: NEW_GARDEN, name: '', at: null, grower: growers.length }],
        plots: [...plots, { id: null, name: '', garden: gardens.length, squareMetres: change.squareMetres, cages: 0 }],
      };
    }
    case 'instead':
      return facts;
  }
}

/** The crop as if that day were the one on which it is sown: bloom and bed go by the day, not by what is usual. */
function sownOn({ year, frosts }: SeasonFacts, { crop }: LineToPlan, day: Day): Pick<LineToPlan['crop'], 'sow' | 'bloom'> {
  const frost = inYear(frosts.last, year);
  const weeks = Math.round((Date.parse(day) - Date.parse(frost)) / 604_800_000);
  const later = 0.7 * (weeks - (crop.sow[0] + crop.sow[1]) / 2);
  return { sow: [weeks, weeks], bloom: [crop.bloom[0] + later, crop.bloom[1] + later] };
}

/** Why a line is left out of a plan, and the smallest changes that would let it in, each found by planning again. */
export function explainLeftOut(facts: SeasonFacts, wishes: Wishes, choices: Choices, id: LineId): LeftOut {
  const index = facts.lines.findIndex((line) => line.id === id);
  const line = facts.lines[index]!;
  const options = optionsOf(facts, wishes, choices);
  const plan = planOf(options, facts, choices);
  const board = new Board(options.problem);
  board.begin(plan);
  const blocks: Partial<Record<Block | Hindrance, number>> = {};
  const count = (what: Block | Hindrance) => (blocks[what] = (blocks[what] ?? 0) + 1);
  const own = options.byLine[index]!;
  const blockOf = new Map(own.map((option) => [option, board.blockOf(option) ?? 'never']));
  for (const block of blockOf.values()) count(block);
  const places = facts.plots.map((plot, at) => ({ at, plot, hindrance: hindranceOf(facts, line, plot, wishes) }));
  for (const { hindrance } of places) if (hindrance) count(hindrance);
  if (wishes.forbidden.includes(id)) return { id, why: 'forbidden', blocks, changes: [] };
  if (!isWorthGrowing(facts, line)) return { id, why: 'worth less', blocks, changes: [] };

  const isOpen = places.filter(({ hindrance }) => hindrance === null);
  const byWorth = [...own].sort((one, other) => options.ways[other]!.worth - options.ways[one]!.worth);
  const first = <Key>(of: readonly Key[]) => [...new Set(of)].slice(0, TRIED);
  const bed = bedFor(line.plants, line.crop);
  const blocked = (block: Block) => byWorth.filter((option) => blockOf.get(option) === block);
  const growersFull = first(blocked('grower').map((option) => options.ways[option]!.grower));
  const changes: Change[] = [
    ...first(
      isOpen.filter(({ plot }) => line.most !== null && line.crop.breeding !== 'selfing' && bed <= plot.squareMetres).map(({ at }) => at),
    ).map((plot): Change => ({ kind: 'cage', plot })),
    ...growersFull.flatMap((grower): Change[] => {
      const { terms } = facts.growers[grower]!;
      return [
        ...(typeof terms?.mostLines === 'number' ? [{ kind: 'one more line', grower } as const] : []),
        ...(typeof terms?.mostHours === 'number'
          ? [{ kind: 'hours', grower, hours: Math.ceil(line.plants * facts.growing.hoursPerPlant + facts.growing.hours) } as const]
          : []),
      ];
    }),
    ...isOpen
      .map(({ at, plot }): Change & { kind: 'room' } => ({
        kind: 'room',
        plot: at,
        squareMetres: Math.ceil(bed > plot.squareMetres ? bed - plot.squareMetres : bed),
      }))
      .sort((one, other) => one.squareMetres - other.squareMetres)
      .slice(0, TRIED),
    ...first(places.filter(({ hindrance }) => hindrance === 'too hard').map(({ plot }) => facts.gardens[plot.garden]!.grower)).map(
      (grower): Change => ({ kind: 'skill', grower }),
    ),
    ...first(facts.anyway.flatMap(({ group }, at) => (line.most !== null && group === line.crop.group ? [at] : []))).map(
      (anyway): Change => ({
        kind: 'gone',
        anyway,
      }),
    ),
    ...usualEnds(facts, line)
      .filter((day) => day >= facts.today && ripensInTime(line.crop, day, facts.frosts, facts.year))
      .map((day): Change => ({ kind: 'sow', day })),
  ];
  const { worth } = comesTo(options, facts, choices);
  const found = changes.flatMap((change) => tryChange(facts, wishes, choices, worth, change, id) ?? []);
  const plot = newPlot(facts, wishes, choices, worth, id);
  const instead = tryChange(facts, wishes, choices, worth, { kind: 'instead' }, id);
  const better = [...found, ...(plot ? [plot] : [])]
    .filter((one) => one.worth > LEAST_WORTH && one.worth > (instead?.worth ?? -Infinity) + LEAST_WORTH)
    .sort((one, other) => one.dropped.length - other.dropped.length || one.moved.length - other.moved.length || other.worth - one.worth);
  // Of each kind the best, so that not three cages crowd out the rest.
  const kinds = [...new Map([...better].reverse().map((one) => [one.change.kind, one])).values()].reverse();
  return {
    id,
    why:
      own.length > 0 || isOpen.length > 0
        ? own.length === 0 && usualEnds(facts, line).every((day) => day < facts.today)
          ? 'no day'
          : 'in the way'
        : 'nowhere',
    blocks,
    changes: [...kinds.slice(0, MOST_CHANGES), ...(instead ? [instead] : [])],
  };
}

/** Days a little before and after those on which it is usually sown. */
function usualEnds({ year, frosts }: SeasonFacts, { crop }: LineToPlan): readonly Day[] {
  if (crop.ripeWeeks) return [];
  const frost = inYear(frosts.last, year);
  return SHIFTS.map((shift) => addDays(frost, crop.sow[shift < 0 ? 0 : 1] * 7 + shift));
}

/** The nearest new plot that would let a line in. */
function newPlot(facts: SeasonFacts, wishes: Wishes, choices: Choices, worth: number, id: LineId): Changed | null {
  const line = facts.lines.find((one) => one.id === id)!;
  const bed = bedFor(line.plants, line.crop);
  for (const metres of DISTANCES) {
    const found = tryChange(facts, wishes, choices, worth, { kind: 'new plot', metres, squareMetres: bed }, id);
    if (found && found.choice?.gardenId === NEW_GARDEN && found.worth > LEAST_WORTH) return found;
  }
  return null;
}

/** What a little more would be worth, the most first: a line more for a grower who has as many as they would take, an hour, a cage, a plot a kilometre off. */
export function worthOfMore(facts: SeasonFacts, wishes: Wishes, choices: Choices): readonly Changed[] {
  const options = optionsOf(facts, wishes, choices);
  const { worth, lines } = comesTo(options, facts, choices);
  const out = facts.lines.filter(
    (line) => !choices[line.id] && line.growOut?.state !== 'sown' && !wishes.forbidden.includes(line.id) && isWorthGrowing(facts, line),
  );
  if (out.length === 0) return [];
  const growerOf = ({ gardenId }: Choice) => facts.gardens.find(({ id }) => id === gardenId)!.grower;
  const full = facts.growers.flatMap(({ terms }, grower) => {
    const theirs = lines.filter(({ choice }) => growerOf(choice) === grower);
    const hours = theirs.reduce((sum, one) => sum + one.hours, 0);
    return [
      ...(typeof terms?.mostLines === 'number' && theirs.length >= terms.mostLines ? [{ kind: 'one more line', grower } as const] : []),
      ...(typeof terms?.mostHours === 'number' && hours > 0.6 * terms.mostHours ? [{ kind: 'hours', grower, hours: 5 } as const] : []),
    ];
  });
  const caged = facts.plots.flatMap(({ garden }, plot): Change[] =>
    wishes.without.includes(facts.gardens[garden]!.id) ? [] : [{ kind: 'cage', plot }],
  );
  const tried: Change[] = [
    ...full.slice(0, 2 * TRIED),
    ...caged.slice(0, 2 * TRIED),
    { kind: 'new plot', metres: 1000, squareMetres: Math.max(...out.map(({ plants, crop }) => bedFor(plants, crop))) },
  ];
  const found = tried
    .flatMap((change) => tryChange(facts, wishes, choices, worth, change, null) ?? [])
    .filter((one) => one.worth > LEAST_WORTH);
  return found.sort((one, other) => other.worth - one.worth).slice(0, MOST_CHANGES);
}

/** Something else that could be done with a line that is in, all others staying: what it would be worth less, or what stands in the way. */
export interface Alternative {
  readonly other: 'plot' | 'day' | 'way';
  readonly choice: Choice;
  /** What the plan would lose by it; below zero where the planner was not done. */
  readonly less: number;
  readonly block: Block | null;
  /** Lines that are in the way. */
  readonly by: readonly LineId[];
}

/** For a line that is in: the best other plot, day and way of keeping it apart, and what speaks against each. */
export function alternativesFor(facts: SeasonFacts, wishes: Wishes, choices: Choices, id: LineId): readonly Alternative[] {
  const options = optionsOf(facts, { ...wishes, pinned: wishes.pinned.filter((one) => one !== id) }, choices);
  const index = facts.lines.findIndex((line) => line.id === id);
  const plan = planOf(options, facts, choices);
  const now = plan[index];
  if (now === null || now === undefined) return [];
  const board = new Board(options.problem);
  board.begin(plan.map((option, line) => (line === index ? null : option)));
  const worth = (option: number) => plainWorth(options, facts, option);
  const { choice: chosen } = options.ways[now]!;
  const isOther: Record<Alternative['other'], (choice: Choice) => boolean> = {
    plot: (choice) => choice.plotId !== chosen.plotId || choice.gardenId !== chosen.gardenId,
    day: (choice) => choice.sowOn !== chosen.sowOn && choice.gardenId === chosen.gardenId && choice.plotId === chosen.plotId,
    way: (choice) =>
      choice.methods.join() !== chosen.methods.join() && choice.sowOn === chosen.sowOn && choice.gardenId === chosen.gardenId,
  };
  return (['plot', 'day', 'way'] as const).flatMap((other): Alternative[] => {
    const all = options.byLine[index]!.filter((option) => isOther[other](options.ways[option]!.choice)).sort(
      (one, two) => worth(two) - worth(one),
    );
    const fits = all.find((option) => board.blockOf(option) === null);
    const [best] = all;
    const told = [...new Set([fits, best !== undefined && best !== fits && worth(best) > worth(now) - LEAST_WORTH ? best : undefined])];
    return told.flatMap((option) => {
      if (option === undefined) return [];
      const block = board.blockOf(option);
      return [
        {
          other,
          choice: options.ways[option]!.choice,
          less: worth(now) - worth(option),
          block,
          by: block === null ? [] : board.blockers(option, block).map((line) => facts.lines[line]!.id),
        },
      ];
    });
  });
}

/** Wishes that cannot be kept together: one line that must be grown and finds no place, with the fewest others that are in its way. */
export interface Clash {
  readonly id: LineId;
  readonly with: readonly { readonly wish: 'pinned' | 'forced' | 'without'; readonly id: number }[];
}

/** Which wishes clash, where a line that must be grown is left out of a plan. Each is found by planning without some of the others. */
export function clashesOf(facts: SeasonFacts, wishes: Wishes, choices: Choices): readonly Clash[] {
  return facts.lines
    .filter((line) => isMust(line, wishes) && !choices[line.id])
    .map(({ id }) => {
      const isOut = (trial: Wishes) => !solve(facts, trial, choices).choices[id];
      let left: Wishes = { ...wishes, forced: [id] };
      if (!isOut(left)) left = wishes;
      if (isOut({ ...left, forced: [id], pinned: [], without: [] })) return { id, with: [] };
      for (const wish of ['forced', 'pinned', 'without'] as const)
        for (const one of left[wish]) {
          if (wish === 'forced' && one === id) continue;
          const trial = { ...left, [wish]: left[wish].filter((other) => other !== one) };
          if (isOut(trial)) left = trial;
        }
      return {
        id,
        with: (['forced', 'pinned', 'without'] as const).flatMap((wish) =>
          left[wish].filter((one) => wish !== 'forced' || one !== id).map((one) => ({ wish, id: one })),
        ),
      };
    });
}

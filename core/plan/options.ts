import { crossing, READINESS_WEIGHT } from '../almanac/crossing.ts';
import { addDays, daysBetween } from '../calendar/plainDate.ts';
import { hoursToGrow } from '../growout/hours.ts';
import { bedFor } from '../growout/plots.ts';
import { bedFreeOn, overlapOf, plannedBloom, type Window } from '../growout/sowing.ts';
import { barrierOf, CAGED_GIVES_OFF, LETS_THROUGH, type Method } from '../isolation/barriers.ts';
import { curveOf, IN_THE_MIDDLE, pollenAt, pollenFrom, WITHIN_A_GARDEN } from '../isolation/pollen.ts';
import type { Day, LineId, Metres } from '../kernel/kinds.ts';
import { sameChoice, type Choice, type Choices, type LineToPlan, type SeasonFacts, type Wishes } from './facts.ts';
import { hindranceOf, sowingDays, usualSowing, waysApart } from './possible.ts';
import type { GrowOption, SeasonPlan, SeasonProblem } from './season.ts';

/** Whether a line must be grown: one that was asked for, and one of which a grow-out is under way, unless it is forbidden. */
export const isMust = ({ id, growOut }: Pick<LineToPlan, 'id' | 'growOut'>, { forced, forbidden }: Wishes): boolean =>
  growOut?.state !== 'sown' && !forbidden.includes(id) && (forced.includes(id) || growOut !== null);
/** A garden is gone to and back from this often in a season: with the seed, and for the harvest. */
const WAYS_AND_BACK = 4;
const METRES_A_WAY = 10_000;
/** Of days that are as good the middle of what is usual is taken: each day away from it counts next to nothing. */
const OFF_THE_MIDDLE = 1e-5;

/** A choice with all that follows from it, but not from what others do. */
export interface GrowWay extends GrowOption {
  readonly choice: Choice;
  readonly bloom: Window;
}

/** Options of a season, with what they were made from. */
export interface SeasonOptions {
  readonly problem: SeasonProblem;
  readonly ways: readonly GrowWay[];
  /** Where the options of each line begin, for those who look one up. */
  readonly byLine: readonly (readonly number[])[];
}

/** Whether growing a line saves more than its hours of work weigh, wherever that is. */
export function isWorthGrowing(facts: SeasonFacts, line: LineToPlan): boolean {
  const reckoner = new SeasonReckoner(facts, { home: null });
  return reckoner.gain(line) > facts.growing.worthOfHour * reckoner.hours(line, []);
}

/** Days from the start of the season's year. */
const dayOf = (year: number, day: Day): number => daysBetween(`${year}-01-01`, day);

/** Reckons what options of a season come to: what stays the same for all of them is worked out once. */
class SeasonReckoner {
  readonly facts: SeasonFacts;
  private readonly home: number;
  private readonly distances = new Map<string, Metres | null>();

  constructor(facts: SeasonFacts, { home }: Pick<Wishes, 'home'>) {
    this.facts = facts;
    this.home = facts.gardens.findIndex(({ id }) => id === home);
  }

  /** Metres between two gardens; null where nobody knows. */
  metres(one: number, other: number): Metres | null {
    if (one === other) return WITHIN_A_GARDEN;
    const [low, high] = [Math.min(one, other), Math.max(one, other)];
    const key = `${low} ${high}`;
    const known = this.distances.get(key);
    if (known !== undefined) return known;
    const [here, there] = [this.facts.gardens[low]!, this.facts.gardens[high]!];
    const [lowId, highId] = [Math.min(here.id, there.id), Math.max(here.id, there.id)];
    const metres =
      here.at && there.at
        ? Math.max(WITHIN_A_GARDEN, Math.hypot(here.at.east - there.at.east, here.at.north - there.at.north))
        : (this.facts.told[`${lowId} ${highId}`] ?? null);
    this.distances.set(key, metres);
    return metres;
  }

  /** Whether nobody knows how far a garden is from others that are planned. */
  isLost(garden: number): boolean {
    return this.facts.gardens[garden]!.at === null && this.facts.plots.some((other) => this.metres(garden, other.garden) === null);
  }

  /** How readily two lines cross, 0 to 1; the same variety does not count as foreign. */
  weight(one: LineToPlan, other: { readonly group: string; readonly variety: string }): number {
    return one.variety === other.variety ? 0 : this.readiness(one.crop.group, other.group);
  }

  /** How readily two groups cross, 0 to 1. */
  readiness(one: string, other: string): number {
    const how = crossing(this.facts.groups, one, other);
    return how === null ? 0 : READINESS_WEIGHT[how];
  }

  bloom(line: LineToPlan, sowOn: Day): Window {
    return plannedBloom(line.crop, sowOn, this.facts.frosts);
  }

  /** Foreign pollen from what flowers anyway, before anything that keeps it out. */
  anyway(line: LineToPlan, garden: number, bloom: Window): number {
    if (line.most === null) return 0;
    let pollen = 0;
    for (const other of this.facts.anyway) {
      const weight = this.weight(line, { group: other.group, variety: other.what });
      if (weight === 0) continue;
      const metres = garden === other.garden ? Math.max(other.away, WITHIN_A_GARDEN) : this.metres(garden, other.garden);
      const overlap = other.bloom === 'unknown' ? 'unknown' : overlapOf(bloom, other.bloom);
      if (overlap === 0) continue;
      const amount = other.plants === 'unknown' ? 'unknown' : other.plants / Math.max(1, line.plants);
      const neighbour = { metres: metres ?? 'unknown', overlap, amount, weight: weight * givesOff(other.methods) } as const;
      pollen += pollenFrom(line.crop, neighbour, IN_THE_MIDDLE, curveOf(line.crop.homeDistance, line.crop.productionDistance));
    }
    return pollen;
  }

  /** What the season gains by growing a line at all: the fall in the chance of losing it, times its importance, and packets that are wanted. */
  gain({ risk, grown, importance, packets, wanted }: LineToPlan): number {
    return (risk - grown) * importance + Math.min(packets, wanted) * this.facts.growing.worthOfPacket;
  }

  /** Weight of the way to a garden and back. */
  way(garden: number): number {
    const metres = this.home < 0 ? null : this.metres(this.home, garden);
    return metres === null || garden === this.home ? 0 : (this.facts.growing.worthOfWay * WAYS_AND_BACK * metres) / METRES_A_WAY;
  }

  hours(line: LineToPlan, methods: readonly Method[]): number {
    return hoursToGrow(line.crop, line.plants, methods, this.facts.growing);
  }
}

const givesOff = (methods: readonly Method[]): number =>
  methods.includes('cage') || methods.includes('alternate cages') ? CAGED_GIVES_OFF : 1;
const byHand = (methods: readonly Method[]): boolean => barrierOf(methods) < LETS_THROUGH.barrier;

/**
 * Options of a season from all that it depends on: each line in each plot, at each of its sowing days and in each way of keeping it apart, as far as that can be; and each choice that
 * somebody made by hand. What is sown is settled; so is what is pinned.
 * @param of for which lines all options are made: `choices` makes no more than what is chosen, which is enough to say what that comes to
 */
export function optionsOf(facts: SeasonFacts, wishes: Wishes, choices: Choices, of: 'all' | 'choices' | LineId = 'all'): SeasonOptions {
  const reckoner = new SeasonReckoner(facts, wishes);
  const { lines, plots, gardens, growing } = facts;
  const ways: GrowWay[] = [];
  const pinned: number[] = [];
  const byLine: number[][] = lines.map(() => []);
  const plotOf = (choice: Choice) => plots.findIndex(({ id, garden }) => id === choice.plotId && gardens[garden]!.id === choice.gardenId);
  for (const [index, line] of lines.entries()) {
    const sown = line.growOut?.state === 'sown' ? line.growOut.choice : null;
    const before = line.growOut?.choice ?? line.planned;
    const chosen = choices[line.id] ?? null;
    const gain = reckoner.gain(line);
    const [first, last] = usualSowing(line.crop, facts);
    const middle = addDays(first, Math.round(daysBetween(first, last) / 2));
    const stays = line.growOut?.state === 'asked' ? growing.worthOfAsked : growing.worthOfPlanned;
    const push = (
      plot: number,
      sowOn: Day,
      free: number,
      bloom: Window,
      methods: readonly Method[],
      anyway: number,
      hours: number,
      isSown: boolean,
    ) => {
      const { id: plotId, garden } = plots[plot]!;
      const choice = { gardenId: gardens[garden]!.id, plotId, sowOn, methods };
      byLine[index]!.push(ways.length);
      ways.push({
        line: index,
        plot,
        grower: gardens[garden]!.grower,
        from: dayOf(facts.year, sowOn),
        free,
        squareMetres: bedFor(line.plants, line.crop),
        hours,
        cages: methods.includes('cage') ? 1 : 0,
        worth: isSown
          ? 0
          : gain -
            OFF_THE_MIDDLE * Math.abs(daysBetween(middle, sowOn)) -
            growing.worthOfHour * hours -
            reckoner.way(garden) +
            (before && sameChoice(choice, before) ? stays : 0),
        anyway: barrierOf(methods) * anyway,
        most: line.most ?? Infinity,
        choice,
        bloom,
      });
    };
    const byHandMade = (choice: Choice, isSown: boolean): number => {
      const plot = plotOf(choice);
      if (plot < 0) return -1;
      const known = byLine[index]!.find((one) => sameChoice(ways[one]!.choice, choice));
      if (known !== undefined) return known;
      const bloom = (isSown ? line.growOut!.seen : null) ?? reckoner.bloom(line, choice.sowOn);
      const free = dayOf(facts.year, bedFreeOn(line.crop, choice.sowOn, facts.frosts));
      const anyway = reckoner.anyway(line, plots[plot]!.garden, bloom);
      push(plot, choice.sowOn, free, bloom, choice.methods, anyway, reckoner.hours(line, choice.methods), isSown);
      return ways.length - 1;
    };
    const isPossible = (choice: Choice): boolean => {
      const plot = plotOf(choice);
      const hindrance = plot < 0 ? 'left out' : hindranceOf(facts, line, plots[plot]!, wishes);
      return hindrance !== 'left out' && hindrance !== 'said no';
    };
    if (sown) {
      const option = byHandMade(sown, true);
      if (option >= 0) pinned.push(option);
      continue;
    }
    if ((of === 'all' || of === line.id) && !wishes.forbidden.includes(line.id)) {
      const days = sowingDays(line.crop, facts).map((sowOn) => ({
        sowOn,
        bloom: reckoner.bloom(line, sowOn),
        free: dayOf(facts.year, bedFreeOn(line.crop, sowOn, facts.frosts)),
      }));
      const apart = (line.most === null ? [[]] : waysApart(line.crop)).map((methods) => ({
        methods,
        hours: reckoner.hours(line, methods),
      }));
      const byGarden = new Map<number, number[]>();
      for (const [plot, place] of plots.entries()) {
        if (hindranceOf(facts, line, place, wishes) !== null) continue;
        const anyway =
          byGarden.get(place.garden) ??
          byGarden
            .set(
              place.garden,
              days.map(({ bloom }) => reckoner.anyway(line, place.garden, bloom)),
            )
            .get(place.garden)!;
        // Where nobody knows what is near, only what needs no distance is grown.
        const isLost = line.most !== null && reckoner.isLost(place.garden);
        for (const [day, { sowOn, bloom, free }] of days.entries())
          for (const { methods, hours } of apart) {
            if ((isLost && !byHand(methods)) || (methods.includes('cage') && place.cages === 0)) continue;
            if (line.most !== null && barrierOf(methods) * anyway[day]! > line.most) continue;
            push(plot, sowOn, free, bloom, methods, anyway[day]!, hours, false);
          }
      }
      // Where it stands now stays possible, unless whoever has the garden drops out or said no.
      if (before && isPossible(before)) byHandMade(before, false);
    }
    if (chosen && wishes.pinned.includes(line.id)) {
      const option = byHandMade(chosen, false);
      if (option >= 0) pinned.push(option);
    } else if (chosen && !wishes.forbidden.includes(line.id) && isPossible(chosen)) byHandMade(chosen, false);
  }
  const { crosses, pollen } = pollenOf(reckoner, ways);
  const must = lines.flatMap((line, index) => (isMust(line, wishes) ? [index] : []));
  // What is sown gets no more from the plan than its promise bears; what it gets already from others that are sown is not for the plan to mend.
  const sown = pinned.filter((option) => lines[ways[option]!.line]!.growOut?.state === 'sown');
  const bears = new Map(
    sown.map((option) => {
      const { line, anyway } = ways[option]!;
      const got = sown.reduce((sum, other) => sum + (crosses[line]!.includes(ways[other]!.line) ? pollen(other, option) : 0), anyway);
      return [option, Math.max(lines[line]!.most ?? Infinity, got)];
    }),
  );
  const options = ways.map((way, option) => (bears.has(option) ? { ...way, most: bears.get(option)! } : way));
  return { ways: options, byLine, problem: { ...limitsOf(facts), crosses, pollen, lines: lines.length, options, pinned, must } };
}

const limitsOf = ({ plots, growers }: SeasonFacts): Pick<SeasonProblem, 'plots' | 'growers'> => ({
  plots: plots.map(({ squareMetres, cages }) => ({ squareMetres, cages })),
  growers: growers.map(({ terms }) => ({ lines: terms?.mostLines ?? Infinity, hours: terms?.mostHours ?? Infinity })),
});

/** Which lines cross, and what pollen one option brings another: plants × overlap × distance × what keeps it out (E.2, in the middle). */
function pollenOf(reckoner: SeasonReckoner, ways: readonly GrowWay[]): Pick<SeasonProblem, 'crosses' | 'pollen'> {
  const { lines, gardens, plots, year } = reckoner.facts;
  // Groups are few, lines may be thousands: what crosses is asked of groups, and of lines that have options at all.
  const groups = [...new Set(lines.map(({ crop }) => crop.group))];
  const groupOf = lines.map(({ crop }) => groups.indexOf(crop.group));
  const between = groups.map((one) => groups.map((other) => reckoner.readiness(one, other)));
  const weight = (own: number, giver: number): number =>
    own === giver || lines[own]!.variety === lines[giver]!.variety ? 0 : between[groupOf[own]!]![groupOf[giver]!]!;
  const inGroup: number[][] = groups.map(() => []);
  for (const line of new Set(ways.map((way) => way.line))) inGroup[groupOf[line]!]!.push(line);
  const crosses: number[][] = lines.map(() => []);
  for (const here of inGroup)
    for (const one of here)
      for (const [group, there] of inGroup.entries())
        if (between[groupOf[one]!]![group]! > 0 || between[group]![groupOf[one]!]! > 0)
          crosses[one]!.push(...there.filter((other) => weight(one, other) > 0 || weight(other, one) > 0));
  const curves = lines.map(({ crop, most }) => (most === null ? null : curveOf(crop.homeDistance, crop.productionDistance)));
  // By line: what arrives from garden to garden, worked out when it is first asked for.
  const over: (Float64Array | undefined)[] = [];
  const arrives = (line: number, one: number, other: number): number => {
    const table = (over[line] ??= new Float64Array(gardens.length ** 2).fill(-1));
    const at = one * gardens.length + other;
    if (table[at]! < 0) table[at] = pollenAt(reckoner.metres(one, other) ?? WITHIN_A_GARDEN, curves[line]!);
    return table[at]!;
  };
  const garden = Int32Array.from(ways, ({ plot }) => plots[plot]!.garden);
  const opens = Int32Array.from(ways, ({ bloom }) => dayOf(year, bloom.from));
  const shuts = Int32Array.from(ways, ({ bloom }) => dayOf(year, bloom.to) + 1);
  const keepsOut = Float64Array.from(ways, ({ choice }) => barrierOf(choice.methods));
  const gives = Float64Array.from(ways, ({ choice, line }) => lines[line]!.plants * givesOff(choice.methods));
  const takes = Float64Array.from(ways, ({ line }) => Math.max(1, lines[line]!.plants));
  return {
    crosses,
    pollen: (from, to) => {
      const [giver, own] = [ways[from]!.line, ways[to]!.line];
      const counts = weight(own, giver);
      if (counts === 0 || curves[own] === null) return 0;
      const both = Math.min(shuts[from]!, shuts[to]!) - Math.max(opens[from]!, opens[to]!);
      if (both <= 0) return 0;
      const overlap = both / (shuts[to]! - opens[to]!);
      return (counts * overlap * keepsOut[to]! * arrives(own, garden[from]!, garden[to]!) * gives[from]!) / takes[to]!;
    },
  };
}

/** A plan of options as choices by line. */
export const choicesOf = ({ ways }: Pick<SeasonOptions, 'ways'>, { lines }: SeasonFacts, plan: SeasonPlan): Choices =>
  Object.fromEntries(plan.flatMap((option, line) => (option === null ? [] : [[lines[line]!.id, ways[option]!.choice]])));

/** Choices by line as a plan of options. @param options made with these choices among them */
export const planOf = ({ ways, byLine }: SeasonOptions, { lines }: SeasonFacts, choices: Choices): SeasonPlan =>
  lines.map(({ id, growOut }, line) => {
    const choice = growOut?.state === 'sown' ? growOut.choice : choices[id];
    return byLine[line]!.find((option) => sameChoice(ways[option]!.choice, choice)) ?? null;
  });

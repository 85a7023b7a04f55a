import { describe, expect, test } from '@jest/globals';
import { seeded, type Seeded } from '../distributions/seeded.ts';
import { planSeason } from './planSeason.ts';
import { faultsOf, worthOf, type GrowOption, type SeasonPlan, type SeasonProblem } from './season.ts';

const option = (change: Partial<GrowOption> = {}): GrowOption => ({
  line: 0,
  plot: 0,
  grower: 0,
  from: 100,
  free: 250,
  squareMetres: 4,
  hours: 3,
  cages: 0,
  worth: 0.5,
  anyway: 0,
  most: Infinity,
  ...change,
});
const problem = (options: readonly GrowOption[], change: Partial<SeasonProblem> = {}): SeasonProblem => ({
  lines: Math.max(...options.map(({ line }) => line)) + 1,
  plots: [{ squareMetres: 10, cages: 0 }],
  growers: [{ lines: 9, hours: 99 }],
  options,
  ...bringing(options, () => 0),
  pinned: [],
  must: [],
  ...change,
});
/** All lines may cross, and what one brings another is told. */
const bringing = (options: readonly GrowOption[], pollen: SeasonProblem['pollen']): Pick<SeasonProblem, 'crosses' | 'pollen'> => {
  const lines = [...new Set(options.map(({ line }) => line))].sort((one, other) => one - other);
  return { crosses: lines.map((line) => lines.filter((other) => other !== line)), pollen };
};
const solved = (of: SeasonProblem, steps = 40, seed = 5) => {
  const progress = [];
  for (const one of planSeason(of, seeded(seed).share)) {
    progress.push(one);
    if (progress.length > steps) break;
  }
  return progress;
};

/** The most that any plan is worth, by looking at all of them. */
function bruteForce(of: SeasonProblem): number {
  const plan: (number | null)[] = Array.from({ length: of.lines }, () => null);
  let most = -Infinity;
  const go = (line: number): void => {
    if (line === of.lines) {
      if (faultsOf(of, plan).length === 0) most = Math.max(most, worthOf(of, plan));
      return;
    }
    const pinned = of.pinned.find((one) => of.options[one]!.line === line);
    const choices = pinned === undefined ? [null, ...of.options.flatMap((one, index) => (one.line === line ? [index] : []))] : [pinned];
    for (const choice of choices) {
      plan[line] = choice;
      go(line + 1);
    }
    plan[line] = null;
  };
  go(0);
  return most;
}

function generated({ share }: Seeded): SeasonProblem {
  const lines = 3 + Math.floor(share() * 3);
  const options = Array.from({ length: lines }, (_, line) =>
    Array.from({ length: 1 + Math.floor(share() * 3) }, () => {
      const from = Math.floor(share() * 100);
      return option({
        line,
        plot: Math.floor(share() * 2),
        grower: Math.floor(share() * 2),
        from,
        free: from + 20 + Math.floor(share() * 100),
        squareMetres: 1 + share() * 6,
        hours: 1 + share() * 6,
        cages: share() < 0.2 ? 1 : 0,
        worth: share() - 0.05,
        anyway: share() * 0.01,
        most: share() < 0.3 ? Infinity : 0.005 + share() * 0.03,
      });
    }),
  ).flat();
  const table = options.map(() => options.map(() => (share() < 0.4 ? share() * 0.03 : 0)));
  return {
    lines,
    ...bringing(options, (from, to) => table[from]![to]!),
    plots: [
      { squareMetres: 4 + share() * 6, cages: 1 },
      { squareMetres: 4 + share() * 6, cages: 0 },
    ],
    growers: [
      { lines: 2, hours: 5 + share() * 6 },
      { lines: 3, hours: 5 + share() * 6 },
    ],
    options,
    pinned: [],
    must: [],
  };
}

describe('a plan that can be done', () => {
  const two = [option(), option({ line: 1, worth: 0.4 })];
  const both: SeasonPlan = [0, 1];
  const whys = (of: SeasonProblem, plan = both) => faultsOf(of, plan).map(({ why }) => why);

  test('fits beds day by day, cages, growers and pollen that adds up', () => {
    expect(whys(problem(two))).toEqual([]);
    expect(whys(problem(two, { plots: [{ squareMetres: 7.9, cages: 0 }] }))).toEqual(['bed full']);
    // One after the other they fit.
    const after = [two[0]!, { ...two[1]!, from: 250, free: 400 }];
    expect(whys(problem(after, { plots: [{ squareMetres: 4, cages: 0 }] }))).toEqual([]);
    expect(
      whys(
        problem(
          two.map((one) => ({ ...one, cages: 1 })),
          { plots: [{ squareMetres: 10, cages: 1 }] },
        ),
      ),
    ).toEqual(['no cage']);
    expect(whys(problem(two, { growers: [{ lines: 1, hours: 5 }] }))).toEqual(['too many lines', 'too many hours']);
    const crossed = problem([option({ anyway: 0.01, most: 0.02 }), option({ line: 1 }), option({ line: 2 })], {
      plots: [{ squareMetres: 20, cages: 0 }],
      pollen: (_, to) => (to === 0 ? 0.006 : 0),
    });
    expect(whys(crossed, [0, 1, null])).toEqual([]);
    expect(whys(crossed, [0, 1, 2])).toEqual(['crossed']);
    expect(worthOf(crossed, [0, null, 2])).toBe(1);
  });
});

describe('the planner', () => {
  test('finds the best of all plans in small seasons, keeps to what can be done, and its bound bounds', () => {
    const random = seeded(3);
    for (let turn = 0; turn < 60; turn += 1) {
      const season = generated(random);
      const best = bruteForce(season);
      const steps = solved(season);
      for (const [index, { plan, worth, bound }] of steps.entries()) {
        expect(faultsOf(season, plan)).toEqual([]);
        expect(worth).toBeCloseTo(worthOf(season, plan), 9);
        expect(bound).toBeGreaterThanOrEqual(best - 1e-9);
        if (index > 0) expect(worth).toBeGreaterThanOrEqual(steps[index - 1]!.worth - 1e-9);
      }
      expect([turn, steps.at(-1)!.worth]).toEqual([turn, expect.closeTo(best, 9)]);
    }
  });

  test('keeps what is pinned, and plans the others around it', () => {
    const random = seeded(8);
    for (let turn = 0; turn < 30; turn += 1) {
      const season = generated(random);
      const pinned = [Math.floor(random.share() * season.options.length)];
      const { line } = season.options[pinned[0]!]!;
      const held = { ...season, pinned };
      if (
        faultsOf(
          held,
          Array.from({ length: season.lines }, (_, at) => (at === line ? pinned[0]! : null)),
        ).length > 0
      )
        continue;
      const last = solved(held).at(-1)!;
      expect(last.plan[line]).toBe(pinned[0]);
      expect(last.worth).toBeCloseTo(bruteForce(held), 9);
    }
  });

  test('begins with the plan that there was, as far as that still fits beside what is pinned', () => {
    const season = problem([option(), option({ line: 1, worth: 0.4 }), option({ line: 2, plot: 1, worth: 0.1 })], {
      plots: [
        { squareMetres: 4, cages: 0 },
        { squareMetres: 4, cages: 0 },
      ],
    });
    const from = (of: SeasonProblem, before: SeasonPlan) => [...planSeason(of, seeded(2).share, before)].map(({ plan }) => plan);
    expect(from(season, [null, 1, null])[0]).toEqual([null, 1, 2]);
    for (const plan of from({ ...season, pinned: [1] }, [0, 1, 2])) expect(plan).toEqual([null, 1, 2]);
    for (const plan of from({ ...season, must: [1] }, [0, null, 2])) expect(faultsOf(season, plan)).toEqual([]);
    expect(from({ ...season, must: [1] }, [0, null, 2]).at(-1)).toEqual([null, 1, 2]);
  });

  test('gives the same plan for the same season, and proves it where nothing is scarce', () => {
    const season = generated(seeded(21));
    expect(solved(season, 10)).toEqual(solved(season, 10));
    const free = problem([option(), option({ line: 1, worth: 0.4 }), option({ line: 1, worth: 0.6 })], {
      plots: [{ squareMetres: 99, cages: 0 }],
    });
    const [first, last] = [solved(free)[0]!, solved(free).at(-1)!];
    expect(first).toMatchObject({ plan: [0, 2], worth: 1.1 });
    expect(last.bound).toBeCloseTo(1.1, 9);
  });
});

import { seeded } from '#core/distributions/seeded.ts';
import { USUAL_GROWING } from '#core/house/growing.ts';
import type { LineToPlan, SeasonFacts } from '#core/plan/facts.ts';

/** How large a season is, and how far its gardens are scattered. */
export interface SeasonSize {
  readonly lines: number;
  readonly plots: number;
  readonly kilometres: number;
}

const GROUP_OF = 5;

/** A season of lines in crossing groups of five and plots in gardens of their own, scattered evenly over a disc so many kilometres wide. The same seed gives the same season. */
export function seasonInstance({ lines, plots, kilometres }: SeasonSize, seed: number): SeasonFacts {
  const { share } = seeded(seed);
  const whole = (from: number, to: number) => from + Math.floor(share() * (to - from + 1));
  return {
    year: 2027,
    today: '2026-11-29',
    frosts: { last: '04-28', first: '10-14' },
    growing: USUAL_GROWING,
    lines: Array.from({ length: lines }, (_, index): LineToPlan => {
      const isWind = index % 10 < GROUP_OF;
      const home = whole(8, 30) * 20;
      const risk = 0.05 + 0.9 * share() ** 2;
      const sow = whole(-4, 2);
      return {
        id: index + 1,
        name: `Line ${index + 1}`,
        variety: `variety ${index + 1}`,
        crop: {
          name: `crop ${index + 1}`,
          alsoCalled: [],
          family: index % 3 === 0 ? 'Cucurbitaceae' : 'Amaranthaceae',
          group: `group ${Math.floor(index / GROUP_OF)}`,
          breeding: isWind ? 'crossed by wind' : 'crossed by insects',
          ease: (['easy', 'middling', 'hard'] as const)[whole(0, 2)]!,
          sow: [sow, sow + 6],
          daysToSeed: [90, 130],
          ripeWeeks: null,
          bloom: [sow + 9, sow + 13],
          apart: whole(20, 50),
          rows: whole(30, 70),
          homeDistance: home,
          productionDistance: home * 2,
          crossed: 0.6 + 0.35 * share(),
        },
        code: `2026-${index}`,
        seeds: 100,
        plants: whole(12, 40),
        risk,
        grown: risk * (0.1 + 0.3 * share()),
        importance: share() < 0.2 ? 0.3 : 1,
        cheaper: null,
        packets: whole(10, 60),
        wanted: whole(0, 30),
        most: share() < 0.5 ? 0.0045 : 0.023,
        promiseLost: false,
        growOut: null,
        planned: null,
        declined: [],
      };
    }),
    gardens: Array.from({ length: plots }, (_, index) => {
      const [far, turn] = [(Math.sqrt(share()) * kilometres * 1000) / 2, share() * 2 * Math.PI];
      return { id: index + 1, name: `Garden ${index + 1}`, at: { east: far * Math.cos(turn), north: far * Math.sin(turn) }, grower: index };
    }),
    plots: Array.from({ length: plots }, (_, index) => ({
      id: index + 1,
      name: 'Bed',
      garden: index,
      squareMetres: whole(6, 24),
      cages: share() < 0.15 ? 1 : 0,
    })),
    growers: Array.from({ length: plots }, (_, index) => ({
      id: index + 1,
      name: `Grower ${index + 1}`,
      terms: {
        skill: (['easy', 'middling', 'hard'] as const)[whole(0, 2)]!,
        mostLines: whole(1, 3),
        squareMetres: null,
        mostHours: whole(4, 16),
        notGrown: null,
      },
    })),
    anyway: Array.from({ length: Math.round(plots / 4) }, () => ({
      what: 'grown by a neighbour',
      crop: 'some crop',
      group: `group ${whole(0, Math.ceil(lines / GROUP_OF) - 1)}`,
      garden: whole(0, plots - 1),
      away: whole(20, 400),
      bloom: { from: '2027-06-10', to: '2027-07-20' },
      plants: whole(4, 30),
      methods: [],
    })),
    told: {},
    groups: [],
  };
}

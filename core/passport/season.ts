import type { Crop } from '../almanac/crop.ts';
import { crossing, READINESS_WEIGHT, type CrossingGroup } from '../almanac/crossing.ts';
import { barrierOf, CAGED_GIVES_OFF } from '../isolation/barriers.ts';
import type { Neighbour, Said, Season } from '../isolation/pollen.ts';
import type { AMOUNTS, NeighbourTold, OVERLAPS, Passport } from './passport.ts';

/** What the judgement needs to know of a crop. */
export type CropForJudging = Pick<
  Crop,
  'group' | 'breeding' | 'hybrids' | 'outcrossing' | 'exposedStigma' | 'homeDistance' | 'productionDistance' | 'crossesShow' | 'showsIn'
>;

const OVERLAP_SHARE: Record<(typeof OVERLAPS)[number], number> = { none: 0, some: 0.3, most: 0.7, all: 1 };
const AMOUNT_RATIO: Record<(typeof AMOUNTS)[number], number> = { fewer: 0.25, 'as many': 1, 'many more': 4 };
/** "It flowered at another time" without saying what flowered: a tenth of the bloom may still have met. */
const OVERLAP_AT_ANOTHER_TIME = 0.1;
/** Where the stigma is unknown, one plant in four is taken to show it. */
const EXPOSED_WHEN_UNKNOWN = 0.25;

const middle = ([low, high]: readonly [number, number]): number => (low + high) / 200;

/** Share of seed from foreign pollen where it is plentiful, for these flowers: stigmas that stick out take far more. */
function outcrossingOf(crop: Pick<Crop, 'outcrossing' | 'exposedStigma'>, stigma: Passport['stigma']): number {
  const usual = middle(crop.outcrossing);
  if (!crop.exposedStigma || stigma === null || stigma === 'hidden') return usual;
  const exposed = middle(crop.exposedStigma);
  return stigma === 'sticks out' ? exposed : usual + EXPOSED_WHEN_UNKNOWN * (exposed - usual);
}

/** One season as the crossing model wants it; a neighbour whose group cannot cross counts for nothing. */
export function seasonFrom(
  crop: CropForJudging,
  passport: Pick<Passport, 'neighbours' | 'methods' | 'stigma'>,
  groups: readonly CrossingGroup[],
  groupOf: (cropId: string) => string | null,
): Season {
  return {
    outcrossing: outcrossingOf(crop, passport.stigma),
    homeDistance: crop.homeDistance,
    productionDistance: crop.productionDistance,
    neighbours: neighboursFrom(crop, passport, groups, groupOf),
    barrier: barrierOf(passport.methods ?? []),
  };
}

function neighboursFrom(
  crop: CropForJudging,
  { neighbours, methods }: Pick<Passport, 'neighbours' | 'methods'>,
  groups: readonly CrossingGroup[],
  groupOf: (cropId: string) => string | null,
): Said<readonly Neighbour[]> {
  if (neighbours !== null && neighbours !== 'unknown')
    return neighbours.map((told) => ({
      metres: told.metres,
      overlap: told.overlap === 'unknown' ? 'unknown' : OVERLAP_SHARE[told.overlap],
      amount: told.amount === 'unknown' ? 'unknown' : AMOUNT_RATIO[told.amount],
      weight: weightOf(crop, told, groups, groupOf) * (told.caged ? CAGED_GIVES_OFF : 1),
    }));
  const apart = methods?.includes('distance');
  const later = methods?.includes('time');
  if (!apart && !later) return 'unknown';
  return [
    {
      metres: apart ? crop.homeDistance : 'unknown',
      overlap: later ? OVERLAP_AT_ANOTHER_TIME : 'unknown',
      amount: 'unknown',
      weight: 1,
    },
  ];
}

function weightOf(
  { group }: CropForJudging,
  { cropId }: NeighbourTold,
  groups: readonly CrossingGroup[],
  groupOf: (cropId: string) => string | null,
): number {
  const other = cropId === null ? group : groupOf(cropId);
  const readiness = other === null ? 'freely' : crossing(groups, group, other);
  return readiness === null ? 0 : READINESS_WEIGHT[readiness];
}

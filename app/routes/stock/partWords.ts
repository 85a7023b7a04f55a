import { formatAboutSeeds, formatSeeds, type Units } from '#core/units/formatAmount.ts';
import { seedsInUnits, type StockUnit } from '#core/units/seedsAndWeight.ts';
import type { PartProblem } from '#services/stock/part.server.ts';
import { EXAMPLES } from '#app/ui/units.tsx';

/** What stands in the way of taking so much out of a container, at the field where it was typed. */
export function partTrouble(problem: PartProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'unreadable part':
      return {
        part: [
          problem.ofPackets
            ? 'Enter a number of packets, for example 3, or leave it empty'
            : `Enter an amount, for example ${EXAMPLES[units].part}, or leave it empty`,
        ],
      };
    case 'weight of counted seed':
      return { part: ['This lot is counted in seeds. Enter a number of seeds'] };
    case 'more than there is':
      return { part: [problem.ofPackets ? `There are only ${problem.most} packets` : 'There is less than that in this container'] };
  }
}

/** How to write how much is meant. */
export const partHint = (unit: StockUnit, units: Units): string =>
  `Leave empty for all of it, or enter ${unit === 'mg' ? EXAMPLES[units].part : '200 seeds'} or 3 packets`;

export interface HoldingView {
  readonly id: number;
  readonly container: string;
  readonly place: string;
  readonly balance: number;
  readonly packetUnits: number | null;
}

/** What lies where, for choosing one of a lot's containers. */
export function holdingLabel({ container, place, balance, packetUnits }: HoldingView, unit: StockUnit, perGram: number): string {
  const seeds = unit === 'seed' ? formatSeeds(balance) : formatAboutSeeds(seedsInUnits(balance, unit, perGram));
  return packetUnits === null ? `${container}, ${place}: ${seeds}` : `${Math.floor(balance / packetUnits)} packets, ${place}`;
}

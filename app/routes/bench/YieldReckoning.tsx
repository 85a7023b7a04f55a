import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import type { BatchPage } from './WhatNext.tsx';

const whole = (value: number) => (value >= 10 ? String(Math.round(value)) : value.toFixed(1));

/** What a finished batch yielded, against the crop's usual, and what a low figure says. */
export function YieldReckoning({ yielded }: { yielded: NonNullable<BatchPage['yielded']> }) {
  const { share, perFruit, perPlant, against, poorPollination, usual, packets, packetSeeds, bought } = yielded;
  const reasons = [
    ...(share === null ? [] : [`${(share * 100).toFixed(1)} % of the starting weight came out as clean seed`]),
    ...(perFruit === null ? [] : [`${whole(perFruit)} seeds from each fruit, head or pod`]),
    ...(perPlant === null
      ? ['Not compared with the usual yield, because its plants were not counted or it is one of several pickings']
      : [`${whole(perPlant)} seeds from each plant; ${usual[0]} to ${usual[1]} are usual`]),
    ...(poorPollination ? ['Few seeds for a crop that needs pollinators or other plants: it may have been poorly pollinated'] : []),
  ];
  return (
    <Reckoning
      tone={against === 'low' ? 'doubt' : against === 'not known' ? 'plain' : 'good'}
      question="How good was the yield?"
      verdict={
        { usual: 'As usual', low: 'Less than usual', high: 'More than usual', 'not known': formatAboutSeeds(yielded.seeds) }[against]
      }
      figure={
        <p>
          {formatAboutSeeds(yielded.seeds)}: <b>{packets}</b> {packets === 1 ? 'packet' : 'packets'} of {packetSeeds}. Buying that would
          have cost <b>{bought}</b>.
        </p>
      }
      reasons={reasons}
    />
  );
}

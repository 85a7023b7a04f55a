import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import type { BatchPage } from './WhatNext.tsx';

const whole = (value: number) => (value >= 10 ? String(Math.round(value)) : value.toFixed(1));

/** What a finished batch yielded, against the crop's usual, and what a low figure says. */
export function YieldReckoning({ yielded }: { yielded: NonNullable<BatchPage['yielded']> }) {
  const { share, perFruit, perPlant, against, poorPollination, usual, packets, packetSeeds, bought } = yielded;
  const reasons = [
    ...(share === null ? [] : [`${(share * 100).toFixed(1)} % of the weight that went in came out as clean seed`]),
    ...(perFruit === null ? [] : [`${whole(perFruit)} seeds from each fruit, head or pod`]),
    ...(perPlant === null
      ? ['Its plants were not counted, or it is one of several pickings: not held against the usual']
      : [`${whole(perPlant)} seeds from each plant; ${usual[0]} to ${usual[1]} are usual`]),
    ...(poorPollination ? ['Few seeds on a crop that needs pollinators or company: it may have been poorly pollinated'] : []),
  ];
  return (
    <Reckoning
      tone={against === 'low' ? 'doubt' : against === 'not known' ? 'plain' : 'good'}
      question="What did it yield?"
      verdict={
        { usual: 'As is usual', low: 'Less than is usual', high: 'More than is usual', 'not known': formatAboutSeeds(yielded.seeds) }[
          against
        ]
      }
      figure={
        <p>
          {formatAboutSeeds(yielded.seeds)}: <b>{packets}</b> house {packets === 1 ? 'packet' : 'packets'} of {packetSeeds}. Bought, it
          would have cost <b>{bought}</b>.
        </p>
      }
      reasons={reasons}
    />
  );
}

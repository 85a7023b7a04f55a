import { PeroxideCalculator, SilicaCalculator, SodaCalculator } from './calculators.tsx';
import type { BatchPage } from './WhatNext.tsx';

/** The calculator of a step that has one; loaded only where a batch stands at such a step. */
export default function StepCalculator({ batch }: { batch: BatchPage }) {
  if (batch.step === 'soda') return <SodaCalculator />;
  if (batch.step === 'peroxide') return <PeroxideCalculator />;
  return (
    <SilicaCalculator
      key={batch.weighings.length}
      weight={batch.weighings.at(-1)?.weight ?? ''}
      moisture={batch.drying.moisture?.toFixed(1) ?? ''}
      desiccant={batch.desiccant}
    />
  );
}

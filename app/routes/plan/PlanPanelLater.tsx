import { lazy, Suspense } from 'react';
import type { PlanParts } from './parts.ts';

const Panel = lazy(async () => ({ default: (await import('./PlanPanel.tsx')).PlanPanel }));

/** What is said of one line, fetched when the first is chosen. */
export const PlanPanel = (props: PlanParts & { id: number; named?: boolean }) => (
  <Suspense fallback={<p className="py-3 text-soft">Loading …</p>}>
    <Panel {...props} />
  </Suspense>
);

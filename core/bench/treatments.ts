import { addDays, daysBetween, type IsoDate } from '../calendar/plainDate.ts';

/** Ways to be rid of insects and their eggs without poison. */
export const TREATMENTS = ['freezer', 'airtight'] as const;
export type Treatment = (typeof TREATMENTS)[number];

export interface TreatmentFacts {
  /** Days shut: several are enough for most, the second to be sure. */
  readonly least: number;
  readonly sure: number;
  /** Days after which seed for sowing should be out of it; null where that does not matter. */
  readonly latest: number | null;
}

export const TREATMENT_FACTS: Record<Treatment, TreatmentFacts> = {
  freezer: { least: 4, sure: 14, latest: null },
  airtight: { least: 30, sure: 45, latest: 183 },
};

/** What a container must be before seed is shut into it; each is ticked. */
const CONTAINER_CHECKS = ['clean', 'airtight', 'full', 'innocent', 'use'] as const;
export type ContainerCheck = (typeof CONTAINER_CHECKS)[number];

/** Checks a treatment needs: a freezer packet need not be full to the brim, and glass wants headspace there. */
export function checksFor(treatment: Treatment): readonly ContainerCheck[] {
  return treatment === 'airtight' ? CONTAINER_CHECKS : CONTAINER_CHECKS.filter((check) => check !== 'full');
}

export interface TreatmentClock {
  readonly opens: IsoDate;
  readonly sure: IsoDate;
  /** Day by which seed for sowing should be out of it. */
  readonly sowBy: IsoDate | null;
  readonly state: 'too early' | 'may be opened' | 'sure' | 'too long';
  readonly days: number;
}

/** Where a treatment stands today; opening early starts it again from that day. */
export function treatmentClock(treatment: Treatment, since: IsoDate, today: IsoDate): TreatmentClock {
  const { least, sure, latest } = TREATMENT_FACTS[treatment];
  const days = daysBetween(since, today);
  const state = latest !== null && days > latest ? 'too long' : days >= sure ? 'sure' : days >= least ? 'may be opened' : 'too early';
  return { opens: addDays(since, least), sure: addDays(since, sure), sowBy: latest === null ? null : addDays(since, latest), state, days };
}

import type { StepHours } from './steps.ts';

export type ClockState = 'running' | 'ripe' | 'past usual' | 'overdue';

/** A step's clock in milliseconds since the epoch. */
export interface Clock {
  readonly since: number;
  readonly earliest: number;
  readonly usual: number;
  readonly latest: number;
  readonly state: ClockState;
}

const HOUR = 3_600_000;

/**
 * Where a step stands: `running` before its earliest hour, `ripe` from then, `past usual`, and `overdue` after its latest.
 * @param since, now instants in ms; `now` before `since` reads as just begun (a clock was set back).
 */
export function clockOf(hours: StepHours, since: number, now: number): Clock {
  const at = (after: number) => since + after * HOUR;
  const [earliest, usual, latest] = [at(hours.earliest), at(hours.usual), at(hours.latest)];
  const state = now >= latest ? 'overdue' : now >= usual ? 'past usual' : now >= earliest ? 'ripe' : 'running';
  return { since, earliest, usual, latest, state };
}

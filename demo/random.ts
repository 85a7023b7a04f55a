import { seeded } from '#core/distributions/seeded.ts';

/** Chance from a seed, so that the sample library is the same for everybody. */
export interface Random {
  /** Uniform in [0, 1). */
  share(): number;
  /** A whole number from low to high, both included. */
  whole(low: number, high: number): number;
  pick<T>(from: readonly T[]): T;
  chance(probability: number): boolean;
  uuid(): string;
}

export function seededRandom(seed: number): Random {
  const { share } = seeded(seed);
  const whole = (low: number, high: number) => low + Math.floor(share() * (high - low + 1));
  const hex = (digits: number) => Array.from({ length: digits }, () => whole(0, 15).toString(16)).join('');
  return {
    share,
    whole,
    pick: (from) => from[whole(0, from.length - 1)]!,
    chance: (probability) => share() < probability,
    uuid: () => `${hex(8)}-${hex(4)}-4${hex(3)}-a${hex(3)}-${hex(12)}`,
  };
}

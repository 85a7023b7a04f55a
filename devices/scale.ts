import { ASK_TARE, ASK_WEIGHT, readWeightLine, type WeightLine } from '#contracts/bench/deviceLines.ts';
import { ask, type Address } from './line.ts';

export type Weighed =
  | { readonly kind: 'steady'; readonly milligrams: number; readonly error: number }
  /** It did not come to rest; what it showed meanwhile. */
  | { readonly kind: 'moving'; readonly low: number; readonly high: number }
  | { readonly kind: 'nothing on it' }
  | { readonly kind: 'not there' }
  /** It says what no scale of ours says: another device, or a loose wire. */
  | { readonly kind: 'not understood'; readonly line: string };

export interface Scale {
  /** Waits for the pan to come to rest, some seconds at most. */
  weigh(): Promise<Weighed>;
  /** Takes what lies on it for nothing; false when it is not there. */
  tare(): Promise<boolean>;
}

const TRIES = 16;
const BETWEEN_MS = 200;
const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** The scale that listens at an address. */
export function scaleAt(address: Address): Scale {
  return {
    async weigh() {
      const moving: WeightLine[] = [];
      for (let tries = 0; tries < TRIES; tries += 1) {
        const line = await ask(address, ASK_WEIGHT);
        if (line === null) return { kind: 'not there' };
        const read = readWeightLine(line);
        if (!read) return { kind: 'not understood', line };
        if (read.steady)
          return read.milligrams > 2 * read.error
            ? { kind: 'steady', milligrams: read.milligrams, error: read.error }
            : { kind: 'nothing on it' };
        moving.push(read);
        await wait(BETWEEN_MS);
      }
      const last = moving.slice(-TRIES / 2).map(({ milligrams }) => milligrams);
      return { kind: 'moving', low: Math.min(...last), high: Math.max(...last) };
    },
    tare: async () => (await ask(address, ASK_TARE)) === 'tared',
  };
}

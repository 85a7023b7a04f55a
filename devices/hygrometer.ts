import { ASK_AIR, readAirLine, type AirLine } from '#contracts/bench/deviceLines.ts';
import { ask, type Address } from './line.ts';

export type AirRead =
  ({ readonly kind: 'read' } & AirLine) | { readonly kind: 'not there' } | { readonly kind: 'not understood'; readonly line: string };

/** A hygrometer with a thermometer: the small one of a jar, or the room's logger. */
export interface Hygrometer {
  read(): Promise<AirRead>;
}

/** The hygrometer that listens at an address. */
export function hygrometerAt(address: Address): Hygrometer {
  return {
    async read() {
      const line = await ask(address, ASK_AIR);
      if (line === null) return { kind: 'not there' };
      const air = readAirLine(line);
      return air ? { kind: 'read', ...air } : { kind: 'not understood', line };
    },
  };
}

import { hygrometerAt, type Hygrometer } from '#devices/hygrometer.ts';
import { ask, readAddress, type Address } from '#devices/line.ts';
import { printerAt, type LabelPrinter } from '#devices/printer.ts';
import { scaleAt, type Scale } from '#devices/scale.ts';

const at = <Device>(variable: string, make: (address: Address) => Device): Device | null => {
  const address = process.env[variable];
  return address ? make(readAddress(address)) : null;
};

/** The devices of this house; null for each that it has not. */
export const devices: {
  readonly scale: Scale | null;
  readonly jar: Hygrometer | null;
  readonly room: Hygrometer | null;
  readonly printer: LabelPrinter | null;
  /** Works the stand-ins, where these stand for devices. */
  readonly hand: ((line: string) => Promise<string | null>) | null;
} = {
  scale: at('SCALE', scaleAt),
  jar: at('JAR_HYGROMETER', hygrometerAt),
  room: at('ROOM_LOGGER', hygrometerAt),
  printer: at('LABEL_PRINTER', printerAt),
  hand: at('STAND_INS', (address) => (line: string) => ask(address, line)),
};

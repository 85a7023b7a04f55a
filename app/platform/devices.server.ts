import { hygrometerAt, type Hygrometer } from '#devices/hygrometer.ts';
import { ask, readAddress, readAddresses, type Address } from '#devices/line.ts';
import { printerAt, type LabelPrinter } from '#devices/printer.ts';
import { scaleAt, type Scale } from '#devices/scale.ts';

const at = <Device>(variable: string, make: (address: Address) => Device): Device | null => {
  const address = process.env[variable];
  return address ? make(readAddress(address)) : null;
};

/** A device of which there may be several; its name is empty where it is the only one. */
interface OneOf<Device> {
  readonly name: string;
  readonly device: Device;
}

const allAt = <Device>(variable: string, make: (address: Address) => Device): readonly OneOf<Device>[] => {
  const addresses = process.env[variable];
  return addresses ? readAddresses(addresses).map(({ name, address }) => ({ name, device: make(address) })) : [];
};

/** The devices of this house; null or none for each that it has not. */
export const devices: {
  readonly scales: readonly OneOf<Scale>[];
  readonly jar: Hygrometer | null;
  readonly room: Hygrometer | null;
  readonly printers: readonly OneOf<LabelPrinter>[];
  /** Works the stand-ins, where these stand for devices. */
  readonly hand: ((line: string) => Promise<string | null>) | null;
} = {
  scales: allAt('SCALE', scaleAt),
  jar: at('JAR_HYGROMETER', hygrometerAt),
  room: at('ROOM_LOGGER', hygrometerAt),
  printers: allAt('LABEL_PRINTER', printerAt),
  hand: at('STAND_INS', (address) => (line: string) => ask(address, line)),
};

/** Which scale and which printer stand beside the computer, tablet or phone that asks, by their names. */
export interface Desk {
  readonly scale: string | null;
  readonly printer: string | null;
}

/** The one that was chosen here; the first where none was, or it is there no more; null where the house has none. */
const chosen = <Device>(all: readonly OneOf<Device>[], name: string | null): OneOf<Device> | null =>
  all.find((one) => one.name === name) ?? all[0] ?? null;

/** The scale and the printer that a desk uses. */
export const atDesk = (desk: Desk) => ({ scale: chosen(devices.scales, desk.scale), printer: chosen(devices.printers, desk.printer) });

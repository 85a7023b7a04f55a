import { connect } from 'node:net';
import type { Address } from './line.ts';

/** A label printer that takes PDF pages as they are. */
export interface LabelPrinter {
  /** Whether the printer took all of it. */
  print(pdf: Uint8Array): Promise<boolean>;
  isThere(): Promise<boolean>;
}

const PATIENCE_MS = 5_000;

/** The label printer that listens at an address. */
export function printerAt({ host, port }: Address): LabelPrinter {
  const send = (bytes: Uint8Array) =>
    new Promise<boolean>((resolve) => {
      const socket = connect({ host, port });
      const finish = (done: boolean) => {
        socket.destroy();
        resolve(done);
      };
      socket.setTimeout(PATIENCE_MS, () => finish(false));
      socket.on('connect', () => socket.end(bytes));
      socket.on('error', () => finish(false));
      // It hangs up in its turn when it has taken everything.
      socket.on('end', () => finish(true));
      socket.resume();
    });
  return { print: send, isThere: () => send(new Uint8Array()) };
}

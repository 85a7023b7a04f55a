import { connect } from 'node:net';

/** Where a device listens: a serial port that a small program offers on the network, or the device itself. */
export interface Address {
  readonly host: string;
  readonly port: number;
}

/** Reads `host:port`. Throws Error with a line for the operator. */
export function readAddress(text: string): Address {
  const read = /^([^\s,=]+):(\d{1,5})$/.exec(text.trim());
  const port = Number(read?.[2]);
  if (!read || port < 1 || port > 65_535) throw new Error(`"${text}" is not an address: write host:port, like 127.0.0.1:5100`);
  return { host: read[1]!, port };
}

/** A device of which a house may have several, by what its people call it; one alone needs no name. */
export interface Named {
  readonly name: string;
  readonly address: Address;
}

/** Reads `host:port`, or several with their names: `desk=host:port, bench=host:port`. Throws Error with a line for the operator. */
export function readAddresses(text: string): readonly [Named, ...Named[]] {
  const named = text.split(',').map((one): Named => {
    const [address = '', name = ''] = one.split('=', 2).reverse();
    return { name: name.trim().slice(0, 20), address: readAddress(address) };
  });
  const names = new Set(named.map(({ name }) => name));
  if (named.length > 1 && (names.size < named.length || names.has('')))
    throw new Error(`"${text}" names several devices: give each a name of its own, like desk=127.0.0.1:5100, bench=127.0.0.1:5110`);
  return named as [Named, ...Named[]];
}

const ANSWER_MS = 1_500;
const LONGEST_LINE = 200;

/** Asks a device one line and gives its answer; null when it is not there, hangs up or keeps silent. */
export function ask({ host, port }: Address, line: string): Promise<string | null> {
  return new Promise((resolve) => {
    const socket = connect({ host, port });
    let heard = '';
    const finish = (answer: string | null) => {
      socket.destroy();
      resolve(answer);
    };
    socket.setEncoding('utf8').setTimeout(ANSWER_MS, () => finish(null));
    socket.on('connect', () => socket.write(`${line}\n`));
    socket.on('data', (chunk: string) => {
      heard += chunk;
      const end = heard.indexOf('\n');
      if (end >= 0 || heard.length > LONGEST_LINE) finish(end >= 0 ? heard.slice(0, end) : null);
    });
    socket.on('error', () => finish(null));
    socket.on('close', () => finish(null));
  });
}

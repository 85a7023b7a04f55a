import { mkdir, readdir, writeFile } from 'node:fs/promises';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { join } from 'node:path';
import { ASK_AIR, ASK_TARE, ASK_WEIGHT } from '#contracts/bench/deviceLines.ts';
import { Pan } from './pan.ts';

const SCALES = ['scale', 'desk-scale'] as const;
const PRINTERS = ['printer', 'desk-printer'] as const;
const DEVICES = [...SCALES, 'jar', 'room', ...PRINTERS] as const;
export type Device = (typeof DEVICES)[number];

export interface StandIns {
  /** Where each kind of device is, as the settings say it: of scale and printer there is one at the bench and one at the desk; and the line that works them. */
  readonly addresses: Readonly<Record<'scale' | 'jar' | 'room' | 'printer' | 'hand', string>>;
  close(): Promise<void>;
}

/**
 * Devices for houses that have none, and for tests: two scales, a jar's hygrometer, the room's logger and two label printers that keep
 * what they printed. They speak as real ones do, each at an address of its own on this machine. The `hand` puts things on
 * the pan and pulls plugs: `scale put 642.3`, `scale shake on`, `jar air 31 18`, `printer unplug`, `printer plug`, `printer kept`.
 * @param prints folder for what was printed; @param now instant in ms
 */
export async function startStandIns(prints: string, now: () => number): Promise<StandIns> {
  const pans = { scale: new Pan(now()), 'desk-scale': new Pan(now()) };
  const air = { jar: '31.0 %RH 18.5 C', room: '56.0 %RH 18.0 C' };
  const weigh = (pan: Pan) => (line: string) => {
    if (line === ASK_TARE) {
      pan.tare(now());
      return 'tared';
    }
    const { steady, milligrams, error } = pan.read(now());
    return line === ASK_WEIGHT ? `${steady ? 'steady' : 'moving'} ${(milligrams / 1000).toFixed(1)} g ±${error / 1000}` : 'what?';
  };
  const servers: Record<Device, Server> = {
    scale: createServer(lines(weigh(pans.scale))),
    'desk-scale': createServer(lines(weigh(pans['desk-scale']))),
    jar: createServer(lines((line) => (line === ASK_AIR ? air.jar : 'what?'))),
    room: createServer(lines((line) => (line === ASK_AIR ? air.room : 'what?'))),
    printer: createServer({ allowHalfOpen: true }, keepPrint(prints, 'print', now)),
    'desk-printer': createServer({ allowHalfOpen: true }, keepPrint(prints, 'desk', now)),
  };
  const ports = {} as Record<Device, number>;

  async function work(line: string): Promise<string> {
    const [device, what, ...rest] = line.split(' ') as [Device, string, ...string[]];
    if (!DEVICES.includes(device)) return 'what?';
    if (what === 'plug' || what === 'unplug') {
      const server = servers[device];
      if (what === 'unplug' && server.listening) await close(server);
      if (what === 'plug' && !server.listening) await listen(server, ports[device]);
      return 'done';
    }
    const [one, other] = rest.map(Number);
    const pan = device === 'scale' || device === 'desk-scale' ? pans[device] : null;
    if (pan && what === 'put' && one! >= 0 && one! <= 6000) pan.put(Math.round(one! * 1000), now());
    else if (pan && what === 'shake') pan.shake(rest[0] === 'on');
    else if ((device === 'jar' || device === 'room') && what === 'air' && one! >= 0 && one! <= 100 && Math.abs(other!) <= 40)
      air[device] = `${one!.toFixed(1)} %RH ${other!.toFixed(1)} C`;
    else if (device === 'printer' && what === 'kept') return (await keptPrints(prints, 'print')).join(' ');
    else if (device === 'desk-printer' && what === 'kept') return (await keptPrints(prints, 'desk')).join(' ');
    else return 'what?';
    return 'done';
  }

  for (const device of DEVICES) ports[device] = await listen(servers[device], 0);
  const hand = createServer(lines(work));
  const at = (port: number) => `127.0.0.1:${port}`;
  return {
    addresses: {
      scale: `bench=${at(ports.scale)},desk=${at(ports['desk-scale'])}`,
      jar: at(ports.jar),
      room: at(ports.room),
      printer: `bench=${at(ports.printer)},desk=${at(ports['desk-printer'])}`,
      hand: at(await listen(hand, 0)),
    },
    close: async () => void (await Promise.all([hand, ...Object.values(servers)].map(close))),
  };
}

/** Opens a server on this machine; its port. It keeps no program alive. */
async function listen(server: Server, port: number): Promise<number> {
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  server.unref();
  return (server.address() as AddressInfo).port;
}

const close = (server: Server) => new Promise((resolve) => server.close(resolve));

/** Answers a device's lines, one by one. */
function lines(answer: (line: string) => string | Promise<string>): (socket: Socket) => void {
  return (socket) => {
    let heard = '';
    socket.on('error', () => socket.destroy());
    socket.setEncoding('utf8').on('data', (chunk: string) => {
      heard += chunk;
      const whole = heard.split('\n');
      heard = whole.pop()!;
      for (const line of whole) void Promise.resolve(answer(line.trim())).then((said) => socket.write(`${said}\n`));
    });
  };
}

const keptPrints = async (folder: string, of: string): Promise<string[]> =>
  (await readdir(folder).catch(() => [])).filter((name) => name.startsWith(`${of}-`) && name.endsWith('.pdf')).sort();

/** Keeps what is printed as numbered files; a call without any bytes only asks whether the printer is there. */
function keepPrint(folder: string, of: string, now: () => number): (socket: Socket) => void {
  return (socket) => {
    const chunks: Buffer[] = [];
    socket.on('data', (chunk: Buffer) => chunks.push(chunk));
    socket.on('end', () => {
      const keep = async () => {
        if (chunks.length === 0) return;
        await mkdir(folder, { recursive: true });
        await writeFile(join(folder, `${of}-${now()}.pdf`), Buffer.concat(chunks));
      };
      void keep().finally(() => socket.end());
    });
  };
}

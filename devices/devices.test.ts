import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdtemp, readdir, readFile, rm } from 'node:fs/promises';
import { createServer, type AddressInfo, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readAirLine, readWeightLine } from '#contracts/bench/deviceLines.ts';
import { hygrometerAt } from './hygrometer.ts';
import { ask, readAddress, readAddresses } from './line.ts';
import { printerAt } from './printer.ts';
import { scaleAt } from './scale.ts';
import { Pan } from './standIns/pan.ts';
import { startStandIns, type StandIns } from './standIns/standIns.ts';

describe('lines of devices', () => {
  test('a weight is read with its rest and its fineness', () => {
    expect(readWeightLine('steady 642.3 g ±0.1')).toEqual({ steady: true, milligrams: 642_300, error: 100 });
    expect(readWeightLine('moving -0.4 g ±1\r')).toEqual({ steady: false, milligrams: -400, error: 1000 });
    for (const noise of ['', '642.3', 'steady 642.3 kg ±0.1', 'steady NaN g ±0.1', '\u0000\u0001'])
      expect(readWeightLine(noise)).toBeNull();
  });

  test('air is read within what air is like', () => {
    expect(readAirLine('41.5 %RH 18.2 C')).toEqual({ humidity: 0.415, celsius: 18.2 });
    for (const noise of ['141 %RH 18 C', '41 %RH 99 C', '41 18', 'steady 1 g ±1']) expect(readAirLine(noise)).toBeNull();
  });

  test('an address has a host and a port', () => {
    expect(readAddress('bench.local:5100')).toEqual({ host: 'bench.local', port: 5100 });
    for (const wrong of ['5100', 'bench:', 'bench:70000']) expect(() => readAddress(wrong)).toThrow('not an address');
  });
});

describe('the pan', () => {
  test('swings after something is put on it, comes to rest, and reads in tenths of a gram', () => {
    const pan = new Pan(0);
    pan.put(642_340, 1000);
    expect(pan.read(1050).steady).toBe(false);
    const rest = pan.read(12_000);
    expect(rest.steady).toBe(true);
    expect(rest.milligrams).toBe(642_300);
  });

  test('its zero wanders over hours until it is tared; what lay on it is then nothing', () => {
    const pan = new Pan(0);
    pan.put(100_000, 0);
    expect(pan.read(2 * 3_600_000).milligrams).toBe(100_600);
    pan.tare(2 * 3_600_000);
    expect(pan.read(2 * 3_600_000).milligrams).toBe(0);
    pan.put(150_000, 2 * 3_600_000);
    expect(pan.read(2 * 3_600_000 + 20_000).milligrams).toBe(50_000);
  });
});

describe('devices and their stand-ins', () => {
  let folder: string;
  let standIns: StandIns;
  const at = (device: keyof StandIns['addresses'], name = 'bench') =>
    (readAddresses(standIns.addresses[device]).find((one) => one.name === name) ?? readAddresses(standIns.addresses[device])[0]).address;
  const hand = (line: string) => ask(at('hand'), line);
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'kind-granary-prints-'));
    standIns = await startStandIns(folder, () => Date.now());
  });
  afterAll(async () => {
    await standIns.close();
    await rm(folder, { recursive: true });
  });

  test('the scale waits for rest, and says so when there is none, nothing lies on it, or it is unplugged', async () => {
    const scale = scaleAt(at('scale'));
    expect(await scale.weigh()).toEqual({ kind: 'nothing on it' });
    await hand('scale put 642.3');
    expect(await scale.weigh()).toEqual({ kind: 'steady', milligrams: 642_300, error: 100 });
    await hand('scale shake on');
    const moving = await scale.weigh();
    expect(moving.kind).toBe('moving');
    expect(moving.kind === 'moving' && moving.low < moving.high).toBe(true);
    await hand('scale shake off');
    expect(await scale.tare()).toBe(true);
    expect(await scale.weigh()).toEqual({ kind: 'nothing on it' });
    await hand('scale unplug');
    expect(await scale.weigh()).toEqual({ kind: 'not there' });
    expect(await scale.tare()).toBe(false);
    await hand('scale plug');
    expect((await scale.weigh()).kind).toBe('nothing on it');
  }, 20_000);

  test('the scale and the printer of the desk are others than those of the bench', async () => {
    await hand('scale put 0');
    await scaleAt(at('scale')).tare();
    await hand('scale put 20');
    await hand('desk-scale put 31.5');
    const grams = async (name: string) => {
      const weighed = await scaleAt(at('scale', name)).weigh();
      return weighed.kind === 'steady' && Math.round(weighed.milligrams / 500) / 2;
    };
    expect([await grams('bench'), await grams('desk')]).toEqual([20, 31.5]);
    expect(await printerAt(at('printer', 'desk')).print(Buffer.from('%PDF-1.3 at the desk'))).toBe(true);
    expect(await hand('printer kept')).toBe('');
    const kept = await hand('desk-printer kept');
    expect(await readFile(join(folder, kept!), 'utf8')).toBe('%PDF-1.3 at the desk');
    await rm(join(folder, kept!));
    for (const device of ['scale', 'desk-scale']) await hand(`${device} put 0`);
  });

  test('hygrometers tell the air they are in', async () => {
    await hand('jar air 33.5 17');
    expect(await hygrometerAt(at('jar')).read()).toEqual({ kind: 'read', humidity: 0.335, celsius: 17 });
    expect((await hygrometerAt(at('room')).read()).kind).toBe('read');
    await hand('room unplug');
    expect(await hygrometerAt(at('room')).read()).toEqual({ kind: 'not there' });
  });

  test('the printer keeps what it printed; unplugged it takes nothing', async () => {
    const printer = printerAt(at('printer'));
    expect(await printer.isThere()).toBe(true);
    expect(await readdir(folder)).toEqual([]);
    expect(await printer.print(Buffer.from('%PDF-1.3 made up'))).toBe(true);
    const [kept] = await readdir(folder);
    expect(await readFile(join(folder, kept!), 'utf8')).toBe('%PDF-1.3 made up');
    expect(await hand('printer kept')).toBe(kept);
    await hand('printer unplug');
    expect(await printer.print(Buffer.from('more'))).toBe(false);
    expect(await readdir(folder)).toHaveLength(1);
  });

  test('the hand refuses what it does not know', async () => {
    for (const line of ['scale put heavy', 'scale put -3', 'kettle on', 'jar air 140 20', '']) expect(await hand(line)).toBe('what?');
  });

  describe('another device at the address', () => {
    let other: Server;
    const says = (line: string) =>
      new Promise<{ host: string; port: number }>((resolve) => {
        other = createServer((socket) => socket.resume().write(line)).listen(0, '127.0.0.1', () =>
          resolve({ host: '127.0.0.1', port: (other.address() as AddressInfo).port }),
        );
      });
    const stop = () => new Promise((resolve) => other.close(resolve));

    test('is told apart, and a silent one is not waited for long', async () => {
      const address = await says('HELLO 42\n');
      expect(await scaleAt(address).weigh()).toEqual({ kind: 'not understood', line: 'HELLO 42' });
      expect(await hygrometerAt(address).read()).toEqual({ kind: 'not understood', line: 'HELLO 42' });
      await stop();
      expect(await scaleAt(await says('')).weigh()).toEqual({ kind: 'not there' });
      await stop();
      expect(await scaleAt(await says('x'.repeat(5000))).weigh()).toEqual({ kind: 'not there' });
      await stop();
    }, 20_000);
  });
});

import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readRoomAir } from '#data/bench/air.ts';
import { logRoom, type RoomLogger } from '#services/bench/roomLog.server.ts';
import { NO_TOOLS, acting } from '#services/command.server.ts';
import { printLabels } from '#services/printing.server.ts';
import { NOW, TODAY, preparedLibrary, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const later = (minutes: number) => new Date(NOW.getTime() + minutes * 60_000);

describe('the room’s logger', () => {
  let asked = 0;
  const logger = (humidity: number): RoomLogger => ({
    read: () => {
      asked += 1;
      return Promise.resolve({ kind: 'read', humidity, celsius: 18 });
    },
  });

  test('is read once a quarter of an hour, though several servers try', async () => {
    const wrote = await Promise.all([logRoom(library.db, logger(0.6), NOW), logRoom(library.db, logger(0.6), later(1))]);
    expect(wrote).toContain(true);
    expect(await logRoom(library.db, logger(0.3), later(2))).toBe(false);
    expect(await readRoomAir(library.db)).toMatchObject({ humidity: 0.6, celsius: 18 });
    expect(asked).toBeLessThanOrEqual(2);
    expect(await logRoom(library.db, logger(0.5), later(16))).toBe(true);
    expect((await readRoomAir(library.db))!.humidity).toBe(0.5);
  });

  test('that does not answer, or is another thing, writes nothing and is asked again', async () => {
    for (const answer of [{ kind: 'not there' }, { kind: 'not understood', line: 'HELLO' }] as const)
      expect(await logRoom(library.db, { read: () => Promise.resolve(answer) }, later(45))).toBe(false);
    expect(await logRoom(library.db, logger(0.4), later(46))).toBe(true);
  });
});

describe('labels go to the printer', () => {
  const words = { crop: 'Pea', variety: 'Long Siding', code: '26-0001-A', address: 'http://here/s/26-0001-A', lines: [], hazards: [] };
  const sheet = { sheet: 'roll-62' as const, count: 3, start: 1, words };

  test('once, though the form is sent twice', async () => {
    const printed: number[] = [];
    const printer = { print: (pdf: Uint8Array) => Promise.resolve(printed.push(pdf.length) > 0) };
    const key = randomUUID();
    for (let times = 0; times < 2; times += 1)
      expect(await printLabels(acting(library.db, library.helper, TODAY, { ...NO_TOOLS, printer }), { key, ...sheet })).toEqual({
        ok: true,
        answer: { labels: 3 },
      });
    expect(printed).toHaveLength(1);
    expect(printed[0]).toBeGreaterThan(1000);
  });

  test('unplugged or not there, nothing counts as printed, and the same form may be sent again', async () => {
    const key = randomUUID();
    const refused = { ok: false, problem: { code: 'no printer' } };
    expect(await printLabels(acting(library.db, library.helper, TODAY, { ...NO_TOOLS, printer: null }), { key, ...sheet })).toEqual(
      refused,
    );
    expect(
      await printLabels(acting(library.db, library.helper, TODAY, { ...NO_TOOLS, printer: { print: () => Promise.resolve(false) } }), {
        key,
        ...sheet,
      }),
    ).toEqual(refused);
    const done = await printLabels(
      acting(library.db, library.helper, TODAY, { ...NO_TOOLS, printer: { print: () => Promise.resolve(true) } }),
      { key, ...sheet },
    );
    expect(done.ok).toBe(true);
  });
});

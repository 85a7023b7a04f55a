import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import type { When } from '#core/calendar/when.ts';
import { listBatchesOfLot } from '#data/bench/batches.ts';
import { findPhoto, readChecks } from '#data/bench/checks.ts';
import { readSteps } from '#data/bench/steps.ts';
import { abandonBatch } from '#services/bench/finishing.server.ts';
import { receiveClean } from '#services/bench/receiveClean.server.ts';
import { startBatch } from '#services/bench/startBatch.server.ts';
import { findOnTable } from '#services/bench/table.server.ts';
import { acting } from '#services/command.server.ts';
import { after, atTheBench, CUCUMBER, problem } from './atTheBench.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const { lot, batch, start, read, move, weigh, finish, look } = atTheBench(() => library);

describe('clean seed', () => {
  test('weighs no more than what was brought, and is asked about where it is a tenth of its last weighing', async () => {
    const code = await takeIn(library, { ...CUCUMBER, variety: 'Too Much Out', amount: '812 g' });
    const receive = (grams: number) =>
      receiveClean(acting(library.db, library.helper, TODAY), {
        key: randomUUID(),
        code,
        amount: { kind: 'weight', milligrams: grams * 1000, approximate: false, typed: `${grams} g` },
      });
    expect(await receive(5000)).toMatchObject({ problem: { code: 'more than was brought', brought: 812_000 } });
    const id = await start(code, { vessel: 'Basin' });
    await read(id);
    await weigh(id, 741, after(1));
    const clean = (grams: number, sure?: string) =>
      finish(id, { kind: 'weight', milligrams: grams * 1000, approximate: false }, after(200), {
        reason: 'put away',
        ...(sure && { sure }),
      });
    expect(await clean(5000)).toMatchObject({ problem: { code: 'more than was weighed', heaviest: 812_000 } });
    expect(await clean(14)).toMatchObject({ problem: { code: 'is it so', last: 741_000 } });
    expect(await clean(14, 'as weighed')).toMatchObject({ ok: true });
  });
});

describe('a batch goes its way', () => {
  test('begins at the first step of its method; a method that does not fit the crop is refused', async () => {
    const code = await takeIn(library, CUCUMBER);
    const id = await start(code);
    expect(await batch(id)).toMatchObject({ step: 'cure', turn: 1, method: 'ferment', vessel: 'Jar 3', outcome: null });
    const wrong = await startBatch(acting(library.db, library.helper, NOW), {
      key: randomUUID(),
      code,
      brought: 'whole fruit',
      method: 'thresh',
      vessel: 'Another bowl',
      celsius: 20,
      humidity: null,
      fruits: null,
      weightIn: null,
    });
    expect(problem(wrong)).toEqual({ code: 'method does not fit' });
  });

  test('not before its earliest hour without saying so, nor backwards, nor to before the step it follows', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    expect(problem(await move(id, 'scoop', after(2)))).toMatchObject({ code: 'too early' });
    expect((await move(id, 'scoop', after(2), { early: true })).ok).toBe(true);
    await read(id);
    expect(problem(await move(id, 'cure', after(3)))).toEqual({ code: 'no such step' });
    expect(problem(await move(id, 'ferment', after(3), { when: { kind: 'ago', milliseconds: 5 * 3_600_000 } }))).toMatchObject({
      code: 'before the step',
    });
    expect((await move(id, 'ferment', after(3), { when: { kind: 'ago', milliseconds: 3_600_000 } })).ok).toBe(true);
    expect((await batch(id)).since).toEqual(after(2));
  });

  test('curing ends by days and by rind: the days alone do not open the fruit', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    const ripe = after(24 * 15);
    expect(problem(await move(id, 'scoop', ripe))).toEqual({ code: 'rind is soft' });
    await look(id, 'Nothing yet', ripe);
    expect(problem(await move(id, 'scoop', ripe))).toEqual({ code: 'rind is soft' });
    await look(id, 'The stalk is corky', ripe);
    expect((await move(id, 'scoop', ripe)).ok).toBe(true);
  });

  test('one vessel holds one batch, whatever its name is written like; it is free again when that has ended', async () => {
    const first = await start(await takeIn(library, CUCUMBER), { vessel: 'Blue bucket' });
    await expect(start(await takeIn(library, CUCUMBER), { vessel: ' blue Bucket' })).rejects.toThrow('vessel taken');
    await abandonBatch(acting(library.db, library.helper, after(1)), { key: randomUUID(), batchId: first, turn: 1, reason: 'Rotten' });
    await expect(start(await takeIn(library, CUCUMBER), { vessel: 'blue bucket' })).resolves.toBeGreaterThan(first);
  });

  test('seed is moved to another vessel with its step: the old one is free, the new one is taken, and one in use is refused', async () => {
    const id = await start(await takeIn(library, CUCUMBER), { vessel: 'Jar 90' });
    await start(await takeIn(library, CUCUMBER), { vessel: 'Tray Q' });
    await read(id);
    expect(problem(await move(id, 'scoop', after(1), { early: true, vessel: 'tray q' }))).toMatchObject({ code: 'vessel taken' });
    expect((await move(id, 'scoop', after(1), { early: true, vessel: 'Tray R' })).ok).toBe(true);
    expect((await batch(id)).vessel).toBe('Tray R');
    await read(id);
    expect((await move(id, 'ferment', after(2))).ok).toBe(true);
    expect((await readSteps(library.db, id)).map(({ vessel }) => vessel)).toEqual(['Jar 90', 'Tray R', 'Tray R']);
    expect(await start(await takeIn(library, CUCUMBER), { vessel: 'Jar 90' })).toBeGreaterThan(id);
    await expect(start(await takeIn(library, CUCUMBER), { vessel: ' TRAY R ' })).rejects.toThrow('vessel taken');
  });

  test('a photo is kept with what was seen, and one that is none stops the whole look', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    const onePixel = Buffer.from(
      'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
      'base64',
    );
    expect((await look(id, 'White fluff', after(1), { photo: new Blob([onePixel]) })).ok).toBe(true);
    expect(problem(await look(id, 'Grey fluff', after(2), { photo: new Blob(['words']) }))).toEqual({ code: 'not a photo' });
    const [seen, ...more] = await readChecks(library.db, id);
    expect(more).toEqual([]);
    expect(seen).toMatchObject({ seen: 'White fluff', photo: { width: 1, height: 1 } });
    expect((await findPhoto(library.db, seen!.id))!.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    expect(await findPhoto(library.db, -1)).toBeNull();
  });

  test('hazards of a step are read before it is worked, once by each person', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await move(id, 'scoop', after(2), { early: true });
    expect(problem(await move(id, 'ferment', after(3)))).toEqual({ code: 'read first', cautions: ['knife', 'bitter'] });
    await read(id, library.coordinator);
    expect(problem(await move(id, 'ferment', after(3)))).toMatchObject({ code: 'read first' });
    await read(id);
    await read(id);
    expect((await move(id, 'ferment', after(3))).ok).toBe(true);
  });

  test('a cold ferment is switched to soda in the middle, and both are kept', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await read(id);
    await move(id, 'scoop', after(1), { early: true });
    await move(id, 'ferment', after(2));
    expect((await move(id, 'soda', after(40), { method: 'soda' })).ok).toBe(true);
    expect((await readSteps(library.db, id)).map(({ method, step }) => `${method}: ${step}`)).toEqual([
      'ferment: cure',
      'ferment: scoop',
      'ferment: ferment',
      'soda: soda',
    ]);
  });

  test('of two helpers who move it on at once the second is told where it is, and nothing is lost', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await read(id);
    const { turn } = await batch(id);
    const [one, other] = await Promise.all([
      move(id, 'scoop', after(2), { early: true, turn }),
      move(id, 'scoop', after(2), { early: true, turn }),
    ]);
    expect([one.ok, other.ok].sort()).toEqual([false, true]);
    expect(problem(one.ok ? other : one)).toEqual({ code: 'moved on', to: 'scoop' });
    expect(await readSteps(library.db, id)).toHaveLength(2);
    expect(problem(await look(id, 'soft', after(3), { turn: 1 }))).toMatchObject({
      code: 'moved on',
    });
  });

  test('a clock that was set back begins no step before the one it follows', async () => {
    const id = await start(await takeIn(library, CUCUMBER), {}, after(10));
    await move(id, 'scoop', after(9), { early: true });
    expect((await batch(id)).since).toEqual(after(10));
  });

  test('sent twice, it begins once', async () => {
    const code = await takeIn(library, CUCUMBER);
    const form = {
      key: randomUUID(),
      code,
      brought: 'whole fruit',
      method: 'ferment',
      vessel: 'The only bowl',
      celsius: 20,
      humidity: null,
      fruits: null,
      weightIn: null,
    } as const;
    await Promise.all([
      startBatch(acting(library.db, library.helper, NOW), form),
      startBatch(acting(library.db, library.helper, NOW), form),
    ]);
    expect(await listBatchesOfLot(library.db, (await lot(code)).id)).toHaveLength(1);
  });

  test('what was written is never changed, and an ended batch takes nothing more', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    expect(
      (
        await abandonBatch(acting(library.db, library.helper, after(1)), {
          key: randomUUID(),
          batchId: id,
          turn: 1,
          reason: 'Rotten, all six',
        })
      ).ok,
    ).toBe(true);
    expect(problem(await weigh(id, 10, after(2)))).toEqual({ code: 'ended' });
    await expect(
      sql`insert into weighing (batch_id, milligrams, scale_error, typed, weighed_at, act_key) values (${id}, 1, 1, 'x', now(), ${randomUUID()})`.execute(
        library.owner,
      ),
    ).rejects.toThrow('the batch has ended');
    await expect(sql`update batch_step set celsius = 30 where batch_id = ${id}`.execute(library.owner)).rejects.toThrow();
  });
});

describe('what was done before it is recorded', () => {
  const ago = (hours: number): When => ({ kind: 'ago', milliseconds: hours * 3_600_000 });

  test('a fruit that was picked weeks ago has cured since then, and may be opened', async () => {
    const id = await start(await takeIn(library, CUCUMBER), { when: { kind: 'date', monthDay: '11-02', year: null, time: null } });
    expect((await batch(id)).since).toEqual(new Date('2026-11-02T12:00:00Z'));
    await look(id, 'The stalk is corky', NOW);
    expect((await move(id, 'scoop', NOW)).ok).toBe(true);
  });

  test('a start to come, or of another year, is none', async () => {
    const code = await takeIn(library, CUCUMBER);
    await expect(start(code, { when: { kind: 'date', monthDay: '11-30', year: 2026, time: null } })).rejects.toThrow('to come');
    await expect(start(code, { when: { kind: 'date', monthDay: '11-02', year: 2024, time: null } })).rejects.toThrow('long past');
  });

  test('the step that was left had run out by then, whatever the hour is now', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    await look(id, 'The stalk is corky', after(1));
    const ready = 24 * 7;
    expect(problem(await move(id, 'scoop', after(ready + 1), { when: ago(2) }))).toMatchObject({ code: 'too early' });
    expect((await move(id, 'scoop', after(ready + 3), { when: ago(2) })).ok).toBe(true);
    expect((await batch(id)).since).toEqual(after(ready + 1));
  });

  test('a look is of its own step: not before it, nor to come', async () => {
    const id = await start(await takeIn(library, CUCUMBER));
    expect(problem(await look(id, 'A nail no longer marks the rind', after(5), { when: ago(6) }))).toEqual({
      code: 'before the step',
      since: NOW.toISOString(),
    });
    expect(problem(await look(id, 'Nothing yet', after(5), { when: { kind: 'date', monthDay: '12-24', year: 2026, time: null } }))).toEqual(
      {
        code: 'to come',
      },
    );
    expect((await look(id, 'Nothing yet', after(5), { when: ago(4) })).ok).toBe(true);
    expect((await readChecks(library.db, id)).map(({ checkedAt }) => checkedAt)).toEqual([after(1)]);
    // The minute in which the step began is the step's own, though it began some seconds into it.
    expect((await look(id, 'Nothing yet', new Date(NOW.getTime() + 90_000), { when: { kind: 'ago', milliseconds: 100_000 } })).ok).toBe(
      true,
    );
  });
});

describe('one lot on the table', () => {
  test('a second lot asks for a cleared table, louder when its seed looks the same', async () => {
    const [one, other] = [
      await start(await takeIn(library, CUCUMBER)),
      await start(await takeIn(library, { ...CUCUMBER, variety: 'Tail Lamp' })),
    ];
    await read(one);
    await read(other);
    await move(one, 'scoop', after(1), { early: true });
    const asked = await move(other, 'scoop', after(2), { early: true, cleared: false });
    expect(problem(asked)).toMatchObject({ code: 'table taken', by: { alike: true } });
    expect((await move(other, 'scoop', after(2), { early: true, cleared: true })).ok).toBe(true);
    expect(await findOnTable(library.db, await batch(one))).toMatchObject({ alike: true });
  });
});

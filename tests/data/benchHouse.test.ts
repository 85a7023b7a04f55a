import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { findIncidents } from '#data/lots/incidents.ts';
import { grantAccount } from '#data/people/accounts.ts';
import { createPerson } from '#data/people/people.ts';
import { abandonBatch } from '#services/bench/finishing.server.ts';
import { readLoad } from '#services/bench/load.server.ts';
import { findOnTable } from '#services/bench/table.server.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { addMixUp } from '#services/lots/incidents.server.ts';
import { readRipe } from '#services/today/ripe.server.ts';
import { after, atTheBench, CUCUMBER } from './atTheBench.ts';
import { NOW, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const { house, lot, batch, start, read, move } = atTheBench(() => library);

describe('what the house knows of its bench', () => {
  test('a mix-up is recorded of both lots that lay on the table', async () => {
    const [one, other] = [await takeIn(library, CUCUMBER), await takeIn(library, { ...CUCUMBER, variety: 'Buffer Stop' })];
    const [first, second] = [await start(one), await start(other)];
    await read(first);
    await move(first, 'scoop', after(1), { early: true });
    const table = (await findOnTable(library.db, await batch(second)))!;
    const done = await addMixUp(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      batchId: second,
      what: 'A tag fell off',
      withTable: true,
      discarded: false,
    });
    expect(done.ok).toBe(true);
    for (const code of [other, table.code]) {
      const incidents = await findIncidents(library.db, (await lot(code)).id);
      expect(incidents.at(-1)).toMatchObject({ kind: 'mix-up', what: `A tag fell off: ${other} and ${table.code}` });
    }
  });

  test('only batches whose clock has run are ripe, and an ended one is none', async () => {
    const id = await start(await takeIn(library, CUCUMBER), {}, after(1000));
    const mine = async (hours: number) =>
      (await readRipe(library.db, await house(), after(hours))).batches.filter(({ batch: one }) => one.id === id);
    expect(await mine(1001)).toEqual([]);
    expect((await mine(1000 + 24 * 10))[0]!.clock.state).toBe('ripe');
    await abandonBatch(acting(library.db, library.helper, after(1002)), { key: randomUUID(), batchId: id, turn: 1, reason: 'Rotten' });
    expect(await mine(1000 + 24 * 10)).toEqual([]);
  });

  test('the load knows what waits uncleaned, until somebody begins it, and by when it must be begun', async () => {
    const code = await takeIn(library, CUCUMBER);
    const load = await readLoad(library.db, await house(), NOW, 8);
    const at = load.waiting.findIndex((one) => one.code === code);
    expect(load.begin[at]! <= (load.waiting[at]!.openBy ?? '9999')).toBe(true);
    expect(load.weeks).toHaveLength(8);
    await start(code);
    const after = await readLoad(library.db, await house(), NOW, 8);
    expect(after.waiting.map((one) => one.code)).not.toContain(code);
    expect(after.under).toBe(load.under + 1);
  });

  test('the load counts what is to come back, and tells what growers bring', async () => {
    const before = await readLoad(library.db, await house(), NOW, 52);
    const grower = await createPerson(library.owner, { name: 'Grower', email: null, phone: null, note: null, isMember: true });
    await grantAccount(library.owner, { personId: grower, email: 'grower@house.example', role: 'grower' });
    const code = await takeIn(library);
    for (const memberId of [grower, library.member.personId]) {
      const lent = await lendPackets(acting(library.db, library.coordinator, TODAY), {
        key: randomUUID(),
        code,
        memberId,
        packets: 1,
        overrideReason: 'asked',
      });
      expect(lent.ok).toBe(true);
    }
    const after = await readLoad(library.db, await house(), NOW, 52);
    expect(after.expected - before.expected).toBe(2);
    expect(after.fromGrowers - before.fromGrowers).toBe(1);
  });
});

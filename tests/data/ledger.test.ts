import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { findLotByCode } from '#data/lots/lots.ts';
import { findDisagreements, readLedger } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { recountLot } from '#services/stock/recount.server.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { lendOne, preparedLibrary, takeIn, TODAY, type Library } from './database.ts';
import { onTowels } from './onTowels.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const { layOne, laying, one } = onTowels(() => library);

const FACTS = [
  'act',
  'movement',
  'hold_written',
  'hold_lift_written',
  'lot_parent',
  'test_check_written',
  'test_towel_written',
  'test_photo',
  'quick_look_written',
  'seed_mark_written',
  'test_ending_written',
  'test_reopening_written',
  'blend',
  'batch_end_written',
  'batch_check_written',
  'air_reading_written',
  'passport_written',
  'lot_correction_written',
  'incident_written',
  'report_written',
  'purity_card_written',
  'treatment_written',
  'trial_end_written',
  'place_climate_written',
  'potted_written',
  'loan_written',
  'loan_return_written',
  'loan_close_written',
];

describe('a ledger that cannot lie', () => {
  test.each(FACTS)('the application’s role may neither change, delete nor truncate %s', async (table) => {
    for (const statement of [`update ${table} set act_key = act_key`, `delete from ${table}`, `truncate ${table}`]) {
      await expect(sql.raw(statement).execute(library.db)).rejects.toMatchObject({ code: expect.stringMatching(/^(42501|42703)$/) });
    }
  });

  test.each(FACTS)('even the owner of the tables is refused by the database: %s', async (table) => {
    await takeIn(library);
    await expect(sql.raw(`truncate ${table} cascade`).execute(library.owner)).rejects.toMatchObject({ constraint: 'append_only' });
    if (table === 'act' || table === 'movement')
      await expect(sql.raw(`delete from ${table}`).execute(library.owner)).rejects.toMatchObject({ constraint: 'append_only' });
  });

  test('a balance cannot be written by hand', async () => {
    const refused = { code: '42501' };
    await expect(sql`update holding set balance = 1000000`.execute(library.db)).rejects.toMatchObject(refused);
    await expect(sql`update lot_state set on_hand = 1000000`.execute(library.db)).rejects.toMatchObject(refused);
    await expect(sql`update lot_written set code = '26-9999-A'`.execute(library.db)).rejects.toMatchObject(refused);
    await expect(sql`drop trigger movement_applies on movement`.execute(library.db)).rejects.toMatchObject(refused);
  });

  test('a holding never falls below zero, whatever the code tries', async () => {
    const code = await takeIn(library, { amount: '10 seeds' });
    const lot = (await findLotByCode(library.db, code))!;
    const [holding] = await findHoldings(library.db, lot.id);
    const draw = (key: string) =>
      sql`with a as (insert into act (key, kind, answer) values (${key}, 'try', 'null')) insert into movement (act_key, lot_id, kind, from_holding, to_outside, amount, happened_on) values (${key}, ${lot.id}, 'lent', ${holding!.id}, 'members', 11, ${TODAY})`.execute(
        library.db,
      );
    await expect(draw(randomUUID())).rejects.toMatchObject({ code: '23514' });
  });

  test('a movement has one source and one goal, is more than nothing, and touches the house', async () => {
    const code = await takeIn(library);
    const lot = (await findLotByCode(library.db, code))!;
    const [holding] = await findHoldings(library.db, lot.id);
    const bad = [
      [`${holding!.id}, 'donors', null, 'members', 5`, 'movement_has_one_source'],
      [`null, 'donors', null, 'members', 5`, 'movement_touches_the_house'],
      [`null, 'donors', ${holding!.id}, null, 0`, 'movement_amount_above_zero'],
      [`null, 'moon', ${holding!.id}, null, 5`, 'movement_outside_is_known'],
    ] as const;
    for (const [values, constraint] of bad)
      await expect(
        sql
          .raw(
            `insert into movement (act_key, lot_id, kind, happened_on, from_holding, from_outside, to_holding, to_outside, amount) values ('${randomUUID()}', ${lot.id}, 'moved', '${TODAY}', ${values})`,
          )
          .execute(library.db),
      ).rejects.toMatchObject({ constraint });
  });

  test('a movement of one lot cannot draw from another lot’s jar', async () => {
    const [one, other] = [
      (await findLotByCode(library.db, await takeIn(library)))!,
      (await findLotByCode(library.db, await takeIn(library)))!,
    ];
    const [jar] = await findHoldings(library.db, other.id);
    await expect(
      sql
        .raw(
          `insert into movement (act_key, lot_id, kind, happened_on, from_holding, to_outside, amount) values ('${randomUUID()}', ${one.id}, 'lent', '${TODAY}', ${jar!.id}, 'members', 5)`,
        )
        .execute(library.db),
    ).rejects.toMatchObject({ code: '23503' });
  });

  test('the kept balances equal the sum of the movements after a season’s work', async () => {
    const code = await takeIn(library, { amount: '1 lb 6 oz' });
    await layOne(code, 50);
    await lendPackets(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      code,
      memberId: library.member.personId,
      packets: 2,
      overrideReason: null,
    });
    await recountLot(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      code,
      amount: { kind: 'weight', milligrams: 550_000, approximate: false, typed: '550 g' },
      reason: 'weighed again',
    });
    const lot = (await findLotByCode(library.db, code))!;
    const ledger = await readLedger(library.db, lot.id);
    expect(ledger.map(({ kind }) => kind)).toEqual(['received', 'drawn for test', 'lent', 'missing']);
    expect(ledger.at(-1)!.balance).toBe(lot.onHand);
    expect(lot.onHand).toBe(550_000);
    expect(await findDisagreements(library.db)).toEqual([]);
  });
});

describe('two desks at once', () => {
  test('the last packets are lent once', async () => {
    const code = await takeIn(library, { amount: '100 seeds' });
    const lend = () => lendOne(library, code);
    const done = await Promise.all(Array.from({ length: 8 }, lend));
    expect(done.filter(({ ok }) => ok)).toHaveLength(2);
    expect(done.filter((one) => !one.ok && one.problem.code === 'short')).toHaveLength(6);
    expect((await findLotByCode(library.db, code))!.onHand).toBe(20);
    expect(await findDisagreements(library.db)).toEqual([]);
  });

  test('a form sent twice at once has one effect and one answer', async () => {
    const code = await takeIn(library);
    const key = randomUUID();
    const lay = () => layTests(acting(library.db, library.helper, TODAY), laying([one(code)], { key }));
    const [first, second] = await Promise.all([lay(), lay()]);
    expect(first).toEqual(second);
    expect(await lay()).toEqual(first);
    expect((await findLotByCode(library.db, code))!.onHand).toBe(480);
  });

  test('somebody else’s key is refused rather than answered', async () => {
    const key = randomUUID();
    const code = await takeIn(library);
    const lay = (actor: Library['helper']) => layTests(acting(library.db, actor, TODAY), laying([one(code)], { key }));
    await lay(library.helper);
    await expect(lay(library.coordinator)).rejects.toThrow('another act');
  });

  test('intakes at once get codes of their own', async () => {
    const codes = await Promise.all(Array.from({ length: 10 }, () => takeIn(library)));
    expect(new Set(codes).size).toBe(10);
  });

  test('what is refused leaves nothing behind', async () => {
    const code = await takeIn(library, { amount: '30 seeds' });
    const key = randomUUID();
    const lend = await lendPackets(acting(library.db, library.helper, TODAY), {
      key,
      code,
      memberId: library.member.personId,
      packets: 5,
      overrideReason: null,
    });
    expect(lend).toEqual({ ok: false, problem: { code: 'short', onHand: 30, unit: 'seed' } });
    expect(await library.db.selectFrom('act').select('key').where('key', '=', key).execute()).toEqual([]);
    expect(await readLedger(library.db, (await findLotByCode(library.db, code))!.id)).toHaveLength(1);
  });
});

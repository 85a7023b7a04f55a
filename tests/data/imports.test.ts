import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { findImport, listImports, listRows, pruneImports } from '#data/exchange/imports.ts';
import { findSourceOfLot } from '#data/exchange/sources.ts';
import { findHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findDisagreements } from '#data/stock/ledger.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { workOnImports, type ReadFile } from '#services/exchange/background.server.ts';
import {
  answerQuestions,
  beginImport,
  callOff,
  fixCells,
  reopenColumns,
  settleColumns,
  takeAnswerBack,
  undoInBackground,
  writeInBackground,
} from '#services/exchange/importing.server.ts';
import { reviewImport } from '#services/exchange/reviewing.server.ts';
import { readSheetFile } from '#services/exchange/sheetFile.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { reckonNextOutlooks } from '#services/lots/outlook.server.ts';
import { forgetPerson } from '#services/people/forgetPerson.server.ts';
import { NotAllowed } from '#services/perform.server.ts';
import { undo } from '#services/undo.server.ts';
import { xlsxOf } from '../support/sheets.ts';
import { NOW, preparedLibrary, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const now = () => NOW;
const asked = (who: 'coordinator' | 'helper' = 'coordinator') => acting(library.db, library[who], NOW);
const work = (readFile: ReadFile = readSheetFile) => workOnImports(library.db, now, readFile);
const bytesOf = (text: string) => new Uint8Array(Buffer.from(text.trim()));

/** A file that was taken in and read. */
async function read(contents: Uint8Array, name = 'seeds.csv'): Promise<string> {
  const id = randomUUID();
  await beginImport(asked(), { id, actKey: randomUUID(), name, contents });
  await work();
  return id;
}

/** The same, with its columns as they were guessed, and reviewed. */
async function review(contents: Uint8Array, name?: string): Promise<string> {
  const id = await read(contents, name);
  const { sheets } = (await findImport(library.db, id))!;
  expect(await settleColumns(asked(), id, sheets)).toEqual({ ok: true });
  await work();
  return id;
}

async function write(id: string, onlyGood = false) {
  expect(await writeInBackground(asked(), id, onlyGood)).toEqual({ ok: true });
  await work();
  return (await findImport(library.db, id))!;
}

const rowsOf = async (id: string) => (await listRows(library.db, id, { sheet: null, only: 'all', search: '', limit: 100, offset: 0 })).rows;
const countLots = async () => (await sql<{ count: number }>`select count(*)::int as count from lot`.execute(library.db)).rows[0]!.count;
const lotOf = async (number: string) => {
  const { rows } = await sql<{
    code: string;
  }>`select lot.code from lot join lot_origin on lot_origin.lot_id = lot.id where lot_origin.code = ${number} order by lot.id desc`.execute(
    library.db,
  );
  return (await findLotByCode(library.db, rows[0]!.code))!;
};
const undoImport = (id: string, reason: string | undefined = 'wrong file') =>
  findImport(library.db, id).then((one) => undo(asked(), { key: randomUUID(), act: one!.actKey, reason }));

const SHEET = bytesOf(`
No,Crop,Variety,Harvest year,Amount,Donor,Germ 2020,Germ 2022,Place,Grown from
T1,Tomato,Ruby Lamp,2019,20 g,Ann & Bob Fell,8/10,14/20,Drawer 1,
T2,Tomato,Ruby Lamp,2021,,Tam Reed,,,Drawer 1,T1
T3,Tomato,Sunrise F1,2021,2 pkts,Tam Reed,,,Drawer 2,
P1,Pea,Long Siding,,300 seeds,,,,,
X1,Zzyzx,Nobody,2019,3 g,,,,,`);

describe('an import', () => {
  let id: string;
  beforeAll(async () => {
    id = await review(SHEET);
  });

  test('says of each row what it would make of it before anything is written', async () => {
    expect(await findImport(library.db, id)).toMatchObject({ state: 'reviewed', counts: { doubtful: 1, wrong: 1 } });
    expect((await rowsOf(id)).map(({ level }) => level)).toEqual(['doubtful', 'assumed', 'assumed', 'assumed', 'wrong']);
    expect(await countLots()).toBe(0);
  });

  test('takes an answer for every row that asks, and takes it back', async () => {
    await answerQuestions(asked(), id, { 'crop:zzyzx': 'pea' });
    expect((await rowsOf(id)).at(-1)!.level).not.toBe('wrong');
    await takeAnswerBack(asked(), id, 'crop:zzyzx');
    expect((await rowsOf(id)).at(-1)!.level).toBe('wrong');
  });

  test('takes a corrected cell beside what was written, and forgets the correction when it says the same again', async () => {
    await fixCells(asked(), id, [{ sheet: 0, at: 6, column: 1, said: 'Pea' }]);
    expect((await rowsOf(id)).at(-1)).toMatchObject({ fixed: { '1': 'Pea' }, cells: expect.arrayContaining(['Zzyzx']) });
    await fixCells(asked(), id, [{ sheet: 0, at: 6, column: 1, said: 'Zzyzx' }]);
    expect((await rowsOf(id)).at(-1)).toMatchObject({ fixed: null, level: 'wrong' });
  });

  test('is written whole: lots, people, places, tests, holds and where each comes from', async () => {
    expect(await write(id)).toMatchObject({ state: 'done' });
    expect(await countLots()).toBe(4);
    const [t1, t2, t3] = [await lotOf('T1'), await lotOf('T2'), await lotOf('T3')];
    expect(t1).toMatchObject({
      variety: 'Ruby Lamp',
      unit: 'mg',
      onHand: 20_000,
      harvested: '2019',
      donor: 'Ann & Bob Fell',
      takenInOn: '2020-02-01',
      generation: 0,
    });
    expect(t2).toMatchObject({ onHand: 0, origin: 'returned', generation: 1 });
    expect(t3).toMatchObject({ kind: 'F1', unit: 'seed' });
    expect((await findHolds(library.db, t3.id)).map(({ rule }) => rule)).toEqual(['F1 under its name']);
    expect((await findHolds(library.db, (await lotOf('P1')).id)).map(({ rule }) => rule)).toEqual(['undated']);
    expect(await findSourceOfLot(library.db, t1.id)).toMatchObject({
      row: { file: 'seeds.csv', sheet: 'Sheet 1', at: 2, said: expect.arrayContaining(['Ann & Bob Fell']) },
      origin: { code: 'T1' },
    });
    const { rows } = await sql<{
      laid: number;
      sprouted: number;
    }>`select seeds_laid as laid, sprouted from germination_test join test_end on test_id = germination_test.id where lot_id = ${t1.id} order by laid_on`.execute(
      library.db,
    );
    expect(rows).toEqual([
      { laid: 10, sprouted: 8 },
      { laid: 20, sprouted: 14 },
    ]);
    expect(await findDisagreements(library.db)).toEqual([]);
  });

  test('lends nothing of it until it is judged, and lays then what its promise asks for', async () => {
    const { code } = await lotOf('T1');
    const lend = () =>
      lendPackets(asked('helper'), {
        key: randomUUID(),
        code,
        memberId: library.member.personId,
        packets: 1,
        overrideReason: null,
        warmed: '',
      });
    expect(await lend()).toMatchObject({ ok: false, problem: { code: 'refused', because: { answer: 'refused', why: 'not judged' } } });
    expect(await judgeNext(library.db, NOW)).toBe(4);
    await reckonNextOutlooks(library.db, NOW);
    const judged = await lotOf('T1');
    expect(judged.promise).not.toBeNull();
    expect(judged.verdict).not.toBeNull();
    const held = (await findHolds(library.db, judged.id)).map(({ rule }) => rule);
    expect(held).toEqual(judged.promise === 'may vary' ? ['may have crossed'] : []);
  });

  test('that comes again is recognised row by row', async () => {
    const again = await review(SHEET, 'seeds again.csv');
    expect((await findImport(library.db, again))!.counts).toMatchObject({ known: 4, wrong: 1 });
    expect((await rowsOf(again))[0]!.notes).toMatchObject([{ code: 'imported before', said: 'seeds.csv', taken: '2' }]);
    await write(again);
    expect(await countLots()).toBe(4);
  });

  test('is undone whole: lots, people and places are gone, and the same file can come again', async () => {
    expect(await undoImport(id)).toEqual({ ok: true, answer: expect.anything() });
    expect(await countLots()).toBe(0);
    expect(await findDisagreements(library.db)).toEqual([]);
    const left = await sql<{ name: string }>`select name from person where erased_at is null and name in ('Ann & Bob Fell', 'Tam Reed')
      union all select name from place where closed_on is null and name like 'Drawer%'`.execute(library.db);
    expect(left.rows).toEqual([]);
    const again = await review(SHEET);
    expect((await findImport(library.db, again))!.counts.known).toBe(0);
    expect(await write(again)).toMatchObject({ state: 'done' });
    expect(await countLots()).toBe(4);
  });

  test('is not undone once something was built on it', async () => {
    const third = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Turntable,2024,900 seeds'), 'more.csv');
    await write(third);
    await judgeNext(library.db, NOW);
    await reckonNextOutlooks(library.db, NOW);
    const { rows } = await sql<{ code: string }>`select code from lot join line on line.id = line_id where name = 'Turntable'`.execute(
      library.db,
    );
    expect(
      await lendPackets(asked(), {
        key: randomUUID(),
        code: rows[0]!.code,
        memberId: library.member.personId,
        packets: 1,
        overrideReason: 'a test',
        warmed: '',
      }),
    ).toMatchObject({ ok: true });
    expect(await undoImport(third)).toMatchObject({ ok: false, problem: { code: 'built on', by: 'lot lent' } });
  });
});

describe('a workbook of several lists', () => {
  const WORKBOOK = xlsxOf({
    Loans: [
      ['Member', 'Lot', 'Lent on', 'Packets', 'Returned'],
      ['Ann Moor', 'A1', { serial: 44_280 }, 2, 'yes'],
      ['Cal Moor', 'A1', { serial: 45_740 }, 1, null],
    ],
    Seeds: [
      ['No', 'Crop', 'Variety', 'Harvest year', 'Weight (g)'],
      ['A1', 'Pea', 'Signal Arm', 2019, 120],
    ],
    Members: [
      ['Name', 'Email', 'Phone', 'Garden'],
      ['Ann Moor', 'ann@moor.example', '01234 5678', 'Moor Lane'],
    ],
    Places: [
      ['Place', 'Temp', 'Humidity'],
      ['Cold cupboard', 8, '45 %'],
    ],
    Varieties: [
      ['Crop', 'Variety', 'Also called', 'Story'],
      ['Pea', 'Signal Arm', 'The Arm; Semaphore', 'From the old box'],
      ['Bean', 'Nobody', '', ''],
    ],
  });

  test('is written with all that its lists say of each other', async () => {
    const id = await review(WORKBOOK, 'all.xlsx');
    expect((await findImport(library.db, id))!.sheets.map(({ thing }) => thing)).toEqual(['loans', 'lots', 'people', 'places', 'lines']);
    await write(id);
    const lot = await lotOf('A1');
    expect(lot).toMatchObject({ onHand: 120_000, variety: 'Signal Arm' });
    const loans =
      await sql`select person.name, packets, outcome from loan join person on person.id = member_id left join loan_close on loan_id = loan.id where lot_id = ${lot.id} order by loan.id`.execute(
        library.db,
      );
    expect(loans.rows).toEqual([
      { name: 'Ann Moor', packets: 2, outcome: 'returned' },
      { name: 'Cal Moor', packets: 1, outcome: null },
    ]);
    const people =
      await sql`select person.name, email, is_member as "isMember", garden.name as garden from person left join garden on garden.person_id = person.id where person.name like '% Moor' order by person.id`.execute(
        library.db,
      );
    expect(people.rows).toEqual([
      { name: 'Ann Moor', email: 'ann@moor.example', isMember: true, garden: 'Moor Lane' },
      { name: 'Cal Moor', email: null, isMember: true, garden: null },
    ]);
    const line =
      await sql`select story, array(select name from line_alias where line_id = line.id order by name) as aliases from line where name = 'Signal Arm'`.execute(
        library.db,
      );
    expect(line.rows).toEqual([{ story: 'From the old box', aliases: ['Semaphore', 'The Arm'] }]);
    const places =
      await sql`select celsius, humidity from place_climate join place on place.id = place_id where name = 'Cold cupboard'`.execute(
        library.db,
      );
    expect(places.rows).toEqual([{ celsius: 8, humidity: 0.45 }]);
  });

  test('and undone with all of it; what somebody is named by in it goes when they are erased', async () => {
    const { actKey } = (await listImports(library.db, { limit: 50, offset: 0 })).imports.find(({ fileName }) => fileName === 'all.xlsx')!;
    const ann = (await sql<{ id: number }>`select id from person where name = 'Ann Moor'`.execute(library.db)).rows[0]!.id;
    await library.db.transaction().execute((tx) => forgetPerson(tx, ann, NOW));
    const said = await sql<{ said: string }>`select said::text from imported_row_written where said::text like '%Ann Moor%'`.execute(
      library.db,
    );
    expect(said.rows).toEqual([]);
    expect(await undo(asked(), { key: randomUUID(), act: actKey, reason: 'a test' })).toMatchObject({ ok: true });
    const left = await sql<{
      name: string;
    }>`select name from line_alias where name in ('Semaphore', 'The Arm') union all select name from garden where name = 'Moor Lane'
      union all select name from place where name = 'Cold cupboard' and closed_on is null union all select name from person where name = 'Cal Moor'`.execute(
      library.db,
    );
    expect(left.rows).toEqual([]);
  });
});

describe('an import of many rows', () => {
  const MANY = bytesOf(['Crop,Variety,Story', ...Array.from({ length: 2100 }, (_, row) => `Pea,Long Row ${row},told ${row}`)].join('\n'));
  const listed = async () =>
    (await sql<{ count: number }>`select count(*)::int as count from line where is_listed and name like 'Long Row %'`.execute(library.db))
      .rows[0]!.count;
  const askToUndo = async (id: string, key: string = randomUUID()) =>
    undoInBackground(asked(), { key, act: (await findImport(library.db, id))!.actKey, reason: 'a test' });
  let id = '';

  test('tells how far its review is, and may be called off in it', async () => {
    id = await read(MANY);
    await settleColumns(asked(), id, (await findImport(library.db, id))!.sheets);
    await callOff(asked(), id);
    await work();
    expect(await findImport(library.db, id)).toMatchObject({ state: 'columns', trouble: '{"code":"called off"}' });
    const one = (await findImport(library.db, id))!;
    const told: number[] = [];
    await reviewImport(library.db, one, '2026-11-23', async (done) => void told.push(done));
    expect(told).toEqual([0, 1000, 2000]);
  });

  test('is undone in the background, once, however often it is asked for', async () => {
    await settleColumns(asked(), id, (await findImport(library.db, id))!.sheets);
    await work();
    expect(await write(id)).toMatchObject({ state: 'done' });
    expect(await listed()).toBe(2100);
    const key = randomUUID();
    expect(await askToUndo(id, key)).toBe(id);
    expect(await askToUndo(id)).toBe(id);
    expect(await findImport(library.db, id)).toMatchObject({ state: 'to undo', undoKey: key });
    expect(await listed()).toBe(2100);
    await work();
    expect(await findImport(library.db, id)).toMatchObject({ state: 'done', trouble: null });
    expect(await listed()).toBe(0);
    // Undone already, it is refused at once.
    expect(await askToUndo(id)).toBeNull();
  });

  test('stays when its undoing is called off, and a small one is undone at once', async () => {
    const again = await review(MANY, 'again.csv');
    await write(again);
    expect(await askToUndo(again)).toBe(again);
    await callOff(asked(), again);
    await work();
    expect(await findImport(library.db, again)).toMatchObject({ state: 'done', trouble: '{"code":"undo called off"}' });
    expect(await listed()).toBe(2100);
    const small = await review(bytesOf('Crop,Variety,Story\nPea,Short Row,told'), 'small.csv');
    await write(small);
    expect(await askToUndo(small)).toBeNull();
  });
});

describe('what goes wrong', () => {
  test('nobody but coordinators imports', async () => {
    await expect(beginImport(asked('helper'), { id: randomUUID(), actKey: randomUUID(), name: 'x.csv', contents: SHEET })).rejects.toThrow(
      NotAllowed,
    );
  });

  test('a file that is none fails in words, and nothing of it is kept', async () => {
    const id = await read(new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]));
    expect(await findImport(library.db, id)).toMatchObject({ state: 'failed', trouble: '{"code":"old workbook"}' });
    const { rows } = await sql<{ contents: Buffer | null }>`select contents from import where id = ${id}`.execute(library.db);
    expect(rows[0]!.contents).toBeNull();
  });

  test('work that is called off leaves nothing half there', async () => {
    const id = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Called Off,2024,900 seeds'));
    await writeInBackground(asked(), id, false);
    await callOff(asked(), id);
    const before = await countLots();
    await work();
    expect(await findImport(library.db, id)).toMatchObject({ state: 'reviewed', trouble: '{"code":"called off"}' });
    expect(await countLots()).toBe(before);
  });

  test('a server that ends in the midst of it begins it again, and it is written once', async () => {
    const id = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Twice Begun,2024,900 seeds'));
    await writeInBackground(asked(), id, false);
    const before = await countLots();
    // It ends when all is written and nothing is committed yet.
    const ends = () => {
      throw new Error('the server ended');
    };
    let times = 0;
    await expect(workOnImports(library.db, () => ((times += 1) > 1 ? ends() : NOW), readSheetFile)).rejects.toThrow('the server ended');
    expect(await findImport(library.db, id)).toMatchObject({ state: 'to write' });
    await Promise.all([work(), work()]);
    await work();
    expect(await findImport(library.db, id)).toMatchObject({ state: 'done' });
    expect(await countLots()).toBe(before + 1);
  });

  test('what has changed since the preview is shown again instead of written', async () => {
    const id = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Level Crossing,2024,900 seeds'));
    await writeInBackground(asked(), id, false);
    // Before its turn comes, another import brings nearly the same variety.
    await sql`update import set changed_at = now() + interval '1 day' where id = ${id}`.execute(library.owner);
    const other = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Level Crosing,2023,100 seeds'));
    await write(other);
    expect(await findImport(library.db, other)).toMatchObject({ state: 'done' });
    await work();
    expect(await findImport(library.db, id)).toMatchObject({
      state: 'reviewed',
      trouble: '{"code":"changed meanwhile"}',
      counts: { doubtful: 1 },
    });
  });

  test('only good rows are written where that is asked', async () => {
    const id = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Ground Frame,2023,10 g\nPea,Point Rodding,2018/19,10 g'));
    expect((await findImport(library.db, id))!.counts).toMatchObject({ doubtful: 1 });
    await write(id, true);
    const { rows } = await sql<{
      name: string;
    }>`select line.name from lot join line on line.id = line_id where line.name in ('Ground Frame', 'Point Rodding')`.execute(library.db);
    expect(rows.map(({ name }) => name)).toEqual(['Ground Frame']);
  });

  test('a step that was taken already is refused, and columns can be gone back to', async () => {
    const id = await review(bytesOf('Crop,Variety,Harvest year,Amount\nPea,Ballast,2023,10 g'));
    expect(await reopenColumns(asked(), id)).toEqual({ ok: true });
    expect(await writeInBackground(asked(), id, false)).toEqual({ ok: false, problem: { code: 'not now' } });
    expect(await writeInBackground(asked(), randomUUID(), false)).toEqual({ ok: false, problem: { code: 'no such import' } });
  });

  test('columns that were settled once are remembered for the next file with the same heads', async () => {
    const id = await read(bytesOf('Crop,Variety,Odd word,Amount\nPea,Sleeper,2023,10 g'));
    const { sheets } = (await findImport(library.db, id))!;
    expect(sheets[0]!.isRemembered).toBe(false);
    await settleColumns(asked(), id, [{ thing: 'lots', columns: ['crop', 'variety', 'harvested', 'amount'] }]);
    await work();
    const next = (await findImport(library.db, await read(bytesOf('Crop,Variety,Odd word,Amount\nPea,Chair,2022,10 g'))))!;
    expect(next.sheets[0]).toMatchObject({ isRemembered: true, columns: ['crop', 'variety', 'harvested', 'amount'] });
  });

  test('an import that nobody touched for a month is forgotten', async () => {
    const id = await read(bytesOf('Crop,Variety,Amount\nPea,Forgotten,10 g'));
    await pruneImports(library.db, new Date(NOW.getTime() + 1000));
    expect(await findImport(library.db, id)).toBeUndefined();
    expect((await listImports(library.db, { limit: 50, offset: 0 })).imports.some(({ state }) => state === 'done')).toBe(true);
  });
});

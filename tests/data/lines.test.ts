import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readHouse } from '#data/house/house.ts';
import { findLine, findNearLines, listLines } from '#data/lots/lines.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPromise } from '#data/lots/promises.ts';
import { findReports } from '#data/lots/reports.ts';
import { acting } from '#services/command.server.ts';
import { readSoFar } from '#services/intake/interview.server.ts';
import { changeLine } from '#services/lots/lines.server.ts';
import { addReport } from '#services/lots/reports.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});

const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const promiseOf = async (code: string) => (await readPromise(library.db, (await lot(code)).id))!;

describe('lines', () => {
  test('near spellings and other names are found, with what is in store', async () => {
    const code = await takeIn(library, { variety: 'Guard’s Van' });
    const { lineId } = await lot(code);
    const line = (await findLine(library.db, lineId))!;
    const change = {
      id: lineId,
      aim: 'keep true' as const,
      story: 'From the brake van',
      keptElsewhere: false,
      aliases: ['Brake Pea'],
      rules: {},
    };
    expect((await changeLine(acting(library.db, library.helper, TODAY), { ...change, key: randomUUID(), version: line.version })).ok).toBe(
      true,
    );
    expect(
      await changeLine(acting(library.db, library.coordinator, TODAY), { ...change, key: randomUUID(), version: line.version }),
    ).toMatchObject({
      problem: { code: 'changed meanwhile' },
    });
    expect(await findNearLines(library.db, 'pea', 'Gards Van')).toMatchObject([
      { name: 'Guard’s Van', exact: false, lots: 1, seeds: 500, promise: 'true' },
    ]);
    expect(await findNearLines(library.db, 'pea', 'brake pea')).toMatchObject([{ name: 'Guard’s Van', alias: 'Brake Pea', exact: true }]);
    expect((await lot(await takeIn(library, { variety: 'brake pea' }))).lineId).toBe(lineId);
  });

  test('let adapt makes every lot a mixture by declaration', async () => {
    const code = await takeIn(library, { variety: 'Hedge Mix' });
    const { lineId } = await lot(code);
    await changeLine(acting(library.db, library.helper, TODAY), {
      key: randomUUID(),
      id: lineId,
      version: 1,
      aim: 'let adapt',
      story: null,
      keptElsewhere: false,
      aliases: [],
      rules: {},
    });
    expect((await promiseOf(code)).promise).toBe('mixture');
  });

  test('rules of its own hold for the line’s lots, and for what is brought under its name', async () => {
    const { lineId } = await lot(await takeIn(library, { variety: 'Signal Wire' }));
    const rules = { plants: 'many', isolation: 'production' };
    const change = {
      key: randomUUID(),
      id: lineId,
      version: 1,
      aim: 'keep true' as const,
      story: null,
      keptElsewhere: false,
      aliases: [],
      rules,
    };
    expect((await changeLine(acting(library.db, library.helper, TODAY), change)).ok).toBe(true);
    const next = await lot(await takeIn(library, { variety: 'Signal Wire' }));
    expect(next.lineRules).toEqual(rules);
    const brought = async (variety: string) => {
      const answers = { crop: 'pea', source: 'donated', kind: 'open-pollinated', plantsHarvested: '20', variety };
      return readSoFar(library.db, { answers, crop: next.facts, back: null, today: TODAY, house: (await readHouse(library.db))! });
    };
    expect(await brought('Signal Wire')).toMatchObject({ lineRules: rules, judged: { plants: { wanted: next.facts.plantsToConserve } } });
    expect(await brought('Never Seen')).toMatchObject({ lineRules: {}, judged: { plants: { wanted: next.facts.plantsToKeep } } });
  });

  test('each way of sorting lists every line once', async () => {
    const totals = await Promise.all(
      (['name', 'lots', 'seeds', 'risk'] as const).map(async (sort) => {
        const { lines, total } = await listLines(library.db, { search: '', crop: '', sort, limit: 100, offset: 0 });
        return [total, new Set(lines.map(({ id }) => id)).size];
      }),
    );
    expect(new Set(totals.flat()).size).toBe(1);
    expect((await listLines(library.db, { search: 'brake', crop: '', sort: 'risk', limit: 10, offset: 0 })).lines).toMatchObject([
      { name: 'Guard’s Van' },
    ]);
  });

  test('reports are kept with the line; a year to come is refused', async () => {
    const code = await takeIn(library, { variety: 'Told Of' });
    const told = {
      code,
      by: 'Member',
      trueToType: 'yes' as const,
      taste: 4,
      yield: null,
      health: null,
      liking: 5,
      words: 'Sweet',
    };
    expect(await addReport(acting(library.db, library.helper, TODAY), { ...told, key: randomUUID(), year: 2027 })).toMatchObject({
      problem: { code: 'year to come' },
    });
    expect((await addReport(acting(library.db, library.helper, TODAY), { ...told, key: randomUUID(), year: 2026 })).ok).toBe(true);
    expect(await findReports(library.db, { lineId: (await lot(code)).lineId })).toMatchObject([
      { by: 'Member', liking: 5, words: 'Sweet' },
    ]);
  });
});

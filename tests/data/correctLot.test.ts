import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { findCorrections } from '#data/lots/corrections.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { acting } from '#services/command.server.ts';
import { correctLot } from '#services/lots/correctLot.server.ts';
import { preparedLibrary, takeIn, TODAY, type Library } from './database.ts';

let library: Library;
beforeAll(async () => {
  library = await preparedLibrary();
});
const lot = async (code: string) => (await findLotByCode(library.db, code))!;
const pea = (variety: string) => takeIn(library, { variety });

describe('a lot put right', () => {
  const right = { crop: 'pea', donor: 'Marta Quill', garden: 'Alder Row', why: 'misread' };
  const correct = (code: string, change: Record<string, string | null>) =>
    correctLot(acting(library.db, library.coordinator, TODAY), { key: randomUUID(), code, ...right, variety: 'Long Siding', ...change });

  test('goes under its other name everywhere; seed that nobody weighed holds as many to the gram as its new crop', async () => {
    const code = await pea('Under A Pea');
    expect(await correct(code, { crop: 'Broad bean', variety: 'Over A Bean' })).toMatchObject({ ok: true });
    const now = await lot(code);
    expect(now).toMatchObject({ cropId: 'broad-bean', variety: 'Over A Bean', donor: 'Marta Quill', garden: 'Alder Row' });
    expect(now.seedsPerGram).toBeLessThan(2);
    expect(await findCorrections(library.db, now.id)).toMatchObject([{ oldVariety: 'Under A Pea', newCrop: 'Broad bean', why: 'misread' }]);
  });

  test('asks who and what is meant by a nearly spelled name, and takes it when that is confirmed', async () => {
    await pea('Semaphore Arm');
    const code = await pea('Anything');
    expect(await correct(code, { variety: 'Semaphore Amr' })).toMatchObject({ problem: { of: 'variety', near: ['Semaphore Arm'] } });
    expect(await correct(code, { variety: 'Anything', donor: 'Marta Qiull' })).toMatchObject({
      problem: { of: 'donor', near: ['Marta Quill'] },
    });
    expect(await correct(code, { variety: 'Anything', garden: 'Alder Rwo' })).toMatchObject({
      problem: { of: 'garden', near: ['Alder Row'] },
    });
    expect(await correct(code, { variety: 'Semaphore Amr', sureVariety: 'Semaphore Amr' })).toMatchObject({ ok: true });
    expect(await lot(code)).toMatchObject({ variety: 'Semaphore Amr' });
  });

  test('wants a change, and a crop there is', async () => {
    const code = await pea('Still The Same');
    expect(await correct(code, { variety: 'Still The Same' })).toMatchObject({ problem: { code: 'nothing changed' } });
    expect(await correct(code, { crop: 'moon melon' })).toMatchObject({ problem: { code: 'no such crop' } });
    expect(await correct(code, { variety: 'Still The Same', donor: null, garden: null })).toMatchObject({ ok: true });
    expect(await lot(code)).toMatchObject({ donor: null, garden: null });
  });
});

import type { SeedPlace, SeedState } from '#core/germination/towel.ts';
import type { Day, TestId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

export async function readChecks(db: Db, testId: TestId) {
  return db
    .selectFrom('test_check')
    .leftJoin('person', 'person.id', 'test_check.checked_by')
    .leftJoin('test_photo', 'test_photo.check_id', 'test_check.id')
    .select([
      'test_check.id',
      'test_check.checked_on as checkedOn',
      'test_check.note',
      'test_check.re_wetted as reWetted',
      'test_check.mould',
      'test_photo.width',
      'test_photo.height',
      'person.name as by',
      'test_check.checked_by as byId',
    ])
    .where('test_id', '=', testId)
    .orderBy('test_check.id')
    .execute();
}

export interface NewCheck {
  readonly testId: TestId;
  readonly checkedOn: Day;
  readonly note: string | null;
  readonly reWetted: boolean;
  readonly mould: boolean;
  readonly checkedBy: number;
  readonly actKey: string;
  readonly marks: readonly (SeedPlace & { readonly state: SeedState })[];
}

export async function createCheck(db: Db, check: NewCheck): Promise<number> {
  const { id } = await db
    .insertInto('test_check')
    .values({
      test_id: check.testId,
      checked_on: check.checkedOn,
      note: check.note,
      re_wetted: check.reWetted,
      mould: check.mould,
      checked_by: check.checkedBy,
      act_key: check.actKey,
    })
    .returning('id')
    .executeTakeFirstOrThrow();
  if (check.marks.length > 0)
    await db
      .insertInto('seed_mark')
      .values(check.marks.map(({ replicate, seed, state }) => ({ check_id: id, test_id: check.testId, replicate, seed, state })))
      .execute();
  return id;
}

export async function createTestPhoto(
  db: Db,
  { checkId, actKey, jpeg, width, height }: { checkId: number; actKey: string; jpeg: Uint8Array; width: number; height: number },
): Promise<void> {
  await db
    .insertInto('test_photo')
    .values({ check_id: checkId, act_key: actKey, jpeg: Buffer.from(jpeg), width, height })
    .execute();
}

export async function findTestPhoto(db: Db, checkId: number): Promise<Buffer | null> {
  return (await db.selectFrom('test_photo').select('jpeg').where('check_id', '=', checkId).executeTakeFirst())?.jpeg ?? null;
}

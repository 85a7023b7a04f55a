import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

/** Lots that were brought in as fruit, heads or pods and are on nobody's bench yet, the one that spoils first at the head. */
export async function listWaiting(db: Db) {
  return db
    .selectFrom('lot')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select(['lot.code', 'lot.form', 'lot.open_by as openBy', 'line.name as variety', 'crop.name as crop', 'crop.facts', 'lot.treated'])
    .where('lot.form', 'in', ['whole fruit', 'heads or pods'])
    .where('lot.on_hand', '=', 0)
    .where(({ not, exists, selectFrom }) => not(exists(selectFrom('batch').select('batch.id').whereRef('batch.lot_id', '=', 'lot.id'))))
    .orderBy(sql`lot.open_by nulls last`)
    .orderBy('lot.id')
    .execute();
}

/** Seed that members are to bring back by a day, with its crop, and whether it is a grower who brings it. */
export async function listExpected(db: Db, until: string) {
  return db
    .selectFrom('open_loan')
    .innerJoin('loan', 'loan.id', 'open_loan.loan_id')
    .innerJoin('lot', 'lot.id', 'loan.lot_id')
    .innerJoin('line', 'line.id', 'lot.line_id')
    .innerJoin('crop', 'crop.id', 'line.crop_id')
    .select((eb) => [
      'open_loan.due_on as dueOn',
      'crop.facts',
      eb
        .exists(
          eb
            .selectFrom('account')
            .select('account.id')
            .whereRef('account.person_id', '=', 'loan.member_id')
            .where('account.role', '=', 'grower')
            .where('account.closed_at', 'is', null),
        )
        .as('byGrower'),
    ])
    .where('open_loan.due_on', '<=', until)
    .execute();
}

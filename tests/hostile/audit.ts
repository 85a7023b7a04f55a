import { sql } from 'kysely';
import type { Db } from '#data/database.ts';

// The ledger looked through in SQL alone, from the rows as they were written: nothing here is shared with the program that wrote them.

/** Whether an act was undone. @param column with the table it stands in: `undone` has one of that name too */
const undone = (column: `${string}.act_key`) => `exists (select from undone where undone.act_key = ${column})`;

/** Of each rule, what breaks it: always nothing. */
const RULES: Readonly<Record<string, string>> = {
  'a movement has one source and one goal, one of them in the house': `
    select id from movement where num_nonnulls(from_holding, from_outside) <> 1 or num_nonnulls(to_holding, to_outside) <> 1
      or num_nonnulls(from_holding, to_holding) = 0 or amount <= 0`,
  'a holding has what came in less what went out': `
    select holding.id from holding where balance <> coalesce((select sum(amount) from movement where to_holding = holding.id), 0)
      - coalesce((select sum(amount) from movement where from_holding = holding.id), 0)`,
  'a lot has what its holdings have': `
    select lot_id from lot_state where on_hand <> coalesce((select sum(balance) from holding where holding.lot_id = lot_state.lot_id), 0)`,
  'what is moved is moved within its lot': `
    select movement.id from movement join holding on holding.id in (from_holding, to_holding) where holding.lot_id <> movement.lot_id`,
  'no holding was ever below nothing, nor held a part of a packet': `
    select holding_id from (
      select holding.id as holding_id, packet_units, sum(change) over (partition by holding.id order by moved.id) as balance
      from holding join (
        select id, to_holding as holding_id, amount as change from movement where to_holding is not null
        union all select id, from_holding, -amount from movement where from_holding is not null) as moved on moved.holding_id = holding.id
    ) as running where balance < 0 or mod(balance, coalesce(packet_units, 1)) <> 0`,
  'what was undone was moved back': `
    select undone.act_key from undone join movement on movement.act_key = undone.act_key
    where not exists (select from movement as back where back.act_key = undone.by_act and back.lot_id = movement.lot_id and back.amount = movement.amount
      and back.from_holding is not distinct from movement.to_holding and back.to_holding is not distinct from movement.from_holding)`,
  'an act is undone once, by another act': `
    select act_key from undone group by act_key having count(*) > 1 union all select act_key from undone where act_key = by_act`,
  'a loan has its packets taken out of its lot': `
    select loan_written.id from loan_written where not ${undone('loan_written.act_key')} and packets * seeds_per_packet > 0 and
      (select count(*) from movement where movement.act_key = loan_written.act_key and kind = 'lent' and movement.lot_id = loan_written.lot_id) = 0`,
  'seed that was lent has a loan': `
    select movement.id from movement where kind = 'lent' and not exists (select from loan_written where loan_written.act_key = movement.act_key)`,
  'a loan is open until it is closed, and closed once': `
    select loan_written.id from loan_written where not ${undone('loan_written.act_key')} and (exists (select from open_loan where loan_id = loan_written.id)
      <> not exists (select from loan_close_written as done where done.loan_id = loan_written.id and not ${undone('done.act_key')}))
    union all select loan_id from loan_close_written where not ${undone('loan_close_written.act_key')} group by loan_id having count(*) > 1`,
  'nothing is lent while it is on hold': `
    select loan_written.id from loan_written join act on act.key = loan_written.act_key
      join hold_written on hold_written.lot_id = loan_written.lot_id join act as held on held.key = hold_written.act_key
    where not ${undone('loan_written.act_key')} and not ${undone('hold_written.act_key')} and hold_written.kind <> 'recall' and held.written_at < act.written_at
      and not exists (select from hold_lift_written as lift join act as lifted on lifted.key = lift.act_key
        where lift.hold_id = hold_written.id and lifted.written_at < act.written_at)`,
  'a hold is lifted once': `
    select hold_id from hold_lift_written where not ${undone('hold_lift_written.act_key')} group by hold_id having count(*) > 1`,
  'a test tells no more seeds than were laid': `
    select ending.id from test_ending_written as ending join germination_test_written as test on test.id = ending.test_id
    where not ${undone('ending.act_key')} and sprouted + coalesce(abnormal, 0) + coalesce(hard, 0) + coalesce(fresh, 0) + coalesce(dead, 0) > seeds_laid`,
  'a test that was laid here has its seed drawn from its lot': `
    select test.act_key, test.lot_id from germination_test_written as test join lot_written as lot on lot.id = test.lot_id join act on act.key = test.act_key
    where not ${undone('test.act_key')} and act.kind like 'test laid%' and lot.unit = 'seed' group by test.act_key, test.lot_id
    having (select sum(amount) from movement where movement.act_key = test.act_key and movement.lot_id = test.lot_id and kind = 'drawn for test')
      is distinct from sum(seeds_laid)`,
  'a test ends once': `
    select test_id from test_ending_written where not ${undone('test_ending_written.act_key')} and not exists (
      select from test_reopening_written as again where again.ending_id = test_ending_written.id and not ${undone('again.act_key')})
    group by test_id having count(*) > 1`,
  'a mark stands on a seed that was laid': `
    select mark.id from seed_mark_written as mark where seed not between 1 and (
      select max(places) from test_towel_written as towel where towel.test_id = mark.test_id and towel.replicate = mark.replicate)`,
  'seed of a blend came out of each of its two parents, and all of it': `
    select blend.lot_id from blend join lot_written as made on made.id = blend.lot_id where not ${undone('blend.act_key')} and (
      (select count(distinct movement.lot_id) from movement join lot_parent on parent_id = movement.lot_id and child_id = blend.lot_id
        where movement.act_key = blend.act_key and from_holding is not null) <> 2
      or made.unit = 'seed' and (select sum(case when to_holding is null then -amount else amount end) from movement where movement.act_key = blend.act_key) <> 0)`,
  'no lot is its own ancestor': `
    with recursive down (root, id) as (select parent_id, child_id from lot_parent
      union select root, child_id from down join lot_parent on parent_id = id)
    select root from down where root = id`,
  'every act that changed stock is on record': `
    select movement.id from movement where not exists (select from act where act.key = movement.act_key)`,
};

/** What breaks a rule of the ledger, a line each; none where all is well. */
export async function audit(owner: Db): Promise<string[]> {
  const found: string[] = [];
  for (const [rule, query] of Object.entries(RULES)) {
    const { rows } = await sql.raw<Record<string, unknown>>(query).execute(owner);
    if (rows.length > 0) found.push(`${rule}: ${rows.length}, first ${JSON.stringify(rows[0])}`);
  }
  return found;
}

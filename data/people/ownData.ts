import { sql } from 'kysely';
import type { PersonId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';

/** A row of what is kept of somebody, in plain words. */
export type KeptRow = Readonly<Record<string, string | number | boolean | null>>;
/** All that is kept of somebody, by what it is about. */
export type OwnData = Readonly<Record<string, readonly KeptRow[]>>;

/** Nobody reads more actions than this; the newest are told. */
const MOST_ACTIONS = 5000;

/**
 * All that the library keeps of a person, for themselves: passwords, PINs and sessions are told of by their dates alone. Undefined for nobody, and for who
 * was erased.
 */
export async function readOwnData(db: Db, id: PersonId): Promise<OwnData | undefined> {
  const rowsOf = async (query: ReturnType<typeof sql<KeptRow>>) => (await query.execute(db)).rows;
  const [person] = await rowsOf(sql<KeptRow>`
    select name, phone, email, note, is_member as member, group_of as people_in_group, contact as speaks_for_group
    from person where id = ${id} and erased_at is null`);
  if (!person) return undefined;
  const [account, gardens, given, addresses, loans, recalls, reports, terms, growOuts, tests, imported, actions, sessions] =
    await Promise.all([
      rowsOf(sql<KeptRow>`
      select email as signs_in_with, role, closed_at::text as access_ended, password_hash is not null as has_password, pin_hash is not null as has_pin
      from account where person_id = ${id}`),
      rowsOf(sql<KeptRow>`select name, latitude, longitude, place_for as place_known_to from garden where person_id = ${id} order by name`),
      rowsOf(sql<KeptRow>`
      select lot.code as lot, crop.name as crop, line.name as variety, lot.origin, lot.taken_in_on::text as taken_in_on, lot.note
      from lot join line on line.id = lot.line_id join crop on crop.id = line.crop_id where lot.donor_id = ${id} order by lot.id`),
      rowsOf(
        sql<KeptRow>`select made_at::text as link_made, revoked_at::text as ended from donor_address where person_id = ${id} order by made_at`,
      ),
      rowsOf(sql<KeptRow>`
      select loan.id as loan, lot.code as lot, crop.name as crop, line.name as variety, loan.packets, loan.lent_on::text as lent_on,
        coalesce(loan_due.due_on, loan.due_on)::text as seed_due_on, loan_close.outcome, loan_close.note as what_happened,
        loan_told.note as what_they_told, loan_answer.answer
      from loan join lot on lot.id = loan.lot_id join line on line.id = lot.line_id join crop on crop.id = line.crop_id
        left join loan_due on loan_due.loan_id = loan.id left join loan_close on loan_close.loan_id = loan.id
        left join loan_told on loan_told.loan_id = loan.id left join loan_answer on loan_answer.told_id = loan_told.id
      where loan.member_id = ${id} order by loan.id`),
      rowsOf(sql<KeptRow>`
      select lot.code as lot, recall_told.told_on::text as told_on from recall_told join hold on hold.id = recall_told.hold_id
        join lot on lot.id = hold.lot_id where recall_told.member_id = ${id} order by recall_told.told_on`),
      rowsOf(sql<KeptRow>`
      select lot.code as lot, report.year, report.true_to_type, report.taste, report.yield, report.health, report.liking, report.words,
        report.written_on::text as written_on from report join lot on lot.id = report.lot_id where report.person_id = ${id} order by report.id`),
      rowsOf(
        sql<KeptRow>`select to_jsonb(terms) - 'person_id' - 'act_key' as terms from grower_terms as terms where person_id = ${id}`,
      ).then((rows) => rows.map(({ terms: told }) => told as unknown as KeptRow)),
      rowsOf(sql<KeptRow>`
      select distinct on (grow_out.id) grow_out.id as grow_out, lot.code as lot, crop.name as crop, line.name as variety, step.step as last_step,
        step.happened_on::text as on
      from grow_out_step as step join grow_out on grow_out.id = step.grow_out_id join lot on lot.id = grow_out.lot_id
        join line on line.id = lot.line_id join crop on crop.id = line.crop_id
      where step.grower_id = ${id} order by grow_out.id, step.id desc`),
      rowsOf(sql<KeptRow>`
      select lot.code as lot, test_check.checked_on::text as counted_on, test_check.note
      from test_check join germination_test on germination_test.id = test_check.test_id join lot on lot.id = germination_test.lot_id
      where test_check.checked_by = ${id} order by test_check.id`),
      rowsOf(sql<KeptRow>`
      select file_name as file, sheet, at as row, array_to_string(said, ' | ') as said from imported_row
      where said <> '{}' and (person_id = ${id} or lot_id in (select id from lot where donor_id = ${id}) or loan_id in (select id from loan where member_id = ${id}))
      order by file_name, sheet, at`),
      rowsOf(sql<KeptRow>`
      select act.written_at::text as at, act.kind as action, act.subject as about
      from act join account on account.id = act.account_id where account.person_id = ${id} order by act.written_at desc limit ${MOST_ACTIONS}`),
      rowsOf(sql<KeptRow>`
      select session.device, session.expires_at::text as until, session.revoked_at::text as ended, session.is_shared as on_a_shared_tablet
      from session join account on account.id = session.account_id where account.person_id = ${id} order by session.expires_at`),
    ]);
  return {
    person: [person],
    'sign-in': account,
    gardens,
    'seed brought': given,
    'links to what became of it': addresses,
    loans,
    'told of recalls': recalls,
    'how crops did': reports,
    'terms of growing': terms,
    'grow-outs': growOuts,
    'counts of tests': tests,
    'rows of imported sheets': imported,
    actions,
    sessions,
  };
}

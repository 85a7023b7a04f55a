import { sql } from 'kysely';
import type { Day } from '#core/kernel/kinds.ts';
import { searchKey } from '#core/search/searchKey.ts';
import { isNearly, LEAST_ALIKE } from '#core/search/slips.ts';
import type { Db } from '#data/database.ts';
import { holdsWords } from '#data/search.ts';
import type { PersonId } from '#core/kernel/kinds.ts';

export interface PersonFields {
  readonly name: string;
  readonly email: string | null;
  readonly phone: string | null;
  readonly note: string | null;
  readonly isMember: boolean;
  /** A group that borrows and reports as one: how many they are; null for one person. */
  readonly groupOf?: number | null;
  /** Who speaks for a group. */
  readonly contact?: string | null;
}

const FORMER = 'Former member';

const columnsOf = ({ name, email, phone, note, isMember, groupOf = null, contact = null }: PersonFields) => ({
  name,
  email,
  phone,
  note,
  is_member: isMember,
  group_of: groupOf,
  contact,
});

/** Lets whoever else adds a person wait until the transaction ends, so that each finds whom the other has added. */
export async function lockNewPeople(db: Db): Promise<void> {
  await sql`select pg_advisory_xact_lock(hashtextextended('new people', 0))`.execute(db);
}

export async function createPerson(db: Db, person: PersonFields): Promise<number> {
  return (await db.insertInto('person').values(columnsOf(person)).returning('id').executeTakeFirstOrThrow()).id;
}

/** Lets whoever else writes what hangs on this person wait until the transaction ends. */
export async function lockPerson(db: Db, personId: PersonId): Promise<void> {
  await db.selectFrom('person').select('id').where('id', '=', personId).forUpdate().execute();
}

/** Changes a person if nobody else has since `version`; returns whether it did. */
export async function updatePerson(db: Db, id: number, person: PersonFields, version: number): Promise<boolean> {
  const result = await db
    .updateTable('person')
    .set({ ...columnsOf(person), version: version + 1 })
    .where('id', '=', id)
    .where('version', '=', version)
    .where('erased_at', 'is', null)
    .executeTakeFirst();
  return result.numUpdatedRows === 1n;
}

/** Blanks a person's row for good; lots, loans and the ledger keep only its number. */
export async function erasePerson(db: Db, id: number, now: Date): Promise<void> {
  await db
    .updateTable('person')
    .set({ name: FORMER, email: null, phone: null, note: null, is_member: false, group_of: null, contact: null, erased_at: now })
    .where('id', '=', id)
    .execute();
  await db
    .updateTable('garden')
    .set({ name: sql`'Former garden ' || id`, latitude: null, longitude: null })
    .where('person_id', '=', id)
    .execute();
  await db
    .deleteFrom('garden_distance')
    .where((eb) => {
      const theirs = eb.selectFrom('garden').select('garden.id').where('person_id', '=', id);
      return eb.or([eb('one_id', 'in', theirs), eb('other_id', 'in', theirs)]);
    })
    .execute();
}

export async function findPerson(db: Db, id: number) {
  return db
    .selectFrom('person')
    .leftJoin('account', (join) => join.onRef('account.person_id', '=', 'person.id').on('account.closed_at', 'is', null))
    .select([
      'person.id',
      'person.name',
      'person.email',
      'person.phone',
      'person.note',
      'person.is_member as isMember',
      'person.group_of as groupOf',
      'person.contact',
      'person.version',
      'person.erased_at as erasedAt',
      'account.role',
      'account.email as signInEmail',
      'account.id as accountId',
    ])
    .where('person.id', '=', id)
    .executeTakeFirst();
}

/** People of this very name, and people whose name is nearly this one. */
export async function matchPeople(db: Db, name: string): Promise<{ id: number; name: string; exact: boolean }[]> {
  const key = searchKey(name);
  const candidates = await db
    .selectFrom('person')
    .select([
      'id',
      'name',
      sql<boolean>`lower(name) = lower(${name})`.as('exact'),
      sql<number>`similarity(search_key(name), ${key})`.as('likeness'),
    ])
    .where(sql<boolean>`(search_key(name) % ${key} and similarity(search_key(name), ${key}) > ${LEAST_ALIKE})`)
    .where('erased_at', 'is', null)
    .orderBy('exact', 'desc')
    .orderBy('likeness', 'desc')
    .limit(40)
    .execute();
  return candidates
    .filter(({ exact, likeness, name: theirs }) => exact || isNearly(searchKey(theirs), key, likeness))
    .slice(0, 6)
    .map(({ id, name: theirs, exact }) => ({ id, name: theirs, exact }));
}

/** The one person of this name, as the suggestions give it (with a number behind it where two have the same), or undefined. */
export async function findPersonCalled(db: Db, name: string): Promise<PersonId | undefined> {
  const [, plain = name, id] = /^(.*?)(?: · (\d{1,9}))?$/.exec(name) ?? [];
  const exact = (await matchPeople(db, plain)).filter((person) => person.exact && (id === undefined || person.id === Number(id)));
  return exact.length === 1 ? exact[0]!.id : undefined;
}

/** Names that hold what has been typed so far, for the suggestions below a field. */
export async function suggestPeople(db: Db, typed: string): Promise<{ id: number; name: string }[]> {
  return db
    .selectFrom('person')
    .select(['id', 'name'])
    .where(holdsWords(typed, 'person.name'))
    .where('erased_at', 'is', null)
    .orderBy('name')
    .limit(12)
    .execute();
}

/** Lines of a crop whose name holds what was typed, and that have or had a lot, or were entered before there was one. */
export async function suggestLines(db: Db, cropId: string, typed: string): Promise<{ id: number; name: string }[]> {
  return db
    .selectFrom('line')
    .select(['id', 'name'])
    .where('crop_id', '=', cropId)
    .where(holdsWords(typed, 'line.name'))
    .where((eb) =>
      eb.or([eb('is_listed', '=', true), eb.exists(eb.selectFrom('lot').select('lot.id').whereRef('lot.line_id', '=', 'line.id'))]),
    )
    .orderBy('name')
    .limit(12)
    .execute();
}

export type PeopleSort = 'name' | 'loans';

/** Members and others with their open loans, a page at a time. */
export async function listPeople(
  db: Db,
  page: { search: string; sort: PeopleSort; membersOnly: boolean; limit: number; offset: number; today: Day },
) {
  const open = db
    .selectFrom('open_loan')
    .innerJoin('loan', 'loan.id', 'open_loan.loan_id')
    .select((eb) => [
      'loan.member_id',
      eb.fn.countAll<number>().as('open'),
      eb.fn.countAll<number>().filterWhere('open_loan.due_on', '<', page.today).as('late'),
    ])
    .groupBy('loan.member_id')
    .as('open_loans');
  let query = db
    .selectFrom('person')
    .leftJoin(open, 'open_loans.member_id', 'person.id')
    .leftJoin('account', (join) => join.onRef('account.person_id', '=', 'person.id').on('account.closed_at', 'is', null))
    .where('person.erased_at', 'is', null);
  if (page.search) query = query.where(holdsWords(page.search, 'person.name'));
  if (page.membersOnly) query = query.where('person.is_member', '=', true);
  const rows = query
    .select((eb) => [
      'person.id',
      'person.name',
      'person.is_member as isMember',
      'person.group_of as groupOf',
      'account.role',
      eb.fn.coalesce('open_loans.open', eb.lit(0)).as('open'),
      eb.fn.coalesce('open_loans.late', eb.lit(0)).as('late'),
    ])
    .orderBy(
      page.sort === 'loans' ? sql`coalesce(open_loans.late, 0) desc, coalesce(open_loans.open, 0) desc, person.name` : sql`person.name`,
    )
    .limit(page.limit)
    .offset(page.offset);
  const total = query.select((eb) => eb.fn.countAll<number>().as('count'));
  const [people, count] = await Promise.all([rows.execute(), total.executeTakeFirstOrThrow()]);
  return { people, total: count.count };
}

import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { sessionOf } from './session.ts';

/** A form as a page sends it, ready to be sent again. */
export interface Deed {
  readonly path: string;
  readonly form: Readonly<Record<string, string>>;
}

/** What deeds are done to: some lots with what is in them, tests that are open, people, places. */
export interface Ground {
  /** ISO day on the server's clock. */
  readonly today: string;
  readonly lots: readonly { readonly code: string; readonly holding: number; readonly twin: string }[];
  readonly tests: readonly number[];
  readonly loans: readonly number[];
  readonly member: number;
  readonly places: readonly string[];
}

/** Finds ground in a library: so many lots with loose seed, each with another of its line where there is one, and tests, loans and people as well. */
export async function readGround(db: Db, now: Date, lots: number): Promise<Ground> {
  const { rows } = await sql<Ground['lots'][number]>`
    select lot.code, holding.id::int as holding, (
      select code from lot as other where other.line_id = lot.line_id and other.id <> lot.id and other.on_hand > 0 limit 1) as twin
    from lot join lateral (select id from holding where lot_id = lot.id and packet_units is null order by balance desc limit 1) as holding on true
    where unit = 'seed' and on_hand > 300 and origin = 'donated' order by lot.id limit ${lots}`.execute(db);
  const numbers = async (query: ReturnType<typeof sql<{ id: number }>>) => (await query.execute(db)).rows.map(({ id }) => id);
  return {
    today: dayInZone(now, (await readHouse(db))!.timeZone),
    lots: rows.map(({ twin, ...lot }) => ({ ...lot, twin: twin ?? lot.code })),
    tests: await numbers(sql`select id::int from germination_test where next_count_on is not null order by id limit ${lots}`),
    loans: await numbers(sql`select loan_id::int as id from open_loan order by loan_id limit ${lots * 20}`),
    member: (await numbers(sql`select min(id)::int as id from person where is_member`))[0]!,
    places: (await sql<{ name: string }>`select name from place order by id limit 3`.execute(db)).rows.map(({ name }) => name),
  };
}

/** Draws what is done next, by chance: at the desk, on the shelves, at the bench, with tests; now and then something done before is undone. */
export function deedsOn({ lots, tests, loans, member, places, today }: Ground, chance: () => number): () => Deed {
  const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(chance() * items.length)]!;
  const done: string[] = [];
  let made = 0;
  const reason = 'for a trial';
  return () => {
    const [key, { code, holding, twin }] = [randomUUID(), pick(lots)];
    made += 1;
    const at =
      (path: string, form: Record<string, string>): (() => Deed) =>
      () => ({ path, form: { key, ...form } });
    const ways = [
      at(`/people/${member}`, { code, packets: '1', overrideReason: reason }),
      at(`/people/${member}`, { code, packets: '2', overrideReason: reason }),
      at(`/lots/${code}`, { intent: 'recount', amount: `${400 + Math.floor(chance() * 200)} seeds`, reason: 'counted' }),
      at(`/lots/${code}`, { intent: 'hold', kind: 'pests', reason: `seen ${made}` }),
      at('/people/new', { name: `Worker Number ${made} ${key.slice(0, 8)}`, isMember: 'on' }),
      at('/intake', { intent: 'save', crop: 'pea', variety: `Begun ${key.slice(0, 8)}` }),
      at(`/lots/${code}/move`, { intent: 'move', holding: String(holding), part: '20 seeds', place: pick(places), container: 'tin' }),
      at(`/lots/${code}/give`, { intent: 'give', holding: String(holding), part: '3 seeds', to: 'The Swap Table', overrideReason: reason }),
      at(`/lots/${code}/pack`, { intent: 'pack', seeds: '10', packets: '2', keepBack: '0', place: pick(places) }),
      at(`/lots/${code}/test`, { laidOn: today, counted: 'any root', seeds: '10', celsius: '20', spot: 'room' }),
      at(`/lots/${code}/blend`, { other: twin, seeds: '10', otherSeeds: '10', place: pick(places), container: 'jar' }),
      at('/undo', { act: pick([...done, key]) }),
      ...(tests.length > 0 ? [at(`/tests/${pick(tests)}`, { intent: 'count', checkedOn: today, moreSprouted: '1' })] : []),
      ...(loans.length > 0 ? [at(`/desk/loans/${pick(loans)}`, { intent: 'close', outcome: 'kept on', note: 'said so' })] : []),
    ];
    const deed = pick(ways)();
    done.push(key);
    if (done.length > 30) done.shift();
    return deed;
  };
}

/** Sends a form; its status, or null where the connection broke. */
export const send = async (
  url: string,
  { path, form }: Deed,
  visitor: 'helper' | 'coordinator' = 'coordinator',
): Promise<number | null> => {
  try {
    const answer = await sessionOf({ url }, visitor).post(path, { ...form });
    await answer.arrayBuffer();
    return answer.status;
  } catch {
    return null;
  }
};

/** A deed that was sent, with the answer that came back. */
export interface Sent {
  readonly deed: Deed;
  readonly status: number | null;
}

/** Sends deeds in four lanes for as long as something else takes. @returns all that were sent */
export async function underLoad(url: string, deed: () => Deed, somethingElse: () => Promise<unknown>): Promise<Sent[]> {
  const sent: Sent[] = [];
  let isOver = false;
  const lane = async () => {
    while (!isOver) {
      const one = deed();
      sent.push({ deed: one, status: await send(url, one) });
    }
  };
  const lanes = Array.from({ length: 4 }, lane);
  await somethingElse();
  isOver = true;
  await Promise.all(lanes);
  return sent;
}

/** Of these keys, how often each is on record: never more than once. */
async function timesOnRecord(db: Db, sent: readonly Sent[]): Promise<number[]> {
  const keys = sent.map(({ deed }) => deed.form['key']!);
  const { rows } = await sql<{ times: number }>`
    select count(act.key)::int as times from unnest(${sql.val(keys)}::uuid[]) as key left join act on act.key = key.key group by key.key`.execute(
    db,
  );
  return rows.map(({ times }) => times);
}

/** Whether it was promised to be on record. Answers of interviews under way, which are no acts, are not; nor is a page that was shown again. */
const isPromised = ({ status, deed: { path } }: Sent) => (status === 302 || status === 200) && path !== '/intake';

/** Whether nobody can know what became of it. */
const isUnsure = ({ status }: Sent) => status === null || status >= 500;

/** What is amiss with what was sent, a line each: promised and not there, or done twice. What is unsure is sent once more first. */
export async function amissWith(db: Db, url: string, sent: readonly Sent[]): Promise<string[]> {
  const lines: string[] = [];
  const promised = (await timesOnRecord(db, sent.filter(isPromised))).filter((times) => times !== 1);
  if (promised.length > 0) lines.push(`${promised.length} were promised and are not on record once`);
  const unsure = sent.filter(isUnsure);
  for (const { deed } of unsure) {
    const status = await send(url, deed);
    if (status === null || status >= 500) lines.push(`${deed.path} sent again: ${status}`);
  }
  if ((await timesOnRecord(db, unsure)).some((times) => times > 1)) lines.push('something was done twice');
  return lines;
}

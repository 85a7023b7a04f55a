import { USUAL_GROWING } from '#core/house/growing.ts';
import { afterAll } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { sql } from 'kysely';
import { readBack } from '#contracts/intake/back.ts';
import { readInterview } from '#contracts/intake/interview.ts';
import type { Answers } from '#core/passport/answers.ts';
import type { Role } from '#core/people/may.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { createHouse } from '#data/house/house.ts';
import { type Actor, grantAccount } from '#data/people/accounts.ts';
import { createPerson } from '#data/people/people.ts';
import { ensurePlace } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { lendPackets } from '#services/desk/desk.server.ts';
import { receiveLot, type Intake } from '#services/intake/intake.server.ts';
import { cropOf, interviewOf, type Change } from '../support/answers.ts';
import { cloneDatabase, upToDateTemplate } from '../support/databases.ts';

export { ALMANAC } from '../support/answers.ts';

const open: Db[] = [];

/** A connection that is closed when the suite is done. */
export function connect(url: string): Db {
  const db = openDatabase({ url, most: 12 });
  open.push(db);
  return db;
}

afterAll(async () => {
  await Promise.all(open.splice(0).map((db) => db.destroy()));
});

/** A database of its own for a suite, brought up to date and with the almanac, but with nobody in it. */
export async function emptyDatabase(): Promise<{ owner: Db; db: Db }> {
  const { ownerUrl, serverUrl } = await cloneDatabase(await upToDateTemplate());
  return { owner: connect(ownerUrl), db: connect(serverUrl) };
}

export const TODAY = '2026-11-23';
export const NOW = new Date('2026-11-23T12:00:00Z');

/** A house with the almanac, one shelf and somebody of each role. */
export async function preparedLibrary() {
  const { owner, db } = await emptyDatabase();
  await createHouse(db, {
    name: 'Test house',
    timeZone: 'Etc/UTC',
    lastFrost: '05-01',
    firstFrost: '10-15',
    lendingOpens: '02-01',
    sowingStarts: '03-15',
    units: 'metric',
    southern: false,
    rules: {},
    thresholds: { lend: 0.5, full: 0.8, sureness: 0.8 },
    bench: { trays: 12, jars: 20, hours: 8 },
    cropThresholds: {},
    growing: USUAL_GROWING,
    howToAsk: null,
    prices: { currency: 'EUR', packet: 350, crops: {} },
  });
  await ensurePlace(db, 'Shelf');
  const actor = async (name: string, role: Role): Promise<Actor> => {
    const personId = await createPerson(db, { name, email: null, phone: null, note: null, isMember: true });
    return { personId, name, role, accountId: await grantAccount(db, { personId, email: `${role}@house.example`, role }) };
  };
  return {
    owner,
    db,
    coordinator: await actor('Coordinator', 'coordinator'),
    helper: await actor('Helper', 'helper'),
    member: await actor('Member', 'member'),
  };
}

export type Library = Awaited<ReturnType<typeof preparedLibrary>>;

const PEA: Answers = {
  source: 'donated',
  crop: 'pea',
  variety: 'Long Siding',
  nameFrom: 'grower',
  nameSure: 'sure',
  kind: 'open-pollinated',
  protectedName: 'no',
  donor: 'Marta Quill',
  garden: 'Alder Row',
  harvested: 'Sep 2025',
  seasonsGrown: '3',
  plantsSown: '30',
  plantsStanding: '28',
  plantsHarvested: '24',
  selection: 'best kept',
  roguing: 'before flowering',
  offTypes: '0',
  diseases: 'none',
  neighbours: 'some',
  n0what: 'another pea',
  n0metres: '60 m',
  form: 'clean seed',
  dried: 'in air and shade',
  mould: 'no',
  insects: 'none',
  storedIn: 'cool cupboard',
  storedSince: 'unknown',
  amount: '500 seeds',
  place: 'Shelf',
  container: 'jar',
};

const answersOf = (change: Change = {}): Answers => interviewOf(PEA, change);

export function intake(change: Change = {}): Intake {
  const back = readBack((name) => (change[name] === undefined ? null : String(change[name])));
  const answers = answersOf(change);
  const { interview, faults } = readInterview(answers, cropOf(answers['crop']!), back !== null);
  if (!interview) throw new Error(`not an interview: ${JSON.stringify(faults)}`);
  return { key: randomUUID(), draftId: null, back, interview };
}

/** Takes a lot in and gives its code. */
export async function takeIn({ db, helper }: Library, change: Change = {}): Promise<string> {
  const done = await receiveLot(acting(db, helper, TODAY), intake(change));
  if (!done.ok) throw new Error(`not taken in: ${done.problem.code}`);
  return done.answer.code;
}

/** Lends one packet of a lot to the member. */
export const lendOne = ({ db, helper, member }: Library, code: string) =>
  lendPackets(acting(db, helper, TODAY), { key: randomUUID(), code, memberId: member.personId, packets: 1, overrideReason: null });

/** A tomato of whose promise nothing is in doubt. */
export const TOMATO = {
  crop: 'tomato',
  variety: 'Amber Aspect',
  boughtPlant: 'no',
  stigma: 'hidden',
  neighbours: 'none',
  seasonsGrown: '1',
  insects: undefined,
};

/** Lends a packet of a lot to the member and takes seed back from it. */
export async function childOf(library: Library, code: string, change: Parameters<typeof intake>[0] = {}): Promise<string> {
  const lent = await lendOne(library, code);
  if (!lent.ok) throw new Error(`not lent: ${JSON.stringify(lent.problem)}`);
  const back = await receiveLot(
    acting(library.db, library.helper, TODAY),
    intake({ ...TOMATO, loan: lent.answer.loanId, harvested: '2026', donor: 'Member', amount: '90 seeds', ...change }),
  );
  if (!back.ok) throw new Error(`not taken in: ${back.problem.code}`);
  return back.answer.code;
}

/** Until a statement of some connection waits for what another keeps. */
export async function untilSomebodyWaits(owner: Db): Promise<void> {
  const waiting = sql`
    select from pg_locks join pg_stat_activity using (pid) where not granted and datname = current_database()`;
  while ((await waiting.execute(owner)).rows.length === 0);
}

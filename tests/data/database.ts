import { afterAll } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { almanacFile } from '#contracts/almanac.ts';
import { intakeForm, type Intake } from '#contracts/intake.ts';
import type { Actor } from '#data/accounts.ts';
import { grantAccount } from '#data/accounts.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { createHouse, loadCrops } from '#data/house.ts';
import { ensurePlace } from '#data/places.ts';
import { migrate } from '#data/migrate.ts';
import { createPerson } from '#data/people.ts';
import type { Role } from '#core/people/may.ts';
import { receiveLot } from '#services/intake.server.ts';
import crops from '../../almanac/crops.json' with { type: 'json' };

function urlFrom(name: string): string {
  const url = process.env[name];
  if (!url) throw new Error(`${name} is not set: run these tests through bin/test`);
  return url;
}

const open: Db[] = [];

/** A connection that is closed when the suite is done. */
export function connect(which: 'owner' | 'server', database: string): Db {
  const url = new URL(urlFrom(which === 'owner' ? 'OWNER_DATABASE_URL' : 'DATABASE_URL'));
  url.pathname = `/${database}`;
  const db = openDatabase({ url: url.href, most: 12 });
  open.push(db);
  return db;
}

afterAll(async () => {
  await Promise.all(open.splice(0).map((db) => db.destroy()));
});

/** An empty database of its own for a suite, brought up to date; the tests' cluster lets the owner make databases. */
export async function emptyDatabase(): Promise<{ owner: Db; db: Db }> {
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const maker = connect('owner', 'granary');
  const { sql } = await import('kysely');
  await sql.raw(`create database ${name}`).execute(maker);
  const owner = connect('owner', name);
  await migrate(owner);
  return { owner, db: connect('server', name) };
}

export const TODAY = '2026-11-23';
export const NOW = new Date('2026-11-23T12:00:00Z');

/** A house with the almanac, one shelf and somebody of each role. */
export async function preparedLibrary() {
  const { owner, db } = await emptyDatabase();
  await loadCrops(owner, almanacFile.parse(crops));
  await createHouse(db, {
    name: 'Test house',
    timeZone: 'Etc/UTC',
    lastFrost: '05-01',
    firstFrost: '10-15',
    lendingOpens: '02-01',
    thresholds: { lend: 0.5, full: 0.8, sureness: 0.8 },
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

/** A donation as the desk's form sends it, with all answered; `change` sets fields as typed. */
export function intake(change: Record<string, string | number | boolean | undefined> = {}): Intake {
  return intakeForm.parse({
    key: randomUUID(),
    crop: 'pea',
    variety: 'Long Siding',
    kind: 'open-pollinated',
    donor: 'Marta Quill',
    garden: 'Alder Row',
    harvested: 'Sep 2025',
    plants: 24,
    isolation: 'distance',
    distance: '60 m',
    storage: 'cool cupboard',
    amount: '500 seeds',
    place: 'Shelf',
    ...change,
  });
}

/** Takes a lot in and gives its code. */
export async function takeIn({ db, helper }: Library, change: Parameters<typeof intake>[0] = {}): Promise<string> {
  const done = await receiveLot(db, helper, TODAY, intake(change));
  if (!done.ok) throw new Error(`not taken in: ${done.problem.code}`);
  return done.answer.code;
}

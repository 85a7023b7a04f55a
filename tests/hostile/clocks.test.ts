import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { sql } from 'kysely';
import { addDays } from '#core/calendar/plainDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { deedsOn, readGround, send } from '../support/deeds.ts';
import { findSamples, PLACES, type Samples } from '../support/places.ts';
import { dataAddress, inParallel, sessionOf } from '../support/session.ts';
import { audit } from './audit.ts';
import { drawnFrom, hostileLibrary, upTo, type HostileLibrary } from './hostileLibrary.ts';

let library: HostileLibrary;
/** Found once, before anything is done: later the last open loan may have been closed. */
let samples: Samples;
beforeAll(async () => {
  library = await hostileLibrary();
  samples = await findSamples(sessionOf(library.server(), 'coordinator').text);
  await sql`update session set expires_at = '2100-01-01'`.execute(library.owner);
});
afterAll(() => library.stop());

/** Half a minute before something odd: the server works on both sides of it. */
const MOMENTS: readonly (readonly [name: string, zone: string, clock: string, southern?: true])[] = [
  ['a year’s end just west of the date line', 'Pacific/Pago_Pago', '2027-01-01T10:59:30Z'],
  ['a year’s end just east of it, a day ahead', 'Pacific/Kiritimati', '2027-01-02T09:59:30Z'],
  ['a night whose midnight is skipped', 'Atlantic/Azores', '2027-03-28T00:59:30Z'],
  ['a night that has its midnight twice', 'Atlantic/Azores', '2027-10-30T23:59:30Z'],
  ['summer time of half an hour, in the south', 'Australia/Lord_Howe', '2028-01-31T12:59:30Z', true],
  ['a leap day', 'Atlantic/Azores', '2028-02-29T00:59:30Z'],
  ['the day after it, in the south', 'Pacific/Auckland', '2028-03-01T10:59:30Z', true],
  ['a clock that was set back by a year', 'Atlantic/Azores', '2027-03-01T12:00:00Z'],
];

test.each(MOMENTS.slice(-upTo(1, MOMENTS.length)))(
  '%s: every page is drawn, work is done, and the ledger adds up',
  async (_, zone, clock, southern = undefined) => {
    await sql`update house set time_zone = ${zone}, southern = ${southern === true}`.execute(library.owner);
    await library.server().stop();
    const server = await library.start({ CLOCK: clock });
    const session = sessionOf(server, 'coordinator');
    const places = PLACES.filter(({ route }, at) => route !== 'sign-out' && at % upTo(6, 1) === 0);
    const statuses = await inParallel(places, async (place) => {
      const path = place.path(samples);
      const answer = await session.get(place.page ? dataAddress(path) : path);
      await answer.arrayBuffer();
      return `${path} ${answer.status}`;
    });
    expect(statuses.filter((line) => / 5\d\d$/.test(line))).toEqual([]);
    const before = (await sql<{ id: number }>`select coalesce(max(id), 0)::int as id from movement`.execute(library.owner)).rows[0]!.id;
    const deed = deedsOn(await readGround(library.owner, new Date(clock), 4), drawnFrom(Number(clock.slice(2, 4))));
    const sent = await inParallel(
      Array.from({ length: upTo(15, 150) }, deed),
      async (one) => ({ one, status: await send(server.url, one) }),
      2,
    );
    expect(sent.filter(({ status }) => status === null || status >= 500)).toEqual([]);
    // What is written stands under the house's own day, whatever the machine's is.
    const { rows } = await sql<{ day: string }>`
    select distinct happened_on::text as day from movement where id > ${before} and kind in ('lent', 'given', 'recount', 'moved')`.execute(
      library.owner,
    );
    const today = dayInZone(new Date(clock), zone);
    expect(rows.length).toBeGreaterThan(0);
    for (const { day } of rows) expect([today, addDays(today, 1)]).toContain(day);
    expect(await audit(library.owner)).toEqual([]);
  },
);

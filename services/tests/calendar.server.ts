import ical from 'ical-generator';
import { bareForm, feedInput } from '#contracts/fields.ts';
import { addDays, mondayOf } from '#core/calendar/plainDate.ts';
import { cageTurns, plannedBloom } from '#core/growout/sowing.ts';
import { groupBy } from '#core/kernel/groupBy.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { readCropsById } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { growOutsOfGrower, openGrowOuts, type GrowOutRow } from '#data/growouts/growOuts.ts';
import { placesOfGrowOuts } from '#data/growouts/places.ts';
import type { House } from '#data/house/house.ts';
import { createFeed, findFeed, lockFeed, revokeFeed } from '#data/tests/calendarFeeds.ts';
import { listPlanned } from '#data/tests/testPlan.ts';
import { listTests } from '#data/tests/tests.ts';
import { command, type Acting, type Inside } from '#services/command.server.ts';
import { hashToken, newToken } from '#services/secrets.server.ts';
import { countWords, growOutDayWords, layWords, PRODUCT, type GrowOutDay } from '#words/calendar.ts';

/**
 * Makes somebody's calendar a new address; the one before ends. It is told once: only its hash is kept, and the record of acts, which others
 * read, does not hold it. @returns null when the same form was sent again: what was told then stands
 */
export async function newFeed(acting: Acting, key: string): Promise<string | null> {
  const { token, tokenHash } = newToken();
  const hash = tokenHash.toString('hex');
  const done = await makeFeed(acting, { key, hash });
  return done.ok && done.answer.hash === hash ? token : null;
}

export const makeFeed = command(
  'calendar address made',
  { input: feedInput, madeAnew: ['hash'] },
  async ({ tx, actor, now }: Inside<never>, { hash }) => {
    await lockFeed(tx, actor.accountId);
    await revokeFeed(tx, actor.accountId, now);
    await createFeed(tx, { tokenHash: Buffer.from(hash, 'hex'), accountId: actor.accountId });
    return { answer: { hash }, subject: null };
  },
);

export const endFeed = command('calendar address ended', { input: bareForm }, async ({ tx, actor, now }: Inside<never>) => {
  await revokeFeed(tx, actor.accountId, now);
  return { answer: null, subject: null };
});

const WEEKS_AHEAD = 26;
const MOST = 500;

/** A day of a calendar, with what it says and where it leads. */
interface Entry {
  readonly id: string;
  readonly on: Day;
  readonly summary: string;
  readonly lines: readonly string[];
  readonly path: string;
}

/**
 * The calendar behind an address: for whoever works here towels to count by day, tests to lay by week and all grow-outs; for a grower their own
 * grow-outs. No person is named in it.
 * @returns null for an address that is guessed or ended
 */
export async function readCalendar(
  db: Db,
  token: string,
  house: Pick<House, 'name' | 'lastFrost' | 'firstFrost'>,
  today: Day,
  origin: string,
): Promise<string | null> {
  const feed = await findFeed(db, hashToken(token));
  if (!feed) return null;
  const works = may(feed.role, 'work');
  const entries = [
    ...(works ? await testEntries(db, today) : []),
    ...(await growOutEntries(db, works ? await openGrowOuts(db, MOST) : await growOutsOfGrower(db, feed.personId), house, works)),
  ];
  const calendar = ical({ name: house.name, prodId: { company: PRODUCT, product: 'Days' } });
  for (const { id, on, summary, lines, path } of entries)
    calendar.createEvent({
      id: `${id}@kind-granary`,
      start: new Date(`${on}T00:00:00Z`),
      allDay: true,
      summary,
      description: lines.join('\n'),
      url: `${origin}${path}`,
    });
  return calendar.toString();
}

async function testEntries(db: Db, today: Day): Promise<Entry[]> {
  const [planned, open] = await Promise.all([
    listPlanned(db, addDays(mondayOf(today), 7 * WEEKS_AHEAD)),
    listTests(db, { open: true, search: '', limit: MOST, offset: 0 }),
  ]);
  return [
    ...[...groupBy(open.tests, ({ nextCountOn }) => nextCountOn!)].map(([on, tests]) => ({
      id: `count-${on}`,
      on,
      summary: countWords(tests.length),
      lines: tests.map(({ crop, variety, code, spot }) => `${crop} ‘${variety}’ ${code}, ${spot} place`),
      path: '/tests/round',
    })),
    ...[...groupBy(planned, (one) => one.week)].map(([week, lots]) => ({
      id: `lay-${week}`,
      on: week,
      summary: layWords(lots.length),
      lines: lots.map(({ crop, variety, code }) => `${crop} ‘${variety}’ ${code}`),
      path: '/tests/list',
    })),
  ];
}

/** Sowing, first flowers and the day by which its seed is back, of grow-outs; and for a grower which of two cages is open on each day. */
async function growOutEntries(
  db: Db,
  growOuts: readonly GrowOutRow[],
  house: Pick<House, 'lastFrost' | 'firstFrost'>,
  works: boolean,
): Promise<Entry[]> {
  const places = await placesOfGrowOuts(
    db,
    growOuts.map(({ id }) => id),
  );
  const crops = new Map((await readCropsById(db, [...new Set(growOuts.map(({ cropId }) => cropId))])).map((crop) => [crop.id, crop]));
  return growOuts.flatMap((one) => {
    const name = `${one.crop} ‘${one.variety}’`;
    const sowOn = one.sowOn ?? one.sowFrom;
    const bloom = plannedBloom(crops.get(one.cropId)!, sowOn, { last: house.lastFrost, first: house.firstFrost });
    const path = works ? `/grow-outs/${one.id}` : `/grow-outs/${one.id}/sheet`;
    const entry = (what: GrowOutDay, on: Day): Entry => ({
      id: `grow-out-${one.id}-${what}-${on}`,
      on,
      summary: growOutDayWords(what, name),
      lines: [one.code],
      path,
    });
    const turns =
      !works && places.find(({ growOutId }) => growOutId === one.id)?.methods.includes('alternate cages') ? cageTurns(bloom) : [];
    return [
      entry('sow', sowOn),
      entry('flowers', bloom.from),
      entry('back', one.backBy),
      ...turns.map(({ on, open }) => entry(open === 'first' ? 'open its cage' : 'shut its cage', on)),
    ];
  });
}

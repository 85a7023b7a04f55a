import ical from 'ical-generator';
import { bareForm, feedInput } from '#contracts/fields.ts';
import { addDays, mondayOf } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import type { Db } from '#data/database.ts';
import { createFeed, findFeed, lockFeed, revokeFeed } from '#data/tests/calendarFeeds.ts';
import { listPlanned } from '#data/tests/testPlan.ts';
import { listTests } from '#data/tests/tests.ts';
import { command, type Acting, type Inside } from '#services/command.server.ts';
import { hashToken, newToken } from '#services/secrets.server.ts';
import { countWords, layWords, PRODUCT } from '#words/calendar.ts';

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

export const makeFeed = command('calendar address made', { input: feedInput }, async ({ tx, actor, now }: Inside<never>, { hash }) => {
  await lockFeed(tx, actor.accountId);
  await revokeFeed(tx, actor.accountId, now);
  await createFeed(tx, { tokenHash: Buffer.from(hash, 'hex'), accountId: actor.accountId });
  return { answer: { hash }, subject: null };
});

export const endFeed = command('calendar address ended', { input: bareForm }, async ({ tx, actor, now }: Inside<never>) => {
  await revokeFeed(tx, actor.accountId, now);
  return { answer: null, subject: null };
});

const WEEKS_AHEAD = 26;
const MOST = 500;

/**
 * The calendar behind an address: towels to count by day, tests to lay by week. No person is named in it.
 * @returns null for an address that is guessed or ended, or of somebody who no longer works here
 */
export async function readCalendar(db: Db, token: string, house: string, today: Day, origin: string): Promise<string | null> {
  const feed = await findFeed(db, hashToken(token));
  if (!feed || !may(feed.role, 'work')) return null;
  const [planned, open] = await Promise.all([
    listPlanned(db, addDays(mondayOf(today), 7 * WEEKS_AHEAD)),
    listTests(db, { open: true, search: '', limit: MOST, offset: 0 }),
  ]);
  const calendar = ical({ name: `${house}: tests`, prodId: { company: PRODUCT, product: 'Tests' } });
  const add = (id: string, on: string, summary: string, lines: readonly string[], path: string) =>
    calendar.createEvent({
      id: `${id}@kind-granary`,
      start: new Date(`${on}T00:00:00Z`),
      allDay: true,
      summary,
      description: lines.join('\n'),
      url: `${origin}${path}`,
    });
  for (const [on, tests] of groupBy(open.tests, ({ nextCountOn }) => nextCountOn!))
    add(
      `count-${on}`,
      on,
      countWords(tests.length),
      tests.map(({ crop, variety, code, spot }) => `${crop} ‘${variety}’ ${code}, ${spot} place`),
      '/tests/round',
    );
  for (const [week, lots] of groupBy(planned, (one) => one.week))
    add(
      `lay-${week}`,
      week,
      layWords(lots.length),
      lots.map(({ crop, variety, code }) => `${crop} ‘${variety}’ ${code}`),
      '/tests/list',
    );
  return calendar.toString();
}

function groupBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}

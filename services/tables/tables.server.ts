import { describeLot } from '#core/exchange/passportDescriptors.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Permission } from '#core/people/may.ts';
import { growOutState } from '#core/states/states.ts';
import { seedsInUnits, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { readActs } from '#data/acts.ts';
import { listEndedBatches, listOpenBatches } from '#data/bench/batches.ts';
import type { Db } from '#data/database.ts';
import { listOpenLoans } from '#data/desk/loans.ts';
import { listSwapsIn, listSwapsOut } from '#data/exchange/swaps.ts';
import { listGrowOuts } from '#data/growouts/growOuts.ts';
import { listDescribed } from '#data/lots/described.ts';
import { listLines } from '#data/lots/lines.ts';
import { listGardens } from '#data/people/gardens.ts';
import { listPeople } from '#data/people/people.ts';
import { readShelf } from '#data/stock/shelves.ts';
import { listTests } from '#data/tests/tests.ts';
import { lineQuery, loanQuery, openQuery, peopleQuery, recordQuery, shelfQuery, swapsQuery } from './queries.server.ts';

type Cell = string | number | boolean | Date | null;
type Row = Readonly<Record<string, Cell>>;

interface Reading {
  readonly db: Db;
  readonly query: URLSearchParams;
  readonly today: Day;
  readonly limit: number;
  readonly offset: number;
}

/** A list that goes out as a table: who may have it, and its rows from one on. A column's unit stands in its name. */
interface ListTable {
  readonly permission: Permission;
  readonly rows: (reading: Reading) => Promise<readonly Row[]>;
}

const percent = (share: number | null) => (share === null ? null : Math.round(share * 1000) / 10);
const grams = (amount: number, unit: StockUnit) => (unit === 'mg' ? amount / 1000 : null);
const seeds = (amount: number, unit: StockUnit) => (unit === 'mg' ? null : amount);

/** Every list of the application, by the name of its table. */
export const TABLES = {
  shelves: {
    permission: 'work',
    rows: async ({ db, query, today, ...page }) =>
      (await readShelf(db, { ...shelfQuery(query, today), ...page })).map((lot) => ({
        lot: lot.code,
        crop: lot.crop,
        variety: lot.variety,
        kind: lot.kind,
        harvested: lot.harvested,
        on_hand_g: grams(lot.onHand, lot.unit),
        on_hand_seeds: seeds(lot.onHand, lot.unit),
        about_seeds: Math.round(seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram)),
        came_as: lot.form,
        donor: lot.donor,
        places: lot.places,
        label_promises: lot.promise,
        verdict: lot.verdict,
        germination_percent: percent(lot.median),
        germination_at_least_percent: percent(lot.low),
        germination_at_most_percent: percent(lot.high),
        tested_on: lot.testedOn,
        tested_seeds: lot.laid,
        tested_sprouted: lot.sprouted,
        next_test_on: lot.nextTestOn,
        holds: lot.holds.join('; '),
        treated: lot.treated,
      })),
  },
  lines: {
    permission: 'work',
    rows: async ({ db, query, today: _, ...page }) =>
      (await listLines(db, { ...lineQuery(query), ...page })).lines.map((line) => ({
        line: line.id,
        crop: line.crop,
        variety: line.name,
        aim: line.aim,
        lots_in_store: line.lots,
        gardens: line.gardens,
        about_seeds: Math.round(line.seeds),
        best_promise: line.promise,
      })),
  },
  people: {
    permission: 'manage people',
    rows: async ({ db, query, today, ...page }) =>
      (await listPeople(db, { ...peopleQuery(query, today), ...page })).people.map((person) => ({
        person: person.id,
        name: person.name,
        is_member: person.isMember,
        group_of: person.groupOf,
        role: person.role,
        open_loans: person.open,
        late_loans: person.late,
      })),
  },
  loans: {
    permission: 'manage people',
    rows: async ({ db, query, today, ...page }) =>
      (await listOpenLoans(db, { ...loanQuery(query, today), ...page })).loans.map((loan) => ({
        loan: loan.id,
        member: loan.member,
        lot: loan.code,
        crop: loan.crop,
        variety: loan.variety,
        packets: loan.packets,
        seeds_in_each: loan.seedsPerPacket,
        lent_on: loan.lentOn,
        lent_by: loan.lentBy,
        due_on: loan.dueOn,
        due_at_first: loan.firstDueOn,
        why_another_date: loan.dueWhy,
        said_to_have_failed_on: loan.failedOn,
      })),
  },
  tests: {
    permission: 'work',
    rows: async ({ db, query, today: _, ...page }) =>
      (await listTests(db, { ...openQuery(query), ...page })).tests.map((test) => ({
        test: test.id,
        lot: test.code,
        crop: test.crop,
        variety: test.variety,
        kind: test.kind,
        counts: test.counted,
        started_on: test.laidOn,
        seeds: test.seedsLaid,
        replicates: test.replicates,
        celsius: test.celsius,
        place: test.spot,
        next_count_on: test.nextCountOn,
        ended_on: test.endedOn,
        outcome: test.outcome,
        sprouted: test.sprouted,
        abnormal: test.abnormal,
        hard: test.hard,
      })),
  },
  'grow-outs': {
    permission: 'work',
    rows: async ({ db, query, today: _, ...page }) =>
      (await listGrowOuts(db, { ...openQuery(query), ...page })).growOuts.map((one) => ({
        grow_out: one.id,
        lot: one.code,
        crop: one.crop,
        variety: one.variety,
        state: growOutState(one),
        grower: one.grower,
        garden: one.garden,
        plants: one.plants,
        seeds: one.seeds,
        sow_on: one.sowOn ?? one.sowFrom,
        seed_back_by: one.backBy,
      })),
  },
  batches: {
    permission: 'work',
    rows: async ({ db, query, limit, offset }) => {
      const { open, search } = openQuery(query);
      const batches = open
        ? (await listOpenBatches(db, { search }))
            .slice(offset, offset + limit)
            .map((one) => ({ ...one, endedAt: null, typed: null, reason: null }))
        : (await listEndedBatches(db, { search, limit, offset })).batches;
      return batches.map((batch) => ({
        batch: batch.id,
        lot: batch.code,
        crop: batch.crop,
        variety: batch.variety,
        came_as: batch.brought,
        container: batch.vessel,
        step: batch.step,
        step_since: batch.since,
        opened_at: batch.openedAt,
        weight_at_first_g: batch.weightIn === null ? null : batch.weightIn / 1000,
        outcome: batch.outcome,
        ended_at: batch.endedAt,
        clean_seed: batch.typed,
        reason: batch.reason,
      }));
    },
  },
  gardens: {
    permission: 'work',
    rows: async ({ db, query, limit, offset }) =>
      (await listGardens(db, recordQuery(query).search)).slice(offset, offset + limit).map((garden) => ({
        garden: garden.id,
        name: garden.name,
        whose: garden.person,
        // Where it is goes out to coordinators alone, on the map.
        location_known: garden.latitude !== null,
      })),
  },
  swaps: {
    permission: 'work',
    rows: async ({ db, query, today: _, ...page }) => {
      const { show, search } = swapsQuery(query);
      if (show === 'came')
        return (await listSwapsIn(db, { search, ...page })).map((lot) => ({
          lot: lot.code,
          crop: lot.crop,
          variety: lot.variety,
          came_from: lot.library,
          their_code: lot.theirCode,
          taken_in_on: lot.takenInOn,
        }));
      const swaps = await listSwapsOut(db, { search, ...page });
      return swaps.flatMap(({ receiver, givenOn, lots }) =>
        lots.map(({ code, crop, variety, amount, unit }) => ({
          given_on: givenOn,
          went_to: receiver,
          lot: code,
          crop,
          variety,
          given_g: grams(amount, unit),
          given_seeds: seeds(amount, unit),
        })),
      );
    },
  },
  'passport-descriptors': {
    permission: 'manage people',
    rows: async ({ db, limit, offset }) => (await listDescribed(db, { limit, offset })).map(describeLot),
  },
  record: {
    permission: 'read audit',
    rows: async ({ db, query, today: _, ...page }) =>
      (await readActs(db, { ...recordQuery(query), ...page })).acts.map((act) => ({
        at: act.writtenAt,
        action: act.kind,
        about: act.subject,
        by: act.by,
        was_undone: act.undoneBy !== null,
      })),
  },
} as const satisfies Readonly<Record<string, ListTable>>;
export type TableName = keyof typeof TABLES;

/** So many rows are read at once: a list of thousands never stands in memory. */
const AT_ONCE = 1000;

/** The rows of a list, a thousand at a time, in the order and with the filter of its address. */
export async function* readTable(db: Db, name: TableName, query: URLSearchParams, today: Day): AsyncGenerator<readonly Row[], void> {
  const { rows }: ListTable = TABLES[name];
  for (let offset = 0; ; offset += AT_ONCE) {
    const some = await rows({ db, query, today, limit: AT_ONCE, offset });
    if (some.length > 0) yield some;
    if (some.length < AT_ONCE) return;
  }
}

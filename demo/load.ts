import type { Insertable } from 'kysely';
import { yearOf } from '#core/calendar/plainDate.ts';
import type { Day, GardenId, HoldingId, LineId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import { nextLotCode } from '#core/lotcode/lotCode.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import type { Schema } from '#data/schema.ts';
import type { SampleLibrary, SampleLot } from './generate.ts';
import { samplePassport } from './passports.ts';
import type { Random } from './random.ts';
import { CLIMATES, GARDENS, PLACES, SAMPLE_ACCOUNTS, TOLD_LINES } from './scenario.ts';

const CHUNK = 400;

/** Adds rows a few hundred at a time, in order; gives back their ids where the table numbers its rows. */
async function addRows<Table extends keyof Schema & string>(
  db: Db,
  table: Table,
  rows: readonly Insertable<Schema[Table]>[],
): Promise<number[]> {
  const ids: number[] = [];
  for (let at = 0; at < rows.length; at += CHUNK) {
    const chunk = rows.slice(at, at + CHUNK);
    const made = await db
      .insertInto(table as never)
      .values(chunk as never)
      .returningAll()
      .execute();
    ids.push(...(made as { id: number }[]).map(({ id }) => id));
  }
  return ids;
}

/** Writes a generated library into an empty database, as the tables' owner, in one transaction. */
export async function loadLibrary(
  owner: Db,
  library: SampleLibrary,
  options: { today: Day; random: Random; passwordHash: string },
): Promise<void> {
  await owner.transaction().execute(async (tx) => {
    const loader = new Loader(tx, library, options);
    await loader.people();
    await loader.lots();
    await loader.tests();
    await loader.loans();
    await loader.holds();
    await loader.finish();
  });
}

/** Holds the numbers the database has given out while the parts of a library are written one after the other. */
class Loader {
  private readonly tx: Db;
  private readonly library: SampleLibrary;
  private readonly today: Day;
  private readonly random: Random;
  private readonly passwordHash: string;
  private personIds: PersonId[] = [];
  private gardenIds: GardenId[] = [];
  private placeIds: PlaceId[] = [];
  private lotIds: LotId[] = [];
  private holdingIds: HoldingId[] = [];
  private codes: string[] = [];
  private readonly actRows: Insertable<Schema['act']>[] = [];
  private readonly movements: Insertable<Schema['movement']>[] = [];

  constructor(tx: Db, library: SampleLibrary, options: { today: Day; random: Random; passwordHash: string }) {
    this.tx = tx;
    this.library = library;
    this.today = options.today;
    this.random = options.random;
    this.passwordHash = options.passwordHash;
  }

  private act(kind: string, subject: string, on: string): string {
    const key = this.random.uuid();
    this.actRows.push({ key, kind, subject, account_id: null, written_at: new Date(`${on}T12:00:00Z`), answer: 'null' });
    return key;
  }

  async people(): Promise<void> {
    this.personIds = await addRows(
      this.tx,
      'person',
      this.library.people.map(({ name, isMember, phone, note }) => ({ name, is_member: isMember, phone, note, email: null })),
    );
    const accounts = SAMPLE_ACCOUNTS.map(({ email, role }, index) => ({
      person_id: this.personIds[index]!,
      email,
      role,
      password_hash: this.passwordHash,
    }));
    await addRows(this.tx, 'account', accounts);
    this.gardenIds = await addRows(
      this.tx,
      'garden',
      GARDENS.map(({ name, ...place }) => ({ name, person_id: null, ...place })),
    );
    this.placeIds = await addRows(
      this.tx,
      'place',
      PLACES.map((name) => ({ name })),
    );
    await addRows(
      this.tx,
      'place_climate',
      CLIMATES.map(({ place, yearsBack, on, ...climate }) => {
        const since = `${yearOf(this.today) - yearsBack}-${on}`;
        return {
          ...climate,
          place_id: this.placeIds[place]!,
          since,
          written_by: null,
          act_key: this.act('air of a place', PLACES[place]!, since),
        };
      }),
    );
  }

  async lots(): Promise<void> {
    const { lots } = this.library;
    const lineIds = await this.lines();
    const last = new Map<number, number>();
    this.codes = lots.map(({ takenInOn }) => {
      const year = yearOf(takenInOn);
      const { code, running } = nextLotCode(year, (last.get(year) ?? 0) + 1);
      last.set(year, running);
      return code;
    });
    await addRows(this.tx, 'lot_code_counter', [...last].map(([year, running]) => ({ year, last: running })) as never);
    const keys = lots.map((lot, index) =>
      this.act(lot.parent === null ? 'lot taken in' : 'seed returned', this.codes[index]!, lot.takenInOn),
    );
    this.lotIds = await addRows(
      this.tx,
      'lot_written',
      lots.map((lot, index) => this.lotRow(lot, this.codes[index]!, lineIds.get(lineKey(lot))!, keys[index]!)),
    );
    this.holdingIds = await addRows(
      this.tx,
      'holding',
      lots.map((lot, index) => ({
        lot_id: this.lotIds[index]!,
        place_id: this.placeIds[lot.place]!,
        container: lot.unit === 'mg' ? 'jar' : 'paper envelope',
      })),
    );
    await addRows(
      this.tx,
      'lot_parent',
      lots.flatMap((lot, index) => (lot.parent === null ? [] : [{ child_id: this.lotIds[index]!, parent_id: this.lotIds[lot.parent]! }])),
    );
    await addRows(
      this.tx,
      'passport',
      lots.map((lot, index) => ({
        lot_id: this.lotIds[index]!,
        answers: JSON.stringify(samplePassport(this.random, lot)),
        written_on: lot.takenInOn,
        written_by: this.personIds[1]!,
        act_key: keys[index]!,
      })),
    );
    await this.seenSince();
    lots.forEach((lot, index) =>
      this.movements.push({
        act_key: keys[index]!,
        lot_id: this.lotIds[index]!,
        kind: lot.parent === null ? 'received' : 'returned in',
        from_outside: lot.parent === null ? 'donors' : 'members',
        from_holding: null,
        to_holding: this.holdingIds[index]!,
        to_outside: null,
        amount: lot.amount,
        typed: lot.typed,
        reason: null,
        happened_on: lot.takenInOn,
        person_id: this.personIds[1]!,
      }),
    );
  }

  /** What stories tell was seen of a lot after it came in. */
  private async seenSince(): Promise<void> {
    const told = this.library.lots.flatMap((lot, index) =>
      lot.since ? [{ since: lot.since, lot, id: this.lotIds[index]!, code: this.codes[index]! }] : [],
    );
    const by = { written_by: this.personIds[0]! };
    await addRows(
      this.tx,
      'evidence',
      told.flatMap(({ since, lot, id, code }) =>
        (since.counted ?? []).map(({ on, ...counted }) => ({
          ...counted,
          ...by,
          lot_id: id,
          seen: 'plants' as const,
          source: 'trial' as const,
          shows: (lot.crop.crossesShow[0] + lot.crop.crossesShow[1]) / 200,
          seen_on: on,
          act_key: this.act('off-types counted', code, on),
        })),
      ),
    );
    await addRows(
      this.tx,
      'incident',
      told.flatMap(({ since, id, code }) =>
        (since.incidents ?? []).map(({ on, ...incident }) => ({
          ...incident,
          ...by,
          lot_id: id,
          happened_on: on,
          act_key: this.act(`incident: ${incident.kind}`, code, on),
        })),
      ),
    );
    await addRows(
      this.tx,
      'report',
      told.flatMap(({ since, id, code }) =>
        (since.reports ?? []).map(({ on, member, ...report }) => ({
          ...report,
          ...by,
          lot_id: id,
          person_id: this.personIds[member]!,
          year: yearOf(on),
          written_on: on,
          act_key: this.act('report written', code, on),
        })),
      ),
    );
    await addRows(
      this.tx,
      'trial',
      this.library.lots.flatMap(({ hold }, index) =>
        hold?.kind === 'trial'
          ? [
              {
                lot_id: this.lotIds[index]!,
                must_show: hold.reason,
                plants_wanted: 30,
                set_on: hold.on,
                act_key: this.act('trial set', this.codes[index]!, hold.on),
              },
            ]
          : [],
      ),
    );
  }

  private async lines(): Promise<Map<string, number>> {
    const unique = new Map(this.library.lots.map((lot) => [lineKey(lot), lot]));
    const ids = await addRows(
      this.tx,
      'line',
      [...unique.values()].map(({ crop, variety }) => ({ crop_id: crop.id, name: variety })),
    );
    const byKey = new Map([...unique.keys()].map((key, index) => [key, ids[index]!]));
    await addRows(
      this.tx,
      'line_alias',
      TOLD_LINES.flatMap(({ crop, variety, aliases }) => {
        const id = byKey.get(`${crop} ${variety}`);
        return id === undefined ? [] : aliases.map((name) => ({ line_id: id, name }));
      }),
    );
    for (const { crop, variety, story } of TOLD_LINES)
      await this.tx.updateTable('line').set({ story }).where('crop_id', '=', crop).where('name', '=', variety).execute();
    return byKey;
  }

  private lotRow(lot: SampleLot, code: string, lineId: LineId, actKey: string): Insertable<Schema['lot_written']> {
    return {
      code,
      line_id: lineId,
      origin: lot.origin,
      kind: lot.kind,
      unit: lot.unit,
      seeds_per_gram: lot.perGram,
      donor_id: this.personIds[lot.donor]!,
      garden_id: this.gardenIds[lot.garden]!,
      harvested: lot.harvested,
      plants_harvested: lot.plants,
      generation: lot.generation,
      note: lot.note,
      taken_in_on: lot.takenInOn,
      search_text: [code, lot.variety, lot.crop.name, lot.crop.species].join(' '),
      act_key: actKey,
    };
  }

  private draw(index: number, kind: 'drawn for test' | 'lent', amount: number, typed: string, on: string, actKey: string): void {
    this.movements.push({
      act_key: actKey,
      lot_id: this.lotIds[index]!,
      kind,
      from_holding: this.holdingIds[index]!,
      from_outside: null,
      to_holding: null,
      to_outside: kind === 'lent' ? 'members' : 'tests',
      amount,
      typed,
      reason: null,
      happened_on: on,
      person_id: this.personIds[1]!,
    });
  }

  async tests(): Promise<void> {
    const all = this.library.lots.flatMap((lot, index) =>
      lot.tests.map((test) => ({ lot, index, test, key: this.act('test laid', this.codes[index]!, test.laidOn) })),
    );
    for (const { lot, index, test, key } of all)
      this.draw(index, 'drawn for test', unitsForSeeds(test.seeds, lot.unit, lot.perGram), `${test.seeds} seeds`, test.laidOn, key);
    const helper = this.personIds[1]!;
    const testIds = await addRows(
      this.tx,
      'germination_test',
      all.map(({ lot, index, test, key }) => ({
        lot_id: this.lotIds[index]!,
        laid_on: test.laidOn,
        seeds_laid: test.seeds,
        counted: 'any root',
        celsius: lot.crop.celsius,
        first_count_days: lot.crop.firstCount,
        final_count_days: lot.crop.finalCount,
        next_count_on: test.nextCountOn,
        laid_by: helper,
        act_key: key,
      })),
    );
    const checks = all.flatMap(({ test, index }, at) =>
      test.checks.map((check) => ({ check, testId: testIds[at]!, key: this.act('towel counted', this.codes[index]!, check.on) })),
    );
    const checkIds = await addRows(
      this.tx,
      'test_check',
      checks.map(({ check, testId, key }) => ({
        test_id: testId,
        checked_on: check.on,
        note: check.note,
        checked_by: helper,
        act_key: key,
      })),
    );
    await addRows(
      this.tx,
      'seed_mark',
      checks.flatMap(({ check, testId }, at) =>
        check.marks.map(({ seed, state }) => ({ check_id: checkIds[at]!, test_id: testId, seed, state })),
      ),
    );
    await addRows(
      this.tx,
      'test_ending',
      all.flatMap(({ test, index }, at) =>
        test.end
          ? [
              {
                test_id: testIds[at]!,
                ended_on: test.end.on,
                outcome: test.end.outcome,
                sprouted: test.end.sprouted,
                reason: test.end.reason,
                ended_by: helper,
                act_key: this.act(`test ${test.end.outcome}`, this.codes[index]!, test.end.on),
              },
            ]
          : [],
      ),
    );
  }

  async loans(): Promise<void> {
    const all = this.library.lots.flatMap((lot, index) =>
      lot.loans.map((loan) => ({ lot, index, loan, key: this.act('packets lent', this.codes[index]!, loan.lentOn) })),
    );
    for (const { lot, index, loan, key } of all)
      this.draw(
        index,
        'lent',
        loan.packets * unitsForSeeds(lot.crop.packet, lot.unit, lot.perGram),
        `${loan.packets} × ${lot.crop.packet} seeds`,
        loan.lentOn,
        key,
      );
    const loanIds = await addRows(
      this.tx,
      'loan',
      all.map(({ lot, index, loan, key }) => ({
        lot_id: this.lotIds[index]!,
        member_id: this.personIds[loan.member]!,
        packets: loan.packets,
        seeds_per_packet: lot.crop.packet,
        lent_on: loan.lentOn,
        due_on: loan.dueOn,
        override_reason: null,
        lent_by: this.personIds[0]!,
        act_key: key,
      })),
    );
    await addRows(
      this.tx,
      'loan_return',
      all.flatMap(({ loan, index }, at) =>
        loan.child === null
          ? []
          : [
              {
                loan_id: loanIds[at]!,
                lot_id: this.lotIds[loan.child]!,
                act_key: this.act('seed returned', this.codes[index]!, loan.close!.on),
              },
            ],
      ),
    );
    // A loan that should have been returned, but whose child was never generated, is one that the member keeps growing.
    const outcome = (loan: (typeof all)[number]['loan']) =>
      loan.close!.outcome === 'returned' && loan.child === null ? 'kept on' : loan.close!.outcome;
    await addRows(
      this.tx,
      'loan_close',
      all.flatMap(({ loan, index }, at) =>
        loan.close
          ? [
              {
                loan_id: loanIds[at]!,
                outcome: outcome(loan),
                closed_on: loan.close.on,
                note: loan.close.note,
                closed_by: this.personIds[0]!,
                act_key: this.act('loan closed', this.codes[index]!, loan.close.on),
              },
            ]
          : [],
      ),
    );
  }

  async holds(): Promise<void> {
    await addRows(
      this.tx,
      'hold',
      this.library.lots.flatMap(({ hold }, index) =>
        hold
          ? [
              {
                lot_id: this.lotIds[index]!,
                kind: hold.kind,
                reason: hold.reason,
                set_on: hold.on,
                set_by: hold.byRule ? null : this.personIds[1]!,
                act_key: this.act(`hold set: ${hold.kind}`, this.codes[index]!, hold.on),
              },
            ]
          : [],
      ),
    );
  }

  async finish(): Promise<void> {
    await addRows(
      this.tx,
      'movement',
      this.movements.sort((one, other) => (one.happened_on < other.happened_on ? -1 : one.happened_on > other.happened_on ? 1 : 0)),
    );
    await addRows(this.tx, 'act', this.actRows as never);
  }
}

const lineKey = ({ crop, variety }: SampleLot) => `${crop.id} ${variety}`;

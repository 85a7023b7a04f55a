import type { Insertable } from 'kysely';
import type { AccountId, Day, GardenId, HoldingId, LotId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { Schema } from '#data/schema.ts';
import type { SampleLibrary } from '../generate.ts';
import type { Random } from '../random.ts';
import { addRows } from './rows.ts';

/** A library that is being written: the numbers the database has given out so far, and the movements and acts that come last. */
export class Loading {
  readonly tx: Db;
  readonly library: SampleLibrary;
  readonly today: Day;
  readonly random: Random;
  readonly passwordHash: string;
  personIds: PersonId[] = [];
  /** Whose acts they all are. */
  helperAccount: AccountId | null = null;
  gardenIds: GardenId[] = [];
  placeIds: PlaceId[] = [];
  lotIds: LotId[] = [];
  holdingIds: HoldingId[] = [];
  codes: string[] = [];
  readonly movements: Insertable<Schema['movement']>[] = [];
  private readonly actRows: Insertable<Schema['act']>[] = [];

  constructor(tx: Db, library: SampleLibrary, options: { today: Day; random: Random; passwordHash: string }) {
    this.tx = tx;
    this.library = library;
    this.today = options.today;
    this.random = options.random;
    this.passwordHash = options.passwordHash;
  }

  /** Notes an act at noon of its day, today’s at midnight, so that none is yet to come; gives back its key. */
  act(kind: string, subject: string, on: string): string {
    const key = this.random.uuid();
    const at = on < this.today ? '12:00' : '00:00';
    this.actRows.push({ key, kind, subject, account_id: this.helperAccount, written_at: new Date(`${on}T${at}:00Z`), answer: 'null' });
    return key;
  }

  /** Notes seed of a lot that is tested or lent. */
  draw(index: number, kind: 'drawn for test' | 'lent', amount: number, typed: string, on: string, actKey: string): void {
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

  /** Writes the movements in order of their days, then the acts. */
  async finish(): Promise<void> {
    await addRows(
      this.tx,
      'movement',
      this.movements.sort((one, other) => (one.happened_on < other.happened_on ? -1 : one.happened_on > other.happened_on ? 1 : 0)),
    );
    await addRows(this.tx, 'act', this.actRows as never);
  }
}

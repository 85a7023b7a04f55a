import { sql } from 'kysely';
import type { CropCaution } from '#core/almanac/cautions.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { LabelSays } from '#core/labels/says.ts';
import type { Kind } from '#core/lots/words.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { lots } from '#data/lots/lots.ts';

/** A lot as its label would tell it now, what its last label said, and how many labels its jars and packets need. */
export interface LabelledLot {
  readonly id: LotId;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly promise: Claim | null;
  readonly verdict: VerdictKind | null;
  readonly median: number | null;
  readonly kind: Kind;
  readonly treated: 'yes' | 'unknown' | null;
  readonly cautions: readonly CropCaution[];
  /** Null where no label is on record. */
  readonly said: LabelSays | null;
  readonly madeOn: Day | null;
  readonly jars: number;
  readonly packets: number;
  readonly places: string | null;
}

const labelled = (db: Db) =>
  lots(db)
    .leftJoin('lot_outlook', 'lot_outlook.lot_id', 'lot.id')
    // Looked up lot by lot: of one lot, the labels of all others are not gone through.
    .leftJoinLateral(
      (eb) => eb.selectFrom('lot_label').selectAll().whereRef('lot_label.lot_id', '=', 'lot.id').limit(1).as('label'),
      (join) => join.onTrue(),
    )
    .leftJoinLateral(
      (eb) =>
        eb
          .selectFrom('holding')
          .innerJoin('place', 'place.id', 'holding.place_id')
          .select([
            sql<number>`count(*) filter (where holding.packet_units is null)`.as('jars'),
            sql<number>`coalesce(sum(holding.balance / holding.packet_units), 0)::integer`.as('packets'),
            sql<string | null>`string_agg(distinct place.name, ', ')`.as('places'),
          ])
          .whereRef('holding.lot_id', '=', 'lot.id')
          .where('holding.balance', '>', 0)
          .as('kept'),
      (join) => join.onTrue(),
    )
    .select([
      'lot.id',
      'lot.code',
      'crop.name as crop',
      'line.name as variety',
      'lot_promise.promise',
      'lot.verdict',
      'lot_outlook.median',
      'lot.kind',
      'lot.treated',
      sql<CropCaution[]>`crop.facts->'cautions'`.as('cautions'),
      sql<LabelSays | null>`case when label.id is not null then json_build_object(
        'name', label.name, 'promise', label.promise, 'sowing', label.sowing, 'hybrid', label.hybrid, 'hazards', label.hazards) end`.as(
        'said',
      ),
      'label.made_on as madeOn',
      sql<number>`coalesce(kept.jars, 0)`.as('jars'),
      sql<number>`coalesce(kept.packets, 0)`.as('packets'),
      'kept.places',
    ]);

/** Lots of these codes, in order of their codes. */
export const labelledLots = (db: Db, codes: readonly string[]): Promise<LabelledLot[]> =>
  labelled(db).where('lot.code', 'in', codes).orderBy('lot.code').execute();

/** Lots in store of which a label is on record, and those of which none is, by crop and variety. */
export const listLabelled = (db: Db): Promise<LabelledLot[]> =>
  labelled(db).where('lot.on_hand', '>', 0).where('label.id', 'is not', null).orderBy('lot.shelf_key').orderBy('lot.id').execute();

/**
 * How many lots in store have labels that no longer match, counted where the lots lie: of thousands only those whose sowing rate is reckoned are looked
 * at one by one.
 * @param notOnLabels cautions of a crop that do not stand on labels
 * @param sowing how thick a label says to sow seed that is sown thicker, of so much germination
 */
export async function countOutdatedLabels(
  db: Db,
  notOnLabels: readonly string[],
  sowing: (verdict: 'sow thicker', median: number | null) => string,
): Promise<number> {
  const { rows } = await sql<{ sure: number; thicker: readonly (readonly [string, number | null])[] }>`
    with hazards as materialized (
      select id, name, array(
        select caution ->> 'code' from jsonb_array_elements(crop.facts -> 'cautions') with ordinality as each (caution, place)
        where not caution ->> 'code' = any(${notOnLabels}::text[]) order by place) as codes from crop
    ), lines as materialized (
      select line.id, hazards.name || ' ‘' || line.name || '’' as name, codes from line join hazards on hazards.id = line.crop_id
    ), now as (
      select label.sowing, lot.verdict, lot_outlook.median,
        label.name <> lines.name or label.promise is distinct from lot_promise.promise or label.hybrid <> (lot.kind = 'F1')
        or label.hazards <> case lot.treated when 'yes' then array['treated'] when 'unknown' then array['may be treated'] else '{}' end || lines.codes
        or (lot.verdict is distinct from 'sow thicker'
          and label.sowing <> case when lot.verdict in ('do not lend', 'dead') then 'not lent' else 'as usual' end) as differs
      from lot join lines on lines.id = lot.line_id join lot_label as label on label.lot_id = lot.id
        left join lot_promise on lot_promise.lot_id = lot.id left join lot_outlook on lot_outlook.lot_id = lot.id
      where lot.on_hand > 0
    )
    select count(*) filter (where differs)::integer as sure,
      coalesce(json_agg(json_build_array(sowing, median)) filter (where not differs and verdict = 'sow thicker'), '[]') as thicker from now`.execute(
    db,
  );
  const { sure, thicker } = rows[0]!;
  return sure + thicker.filter(([said, median]) => said !== sowing('sow thicker', median)).length;
}

/** Lots in store of which no label is on record: how many, and the first of them by crop and variety. */
export async function listNeverLabelled(db: Db, limit: number, offset: number): Promise<{ lots: LabelledLot[]; total: number }> {
  const never = labelled(db).where('lot.on_hand', '>', 0).where('label.id', 'is', null);
  const [rows, { total }] = await Promise.all([
    never.orderBy('lot.shelf_key').orderBy('lot.id').limit(limit).offset(offset).execute(),
    db
      .selectFrom('lot')
      .select((eb) => eb.fn.countAll<number>().as('total'))
      .where('lot.on_hand', '>', 0)
      .where((eb) => eb.not(eb.exists(eb.selectFrom('lot_label').select('lot_label.id').whereRef('lot_label.lot_id', '=', 'lot.id'))))
      .executeTakeFirstOrThrow(),
  ]);
  return { lots: rows, total };
}

/** Records what the labels say that were made of lots. */
export async function writeLabels(
  db: Db,
  made: readonly { readonly lotId: LotId; readonly says: LabelSays; readonly labels: number }[],
  by: { readonly madeOn: Day; readonly writtenBy: PersonId; readonly actKey: string },
): Promise<void> {
  await db
    .insertInto('lot_label_written')
    .values(
      made.map(({ lotId, says, labels }) => ({
        lot_id: lotId,
        ...says,
        labels,
        made_on: by.madeOn,
        written_by: by.writtenBy,
        act_key: by.actKey,
      })),
    )
    .execute();
}

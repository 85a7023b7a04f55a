import { sql, type RawBuilder } from 'kysely';
import type { CropCaution } from '#core/almanac/cautions.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Day, LotId, PersonId } from '#core/kernel/kinds.ts';
import type { LabelSays } from '#core/labels/says.ts';
import type { Kind } from '#core/lots/words.ts';
import type { Claim } from '#core/promise/judge.ts';
import type { Db } from '#data/database.ts';
import { isAmong } from '#data/isAmong.ts';
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
      'crop.cautions',
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

/** Lots in store of which the label may be untrue, by crop and variety: those of which it was, and those of which something has changed since. */
export const listDoubtful = (db: Db): Promise<LabelledLot[]> =>
  labelled(db)
    .where((eb) => eb('lot.id', 'in', eb.selectFrom('label_untrue').select('lot_id').union(eb.selectFrom('label_stale').select('lot_id'))))
    .where('lot.on_hand', '>', 0)
    .orderBy('lot.shelf_key')
    .orderBy('lot.id')
    .execute();

/** What may be untrue of the labels of some lots: sure where a part of them differs; where only how thick to sow can, with what they say of it. */
type LabelFinding = readonly [lotId: LotId, isUntrue: boolean, said: string, median: number | null];

/** How thick a label says to sow seed that is sown thicker, of so much germination. */
type Thicker = (verdict: 'sow thicker', median: number | null) => string;

/**
 * Compares the last labels of lots with what is true now, where the lots lie: only those are told of that differ, or whose sowing rate has to be reckoned.
 * @param lots a query for the ids of the lots; @param notOnLabels cautions of a crop that do not stand on labels
 */
const findings = (lots: RawBuilder<unknown>, notOnLabels: readonly string[]) => sql`
    with hazards as materialized (
      select id, name, array(
        select caution ->> 'code' from jsonb_array_elements(crop.cautions) with ordinality as each (caution, place)
        where not caution ->> 'code' = any(${notOnLabels}::text[]) order by place) as codes from crop
    ), now as (
      select lot.id, label.sowing, lot.verdict, lot_outlook.median,
        label.name <> hazards.name || ' ‘' || line.name || '’' or label.promise is distinct from lot_promise.promise or label.hybrid <> (lot.kind = 'F1')
        or label.hazards <> case lot.treated when 'yes' then array['treated'] when 'unknown' then array['may be treated'] else '{}' end || hazards.codes
        or (lot.verdict is distinct from 'sow thicker'
          and label.sowing <> case when lot.verdict in ('do not lend', 'dead') then 'not lent' else 'as usual' end) as differs
      from (${lots}) as asked (lot_id) join lot on lot.id = asked.lot_id join line on line.id = lot.line_id join hazards on hazards.id = line.crop_id
        join lateral (select * from lot_label where lot_label.lot_id = lot.id limit 1) as label on true
        left join lot_promise on lot_promise.lot_id = lot.id left join lot_outlook on lot_outlook.lot_id = lot.id
    )
    select coalesce(json_agg(json_build_array(id, differs, sowing, median)), '[]') from now where differs or verdict = 'sow thicker'`;

const untrueOf = (found: readonly LabelFinding[], sowing: Thicker): LotId[] =>
  found.flatMap(([lotId, isUntrue, said, median]) => (isUntrue || said !== sowing('sow thicker', median) ? [lotId] : []));

/** How many lots in store have labels that no longer match: those that were looked at are counted, those of which something has changed since are looked at. */
export async function countOutdatedLabels(db: Db, notOnLabels: readonly string[], sowing: Thicker): Promise<number> {
  const { rows } = await sql<{ kept: number; found: readonly LabelFinding[] }>`
    select (
      select count(*) from label_untrue join lot_state on lot_state.lot_id = label_untrue.lot_id and on_hand > 0
      where not exists (select from label_stale where label_stale.lot_id = label_untrue.lot_id)
    ) as kept, (${findings(sql`select lot_id from label_stale join lot_state using (lot_id) where on_hand > 0`, notOnLabels)}) as found`.execute(
    db,
  );
  const { kept, found } = rows[0]!;
  return kept + untrueOf(found, sowing).length;
}

/** Looks at the labels of the next lots of which something has changed, and keeps whether they are true. @returns how many lots; 0 where none wait that nobody else is at */
export async function lookAtLabels(tx: Db, notOnLabels: readonly string[], sowing: Thicker, most: number): Promise<number> {
  const waiting = await tx.selectFrom('label_stale').select('lot_id').orderBy('lot_id').limit(most).forUpdate().skipLocked().execute();
  if (waiting.length === 0) return 0;
  const lotIds = waiting.map(({ lot_id }) => lot_id);
  await tx.deleteFrom('label_stale').where(isAmong('lot_id', lotIds)).execute();
  await tx.deleteFrom('label_untrue').where(isAmong('lot_id', lotIds)).execute();
  const { rows } = await sql<{ found: readonly LabelFinding[] }>`
    select (${findings(sql`select unnest(${sql.val(lotIds)}::bigint[])`, notOnLabels)}) as found`.execute(tx);
  const untrue = untrueOf(rows[0]!.found, sowing);
  if (untrue.length > 0)
    await tx
      .insertInto('label_untrue')
      .values(untrue.map((lot_id) => ({ lot_id })))
      .execute();
  return lotIds.length;
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

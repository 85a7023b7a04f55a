import type { Insertable } from 'kysely';
import { yearOf } from '#core/calendar/plainDate.ts';
import type { LineId } from '#core/kernel/kinds.ts';
import { nextLotCode } from '#core/lotcode/lotCode.ts';
import type { Schema } from '#data/schema.ts';
import type { SampleLot } from '../generate.ts';
import { samplePassport } from '../passports.ts';
import { TOLD_LINES } from '../scenario.ts';
import type { Loading } from './loading.ts';
import { addRows } from './rows.ts';
import { loadSeen } from './seen.ts';

const lineKey = ({ crop, variety }: SampleLot) => `${crop.id} ${variety}`;

/** Lots with their lines, jars, descent and passports. */
export async function loadLots(loading: Loading): Promise<void> {
  const { lots } = loading.library;
  const lineIds = await loadLines(loading);
  const last = new Map<number, number>();
  loading.codes = lots.map(({ takenInOn }) => {
    const year = yearOf(takenInOn);
    const { code, running } = nextLotCode(year, (last.get(year) ?? 0) + 1);
    last.set(year, running);
    return code;
  });
  await addRows(loading.tx, 'lot_code_counter', [...last].map(([year, running]) => ({ year, last: running })) as never);
  const keys = lots.map((lot, index) =>
    loading.act(lot.parent === null ? 'lot taken in' : 'seed returned', loading.codes[index]!, lot.takenInOn),
  );
  loading.lotIds = await addRows(
    loading.tx,
    'lot_written',
    lots.map((lot, index) => lotRow(loading, lot, loading.codes[index]!, lineIds.get(lineKey(lot))!, keys[index]!)),
  );
  loading.holdingIds = await addRows(
    loading.tx,
    'holding',
    lots.map((lot, index) => ({
      lot_id: loading.lotIds[index]!,
      place_id: loading.placeIds[lot.place]!,
      container: lot.unit === 'mg' ? 'jar' : 'paper envelope',
    })),
  );
  await addRows(
    loading.tx,
    'lot_parent',
    lots.flatMap((lot, index) =>
      lot.parent === null ? [] : [{ child_id: loading.lotIds[index]!, parent_id: loading.lotIds[lot.parent]! }],
    ),
  );
  await addRows(
    loading.tx,
    'passport',
    lots.map((lot, index) => ({
      lot_id: loading.lotIds[index]!,
      answers: JSON.stringify(samplePassport(loading.random, lot)),
      written_on: lot.takenInOn,
      written_by: loading.personIds[1]!,
      act_key: keys[index]!,
    })),
  );
  await loadSeen(loading);
  lots.forEach((lot, index) =>
    loading.movements.push({
      act_key: keys[index]!,
      lot_id: loading.lotIds[index]!,
      kind: lot.parent === null ? 'received' : 'returned in',
      from_outside: lot.parent === null ? 'donors' : 'members',
      from_holding: null,
      to_holding: loading.holdingIds[index]!,
      to_outside: null,
      amount: lot.amount,
      typed: lot.typed,
      reason: null,
      happened_on: lot.takenInOn,
      person_id: loading.personIds[1]!,
    }),
  );
}

/** Lines with their other names and stories; their ids by crop and name. */
async function loadLines(loading: Loading): Promise<Map<string, number>> {
  const unique = new Map(loading.library.lots.map((lot) => [lineKey(lot), lot]));
  const ids = await addRows(
    loading.tx,
    'line',
    [...unique.values()].map(({ crop, variety }) => ({ crop_id: crop.id, name: variety })),
  );
  const byKey = new Map([...unique.keys()].map((key, index) => [key, ids[index]!]));
  await addRows(
    loading.tx,
    'line_alias',
    TOLD_LINES.flatMap(({ crop, variety, aliases }) => {
      const id = byKey.get(`${crop} ${variety}`);
      return id === undefined ? [] : aliases.map((name) => ({ line_id: id, name }));
    }),
  );
  for (const { crop, variety, story } of TOLD_LINES)
    await loading.tx.updateTable('line').set({ story }).where('crop_id', '=', crop).where('name', '=', variety).execute();
  return byKey;
}

/** A lot as its row. */
function lotRow(loading: Loading, lot: SampleLot, code: string, lineId: LineId, actKey: string): Insertable<Schema['lot_written']> {
  return {
    code,
    line_id: lineId,
    origin: lot.origin,
    kind: lot.kind,
    unit: lot.unit,
    seeds_per_gram: lot.perGram,
    donor_id: loading.personIds[lot.donor]!,
    garden_id: loading.gardenIds[lot.garden]!,
    harvested: lot.harvested,
    plants_harvested: lot.plants,
    generation: lot.generation,
    note: lot.note,
    taken_in_on: lot.takenInOn,
    search_text: [code, lot.variety, lot.crop.name, lot.crop.species].join(' '),
    act_key: actKey,
  };
}

import { yearOf } from '#core/calendar/plainDate.ts';
import type { Loading } from './loading.ts';
import { addRows } from './rows.ts';

/** What stories tell was seen of a lot after it came in. */
export async function loadSeen(loading: Loading): Promise<void> {
  const told = loading.library.lots.flatMap((lot, index) =>
    lot.since ? [{ since: lot.since, lot, id: loading.lotIds[index]!, code: loading.codes[index]! }] : [],
  );
  const by = { written_by: loading.personIds[0]! };
  await addRows(
    loading.tx,
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
        act_key: loading.act('off-types counted', code, on),
      })),
    ),
  );
  await addRows(
    loading.tx,
    'incident',
    told.flatMap(({ since, id, code }) =>
      (since.incidents ?? []).map(({ on, ...incident }) => ({
        ...incident,
        ...by,
        lot_id: id,
        happened_on: on,
        act_key: loading.act(`incident: ${incident.kind}`, code, on),
      })),
    ),
  );
  await addRows(
    loading.tx,
    'report',
    told.flatMap(({ since, id, code }) =>
      (since.reports ?? []).map(({ on, member, ...report }) => ({
        ...report,
        ...by,
        lot_id: id,
        person_id: loading.personIds[member]!,
        year: yearOf(on),
        written_on: on,
        act_key: loading.act('report written', code, on),
      })),
    ),
  );
  await addRows(
    loading.tx,
    'trial',
    loading.library.lots.flatMap(({ hold }, index) =>
      hold?.kind === 'trial'
        ? [
            {
              lot_id: loading.lotIds[index]!,
              must_show: hold.reason,
              plants_wanted: 30,
              set_on: hold.on,
              act_key: loading.act('trial set', loading.codes[index]!, hold.on),
            },
          ]
        : [],
    ),
  );
}

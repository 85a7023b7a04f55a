import type { Loading } from './loading.ts';
import { addRows } from './rows.ts';

/** Holds that were set on lots. */
export async function loadHolds(loading: Loading): Promise<void> {
  await addRows(
    loading.tx,
    'hold',
    loading.library.lots.flatMap(({ hold }, index) =>
      hold
        ? [
            {
              lot_id: loading.lotIds[index]!,
              kind: hold.kind,
              reason: hold.reason,
              set_on: hold.on,
              set_by: hold.byRule ? null : loading.personIds[1]!,
              act_key: loading.act(`hold set: ${hold.kind}`, loading.codes[index]!, hold.on),
            },
          ]
        : [],
    ),
  );
}

import { readLotCode } from '#core/lotcode/lotCode.ts';
import type { LotUnclear } from '#core/lotcode/lotUnclear.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { existingCodes } from '#data/lots/lots.ts';
import { listShelves } from '#data/stock/shelves.ts';

const MOST_NAMED = 4;

/** Reads a field that asks for a lot: its code, or a variety of which one lot is in store. Of several it is asked which. */
export async function lotMeant(
  db: Db,
  typed: string,
  today: Day,
): Promise<{ readonly ok: true; readonly code: string } | { readonly ok: false; readonly problem: LotUnclear }> {
  const read = readLotCode(typed);
  if (read.ok) return read;
  if (read.why === 'check letter') return { ok: false, problem: { code: 'check letter', near: await existingCodes(db, read.near) } };
  const search = typed.trim().slice(0, 60);
  const page = { crop: '', state: 'in store', sort: 'variety', today, limit: MOST_NAMED, offset: 0 } as const;
  const { lots, total } = /[a-z]{3}/i.test(search) ? await listShelves(db, { ...page, search }) : { lots: [], total: 0 };
  if (total === 1) return { ok: true, code: lots[0]!.code };
  if (total === 0) return { ok: false, problem: { code: 'no such variety' } };
  return { ok: false, problem: { code: 'which lot', near: lots, more: total - lots.length } };
}

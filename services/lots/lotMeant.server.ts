import { readLotCode } from '#core/lotcode/lotCode.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { existingCodes } from '#data/lots/lots.ts';
import { listShelves } from '#data/stock/shelves.ts';

/** The lot that was typed or scanned, or why it is none that can be told, in words. */
export type LotMeant = { readonly ok: true; readonly code: string } | { readonly ok: false; readonly why: string };

const MOST_NAMED = 4;

const named = (lots: readonly { readonly code: string; readonly crop: string; readonly variety: string }[]) =>
  lots.map(({ code, crop, variety }) => `${code} (${crop} ‘${variety}’)`).join(', or ');

/** Reads a field that asks for a lot: its code, or a variety of which one lot is in store. Of several it is asked which. */
export async function lotMeant(db: Db, typed: string, today: Day): Promise<LotMeant> {
  const read = readLotCode(typed);
  if (read.ok) return read;
  if (read.why === 'check letter') {
    const near = await existingCodes(db, read.near);
    const meant = near.length > 0 ? `Did you mean ${named(near)}?` : 'Check the label';
    return { ok: false, why: `The last letter does not match the numbers. ${meant}` };
  }
  const search = typed.trim().slice(0, 60);
  const page = { crop: '', state: 'in store', sort: 'variety', today, limit: MOST_NAMED, offset: 0 } as const;
  const { lots, total } = /[a-z]{3}/i.test(search) ? await listShelves(db, { ...page, search }) : { lots: [], total: 0 };
  if (total === 1) return { ok: true, code: lots[0]!.code };
  if (total === 0) return { ok: false, why: 'Enter a lot code, for example 26-0184-K, or a variety that is in store' };
  return {
    ok: false,
    why: `Which lot? ${named(lots)}${total > lots.length ? `, or one of ${total - lots.length} more. Type more of its name` : ''}`,
  };
}

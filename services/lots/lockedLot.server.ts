import type { Db } from '#data/database.ts';
import { lockLot } from '#data/lots/lots.ts';
import type { Refuse } from '#services/perform.server.ts';

/** No lot has this code, or the one that had it was withdrawn. */
export interface NoLot {
  readonly code: 'no such lot';
}

/** The lot of this code, locked until the act ends; refuses where there is none. */
export const lockedLot = async (tx: Db, code: string, refuse: Refuse<NoLot>) =>
  (await lockLot(tx, code)) ?? refuse({ code: 'no such lot' });

import type { Db } from '#data/database.ts';
import { lockTest } from '#data/tests/tests.ts';
import type { Refuse } from '#services/perform.server.ts';

export interface NoTest {
  readonly code: 'no such test';
}

/** The test of this number, locked until the act ends; refuses where there is none. */
export const lockedTest = async (tx: Db, id: number, refuse: Refuse<NoTest>) =>
  (await lockTest(tx, id)) ?? refuse({ code: 'no such test' });

import { randomUUID } from 'node:crypto';
import { recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { BACKUP_MADE, LIBRARY_RESTORED } from '#data/people/handover.ts';

/** Records that the whole library was saved to a file. @param file its name, without its folder */
export const noteBackup = (db: Db, file: string): Promise<void> =>
  recordAct(db, { key: randomUUID(), kind: BACKUP_MADE, subject: file, accountId: null, answer: null });

/** Records that the whole library was brought back from a file. @param file its name, without its folder */
export const noteRestore = (db: Db, file: string): Promise<void> =>
  recordAct(db, { key: randomUUID(), kind: LIBRARY_RESTORED, subject: file, accountId: null, answer: null });

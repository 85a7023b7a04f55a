import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Actor } from '#data/people/accounts.ts';
import type { Db } from '#data/database.ts';
import { findImport } from '#data/exchange/imports.ts';
import { acting } from '#services/command.server.ts';
import { workOnImports } from '#services/exchange/background.server.ts';
import { beginImport, settleColumns } from '#services/exchange/importing.server.ts';
import { readSheetFile } from '#services/exchange/sheetFile.server.ts';

const IMPORT = '5ee0b00c-0000-4000-8000-000000000001';
const ACT = '5ee0b00c-0000-4000-8000-000000000002';

/** An old book of the shelf that somebody has begun to bring in: its rows are checked, and wait for answers. */
export async function beginMessyImport(db: Db, coordinator: Actor, now: Date): Promise<void> {
  const asked = acting(db, coordinator, now);
  const contents = new Uint8Array(await readFile(join(process.cwd(), 'demo', 'sheets', 'shelf-book.csv')));
  await beginImport(asked, { id: IMPORT, actKey: ACT, name: 'shelf-book.csv', contents });
  await workOnImports(db, () => now, readSheetFile);
  await settleColumns(asked, IMPORT, (await findImport(db, IMPORT))!.sheets);
  await workOnImports(db, () => now, readSheetFile);
}

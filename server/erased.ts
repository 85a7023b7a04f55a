import { readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { sql } from 'kysely';
import { z } from 'zod';
import type { Db } from '#data/database.ts';
import { forgetPerson } from '#services/people/forgetPerson.server.ts';

// Older archives still hold people who were erased since. Their numbers, and nothing else of them, lie beside the archives: whoever restores an older one
// erases them again.

const FILE = 'erased-people.json';
const shape = z.record(z.string().regex(/^\d+$/), z.string());

async function readList(folder: string): Promise<Record<string, string>> {
  const text = await readFile(join(folder, FILE), 'utf8').catch(() => '{}');
  return shape.parse(JSON.parse(text));
}

/** Adds everybody who is erased now to the list in a folder. */
export async function keepErased(db: Db, folder: string): Promise<void> {
  const { rows } = await sql<{ id: number; at: Date }>`select id, erased_at as at from person where erased_at is not null`.execute(db);
  const list = { ...(await readList(folder)), ...Object.fromEntries(rows.map(({ id, at }) => [String(id), at.toISOString()])) };
  const file = join(folder, FILE);
  await writeFile(`${file}.part`, `${JSON.stringify(list, null, 1)}\n`);
  await rename(`${file}.part`, file);
}

/** Erases those of the list in a folder who are in the library again. @returns how many */
export async function eraseAgain(db: Db, folder: string): Promise<number> {
  const ids = Object.entries(await readList(folder));
  let erased = 0;
  for (const [id, at] of ids) {
    const { rows } = await sql`select from person where id = ${Number(id)} and erased_at is null`.execute(db);
    if (rows.length === 0) continue;
    await db.transaction().execute((tx) => forgetPerson(tx, Number(id), new Date(at)));
    erased += 1;
  }
  return erased;
}

import { builtAlmanac } from '#almanac/built.ts';
import { loadAlmanac } from '#data/almanac/almanac.ts';
import { openDatabase } from '#data/database.ts';
import { migrate } from '#data/migrate.ts';
import { prepareFirstStart } from '#services/people/signIn.server.ts';
import type { Settings } from './settings.ts';

/**
 * Brings the database up to date as its owner: schema, almanac, the house's row.
 * @returns the path of a one-time link for the first coordinator, or null when there is a coordinator
 */
export async function prepareDatabase({ ownerUrl, timeZone }: Pick<Settings, 'ownerUrl' | 'timeZone'>, now: Date): Promise<string | null> {
  const owner = openDatabase({ url: ownerUrl, most: 2 });
  try {
    await migrate(owner);
    await loadAlmanac(owner, builtAlmanac());
    const token = await prepareFirstStart(owner, now, timeZone);
    return token && `/welcome/${token}`;
  } finally {
    await owner.destroy();
  }
}

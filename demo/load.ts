import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { SampleLibrary } from './generate.ts';
import { loadHolds } from './load/holds.ts';
import { Loading } from './load/loading.ts';
import { loadLoans } from './load/loans.ts';
import { loadLots } from './load/lots.ts';
import { loadPeople } from './load/people.ts';
import { loadTests } from './load/tests.ts';
import type { Random } from './random.ts';

/** Writes a generated library into an empty database, as the tables' owner, in one transaction. */
export async function loadLibrary(
  owner: Db,
  library: SampleLibrary,
  options: { today: Day; random: Random; passwordHash: string },
): Promise<void> {
  await owner.transaction().execute(async (tx) => {
    const loading = new Loading(tx, library, options);
    await loadPeople(loading);
    await loadLots(loading);
    await loadTests(loading);
    await loadLoans(loading);
    await loadHolds(loading);
    await loading.finish();
  });
}

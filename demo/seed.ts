import { parseArgs } from 'node:util';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Actor } from '#data/people/accounts.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { loadAlmanac } from '#data/almanac/almanac.ts';
import { markOutlooksStale } from '#data/lots/outlooks.ts';
import { markAllStale } from '#data/lots/promises.ts';
import { createHouse, readHouse } from '#data/house/house.ts';
import { migrate } from '#data/migrate.ts';
import { clockFrom } from '#services/clock.server.ts';
import { hashPassword } from '#services/secrets.server.ts';
import { builtAlmanac } from '#almanac/built.ts';
import { reckonNextRisks } from '#services/growouts/risks.server.ts';
import { checkNextLabels } from '#services/lots/labels.server.ts';
import { reckonNextOutlooks } from '#services/lots/outlook.server.ts';
import { judgeNext } from '#services/lots/promises.server.ts';
import { workTheBench } from './benchWork.ts';
import { workTheTests } from './testWork.ts';
import { labelLots } from './labels.ts';
import { generateLibrary } from './generate.ts';
import { loadLibrary } from './load.ts';
import { seededRandom } from './random.ts';
import { HOUSE, SAMPLE_PASSWORD } from './scenario.ts';
import type { Role } from '#core/people/may.ts';
import { beginMessyImport } from './messySheet.ts';
import { sendCopies } from './copies.ts';
import { swapWithUpstream } from './otherLibraries.ts';
import { planGrowOuts } from './growOutWork.ts';
import { workTheSeason } from './seasonWork.ts';

async function firstOf(db: Db, role: Role): Promise<Actor> {
  const row = await db
    .selectFrom('account')
    .innerJoin('person', 'person.id', 'account.person_id')
    .select(['account.id as accountId', 'person.id as personId', 'person.name', 'account.role'])
    .where('account.role', '=', role)
    .orderBy('account.id')
    .limit(1)
    .executeTakeFirstOrThrow();
  return row;
}

/** Fills an empty database with the sample library; one that holds people is left alone. `--lots` and `--people` set its size. */
async function seed(): Promise<void> {
  const { values } = parseArgs({
    options: { lots: { type: 'string', default: '60' }, people: { type: 'string' }, seed: { type: 'string', default: '1' } },
  });
  const lots = Number(values.lots);
  const people = Number(values.people ?? Math.max(25, Math.round(lots / 20)));
  if (!Number.isInteger(lots) || lots < 20 || lots > 200_000 || !Number.isInteger(people) || people < 12)
    throw new Error('--lots takes a whole number from 20 to 200000, --people one of at least 12');
  const url = process.env['OWNER_DATABASE_URL'] ?? process.env['DATABASE_URL'];
  if (!url) throw new Error('OWNER_DATABASE_URL is not set');
  const clock = clockFrom(process.env['CLOCK']);
  const owner = openDatabase({ url, most: 4 });
  try {
    await migrate(owner);
    const almanac = builtAlmanac();
    await loadAlmanac(owner, almanac);
    if (await owner.selectFrom('person').select('id').limit(1).executeTakeFirst()) return;
    await createHouse(owner, HOUSE);
    const today = dayInZone(clock(), HOUSE.timeZone);
    const library = generateLibrary({ today, lots, people, seed: Number(values.seed), crops: almanac.crops });
    await loadLibrary(owner, library, {
      today,
      random: seededRandom(Number(values.seed) + 1),
      passwordHash: await hashPassword(SAMPLE_PASSWORD),
    });
    const helper = await firstOf(owner, 'helper');
    await workTheBench(owner, helper, clock(), almanac.crops);
    await workTheTests(owner, helper, today);
    await markAllStale(owner);
    while ((await judgeNext(owner, clock())) > 0);
    await markOutlooksStale(owner);
    while ((await reckonNextOutlooks(owner, clock())) > 0);
    await labelLots(owner, helper, today);
    const [coordinator, member] = [await firstOf(owner, 'coordinator'), await firstOf(owner, 'member')];
    while ((await reckonNextRisks(owner, clock())) > 0);
    await sendCopies(owner, coordinator, member, today);
    await swapWithUpstream(owner, coordinator, (await readHouse(owner))!, today);
    while ((await reckonNextOutlooks(owner, clock())) > 0);
    await workTheSeason(owner, coordinator, today);
    await planGrowOuts(owner, coordinator, member, today);
    // The season was worked on its own days: what was reckoned on these is reckoned as of today.
    while ((await reckonNextOutlooks(owner, clock())) > 0);
    while ((await reckonNextRisks(owner, clock())) > 0);
    while ((await checkNextLabels(owner)) > 0);
    await beginMessyImport(owner, coordinator, clock());
    process.stdout.write(`Sample data: ${lots} lots, ${people} people.\n`);
  } finally {
    await owner.destroy();
  }
}

seed().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});

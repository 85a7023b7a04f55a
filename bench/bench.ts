import { writeFileSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { availableParallelism } from 'node:os';
import { gzipSync } from 'node:zlib';
import { ON_THE_TABLE } from '#core/bench/steps.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import { listCropNames, readGroupOfCrops, readGroups } from '#data/almanac/almanac.ts';
import { readJarAir, readRoomAir } from '#data/bench/air.ts';
import { findBatch, listBatchesOfLot, listOpenBatches, readEnd } from '#data/bench/batches.ts';
import { findAcknowledged } from '#data/bench/cautions.ts';
import { readChecks as readBatchChecks } from '#data/bench/checks.ts';
import { readSteps } from '#data/bench/steps.ts';
import { listExpected, listWaiting } from '#data/bench/toCome.ts';
import { readWeighings } from '#data/bench/weighings.ts';
import { openDatabase, type Db } from '#data/database.ts';
import { countLateLoans, listOpenLoans, loansOfMember } from '#data/desk/loans.ts';
import { growOutsInGardens, listGrowOuts, openGrowOuts } from '#data/growouts/growOuts.ts';
import { readLogs } from '#data/growouts/log.ts';
import { readWhatLinesHangBy } from '#data/growouts/needs.ts';
import { placedGrowOuts, plotsOf } from '#data/growouts/places.ts';
import { readHouse } from '#data/house/house.ts';
import { listDrafts } from '#data/intake/drafts.ts';
import { readDescent, readRecall } from '#data/lots/descent.ts';
import { findEvidence } from '#data/lots/evidence.ts';
import { findHolds } from '#data/lots/holds.ts';
import { findIncidents } from '#data/lots/incidents.ts';
import { findLine, findLotsOfLine, findSamplesOfLine, listLines } from '#data/lots/lines.ts';
import { findLoansOfLot, findLot, findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { readForJudging, readHandedOn, readPromise } from '#data/lots/promises.ts';
import { findReports } from '#data/lots/reports.ts';
import { findTrials } from '#data/lots/trials.ts';
import { listGardens } from '#data/people/gardens.ts';
import { findPerson, listPeople } from '#data/people/people.ts';
import { findSession } from '#data/people/sessions.ts';
import { listLinesInStock } from '#data/stock/lineStock.ts';
import { readLedger } from '#data/stock/ledger.ts';
import { findHoldings, listPlaces } from '#data/stock/places.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { readChecks } from '#data/tests/checks.ts';
import { countOpenTests, findTest, listTests, testsOfLot } from '#data/tests/tests.ts';
import { readMarks } from '#data/tests/towels.ts';
import { readComing, readDue } from '#data/today/today.ts';
import type { BarePlan } from './bare.ts';

type Group = readonly ((db: Db) => Promise<unknown>)[];
interface Page {
  readonly name: string;
  readonly path: string;
  readonly groups: readonly Group[];
}

const WARM = 40;
const ROUNDS = 200;
const agent = new Agent({ keepAlive: true, maxSockets: 1 });

function timed(url: string, cookie: string): Promise<{ milliseconds: number; body: string; status: number }> {
  const start = performance.now();
  return new Promise((resolve, reject) => {
    get(url, { agent, headers: { cookie } }, (response) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () =>
        resolve({ milliseconds: performance.now() - start, body: Buffer.concat(chunks).toString(), status: response.statusCode ?? 0 }),
      );
    }).on('error', reject);
  });
}

/** The statements a piece of work sends, caught from the query builder's own log. */
async function caught(url: string, work: (db: Db) => Promise<unknown>) {
  const statements: { sql: string; parameters: unknown[] }[] = [];
  const db = openDatabase({ url, most: 1, heard: ({ sql, parameters }) => statements.push({ sql, parameters: [...parameters] }) });
  await work(db);
  await db.destroy();
  return statements;
}

async function choosePages(db: Db): Promise<Page[]> {
  const house = (await readHouse(db))!;
  const today = dayInZone(new Date(), house.timeZone);
  const lot = await db
    .selectFrom('lot')
    .innerJoin('germination_test', 'germination_test.lot_id', 'lot.id')
    .innerJoin('loan', 'loan.lot_id', 'lot.id')
    .select(['lot.id', 'lot.code', 'lot.line_id as lineId'])
    .limit(1)
    .executeTakeFirstOrThrow();
  const parents = (await db.selectFrom('lot_parent').select('parent_id').where('child_id', '=', lot.id).execute()).map(
    ({ parent_id }) => parent_id,
  );
  const oldest = await db.selectFrom('lot').select(['id', 'code']).orderBy('id').limit(1).executeTakeFirstOrThrow();
  const towel = await db
    .selectFrom('germination_test')
    .select('id')
    .where('next_count_on', 'is not', null)
    .limit(1)
    .executeTakeFirstOrThrow();
  const batch = (await listOpenBatches(db, { steps: ['dry'] }))[0]!;
  const { member_id: member } = await db.selectFrom('loan').select('member_id').limit(1).executeTakeFirstOrThrow();
  const shelves = (search: string) => ({ search, crop: '', state: '' as const, sort: 'variety' as const, today, limit: 40, offset: 0 });
  const open = await openGrowOuts(db, 400);
  const ended = (await testsOfLot(db, lot.id)).some(({ outcome }) => outcome === 'read');
  return [
    {
      name: 'Today',
      path: '/',
      groups: [
        [(on) => readDue(on, today), (on) => readComing(on, today, addDays(today, 13)), (on) => openGrowOuts(on, 400)],
        [
          (on) =>
            readLogs(
              on,
              open.map(({ id }) => id),
            ),
        ],
      ],
    },
    { name: 'Shelves', path: '/shelves', groups: [[(on) => listShelves(on, shelves('')), (on) => listCropNames(on)]] },
    {
      name: 'Shelves, searched',
      path: '/shelves?search=siding',
      groups: [[(on) => listShelves(on, shelves('siding')), (on) => listCropNames(on)]],
    },
    {
      name: 'A lot',
      path: `/lots/${lot.code}`,
      groups: [
        [(on) => findLotByCode(on, lot.code)],
        [
          (on) => readLedger(on, lot.id),
          (on) => testsOfLot(on, lot.id),
          (on) => readDescent(on, lot.id),
          (on) => findHolds(on, lot.id),
          (on) => findHoldings(on, lot.id),
          (on) => findLoansOfLot(on, lot.id),
          (on) => readPassports(on, lot.id),
          (on) => readPromise(on, lot.id),
          (on) => readGroupOfCrops(on),
          (on) => readGroups(on),
          (on) => readForJudging(on, [lot.id]),
          (on) => findEvidence(on, lot.id),
          (on) => findIncidents(on, lot.id),
          (on) => findTrials(on, lot.id),
          (on) => findReports(on, { lotId: lot.id }),
        ],
        [(on) => readHandedOn(on, parents)],
        ...(ended ? [[(on: Db) => findLot(on, lot.id)]] : []),
      ],
    },
    {
      name: 'What came from it',
      path: `/lots/${oldest.code}/recall`,
      groups: [[(on) => findLotByCode(on, oldest.code)], [(on) => readRecall(on, oldest.id)]],
    },
    {
      name: 'Lines',
      path: '/lines',
      groups: [[(on) => listLines(on, { search: '', crop: '', sort: 'name', limit: 50, offset: 0 }), (on) => listCropNames(on)]],
    },
    {
      name: 'A line',
      path: `/lines/${lot.lineId}`,
      groups: [
        [(on) => findLine(on, lot.lineId)],
        [
          (on) => findLotsOfLine(on, lot.lineId),
          (on) => findReports(on, { lineId: lot.lineId }),
          (on) => findSamplesOfLine(on, lot.lineId),
          (on) => listLinesInStock(on, addDays(today, -1096), [lot.lineId]),
        ],
      ],
    },
    {
      name: 'Intake',
      path: '/intake',
      groups: [[(on) => listCropNames(on), (on) => listPlaces(on), (on) => listGardens(on), (on) => listDrafts(on)]],
    },
    {
      name: 'Tests',
      path: '/tests',
      groups: [[(on) => listTests(on, { open: true, search: '', limit: 40, offset: 0 }), (on) => countOpenTests(on, today)]],
    },
    {
      name: 'A towel',
      path: `/tests/${towel.id}`,
      groups: [[(on) => findTest(on, towel.id)], [(on) => readMarks(on, towel.id), (on) => readChecks(on, towel.id)]],
    },
    {
      name: 'Desk',
      path: '/desk',
      groups: [
        [
          (on) => listPeople(on, { search: '', sort: 'loans', membersOnly: true, limit: 40, offset: 0, today }),
          (on) => countLateLoans(on, today),
        ],
      ],
    },
    {
      name: 'Bench',
      path: '/bench',
      groups: [[(on) => listOpenBatches(on)]],
    },
    {
      name: 'A batch',
      path: `/bench/${batch.id}`,
      groups: [
        [(on) => findBatch(on, batch.id)],
        [
          (on) => readBatchChecks(on, batch.id),
          (on) => findLotByCode(on, batch.code),
          (on) => listBatchesOfLot(on, batch.lotId),
          (on) => readSteps(on, batch.id),
          (on) => readWeighings(on, batch.id),
          (on) => readEnd(on, batch.id),
          (on) => listOpenBatches(on, { steps: [...ON_THE_TABLE] }),
          (on) => findAcknowledged(on, batch.id, 1),
          (on) => readRoomAir(on),
          (on) => readJarAir(on, batch.id),
        ],
      ],
    },
    {
      name: 'Load by week',
      path: '/bench/load',
      groups: [
        [(on) => listOpenBatches(on), (on) => listWaiting(on), (on) => listExpected(on, addDays(today, 55)), (on) => readRoomAir(on)],
      ],
    },
    {
      name: 'Grow-outs',
      path: '/grow-outs',
      groups: [
        [
          (on) => listLinesInStock(on, addDays(today, -1096), null),
          (on) => readWhatLinesHangBy(on),
          (on) => listGrowOuts(on, { open: true, search: '', limit: 8, offset: 0 }),
        ],
      ],
    },
    {
      name: 'All grow-outs',
      path: '/grow-outs/all',
      groups: [
        [(on) => listGrowOuts(on, { open: true, search: '', limit: 60, offset: 0 })],
        [
          (on) =>
            readLogs(
              on,
              open.slice(0, 60).map(({ id }) => id),
            ),
        ],
      ],
    },
    {
      name: 'Season’s log',
      path: '/grow-outs/log',
      groups: [
        [(on) => growOutsInGardens(on, 60)],
        [
          (on) =>
            readLogs(
              on,
              open.slice(0, 60).map(({ id }) => id),
            ),
        ],
      ],
    },
    {
      name: 'Map of the season',
      path: `/grow-outs/season?year=${today.slice(0, 4)}`,
      groups: [
        [(on) => placedGrowOuts(on, Number(today.slice(0, 4))), (on) => listGardens(on), (on) => plotsOf(on, null)],
        [
          (on) =>
            readLogs(
              on,
              open.map(({ id }) => id),
            ),
        ],
      ],
    },
    { name: 'A member', path: `/people/${member}`, groups: [[(on) => findPerson(on, member)], [(on) => loansOfMember(on, member)]] },
    {
      name: 'Open loans',
      path: '/desk/loans',
      groups: [[(on) => listOpenLoans(on, { search: '', only: null, today, limit: 40, offset: 0 })]],
    },
  ];
}

const dataAddress = (path: string) => {
  const [page, query] = path.split('?');
  return `${page === '/' ? '/_root' : page}.data${query ? `?${query}` : ''}`;
};
const quantile = (sorted: readonly number[], share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!;

/** Asks the three in turn, round after round, so that whatever else the machine does falls on all alike. */
async function measure(addresses: Record<'bare' | 'data' | 'document', string>, cookie: string) {
  const times = { bare: [] as number[], data: [] as number[], document: [] as number[] };
  for (let round = 0; round < WARM + ROUNDS; round += 1) {
    for (const kind of ['bare', 'data', 'document'] as const) {
      const { milliseconds, status } = await timed(addresses[kind], cookie);
      if (status !== 200) throw new Error(`${addresses[kind]} answered ${status}`);
      if (round >= WARM) times[kind].push(milliseconds);
    }
  }
  for (const list of Object.values(times)) list.sort((one, other) => one - other);
  return times;
}

/** Size of every script the first load of a page fetches: by gzip, and as it is sent to a browser that takes Brotli. */
async function firstLoad(base: string, path: string, cookie: string): Promise<{ readonly gzip: number; readonly sent: number }> {
  const { body } = await timed(base + path, cookie);
  // Preloaded or imported; the page also names scripts of routes that are fetched only when somebody goes there.
  const scripts = new Set(
    [...body.matchAll(/(?:modulepreload" href=|from |import )"(\/assets\/[\w.-]+\.js)"/g)].map(([, script]) => script!),
  );
  const size = { gzip: 0, sent: 0 };
  for (const script of scripts) {
    size.gzip += gzipSync((await timed(base + script, cookie)).body).length;
    const { headers } = await fetch(base + script, { method: 'HEAD', headers: { 'accept-encoding': 'br' } });
    size.sent += Number(headers.get('content-length'));
  }
  return size;
}

async function bench(): Promise<void> {
  const { APP_URL: app, BARE_URL: bare, DATABASE_URL: url, PLAN: planFile, COOKIE: cookie } = process.env as Record<string, string>;
  const db = openDatabase({ url: url!, most: 2 });
  const pages = await choosePages(db);
  const counts = await Promise.all(
    (['lot', 'movement', 'germination_test', 'seed_mark', 'loan', 'person'] as const).map(
      async (table) =>
        `${
          (
            await db
              .selectFrom(table)
              .select((eb) => eb.fn.countAll<number>().as('count'))
              .executeTakeFirstOrThrow()
          ).count
        } ${table.replace('_', ' ')}s`,
    ),
  );
  await db.destroy();
  if (!app) {
    const session = await caught(url!, async (on) => {
      await findSession(on, Buffer.alloc(32), new Date(), new Date());
      await readHouse(on);
    });
    const plan: BarePlan = { session, pages: {} };
    for (const page of pages)
      plan.pages[page.path] = await Promise.all(
        page.groups.map((group) =>
          caught(url!, async (on) => {
            for (const work of group) await work(on);
          }),
        ),
      );
    writeFileSync(planFile!, JSON.stringify(plan));
    return;
  }
  const say = (line: string) => process.stdout.write(`${line}\n`);
  say(
    `${counts.join(', ')}. Node ${process.version}, ${availableParallelism()} cores. Milliseconds over ${ROUNDS} requests one after the other, after ${WARM} to warm up.\n`,
  );
  say('| page | bare median | bare p95 | navigation median | p95 | ratio | ratio p95 | document median | p95 | ratio |');
  say('| --- | --: | --: | --: | --: | --: | --: | --: | --: | --: |');
  for (const { name, path } of pages) {
    const {
      bare: base,
      data,
      document,
    } = await measure({ bare: bare + path, data: app + dataAddress(path), document: app + path }, cookie!);
    const figure = (list: readonly number[], share: number) => quantile(list, share).toFixed(2);
    const ratio = (list: readonly number[], share: number) => (quantile(list, share) / quantile(base, share)).toFixed(2);
    say(
      `| ${name} | ${figure(base, 0.5)} | ${figure(base, 0.95)} | ${figure(data, 0.5)} | ${figure(data, 0.95)} | ${ratio(data, 0.5)} | ${ratio(data, 0.95)} | ${figure(document, 0.5)} | ${figure(document, 0.95)} | ${ratio(document, 0.5)} |`,
    );
  }
  const loads = ['Today', 'A towel', 'Intake', 'A batch'].map((name) => ({ name, path: pages.find((page) => page.name === name)!.path }));
  for (const { name, path } of [...loads, { name: 'The season’s plan', path: '/grow-outs/plan' }]) {
    const { gzip, sent } = await firstLoad(app, path, cookie!);
    say(`\nFirst-load script of ${name}: ${(gzip / 1000).toFixed(1)} kB gzip, ${(sent / 1000).toFixed(1)} kB as sent.`);
  }
}

bench().then(
  () => process.exit(0),
  (error: unknown) => {
    process.stderr.write(`${String(error)}\n`);
    process.exit(1);
  },
);

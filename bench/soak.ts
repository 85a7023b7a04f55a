import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'kysely';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { openDatabase, type Db } from '#data/database.ts';
import { deedsOn, readGround } from '../tests/support/deeds.ts';
import { signEverybodyIn, tokenOf } from '../tests/support/library.ts';
import type { Visitor } from '../tests/support/places.ts';
import { dataAddress } from '../tests/support/session.ts';

const MINUTES = Number(process.env['MINUTES'] ?? 60);
const PER_SECOND = Number(process.env['PER_SECOND'] ?? 20);
/** Of all requests, so many write. */
const WRITING = 0.15;
/** What an hour may show: milliseconds within which 95 in 100 are answered, megabytes, and by how much memory may grow after the settling in. */
const MOST = { milliseconds: 200, megabytes: 300, growth: 1.1 };
const SETTLING_MINUTES = Math.min(10, MINUTES / 3);
const SAMPLE_MEMORY_MS = 5_000;

const app = new URL(process.env['APP_URL']!);
const pid = process.env['SERVER_PID']!;
const agent = new Agent({ keepAlive: true, maxSockets: 64 });

const generator = xoroshiro128plus(21);
const chance = () => (generator.next() >>> 0) / 2 ** 32;
const pick = <Item>(items: readonly Item[]): Item => items[Math.floor(chance() * items.length)]!;

/** A kind of page, and how often in comparison it is opened. */
interface Kind {
  readonly name: string;
  readonly weight: number;
  readonly by: readonly Visitor[];
  readonly path: () => string;
}

/** What a busy day opens: the shelves, lots and people most, lists often, reports and plans now and then. */
async function kindsOf(db: Db): Promise<Kind[]> {
  const numbers = async (of: string) => (await sql.raw<{ id: number }>(of).execute(db)).rows.map(({ id }) => id);
  const codes = (await db.selectFrom('lot').select('code').orderBy('id').execute()).map(({ code }) => code);
  const lines = await numbers('select id::int from line');
  const people = await numbers('select id::int from person');
  const tests = await numbers('select id::int from germination_test');
  const crops = (await sql<{ id: string }>`select id from crop`.execute(db)).rows.map(({ id }) => id);
  const words = ['siding', 'lamp', 'pea', 'long row', 'marrin', 'early', 'tomato', 'zzz'];
  const work: readonly Visitor[] = ['helper', 'coordinator'];
  const kind = (name: string, weight: number, path: () => string, by = work): Kind => ({ name, weight, by, path });
  const plain = (path: string, weight: number, by = work) => kind(path, weight, () => path, by);
  return [
    plain('/', 8, ['helper', 'coordinator', 'member']),
    kind('/lots/:code', 20, () => `/lots/${pick(codes)}`),
    plain('/shelves', 6),
    kind('/shelves?search', 8, () => `/shelves?search=${encodeURIComponent(pick(words))}`),
    kind('/find?q', 4, () => `/find?q=${encodeURIComponent(pick(words))}`),
    kind('/suggest', 6, () => `/suggest?typed=${pick(words).slice(0, 2)}`),
    plain('/desk', 6),
    kind('/people/:id', 8, () => `/people/${pick(people)}`),
    plain('/desk/loans', 3),
    plain('/lines', 3),
    kind('/lines/:id', 5, () => `/lines/${pick(lines)}`),
    plain('/tests', 4),
    kind('/tests/:id', 6, () => `/tests/${pick(tests)}`),
    plain('/tests/plan', 1),
    plain('/tests/lay', 1),
    plain('/bench', 2),
    plain('/intake', 3),
    plain('/almanac', 1, ['helper', 'member']),
    kind('/almanac/:crop', 2, () => `/almanac/${pick(crops)}`, ['helper', 'member']),
    kind('/lots/:code/outlook', 1, () => `/lots/${pick(codes)}/outlook`),
    kind('/lots/:code/recall', 1, () => `/lots/${pick(codes)}/recall`),
    plain('/grow-outs', 2),
    plain('/grow-outs/risk', 1),
    plain('/gardens', 1),
    plain('/copies', 1),
    plain('/wants', 1),
    plain('/report', 0.5),
    plain('/settings/record', 0.5, ['coordinator']),
    plain('/tables/shelves.csv', 0.2),
    plain('/mine', 3, ['member']),
    plain('/offer', 4, ['stranger', 'member']),
    plain('/sign-in', 1, ['stranger']),
    plain('/health', 2, ['stranger']),
  ];
}

interface Answer {
  readonly kind: string;
  readonly milliseconds: number;
  /** 0 where the connection broke. */
  readonly status: number;
}

function ask(kind: string, path: string, by: Visitor, form?: Readonly<Record<string, string>>): Promise<Answer> {
  const start = performance.now();
  const body = form && new URLSearchParams(form).toString();
  const headers = {
    'accept-encoding': 'gzip',
    ...(by !== 'stranger' && { cookie: `granary_session=${tokenOf(by)}` }),
    ...(body !== undefined && {
      origin: app.origin,
      'content-type': 'application/x-www-form-urlencoded',
      'content-length': Buffer.byteLength(body),
    }),
  };
  return new Promise((resolve) => {
    const answered = (status: number) => resolve({ kind, milliseconds: performance.now() - start, status });
    const sent = request(new URL(path, app), { agent, method: body === undefined ? 'GET' : 'POST', headers }, (response) => {
      response.resume();
      response.on('end', () => answered(response.statusCode ?? 0));
      response.on('error', () => answered(0));
    });
    sent.on('error', () => answered(0));
    sent.end(body);
  });
}

const residentMegabytes = (): number => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

const quantile = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
const milliseconds = (answers: readonly Answer[]): number[] => answers.map((one) => one.milliseconds).sort((one, other) => one - other);
const isBad = ({ status }: Answer) => status === 0 || status >= 500;
const say = (line: string) => process.stdout.write(`${line}\n`);

/** Sends requests at their moments, whether or not those before are answered, and looks on. */
async function soak(): Promise<boolean> {
  const db = openDatabase({ url: process.env['OWNER_DATABASE_URL']!, most: 1 });
  await signEverybodyIn(db);
  const kinds = await kindsOf(db);
  const deed = deedsOn(await readGround(db, new Date(), 200), chance);
  await db.destroy();
  const all = kinds.reduce((sum, { weight }) => sum + weight, 0);
  const drawn = (): Kind => {
    let left = chance() * all;
    return kinds.find(({ weight }) => (left -= weight) < 0) ?? kinds[0]!;
  };
  const one = (): Promise<Answer> => {
    if (chance() < WRITING) {
      const { path, form } = deed();
      return ask(`POST ${path.replace(/\d\d-\d{4}-[A-Z]|\d+/, ':id')}`, chance() < 0.7 ? dataAddress(path) : path, 'coordinator', form);
    }
    const { name, by, path } = drawn();
    // Within the application a page's data are asked for alone; a file has none.
    const address = path();
    const isPage = !/csv|suggest|health/.test(address);
    return ask(name, isPage && chance() < 0.7 ? dataAddress(address) : address, pick(by));
  };
  const answers: Answer[] = [];
  const memory: { minute: number; megabytes: number }[] = [];
  const start = performance.now();
  const minute = () => (performance.now() - start) / 60_000;
  const watch = setInterval(() => memory.push({ minute: minute(), megabytes: residentMegabytes() }), SAMPLE_MEMORY_MS);
  const count = Math.round(MINUTES * 60 * PER_SECOND);
  const under = new Set<Promise<void>>();
  let told = 0;
  for (let turn = 0; turn < count; turn += 1) {
    const late = start + (turn * 1000) / PER_SECOND - performance.now();
    if (late > 0) await wait(late);
    const asked: Promise<void> = one().then((answer) => {
      answers.push(answer);
      under.delete(asked);
    });
    under.add(asked);
    if ((turn + 1) % (PER_SECOND * 300) === 0) {
      const now = answers.slice(told);
      told = answers.length;
      const times = milliseconds(now);
      say(
        `minute ${Math.round(minute())}: ${now.length} answers, ${now.filter(isBad).length} bad, median ${quantile(times, 0.5).toFixed(0)} ms, ` +
          `p95 ${quantile(times, 0.95).toFixed(0)} ms, p99 ${quantile(times, 0.99).toFixed(0)} ms, memory ${residentMegabytes().toFixed(0)} MB`,
      );
    }
  }
  await Promise.all(under);
  clearInterval(watch);
  return judge(answers, memory);
}

function judge(answers: readonly Answer[], memory: readonly { minute: number; megabytes: number }[]): boolean {
  say('\nWhat was asked, by how much time it took in all:');
  const byKind = [...new Set(answers.map(({ kind }) => kind))]
    .map((kind) => ({ kind, those: answers.filter((one) => one.kind === kind) }))
    .map(({ kind, those }) => ({ kind, times: milliseconds(those), sum: those.reduce((sum, one) => sum + one.milliseconds, 0) }))
    .sort((one, other) => other.sum - one.sum);
  say(`${'address'.padEnd(28)} ${'asked'.padStart(7)} ${'median'.padStart(7)} ${'p95'.padStart(7)} ${'longest'.padStart(8)}`);
  for (const { kind, times } of byKind)
    say(
      `${kind.padEnd(28)} ${String(times.length).padStart(7)} ${quantile(times, 0.5).toFixed(0).padStart(7)} ` +
        `${quantile(times, 0.95).toFixed(0).padStart(7)} ${(times.at(-1) ?? 0).toFixed(0).padStart(8)}`,
    );
  const times = milliseconds(answers);
  const bad = answers.filter(isBad);
  const most = (of: readonly { megabytes: number }[]) => Math.max(...of.map(({ megabytes }) => megabytes));
  const [settling, after] = [
    most(memory.filter((one) => one.minute <= SETTLING_MINUTES)),
    most(memory.filter((one) => one.minute > SETTLING_MINUTES)),
  ];
  const p95 = quantile(times, 0.95);
  const verdicts: readonly [ok: boolean, line: string][] = [
    [bad.length === 0, `${answers.length} answers, ${bad.length} errors of the server or broken connections`],
    [p95 <= MOST.milliseconds, `median ${quantile(times, 0.5).toFixed(0)} ms, p95 ${p95.toFixed(0)} ms (at most ${MOST.milliseconds})`],
    [Math.max(settling, after) <= MOST.megabytes, `memory at most ${Math.max(settling, after).toFixed(0)} MB (${MOST.megabytes})`],
    [
      after <= settling * MOST.growth,
      `memory after the first ${SETTLING_MINUTES.toFixed(0)} minutes at most ${(after / settling).toFixed(2)} of what it was in them (${MOST.growth})`,
    ],
  ];
  say('');
  for (const [ok, line] of verdicts) say(`${ok ? 'held' : 'NOT HELD'}: ${line}`);
  for (const { kind, status } of bad.slice(0, 10)) say(`  ${status} ${kind}`);
  return verdicts.every(([ok]) => ok);
}

process.exit((await soak()) ? 0 : 1);

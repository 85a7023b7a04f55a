import { randomUUID } from 'node:crypto';
import { stepsFor, type Method } from '#core/bench/methods.ts';
import { CAUTIONS, type Step } from '#core/bench/steps.ts';
import type { When } from '#core/calendar/when.ts';
import type { Container } from '#core/stock/containers.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import { findBatch } from '#data/bench/batches.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { acknowledgeCautions } from '#services/bench/cautions.server.ts';
import { checkBatch } from '#services/bench/checkBatch.server.ts';
import { finishBatch } from '#services/bench/finishing.server.ts';
import { nextStep } from '#services/bench/moveOn.server.ts';
import { startBatch } from '#services/bench/startBatch.server.ts';
import { weighBatch } from '#services/bench/weighBatch.server.ts';
import { NO_TOOLS, acting } from '#services/command.server.ts';
import { remakePhoto } from '#services/remakePhoto.server.ts';
import { NOW, type Library } from './database.ts';

const HOUR = 3_600_000;
/** Hours after the suites' day. */
export const after = (hours: number) => new Date(NOW.getTime() + hours * HOUR);
export const CUCUMBER = {
  crop: 'cucumber',
  variety: 'Green Flag',
  form: 'whole fruit',
  amount: '6 fruits',
  neighbours: 'none',
  n0what: undefined,
  n0metres: undefined,
  insects: undefined,
} as const;
export const seeds = (count: number): Amount => ({ kind: 'count', seeds: count, approximate: true });
export const problem = (done: { ok: boolean; problem?: unknown }) => done.problem;

/** What a helper does at the bench, as short calls on a suite's library. */
export function atTheBench(library: () => Library) {
  const house = async () => (await readHouse(library().db))!;
  const lot = async (code: string) => (await findLotByCode(library().db, code))!;
  const batch = async (id: number) => (await findBatch(library().db, id))!;

  let jars = 2;
  async function start(
    code: string,
    change: { method?: Method; brought?: 'whole fruit' | 'heads or pods' | 'clean seed'; vessel?: string; when?: When } = {},
    at = NOW,
  ): Promise<number> {
    const done = await startBatch(acting(library().db, library().helper, at), {
      key: randomUUID(),
      code,
      brought: change.brought ?? 'whole fruit',
      method: change.method ?? 'ferment',
      vessel: change.vessel ?? `Jar ${(jars += 1)}`,
      celsius: 16,
      humidity: 0.6,
      fruits: 6,
      weightIn: null,
      when: change.when ?? null,
    });
    if (!done.ok) throw new Error(done.problem.code);
    return done.answer.batchId;
  }

  const read = (id: number, actor = library().helper) =>
    acknowledgeCautions(acting(library().db, actor, NOW), { key: randomUUID(), batchId: id, cautions: [...CAUTIONS] });

  async function move(id: number, step: Step, at: Date, change: Partial<Parameters<typeof nextStep>[1]> = {}) {
    const { turn, method, facts, brought, vessel } = await batch(id);
    const to = change.method ?? method;
    return nextStep(acting(library().db, library().helper, at), {
      key: randomUUID(),
      batchId: id,
      turn,
      method: to,
      step,
      place: stepsFor(to, facts, brought, []).indexOf(step),
      celsius: 16,
      vessel,
      cleared: true,
      early: false,
      ...change,
    });
  }

  const weigh = (id: number, grams: number, at: Date, change: Partial<Parameters<typeof weighBatch>[1]> = {}) =>
    weighBatch(acting(library().db, library().helper, at), {
      key: randomUUID(),
      batchId: id,
      milligrams: grams * 1000,
      typed: `${grams} g`,
      scaleError: 1000,
      heavier: null,
      ...change,
    });

  async function finish(
    id: number,
    amount: Amount,
    at: Date,
    change: { sure?: string; sign?: boolean; reason?: string; liftDrying?: boolean; place?: string; container?: Container } = {},
  ) {
    return finishBatch(acting(library().db, library().helper, at), {
      key: randomUUID(),
      batchId: id,
      turn: (await batch(id)).turn,
      amount: { ...amount, typed: 'as weighed' },
      sure: change.sure,
      sign: change.sign ?? true,
      liftDrying: change.liftDrying ?? true,
      reason: change.reason ?? null,
      place: change.place ?? null,
      container: change.container ?? null,
    });
  }
  /** Records what was seen. */
  async function look(id: number, seen: string, at: Date, change: { turn?: number; photo?: Blob; when?: When } = {}) {
    const check = {
      key: randomUUID(),
      batchId: id,
      turn: change.turn ?? (await batch(id)).turn,
      seen,
      photo: change.photo ?? null,
      when: change.when ?? null,
    };
    return checkBatch(acting(library().db, library().helper, at, { ...NO_TOOLS, remakePhoto }), check);
  }

  return { house, lot, batch, start, read, move, weigh, finish, look };
}

import type { Actor } from '#data/accounts.ts';
import { findAct, lockActKey, recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { worthAnotherTry } from '#data/databaseErrors.ts';

export type Outcome<Answer, Problem> = { readonly ok: true; readonly answer: Answer } | { readonly ok: false; readonly problem: Problem };

class Refusal extends Error {
  readonly problem: unknown;
  constructor(problem: unknown) {
    super('refused');
    this.problem = problem;
  }
}

/** Ends the act: nothing of it is kept, and the caller gets this problem. */
export type Refuse<Problem> = (problem: Problem) => never;

const TRIES = 4;

/**
 * Does one act in one transaction and writes down who did it. The same key has one effect and gets the same answer,
 * also when it is sent twice at once; a deadlock is tried again.
 * @param work does the act; returns the answer (plain JSON) and what it was about
 * @throws what `work` throws, other than its refusals; Error when a key is re-used for another act or by another person
 */
export async function perform<Answer, Problem>(
  db: Db,
  act: { readonly key: string; readonly kind: string; readonly actor: Actor | null },
  work: (tx: Db, refuse: Refuse<Problem>) => Promise<{ readonly answer: Answer; readonly subject: string | null }>,
): Promise<Outcome<Answer, Problem>> {
  const accountId = act.actor?.accountId ?? null;
  const refuse: Refuse<Problem> = (problem) => {
    throw new Refusal(problem);
  };
  for (let tries = 1; ; tries += 1) {
    try {
      return await db.transaction().execute(async (tx) => {
        await lockActKey(tx, act.key);
        const before = await findAct(tx, act.key);
        if (before) {
          if (before.kind !== act.kind || before.accountId !== accountId) throw new Error('this key belongs to another act');
          return { ok: true as const, answer: before.answer as Answer };
        }
        const { answer, subject } = await work(tx, refuse);
        await recordAct(tx, { key: act.key, kind: act.kind, subject, accountId, answer });
        return { ok: true as const, answer };
      });
    } catch (error) {
      if (error instanceof Refusal) return { ok: false, problem: error.problem as Problem };
      if (tries === TRIES || !worthAnotherTry(error)) throw error;
    }
  }
}

import { mayGive, type CommandName } from '#core/people/commands.ts';
import { findAct, lockActKey, recordAct } from '#data/acts.ts';
import type { Db } from '#data/database.ts';
import { brokenRule, worthAnotherTry, type BrokenRule } from '#data/databaseErrors.ts';
import type { Actor } from '#data/people/accounts.ts';

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

/** Somebody gave a command that their role does not have. Pages do not offer it, so it is no outcome that a form could explain. */
export class NotAllowed extends Error {
  readonly command: CommandName;
  constructor(command: CommandName) {
    super(`not allowed: ${command}`);
    this.command = command;
  }
}

/** A form was sent under the key of another: one that was changed and sent again, or somebody else's. Nothing is done; what was done then stands. */
export class SentBefore extends Error {
  readonly key: string;
  constructor(key: string) {
    super('this key belongs to another act');
    this.key = key;
  }
}

/** @throws NotAllowed; without an actor it is the server itself that acts */
export function assertMayGive(actor: Actor | null, command: CommandName): void {
  if (!mayGive(actor?.role ?? null, command)) throw new NotAllowed(command);
}

const TRIES = 4;

/**
 * Gives one command: looks up whether the actor may, does it in one transaction and records who did it. The same key has one effect and
 * gets the same answer, also when it is sent twice at once; a deadlock is tried again. A key with other contents than before is no second sending.
 * @param act `detail` is kept beside the command's name; `sent` is a digest of what was asked; without an actor it is the server itself that acts; `broken` tells the problem of each
 *   of the database's rules that the act may run into although it has asked: the database has the last word when two act at once
 * @param work does the act; returns the answer (plain JSON) and what it was about
 * @throws NotAllowed; what `work` throws, other than its refusals; SentBefore when a key is re-used for another act, with other contents or by another person
 */
export async function perform<Answer, Problem>(
  db: Db,
  act: {
    readonly key: string;
    readonly command: CommandName;
    readonly detail?: string;
    readonly sent?: string;
    readonly actor: Actor | null;
    readonly broken?: Readonly<Partial<Record<BrokenRule, Problem>>>;
  },
  work: (tx: Db, refuse: Refuse<Problem>) => Promise<{ readonly answer: Answer; readonly subject: string | null }>,
): Promise<Outcome<Answer, Problem>> {
  assertMayGive(act.actor, act.command);
  const accountId = act.actor?.accountId ?? null;
  const kind = act.detail === undefined ? act.command : `${act.command}: ${act.detail}`;
  const refuse: Refuse<Problem> = (problem) => {
    throw new Refusal(problem);
  };
  for (let tries = 1; ; tries += 1) {
    try {
      return await db.transaction().execute(async (tx) => {
        await lockActKey(tx, act.key);
        const before = await findAct(tx, act.key);
        if (before) {
          const isOther = before.kind !== kind || (act.sent && before.sent && act.sent !== before.sent);
          if (isOther || before.accountId !== accountId) throw new SentBefore(act.key);
          return { ok: true as const, answer: before.answer as Answer };
        }
        const { answer, subject } = await work(tx, refuse);
        await recordAct(tx, { key: act.key, kind, subject, accountId, answer, ...(act.sent && { sent: act.sent }) });
        return { ok: true as const, answer };
      });
    } catch (error) {
      if (error instanceof Refusal) return { ok: false, problem: error.problem as Problem };
      const rule = brokenRule(error);
      const problem = rule === null ? undefined : act.broken?.[rule];
      if (problem !== undefined) return { ok: false, problem };
      if (tries === TRIES || !worthAnotherTry(error)) throw error;
    }
  }
}

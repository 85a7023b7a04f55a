import { createHash } from 'node:crypto';
import type { z } from 'zod';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { CommandName } from '#core/people/commands.ts';
import type { Db } from '#data/database.ts';
import type { BrokenRule } from '#data/databaseErrors.ts';
import type { Actor } from '#data/people/accounts.ts';
import { assertMayGive, perform, type Outcome, type Refuse } from './perform.server.ts';
import type { Printer } from './printing.server.ts';
import type { Remade } from './remakePhoto.server.ts';

/** Who acts, on which library, and when: made once for a request, a job or a test. */
export interface Acting {
  readonly db: Db;
  readonly actor: Actor;
  readonly now: Date;
  /** The house's calendar day. */
  readonly today: Day;
  readonly tools: Tools;
}

/** What some commands need beside the database. */
export interface Tools {
  readonly printer: Printer | null;
  /** Makes a photo anew, without what a camera adds to it. */
  readonly remakePhoto: (bytes: Uint8Array) => Promise<Remade>;
  /** Tells how far a long act is; throws where somebody has called it off, which ends the act. */
  readonly tell: (stepsDone: number) => Promise<void>;
}

/** No printer, and no photos taken: for acts that bring none. */
export const NO_TOOLS: Tools = {
  printer: null,
  remakePhoto: () => Promise.resolve({ ok: false, problem: { code: 'not a photo' } }),
  tell: () => Promise.resolve(),
};

/** What a handler works with: the transaction instead of the database, and a way out that keeps nothing. */
export type Inside<Problem> = Omit<Acting, 'db'> & { readonly tx: Db; readonly refuse: Refuse<Problem> };

interface Keyed {
  /** Made when the form was shown: the same key has one effect, however often it is sent. */
  readonly key: string;
}

/** A write that people can ask for: called with who acts and what was read from the form, the file or the queue. */
export interface Command<Input extends Keyed, Answer, Problem> {
  (acting: Acting, input: Input): Promise<Outcome<Answer, Problem>>;
  /** The names in `COMMANDS` under which it is permitted and recorded; more than one where the input decides. */
  readonly names: readonly CommandName[];
  /** Reads what was typed or sent into what the handler takes. */
  readonly input: z.ZodType<Input>;
}

interface Terms<Input, Problem, Ready> {
  readonly input: z.ZodType<Input>;
  /** What is made anew for each sending, and so does not tell two forms apart. */
  readonly madeAnew?: readonly (keyof Input)[];
  /** Kept beside the name in the record. */
  readonly detail?: (input: Input) => string;
  /** What it means when the database refuses although the handler asked: two may act at once. */
  readonly broken?: Readonly<Partial<Record<BrokenRule, Problem>>>;
  /** What takes long and needs no lock, done before the transaction begins. */
  readonly prepare?: (tools: Tools, input: Input) => Promise<Outcome<Ready, Problem>>;
}

type Named<Input> = CommandName | { readonly oneOf: readonly CommandName[]; readonly which: (input: Input) => CommandName };

/**
 * Defines a command. Who may give it and how it is taken back stand in `COMMANDS`, under its name; see `perform` for what surrounds the handler.
 * @param handler gets also what `prepare` made; returns the answer (plain JSON) and what the act was about, or calls `refuse`
 */
export function command<Input extends Keyed, Answer, Problem = never, Ready = null>(
  name: Named<Input>,
  terms: Terms<Input, Problem, Ready>,
  handler: (inside: Inside<Problem>, input: Input, ready: Ready) => Promise<{ readonly answer: Answer; readonly subject: string | null }>,
): Command<Input, Answer, Problem> {
  const give = async ({ db, ...acting }: Acting, input: Input): Promise<Outcome<Answer, Problem>> => {
    const asked = typeof name === 'string' ? name : name.which(input);
    assertMayGive(acting.actor, asked);
    const ready = await terms.prepare?.(acting.tools, input);
    if (ready && !ready.ok) return ready;
    return perform<Answer, Problem>(
      db,
      {
        key: input.key,
        command: asked,
        actor: acting.actor,
        sent: digestOf(input, ['key', ...(terms.madeAnew ?? [])]),
        ...(terms.detail && { detail: terms.detail(input) }),
        ...(terms.broken && { broken: terms.broken }),
      },
      (tx, refuse) => handler({ ...acting, tx, refuse }, input, ready ? ready.answer : (null as Ready)),
    );
  };
  return Object.assign(give, { names: typeof name === 'string' ? [name] : name.oneOf, input: terms.input });
}

/** A digest of what was sent, but for some of its fields. */
function digestOf<Input extends object>(input: Input, without: readonly (keyof Input)[]): string {
  const digest = createHash('sha256');
  const said = JSON.stringify(input, (name, value: unknown) => {
    if (without.includes(name as keyof Input)) return undefined;
    return value instanceof Uint8Array ? createHash('sha256').update(value).digest('hex') : value;
  });
  return digest.update(said).digest('hex');
}

/** Acting outside a request: on a day, at noon, or at a moment; days are those of UTC. */
export function acting(db: Db, actor: Actor, when: string | Date, tools: Tools = NO_TOOLS): Acting {
  const now = typeof when === 'string' ? new Date(`${when}T12:00:00Z`) : when;
  return { db, actor, now, today: typeof when === 'string' ? when : dayInZone(now, 'Etc/UTC'), tools };
}

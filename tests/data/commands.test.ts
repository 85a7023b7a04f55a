import { beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { z } from 'zod';
import { COMMANDS, mayGive, type CommandName } from '#core/people/commands.ts';
import { ROLES } from '#core/people/may.ts';
import { acting, type Command } from '#services/command.server.ts';
import { NotAllowed } from '#services/perform.server.ts';
import { refusalWords } from '#words/refusals.ts';
import { preparedLibrary, TODAY, type Library } from './database.ts';

type AnyCommand = Command<{ readonly key: string }, unknown, unknown>;

const SERVICES = join(import.meta.dirname, '../../services');
const isCommand = (value: unknown): value is AnyCommand => typeof value === 'function' && 'names' in value && 'input' in value;

/** Every command that a service exports, by the name of its function. */
async function findCommands(): Promise<readonly (readonly [string, AnyCommand])[]> {
  const files = readdirSync(SERVICES, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.server.ts'));
  const found: (readonly [string, AnyCommand])[] = [];
  // One after the other: Jest's loader mixes up modules that are asked for at once.
  for (const file of files)
    for (const [name, value] of Object.entries((await import(join(SERVICES, file))) as Record<string, unknown>))
      if (isCommand(value)) found.push([name, value]);
  return found;
}

let commands: Awaited<ReturnType<typeof findCommands>>;
let library: Library;
beforeAll(async () => {
  commands = await findCommands();
  library = await preparedLibrary();
});

test('each name in the table has one command, and no command a name that is not in it', () => {
  const byServer = (Object.keys(COMMANDS) as CommandName[]).filter((name) => COMMANDS[name].may === 'the server');
  const twice: readonly CommandName[] = ['incident'];
  const named = commands.flatMap(([, { names }]) => names);
  expect([...new Set(named)].sort()).toEqual(
    Object.keys(COMMANDS)
      .filter((name) => !byServer.includes(name as CommandName))
      .sort(),
  );
  expect(named.filter((name, index) => named.indexOf(name) !== index)).toEqual(twice);
});

test('what a device may keep until there is a network says on which day it was done', () => {
  const kept = commands.filter(([, { names }]) => names.some((name) => 'offline' in COMMANDS[name]));
  // What is struck out has a day of its own already.
  const days: Readonly<Record<string, string>> = { logSeason: 'on', strikeEntry: 'entryId', countTowel: 'checkedOn' };
  expect(new Set(kept.map(([name]) => name))).toEqual(new Set(Object.keys(days)));
  for (const [name, { input }] of kept) {
    const read = input.safeParse({ key: randomUUID() });
    expect(read.error?.issues.map(({ path }) => path.join('.'))).toContain(days[name]);
  }
});

describe('every command', () => {
  test('refuses a role that may not give it, before it reads what was sent', async () => {
    const accounts = {
      coordinator: library.coordinator,
      helper: library.helper,
      member: library.member,
      grower: { ...library.member, role: 'grower' },
    } as const;
    const letIn: string[] = [];
    for (const [name, command] of commands)
      for (const role of ROLES) {
        if (command.names.some((one) => mayGive(role, one))) continue;
        const asked = command(acting(library.db, accounts[role], TODAY), { key: randomUUID() }).then(
          () => 'done',
          (error: unknown) => (error instanceof NotAllowed ? 'refused' : String(error)),
        );
        if ((await asked) !== 'refused') letIn.push(`${role} ${name}`);
      }
    expect(letIn).toEqual([]);
  });

  test.each([
    ['nothing', {}],
    ['a key that is none', { key: 'once' }],
    ['no object', 'lot'],
    ['fields of another kind', { key: randomUUID(), code: 7, batchId: 'x', testId: -1, loanId: {}, personId: 'me', cropId: [], id: null }],
  ])('takes no input of %s', (_, sent) => {
    const takers = commands.filter(([, { input }]) => input.safeParse(sent).success).map(([name]) => name);
    // A form with nothing in it but its key takes whatever else is sent, and reads none of it.
    expect(takers).toEqual(typeof sent === 'object' && 'code' in sent ? ['endFeed'] : []);
  });

  test('says what is wrong in words of its own, whatever is sent: never that an input is invalid', () => {
    const said = commands.flatMap(([, { input }]) =>
      [{}, ...['', 'x'.repeat(5000), -1, 1e12, 0.5].map((value) => everyField(input, value))].flatMap((sent) =>
        (input.safeParse(sent).error?.issues ?? []).map(({ message }) => refusalWords(message)),
      ),
    );
    expect(said.length).toBeGreaterThan(1000);
    expect(said.filter((words) => /^(Invalid|Too (small|big)|Expected|Unrecognized)\b/.test(words))).toEqual([]);
  });
});

/** The same value in every field that a contract asks for, as far as it says which those are. */
function everyField(input: z.ZodType, value: unknown): Record<string, unknown> {
  const names = new Set((input.safeParse({}).error?.issues ?? []).map(({ path }) => String(path[0] ?? '')));
  return Object.fromEntries([...names].map((name) => [name, value]));
}

import type { CommandName } from '../people/commands.ts';

/** A state machine as a table: for each state the commands that may be given in it, and the state that each leads to. */
export type Machine<State extends string> = Readonly<Record<State, Readonly<Partial<Record<CommandName, State>>>>>;

/** The state that a command leads to; null where it may not be given. */
export const after = <State extends string>(machine: Machine<State>, state: State, command: CommandName): State | null =>
  machine[state][command] ?? null;

/** Whether a command may be given in this state at all. What else it asks (a reason, an amount, a hold) it asks itself. */
export const mayFollow = <State extends string>(machine: Machine<State>, state: State, command: CommandName): boolean =>
  after(machine, state, command) !== null;

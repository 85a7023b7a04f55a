import { may, type Permission, type Role } from './may.ts';

/** Who may give a command: whoever has the permission, or only the server itself, in the background. */
export type Giver = Permission | 'the server';

/**
 * How a command is taken back: by `undo`, in the minutes after it; by a command that is the other half of it; by writing it anew, where the
 * newest word holds and the older ones stay to be read; or not at all, because what was done is out of the house.
 */
export type TakenBack = 'undo' | 'its opposite' | 'written anew' | 'out of the house';

interface Command {
  readonly may: Giver;
  readonly takenBack: TakenBack;
  /** A device without a network may keep it and send it later: what it writes has a day of its own. */
  readonly offline?: true;
}

const work = <Way extends TakenBack>(takenBack: Way) => ({ may: 'work', takenBack }) as const;
const lead = <Way extends TakenBack>(may: Permission, takenBack: Way) => ({ may, takenBack }) as const;

/**
 * Everything that can be written, by the name under which the record keeps it. A command that asks more than its permission (the kind of a
 * hold, the size of what is thrown away, whose loan it is) asks it of the locked row, where it is given.
 */
export const COMMANDS = {
  'lot taken in': work('undo'),
  'seed returned': work('undo'),
  'seed refused': work('written anew'),
  'sheet imported': lead('manage people', 'undo'),
  'passport corrected': work('undo'),
  'lot corrected': work('undo'),
  'draft discarded': work('undo'),

  'batch started': work('undo'),
  'hazards read': work('written anew'),
  'batch moved on': work('undo'),
  'batch looked at': work('undo'),
  'batch weighed': work('undo'),
  'air read': work('undo'),
  'batch finished': work('undo'),
  'batch given up': work('undo'),
  'clean seed received': work('undo'),
  'sample parted': work('undo'),
  'trial of methods begun': work('undo'),
  'trial of methods ended': work('undo'),
  'shut away': work('undo'),
  'taken out': work('undo'),
  'warming up': work('undo'),
  'container opened': work('undo'),

  'test laid': work('undo'),
  'towel counted': { ...work('undo'), offline: true },
  'number laid put right': work('undo'),
  'test read': work('undo'),
  'test abandoned': work('undo'),
  'test re-opened': work('undo'),
  'seedlings potted': work('undo'),
  'test plan saved': work('written anew'),
  'test bench set': lead('set house rules', 'written anew'),
  'quick look': work('undo'),
  'emergence told': work('undo'),
  'emergence of a loan told': lead('read own loans', 'undo'),

  packed: work('undo'),
  unpacked: work('undo'),
  moved: work('undo'),
  'seed given': work('undo'),
  'stock counted': work('undo'),
  'lot discarded': work('undo'),
  'lots blended': work('undo'),
  'hold set': work('undo'),
  'hold lifted': work('undo'),
  'held by rule': { may: 'the server', takenBack: 'its opposite' },
  recall: lead('lift doubtful holds', 'undo'),
  'recall told': work('undo'),
  'off-types counted': work('undo'),
  incident: work('undo'),
  'trial set': work('undo'),
  'trial ended': lead('lift doubtful holds', 'undo'),
  'report written': work('undo'),
  'air of a place': work('undo'),
  'labels printed': work('out of the house'),
  'labels made': work('undo'),

  'grow-out proposed': lead('plan grow-outs', 'undo'),
  'season planned': lead('plan grow-outs', 'written anew'),
  'season plan carried out': lead('plan grow-outs', 'undo'),
  'keeper written': work('undo'),
  'copy counted': work('undo'),
  'grow-out placed': lead('plan grow-outs', 'undo'),
  'grow-out offered': lead('plan grow-outs', 'undo'),
  'offer accepted': lead('read own loans', 'undo'),
  'offer declined': lead('read own loans', 'undo'),
  'grow-out agreed': lead('plan grow-outs', 'undo'),
  'seed handed over': work('undo'),
  'season logged': { ...lead('read own loans', 'undo'), offline: true },
  'log entry struck': { ...lead('read own loans', 'undo'), offline: true },
  'grow-out failed': lead('plan grow-outs', 'undo'),
  'grow-out dropped': lead('plan grow-outs', 'undo'),

  'packets lent': work('undo'),
  'loan closed': work('undo'),
  'due date agreed': work('undo'),
  'failure told': lead('read own loans', 'undo'),
  'failure answered': work('undo'),
  'want noted': work('undo'),
  'listing read': lead('manage people', 'undo'),
  'listing removed': lead('manage people', 'undo'),
  'recall heard': lead('lift doubtful holds', 'undo'),
  'origin noted': work('undo'),
  'donor address made': work('its opposite'),
  'donor address ended': work('its opposite'),
  'logger hung up': work('written anew'),
  'grower terms written': work('written anew'),
  'garden written': work('written anew'),
  'garden placed anew': work('written anew'),
  'plot written': work('written anew'),
  'bloom in a garden noted': work('its opposite'),
  'bloom in a garden struck': work('written anew'),
  'person added': work('written anew'),
  'person changed': work('written anew'),
  'pin chosen': work('written anew'),
  'access given': lead('manage people', 'written anew'),
  'access ended': lead('manage people', 'written anew'),
  'person erased': lead('manage people', 'out of the house'),

  'act undone': lead('read own loans', 'written anew'),

  'line changed': work('written anew'),
  'crop added': lead('set house rules', 'its opposite'),
  'crop put right': lead('set house rules', 'written anew'),
  'crop removed': lead('set house rules', 'its opposite'),
  'almanac fact changed': lead('set house rules', 'written anew'),
  'almanac fact restored': lead('set house rules', 'written anew'),
  'house rules changed': lead('set house rules', 'written anew'),
  'recipe written': lead('set house rules', 'written anew'),
  'recipe retired': lead('set house rules', 'written anew'),
  'calendar address made': lead('read own loans', 'its opposite'),
  'calendar address ended': lead('read own loans', 'its opposite'),
} as const satisfies Record<string, Command>;

export type CommandName = keyof typeof COMMANDS;
/** Commands that `undo` takes back. */
export type UndoableName = { [Name in CommandName]: (typeof COMMANDS)[Name]['takenBack'] extends 'undo' ? Name : never }[CommandName];

/** The command under whose name, with or without a detail after it, an act is kept; null for acts that are no commands (signing in). */
export function commandOf(kind: string): CommandName | null {
  const name = kind.split(': ')[0]!;
  return Object.hasOwn(COMMANDS, name) ? (name as CommandName) : null;
}

export const isUndoable = (name: CommandName): name is UndoableName => COMMANDS[name].takenBack === 'undo';

/** Whether somebody of this role (null: the server itself) may give this command at all. */
export function mayGive(role: Role | null, name: CommandName): boolean {
  const { may: giver } = COMMANDS[name];
  return giver === 'the server' ? role === null : role !== null && may(role, giver);
}

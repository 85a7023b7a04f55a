import type { CommandName } from '#core/people/commands.ts';

/** What was done, as the record, the undo bar and the calendar of a day say it; its lot or number follows. */
const DONE: Readonly<Record<CommandName, string>> = {
  'lot taken in': 'Lot taken in',
  'seed returned': 'Seed returned',
  'sheet imported': 'Sheet imported',
  'seed refused': 'Seed refused',
  'passport corrected': 'Provenance corrected',

  'lot corrected': 'Lot’s name or origin corrected',
  'draft discarded': 'Draft discarded',
  'batch started': 'Batch started',
  'hazards read': 'Hazards read',
  'batch moved on': 'Next step started',
  'batch looked at': 'Batch checked',
  'batch weighed': 'Weighed',
  'air read': 'Jar’s air recorded',
  'batch finished': 'Batch finished',
  'batch given up': 'Batch stopped',
  'clean seed received': 'Clean seed recorded',
  'sample parted': 'Purity tested',
  'trial of methods begun': 'Comparison of methods started',
  'trial of methods ended': 'Comparison of methods ended',
  'shut away': 'Frozen or sealed',
  'taken out': 'Taken out of the freezer or container',
  'warming up': 'Warming up started',
  'container opened': 'Container opened',

  'test laid': 'Test started',
  'towel counted': 'Test counted',
  'number laid put right': 'Number of seeds in a test corrected',
  'test read': 'Test ended',
  'test abandoned': 'Test stopped',
  'test re-opened': 'Test re-opened',
  'seedlings potted': 'Seedlings potted',
  'test plan saved': 'Plan of tests saved',
  'test bench set': 'Testing bench changed',
  'quick look': 'Quick check recorded',
  'emergence told': 'Emergence recorded',
  'emergence of a loan told': 'Emergence of a loan recorded',

  packed: 'Packed',
  unpacked: 'Packets opened',
  moved: 'Moved',
  'seed given': 'Given away',
  'stock counted': 'Stock corrected',
  'lot discarded': 'Lot discarded',
  'lots blended': 'Lots blended',
  'hold set': 'Put on hold',
  'hold lifted': 'Hold removed',
  'held by rule': 'Put on hold by a house rule',
  recall: 'Recalled',
  'recall told': 'Member told of a recall',
  'off-types counted': 'Off-types counted',
  incident: 'Incident recorded',
  'trial set': 'Growing trial planned',
  'trial ended': 'Growing trial ended',
  'report written': 'Report recorded',
  'air of a place': 'Conditions of a place recorded',
  'labels printed': 'Labels printed',
  'labels made': 'Labels recorded',

  'grow-out proposed': 'Grow-out proposed',
  'season planned': 'Plan of the season saved',
  'season plan carried out': 'Proposed from the plan',
  'keeper written': 'Keeper saved',
  'copy counted': 'Copy counted',
  'grow-out placed': 'Garden and day saved',
  'grow-out offered': 'Grow-out offered',
  'offer accepted': 'Offer accepted',
  'offer declined': 'Offer declined',
  'grow-out agreed': 'Grow-out agreed',
  'seed handed over': 'Seed handed over',
  'season logged': 'Log entry saved',
  'log entry struck': 'Entry deleted',
  'grow-out failed': 'Grow-out failed',
  'grow-out dropped': 'Grow-out dropped',

  'packets lent': 'Packets lent',
  'loan closed': 'Loan closed',
  'due date agreed': 'New return date agreed',
  'failure told': 'Failed crop reported',
  'failure answered': 'Failed crop answered',
  'want noted': 'Want updated',
  'listing read': 'Listing of another library added',
  'listing removed': 'Listing of another library removed',
  'recall heard': 'Recall of another library added',
  'origin noted': 'Code at another library recorded',
  'donor address made': 'Donor’s link created',
  'donor address ended': 'Donor’s link ended',
  'logger hung up': 'Place of the logger saved',
  'grower terms written': 'Grower’s terms saved',
  'garden written': 'Garden saved',
  'garden placed anew': 'Garden’s position changed',
  'plot written': 'Plot saved',
  'bloom in a garden noted': 'Bloom recorded',
  'bloom in a garden struck': 'Bloom deleted',
  'person added': 'Person added',
  'person changed': 'Person changed',
  'pin chosen': 'PIN for shared tablets chosen',
  'access given': 'Access given',
  'access ended': 'Access ended',
  'person erased': 'Personal data erased',

  'act undone': 'Undone',

  'line changed': 'Line changed',
  'crop added': 'Crop added',
  'crop put right': 'Crop corrected',
  'crop removed': 'Crop removed',
  'almanac fact changed': 'Almanac changed',
  'almanac fact restored': 'Almanac fact restored',
  'house rules changed': 'Settings changed',
  'recipe written': 'Recipe saved',
  'recipe retired': 'Recipe retired',
  'calendar address made': 'Calendar address created',
  'calendar address ended': 'Calendar address ended',
};

/** An act in a few words. @param kind a command's name, with a detail after it or without; or another act, which tells itself */
export function doneWords(kind: string): string {
  const [name, detail] = kind.split(': ') as [string, string?];
  const words = Object.hasOwn(DONE, name) ? DONE[name as CommandName] : name.charAt(0).toUpperCase() + name.slice(1);
  return [words, detail].filter(Boolean).join(': ');
}

/** The longest first: one name may begin another. */
const NAMES = (Object.keys(DONE) as CommandName[]).sort((one, other) => other.length - one.length);

/** What an act was about, as people read it: the record keeps what was undone under the name of its command. */
export function aboutWords(kind: string, subject: string): string {
  if (kind !== 'act undone') return subject;
  const name = NAMES.find((each) => subject.startsWith(each) && /^(:? |$)/.test(subject.slice(each.length)));
  return name === undefined ? subject : doneWords(name) + subject.slice(name.length);
}

/** Shorter words are in too many of them to tell anything. */
const LEAST_LETTERS = 3;

/** The kinds of acts whose words hold what somebody typed, so that they are found by what they are called. */
export const kindsCalled = (typed: string): string[] =>
  typed.length < LEAST_LETTERS
    ? []
    : Object.entries(DONE).flatMap(([name, words]) => (words.toLowerCase().includes(typed.toLowerCase()) ? [name] : []));

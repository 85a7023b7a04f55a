import { z } from 'zod';
import { HOLD_KINDS } from '#core/lots/words.ts';
import { actKey, amount, container, maybeWords, words } from '#contracts/fields.ts';

const reason = words(300, 'Say why: whoever comes next will want to know');
const wholeNumber = (missing: string) => z.int({ error: missing });

export const setHoldForm = z.object({ key: actKey, kind: z.enum(HOLD_KINDS, { error: 'Say what kind of hold' }), reason });
export const liftHoldForm = z.object({ key: actKey, hold: z.int(), reason });

const seedsOf = z.int({ error: 'How many seeds? A whole number' }).min(1, 'At least one seed').max(100_000_000, 'Check the number');

/** Making a new lot of seed of two. */
export const blendForm = z.object({
  key: actKey,
  other: words(20, 'Which lot?'),
  seeds: seedsOf,
  otherSeeds: seedsOf,
  place: words(60, 'Where does it go?'),
  container: container,
});

/** A shelf count of one lot that puts the book right. */
export const recountForm = z.object({ key: actKey, amount: z.union([z.literal('0').transform(() => null), amount]), reason });

/** Which of a lot's containers, and how much of what is in it; nothing typed is all of it. */
const someOfIt = { key: actKey, holding: z.int({ error: 'Choose a container' }), part: maybeWords(40) };

/** Into another container, or to another place. */
export const moveForm = z.object({
  ...someOfIt,
  place: words(60, 'Enter where it goes'),
  container: container.optional().transform((into) => into ?? null),
});

/** Out of the house for good. */
export const giveForm = z.object({ ...someOfIt, to: words(120, 'Enter who it is for'), overrideReason: maybeWords(300) });

/** Handing packets of one lot to a member. */
export const lendForm = z.object({
  key: actKey,
  code: words(60, 'Scan or type the lot code'),
  packets: wholeNumber('How many packets? A whole number').min(1, 'At least one packet').max(100, 'A hundred packets at most'),
  overrideReason: maybeWords(300),
});

export const closeLoanForm = z.object({
  key: actKey,
  outcome: z.enum(['failed crop', 'kept on', 'written off'], { error: 'Say how it ended' }),
  note: maybeWords(500),
});

/** Clean seed out of fruit or heads. */
export const cleanForm = z.object({ key: actKey, amount });

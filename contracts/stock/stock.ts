import { z } from 'zod';
import { actKey, amount, container, maybeWords, sure, tick, words } from '#contracts/fields.ts';

export const reason = words(300, 'reason: missing');

/** A shelf count of one lot that corrects the stock. */
export const recountForm = z.object({ key: actKey, amount: z.union([z.literal('0').transform(() => null), amount]), reason, sure });

/** Which of a lot's containers, and how much of what is in it; nothing typed is all of it. */
const someOfIt = { key: actKey, holding: z.int({ error: 'container: not chosen' }), part: maybeWords(40) };

/** A safety copy after its keeper has looked: how much is there. */
export const copyCountForm = recountForm.extend({ place: words(60, 'place of keeper: missing') });

/** Into another container, or to another place. */
export const moveForm = z.object({
  ...someOfIt,
  place: words(60, 'move place: missing'),
  container: container.optional().transform((into) => into ?? null),
});

/** Out of the house for good. */
export const giveForm = z.object({ ...someOfIt, to: words(120, 'receiver: missing'), isLibrary: tick, overrideReason: maybeWords(300) });

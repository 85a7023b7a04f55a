import { z } from 'zod';
import { actKey, day, lotCode, maybeArea, maybeCount, maybePhoto, maybeWords, rowNumber, words } from '#contracts/fields.ts';
import { LOG_ASKS, LOG_KINDS } from '#core/growout/log.ts';
import { METHODS } from '#core/isolation/barriers.ts';

/** A grow-out of a lot, as it is proposed. */
export const proposeForm = z.object({
  key: actKey,
  code: lotCode,
  plants: z.int({ error: 'plants: missing' }).min(1, 'plants: under one').max(10_000, 'plants: too many'),
  seeds: z.int({ error: 'seeds to sow: missing' }).min(1, 'seeds: under one').max(1_000_000, 'number: check'),
  note: maybeWords(300),
});

export const ofGrowOut = <Form extends z.ZodType>(form: Form) => form.and(z.object({ growOutId: rowNumber }));

/** Why a grow-out is dropped, or how it failed. */
export const endForm = z.object({ key: actKey, reason: words(300, 'reason: missing') });

/** Who is asked to grow it, or has agreed to, by name. */
export const agreeForm = z.object({ key: actKey, grower: words(120, 'grower: missing') });

/** Seeds out of one of the lot's containers. */
export const handOverForm = z.object({
  key: actKey,
  holding: z.int({ error: 'container: not chosen' }),
  seeds: z.int({ error: 'seeds to sow: missing' }).min(1, 'seeds: under one').max(1_000_000, 'number: check'),
});

const LOG_WORDS = 300;

/** An entry of a season's log: what its kind asks for must be there, and anything else is not kept. */
export const logForm = z
  .object({
    key: actKey,
    kind: z.enum(LOG_KINDS, { error: 'entry: not chosen' }),
    on: day,
    count: maybeCount(1_000_000),
    words: maybeWords(LOG_WORDS),
    metres: maybeCount(100_000),
    method: z
      .enum(METHODS, { error: 'method: missing' })
      .optional()
      .transform((method) => method ?? null),
    insteadOf: rowNumber.optional().transform((id) => id ?? null),
    photo: maybePhoto,
  })
  .superRefine(({ kind, count, words: said, method }, context) => {
    const asks = LOG_ASKS[kind];
    const missing = (path: string, message: string) => context.addIssue({ code: 'custom', path: [path], message });
    if (asks.count === 'asked' && count === null) missing('count', 'entry: how many');
    if (asks.words === 'asked' && said === null) missing('words', 'entry: what');
    if (asks.method && method === null) missing('method', 'method: missing');
  })
  .transform(({ kind, count, words: said, metres, method, ...rest }) => {
    const asks = LOG_ASKS[kind];
    return {
      ...rest,
      kind,
      count: asks.count ? count : null,
      words: asks.words ? said : null,
      metres: asks.metres ? metres : null,
      method: asks.method ? method : null,
    };
  });

export const strikeForm = z.object({ key: actKey, entryId: rowNumber });

/** What a grower says to an offer: yes, with what would have to change; or no, with the reason if they like. */
export const answerForm = z.object({ key: actKey, words: maybeWords(LOG_WORDS) });

/** Where and how it is grown. */
export const placeForm = z.object({
  key: actKey,
  garden: z.coerce.number({ error: 'garden: not chosen' }).int('garden: not chosen').min(1, 'garden: not chosen'),
  plot: rowNumber.optional().transform((id) => id ?? null),
  squareMetres: maybeArea,
  methods: z.array(z.enum(METHODS)).default([]),
  sowOn: day,
});

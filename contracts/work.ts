import { z } from 'zod';
import { HOLD_KINDS } from '#core/lots/words.ts';
import { actKey, amount, day, maybeWords, words } from './fields.ts';

const reason = words(300, 'Say why: whoever comes next will want to know');
const wholeNumber = (missing: string) => z.int({ error: missing });

/** Laying a germination test. */
export const layTestForm = z.object({
  key: actKey,
  seeds: wholeNumber('How many seeds? A whole number').min(1, 'At least one seed').max(400, 'A towel takes 400 seeds at most'),
  counted: z.enum(['normal seedlings', 'any root'], { error: 'Say what will be counted' }),
  celsius: wholeNumber('How warm does it stand? Whole degrees')
    .min(1, 'Seed does not sprout frozen')
    .max(45, 'That would cook it: degrees Celsius'),
  laidOn: day,
});

/** What was seen on a towel: seeds by number, or just how many more sprouted. */
export const countForm = z
  .object({
    key: actKey,
    checkedOn: day,
    sprouted: seedList(),
    dead: seedList(),
    waiting: seedList(),
    more: wholeNumber('A whole number of seeds')
      .min(0, 'Seeds do not un-sprout: tap the one that was marked by mistake')
      .max(400, 'More than a towel holds')
      .default(0),
    note: maybeWords(300),
  })
  .transform(({ sprouted, dead, waiting, ...form }) => ({
    ...form,
    marks: [
      ...sprouted.map((seed) => ({ seed, state: 'sprouted' as const })),
      ...dead.map((seed) => ({ seed, state: 'dead' as const })),
      ...waiting.map((seed) => ({ seed, state: 'waiting' as const })),
    ],
  }));

function seedList() {
  return z
    .string()
    .regex(/^\d{1,3}(,\d{1,3})*$/, 'Seed numbers, with commas')
    .optional()
    .transform((text) => (text ? text.split(',').map(Number) : []));
}

export const endTestForm = z
  .object({ key: actKey, endedOn: day, outcome: z.enum(['read', 'abandoned']), reason: maybeWords(300) })
  .superRefine((form, context) => {
    if (form.outcome === 'abandoned' && !form.reason)
      context.addIssue({ code: 'custom', path: ['reason'], message: 'Say what went wrong: the seeds stay spent' });
  });

export const setHoldForm = z.object({ key: actKey, kind: z.enum(HOLD_KINDS, { error: 'Say what kind of hold' }), reason });
export const liftHoldForm = z.object({ key: actKey, hold: z.int(), reason });

/** A shelf count of one lot that puts the book right. */
export const recountForm = z.object({ key: actKey, amount: z.union([z.literal('0').transform(() => null), amount]), reason });

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

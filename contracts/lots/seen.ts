import { z } from 'zod';
import { actKey, day, lotCode, maybeWords, rowNumber, rowVersion, shownRow, tick, words } from '#contracts/fields.ts';
import { FACT_KEYS, type FactKey } from '#core/almanac/facts.ts';
import { HOUSE_RULES, RULE_KEYS, type HouseRule, type RuleKey } from '#core/house/rules.ts';
import { AIMS } from '#core/lots/words.ts';

const reason = words(300, 'reason: missing');
const count = (missing: string) => z.int({ error: missing }).min(0, 'number: negative').max(100_000, 'number: check');

/** Off-types counted on a lot. */
export const evidenceForm = z
  .object({
    key: actKey,
    seen: z.enum(['plants', 'fruits', 'kernels'], { error: 'off-types: seen on what' }),
    source: z.enum(['trial', 'grow-out', 'report', 'sorting'], { error: 'off-types: seen where' }),
    lookedAt: count('looked at: missing').min(1, 'number: under one'),
    offTypes: count('off-types: missing'),
    seenOn: day,
    note: maybeWords(300),
    insteadOf: z.int().optional(),
  })
  .refine(({ lookedAt, offTypes }) => offTypes <= lookedAt, {
    path: ['offTypes'],
    message: 'off-types: more than all',
  })
  .transform(({ insteadOf, ...rest }) => ({ ...rest, insteadOf: insteadOf ?? null }));

const percentage = z
  .string()
  .trim()
  .optional()
  .transform((text, context) => {
    if (!text || text === 'unknown') return null;
    const share = Number(text.replace(/[%\s]/g, '').replace(',', '.')) / 100;
    if (share >= 0 && share <= 1) return share;
    context.addIssue({ code: 'custom', message: 'share: unreadable' });
    return z.NEVER;
  });

/** A mix-up or contamination. */
export const incidentForm = z.object({
  key: actKey,
  kind: z.enum(['mix-up', 'contamination'], { error: 'incident: no kind' }),
  what: words(300, 'event: missing'),
  share: percentage,
  discarded: tick,
});

export const trialForm = z.object({
  key: actKey,
  mustShow: words(300, 'trial: no aim'),
  plantsWanted: z.int({ error: 'plants: missing' }).min(1, 'plants: under one').max(1000, 'plants: too many'),
});

export const endTrialForm = z
  .object({
    key: actKey,
    trial: z.int(),
    outcome: z.enum(['released', 'renamed', 'discarded'], { error: 'ending: missing' }),
    newName: maybeWords(80),
    reason,
  })
  .refine(({ outcome, newName }) => outcome !== 'renamed' || newName !== null, { path: ['newName'], message: 'new name: missing' });

const outOfFive = z
  .int()
  .min(1)
  .max(5)
  .optional()
  .transform((mark) => mark ?? null);

/** How a lot did in a garden. */
export const reportForm = z
  .object({
    key: actKey,
    by: maybeWords(120),
    year: z.int({ error: 'year: missing' }).min(1950, 'year: check').max(2200, 'year: check'),
    trueToType: z
      .enum(['yes', 'mostly', 'no'])
      .optional()
      .transform((said) => said ?? null),
    taste: outOfFive,
    yield: outOfFive,
    health: outOfFive,
    liking: outOfFive,
    words: maybeWords(600),
  })
  .refine((form) => form.trueToType ?? form.taste ?? form.yield ?? form.health ?? form.liking ?? form.words, {
    path: ['words'],
    message: 'report: empty',
  });

export const recallForm = z.object({ key: actKey, reason });

/** A member who has packets of a recalled lot, or somebody who was given seed of it, was told. */
export const calledForm = z.union([
  z.object({ key: actKey, of: lotCode, memberId: rowNumber }),
  z.object({ key: actKey, of: lotCode, giftId: rowNumber }),
]);

export const lineForm = z
  .object({
    key: actKey,
    version: rowVersion,
    aim: z.enum(AIMS, { error: 'aim: missing' }),
    story: maybeWords(2000),
    aliases: maybeWords(400),
    keptElsewhere: tick,
    ...Object.fromEntries(
      RULE_KEYS.filter((rule) => HOUSE_RULES[rule].byLine && rule !== 'aim').map((rule) => [`rule-${rule}`, schoolOf(rule)]),
    ),
  })
  .transform(({ key, version, aim, story, aliases, keptElsewhere, ...form }) => ({
    key,
    version,
    aim,
    story,
    keptElsewhere,
    rules: rulesFrom(form),
    aliases: [
      ...new Set(
        (aliases ?? '')
          .split(',')
          .map((name) => name.trim())
          .filter(Boolean),
      ),
    ],
  }))
  .refine(({ aliases }) => aliases.length <= 12 && aliases.every((name) => name.length <= 80), {
    path: ['aliases'],
    message: 'aliases: too many',
  });

/** The house rules, one choice each. */
export const rulesForm = z.object({
  key: actKey,
  version: rowVersion,
  ...Object.fromEntries(RULE_KEYS.map((rule) => [`rule-${rule}`, schoolOf(rule)])),
});

function schoolOf(rule: RuleKey) {
  const { schools }: HouseRule = HOUSE_RULES[rule];
  return z.enum(schools as readonly [string, ...string[]]).optional();
}

/** The chosen schools out of a form's `rule-` fields. */
export function rulesFrom(form: Readonly<Record<string, unknown>>): Partial<Record<RuleKey, string>> {
  return Object.fromEntries(
    RULE_KEYS.flatMap((rule) => {
      const chosen = form[`rule-${rule}`];
      return typeof chosen === 'string' && chosen !== '' ? [[rule, chosen]] : [];
    }),
  );
}

export const overrideForm = z
  .object({
    key: actKey,
    fact: z.enum(FACT_KEYS as [FactKey, ...FactKey[]]),
    typed: z
      .string()
      .max(4000)
      .optional()
      .transform((text) => text?.trim() || null),
    restore: tick,
    why: reason,
    shown: shownRow,
  })
  .refine(({ typed, restore }) => restore || typed !== null, { path: ['typed'], message: 'fact: missing' })
  .transform(({ restore, typed, ...said }) => ({ ...said, typed: restore ? null : typed }));

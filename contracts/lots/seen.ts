import { z } from 'zod';
import { actKey, day, maybeWords, rowVersion, tick, words } from '#contracts/fields.ts';
import { FACT_KEYS, type FactKey } from '#core/almanac/facts.ts';
import { HOUSE_RULES, RULE_KEYS, type HouseRule, type RuleKey } from '#core/house/rules.ts';
import { AIMS } from '#core/lots/words.ts';

const reason = words(300, 'Say why: whoever comes next will want to know');
const count = (missing: string) => z.int({ error: missing }).min(0, 'Not less than nothing').max(100_000, 'Check the number');

/** Off-types counted on a lot. */
export const evidenceForm = z
  .object({
    key: actKey,
    seen: z.enum(['plants', 'fruits', 'kernels'], { error: 'Say what was looked at' }),
    source: z.enum(['trial', 'grow-out', 'report', 'sorting'], { error: 'Say where they were seen' }),
    lookedAt: count('How many were looked at?').min(1, 'At least one'),
    offTypes: count('How many off-types? 0 is an answer'),
    seenOn: day,
    note: maybeWords(300),
    insteadOf: z.int().optional(),
  })
  .refine(({ lookedAt, offTypes }) => offTypes <= lookedAt, {
    path: ['offTypes'],
    message: 'More off-types than were looked at. Check both',
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
    context.addIssue({ code: 'custom', message: 'Write a percentage, like 5 %, or leave it empty' });
    return z.NEVER;
  });

/** A mix-up or contamination. */
export const incidentForm = z.object({
  key: actKey,
  kind: z.enum(['mix-up', 'contamination'], { error: 'Say what it was' }),
  what: words(300, 'Say what happened'),
  share: percentage,
  discarded: tick,
});

export const trialForm = z.object({
  key: actKey,
  mustShow: words(300, 'Say what the trial must show'),
  plantsWanted: z.int({ error: 'How many plants?' }).min(1, 'At least one plant').max(1000, 'That is a field. Check the number'),
});

export const endTrialForm = z
  .object({
    key: actKey,
    trial: z.int(),
    outcome: z.enum(['released', 'renamed', 'discarded'], { error: 'Say how it ended' }),
    newName: maybeWords(80),
    reason,
  })
  .refine(({ outcome, newName }) => outcome !== 'renamed' || newName !== null, { path: ['newName'], message: 'Write the new name' });

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
    year: z.int({ error: 'Which year?' }).min(1950, 'Check the year').max(2200, 'Check the year'),
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
    message: 'Say at least one thing about it',
  });

export const recallForm = z.object({ key: actKey, reason });

export const lineForm = z
  .object({
    key: actKey,
    version: rowVersion,
    aim: z.enum(AIMS, { error: 'Say what the line is for' }),
    story: maybeWords(2000),
    aliases: maybeWords(400),
    ...Object.fromEntries(
      RULE_KEYS.filter((rule) => HOUSE_RULES[rule].byLine && rule !== 'aim').map((rule) => [`rule-${rule}`, schoolOf(rule)]),
    ),
  })
  .transform(({ key, version, aim, story, aliases, ...form }) => ({
    key,
    version,
    aim,
    story,
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
    message: 'At most twelve names, parted by commas',
  });

/** The house rules, one choice each. */
export const rulesForm = z.object({
  key: actKey,
  version: rowVersion,
  ...Object.fromEntries(RULE_KEYS.map((rule) => [`rule-${rule}`, schoolOf(rule)])),
});

function schoolOf(rule: RuleKey) {
  const { schools }: HouseRule = HOUSE_RULES[rule];
  return z.enum(schools.map(({ id }) => id) as [string, ...string[]]).optional();
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
  })
  .refine(({ typed, restore }) => restore || typed !== null, { path: ['typed'], message: 'Write what holds here, or “none”' })
  .transform(({ restore, typed, ...said }) => ({ ...said, typed: restore ? null : typed }));

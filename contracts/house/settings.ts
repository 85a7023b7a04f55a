import { z } from 'zod';
import { actKey, monthDay, rowVersion, timeZone, words } from '#contracts/fields.ts';
import { GROWING_KEYS, growingFigure, type Growing, type GrowingKey } from '#core/house/growing.ts';
import { refusal } from '#core/kernel/refusal.ts';
import type { Prices } from '#core/house/prices.ts';
import { RULE_KEYS, type RuleKey, type Rules } from '#core/house/rules.ts';
import type { CropThresholds } from '#core/house/thresholds.ts';

const share = z.number().gt(0).lt(1);
const cents = z.int().min(0);
const count = z.int().min(0);

/** The schools a house or a line has chosen, as they are stored; a rule that is left out is the usual one. */
export const storedRules: z.ZodType<Rules> = z.partialRecord(
  z.enum(RULE_KEYS as readonly RuleKey[] as [RuleKey, ...RuleKey[]]),
  z.string(),
);

/** Prices of bought packets by crop, as they are stored: hundredths of the house's currency. */
export const storedCropPrices: z.ZodType<Prices['crops']> = z.record(z.string(), cents);

/** Germination asked of single crops, as it is stored: shares. */
export const storedCropThresholds: z.ZodType<CropThresholds> = z.record(z.string(), z.object({ lend: share, full: share }));

/** What the house reckons with for grow-outs, as it is stored; what is left out is the usual figure. */
const growing = z.object(
  Object.fromEntries(
    GROWING_KEYS.map((key) => {
      const { least, most } = growingFigure(key);
      return [key, z.number().min(least).max(most)];
    }),
  ) as Record<GrowingKey, z.ZodNumber>,
);
export const storedGrowing: z.ZodType<Partial<Growing>> = growing.partial();

const typedAs = { share: 100, hours: 1, worth: 1, count: 1 } as const;

/** The same as they are typed, shares in percent. */
export const growingForm = z.object({
  key: actKey,
  version: rowVersion,
  ...(Object.fromEntries(
    GROWING_KEYS.map((key) => {
      const { as, least, most } = growingFigure(key);
      const times = typedAs[as];
      return [
        key,
        z
          .number({ error: 'number: missing' })
          .min(least * times, refusal('number: out of range', least * times, most * times))
          .max(most * times, refusal('number: out of range', least * times, most * times)),
      ];
    }),
  ) as Record<GrowingKey, z.ZodNumber>),
});

/** What was typed, as the house reckons with it. */
export const growingFrom = (typed: Readonly<Record<GrowingKey, number>>): Growing =>
  Object.fromEntries(GROWING_KEYS.map((key) => [key, typed[key] / typedAs[growingFigure(key).as]])) as Growing;

/** All that can be set of a house at once, from whichever of its pages. */
export const houseSettings = z.object({
  key: actKey,
  version: rowVersion,
  name: words(120, 'library name: missing'),
  timeZone,
  lastFrost: monthDay,
  firstFrost: monthDay,
  lendingOpens: monthDay,
  sowingStarts: monthDay,
  units: z.enum(['metric', 'imperial']),
  southern: z.boolean(),
  rules: storedRules,
  thresholds: z.object({ lend: share, full: share, sureness: share }),
  cropThresholds: storedCropThresholds,
  bench: z.object({ trays: count, jars: count, hours: z.number().min(0) }),
  growing,
  howToAsk: words(500, 'how to ask: missing').nullable(),
  prices: z.object({ currency: z.string().regex(/^[A-Z]{3}$/), packet: cents, crops: storedCropPrices }),
});

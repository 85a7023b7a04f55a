import { z } from 'zod';
import { actKey, monthDay, rowVersion, timeZone, words } from '#contracts/fields.ts';
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
  prices: z.object({ currency: z.string().regex(/^[A-Z]{3}$/), packet: cents, crops: storedCropPrices }),
});

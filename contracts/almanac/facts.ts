import { z } from 'zod';
import { DISEASE_ANSWERS } from '#core/almanac/diseases.ts';
import { CROP_CAUTIONS } from '#core/almanac/cautions.ts';
import { READINESS } from '#core/almanac/crossing.ts';
import { SEED_COLOURS, SEED_EXTRAS, SEED_SHAPES, SEED_SURFACES } from '#core/almanac/portrait.ts';
import { FACT_KEYS, factKind, type FactKey, type Shape } from '#core/almanac/facts.ts';

/** What a fact of this shape is stored as. */
function storedFact(shape: Shape): z.ZodType {
  switch (shape.kind) {
    case 'number':
      return z.number().min(shape.least).max(shape.most);
    case 'range':
      return z.tuple([z.number().min(shape.least), z.number().max(shape.most)]).refine(([low, high]) => low <= high);
    case 'choice':
      return z.enum(shape.of);
    case 'list':
      return z.array(z.string().min(1));
    case 'treatments':
      return z.array(z.strictObject({ name: z.string().min(1), answers: z.array(z.enum(DISEASE_ANSWERS)), usual: z.string().min(1) }));
    case 'cautions':
      return z.array(z.strictObject({ code: z.enum(CROP_CAUTIONS), words: z.string().min(1) }));
    case 'constants':
      return z.strictObject({ KE: z.number(), CW: z.number(), CH: z.number(), CQ: z.number() });
    case 'portrait':
      return z.strictObject({
        shape: z.enum(SEED_SHAPES),
        length: z.number().positive(),
        width: z.number().positive(),
        surface: z.enum(SEED_SURFACES),
        colours: z.tuple([z.enum(SEED_COLOURS), z.enum(SEED_COLOURS)]),
        extra: z.enum(SEED_EXTRAS).nullable(),
      });
    case 'text':
    case 'group':
      return z.string().min(1);
  }
}

/** Facts of a crop as they are stored: what the table of facts says of each, and how sure it is. */
export const storedCrop = z.strictObject({
  id: z.string().min(1),
  name: z.string().min(1),
  ...(Object.fromEntries(
    FACT_KEYS.map((key) => {
      const { shape, optional } = factKind(key);
      return [key, optional && !['list', 'treatments', 'cautions'].includes(shape.kind) ? storedFact(shape).nullable() : storedFact(shape)];
    }),
  ) as Record<FactKey, z.ZodType>),
  told: z.partialRecord(z.enum(FACT_KEYS as [FactKey, ...FactKey[]]), z.strictObject({ sure: z.string(), source: z.string() })),
});

/** Which other groups a crossing group crosses with, and how readily. */
export const storedCrosses = z.array(z.strictObject({ group: z.string().min(1), how: z.enum(READINESS).exclude(['freely']) }));

import { z } from 'zod';
import { storedCrop, storedCrosses } from '#contracts/almanac/facts.ts';
import { storedSteps } from '#contracts/bench/recipes.ts';
import {
  storedAnswers,
  storedColumns,
  storedCounts,
  storedFixes,
  storedNotes,
  storedQuestions,
  storedSheets,
} from '#contracts/exchange/imports.ts';
import { storedRecalledThere } from '#contracts/exchange/swap.ts';
import { storedOffered, storedWanted } from '#contracts/exchange/listing.ts';
import { storedCropPrices, storedCropThresholds, storedGrowing, storedRules } from '#contracts/house/settings.ts';
import { storedRemedies, storedWhys } from '#contracts/growouts/risk.ts';
import { storedChoices, storedWishes } from '#contracts/growouts/seasonPlan.ts';
import { storedPassport } from '#contracts/intake/passport.ts';

/** Fields of a form as they were typed. */
const typed = z.record(z.string().max(200), z.string());

/**
 * Every document that is stored as JSON, by its table and column. There is one shape of each at a time: a migration that changes a shape rewrites
 * the rows that have the old one, so that the code reads one version only. Files that leave the house carry their version with them.
 */
export const STORED = {
  'act.answer': z.json(),
  'crop.facts': storedCrop,
  'crop.shipped': storedCrop,
  'crossing_group.crosses': storedCrosses,
  'draft.answers': typed,
  'house.crop_prices': storedCropPrices,
  'house.crop_thresholds': storedCropThresholds,
  'house.growing': storedGrowing,
  'house.rules': storedRules,
  'import.answers': storedAnswers,
  'import.counts': storedCounts,
  'import.questions': storedQuestions,
  'import.sheets': storedSheets,
  'listing.kinds': storedOffered,
  'listing.wants': storedWanted,
  'import_columns.columns': storedColumns,
  'import_row.fixed': storedFixes,
  'import_row.notes': storedNotes,
  'recall_heard.lots': storedRecalledThere,
  'line.rules': storedRules,
  'line_risk.remedies': storedRemedies,
  'line_risk.whys': storedWhys,
  'parked_form.fields': typed,
  'passport.answers': storedPassport,
  'recipe.steps': storedSteps,
  'season_plan.choices': storedChoices,
  'season_plan.wishes': storedWishes,
} as const satisfies Readonly<Record<string, z.ZodType>>;

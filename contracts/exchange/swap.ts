import { z } from 'zod';
import { actKey, day, ofLot, words } from '#contracts/fields.ts';
import { readJsonFile } from './jsonFile.ts';

export const MOST_RECALL_BYTES = 1_000_000;
const MOST_LOTS = 2_000;
const text = (most: number) => z.string().trim().max(most);

const recalledThere = z.object({
  code: text(60).min(1),
  crop: text(80).default(''),
  variety: text(120).default(''),
  reason: text(300).min(1),
});
export const storedRecalledThere = z.array(recalledThere);

/** A recall of another library, by the format of docs/formats.md. Names that it does not know are let be. */
const recallFile = z.object({
  format: z.literal('kind-granary-recall'),
  version: z.literal(1),
  library: text(120).min(1),
  as_of: z.iso.date(),
  lots: z.array(recalledThere).min(1).max(MOST_LOTS),
});
export const parseRecall = (bytes: Uint8Array) => readJsonFile(recallFile, bytes);

export const hearRecallInput = z.object({ key: actKey, recall: recallFile });

/** What a lot is called at the library that it came from. */
export const originForm = z.object({
  key: actKey,
  library: words(120, 'library: missing'),
  theirCode: words(60, 'their code: missing'),
});
export const originInput = ofLot(originForm);

/** Of which library a file is asked, and of which day. */
export const recallQuery = z.object({ to: text(120).min(1) });
export const swapQuery = recallQuery.extend({ on: day });

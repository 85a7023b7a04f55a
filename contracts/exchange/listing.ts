import { z } from 'zod';
import { actKey, rowNumber } from '#contracts/fields.ts';
import { PROMISES } from '#core/promise/judge.ts';
import { readJsonFile } from './jsonFile.ts';

/** More than any listing of kinds by name weighs. */
export const MOST_LISTING_BYTES = 5_000_000;
const MOST_KINDS = 20_000;
const text = (most: number) => z.string().trim().max(most);
const named = z.object({ crop: text(80).min(1), species: text(120).default(''), variety: text(120).min(1) });
const offered = named.extend({ label_promises: z.enum(PROMISES).nullable().catch(null) });

/** A listing of another library, by the format of docs/formats.md. Names that it does not know are let be. */
const listingFile = z.object({
  format: z.literal('kind-granary-offer'),
  version: z.literal(1),
  library: text(120).min(1),
  as_of: z.iso.date(),
  how_to_ask: text(500).default(''),
  kinds: z.array(offered).max(MOST_KINDS),
  wants: z.array(named).max(MOST_KINDS).default([]),
});

export const storedOffered = z.array(offered);
export const storedWanted = z.array(named);

/** @property address where it was read from; null for a file */
export const listingInput = z.object({
  key: actKey,
  listing: listingFile,
  address: z
    .url({ protocol: /^https?$/ })
    .max(500)
    .nullable(),
});
export const removeListingInput = z.object({ key: actKey, listingId: rowNumber });

export const parseListing = (bytes: Uint8Array) => readJsonFile(listingFile, bytes);

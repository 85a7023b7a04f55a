import { MOST_LISTING_BYTES, parseListing } from '#contracts/exchange/listing.ts';
import { fetchElsewhere, readExceptions, type Fetched } from '#devices/elsewhere.ts';

const LONGEST_WAIT = 10_000;
const except = readExceptions(process.env['LISTINGS_FROM_LOOPBACK'] ?? '');

/** Why there is no listing at an address. */
export type NoListing = Exclude<Fetched, { ok: true }> | { readonly ok: false; readonly why: 'no listing' };

/** Reads the listing of another library where somebody says that it is. */
export async function listingAt(
  address: string,
): Promise<{ readonly ok: true; readonly listing: NonNullable<ReturnType<typeof parseListing>>; readonly address: string } | NoListing> {
  const fetched = await fetchElsewhere(address, { mostBytes: MOST_LISTING_BYTES, milliseconds: LONGEST_WAIT, except });
  if (!fetched.ok) return fetched;
  const listing = parseListing(fetched.bytes);
  return listing ? { ok: true, listing, address: fetched.url } : { ok: false, why: 'no listing' };
}

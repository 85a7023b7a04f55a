import { listingInput, removeListingInput } from '#contracts/exchange/listing.ts';
import { matchListing } from '#core/exchange/matchListing.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { findListing, readLineNames, readListings, writeListing } from '#data/exchange/listings.ts';
import type { House } from '#data/house/house.ts';
import { listOffered } from '#data/stock/offer.ts';
import { command, type Inside } from '#services/command.server.ts';
import { readWants } from '#services/stock/wants.server.ts';

/** Wants that seed from elsewhere would end, soonest first, under all their names. */
export async function readWantsElsewhere(db: Db, house: House, today: Day) {
  const wants = (await readWants(db, house, today)).filter(({ act }) => act === 'ask, swap or order' || act === 'grow out, and ask');
  const names = new Map(
    (
      await readLineNames(
        db,
        wants.map(({ lineId }) => lineId),
      )
    ).map((line) => [line.lineId, line]),
  );
  return wants.map(({ lineId, seeds, by, got }) => ({ ...names.get(lineId)!, seeds, by, got }));
}

/** Every listing of another library: what of it we want, and what it wants of that which we lend. */
export async function matchListings(db: Db, house: House, today: Day) {
  const listings = await readListings(db);
  if (listings.length === 0) return [];
  const [wants, offered] = await Promise.all([readWantsElsewhere(db, house, today), listOffered(db)]);
  const ours = await readLineNames(
    db,
    offered.map(({ lineId }) => lineId),
  );
  return listings.map(({ kinds, wants: theirWants, ...listing }) => ({
    ...listing,
    kinds: kinds.length,
    wants: theirWants.length,
    theyHave: matchListing(wants, kinds),
    weHave: matchListing(ours, theirWants),
  }));
}

/** Keeps what another library offers and wants, instead of what it listed before. */
export const readListing = command('listing read', { input: listingInput }, async ({ tx }: Inside<never>, { key, listing, address }) => {
  const { library, how_to_ask: howToAsk, as_of: asOf, kinds, wants } = listing;
  await writeListing(tx, { library, howToAsk, asOf, address, kinds, wants }, key);
  return { answer: null, subject: library };
});

/** The listing counts no more: the library ended, or is not asked again. */
export const removeListing = command(
  'listing removed',
  { input: removeListingInput },
  async ({ tx, refuse }: Inside<{ readonly code: 'no such listing' }>, { key, listingId }) => {
    const listing = (await findListing(tx, listingId)) ?? refuse({ code: 'no such listing' });
    await writeListing(tx, listing, key, true);
    return { answer: null, subject: listing.library };
  },
);

import { Download } from 'lucide-react';
import { Form, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey, notAccepted } from '#app/platform/form.server.ts';
import { formOf, keyOf } from '#app/platform/incoming.server.ts';
import { listingAt, type NoListing } from '#app/platform/listingFrom.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { FieldError, FieldLabel } from '#app/ui/FieldParts.tsx';
import { FileField } from '#app/ui/FileField.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { MOST_LISTING_BYTES, parseListing } from '#contracts/exchange/listing.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { may } from '#core/people/may.ts';
import { matchListings, readListing, removeListing } from '#services/exchange/listings.server.ts';
import { CLAIM_WORDS } from '#words/claims.ts';
import { WANT_STATE_WORDS } from '#words/wants.ts';
import type { Route } from './+types/listings.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Other libraries · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const listings = await matchListings(db, house, today);
  return {
    key: newFormKey(),
    mayChange: may(actor.role, 'manage people'),
    listings: listings.map((listing) => ({ ...listing, key: newFormKey(), againKey: newFormKey() })),
  };
}

/** Reads a listing from an address or a file, or removes one. */
export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'manage people');
  const form = await formOf(request);
  if (form.get('intent') === 'remove') {
    const { give } = formActs<{ readonly code: 'no such listing' }>(form, visit, ['remove'], () => ({ '': ['It was removed already'] }));
    return give(removeListing, {});
  }
  const key = keyOf(form);
  const typed = String(form.get('address') ?? '').trim();
  const file = form.get('file');
  if (typed !== '') {
    const read = await listingAt(typed.slice(0, LONGEST_ADDRESS));
    if (!read.ok) return notAccepted({ at: 'address' as const, why: addressWhy(read), typed });
    await readListing(visit, { key, listing: read.listing, address: read.address });
    return null;
  }
  const refused = (why: string) => notAccepted({ at: 'file' as const, why, typed });
  if (!(file instanceof File) || file.size === 0) return refused('Enter an address, or choose a file');
  if (file.size > MOST_LISTING_BYTES) return refused(TOO_LARGE);
  const listing = parseListing(new Uint8Array(await file.arrayBuffer()));
  if (!listing) return refused('This file is not a listing. Ask them for the JSON file from their page “What we offer”');
  await readListing(visit, { key, listing, address: null });
  return null;
}

const LONGEST_ADDRESS = 500;
const TOO_LARGE = `That is more than ${MOST_LISTING_BYTES / 1_000_000} MB, so it cannot be a listing`;

function addressWhy(read: NoListing): string {
  switch (read.why) {
    case 'no address':
      return 'Enter a web address, for example https://seeds.example.org/offer.json';
    case 'not public':
      return 'This address is not on the public internet, so we cannot read it. Ask them for the file instead';
    case 'no answer':
      return 'No answer from this address. Check it, or ask them for the file';
    case 'too slow':
      return 'It took longer than 10 seconds. Try again later, or ask them for the file';
    case 'too large':
      return TOO_LARGE;
    case 'sent on too often':
      return 'This address redirects too many times. Ask them for the right one';
    case 'answered':
      return `There is nothing to read at this address (it answers ${read.status}). Ask them whether they still show what they offer`;
    case 'no listing':
      return 'There is no listing at this address. It should end in /offer.json';
  }
}

type Matched = Route.ComponentProps['loaderData']['listings'][number];
const named = ({ crop, variety }: Kind) => `${crop} ‘${variety}’`;

/** What other libraries offer that we want, and want that we lend. */
export default function Listings({ loaderData: { key, mayChange, listings }, actionData }: Route.ComponentProps) {
  const busy = useBusy();
  const refused = actionData && 'at' in actionData ? actionData : null;
  const errorAt = (field: 'address' | 'file') => (refused?.at === field ? refused.why : null);
  return (
    <>
      <PageHead
        title="Other libraries"
        about="What they offer that we want, and what they want that we lend."
        actions={
          <>
            <ButtonLink to="/swaps">Swapped seed</ButtonLink>
            <ButtonLink to="/wants">Wants list</ButtonLink>
          </>
        }
      />
      {listings.length === 0 && (
        <div className="mb-8">
          <Empty>
            No listings yet. Another library that uses this program has one: its address ends in /offer.json. Ours is{' '}
            <a className="link" href="/offer.json">
              here
            </a>
            , once Settings say how to ask for our seed.
          </Empty>
        </div>
      )}
      {listings.map((listing) => (
        <OneLibrary key={listing.id} listing={listing} mayChange={mayChange} busy={busy} />
      ))}
      {mayChange && (
        <Form key={key} method="post" encType="multipart/form-data" className="max-w-prose space-y-3 border-t border-rule pt-6">
          <input type="hidden" name="key" value={key} />
          <h2>Add a listing</h2>
          <div>
            <FieldLabel
              of="address"
              label="Address of their listing"
              hint="It ends in /offer.json. A new listing replaces the one that the same library gave before."
              hintId="address-hint"
            />
            <input
              id="address"
              name="address"
              inputMode="url"
              maxLength={LONGEST_ADDRESS}
              defaultValue={refused?.typed}
              aria-describedby="address-hint address-error"
              className="input mt-1"
            />
            <FieldError id="address-error">{errorAt('address')}</FieldError>
          </div>
          <FileField
            label="Or a file that they sent"
            hint="A file that ends in .json."
            accept=".json"
            most={{ bytes: MOST_LISTING_BYTES, refusal: TOO_LARGE }}
            error={errorAt('file')}
          />
          <Button type="submit" look="action" disabled={busy}>
            <Download aria-hidden className="size-5" />
            {busy ? 'Reading …' : 'Add this listing'}
          </Button>
        </Form>
      )}
    </>
  );
}

function OneLibrary({ listing, mayChange, busy }: { readonly listing: Matched; readonly mayChange: boolean; readonly busy: boolean }) {
  const { id, library, asOf, address, howToAsk, kinds, wants, theyHave, weHave } = listing;
  return (
    <section aria-labelledby={`library-${id}`} className="mb-10">
      <h2 id={`library-${id}`}>{library}</h2>
      <p className="mt-1 mb-5 max-w-prose text-soft">
        Listed {formatDate(asOf)}: {kinds} offered, {wants} wanted.{howToAsk && ` How to ask: ${howToAsk}`}
      </p>
      <h3 className="mb-1">They offer what we want</h3>
      {theyHave.length === 0 ? (
        <p className="mb-5">Nothing from our wants list.</p>
      ) : (
        <div className="mb-6">
          <Table caption={`What ${library} offers that we want`}>
            <Heads of={['We want', 'Their label promises', 'We lack']} />
            <tbody>
              {theyHave.map(({ ours, theirs, isSameName }) => (
                <tr key={`${ours.lineId} ${theirs.crop} ${theirs.variety}`}>
                  <td className="min-w-36">
                    <Named ours={ours} theirs={theirs} isSameName={isSameName} to={`/wants?search=${encodeURIComponent(ours.variety)}`} />
                  </td>
                  <td>{theirs.label_promises ? CLAIM_WORDS[theirs.label_promises] : 'Not judged'}</td>
                  <td>
                    <span className="whitespace-nowrap">{ours.seeds} seeds,</span>{' '}
                    <span className="whitespace-nowrap">by {formatDate(ours.by)}</span>
                    {ours.got && (
                      <span className="block text-small text-soft">
                        {WANT_STATE_WORDS[ours.got.state]} {formatDate(ours.got.on)}
                        {ours.got.whom && `, ${ours.got.whom}`}
                      </span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
      <h3 className="mb-1">They want what we lend</h3>
      {weHave.length === 0 ? (
        <p>Nothing we can lend right now.</p>
      ) : (
        <ul aria-label={`What ${library} wants that we lend`}>
          {weHave.map(({ ours, theirs, isSameName }) => (
            <li key={`${ours.lineId} ${theirs.crop} ${theirs.variety}`} className="border-t border-rule py-1">
              <Named ours={ours} theirs={theirs} isSameName={isSameName} to={`/lines/${ours.lineId}`} />
            </li>
          ))}
        </ul>
      )}
      {mayChange && (
        <div className="mt-4 flex flex-wrap gap-3">
          {address && (
            <Form method="post" encType="multipart/form-data">
              <input type="hidden" name="key" value={listing.againKey} />
              <input type="hidden" name="address" value={address} />
              <Button type="submit" disabled={busy} title={address}>
                Read it again<span className="sr-only"> from {library}</span>
              </Button>
            </Form>
          )}
          <Form method="post" encType="multipart/form-data">
            <input type="hidden" name="key" value={listing.key} />
            <input type="hidden" name="intent" value="remove" />
            <input type="hidden" name="listingId" value={id} />
            <Button type="submit">
              Remove this listing<span className="sr-only"> of {library}</span>
            </Button>
          </Form>
        </div>
      )}
    </section>
  );
}

interface Kind {
  readonly crop: string;
  readonly variety: string;
}

/** A kind by our name, with theirs where it is another. */
function Named({
  ours,
  theirs,
  isSameName,
  to,
}: {
  readonly ours: Kind;
  readonly theirs: Kind;
  readonly isSameName: boolean;
  readonly to: string;
}) {
  return (
    <>
      <Link className="link inline-flex min-h-11 items-center font-semibold" to={to}>
        {named(ours)}
      </Link>
      {named(theirs) !== named(ours) && (
        <span className="block text-small text-soft">
          They call it {named(theirs)}
          {!isSameName && '. Ask whether it is the same'}
        </span>
      )}
    </>
  );
}

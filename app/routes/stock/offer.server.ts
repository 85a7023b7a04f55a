import { data, type RouterContextProvider } from 'react-router';
import { anyVisit } from '#app/platform/visit.server.ts';
import { db } from '#app/platform/database.server.ts';
import { listOffered, type Offered } from '#data/stock/offer.ts';

export interface Offer {
  readonly library: string;
  readonly howToAsk: string;
  readonly today: string;
  readonly kinds: readonly Offered[];
}

/** A kind by the names that docs/formats.md gives: the listing and its table say the same. */
export const asTold = ({ crop, species, variety, ease, lifeCycle, promise }: Offered) => ({
  crop,
  species,
  variety,
  ease_of_saving: ease,
  life_cycle: lifeCycle,
  label_promises: promise,
});

/** What the library offers, for whoever asks. @throws an answer of 404 while the house does not show it */
export async function readOffer(context: Readonly<RouterContextProvider>, search = ''): Promise<Offer> {
  const { house, today } = anyVisit(context);
  if (house.howToAsk === null) throw data(null, { status: 404 });
  return { library: house.name, howToAsk: house.howToAsk, today, kinds: await listOffered(db, search) };
}

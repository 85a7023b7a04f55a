import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { findHoldings } from '#data/stock/places.ts';
import { listShelves } from '#data/stock/shelves.ts';
import { acting } from '#services/command.server.ts';
import { readListing, readWantsElsewhere } from '#services/exchange/listings.server.ts';
import { noteOrigin } from '#services/exchange/swaps.server.ts';
import { giveSeed } from '#services/stock/giving.server.ts';

const UPSTREAM = 'Upper Wend Seed Circle';
const LISTED_DAYS_AGO = 6;
const SWAPPED_DAYS_AGO = 19;
const MOST_GIVEN = 2;
const SEEDS_GIVEN = 40;
/** Seed that may go without anybody being asked: so much is left of it. */
const PLENTY = 900;

/** Another library up the river: what it offers and wants, what went to it in a swap, and what came. */
export async function swapWithUpstream(db: Db, actor: Actor, house: House, today: Day): Promise<void> {
  const wants = await readWantsElsewhere(db, house, today);
  const { lots } = await listShelves(db, { search: '', crop: '', state: 'may be lent', sort: 'variety', today, limit: 200, offset: 0 });
  const swappedOn = addDays(today, -SWAPPED_DAYS_AGO);
  const plenty = lots.filter(({ unit, onHand }) => unit === 'seed' && onHand > PLENTY);
  await readListing(acting(db, actor, addDays(today, -LISTED_DAYS_AGO)), {
    key: randomUUID(),
    address: null,
    listing: {
      format: 'kind-granary-offer',
      version: 1,
      library: UPSTREAM,
      as_of: addDays(today, -LISTED_DAYS_AGO),
      how_to_ask: 'By letter to the mill, or at the spring market',
      kinds: wants.slice(0, 3).map(({ crop, species, variety }) => ({ crop, species, variety, label_promises: 'likely true' as const })),
      wants: plenty.slice(0, 2).map(({ crop, variety }) => ({ crop, species: '', variety })),
    },
  });
  let given = 0;
  for (const { code } of plenty.toReversed()) {
    const lot = (await findLotByCode(db, code))!;
    if (given === MOST_GIVEN || lot.takenInOn > swappedOn) continue;
    const jar = (await findHoldings(db, lot.id)).find(({ balance, packetUnits }) => balance > SEEDS_GIVEN && packetUnits === null);
    if (!jar) continue;
    const gift = { key: randomUUID(), code, holding: jar.id, part: `${SEEDS_GIVEN} seeds`, to: UPSTREAM, isLibrary: true };
    const done = await giveSeed(acting(db, actor, swappedOn), { ...gift, overrideReason: null });
    if (done.ok) given += 1;
  }
  const donated = lots.find(({ unit, onHand, form }) => unit === 'seed' && onHand < PLENTY && form === 'clean seed');
  if (donated)
    await noteOrigin(acting(db, actor, swappedOn), { key: randomUUID(), code: donated.code, library: UPSTREAM, theirCode: '24-0031-K' });
}

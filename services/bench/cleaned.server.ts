import type { Day, LotId } from '#core/kernel/kinds.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import { unitsForSeeds, type StockUnit } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import { updateLotFromPassport, type lockLot } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import type { Actor } from '#data/people/accounts.ts';
import { move } from '#data/stock/ledger.ts';
import { createHolding, ensurePlace, findHoldings } from '#data/stock/places.ts';
import { writePassport } from '#services/lots/writePassport.server.ts';
import { CLEANED_HERE } from '#words/kept.ts';

type Lot = NonNullable<Awaited<ReturnType<typeof lockLot>>>;

/** An amount in the unit a lot is kept in. */
export function unitsOf(amount: Amount, unit: StockUnit, seedsPerGram: number): number {
  if (amount.kind === 'count') return unitsForSeeds(amount.seeds, unit, seedsPerGram);
  return unit === 'mg' ? amount.milligrams : Math.floor((amount.milligrams * seedsPerGram) / 1000);
}

/** The lot's holding of loose seed at this place and in this container, made if need be; the one it has where neither is said. */
async function holdingFor(tx: Db, lotId: LotId, place: string | null, container: string | null): Promise<number> {
  const loose = (await findHoldings(tx, lotId)).filter(({ packetUnits }) => packetUnits === null);
  const first = loose[0]!;
  const wanted = { place: place ?? first.place, container: container ?? first.container };
  const found = loose.find((one) => one.place.toLowerCase() === wanted.place.toLowerCase() && one.container === wanted.container);
  return found?.id ?? (await createHolding(tx, { lotId, placeId: await ensurePlace(tx, wanted.place), container: wanted.container }));
}

/** Clean seed enters the ledger of a lot that was taken in uncleaned; when nothing more is to come, the lot is clean from then on. */
export async function enterClean(
  tx: Db,
  lot: Lot,
  clean: {
    actKey: string;
    units: number;
    typed: string;
    today: Day;
    actor: Actor;
    isLast: boolean;
    place: string | null;
    container: string | null;
  },
): Promise<void> {
  await move(tx, {
    actKey: clean.actKey,
    lotId: lot.id,
    kind: 'cleaned',
    from: { outside: 'donors' },
    to: { holding: await holdingFor(tx, lot.id, clean.place, clean.container) },
    amount: clean.units,
    typed: clean.typed,
    reason: null,
    happenedOn: clean.today,
    personId: clean.actor.personId,
  });
  if (!clean.isLast || lot.form === 'clean seed') return;
  const [passport] = await readPassports(tx, lot.id);
  await writePassport(tx, {
    lotId: lot.id,
    answers: { ...passport!.answers, form: 'clean seed' },
    why: CLEANED_HERE,
    writtenOn: clean.today,
    writtenBy: clean.actor.personId,
    actKey: clean.actKey,
  });
  await updateLotFromPassport(tx, lot.id, {
    kind: lot.kind,
    harvested: lot.harvested,
    plantsHarvested: lot.plantsHarvested,
    treated: lot.treated,
    form: 'clean seed',
    openBy: null,
  });
}

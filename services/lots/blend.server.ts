import { ofLot } from '#contracts/fields.ts';
import { blendForm } from '#contracts/lots/blend.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import type { Beta } from '#core/germination/betaPosterior.ts';
import type { Counted } from '#core/germination/layout.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import type { Day, LineId, LotId, Seeds } from '#core/kernel/kinds.ts';
import { blendPassports } from '#core/passport/blendPassports.ts';
import type { Claim } from '#core/promise/judge.ts';
import { seedsInUnits, unitsForSeeds, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { bandOf, beginningOf, blendOf } from '#core/viability/blend.ts';
import { atAge, betaAt } from '#core/viability/forecast.ts';
import { outlookOf } from '#core/viability/outlook.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { createBlend } from '#data/lots/blends.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotsOfLine } from '#data/lots/lines.ts';
import { createLot, takeLotCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { move } from '#data/stock/ledger.ts';
import { createHolding, ensurePlace } from '#data/stock/places.ts';
import { readChecks } from '#data/tests/checks.ts';
import { testsOfLot } from '#data/tests/tests.ts';
import { command, type Inside } from '#services/command.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { drawFromLot, type Short } from '#services/stock/stock.server.ts';
import { readSpeed } from '#services/tests/reading.server.ts';
import { readTowel } from '#services/tests/tests.server.ts';
import { layHolds } from './holds.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';
import { readOutlookFacts, refreshOutlook } from './outlook.server.ts';
import { refreshPromises } from './promises.server.ts';
import { writePassport } from './writePassport.server.ts';
import { blendNote, wentInto } from '#words/kept.ts';

/** Why a lot cannot be blended with another. */
export type BlendHindrance = 'on hold' | 'nothing left' | 'treated apart' | 'dead';

/** A lot that a blend could be made of. */
export interface Blendable {
  readonly code: string;
  readonly harvested: string | null;
  readonly seeds: Seeds;
  /** What is believed of its germination today, and how many of 10 such lots lie between. */
  readonly believed: Beta;
  readonly band: ReturnType<typeof bandOf>;
  readonly promise: Claim | null;
  readonly daysToHalf: number | null;
  readonly counted: Counted | null;
  readonly hindrance: BlendHindrance | null;
}

/** A lot and the others of its line that still have seed, the best first, as a blend would be reckoned from them. */
export async function readBlendables(
  db: Db,
  lot: { readonly code: string; readonly lineId: LineId; readonly cropId: string; readonly treated: 'yes' | 'unknown' | null },
  house: House,
  today: Day,
) {
  const kept = (await findLotsOfLine(db, lot.lineId)).filter(({ code, onHand }) => code === lot.code || onHand > 0);
  const facts = new Map(
    (
      await readOutlookFacts(
        db,
        kept.map(({ id }) => id),
        today,
      )
    ).map((read) => [read.lot.id, read]),
  );
  const blendable = async (one: (typeof kept)[number]): Promise<Blendable> => {
    const read = facts.get(one.id)!;
    const believed = believedOf(read, today);
    return {
      code: one.code,
      harvested: one.harvested,
      seeds: seedsInUnits(one.onHand, one.unit, one.seedsPerGram),
      believed,
      band: bandOf(believed),
      promise: one.promise,
      daysToHalf: await daysToHalf(db, one.id),
      counted: read.last?.counted ?? null,
      hindrance:
        one.onHand === 0
          ? 'nothing left'
          : (await activeHolds(db, one.id)).length > 0
            ? 'on hold'
            : one.treated !== lot.treated
              ? 'treated apart'
              : one.verdict === 'dead'
                ? 'dead'
                : null,
    };
  };
  const all = await Promise.all(kept.map(blendable));
  return {
    own: all.find(({ code }) => code === lot.code)!,
    others: all
      .filter(({ code }) => code !== lot.code)
      .sort((one, other) => Number(one.hindrance !== null) - Number(other.hindrance !== null) || other.band.median - one.band.median),
    thresholds: thresholdsFor(house, lot.cropId),
  };
}

/** What is believed of a lot's germination today, with all the doubt there is. */
function believedOf({ facts }: Awaited<ReturnType<typeof readOutlookFacts>>[number], today: Day): Beta {
  const { belief, ageOn } = outlookOf(facts, today);
  return betaAt(atAge(belief, ageOn(today)), Infinity);
}

/** Days to half of what came up in a lot's last test of viability; null where it was not seen coming. */
async function daysToHalf(db: Db, lotId: LotId): Promise<number | null> {
  const last = (await testsOfLot(db, lotId)).find(({ outcome, kind }) => outcome === 'read' && kind === 'viability');
  if (!last) return null;
  const [{ towel }, checks] = [await readTowel(db, last.id), await readChecks(db, last.id)];
  const speed = readSpeed(
    last,
    towel,
    checks.map(({ checkedOn }) => checkedOn),
  );
  return speed && !speed.byFirstLook ? speed.t50 : null;
}

export type BlendProblem =
  | (Short & { readonly of: string; readonly seedsLeft: number })
  | NoLot
  | { readonly code: 'same lot' }
  | { readonly code: 'other line' }
  | { readonly code: 'on hold'; readonly of: string }
  | { readonly code: 'treated apart' }
  | { readonly code: 'dead'; readonly of: string };

type Lot = Awaited<ReturnType<typeof lockedLot>>;

/**
 * Makes a new lot of seed of two lots of one line. The seed leaves its parents, which keep what is left; nothing that is held is blended,
 * and treated seed only with treated. The new lot's forecast begins with what its parents' let expect of it.
 */
export const blendLots = command(
  'lots blended',
  { input: ofLot(blendForm) },
  async ({ tx, actor, today, refuse }: Inside<BlendProblem>, blending) => {
    const codes = [blending.code, blending.other];
    if (codes[0] === codes[1]) refuse({ code: 'same lot' });
    const locked = new Map<string, Lot>();
    for (const code of [...codes].sort()) locked.set(code, await lockedLot(tx, code, refuse));
    const [one, other] = codes.map((code) => locked.get(code)!) as [Lot, Lot];
    if (one.lineId !== other.lineId) refuse({ code: 'other line' });
    if (one.treated !== other.treated) refuse({ code: 'treated apart' });
    for (const { verdict, code } of [one, other]) if (verdict === 'dead') refuse({ code: 'dead', of: code });
    for (const { id, code } of [one, other]) if ((await activeHolds(tx, id)).length > 0) refuse({ code: 'on hold', of: code });
    const parts = [
      { lot: one, ...amountOf(one, blending.seeds, refuse) },
      { lot: other, ...amountOf(other, blending.otherSeeds, refuse) },
    ];
    const facts = await readOutlookFacts(tx, [one.id, other.id], today);
    const expected = beginningOf(
      blendOf(
        parts.map(({ lot, seeds }) => ({
          seeds,
          believed: believedOf(
            facts.find((read) => read.lot.id === lot.id)!,
            today,
          ),
        })),
      ),
    );
    const seeds = parts.reduce((sum, part) => sum + part.seeds, 0);
    const milligrams = parts.reduce((sum, { lot, seeds: count }) => sum + (count * 1_000) / lot.seedsPerGram, 0);
    const unit: StockUnit = one.unit === 'seed' && other.unit === 'seed' ? 'seed' : 'mg';
    const words = parts.map(({ lot, seeds: count }) => `${count} seeds of ${lot.code}`).join(' and ');
    const act = { actKey: blending.key, happenedOn: today, personId: actor.personId };
    const code = await takeLotCode(tx, yearOf(today));
    const passport = blendPassports(await Promise.all(parts.map(async ({ lot }) => (await readPassports(tx, lot.id))[0]!.answers)));
    const lotId = await createLot(
      tx,
      {
        code,
        lineId: one.lineId,
        origin: 'blend',
        kind: passport.kind,
        unit,
        seedsPerGram: seeds / (milligrams / 1_000),
        donorId: one.donorId === other.donorId ? one.donorId : null,
        gardenId: one.gardenId === other.gardenId ? one.gardenId : null,
        harvested: null,
        plantsHarvested: null,
        treated: one.treated,
        form: passport.form,
        openBy: null,
        generation: one.generation === other.generation ? one.generation : null,
        note: blendNote(words),
        takenInOn: today,
        searchText: [code, one.variety, one.crop, one.facts.species].join(' '),
        actKey: blending.key,
      },
      parts.map(({ lot, seeds: count }) => ({ id: lot.id, seeds: count })),
    );
    await writePassport(tx, {
      lotId,
      answers: passport,
      why: null,
      writtenOn: today,
      writtenBy: actor.personId,
      actKey: blending.key,
    });
    await createBlend(tx, { lotId, expected, actKey: blending.key });
    for (const { lot, amount, seeds: count } of parts)
      await drawFromLot(
        tx,
        lot,
        amount,
        { ...act, kind: 'blended', to: { outside: 'blends' }, typed: `${count} seeds`, reason: wentInto(code) },
        (short) => refuse({ ...short, of: lot.code, seedsLeft: seedsInUnits(short.onHand, lot.unit, lot.seedsPerGram) }),
      );
    const holding = await createHolding(tx, { lotId, placeId: await ensurePlace(tx, blending.place), container: blending.container });
    const amount = unit === 'seed' ? seeds : Math.round(milligrams);
    await move(tx, {
      ...act,
      lotId,
      kind: 'blended',
      from: { outside: 'blends' },
      to: { holding },
      amount,
      typed: `${seeds} seeds`,
      reason: null,
    });
    await refreshPromises(tx, [lotId], today);
    await layHolds(tx, lotId, today);
    for (const id of [one.id, other.id, lotId]) await refreshOutlook(tx, id, today);
    return { answer: { code }, subject: [code, ...codes].join(', ') };
  },
);

/** What so many seeds are in a lot's own unit; all that is left, where all its seeds are wanted. */
function amountOf(lot: Lot, seeds: Seeds, refuse: Refuse<BlendProblem>): { seeds: Seeds; amount: number } {
  const left = seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram);
  if (seeds > left) refuse({ code: 'short', of: lot.code, seedsLeft: left, onHand: lot.onHand, unit: lot.unit });
  return { seeds, amount: seeds === left ? lot.onHand : unitsForSeeds(seeds, lot.unit, lot.seedsPerGram) };
}

import { correctLotForm } from '#contracts/lots/correctLot.ts';
import { middleSeedsPerGram } from '#core/units/seedsAndWeight.ts';
import { findCrop } from '#core/almanac/findCrop.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { contradictionsIn, type Contradiction } from '#core/passport/contradictions.ts';
import { listCropNames, readCrop } from '#data/almanac/almanac.ts';
import { findPurityCards } from '#data/bench/purity.ts';
import type { Db } from '#data/database.ts';
import { recordCorrection } from '#data/lots/corrections.ts';
import { ensureLine, nearLineNames } from '#data/lots/lines.ts';
import { updateLotFromPassport } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { ensureGarden, nearGardens } from '#data/people/gardens.ts';
import { createPerson, findPersonCalled } from '#data/people/people.ts';
import { onItsLot } from '#core/passport/onItsLot.ts';
import { command, type Inside } from '#services/command.server.ts';
import { nearNames } from '#services/people/personNamed.server.ts';
import type { Refuse } from '#services/perform.server.ts';
import { changeUnderRules } from './holds.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';
import { refreshOutlook } from './outlook.server.ts';
import { refreshPromises } from './promises.server.ts';

/** A name that is nearly a known one. */
export interface Nearly {
  readonly code: 'is it';
  readonly of: 'variety' | 'donor' | 'garden';
  readonly typed: string;
  readonly near: readonly string[];
}
export type CorrectLotProblem =
  | NoLot
  | Nearly
  | { readonly code: 'no such crop' }
  | { readonly code: 'nothing changed' }
  | { readonly code: 'contradiction'; readonly found: readonly Contradiction[] };

/** Lots that were brought by somebody: of the others, who brought them follows from the loan, the grow-out or the lots they come from. */
export const wasBrought = (origin: string): boolean => !['returned', 'grown-out', 'blend', 'split'].includes(origin);

/**
 * Puts right what a lot is called, and whom and which garden it is from. Everything that shows it follows; what it was stays in its history. Seed that was
 * neither counted nor sorted holds so many to the gram as its new crop does.
 */
export const correctLot = command(
  'lot corrected',
  { input: correctLotForm },
  async ({ tx, actor, today, refuse }: Inside<CorrectLotProblem>, correction) => {
    const lot = await lockedLot(tx, correction.code, refuse);
    const named = findCrop(await listCropNames(tx), correction.crop) ?? refuse({ code: 'no such crop' });
    const crop = named.id === lot.cropId ? lot.facts : (await readCrop(tx, named.id))!;
    const [passport] = await readPassports(tx, lot.id);
    const found = passport && crop.id !== lot.cropId ? contradictionsIn(passport.answers, crop, correction.variety, today) : [];
    if (found.length > 0) refuse({ code: 'contradiction', found });
    const line = await lineMeant(tx, lot, crop, correction, refuse);
    const donorId = wasBrought(lot.origin) ? await donorMeant(tx, lot, correction, refuse) : lot.donorId;
    const gardenId = await gardenMeant(tx, lot, donorId, correction, refuse);
    const isWeighed = passport?.answers.sample || (await findPurityCards(tx, lot.id)).length > 0;
    const before = { lineId: lot.lineId, donorId: lot.donorId, gardenId: lot.gardenId, seedsPerGram: lot.seedsPerGram };
    const seedsPerGram =
      crop.id === lot.cropId || isWeighed
        ? lot.seedsPerGram
        : middleSeedsPerGram({ low: crop.seedsPerGram[0], high: crop.seedsPerGram[1] });
    if (line.id === lot.lineId && donorId === lot.donorId && gardenId === lot.gardenId) refuse({ code: 'nothing changed' });
    await changeUnderRules(tx, lot.id, today, async () => {
      await recordCorrection(tx, {
        lotId: lot.id,
        before,
        now: { lineId: line.id, donorId, gardenId, seedsPerGram },
        searchText: [lot.code, line.name, crop.name, crop.species].join(' '),
        why: correction.why,
        writtenOn: today,
        writtenBy: actor.personId,
        actKey: correction.key,
      });
      if (passport) await updateLotFromPassport(tx, lot.id, onItsLot(crop, passport.answers, today));
      await refreshPromises(tx, [lot.id], today);
    });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: lot.code };
  },
);

type Correction = Parameters<typeof correctLot>[1];
type Lot = Awaited<ReturnType<typeof lockedLot>>;
type Ask = Refuse<CorrectLotProblem>;

async function lineMeant(tx: Db, lot: Lot, crop: Crop, { variety, sureVariety }: Correction, refuse: Ask) {
  if (crop.id === lot.cropId && variety === lot.variety) return { id: lot.lineId, name: lot.variety };
  if (sureVariety !== variety) {
    const near = (await nearLineNames(tx, crop.id, variety)).filter((name) => name !== lot.variety);
    if (near.length > 0) refuse({ code: 'is it', of: 'variety', typed: variety, near });
  }
  return ensureLine(tx, crop.id, variety);
}

async function donorMeant(tx: Db, lot: Lot, { donor, sureDonor }: Correction, refuse: Ask): Promise<number | null> {
  if (donor === null || donor === lot.donor) return donor === null ? null : lot.donorId;
  const known = await findPersonCalled(tx, donor);
  if (known !== undefined) return known;
  const near = sureDonor === donor ? [] : await nearNames(tx, donor);
  if (near.length > 0) refuse({ code: 'is it', of: 'donor', typed: donor, near });
  return createPerson(tx, { name: donor, email: null, phone: null, note: null, isMember: false });
}

async function gardenMeant(tx: Db, lot: Lot, donorId: number | null, { garden, sureGarden }: Correction, refuse: Ask) {
  if (garden === null || (garden === lot.garden && donorId === lot.donorId)) return garden === null ? null : lot.gardenId;
  const near = sureGarden === garden ? [] : await nearGardens(tx, garden);
  if (near.length > 0) refuse({ code: 'is it', of: 'garden', typed: garden, near });
  return ensureGarden(tx, donorId, garden);
}

import { db } from '#app/platform/database.server.ts';
import { devices } from '#app/platform/devices.server.ts';
import { newFormKey } from '#app/platform/form.server.ts';
import type { SignedIn } from '#app/platform/visit.server.ts';
import { placeHint } from '#words/placeHint.ts';
import { methodsFor, nextSteps, stepsFor, switchAt } from '#core/bench/methods.ts';
import { signOf } from '#core/bench/sealing.ts';
import { BY_WEIGHT, ON_THE_TABLE, type Step } from '#core/bench/steps.ts';
import { boughtFor, yieldOf } from '#core/bench/yield.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { priceOf } from '#core/house/prices.ts';
import { ruleFor } from '#core/house/rules.ts';
import { formatMoney, formatWeight } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { readRoomAir } from '#data/bench/air.ts';
import { findBatch, listBatchesOfLot, readEnd, type Batch } from '#data/bench/batches.ts';
import { readChecks } from '#data/bench/checks.ts';
import { readSteps } from '#data/bench/steps.ts';
import { readWeighings } from '#data/bench/weighings.ts';
import type { House } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings, readPlaceWarmth } from '#data/stock/places.ts';
import { unreadCautions } from '#services/bench/cautions.server.ts';
import { readDrying } from '#services/bench/drying.server.ts';
import { rindSeen } from '#services/bench/moveOn.server.ts';
import { findOnTable } from '#services/bench/table.server.ts';
import { viewOf } from './viewOf.server.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { CAUTION_WORDS, DRY_SIGN_WORDS, HEAVIER_WORDS, lookForWords, methodWords, stepWords } from '#words/bench.ts';
import { moistWords } from '#words/almanac.ts';

const DAY = 86_400_000;

/** Everything the page of one batch shows. @returns null where there is no such batch */
export async function readBatchPage(id: number, { actor, house, now, today }: SignedIn, isNew: boolean) {
  const batch = await findBatch(db, id);
  if (!batch) return null;
  const [checks, lot, pickings] = await Promise.all([readChecks(db, id), findLotByCode(db, batch.code), listBatchesOfLot(db, batch.lotId)]);
  const sign = DRY_SIGN_WORDS[signOf(batch.facts)];
  const signSeen = checks.some(({ turn, seen }) => turn === batch.turn && seen === sign);
  const [steps, weighings, end, table, unread, drying, room, holdings, warmth] = await Promise.all([
    readSteps(db, id),
    readWeighings(db, id),
    readEnd(db, id),
    findOnTable(db, batch),
    unreadCautions(db, batch, actor.personId),
    readDrying(db, batch, now, signSeen),
    readRoomAir(db),
    findHoldings(db, batch.lotId),
    readPlaceWarmth(db, today),
  ]);
  const when = (at: Date | number) => formatMoment(Number(at), now.getTime(), house.timeZone);
  const facts = stepWords(batch.step, house.rules);
  const lookFor = lookForWords(batch.step, house.rules);
  const title = (step: Step) => stepWords(step, house.rules).title;
  const own = stepsFor(batch.method, batch.facts, batch.brought, house.recipes);
  const done = steps.map(({ step }) => step);
  const brought = batch.brought === 'clean seed' || batch.brought === 'on paper';
  return {
    keys: {
      step: newFormKey(),
      check: newFormKey(),
      note: newFormKey(),
      weigh: newFormKey(),
      air: newFormKey(),
      end: newFormKey(),
      give: newFormKey(),
      mix: newFormKey(),
      read: newFormKey(),
    },
    isNew,
    isMoved: isMoved(steps, checks),
    has: { scale: devices.scales.length > 0, jar: devices.jar !== null, room: devices.room !== null },
    view: viewOf(batch, now, house.timeZone, house),
    turn: batch.turn,
    step: batch.step,
    celsius: room && now.getTime() - room.readAt.getTime() < DAY ? room.celsius : batch.celsius,
    lookFor: (BY_WEIGHT.has(batch.step) ? [...lookFor, sign] : lookFor).map((sign) => proseIn(house.units, sign)),
    ifLeft: facts.ifLeft && proseIn(house.units, facts.ifLeft),
    rindIsSoft: batch.step === 'cure' && !rindSeen(batch, checks),
    desiccant: ruleFor('desiccant', house.rules) === 'rice' ? ('rice' as const) : ('silica' as const),
    byWeight: BY_WEIGHT.has(batch.step),
    wasClean: brought,
    place: holdings.find(({ packetUnits }) => packetUnits === null)?.place ?? '',
    placeHint: placeHint(house.rules, lot!, warmth, house.units),
    /** What to do with seed that must not be dried; null for all other. */
    moist: moistWords(batch.facts),
    seedLooks: batch.facts.seedLooks,
    lookalike: ON_THE_TABLE.has(batch.step) ? batch.facts.lookalike : null,
    signSeen,
    unread: unread.map((caution) => ({ caution, words: proseIn(house.units, CAUTION_WORDS[caution]) })),
    next: nextSteps(own, batch.place, house.rules).map(({ step, at }) => ({ method: batch.method, step, place: at, title: title(step) })),
    // Seed that dries is past its bath: only what comes before can be done another way.
    others: (BY_WEIGHT.has(batch.step) ? [] : methodsFor(batch.facts, batch.brought, house))
      .filter((method) => method !== batch.method)
      .map((method) => {
        const to = stepsFor(method, batch.facts, batch.brought, house.recipes);
        const place = switchAt(done, to);
        return {
          method,
          step: to[place]!,
          place,
          title: methodWords(method, house.recipes).title,
          begins: title(to[place]!).toLowerCase(),
        };
      }),
    table,
    drying: {
      against: drying.against,
      sign,
      lost: drying.lost && `${formatWeight(drying.lost.milligrams, house.units)}, ${(drying.lost.share * 100).toFixed(1)} %`,
      room: drying.room,
      moisture: drying.moisture,
      target: drying.targetWeight === null ? null : formatWeight(drying.targetWeight, house.units),
      settled: drying.forecast?.settled ?? null,
      dryDay:
        drying.forecast && drying.from !== null && drying.lost
          ? drying.forecast.dryDay.map((day) => when(drying.from! + day * DAY).replace(/ \d\d:\d\d$/, ''))
          : null,
      curve: drying.forecast && drying.from !== null ? { ...drying.forecast.curve, from: drying.from, band: drying.forecast.dryDay } : null,
    },
    weighings: weighings.map(({ id: of, milligrams, scaleError, typed, heavier, weighedAt, by }) => ({
      id: of,
      at: weighedAt.getTime(),
      milligrams,
      scale: scaleError < 1000 ? ('0.1 g' as const) : ('1 g' as const),
      weight: typed,
      heavier: heavier && HEAVIER_WORDS[heavier],
      when: when(weighedAt),
      by,
    })),
    history: [
      ...steps.map(({ turn, method, step, celsius, since, vessel, by }, index) => ({
        at: since.getTime(),
        when: when(since),
        by,
        what: `${title(step)}, ${formatTemperature(celsius, house.units)}${index > 0 && steps[index - 1]!.method !== method ? `; changed to ${methodWords(method, house.recipes).title.toLowerCase()}` : ''}${index > 0 && vessel !== steps[index - 1]!.vessel ? `; into ${vessel}` : ''}`,
        photo: null,
        key: `step ${turn}`,
      })),
      ...checks.map(({ id: of, seen, checkedAt, by, photo }) => ({
        at: checkedAt.getTime(),
        when: when(checkedAt),
        by,
        what: `Seen: ${seen}`,
        photo: photo && { to: `/bench/photos/${of}`, ...photo },
        key: `check ${of}`,
      })),
    ].sort((one, other) => other.at - one.at),
    yielded: end?.outcome === 'finished' && lot ? yieldView(batch, lot, end.clean ?? 0, pickings.length === 1, house) : null,
    end: end && {
      outcome: end.outcome,
      when: when(end.endedAt),
      words:
        end.outcome === 'finished'
          ? `${end.typed} of clean seed${end.reason ? `. Put away anyway: ${end.reason}` : ''}`
          : (end.reason ?? ''),
      by: end.by,
    },
  };
}

/** Whether the newest step moved it to another vessel, and nobody has looked at it there yet: its tag is still to be made. */
function isMoved(steps: readonly { turn: number; vessel: string }[], checks: readonly { turn: number }[]): boolean {
  const [now, before] = [steps.at(-1)!, steps.at(-2)];
  return before !== undefined && now.vessel !== before.vessel && !checks.some(({ turn }) => turn === now.turn);
}

/** A batch's yield against the crop's usual; its plants are those of the lot, which only a single picking can be held against. */
function yieldView(
  batch: Batch,
  lot: NonNullable<Awaited<ReturnType<typeof findLotByCode>>>,
  clean: number,
  isOnly: boolean,
  house: House,
) {
  const seeds = seedsInUnits(clean, lot.unit, lot.seedsPerGram);
  const { packet, seedsPerPlant } = batch.facts;
  return {
    ...yieldOf(batch.facts, {
      seeds,
      weightIn: batch.weightIn,
      weightOut: lot.unit === 'mg' ? clean : null,
      fruits: batch.fruits,
      plants: isOnly && batch.brought !== 'clean seed' ? lot.plantsHarvested : null,
    }),
    seeds,
    usual: seedsPerPlant,
    packets: Math.floor(seeds / packet),
    packetSeeds: packet,
    bought: formatMoney(boughtFor(seeds, packet, priceOf(house.prices, batch.cropId)), house.prices.currency),
  };
}

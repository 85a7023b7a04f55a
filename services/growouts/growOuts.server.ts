import { personNamed, type NobodyNamed } from '#services/people/personNamed.server.ts';
import { agreeForm, answerForm, endForm, handOverForm, ofGrowOut, placeForm, proposeForm } from '#contracts/growouts/growOuts.ts';
import type { z } from 'zod';
import { seasonOf } from '#core/almanac/crop.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { hoursToGrow } from '#core/growout/hours.ts';
import { bedFor, roomLeft } from '#core/growout/plots.ts';
import { bedFreeOn } from '#core/growout/sowing.ts';
import type { Day, GrowOutId, Seeds } from '#core/kernel/kinds.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import type { HoldKind } from '#core/lots/words.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { LOT, lotState } from '#core/states/states.ts';
import { seedsInUnits, unitsForSeeds, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { createGrowOut, findGrower, promisedOfLot, type GrowOutRow } from '#data/growouts/growOuts.ts';
import { bookingsOf, plotsOf, writePlace } from '#data/growouts/places.ts';
import { readHouse } from '#data/house/house.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { findGarden } from '#data/people/gardens.ts';
import { move } from '#data/stock/ledger.ts';
import { findHoldings } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshOutlook } from '#services/lots/outlook.server.ts';
import { ENDED, lockedGrowOut, takeStep, type StepProblem } from './steps.server.ts';

export type ProposeProblem =
  | NoLot
  | { readonly code: 'nothing to sow' }
  /** Other grow-outs are planned with the rest. */
  | { readonly code: 'promised'; readonly promised: Seeds; readonly free: Seeds }
  /** It takes seed that the next tests need: with a reason it may. */
  | { readonly code: 'tests need it'; readonly toTest: Seeds; readonly free: Seeds }
  | { readonly code: 'held back'; readonly hold: HoldKind }
  | { readonly code: 'short'; readonly onHand: number; readonly unit: StockUnit };

/** Seed of these is not sown again before it is settled what it is. */
const NOT_SOWN: readonly HoldKind[] = ['recall', 'rules'];

/** Proposes that a lot is grown out for the library: when it is sown and back follows from its crop and the house's frosts. No seed moves yet; it is promised. */
export const proposeGrowOut = command('grow-out proposed', { input: proposeForm }, async (inside: Inside<ProposeProblem>, proposal) => {
  const id = await propose(inside, proposal);
  return { answer: { id }, subject: proposal.code };
});

/** Writes a grow-out of a lot as proposed. */
export async function propose(
  { tx, actor, today, refuse }: Inside<ProposeProblem>,
  proposal: z.output<typeof proposeForm>,
): Promise<GrowOutId> {
  const lot = await lockedLot(tx, proposal.code, refuse);
  if (!mayFollow(LOT, lotState(lot), 'grow-out proposed')) refuse({ code: 'nothing to sow' });
  const hold = (await activeHolds(tx, lot.id)).find((kind) => NOT_SOWN.includes(kind));
  if (hold) refuse({ code: 'held back', hold });
  const seeds = seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram);
  if (proposal.seeds > seeds) refuse({ code: 'short', onHand: lot.onHand, unit: lot.unit });
  const promised = await promisedOfLot(tx, lot.id);
  if (proposal.seeds > seeds - promised) refuse({ code: 'promised', promised, free: Math.max(0, seeds - promised) });
  const toTest = (await readOutlook(tx, lot.id))?.to_test ?? 0;
  const free = Math.max(0, seeds - promised - toTest);
  if (proposal.seeds > free && toTest > 0 && proposal.note === null) refuse({ code: 'tests need it', toTest, free });
  const house = (await readHouse(tx))!;
  const { sowFrom, due } = returnBy(today, seasonOf(lot.facts), { last: house.lastFrost, first: house.firstFrost });
  return createGrowOut(tx, {
    lotId: lot.id,
    plants: proposal.plants,
    seeds: proposal.seeds,
    sowFrom,
    backBy: due,
    note: proposal.note,
    proposedOn: today,
    proposedBy: actor.personId,
    actKey: proposal.key,
  });
}

export type PlaceProblem =
  | StepProblem
  | { readonly code: 'no such garden' | 'no such plot' }
  /** Others take the room; how much is left in that time, and what is there. */
  | { readonly code: 'no room'; readonly left: number; readonly others: readonly string[] }
  | { readonly code: 'sow day'; readonly from: Day; readonly to: Day };

/** Nobody plans farther ahead than this, and nothing was sown long before it was proposed. */
const DAYS_AHEAD = 800;
const DAYS_BEFORE = 60;

/** Settles where and how it is grown. */
export const placeGrowOut = command(
  'grow-out placed',
  { input: ofGrowOut(placeForm) },
  async (inside: Inside<PlaceProblem>, { growOutId, ...chosen }) => {
    const growOut = await lockedGrowOut(inside.tx, growOutId, 'grow-out placed', inside.refuse);
    await place(inside, growOut, chosen);
    return { answer: null, subject: growOut.code };
  },
);

/** Writes where and how a locked grow-out is grown. The bed is taken from sowing until the seed is ripe: over two seasons where that takes two. */
export async function place(
  { tx, actor, today, refuse }: Inside<PlaceProblem>,
  growOut: Pick<GrowOutRow, 'id' | 'code' | 'plants' | 'proposedOn'>,
  chosen: z.output<typeof placeForm>,
): Promise<void> {
  const garden = (await findGarden(tx, chosen.garden)) ?? refuse({ code: 'no such garden' });
  const [from, to] = [addDays(growOut.proposedOn, -DAYS_BEFORE), addDays(growOut.proposedOn, DAYS_AHEAD)];
  if (chosen.sowOn < from || chosen.sowOn > to) refuse({ code: 'sow day', from, to });
  const { facts } = (await findLotByCode(tx, growOut.code))!;
  const house = (await readHouse(tx))!;
  const freeOn = bedFreeOn(facts, chosen.sowOn, { last: house.lastFrost, first: house.firstFrost });
  const squareMetres = chosen.squareMetres ?? bedFor(growOut.plants, facts);
  if (chosen.plot !== null) {
    const plot = (await plotsOf(tx, [garden.id])).find(({ id, inUse }) => id === chosen.plot && inUse) ?? refuse({ code: 'no such plot' });
    const others = (await bookingsOf(tx, plot.id)).filter(
      ({ growOutId, from: since, free }) => growOutId !== growOut.id && since < freeOn && chosen.sowOn < free,
    );
    const left = roomLeft(plot.squareMetres, others, chosen.sowOn, freeOn);
    if (squareMetres > left) refuse({ code: 'no room', left: Math.max(0, left), others: others.map(({ variety }) => variety) });
  }
  await writePlace(tx, {
    growOutId: growOut.id,
    gardenId: garden.id,
    plotId: chosen.plot,
    squareMetres,
    methods: chosen.methods,
    sowOn: chosen.sowOn,
    freeOn,
    hours: hoursToGrow(facts, growOut.plants, chosen.methods, house.growing),
    writtenOn: today,
    writtenBy: actor.personId,
    actKey: chosen.key,
  });
}

export type AgreeProblem = StepProblem | NobodyNamed;

/** Offers it to a grower, who sees it on their own page and says yes or no. */
export const offerGrowOut = command(
  'grow-out offered',
  { input: ofGrowOut(agreeForm), broken: ENDED },
  async ({ tx, actor, today, refuse }: Inside<AgreeProblem>, offer) => {
    const growOut = await lockedGrowOut(tx, offer.growOutId, 'grow-out offered', refuse);
    const growerId = await personNamed(tx, offer.grower, refuse);
    await takeStep({ tx, actor, today }, { growOutId: growOut.id, step: 'offered', key: offer.key, growerId });
    return { answer: null, subject: growOut.code };
  },
);

export type AnswerProblem = StepProblem | { readonly code: 'not yours' };

const answered = (name: 'offer accepted' | 'offer declined', step: 'agreed' | 'declined') =>
  command(name, { input: ofGrowOut(answerForm), broken: ENDED }, async ({ tx, actor, today, refuse }: Inside<AnswerProblem>, answer) => {
    const growOut = await lockedGrowOut(tx, answer.growOutId, name, refuse);
    const isTheirs = growOut.growerId === actor.personId;
    if (growOut.growerId === null || !(isTheirs || may(actor.role, 'plan grow-outs'))) return refuse({ code: 'not yours' });
    await takeStep(
      { tx, actor, today },
      { growOutId: growOut.id, step, key: answer.key, growerId: growOut.growerId, reason: answer.words },
    );
    return { answer: null, subject: growOut.code };
  });

/** The grower will grow it, perhaps with a change that they name. */
export const acceptOffer = answered('offer accepted', 'agreed');

/** The grower will not grow it, or cannot after all. */
export const declineOffer = answered('offer declined', 'declined');

/** Somebody has agreed to grow it, by word of mouth; agreed anew it is somebody else. */
export const agreeGrowOut = command(
  'grow-out agreed',
  { input: ofGrowOut(agreeForm), broken: ENDED },
  async ({ tx, actor, today, refuse }: Inside<AgreeProblem>, agreed) => {
    const growOut = await lockedGrowOut(tx, agreed.growOutId, 'grow-out agreed', refuse);
    const growerId = await personNamed(tx, agreed.grower, refuse);
    await takeStep({ tx, actor, today }, { growOutId: growOut.id, step: 'agreed', key: agreed.key, growerId });
    return { answer: null, subject: growOut.code };
  },
);

export type HandOverProblem =
  | StepProblem
  | NoLot
  | { readonly code: 'held back'; readonly hold: HoldKind }
  | { readonly code: 'no such holding' }
  | { readonly code: 'short'; readonly onHand: number; readonly unit: StockUnit };

/** Hands the seed of a grow-out to its grower, out of one container: it is sown, not lent. Packets are handed over whole. */
export const handOverSeed = command(
  'seed handed over',
  { input: ofGrowOut(handOverForm), broken: ENDED },
  async ({ tx, actor, today, refuse }: Inside<HandOverProblem>, given) => {
    const growOut = await lockedGrowOut(tx, given.growOutId, 'seed handed over', refuse);
    const lot = await lockedLot(tx, growOut.code, refuse);
    const hold = (await activeHolds(tx, lot.id)).find((kind) => NOT_SOWN.includes(kind));
    if (hold) refuse({ code: 'held back', hold });
    const from =
      (await findHoldings(tx, lot.id)).find(({ id, balance }) => id === given.holding && balance > 0) ??
      refuse({ code: 'no such holding' });
    const units = unitsForSeeds(given.seeds, lot.unit, lot.seedsPerGram);
    const amount = from.packetUnits === null ? units : Math.ceil(units / from.packetUnits) * from.packetUnits;
    if (amount > from.balance) refuse({ code: 'short', onHand: from.balance, unit: lot.unit });
    const grower = await findGrower(tx, growOut.id);
    await move(tx, {
      actKey: given.key,
      lotId: lot.id,
      kind: 'sown',
      from: { holding: from.id },
      to: { outside: 'growers' },
      amount,
      typed: String(given.seeds),
      reason: grower?.name ?? null,
      happenedOn: today,
      personId: actor.personId,
    });
    await takeStep({ tx, actor, today }, { growOutId: growOut.id, step: 'handed over', key: given.key });
    await refreshOutlook(tx, lot.id, today);
    return { answer: null, subject: growOut.code };
  },
);

const ended = (name: 'grow-out dropped' | 'grow-out failed', step: 'dropped' | 'failed') =>
  command(name, { input: ofGrowOut(endForm), broken: ENDED }, async ({ tx, actor, today, refuse }: Inside<StepProblem>, end) => {
    const growOut = await lockedGrowOut(tx, end.growOutId, name, refuse);
    await takeStep({ tx, actor, today }, { growOutId: growOut.id, step, key: end.key, reason: end.reason });
    return { answer: null, subject: growOut.code };
  });

/** Drops a grow-out before its seed is handed over, with the reason. Seed that was promised to it is free again. */
export const dropGrowOut = ended('grow-out dropped', 'dropped');

/** The crop failed: nobody is to blame, and the reason teaches something. */
export const failGrowOut = ended('grow-out failed', 'failed');

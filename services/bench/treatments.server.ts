import { shutAwayForm, openTreatedForm, takeOutForm, openWarmForm } from '#contracts/bench/bench.ts';
import { ofLot } from '#contracts/fields.ts';
import { warmUpHours } from '#core/bench/calculators.ts';
import { treatmentClock } from '#core/bench/treatments.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TREATMENT, treatmentState } from '#core/states/states.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { readRoomAir } from '#data/bench/air.ts';
import { createOpening, createTreatment, createWarmUp, endWarmUp, findTreatments, findWarming } from '#data/bench/treatments.ts';
import { activeHolds, createHold, findHolds, liftHold } from '#data/lots/holds.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { TREATMENT_WORDS } from '#words/bench.ts';

export type ShutProblem =
  | NoLot
  | { readonly code: 'not dry' }
  | { readonly code: 'must stay moist' }
  | { readonly code: 'shut already' }
  | { readonly code: 'to come' }
  | { readonly code: 'still open then'; readonly until: string };

/** Shuts a lot away from insects, in the freezer or airtight; seed that is not dry, or must not be, is refused: frost kills it. */
export const shutAway = command(
  'shut away',
  { input: ofLot(shutAwayForm), detail: (shut) => shut.kind },
  async ({ tx, actor, today, refuse }: Inside<ShutProblem>, shut) => {
    const lot = await lockedLot(tx, shut.code, refuse);
    if (lot.facts.storage === 'not to be dried') refuse({ code: 'must stay moist' });
    const holds = await activeHolds(tx, lot.id);
    if (holds.includes('drying')) refuse({ code: 'not dry' });
    if (shut.since > today) refuse({ code: 'to come' });
    for (const { openedOn } of await findTreatments(tx, lot.id)) {
      if (!mayFollow(TREATMENT, treatmentState({ openedOn }), 'shut away')) refuse({ code: 'shut already' });
      const until = openedOn!;
      if (until > shut.since) refuse({ code: 'still open then', until });
    }
    await createTreatment(tx, { ...shut, actKey: shut.key, by: actor.personId, lotId: lot.id });
    if (!holds.includes('pests'))
      await createHold(tx, {
        lotId: lot.id,
        kind: 'pests',
        reason: `${TREATMENT_WORDS[shut.kind]}, in ${shut.container}`,
        setOn: today,
        setBy: actor.personId,
        actKey: shut.key,
      });
    return { answer: null, subject: lot.code };
  },
);

export type OpenProblem = NoLot | { readonly code: 'not shut' } | { readonly code: 'too early'; readonly opens: string };

/** Takes a lot out again. Too early wants a reason, and begins the time anew; in time its hold for pests is lifted. */
export const openTreated = command(
  'taken out',
  { input: ofLot(openTreatedForm) },
  async ({ tx, actor, today, refuse }: Inside<OpenProblem>, open) => {
    const lot = await lockedLot(tx, open.code, refuse);
    const shut =
      (await findTreatments(tx, lot.id)).find((one) => mayFollow(TREATMENT, treatmentState(one), 'taken out')) ??
      refuse({ code: 'not shut' });
    const clock = treatmentClock(shut.kind, shut.since, today);
    const early = clock.state === 'too early';
    if (early && open.reason === null) refuse({ code: 'too early', opens: clock.opens });
    const act = { actKey: open.key, by: actor.personId };
    await createOpening(tx, { ...act, treatmentId: shut.id, openedOn: today, early, reason: open.reason });
    if (early)
      await createTreatment(tx, { ...act, lotId: lot.id, kind: shut.kind, container: shut.container, use: shut.use, since: today });
    else if (open.liftPests)
      for (const hold of (await findHolds(tx, lot.id)).filter(({ kind, liftedOn }) => kind === 'pests' && liftedOn === null))
        await liftHold(tx, {
          holdId: hold.id,
          reason: `${TREATMENT_WORDS[shut.kind]}, ${clock.days} days`,
          liftedOn: today,
          liftedBy: actor.personId,
          actKey: open.key,
        });
    return { answer: { again: early }, subject: lot.code };
  },
);

export type WarmProblem = NoLot | { readonly code: 'warms already' };
/** Where nobody has read the room: as a heated room is. */
const USUAL_ROOM = { celsius: 20, humidity: 0.6 };

/** Takes a cold, closed container off its shelf: it stays closed until it is as warm as the room. */
export const takeOut = command(
  'warming up',
  { input: ofLot(takeOutForm) },
  async ({ tx, actor, now, refuse }: Inside<WarmProblem>, cold) => {
    const lot = await lockedLot(tx, cold.code, refuse);
    if (await findWarming(tx, lot.id)) refuse({ code: 'warms already' });
    const room = (await readRoomAir(tx)) ?? USUAL_ROOM;
    const milligrams = lot.unit === 'mg' ? lot.onHand : (seedsInUnits(lot.onHand, 'seed', lot.seedsPerGram) / lot.seedsPerGram) * 1000;
    const hours = warmUpHours(Math.max(milligrams, 1000), cold.container, cold.celsius, room.celsius, room.humidity);
    const opensAt = new Date(now.getTime() + hours * 3_600_000);
    await createWarmUp(tx, {
      actKey: cold.key,
      by: actor.personId,
      lotId: lot.id,
      container: cold.container,
      fromCelsius: cold.celsius,
      takenOutAt: now,
      opensAt,
    });
    return { answer: { opensAt: opensAt.toISOString() }, subject: lot.code };
  },
);

export type UncloseProblem = NoLot | { readonly code: 'not warming' } | { readonly code: 'still cold'; readonly opensAt: string };

/** Opens a container that has warmed up; before its time only by somebody who says so. */
export const openWarm = command(
  'container opened',
  { input: ofLot(openWarmForm) },
  async ({ tx, actor, now, refuse }: Inside<UncloseProblem>, open) => {
    const lot = await lockedLot(tx, open.code, refuse);
    const warming = (await findWarming(tx, lot.id)) ?? refuse({ code: 'not warming' });
    const early = now < warming.opensAt;
    if (early && !open.early) refuse({ code: 'still cold', opensAt: warming.opensAt.toISOString() });
    await endWarmUp(tx, { actKey: open.key, by: actor.personId, warmUpId: warming.id, openedAt: now, early });
    return { answer: null, subject: lot.code };
  },
);

import { beginTrialForm, endTrialOfMethodsForm } from '#contracts/bench/bench.ts';
import { ofLot } from '#contracts/fields.ts';
import { schoolOf, seedsToTellApart } from '#core/bench/methodTrial.ts';
import { methodsFor, type Method } from '#core/bench/methods.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import type { Day, LotId } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { TRIAL, trialState } from '#core/states/states.ts';
import { listBatchesOfLot } from '#data/bench/batches.ts';
import { createMethodTrial, endMethodTrial, findMethodTrial } from '#data/bench/methodTrials.ts';
import type { Db } from '#data/database.ts';
import { readHouse, updateHouse, type House } from '#data/house/house.ts';
import { createHold, findHolds } from '#data/lots/holds.ts';
import { createLot, lockLot, takeLotCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import type { Actor } from '#data/people/accounts.ts';
import { createHolding, ensurePlace, findHoldings } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { refreshPromises } from '#services/lots/promises.server.ts';
import { writePassport } from '#services/lots/writePassport.server.ts';
import { methodWords } from '#words/bench.ts';
import { partForTrial } from '#words/kept.ts';

export type BeginProblem =
  | NoLot
  | { readonly code: 'not uncleaned' }
  | { readonly code: 'at the bench' }
  | { readonly code: 'in a trial' }
  | { readonly code: 'two or three methods' }
  | { readonly code: 'method does not fit' };

/**
 * Splits an uncleaned lot over two or three methods. The lot itself keeps the first of them; for each other one a lot is split off,
 * with the same provenance and holds. Their seed is cleaned, tested and kept apart.
 */
export const beginMethodTrial = command(
  'trial of methods begun',
  { input: ofLot(beginTrialForm) },
  async ({ tx, actor, today, refuse }: Inside<BeginProblem>, trial) => {
    const lot = await lockedLot(tx, trial.code, refuse);
    const house = (await readHouse(tx))!;
    const methods = [...new Set(trial.methods)];
    if (methods.length < 2 || methods.length > 3) refuse({ code: 'two or three methods' });
    if ((lot.form !== 'whole fruit' && lot.form !== 'heads or pods') || lot.onHand > 0) refuse({ code: 'not uncleaned' });
    if (await findMethodTrial(tx, lot.id)) refuse({ code: 'in a trial' });
    if ((await listBatchesOfLot(tx, lot.id)).length > 0) refuse({ code: 'at the bench' });
    const fitting = methodsFor(lot.facts, lot.form, house);
    if (methods.some((method) => !fitting.includes(method))) refuse({ code: 'method does not fit' });
    const arms = [{ method: methods[0]!, lotId: lot.id, code: lot.code }];
    for (const method of methods.slice(1))
      arms.push({ method, ...(await splitOff(tx, lot, method, house, { today, actor, actKey: trial.key })) });
    await createMethodTrial(
      tx,
      {
        lotId: lot.id,
        usual: trial.usual,
        difference: trial.difference,
        seedsEach: seedsToTellApart(trial.usual, trial.difference, methods.length),
        begunOn: today,
        by: actor.personId,
        actKey: trial.key,
      },
      arms,
    );
    await refreshPromises(
      tx,
      arms.map(({ lotId }) => lotId),
      today,
    );
    return { answer: { codes: arms.map(({ code }) => code) }, subject: arms.map(({ code }) => code).join(', ') };
  },
);

type Lot = NonNullable<Awaited<ReturnType<typeof lockLot>>>;

/** A part of an uncleaned lot as a lot of its own: same line, same passport, same holds. */
async function splitOff(
  tx: Db,
  lot: Lot,
  method: Method,
  house: House,
  { today, actor, actKey }: { today: Day; actor: Actor; actKey: string },
): Promise<{ lotId: LotId; code: string }> {
  const code = await takeLotCode(tx, yearOf(today));
  const lotId = await createLot(
    tx,
    {
      code,
      lineId: lot.lineId,
      origin: 'split',
      kind: lot.kind,
      unit: lot.unit,
      seedsPerGram: lot.seedsPerGram,
      donorId: lot.donorId,
      gardenId: lot.gardenId,
      harvested: lot.harvested,
      plantsHarvested: lot.plantsHarvested,
      treated: lot.treated,
      form: lot.form,
      openBy: lot.openBy,
      generation: lot.generation,
      note: partForTrial(lot.code, methodWords(method, house.recipes).title),
      takenInOn: today,
      searchText: [code, lot.variety, lot.crop, lot.facts.species].join(' '),
      actKey,
    },
    [{ id: lot.id, seeds: null }],
  );
  const [passport] = await readPassports(tx, lot.id);
  await writePassport(tx, { lotId, answers: passport!.answers, why: null, writtenOn: today, writtenBy: actor.personId, actKey });
  const [holding] = await findHoldings(tx, lot.id);
  await createHolding(tx, { lotId, placeId: await ensurePlace(tx, holding!.place), container: holding!.container });
  for (const { kind, reason, rule, liftedOn } of await findHolds(tx, lot.id))
    if (liftedOn === null) await createHold(tx, { lotId, kind, reason, rule, setOn: today, setBy: null, actKey });
  return { lotId, code };
}

export type EndTrialProblem =
  | { readonly code: 'no such trial' }
  | { readonly code: 'ended already' }
  | { readonly code: 'no such method' }
  | { readonly code: 'rule not yours' }
  | { readonly code: 'rules changed meanwhile' };

/** Ends a trial with what was learnt; the better method may become the house's rule, where its writer may set rules. */
export const concludeMethodTrial = command(
  'trial of methods ended',
  { input: ofLot(endTrialOfMethodsForm), broken: { method_trial_ends_once: { code: 'ended already' } } },
  async ({ tx, actor, today, refuse }: Inside<EndTrialProblem>, end) => {
    const lot = (await lockLot(tx, end.code)) ?? refuse({ code: 'no such trial' });
    const trial = (await findMethodTrial(tx, lot.id)) ?? refuse({ code: 'no such trial' });
    if (!mayFollow(TRIAL, trialState(trial), 'trial of methods ended')) refuse({ code: 'ended already' });
    const rule = end.adopt && schoolOf(end.adopt);
    if (end.adopt && (!rule || !trial.arms.some(({ method }) => method === end.adopt))) refuse({ code: 'no such method' });
    if (rule && !may(actor.role, 'set house rules')) refuse({ code: 'rule not yours' });
    await endMethodTrial(tx, { trialId: trial.id, learnt: end.learnt, rule, endedOn: today, by: actor.personId, actKey: end.key });
    if (rule) {
      const house = (await readHouse(tx))!;
      if (!(await updateHouse(tx, { ...house, rules: { ...house.rules, ferment: rule } }))) refuse({ code: 'rules changed meanwhile' });
    }
    return { answer: null, subject: trial.arms.map(({ code }) => code).join(', ') };
  },
);

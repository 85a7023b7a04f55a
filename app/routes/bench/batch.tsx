import { data, Link, redirect } from 'react-router';
import { METHOD_FACTS, methodsFor, nextSteps, stepsFor, switchAt } from '#core/bench/methods.ts';
import { signOf } from '#core/bench/sealing.ts';
import { BY_WEIGHT, CAUTIONS, STEP_FACTS } from '#core/bench/steps.ts';
import { yieldOf } from '#core/bench/yield.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import { formatWeight } from '#core/units/formatAmount.ts';
import { abandonForm, acknowledgeForm, airForm, checkForm, finishForm, nextStepForm, weighForm } from '#contracts/bench.ts';
import { findLotByCode } from '#data/lots.ts';
import {
  findBatch,
  listBatchesOfLot,
  type Batch as BatchRow,
  readChecks,
  readEnd,
  readRoomAir,
  readSteps,
  readWeighings,
} from '#data/bench.ts';
import {
  abandonBatch,
  acknowledgeCautions,
  checkBatch,
  findOnTable,
  finishBatch,
  nextStep,
  readAir,
  readDrying,
  unreadCautions,
  weighBatch,
} from '#services/bench.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, parseWithZod } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import type { Route } from './+types/batch.ts';
import { troubleOf } from './benchWords.ts';
import { PeroxideCalculator, SilicaCalculator, SodaCalculator } from './calculators.tsx';
import { Cautions } from './Cautions.tsx';
import { Drying } from './Drying.tsx';
import { EndBatch } from './EndBatch.tsx';
import { History } from './History.tsx';
import { MoveOn } from './MoveOn.tsx';
import { YieldReckoning } from './YieldReckoning.tsx';
import { WhatNext } from './WhatNext.tsx';
import { viewOf } from './viewOf.server.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData?.view.variety ?? 'Batch'} at the bench · Kind Granary` },
];

const DAY = 86_400_000;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, now } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const batch = Number.isSafeInteger(id) ? await findBatch(db, id) : undefined;
  if (!batch) throw data(null, { status: 404 });
  const [checks, lot, pickings] = await Promise.all([readChecks(db, id), findLotByCode(db, batch.code), listBatchesOfLot(db, batch.lotId)]);
  const signSeen = checks.some(({ turn, seen }) => turn === batch.turn && seen === signOf(batch.facts));
  const [steps, weighings, end, table, unread, drying, room] = await Promise.all([
    readSteps(db, id),
    readWeighings(db, id),
    readEnd(db, id),
    findOnTable(db, batch),
    unreadCautions(db, batch, actor.personId),
    readDrying(db, batch, now, signSeen),
    readRoomAir(db),
  ]);
  const when = (at: Date | number) => formatMoment(Number(at), now.getTime(), house.timeZone);
  const own = stepsFor(batch.method, batch.facts, batch.brought);
  const done = steps.map(({ step }) => step);
  const brought = batch.brought === 'clean seed' || batch.brought === 'on paper';
  return {
    keys: {
      step: newFormKey(),
      check: newFormKey(),
      weigh: newFormKey(),
      air: newFormKey(),
      end: newFormKey(),
      give: newFormKey(),
      read: newFormKey(),
    },
    isNew: new URL(request.url).searchParams.has('new'),
    view: viewOf(batch, now, house.timeZone, house.rules),
    turn: batch.turn,
    step: batch.step,
    celsius: room && now.getTime() - room.readAt.getTime() < DAY ? room.celsius : batch.celsius,
    lookFor: BY_WEIGHT.has(batch.step) ? [...STEP_FACTS[batch.step].lookFor, drying.sign] : STEP_FACTS[batch.step].lookFor,
    ifLeft: STEP_FACTS[batch.step].ifLeft,
    byWeight: BY_WEIGHT.has(batch.step),
    wasClean: brought,
    signSeen,
    unread: unread.map((caution) => ({ caution, words: CAUTIONS[caution] })),
    next: nextSteps(own, batch.place).map(({ step, at }) => ({ method: batch.method, step, place: at, title: STEP_FACTS[step].title })),
    // Seed that dries is past its bath: only what comes before can be done another way.
    others: (BY_WEIGHT.has(batch.step) ? [] : methodsFor(batch.facts, batch.brought, house.rules))
      .filter((method) => method !== batch.method)
      .map((method) => {
        const to = stepsFor(method, batch.facts, batch.brought);
        const place = switchAt(done, to);
        return { method, step: to[place]!, place, title: METHOD_FACTS[method].title, begins: STEP_FACTS[to[place]!].title.toLowerCase() };
      }),
    table,
    drying: {
      against: drying.against,
      sign: drying.sign,
      lost: drying.lost && `${formatWeight(drying.lost.milligrams)}, ${(drying.lost.share * 100).toFixed(1)} %`,
      room: drying.room,
      moisture: drying.moisture,
      target: drying.targetWeight === null ? null : formatWeight(drying.targetWeight),
      settled: drying.forecast?.settled ?? null,
      dryDay:
        drying.forecast && drying.from !== null && drying.lost
          ? drying.forecast.dryDay.map((day) => when(drying.from! + day * DAY).replace(/ \d\d:\d\d$/, ''))
          : null,
      curve: drying.forecast && drying.from !== null ? { ...drying.forecast.curve, from: drying.from, band: drying.forecast.dryDay } : null,
    },
    weighings: weighings.map(({ id: of, milligrams, heavier, weighedAt, by }) => ({
      id: of,
      at: weighedAt.getTime(),
      milligrams,
      weight: formatWeight(milligrams),
      heavier,
      when: when(weighedAt),
      by,
    })),
    history: [
      ...steps.map(({ turn, method, step, celsius, since, by }, index) => ({
        at: since.getTime(),
        when: when(since),
        by,
        what: `${STEP_FACTS[step].title}, ${celsius} °C${index > 0 && steps[index - 1]!.method !== method ? `; over to ${METHOD_FACTS[method].title.toLowerCase()}` : ''}`,
        key: `step ${turn}`,
      })),
      ...checks.map(({ id: of, seen, checkedAt, by }) => ({
        at: checkedAt.getTime(),
        when: when(checkedAt),
        by,
        what: `Seen: ${seen}`,
        key: `check ${of}`,
      })),
    ].sort((one, other) => other.at - one.at),
    yielded: end?.outcome === 'finished' && lot ? yieldView(batch, lot, end.clean ?? 0, pickings.length === 1) : null,
    end: end && {
      outcome: end.outcome,
      when: when(end.endedAt),
      words:
        end.outcome === 'finished'
          ? `${end.typed} of clean seed${end.reason ? `. Put away all the same: ${end.reason}` : ''}`
          : (end.reason ?? ''),
      by: end.by,
    },
  };
}

/** A batch's yield against the crop's usual; its plants are those of the lot, which only a single picking can be held against. */
function yieldView(batch: BatchRow, lot: NonNullable<Awaited<ReturnType<typeof findLotByCode>>>, clean: number, isOnly: boolean) {
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
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { actor, now, house } = visitBy(context, request, 'work');
  const form = await request.formData();
  const intent = String(form.get('intent'));
  const batchId = Number(params.id);
  const when = (iso: string) => formatMoment(Date.parse(iso), now.getTime(), house.timeZone);
  const refuse = (
    submission: { reply: (options: { fieldErrors: Record<string, string[]> }) => unknown },
    problem: Parameters<typeof troubleOf>[0],
  ) => notAccepted({ intent, result: submission.reply({ fieldErrors: troubleOf(problem, when) }) as never });
  const accept = { intent, result: null };
  switch (intent) {
    case 'read': {
      const submission = parseWithZod(form, { schema: acknowledgeForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await acknowledgeCautions(db, actor, { ...submission.value, batchId });
      return done.ok ? accept : refuse(submission, done.problem);
    }
    case 'step': {
      const submission = parseWithZod(form, { schema: nextStepForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const { to, ...rest } = submission.value;
      const done = await nextStep(db, actor, now, { ...rest, ...to, batchId });
      return done.ok ? accept : refuse(submission, done.problem);
    }
    case 'check': {
      const submission = parseWithZod(form, { schema: checkForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await checkBatch(db, actor, now, { ...submission.value, batchId });
      return done.ok ? accept : refuse(submission, done.problem);
    }
    case 'weigh': {
      const submission = parseWithZod(form, { schema: weighForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const { key, weight, scale, heavier } = submission.value;
      const done = await weighBatch(db, actor, now, { key, batchId, ...weight, scaleError: scale === '1 g' ? 1000 : 100, heavier });
      return done.ok ? accept : refuse(submission, done.problem);
    }
    case 'air': {
      const submission = parseWithZod(form, { schema: airForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await readAir(db, actor, now, { ...submission.value, batchId });
      return done.ok ? accept : refuse(submission, done.problem);
    }
    case 'finish': {
      const submission = parseWithZod(form, { schema: finishForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await finishBatch(db, actor, now, { ...submission.value, batchId });
      if (!done.ok) return refuse(submission, done.problem);
      throw redirect(`/lots/${done.answer.code}`);
    }
    default: {
      const submission = parseWithZod(form, { schema: abandonForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await abandonBatch(db, actor, now, { ...submission.value, batchId });
      return done.ok ? accept : refuse(submission, done.problem);
    }
  }
}

export default function Batch({ loaderData: batch, actionData }: Route.ComponentProps) {
  const { view, keys, end } = batch;
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <>
      <PageHead
        title={`${view.crop} ‘${view.variety}’`}
        about={
          <span className="flex flex-wrap items-center gap-x-3 gap-y-1">
            <Link className="link" to={`/lots/${view.code}`}>
              <LotCode>{view.code}</LotCode>
            </Link>
            in {view.vessel}: {view.method.toLowerCase()}
            <TreatedMark treated={view.treated} />
          </span>
        }
        actions={
          <>
            <ButtonLink to={`/bench/${view.id}/tag`}>Tag</ButtonLink>
            <ButtonLink to={`/lots/${view.code}/seen`}>Mix-up</ButtonLink>
            <ButtonLink to="/bench">Bench</ButtonLink>
          </>
        }
      />
      {batch.isNew && !end && batch.history.length === 1 && (
        <Notice tone="good">
          Started.{' '}
          <Link className="underline" to={`/bench/${view.id}/tag`}>
            Print its tag
          </Link>{' '}
          before anything goes into {view.vessel}.
        </Notice>
      )}
      {end ? (
        <Notice tone={end.outcome === 'finished' ? 'good' : 'doubt'}>
          {end.outcome === 'finished' ? 'Finished' : 'Given up'} {end.when}
          {end.by && ` by ${end.by}`}: {end.words}
        </Notice>
      ) : (
        <Cautions unread={batch.unread} formKey={keys.read} result={resultOf('read')} />
      )}
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_22rem]">
        <div className="min-w-0 space-y-8">
          {batch.yielded && <YieldReckoning yielded={batch.yielded} />}
          {!end && (
            <>
              <WhatNext batch={batch} checkKey={keys.check} result={resultOf('check')} />
              {batch.byWeight && <Drying batch={batch} keys={keys} weighed={resultOf('weigh')} aired={resultOf('air')} />}
              {batch.step === 'silica' && (
                <SilicaCalculator
                  key={batch.weighings.length}
                  weight={batch.weighings.at(-1)?.weight ?? ''}
                  moisture={batch.drying.moisture?.toFixed(1) ?? ''}
                />
              )}
              {batch.step === 'soda' && <SodaCalculator />}
              {batch.step === 'peroxide' && <PeroxideCalculator />}
              <MoveOn batch={batch} formKey={keys.step} result={resultOf('step')} />
              <EndBatch batch={batch} keys={keys} finished={resultOf('finish')} abandoned={resultOf('abandon')} />
            </>
          )}
        </div>
        <History history={batch.history} weighings={batch.weighings} />
      </div>
    </>
  );
}

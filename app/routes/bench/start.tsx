import { useState } from 'react';
import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { hazardWords } from '#words/promise.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { startBatchForm } from '#contracts/bench/bench.ts';
import { methodsFor, stepsFor, type Brought } from '#core/bench/methods.ts';
import { TOO_COLD_TO_FERMENT } from '#core/bench/steps.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatMoment } from '#core/calendar/formatMoment.ts';
import type { LotId } from '#core/kernel/kinds.ts';
import { known } from '#core/passport/passport.ts';
import { readRoomAir } from '#data/bench/air.ts';
import { listBatchesOfLot } from '#data/bench/batches.ts';
import { findMethodTrial } from '#data/bench/methodTrials.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { startBatch, type StartProblem } from '#services/bench/startBatch.server.ts';
import type { Route } from './+types/start.ts';
import { KnowTheSeed } from './KnowTheSeed.tsx';
import { EMPTY_IS_NOW, TO_COME, vesselTaken } from './benchWords.ts';
import { EXAMPLES, useUnits } from '#app/ui/units.tsx';
import { celsiusOf, formatTemperature } from '#core/units/temperature.ts';
import { TemperatureField, typedDegrees } from '#app/ui/TemperatureField.tsx';
import { proseIn } from '#core/units/proseIn.ts';
import { methodWords } from '#words/bench.ts';
import { moistWords } from '#words/almanac.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Start a batch · Kind Granary' }];

const BROUGHT: readonly { value: Brought; label: string }[] = [
  { value: 'whole fruit', label: 'Whole fruit' },
  { value: 'heads or pods', label: 'Heads or pods' },
  { value: 'on paper', label: 'Seed on paper' },
  { value: 'clean seed', label: 'Clean seed' },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, now } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [batches, room, typed, trial, [passport]] = await Promise.all([
    listBatchesOfLot(db, lot.id),
    readRoomAir(db),
    typedBefore(request, actor),
    readArm(lot.id),
    readPassports(db, lot.id),
  ]);
  const open = batches.filter(({ outcome }) => outcome === null);
  return {
    key: newFormKey(),
    typed,
    wanted: new URL(request.url).searchParams.get('method') ?? trial?.method ?? null,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    brought: lot.form,
    extraction: lot.facts.extraction,
    cleaning: lot.facts.cleaning,
    methods: BROUGHT.map(({ value }) => ({
      brought: value,
      methods: methodsFor(lot.facts, value, house).map((method) => ({
        method,
        ...methodWords(method, house.recipes),
        cures: stepsFor(method, lot.facts, value, house.recipes)[0] === 'cure',
        ferments: stepsFor(method, lot.facts, value, house.recipes).includes('ferment'),
      })),
    })),
    under: open.map(({ id, vessel, step }) => ({ id, vessel, step })),
    ended: batches.length - open.length,
    room: room && {
      celsius: room.celsius,
      humidity: Math.round(room.humidity * 100),
      read: formatMoment(room.readAt.getTime(), now.getTime(), house.timeZone),
    },
    picked: passport ? known(passport.answers.pickedOn) : null,
    hazards: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
    seedLooks: lot.facts.seedLooks,
    lookalike: lot.facts.lookalike,
    moist: moistWords(lot.facts),
  };
}

/** The method that a lot's trial wants of it, if it is in one. */
async function readArm(lotId: LotId) {
  return (await findMethodTrial(db, lotId))?.arms.find((arm) => arm.lotId === lotId);
}

/** What can be done with seed that was brought so; with the first kind there is, where a form named another. */
function waysOf<Ways extends { readonly brought: string }>(kinds: readonly Ways[], brought: string): Ways {
  return kinds.find((one) => one.brought === brought) ?? kinds[0]!;
}

/** What a trial wants or the house usually does, for seed brought so. */
function proposed({ methods, wanted }: Pick<Route.ComponentProps['loaderData'], 'methods' | 'wanted'>, brought: string): string {
  const fitting = waysOf(methods, brought).methods;
  return (fitting.find(({ method }) => method === wanted) ?? fitting[0]!).method;
}

function fieldErrors(problem: StartProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'method does not fit':
      return { method: ['This method does not suit the crop in the form it arrived. Choose another'] };
    case 'to come':
    case 'before the step':
      return { when: [TO_COME] };
    case 'long past':
      return { when: ['This is more than a year ago. Check the year'] };
    case 'vessel taken':
      return { vessel: [vesselTaken(problem.by)] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, startBatchForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await startBatch(visit, { ...submission.value, code: params.code });
  if (!done.ok) return notAccepted(submission.reply({ fieldErrors: fieldErrors(done.problem) }));
  throw redirect(`/bench/${done.answer.batchId}?new=yes`);
}

export default function Start({ loaderData: lot, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof startBatchForm>({
    id: 'start',
    result: actionData,
    start: {
      brought: lot.brought,
      method: proposed(lot, lot.brought),
      celsius: String(lot.room?.celsius ?? 20),
      ...lot.typed,
    },
  });
  const [brought, setBrought] = useState<string>(fields.brought.initialValue ?? lot.brought);
  const { methods } = waysOf(lot.methods, brought);
  const [method, setMethod] = useState<string>(fields.method.initialValue ?? methods[0]!.method);
  const facts = methods.find((one) => one.method === method) ?? methods[0]!;
  const [when, setWhen] = useState<string | null>(fields.when.initialValue ?? null);
  const units = useUnits();
  const [degrees, setDegrees] = useState(typedDegrees(fields.celsius.initialValue ?? '20', units));
  const celsius = units === 'metric' ? Number(degrees) : celsiusOf(Number(degrees));
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`Clean ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>
            {lot.ended > 0 && `, ${lot.ended} ${lot.ended === 1 ? 'picking' : 'pickings'} done before`}. {proseIn(units, lot.cleaning)}
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {lot.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      <KnowTheSeed seedLooks={lot.seedLooks} moist={lot.moist} lookalike={lot.lookalike} />
      {lot.under.length > 0 && (
        <Notice tone="doubt">
          {lot.under.length === 1 ? 'Another picking of it is' : `${lot.under.length} other pickings of it are`} in progress, in{' '}
          {lot.under.map(({ vessel }) => vessel).join(', ')}.
        </Notice>
      )}
      <PostForm form={form} formKey={lot.key}>
        <ChoiceField
          field={fields.brought}
          label="What do you have?"
          options={BROUGHT}
          onChoose={(value) => {
            setBrought(value);
            setMethod(proposed(lot, value));
          }}
        />
        <ChoiceField
          key={brought}
          field={fields.method}
          initial={facts.method}
          label="How will you clean it?"
          hint="Your house rule comes first"
          options={methods.map((one) => ({ value: one.method, label: one.title }))}
          onChoose={setMethod}
        />
        <section aria-label="What to expect" className="border-l-4 border-frost bg-sheet px-5 py-3">
          <p className="font-semibold">{facts.title}: what to expect</p>
          <Facts
            rows={[
              ['Time', facts.time],
              ['Warmth', facts.warmth && proseIn(units, facts.warmth)],
              ['Disease', facts.disease],
              ['Storage life', facts.storage],
              ['Colour of seed', facts.colour],
            ]}
          />
          {facts.ferments && celsius < TOO_COLD_TO_FERMENT && (
            <p className="mt-2 font-semibold text-doubt">
              At {formatTemperature(celsius, units)} pulp goes mouldy instead of fermenting. Washing soda works in a cool room.
            </p>
          )}
        </section>
        <TextField field={fields.vessel} label="Which container is it in?" hint="For example jar 3 or tray B. We print its tag next" />
        <div className="grid gap-5 sm:grid-cols-2">
          <TemperatureField
            field={fields.celsius}
            label="Room temperature"
            hint={lot.room ? `${formatTemperature(lot.room.celsius, units)} read ${lot.room.read}` : 'We use it to time each step'}
            value={degrees}
            onChange={(event) => setDegrees(event.target.value)}
          />
          <TextField
            field={fields.humidity}
            label="Room humidity, % (optional)"
            hint={lot.room ? `${lot.room.humidity} % read ${lot.room.read}` : 'Shows whether this room can dry the seed'}
          />
          <TextField field={fields.weightIn} label="Weight now (optional)" hint={EXAMPLES[units].weight} />
          <TextField
            field={fields.fruits}
            label="Fruits, heads or pods (optional)"
            hint="Used to work out seeds per fruit"
            type="number"
            min={1}
          />
          <TextField
            field={fields.when}
            label="When did it begin? (optional)"
            hint={facts.cures && lot.picked ? 'Curing counts from the day it was picked' : EMPTY_IS_NOW}
            value={when ?? (facts.cures && lot.picked ? formatDate(lot.picked) : '')}
            onChange={(event) => setWhen(event.target.value)}
          />
        </div>
        <Button type="submit" look="action">
          Start batch
        </Button>
      </PostForm>
    </div>
  );
}

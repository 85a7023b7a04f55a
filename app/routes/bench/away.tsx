import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { data } from 'react-router';
import { checksFor, CONTAINER_CHECKS, treatmentClock, TREATMENT_FACTS, TREATMENTS, type Treatment } from '#core/bench/treatments.ts';
import { CONTAINERS } from '#core/bench/packing.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatMoment, formatSpan } from '#core/calendar/formatMoment.ts';
import { openTreatedForm, openWarmForm, shutAwayForm, takeOutForm } from '#contracts/bench.ts';
import { findLotByCode } from '#data/lots.ts';
import { findTreatments, findWarming } from '#data/treatments.ts';
import {
  openTreated,
  openWarm,
  shutAway,
  takeOut,
  type OpenProblem,
  type ShutProblem,
  type UncloseProblem,
  type WarmProblem,
} from '#services/treatments.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, parseWithZod } from '#app/platform/form.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { ChoiceField, PostForm, TextField, TickField } from '#app/ui/fields.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { EVERYBODYS_PROBLEMS } from '#app/ui/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { Route } from './+types/away.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Shut away · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { now, today, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [treatments, warming] = await Promise.all([findTreatments(db, lot.id), findWarming(db, lot.id)]);
  const when = (at: Date) => formatMoment(at.getTime(), now.getTime(), house.timeZone);
  const shut = treatments.find(({ openedOn }) => openedOn === null);
  return {
    keys: { shut: newFormKey(), open: newFormKey(), take: newFormKey(), warm: newFormKey() },
    lot: { code: lot.code, crop: lot.crop, variety: lot.variety, treated: lot.treated },
    pests: lot.facts.pests,
    shut: shut ? { ...shut, clock: treatmentClock(shut.kind, shut.since, today) } : null,
    past: treatments.filter(({ openedOn }) => openedOn !== null),
    warming: warming && {
      container: warming.container,
      from: warming.fromCelsius,
      opens: when(warming.opensAt),
      isWarm: now >= warming.opensAt,
      left: formatSpan(warming.opensAt.getTime() - now.getTime()),
    },
  };
}

function troubleOf(
  problem: ShutProblem | OpenProblem | WarmProblem | UncloseProblem,
  when: (iso: string) => string,
): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'not dry':
      return { kind: ['It is held as not dry. Frost kills damp seed, and shut airtight it spoils. Dry it first'] };
    case 'shut already':
      return { kind: ['It is shut away already'] };
    case 'not shut':
      return { '': ['It has been taken out meanwhile'] };
    case 'too early':
      return { reason: [`Eggs may still live until ${formatDate(problem.opens)}. Say why it is opened; its time then begins anew`] };
    case 'warms already':
      return { container: ['It is warming up already'] };
    case 'not warming':
      return { '': ['It has been opened meanwhile'] };
    case 'still cold':
      return { early: [`Water settles on the seed until ${when(problem.opensAt)}. Tick here to open it all the same`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { actor, now, today, house } = visitBy(context, request, 'work');
  const form = await request.formData();
  const intent = String(form.get('intent'));
  const { code } = params;
  const when = (iso: string) => formatMoment(Date.parse(iso), now.getTime(), house.timeZone);
  const accept = { intent, result: null };
  switch (intent) {
    case 'shut': {
      const submission = parseWithZod(form, { schema: shutAwayForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const { checked: _, ...shut } = submission.value;
      const done = await shutAway(db, actor, today, { ...shut, code });
      return done.ok ? accept : notAccepted({ intent, result: submission.reply({ fieldErrors: troubleOf(done.problem, when) }) });
    }
    case 'open': {
      const submission = parseWithZod(form, { schema: openTreatedForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await openTreated(db, actor, today, { ...submission.value, code });
      return done.ok ? accept : notAccepted({ intent, result: submission.reply({ fieldErrors: troubleOf(done.problem, when) }) });
    }
    case 'take': {
      const submission = parseWithZod(form, { schema: takeOutForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await takeOut(db, actor, now, { ...submission.value, code });
      return done.ok ? accept : notAccepted({ intent, result: submission.reply({ fieldErrors: troubleOf(done.problem, when) }) });
    }
    default: {
      const submission = parseWithZod(form, { schema: openWarmForm });
      if (submission.status !== 'success') return notAccepted({ intent, result: submission.reply() });
      const done = await openWarm(db, actor, now, { ...submission.value, code });
      return done.ok ? accept : notAccepted({ intent, result: submission.reply({ fieldErrors: troubleOf(done.problem, when) }) });
    }
  }
}

type Loaded = Route.ComponentProps['loaderData'];

export default function Away({ loaderData, actionData }: Route.ComponentProps) {
  const { lot, keys, shut, warming, past } = loaderData;
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`${lot.crop} ‘${lot.variety}’: frost, jar and warmth`}
        about={
          <span className="flex flex-wrap items-center gap-3">
            <LotCode>{lot.code}</LotCode> <TreatedMark treated={lot.treated} />
          </span>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      <section aria-label="Against insects" className="mb-10 space-y-5">
        <h2>Against insects</h2>
        {shut ? (
          <Shut key={keys.open} shut={shut} formKey={keys.open} result={resultOf('open')} />
        ) : (
          <ShutForm key={keys.shut} loaded={loaderData} result={resultOf('shut')} />
        )}
        {past.length > 0 && (
          <ul className="text-small">
            {past.map((one) => (
              <li key={one.id} className="border-t border-rule py-2">
                {TREATMENT_FACTS[one.kind].title}, {formatDate(one.since)} to {formatDate(one.openedOn!)}
                {one.early && <b className="text-doubt">, opened early: {one.reason}</b>}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Out of the cold" className="space-y-5">
        <h2>Out of the cold</h2>
        {warming ? (
          <Warming key={keys.warm} warming={warming} formKey={keys.warm} result={resultOf('warm')} />
        ) : (
          <TakeOutForm key={keys.take} formKey={keys.take} result={resultOf('take')} />
        )}
      </section>
    </div>
  );
}

const STATE_WORDS = {
  'too early': { tone: 'frost', verdict: 'Leave it shut' },
  'may be opened': { tone: 'doubt', verdict: 'May be opened; longer is surer' },
  sure: { tone: 'good', verdict: 'Done: take it out' },
  'too long': { tone: 'poor', verdict: 'Take it out: it has been shut too long for sowing' },
} as const;

function Shut({ shut, formKey, result }: { shut: NonNullable<Loaded['shut']>; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<'reason' | 'liftPests'>({ id: `open-${formKey}`, result, start: { liftPests: 'on' } });
  const { clock } = shut;
  return (
    <>
      <Reckoning
        tone={STATE_WORDS[clock.state].tone}
        question={`${TREATMENT_FACTS[shut.kind].title}, in ${shut.container}, for ${shut.use}, since ${formatDate(shut.since)}`}
        verdict={STATE_WORDS[clock.state].verdict}
        figure={
          <p>
            <b>{clock.days}</b> {clock.days === 1 ? 'day' : 'days'}. May be opened from {formatDate(clock.opens)}, sure from{' '}
            {formatDate(clock.sure)}
            {clock.sowBy && shut.use === 'sowing' && `, out by ${formatDate(clock.sowBy)}`}.
          </p>
        }
        reasons={
          shut.kind === 'freezer'
            ? ['Eggs die over days of frost; two weeks to be sure', 'Let it warm up closed before it is opened']
            : ['Insects use up the air that is left; every opening lets new air in']
        }
      />
      <PostForm form={form} formKey={formKey} intent="open">
        {(clock.state === 'too early' || fields.reason.errors) && (
          <TextField field={fields.reason} label="Why it is opened before its time" />
        )}
        <TickField field={fields.liftPests} label="Lift its hold for pests, when its time is done" />
        <Button type="submit" look={clock.state === 'too early' ? 'plain' : 'action'}>
          Take it out
        </Button>
      </PostForm>
    </>
  );
}

function ShutForm({ loaded, result }: { loaded: Loaded; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<'kind' | 'container' | 'use' | 'checked'>({
    id: `shut-${loaded.keys.shut}`,
    result,
    start: { kind: 'freezer', use: 'sowing' },
  });
  const [kind, setKind] = useState<Treatment>((fields.kind.initialValue as Treatment | undefined) ?? 'freezer');
  return (
    <>
      <p className="max-w-prose">
        {loaded.pests.length > 0 ? `This crop carries ${loaded.pests.join(', ')}. ` : 'This crop seldom carries insects. '}
        The freezer suits small lots, airtight shutting large ones.
      </p>
      <PostForm form={form} formKey={loaded.keys.shut} intent="shut">
        <ChoiceField
          field={fields.kind}
          label="How?"
          hint={`${TREATMENT_FACTS[kind].least} days at least, ${TREATMENT_FACTS[kind].sure} to be sure${TREATMENT_FACTS[kind].latest ? '; for sowing half a year at most' : ''}`}
          options={TREATMENTS.map((value) => ({ value, label: TREATMENT_FACTS[value].title }))}
          onChoose={(value) => setKind(value as Treatment)}
        />
        <TextField field={fields.container} label="In which container?" hint="Jar 12, tin with the red lid" />
        <ChoiceField
          field={fields.use}
          label="For"
          options={[
            { value: 'sowing', label: 'Sowing' },
            { value: 'food', label: 'Food' },
          ]}
        />
        <fieldset aria-describedby={fields.checked.errors ? fields.checked.errorId : undefined}>
          <legend className="font-semibold">The container</legend>
          {checksFor(kind).map((check) => (
            <label key={check} className="flex min-h-11 items-center gap-3">
              <input type="checkbox" name={fields.checked.name} value={check} className="size-5" />
              {CONTAINER_CHECKS[check]}
            </label>
          ))}
          {fields.checked.errors && (
            <p id={fields.checked.errorId} className="font-semibold text-poor">
              {fields.checked.errors.join('. ')}
            </p>
          )}
          {kind === 'freezer' && <p className="text-small text-soft">Glass in the freezer wants headspace.</p>}
        </fieldset>
        <Button type="submit" look="action">
          Shut it away
        </Button>
      </PostForm>
    </>
  );
}

function Warming({
  warming,
  formKey,
  result,
}: {
  warming: NonNullable<Loaded['warming']>;
  formKey: string;
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<'early'>({ id: `warm-${formKey}`, result });
  return (
    <>
      <Reckoning
        tone={warming.isWarm ? 'good' : 'frost'}
        question={`The ${warming.container} came out at ${warming.from} °C`}
        verdict={warming.isWarm ? 'It may be opened' : 'Leave it closed'}
        figure={
          <p>
            {warming.isWarm ? 'Warm since' : 'May be opened'} <b>{warming.opens}</b>
            {!warming.isWarm && `, in ${warming.left}`}.
          </p>
        }
        reasons={['Opened cold, water from the room’s air settles on the seed']}
      />
      <PostForm form={form} formKey={formKey} intent="warm">
        {!warming.isWarm && <TickField field={fields.early} label="Open it all the same" />}
        <Button type="submit" look={warming.isWarm ? 'action' : 'plain'}>
          Opened
        </Button>
      </PostForm>
    </>
  );
}

function TakeOutForm({ formKey, result }: { formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<'container' | 'celsius'>({
    id: `take-${formKey}`,
    result,
    start: { container: 'jar', celsius: '-18' },
  });
  return (
    <PostForm form={form} formKey={formKey} intent="take">
      <ChoiceField
        field={fields.container}
        label="What comes out?"
        options={Object.entries(CONTAINERS).map(([value, { title }]) => ({ value, label: title }))}
      />
      <TextField
        field={fields.celsius}
        label="How cold was it, °C?"
        hint="Freezer −18, fridge 4"
        type="number"
        step="any"
        className="max-w-40"
      />
      <Button type="submit">Start its warm-up</Button>
    </PostForm>
  );
}

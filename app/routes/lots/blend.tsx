import { useState, type ReactNode } from 'react';
import { data, Link, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, VERDICT_TONES } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { ShareBar } from '#app/ui/ShareBar.tsx';
import { CLAIM_WORDS } from '#words/claims.ts';
import { CONTAINER_CHOICES } from '#words/containers.ts';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { hazardWords } from '#words/promise.ts';
import { EVERYBODYS_PROBLEMS, percent, VERDICT_WORDS } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { blendForm } from '#contracts/lots/blend.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { probabilityAtLeast } from '#core/germination/betaPosterior.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import { answer } from '#core/germination/verdict.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import { bandOf, blendOf, comesUpUnevenly, proposeBlend } from '#core/viability/blend.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings, listPlaces } from '#data/stock/places.ts';
import { blendLots, readBlendables, type BlendHindrance, type BlendProblem } from '#services/lots/blend.server.ts';
import type { Route } from './+types/blend.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `Blend ${loaderData?.variety ?? 'a lot'} · Kind Granary` }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const { own, others, thresholds } = await readBlendables(db, lot, house, today);
  const wanted = new URL(request.url).searchParams.get('with');
  const other =
    others.find(({ code, hindrance }) => code === wanted && hindrance === null) ??
    others.find(({ hindrance }) => hindrance === null) ??
    null;
  const [holdings, places, typed] = await Promise.all([findHoldings(db, lot.id), listPlaces(db), typedBefore(request, actor)]);
  return {
    key: newFormKey(),
    typed,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    hazards: hazardWords({ treated: lot.treated, cautions: [] }),
    own,
    others,
    other,
    thresholds,
    place: holdings[0]?.place ?? '',
    places: places.map(({ name }) => name),
  };
}

function fieldErrors(problem: BlendProblem, own: string): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'same lot':
      return { '': ['Choose two different lots'] };
    case 'other line':
      return { '': ['Choose a lot of the same line'] };
    case 'dead':
      return { '': [`${problem.of} has no living seed left. It would only dilute the other lot`] };
    case 'treated apart':
      return { '': ['Choose a lot that is treated in the same way: a blend of treated and untreated seed counts as treated'] };
    case 'on hold':
      return { '': [`${problem.of} is on hold. Remove the hold before you blend it`] };
    case 'short':
      return { [problem.of === own ? 'seeds' : 'otherSeeds']: [`Only ${formatSeeds(problem.seedsLeft)} are left`] };
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, blendForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await blendLots(visit, { ...submission.value, code });
  if (!done.ok) return notAccepted(submission.reply({ fieldErrors: fieldErrors(done.problem, code) }));
  throw redirect(`/lots/${done.answer.code}?new`);
}

type Lot = Route.ComponentProps['loaderData'];
type Blendable = Lot['own'];

const HINDRANCE_WORDS: Record<BlendHindrance, string> = {
  'on hold': 'on hold: cannot be blended',
  'nothing left': 'none left',
  'treated apart': 'one is treated and the other is not',
  dead: 'it has no living seed left. It would only dilute the other lot',
};

export default function Blend({ loaderData: lot, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={`Blend ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>, {formatSeeds(lot.own.seeds)}, with fresh seed of the same line. A blend becomes a new lot with
            both as its parents.
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {lot.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      {lot.own.hindrance !== null ? (
        <Notice tone="doubt">{`${lot.code}: ${HINDRANCE_WORDS[lot.own.hindrance]}.`}</Notice>
      ) : lot.others.length === 0 ? (
        <Empty
          action={
            <div className="flex flex-wrap gap-3">
              <ButtonLink to="/wants" look="action">
                Ask for fresh seed: the wants list
              </ButtonLink>
              <ButtonLink to={`/lots/${lot.code}/grow-out`}>Plan a grow-out</ButtonLink>
            </div>
          }
        >
          This is the only lot of its line with seed, so there is nothing to blend it with. About <b>{percent(lot.own.band.median)}</b>{' '}
          germinate, {percent(lot.own.band.low)} to {percent(lot.own.band.high)}.
        </Empty>
      ) : (
        <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
          <Others lot={lot} />
          {lot.other && <BlendWith key={lot.other.code} lot={lot} other={lot.other} result={actionData ?? null} />}
        </div>
      )}
    </>
  );
}

/** Lots shown before the rest is folded away. */
const SHOWN = 3;

/** The lots of the line that it could be blended with. */
function Others({ lot: { code, own, others, other } }: { lot: Lot }) {
  const ordered = [...others].sort((one, two) => Number(two.code === other?.code) - Number(one.code === other?.code));
  const [near, far] = [ordered.slice(0, SHOWN), ordered.slice(SHOWN)];
  const row = (one: Blendable) => (
    <LotRow key={one.code} one={one} note={one.hindrance && HINDRANCE_WORDS[one.hindrance]} isChosen={one.code === other?.code}>
      {one.hindrance === null && one.code !== other?.code && (
        <Link className="link inline-flex min-h-11 items-center" to={`/lots/${code}/blend?with=${one.code}`} preventScrollReset>
          Blend with this lot
        </Link>
      )}
    </LotRow>
  );
  return (
    <section aria-label="Blend with">
      <h2 className="mb-2">With which lot?</h2>
      <ul>
        <LotRow one={own} note="This lot" />
        {near.map(row)}
      </ul>
      {far.length > 0 && (
        <details>
          <summary className="link inline-flex min-h-11 items-center">
            {far.length} more {far.length === 1 ? 'lot' : 'lots'} of this line
          </summary>
          <ul>{far.map(row)}</ul>
        </details>
      )}
    </section>
  );
}

function LotRow({ one, note, isChosen, children }: { one: Blendable; note: string | null; isChosen?: boolean; children?: ReactNode }) {
  return (
    <li
      className="flex flex-wrap items-center justify-between gap-x-4 border-t border-rule py-2"
      aria-current={isChosen ? 'true' : undefined}
    >
      <span>
        <LotCode>{one.code}</LotCode> {one.harvested ? `of ${formatDate(one.harvested)}` : 'undated'}, {formatSeeds(one.seeds)}
        <br />
        <b>{percent(one.band.median)}</b> germinate, {percent(one.band.low)} to {percent(one.band.high)}
        {one.daysToHalf !== null && `; half of it up in ${Math.round(one.daysToHalf)} days`}
      </span>
      <span className="text-soft">
        {isChosen ? <b className="text-ink">Chosen</b> : note}
        {children}
      </span>
    </li>
  );
}

const meanOf = ({ believed: { a, b } }: Blendable) => percent(a / (a + b));
// A form may name a field twice.
const whole = (text: string) => (/^\d{1,9}$/.test(String(text).trim()) ? Number(text) : 0);

/** How much of each?, and what that would germinate. */
function BlendWith({ lot, other, result }: { lot: Lot; other: Blendable; result: Route.ComponentProps['actionData'] | null }) {
  const { own, thresholds } = lot;
  const ownIsWeaker = own.band.median <= other.band.median;
  const [weaker, better] = ownIsWeaker ? [own, other] : [other, own];
  const proposed = proposeBlend(weaker, better, thresholds);
  // Seed that needs no help still goes in half and half.
  const ofBetter = String(proposed.seeds === 0 ? Math.min(weaker.seeds, better.seeds) : proposed.seeds);
  const [form, fields] = usePostForm<typeof blendForm>({
    id: 'blend',
    result,
    start: {
      seeds: ownIsWeaker ? String(own.seeds) : ofBetter,
      otherSeeds: ownIsWeaker ? ofBetter : String(other.seeds),
      place: lot.place,
      container: 'jar',
      ...lot.typed,
    },
  });
  const [seeds, setSeeds] = useState(fields.seeds.initialValue ?? '');
  const [otherSeeds, setOtherSeeds] = useState(fields.otherSeeds.initialValue ?? '');
  const parts = [
    { ...own, seeds: whole(seeds) },
    { ...other, seeds: whole(otherSeeds) },
  ] as const;
  return (
    <section aria-label="How much of each?">
      <PostForm form={form} formKey={lot.key}>
        <input type="hidden" name="other" value={other.code} />
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField
            field={fields.seeds}
            label={`Seeds of ${own.code}`}
            hint={`${formatSeeds(own.seeds)} in all`}
            type="number"
            min={1}
            max={own.seeds}
            value={seeds}
            onChange={(event) => setSeeds(event.target.value)}
            className="text-large"
          />
          <TextField
            field={fields.otherSeeds}
            label={`Seeds of ${other.code}`}
            hint={`${formatSeeds(other.seeds)} in all`}
            type="number"
            min={1}
            max={other.seeds}
            value={otherSeeds}
            onChange={(event) => setOtherSeeds(event.target.value)}
            className="text-large"
          />
        </div>
        <p className="font-semibold">{proposalWords(proposed, weaker, better)}</p>
        {parts.every((part) => part.seeds > 0) && <Expected parts={parts} thresholds={thresholds} />}
        <TextField field={fields.place} label="Where will you keep it?" suggestions={lot.places} />
        <ChoiceField field={fields.container} label="Container" options={CONTAINER_CHOICES} />
        <Button type="submit" look="action">
          Blend the two lots
        </Button>
      </PostForm>
    </section>
  );
}

function proposalWords({ seeds, reaches }: ReturnType<typeof proposeBlend>, weaker: Blendable, better: Blendable): string {
  if (seeds === 0)
    return `${weaker.code} does not need blending: on its own it is ${reaches === 'lend' ? 'fit to lend' : 'at full strength'} already.`;
  if (reaches === null) return `Even with all of ${better.code}, ${weaker.code} would not be good enough to lend.`;
  return `To ${reaches === 'lend' ? 'make all of it fit to lend' : 'bring all of it to full strength'}, ${weaker.code} takes ${formatSeeds(seeds)} of ${better.code} at least.`;
}

/** What the blend would germinate, and what it does not say already. */
function Expected({ parts, thresholds }: { parts: readonly [Blendable, Blendable]; thresholds: Lot['thresholds'] }) {
  const believed = blendOf(parts);
  const { low, median, high } = bandOf(believed);
  const [mayBeLent, fullStrength] = [probabilityAtLeast(believed, thresholds.lend), probabilityAtLeast(believed, thresholds.full)];
  const kind = answer(mayBeLent, fullStrength, thresholds.sureness);
  const ratio = thickerOf(kind, median);
  const [one, other] = parts;
  const [weaker, better] = one.band.median <= other.band.median ? [one, other] : [other, one];
  const total = one.seeds + other.seeds;
  const uneven = comesUpUnevenly(
    { share: one.band.median, daysToHalf: one.daysToHalf },
    { share: other.band.median, daysToHalf: other.daysToHalf },
  );
  const live = Math.round(weaker.seeds * weaker.band.median);
  return (
    <Reckoning
      tone={VERDICT_TONES[kind]}
      question="What would the blend germinate?"
      verdict={`About ${percent(median)}: ${VERDICT_WORDS[kind].charAt(0).toLowerCase()}${VERDICT_WORDS[kind].slice(1)}`}
      figure={
        <>
          <p>
            {formatSeeds(total)}; in 8 out of 10 blends like this, between <b>{percent(low)}</b> and <b>{percent(high)}</b>.
          </p>
          <ShareBar
            share={median}
            low={low}
            high={high}
            marks={[
              { at: thresholds.lend, name: 'lend' },
              { at: thresholds.full, name: 'full strength' },
            ]}
          />
        </>
      }
      reasons={[
        ...(ratio ? [`Write on the packet: sow ${ratio.sow} where you would sow ${ratio.for}.`] : []),
        ...(uneven
          ? [
              `It will come up unevenly because ${weaker.code} germinates ${percent(weaker.band.median)} and slower, ${better.code} ${percent(better.band.median)}. Warn members: expect gaps, with more seedlings some days later.`,
            ]
          : []),
        `About ${live} living seeds of ${weaker.code} are used up in the blend. Blending does not slow their ageing.`,
        ...(one.promise && other.promise && one.promise !== other.promise
          ? [
              `One part is “${CLAIM_WORDS[one.promise].toLowerCase()}”, the other “${CLAIM_WORDS[other.promise].toLowerCase()}”. The verdict on the blend allows for both.`,
            ]
          : []),
        ...(one.counted && other.counted && one.counted !== other.counted
          ? [
              `${one.code} was tested by ${one.counted}, ${other.code} by ${other.counted}. These are different measures, so test the blend.`,
            ]
          : []),
      ]}
      working={
        <p>
          Mean weighted by seed numbers: ({one.seeds} × {meanOf(one)} + {other.seeds} × {meanOf(other)}) / {total}. The two uncertainties
          are independent; the posterior is Beta({believed.a.toFixed(1)}, {believed.b.toFixed(1)}). P(germination ≥{' '}
          {percent(thresholds.lend)}) = {mayBeLent.toFixed(3)}; P(germination ≥ {percent(thresholds.full)}) = {fullStrength.toFixed(3)}.
        </p>
      }
    />
  );
}

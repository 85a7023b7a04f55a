import { randomUUID } from 'node:crypto';
import { faultWords } from '#words/refusals.ts';
import { data, Link, redirect, type ShouldRevalidateFunctionArgs } from 'react-router';
import { z } from 'zod';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted } from '#app/platform/form.server.ts';
import { formOf, intentOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy, type SignedIn } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { actKey, rowVersion } from '#contracts/fields.ts';
import { readBack } from '#contracts/intake/back.ts';
import type { Back } from '#core/passport/back.ts';
import { readAnswers, readInterview } from '#contracts/intake/interview.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { findCrop } from '#core/almanac/findCrop.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { Answers } from '#core/passport/answers.ts';
import { diseasesAnswered } from '#core/passport/passport.ts';
import { listCropNames, readCrop } from '#data/almanac/almanac.ts';
import { growOutState } from '#core/states/states.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import { findLoan } from '#data/desk/loans.ts';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { findDraft, listDrafts } from '#data/intake/drafts.ts';
import { listGardens } from '#data/people/gardens.ts';
import { listPlaces } from '#data/stock/places.ts';
import { seedsHandedOver } from '#services/growouts/season.server.ts';
import { draftTitle, dropDraft, keepDraft, startDraft } from '#services/intake/drafts.server.ts';
import { receiveLot, refuseSeed, type IntakeProblem } from '#services/intake/intake.server.ts';
import { readSoFar, startOfReturn, type SoFar } from '#services/intake/interview.server.ts';
import type { Route } from './+types/intake.ts';
import type { Asks } from './asking.ts';
import { Interview } from './Interview.tsx';
import { bloomHere } from './bloomHere.server.ts';
import { CONTRADICTIONS } from '#words/contradictions.ts';
import { PLACE_FAULTS } from '#words/gardens.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Intake · Kind Granary' }];

/** The interview keeps itself; the page is not loaded anew for that. */
export const shouldRevalidate = ({ formData, defaultShouldRevalidate }: ShouldRevalidateFunctionArgs) =>
  formData?.get('intent') === 'save' ? false : defaultShouldRevalidate;

/** An interview as the server holds it, and what it comes to. */
export interface Saved {
  readonly draft: { readonly id: string; readonly version: number } | null;
  readonly answers: Answers;
  readonly crop: Crop | null;
  /** When the crop usually flowers here. */
  readonly bloom: string | null;
  readonly soFar: SoFar;
}

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'work');
  const { actor, today, house } = visit;
  const url = new URL(request.url);
  const draft = params.draft ? await findDraft(db, params.draft) : undefined;
  if (params.draft && !draft) throw data(null, { status: 404 });
  const back = draft ? draft.back : readBack((name) => url.searchParams.get(name));
  const [crops, places, gardens, typed, origin, drafts] = await Promise.all([
    listCropNames(db),
    listPlaces(db),
    listGardens(db),
    typedBefore(request, actor),
    back && cameFrom(back),
    draft ? [] : listDrafts(db),
  ]);
  if (back && !origin) throw data(null, { status: 404 });
  const start = typed ?? draft?.answers ?? { ...(back ? await startOfReturn(db, back, house, today) : {}), place: places[0]?.name ?? '' };
  const saved = await savedAs(start, draft ? { id: draft.id, version: draft.version } : null, back, visit);
  return {
    key: newFormKey(),
    saved,
    rules: house.rules,
    crops,
    places: places.map(({ name }) => name),
    gardens: [...new Set(gardens.map(({ name }) => name))],
    drafts: drafts.map(({ savedAt, ...rest }) => ({ ...rest, savedOn: dayInZone(savedAt, house.timeZone) })),
    refused: url.searchParams.get('refused'),
    back,
    origin: origin ?? null,
  };
}

/** What seed comes back from, as the page tells it; undefined where there is no such loan or grow-out. */
async function cameFrom({ of, id }: Back) {
  if (of === 'loan') {
    const loan = await findLoan(db, id);
    if (!loan) return undefined;
    const { member, code, crop, variety, packets, lentOn, outcome } = loan;
    return {
      member,
      code,
      crop,
      variety,
      since: lentOn,
      much: `${packets} ${packets === 1 ? 'packet' : 'packets'}`,
      closed: outcome !== null,
    };
  }
  const growOut = await findGrowOut(db, id);
  if (!growOut?.handedOverOn) return undefined;
  const { grower, code, crop, variety, handedOverOn } = growOut;
  return {
    member: grower ?? 'the grower',
    code,
    crop,
    variety,
    since: handedOverOn,
    much: formatSeeds(seedsHandedOver(growOut)),
    closed: growOutState(growOut) !== 'handed over',
  };
}

async function savedAs(
  answers: Answers,
  draft: Saved['draft'],
  back: Back | null,
  { today, house }: Pick<SignedIn, 'today' | 'house'>,
): Promise<Saved> {
  const crop = answers['crop'] ? await readCrop(db, answers['crop']) : null;
  const bloom = crop && bloomHere(crop, house.lastFrost, today);
  return { draft, answers, crop, bloom, soFar: await readSoFar(db, { answers, crop, back, today, house }) };
}

/** What is wrong, beside the field where it can be corrected. */
function faultsOf(problem: IntakeProblem): { faults: Record<string, string>; whole: string | null } {
  const at = (field: string, why: string) => ({ faults: { [field]: why }, whole: null });
  switch (problem.code) {
    case 'no such crop':
      return at('crop', 'This crop is not in the almanac. Choose one from the list');
    case 'contradiction':
      return { faults: Object.fromEntries(problem.found.map((one) => [one.at, CONTRADICTIONS[one.code]])), whole: null };
    case 'harvest before parent':
      return at(
        'harvested',
        `The seed it was grown from was harvested in ${formatDate(problem.parentHarvest)}. Enter that date or a later one`,
      );
    case 'harvest before it was lent':
      return at('harvested', `The seed was handed out on ${formatDate(problem.since)}. Check the date, or confirm it below`);
    case 'seed in the first year':
      return at(
        'harvested',
        `This crop gives seed in its second year, and the seed was handed out on ${formatDate(problem.since)}. Check the date. If these plants bolted, say so under “Did any flower too early?”; or confirm it below`,
      );
    case 'which garden':
      return at('garden', `Is it ${problem.near.join(', or ')}? Enter the name like that, or tick that this is a new garden`);
    case 'which variety':
      return at(
        'variety',
        `Is it ${problem.near.map((name) => `‘${name}’`).join(', or ')}? Enter the name like that, or tick that this is another variety`,
      );
    case 'who is it':
      return at(
        'donor',
        `Is it ${problem.near.map(({ id, name }) => `${name} · ${id}`).join(', or ')}? Choose the name, or tick that this is a new person`,
      );
    case 'another variety was sown':
      return at(
        'variety',
        `The seed sown was ‘${problem.lent}’. If it has crossed, keep the name and take it in as offspring. If it is different seed, take it in as a donation`,
      );
    case 'another crop was lent':
      return at('crop', `The seed lent was ${problem.lent}`);
    case 'hybrids are not taken':
      return at('kind', 'Your house rules do not accept hybrids. Refuse it kindly, or ask a coordinator');
    case 'garden place':
      return at('gardenPlace', PLACE_FAULTS[problem.fault]);
    case 'loan is closed':
      return { faults: {}, whole: 'Someone has already closed this loan. Take the seed in as a donation' };
    case 'grow-out has ended':
      return { faults: {}, whole: 'Someone has already ended this grow-out. Take the seed in as a donation' };
  }
}

/** What a problem asks to be confirmed, where it can be. */
function askedBy({ code }: IntakeProblem): Asks {
  if (code === 'who is it') return 'who';
  if (code === 'which garden') return 'garden';
  if (code === 'which variety') return 'variety';
  return code === 'harvest before it was lent' || code === 'seed in the first year' ? 'harvest' : null;
}

const CHANGED_ELSEWHERE =
  'Not saved: someone has continued these questions on another device. Save again to put what is below in place of theirs';
const NOTHING_REFUSED = 'Nothing was refused or recorded. Say what seed it is and save that first';
const ENDED_ELSEWHERE = 'Not saved: someone has taken this seed in, or discarded these questions';

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { actor, now } = visit;
  const form = await formOf(request);
  const intent = form.has('intent') ? intentOf(form, ['take', 'save', 'keep', 'drop', 'refuse']) : 'take';
  const key = actKey.safeParse(form.get('key')).data;
  const given = readAnswers(form);
  const { loan: _loan, growOut: _growOut, draft: _draft, ...answers } = given;
  const back = readBack((name) => given[name]);
  const names = await listCropNames(db);
  const crop = findCrop(names, answers['crop'] ?? '');
  const said: Answers = { ...answers, ...(crop && { crop: crop.id }) };
  const draftId = params.draft ?? z.uuid().safeParse(given['draft']).data ?? null;
  const title = draftTitle(said, crop?.name ?? null);
  if (intent === 'save' || intent === 'keep') {
    const version = rowVersion.safeParse(form.get('version')).data ?? 1;
    const id = draftId ?? (await startDraft(db, actor, { key: key ?? randomUUID(), answers: said, title, back }));
    if (id === null) return notAccepted({ saved: undefined, faults: {}, whole: ENDED_ELSEWHERE, asks: null });
    if (draftId && !(await keepDraft(db, now, draftId, { answers: said, title, version }))) {
      // Pressed by hand, without scripts: what was typed stays on the page; with them it never left it.
      if (intent === 'save') return notAccepted({ saved: undefined, faults: {}, whole: null, asks: null });
      const other = await findDraft(db, draftId);
      const saved = await savedAs(said, other ? { id: draftId, version: other.version } : null, back, visit);
      return notAccepted({ saved, faults: {}, whole: other ? CHANGED_ELSEWHERE : ENDED_ELSEWHERE, asks: null });
    }
    if (intent === 'keep') throw redirect(`/intake/${id}`);
    return {
      saved: await savedAs(said, { id, version: draftId ? version + 1 : 1 }, back, visit),
      faults: {},
      whole: null,
      asks: null,
    };
  }
  if (intent === 'drop') {
    if (draftId && key) await dropDraft(visit, { key, draftId });
    throw redirect('/intake');
  }
  const facts = crop ? await readCrop(db, crop.id) : null;
  if (!key) return notAccepted({ saved: undefined, faults: {}, whole: 'Reload the page and send it again', asks: null });
  const { passport, interview, faults } = readInterview(said, facts, back !== null);
  const incurable = diseasesAnswered(passport?.diseases ?? null, 'refuse');
  if (intent === 'refuse' || incurable.length > 0) {
    const why = incurable.length > 0 ? `disease: ${incurable.join(', ')}` : said['note'] || said['kind'] || 'not wanted';
    if (intent === 'refuse' && draftId === null) return notAccepted({ saved: undefined, faults: {}, whole: NOTHING_REFUSED, asks: null });
    const done = await refuseSeed(visit, { key, draftId, what: title, why });
    if (!done.ok) return notAccepted({ saved: undefined, faults: {}, whole: ENDED_ELSEWHERE, asks: null });
    throw redirect(`/intake?refused=${encodeURIComponent(title)}`);
  }
  const kept = async () => savedAs(said, draftId ? { id: draftId, version: Number(form.get('version')) || 1 } : null, back, visit);
  const unknownCrop = !crop && said['crop'] ? { crop: 'This crop is not in the almanac. Choose one from the list' } : {};
  if (!interview) return notAccepted({ saved: await kept(), faults: { ...faultWords(faults), ...unknownCrop }, whole: null, asks: null });
  const done = await receiveLot(visit, { key, draftId, back, interview });
  if (!done.ok) return notAccepted({ saved: await kept(), ...faultsOf(done.problem), asks: askedBy(done.problem) });
  throw redirect(`/lots/${done.answer.code}?new=yes`);
}

export default function Intake({ loaderData, actionData }: Route.ComponentProps) {
  const { back, origin, drafts, refused } = loaderData;
  if (origin?.closed)
    return (
      <>
        <PageHead title={back?.of === 'loan' ? 'This loan is closed' : 'This grow-out has ended'} />
        <Empty action={<ButtonLink to="/intake">Take it in as a donation</ButtonLink>}>
          The seed has already come back, or it was closed without a return.
        </Empty>
      </>
    );
  return (
    <>
      <PageHead
        title={origin ? `Return from ${origin.member}` : 'Take in seed'}
        about={
          origin ? (
            <>
              {back?.of === 'loan' ? 'Lent' : 'Handed over to be grown out'} {formatDate(origin.since)} as {origin.crop} ‘{origin.variety}’{' '}
              <LotCode>{origin.code}</LotCode>, {origin.much}. It becomes a new lot, one generation on.
              {back?.of === 'grow-out' && ' We have filled in what the season’s log says.'}
            </>
          ) : (
            'We only ask what matters for this seed. “Unknown” is a valid answer.'
          )
        }
        actions={
          !origin && (
            <Link className="link inline-flex min-h-11 items-center" to="/desk/loans">
              Record a return from a loan
            </Link>
          )
        }
      />
      {refused && <Notice tone="good">Seed refused: {refused}. This is recorded.</Notice>}
      <Drafts drafts={drafts} />
      <Interview
        key={loaderData.key}
        formKey={loaderData.key}
        start={actionData?.saved ?? loaderData.saved}
        rules={loaderData.rules}
        crops={loaderData.crops}
        places={loaderData.places}
        gardens={loaderData.gardens}
        loan={origin}
        back={back}
        asks={actionData?.asks ?? null}
        faults={actionData?.faults ?? {}}
        formFault={actionData?.whole ?? null}
      />
    </>
  );
}

function Drafts({ drafts }: { drafts: Route.ComponentProps['loaderData']['drafts'] }) {
  if (drafts.length === 0) return null;
  return (
    <section aria-label="Unfinished intakes" className="mb-8 border-l-4 border-frost bg-sheet px-5 py-3">
      <h2>Unfinished</h2>
      <ul>
        {drafts.map((draft) => (
          <li key={draft.id} className="py-1">
            <Link className="link" to={`/intake/${draft.id}`}>
              {draft.title}
            </Link>{' '}
            <span className="text-small text-soft">
              {formatDate(draft.savedOn)}, {draft.by}
              {draft.back !== null && (draft.back.of === 'loan' ? ', from a loan' : ', from a grow-out')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

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
import { actKey, rowNumber, rowVersion } from '#contracts/fields.ts';
import { readAnswers, readInterview } from '#contracts/intake/interview.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { findCrop } from '#core/almanac/findCrop.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { dayInZone } from '#core/calendar/dayInZone.ts';
import type { LoanId } from '#core/kernel/kinds.ts';
import type { Answers } from '#core/passport/answers.ts';
import { diseasesAnswered } from '#core/passport/passport.ts';
import { listCropNames, readCrop } from '#data/almanac/almanac.ts';
import { findLoan } from '#data/desk/loans.ts';
import { findDraft, listDrafts } from '#data/intake/drafts.ts';
import { listGardens } from '#data/people/gardens.ts';
import { listPlaces } from '#data/stock/places.ts';
import { draftTitle, dropDraft, keepDraft, startDraft } from '#services/intake/drafts.server.ts';
import { receiveLot, refuseSeed, type IntakeProblem } from '#services/intake/intake.server.ts';
import { readSoFar, startOfReturn, type SoFar } from '#services/intake/interview.server.ts';
import type { Route } from './+types/intake.ts';
import { Interview } from './Interview.tsx';
import { bloomHere } from './bloomHere.server.ts';
import { CONTRADICTIONS } from '#words/contradictions.ts';

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

const DEFAULTS: Answers = { container: 'jar' };

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'work');
  const { actor, today, house } = visit;
  const url = new URL(request.url);
  const draft = params.draft ? await findDraft(db, params.draft) : undefined;
  if (params.draft && !draft) throw data(null, { status: 404 });
  const loanId = draft?.loanId ?? (Number(url.searchParams.get('loan')) || null);
  const [crops, places, gardens, typed, loan, drafts] = await Promise.all([
    listCropNames(db),
    listPlaces(db),
    listGardens(db),
    typedBefore(request, actor),
    loanId ? findLoan(db, loanId) : null,
    draft ? [] : listDrafts(db),
  ]);
  if (loanId && !loan) throw data(null, { status: 404 });
  const start = typed ??
    draft?.answers ?? { ...DEFAULTS, ...(loanId ? await startOfReturn(db, loanId, today) : {}), place: places[0]?.name ?? '' };
  const saved = await savedAs(start, draft ? { id: draft.id, version: draft.version } : null, loanId, visit);
  return {
    key: newFormKey(),
    saved,
    rules: house.rules,
    crops,
    places: places.map(({ name }) => name),
    gardens: [...new Set(gardens.map(({ name }) => name))],
    drafts: drafts.map(({ savedAt, ...rest }) => ({ ...rest, savedOn: dayInZone(savedAt, house.timeZone) })),
    refused: url.searchParams.get('refused'),
    loan: loan
      ? {
          id: loan.id,
          member: loan.member,
          code: loan.code,
          crop: loan.crop,
          variety: loan.variety,
          packets: loan.packets,
          lentOn: loan.lentOn,
          closed: loan.outcome !== null,
        }
      : null,
  };
}

async function savedAs(
  answers: Answers,
  draft: Saved['draft'],
  loanId: LoanId | null,
  { today, house }: Pick<SignedIn, 'today' | 'house'>,
): Promise<Saved> {
  const crop = answers['crop'] ? await readCrop(db, answers['crop']) : null;
  const bloom = crop && bloomHere(crop, house.lastFrost, today);
  return { draft, answers, crop, bloom, soFar: await readSoFar(db, { answers, crop, loanId, today, house }) };
}

const PLACE_FAULTS = {
  nowhere: '0, 0 is an empty form, not a garden',
  'other hemisphere': 'That lies in the other hemisphere than the library. Check the signs',
  'too far': 'That is more than 500 km from every other garden. Check the figures',
  unreadable: 'Write two figures, 41.21, -34.04, or a distance, 300 m to Alder Row',
  'unknown garden': 'No garden of that name is known',
} as const;

/** What is wrong, at the field where it can be put right. */
function faultsOf(problem: IntakeProblem): { faults: Record<string, string>; whole: string | null } {
  const at = (field: string, why: string) => ({ faults: { [field]: why }, whole: null });
  switch (problem.code) {
    case 'no such crop':
      return at('crop', 'No crop of that name is in the almanac. Choose one from the list');
    case 'contradiction':
      return { faults: Object.fromEntries(problem.found.map((one) => [one.at, CONTRADICTIONS[one.code]])), whole: null };
    case 'harvest before parent':
      return at('harvested', `The seed it was grown from was harvested in ${formatDate(problem.parentHarvest)}; this cannot be older`);
    case 'who is it':
      return at(
        'donor',
        `Is it ${problem.near.map(({ id, name }) => `${name} · ${id}`).join(', or ')}? Choose the name, or tick that it is somebody new`,
      );
    case 'another crop was lent':
      return at('crop', `What was lent is ${problem.lent}`);
    case 'hybrids are not taken':
      return at('kind', 'Your house rules take no hybrids in. Refuse it kindly, or ask a coordinator');
    case 'garden place':
      return at('gardenPlace', PLACE_FAULTS[problem.fault]);
    case 'loan is closed':
      return { faults: {}, whole: 'This loan has been closed meanwhile. Take the seed in as a donation' };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { actor, now } = visit;
  const form = await formOf(request);
  const intent = form.has('intent') ? intentOf(form, ['take', 'save', 'keep', 'drop', 'refuse']) : 'take';
  const key = actKey.safeParse(form.get('key')).data;
  const given = readAnswers(form);
  const { loan: _loan, draft: _draft, ...answers } = given;
  const loanId = rowNumber.safeParse(given['loan']).data ?? null;
  const names = await listCropNames(db);
  const crop = findCrop(names, answers['crop'] ?? '');
  const said: Answers = { ...answers, ...(crop && { crop: crop.id }) };
  const draftId = params.draft ?? z.uuid().safeParse(given['draft']).data ?? null;
  const title = draftTitle(said, crop?.name ?? null);
  if (intent === 'save' || intent === 'keep') {
    const version = rowVersion.safeParse(form.get('version')).data ?? 1;
    const id = draftId ?? (await startDraft(db, actor, { answers: said, title, loanId }));
    if (draftId && !(await keepDraft(db, now, draftId, { answers: said, title, version })))
      return notAccepted({ saved: undefined, faults: {}, whole: null, asksWho: false });
    if (intent === 'keep') throw redirect(`/intake/${id}`);
    return {
      saved: await savedAs(said, { id, version: draftId ? version + 1 : 1 }, loanId, visit),
      faults: {},
      whole: null,
      asksWho: false,
    };
  }
  if (intent === 'drop') {
    if (draftId) await dropDraft(db, draftId);
    throw redirect('/intake');
  }
  const facts = crop ? await readCrop(db, crop.id) : null;
  if (!key) return notAccepted({ saved: undefined, faults: {}, whole: 'Load the page again, and send it once more', asksWho: false });
  const { passport, interview, faults } = readInterview(said, facts, loanId !== null);
  const incurable = diseasesAnswered(passport?.diseases ?? null, 'refuse');
  if (intent === 'refuse' || incurable.length > 0) {
    const why = incurable.length > 0 ? `disease: ${incurable.join(', ')}` : said['note'] || said['kind'] || 'not wanted';
    await refuseSeed(visit, { key, draftId, what: title, why });
    throw redirect(`/intake?refused=${encodeURIComponent(title)}`);
  }
  const kept = async () => savedAs(said, draftId ? { id: draftId, version: Number(form.get('version')) || 1 } : null, loanId, visit);
  const unknownCrop = !crop && said['crop'] ? { crop: 'No crop of that name is in the almanac. Choose one from the list' } : {};
  if (!interview)
    return notAccepted({ saved: await kept(), faults: { ...faultWords(faults), ...unknownCrop }, whole: null, asksWho: false });
  const done = await receiveLot(visit, { key, draftId, loanId, interview });
  if (!done.ok) return notAccepted({ saved: await kept(), ...faultsOf(done.problem), asksWho: done.problem.code === 'who is it' });
  throw redirect(`/lots/${done.answer.code}?new=yes`);
}

export default function Intake({ loaderData, actionData }: Route.ComponentProps) {
  const { loan, drafts, refused } = loaderData;
  if (loan?.closed)
    return (
      <>
        <PageHead title="This loan is closed" />
        <Empty action={<ButtonLink to="/intake">Take it in as a donation</ButtonLink>}>
          Seed for it has come back already, or it was closed without.
        </Empty>
      </>
    );
  return (
    <>
      <PageHead
        title={loan ? `Seed comes back from ${loan.member}` : 'Take in seed'}
        about={
          loan ? (
            <>
              Lent {formatDate(loan.lentOn)} as {loan.crop} ‘{loan.variety}’ <LotCode>{loan.code}</LotCode>, {loan.packets}{' '}
              {loan.packets === 1 ? 'packet' : 'packets'}. It becomes a lot of its own, one generation on.
            </>
          ) : (
            'Only what matters for this seed is asked. “Unknown” is an answer and is kept as one.'
          )
        }
        actions={
          !loan && (
            <Link className="link inline-flex min-h-11 items-center" to="/desk/loans">
              It comes back from a loan
            </Link>
          )
        }
      />
      {refused && <Notice tone="good">Not taken in: {refused}. The record says so.</Notice>}
      <Drafts drafts={drafts} />
      <Interview
        key={loaderData.key}
        formKey={loaderData.key}
        start={actionData?.saved ?? loaderData.saved}
        rules={loaderData.rules}
        crops={loaderData.crops}
        places={loaderData.places}
        gardens={loaderData.gardens}
        loan={loan}
        loanId={loan?.id ?? null}
        asksWho={actionData?.asksWho ?? false}
        faults={actionData?.faults ?? {}}
        formFault={actionData?.whole ?? null}
      />
    </>
  );
}

function Drafts({ drafts }: { drafts: Route.ComponentProps['loaderData']['drafts'] }) {
  if (drafts.length === 0) return null;
  return (
    <section aria-label="Half-done interviews" className="mb-8 border-l-4 border-frost bg-sheet px-5 py-3">
      <h2>Half done</h2>
      <ul>
        {drafts.map((draft) => (
          <li key={draft.id} className="py-1">
            <Link className="link" to={`/intake/${draft.id}`}>
              {draft.title}
            </Link>{' '}
            <span className="text-small text-soft">
              {formatDate(draft.savedOn)}, {draft.by}
              {draft.loanId !== null && ', from a loan'}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

import { faultWords, refusalWords } from '#words/refusals.ts';
import { useEffect, useState, type FormEvent } from 'react';
import { data, Form, redirect, useSubmit } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { TwoPassports } from './TwoPassports.tsx';
import { actKey, shownRow } from '#contracts/fields.ts';
import { readAnswers, readInterview } from '#contracts/intake/interview.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { distanceBy, plantsBy } from '#core/house/rules.ts';
import { questionsNow, type Answers } from '#core/passport/answers.ts';
import { mayBeUnknown, PARTS, QUESTIONS, type Question } from '#core/passport/questions.ts';
import { readCrop } from '#data/almanac/almanac.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readPassports } from '#data/lots/passports.ts';
import { passportAsAnswers, readSoFar } from '#services/intake/interview.server.ts';
import { correctPassport, type CorrectionProblem } from '#services/lots/correctPassport.server.ts';
import type { Route } from './+types/correct.ts';
import { AskText } from './asks.tsx';
import { bloomHere } from './bloomHere.server.ts';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { CONTRADICTIONS } from '#words/contradictions.ts';
import { AskQuestion } from './questions.tsx';
import { ripeWhen } from '#words/almanac.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Correct provenance · Kind Granary' }];

/** What a passport does not hold: the lot's own name, people, stock and place are corrected elsewhere. */
const NOT_HERE: ReadonlySet<Question> = new Set<Question>([
  'source',
  'crop',
  'variety',
  'donor',
  'garden',
  'amount',
  'place',
  'container',
  'note',
]);

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [passport] = await readPassports(db, lot.id);
  const start: Answers = {
    ...fixedAnswers(lot),
    ...(passport && passportAsAnswers(passport.answers, lot.facts)),
    ...(await typedBefore(request, actor)),
  };
  const returned = lot.origin === 'returned';
  const { crossers } = await readSoFar(db, { answers: {}, crop: lot.facts, back: null, today, house });
  return {
    key: newFormKey(),
    shown: passport?.id ?? 0,
    lot: { code: lot.code, crop: lot.crop, variety: lot.variety, returned, origin: lot.origin, garden: lot.garden },
    crop: lot.facts,
    start: withUnknowns(lot.facts, start, returned),
    crossers,
    distance: distanceBy(house.rules, lot.facts, lot.lineRules),
    plants: plantsBy(house.rules, lot.facts, lot.lineRules),
    ripe: ripeWhen(house.rules, lot.facts),
    bloom: bloomHere(lot.facts, house.lastFrost, today),
  };
}

/** Questions of today that the passport has no answer to are unknown until somebody answers them. */
function withUnknowns(crop: Crop, answers: Answers, returned: boolean): Answers {
  const open = questionsNow(crop, answers, returned).filter((question) => !answers[question] && mayBeUnknown(question));
  return { ...answers, ...Object.fromEntries(open.map((question) => [question, 'unknown'])) };
}

/** Answers that the lot itself gives, so that the same questions are asked as when it came in. */
function fixedAnswers(lot: { origin: string; cropId: string; variety: string; donor: string | null; garden: string | null }): Answers {
  return {
    source: lot.origin,
    crop: lot.cropId,
    variety: lot.variety,
    donor: lot.donor ?? 'unknown',
    garden: lot.garden ?? 'unknown',
    amount: '1 seed',
    place: 'kept',
    container: 'jar',
  };
}

function faultsOf(problem: CorrectionProblem): { faults: Record<string, string>; whole: string | null } {
  switch (problem.code) {
    case 'no such lot':
      return { faults: {}, whole: 'This lot no longer exists' };
    case 'changed meanwhile':
      return { faults: {}, whole: EVERYBODYS_PROBLEMS['changed meanwhile'] };
    case 'nothing changed':
      return { faults: {}, whole: 'Nothing has changed. Change an answer first' };
    case 'contradiction':
      return { faults: Object.fromEntries(problem.found.map((one) => [one.at, CONTRADICTIONS[one.code]])), whole: null };
    case 'harvest before parent':
      return {
        faults: { harvested: `It was grown from seed harvested in ${formatDate(problem.parentHarvest)}. Enter that date or a later one` },
        whole: null,
      };
    case 'harvest after child':
      return {
        faults: { harvested: `Seed harvested in ${formatDate(problem.childHarvest)} was grown from it. Enter that date or an earlier one` },
        whole: null,
      };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await formOf(request);
  const key = actKey.safeParse(form.get('key')).data;
  const lot = await findLotByCode(db, params.code);
  if (!lot || !key) throw data(null, { status: 404 });
  const said = withUnknowns(lot.facts, { ...readAnswers(form), ...fixedAnswers(lot) }, lot.origin === 'returned');
  const why = String(form.get('why') ?? '').trim();
  const crop = await readCrop(db, lot.cropId);
  const { interview, faults } = readInterview(said, crop, lot.origin === 'returned');
  const unexplained: Record<string, string> =
    why === '' ? { why: refusalWords('reason: missing') } : why.length > 300 ? { why: refusalWords('text: too long|300') } : {};
  if (!interview || why === '' || why.length > 300)
    return notAccepted({ said, faults: { ...faultWords(faults), ...unexplained }, whole: null as string | null, both: null });
  const shown = shownRow.safeParse(form.get('shown')).data ?? 0;
  const done = await correctPassport(visit, { key, code: lot.code, passport: interview.passport, why, shown });
  if (!done.ok) {
    const [theirs] = await readPassports(db, lot.id);
    const both = done.problem.code === 'changed meanwhile' && theirs ? { theirs, mine: interview.passport } : null;
    return notAccepted({ said, ...faultsOf(done.problem), both });
  }
  throw redirect(`/lots/${lot.code}`);
}

export default function Correct({
  loaderData: { key, shown, lot, crop, start, crossers, distance, plants, ripe, bloom },
  actionData,
}: Route.ComponentProps) {
  const [answers, setAnswers] = useState<Answers>(actionData?.said ?? start);
  const submit = useSubmit();
  const busy = useBusy();
  // Pressed while the last answer is still arriving, it waits for that.
  const [waiting, setWaiting] = useState(false);
  const faults = actionData?.faults ?? {};
  const both = actionData?.both ?? null;
  const basis = both?.theirs.id ?? shown;
  const say = (name: string, value: string) => setAnswers((before) => ({ ...before, [name]: value }));
  const questions = questionsNow(crop, answers, lot.returned).filter((question) => !NOT_HERE.has(question));
  const context = {
    answers,
    faults,
    say,
    crops: [],
    crop,
    crossers,
    grownNear: [],
    distance,
    plants,
    ripe,
    bloom,
    places: [],
    gardens: [],
    loan: null,
    asks: null,
  };
  const send = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setWaiting(true);
  };
  useEffect(() => {
    if (!waiting || busy) return;
    setWaiting(false);
    void submit({ ...answers, key, shown: basis }, { method: 'post' });
  }, [waiting, busy, answers, key, basis, submit]);
  return (
    <>
      <PageHead
        title={`Correct the provenance of ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>. The old passport stays readable; the lot and what came from it are judged again.
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Cancel</ButtonLink>}
      />
      <Form method="post" noValidate onSubmit={send} className="max-w-3xl space-y-8" aria-label="Provenance">
        <input type="hidden" name="key" value={key} />
        <input type="hidden" name="shown" value={basis} />
        {PARTS.map((part) => {
          const asked = questions.filter((question) => QUESTIONS[question] === part);
          return (
            asked.length > 0 && (
              <section key={part} aria-label={part} className="space-y-6 border-t border-rule pt-5">
                {asked.map((question) => (
                  <AskQuestion key={question} question={question} context={context} />
                ))}
              </section>
            )
          );
        })}
        <AskText
          answers={answers}
          faults={faults}
          say={say}
          name="why"
          label="Why are you correcting it?"
          hint="For example: the donor told us again; we misread the envelope"
        />
        {/* Beside the button that was pressed: the head of this page is far away. */}
        {actionData?.whole && <Notice tone="poor">{actionData.whole}</Notice>}
        {both && <TwoPassports lot={lot} theirs={both.theirs} mine={both.mine} />}
        <Button type="submit" look="action">
          {both ? 'Keep my version' : 'Save correction'}
        </Button>
      </Form>
    </>
  );
}

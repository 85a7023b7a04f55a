import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { keptMoist } from '#core/almanac/crop.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays, yearOf } from '#core/calendar/plainDate.ts';
import { wilsonInterval } from '#core/germination/wilsonInterval.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import { middleAge } from '#core/viability/age.ts';
import { befallenBy, dayUnder, expectedWidth, fanOf, oddTestsOf, outlookOf, outlookOn, toldByItself } from '#core/viability/outlook.ts';
import { ageing, isUnmeasuredJar, moistureIn, ruleOfThumb } from '#core/viability/storage.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findEmergence } from '#data/lots/outlooks.ts';
import { readOutlookFacts } from '#services/lots/outlook.server.ts';
import { recordEmergence, type EmergenceProblem } from '#services/tests/emergence.server.ts';
import type { Route } from './+types/outlook.ts';
import { Emergence } from './Emergence.tsx';
import { Fan } from './Fan.tsx';
import { OutlookReckoning } from './OutlookReckoning.tsx';
import { Whereabouts } from './Whereabouts.tsx';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `Germination outlook for ${loaderData?.variety ?? 'a lot'} · Kind Granary` },
];

/** How far ahead the fan goes at least. */
const YEARS_AHEAD = 6;
const FREEZER = { place: 'Freezer', celsius: -18, humidity: 0.5 };
const MORE_SEEDS = 20;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [{ facts, tests, last }] = (await readOutlookFacts(db, [lot.id], today)) as [Awaited<ReturnType<typeof readOutlookFacts>>[number]];
  const outlook = outlookOf(facts, today);
  const thresholds = thresholdsFor(house, lot.cropId);
  const now = outlookOn(outlook, today, thresholds);
  const risk = 1 - thresholds.sureness;
  const underOn = dayUnder(outlook, thresholds.lend, risk, today);
  const cold = outlookOf(
    {
      ...facts,
      storage: {
        ...facts.storage,
        stays: [...facts.storage.stays, { since: addDays(today, -1), place: FREEZER.place, container: 'jar' }],
        climates: [...facts.storage.climates.filter(({ place }) => place !== FREEZER.place), { ...FREEZER, since: outlook.start }],
      },
    },
    today,
  );
  const until = `${yearOf(today) + YEARS_AHEAD}-12-31`;
  return {
    key: newFormKey(),
    today,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    harvested: lot.harvested,
    thresholds,
    now,
    width: now.high - now.low,
    widthAfter: { seeds: MORE_SEEDS, width: expectedWidth(outlook, today, MORE_SEEDS) },
    own: toldByItself(outlook, today),
    borrowed: outlook.history.borrowed,
    unmeasuredJar: outlook.history.jarFactors !== undefined,
    lastYear: yearOf(outlook.lastDay),
    isBlend: facts.blend !== null,
    underOn,
    // Frost kills seed that must not be dried: the freezer is no way out for it.
    underInFreezer: keptMoist(lot.facts) ? underOn : dayUnder(cold, thresholds.lend, risk, today),
    rate: middleAge(outlook.rate),
    next: { on: lot.nextTestOn, reason: lot.nextTestReason },
    odd: oddTestsOf(outlook),
    breaks: befallenBy(outlook) !== null,
    fan: fanOf(outlook, until),
    tests: tests.map(({ laidOn, laid, sprouted, counted }) => ({
      on: laidOn,
      laid,
      sprouted: sprouted!,
      ...wilsonInterval(sprouted!, laid),
      enters: counted === last?.counted,
      counted,
    })),
    spells: outlook.spells.map((spell) => ({
      since: spell.since,
      place: spell.place,
      days: spell.days,
      sealed: spell.sealed,
      isKnown: spell.isKnown,
      ...spell.air,
      worth: ageing(facts.crop, spell),
      moisture: moistureIn(spell, facts.crop.oil).moisture,
      isMeasured: spell.moisture !== null,
      isGuess: isUnmeasuredJar(spell),
      thumb: ruleOfThumb(spell.air),
    })),
    emergence: await findEmergence(db, lot.id),
  };
}

function fieldErrors(problem: EmergenceProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'in the future':
      return { seenOn: ['Enter today’s date or an earlier one'] };
    case 'before it came in':
      return { seenOn: [`The lot came in on ${formatDate(problem.takenInOn)}`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs(await formOf(request), visit, ['emergence'], fieldErrors);
  return give(recordEmergence, { code: params.code });
}

export default function OutlookPage({ loaderData: lot, actionData }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={`Germination outlook for ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>
            {lot.isBlend ? ', a blend' : lot.harvested ? `, harvested ${formatDate(lot.harvested)}` : ', age unknown'}
          </>
        }
        actions={
          <>
            <ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>
            <ButtonLink to={`/lots/${lot.code}/test`} look="action">
              Start a test
            </ButtonLink>
          </>
        }
      />
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_26rem]">
        <div className="min-w-0 space-y-8">
          <OutlookReckoning lot={lot} />
          <Fan fan={lot.fan} tests={lot.tests} breaks={lot.breaks} thresholds={lot.thresholds} today={lot.today} next={lot.next.on} />
        </div>
        <div className="min-w-0 space-y-8">
          <Whereabouts spells={lot.spells} />
          <Emergence key={lot.key} formKey={lot.key} today={lot.today} seen={lot.emergence} result={actionData?.result ?? null} />
        </div>
      </div>
    </>
  );
}

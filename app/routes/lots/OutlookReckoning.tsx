import { Reckoning } from '#app/ui/Reckoning.tsx';
import { ShareBar } from '#app/ui/ShareBar.tsx';
import { chanceWords, nextTestSentence, oddWords, percent } from '#words/sayings.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { daysBetween, yearOf } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { HOME } from '#core/viability/storage.ts';
import type { Route } from './+types/outlook.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatTemperature } from '#core/units/temperature.ts';

type Lot = Route.ComponentProps['loaderData'];

/** How much of a lot lives now, how sure that is and why, and what would change it. */
export function OutlookReckoning({ lot }: { lot: Lot }) {
  const { now, thresholds } = lot;
  const units = useUnits();
  const tone = now.mayBeLent <= 1 - thresholds.sureness ? 'poor' : now.mayBeLent >= thresholds.sureness ? 'good' : 'doubt';
  return (
    <Reckoning
      tone={tone}
      question="How much of it germinates now?"
      term="outlook"
      verdict={`About ${percent(now.median)}`}
      figure={
        <>
          <p>
            In 8 out of 10 lots like this, between <b>{percent(now.low)}</b> and <b>{percent(now.high)}</b>.
          </p>
          <ShareBar
            share={now.median}
            low={now.low}
            high={now.high}
            marks={[
              { at: thresholds.lend, name: 'lend' },
              { at: thresholds.full, name: 'full strength' },
            ]}
          />
        </>
      }
      reasons={[
        `It is ${chanceWords(now.mayBeLent)} that at least ${percent(thresholds.lend)} germinate.`,
        ...(lot.odd.length > 0 ? [oddWords(lot.odd)] : []),
        ownWords(lot),
        ...(lot.unmeasuredJar ? [JAR_WORDS] : []),
        underWords(lot),
        nextTestSentence(lot.next, lot.today),
        `Testing ${lot.widthAfter.seeds} seeds now would narrow the range from ${points(lot.width)} to about ${points(lot.widthAfter.width)}.`,
      ]}
      working={
        <>
          <p>
            Viability equation (Ellis and Roberts): in probits, germination falls in a straight line with age, v(t) = K − t/σ. The prior for
            K and σ is the crop’s usual life in cool dry storage; every test and every garden count updates it at the age when it was made.
            Overdispersion between tests of one jar is 0.02, between gardens 0.1; a quarter of the seed is assumed lost in soil. Allowed
            for: 1 in 100 tests and 1 in 10 garden counts go wrong, 3 in 100 lots a year lose life for an unrecorded reason, and 3 in 100
            arrive poor.
          </p>
          <p>
            Where it is stored now, it ages {lot.rate.toFixed(2)} times as fast as in a cool dry cupboard (
            {formatTemperature(HOME.celsius, units)}, {percent(HOME.humidity)}).
            {lot.borrowed && ' The range is wider because little is known about this crop’s life or about the storage.'}
          </p>
        </>
      }
    />
  );
}

const JAR_WORDS =
  'The range is wide because nobody has measured how dry the seed in this jar is. Put a hygrometer in the jar for a day to find out.';

/** Years ahead nobody can tell the day. */
const farDay = (day: string, today: Day) => (yearOf(day) - yearOf(today) > 4 ? `about ${yearOf(day)}` : formatDate(day));
const points = (width: number) => `${Math.round(width * 100)} percentage points`;

function ownWords({ own, tests, isBlend }: Lot): string {
  const rest = isBlend ? 'what was expected of the lots that were blended' : 'what is usual for this crop in this storage';
  if (tests.length === 0) return `This lot has not been tested. The estimate is ${rest}.`;
  return `About ${percent(own)} of the estimate comes from this lot’s own tests; the rest is ${rest}.`;
}

function underWords({ now, underOn, underInFreezer, lastYear, today, thresholds }: Lot): string {
  const least = percent(thresholds.lend);
  if (underOn !== null && underOn <= today)
    return `There is a ${percent(1 - now.mayBeLent)} chance that it is below ${least} already, which is more than your house rules accept.`;
  const here =
    underOn === null
      ? `It should stay above ${least} until at least ${lastYear}, the longest life we know of for this crop`
      : `It may fall below ${least} from ${farDay(underOn, today)}`;
  // What lies in the freezer already has nothing to gain there.
  if (underOn === null || (underInFreezer !== null && daysBetween(underOn, underInFreezer) < 60)) return `${here}.`;
  return `${here}. Dried and sealed in the freezer: ${underInFreezer === null ? 'not within the longest life we know of for this crop' : `from ${farDay(underInFreezer, today)}`}.`;
}

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
      verdict={`About ${percent(now.median)}`}
      figure={
        <>
          <p>
            In 8 of 10 such lots <b>{percent(now.low)}</b> to <b>{percent(now.high)}</b>.
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
        `That at least ${percent(thresholds.lend)} germinate is ${chanceWords(now.mayBeLent)}.`,
        ...(lot.odd.length > 0 ? [oddWords(lot.odd)] : []),
        ownWords(lot),
        ...(lot.unmeasuredJar ? [JAR_WORDS] : []),
        underWords(lot),
        nextTestSentence(lot.next, lot.today),
        `${lot.widthAfter.seeds} seeds tested now would narrow the band from ${points(lot.width)} to about ${points(lot.widthAfter.width)}.`,
      ]}
      working={
        <>
          <p>
            Seed loses viability along a straight line in probits (Ellis and Roberts): v(t) = K − t/σ. K and σ are believed by the crop’s
            usual life in cool dry home storage, and by each test and each count in a garden, at its age. Tests of one jar differ by more
            than chance (spread 0.02), gardens more (0.1, and the soil takes a quarter). One test in a hundred goes wrong, one bed in ten;
            in 3 of 100 years something that nobody writes down costs a lot life, and 3 in 100 come in poor.
          </p>
          <p>
            Where it lies now, a day ages it as {lot.rate.toFixed(2)} days in a cool dry cupboard ({formatTemperature(HOME.celsius, units)},{' '}
            {percent(HOME.humidity)}).
            {lot.borrowed && ' Its life is told roughly, or nobody measured where it lay: the band is wider for it.'}
          </p>
        </>
      }
    />
  );
}

const JAR_WORDS =
  'Nobody measured how dry the seed in its jar is. It may be dry or damp, so the range is wide. Put a hygrometer in the jar for a day to find out.';

/** Years ahead nobody can tell the day. */
const farDay = (day: string, today: Day) => (yearOf(day) - yearOf(today) > 4 ? `about ${yearOf(day)}` : formatDate(day));
const points = (width: number) => `${Math.round(width * 100)} points`;

function ownWords({ own, tests, isBlend }: Lot): string {
  const rest = isBlend ? 'what was expected of its parts when they were blended' : 'what is usual for its crop where it lay';
  if (tests.length === 0) return `Nothing of it was tested: this is ${rest}.`;
  return `${percent(own)} of what is known is its own tests’ word; the rest is ${rest}.`;
}

function underWords({ now, underOn, underInFreezer, lastYear, today, thresholds }: Lot): string {
  const least = percent(thresholds.lend);
  if (underOn !== null && underOn <= today)
    return `That it is under ${least} already has a chance of ${percent(1 - now.mayBeLent)}: more than the house accepts.`;
  const here =
    underOn === null
      ? `It stays above ${least} for as long as this crop is known to live, until about ${lastYear}`
      : `It may fall under ${least} from ${farDay(underOn, today)}`;
  // What lies in the freezer already has nothing to gain there.
  if (underOn === null || (underInFreezer !== null && daysBetween(underOn, underInFreezer) < 60)) return `${here}.`;
  return `${here}; in the freezer, dry in a jar, ${underInFreezer === null ? 'not in the longest life known of this crop' : `from ${farDay(underInFreezer, today)}`}.`;
}

import { formatDate } from '#core/calendar/formatDate.ts';
import type { ForecastReading } from '#core/germination/againstForecast.ts';
import type { Beta } from '#core/germination/betaPosterior.ts';
import type { Comparison, Count } from '#core/germination/compareTests.ts';
import type { MoreTesting } from '#core/germination/moreTesting.ts';
import type { Replicates } from '#core/germination/replicates.ts';
import type { StateCounts } from '#core/germination/towel.ts';
import type { Thresholds, VerdictKind } from '#core/germination/verdict.ts';
import type { Interval } from '#core/germination/wilsonInterval.ts';
import type { OldSeedWay } from '#core/house/rules.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { leavesOpen, type OddTest } from '#core/viability/oddTest.ts';
import { ButtonLink } from './Button.tsx';
import { VERDICT_TONES } from './Mark.tsx';
import { Reckoning } from './Reckoning.tsx';
import { ShareBar } from './ShareBar.tsx';
import { chanceWords, nextTestSentence, oddWords, percent, VERDICT_WORDS } from '#words/sayings.ts';
import type { Tone } from '#words/tone.ts';

export interface TestResultProps {
  readonly code: string;
  readonly today: Day;
  /** On the lot's own page the desk's reckoning beside it says whether and how to lend. */
  readonly onLotPage?: boolean;
  /** What this test says. */
  readonly kind: VerdictKind;
  /** The verdict on its lot today, which is what counts; null until it was worked out. */
  readonly lotVerdict: VerdictKind | null;
  /** Whether it is the lot's last test. */
  readonly latest: boolean;
  readonly mayBeLent: number;
  readonly fullStrength: number;
  readonly moreTesting: MoreTesting | null;
  readonly ratio: { readonly sow: number; readonly for: number } | null;
  readonly sprouted: number;
  readonly laid: number;
  readonly states: StateCounts;
  readonly replicates: (Replicates & { readonly parts: readonly Count[] }) | null;
  readonly last: (Count & Comparison & { readonly endedOn: Day; readonly word: 'lower' | 'higher' | 'cannot tell' }) | null;
  /** Whether the lot was also tested by counting otherwise, which is not compared. */
  readonly otherCounted: boolean;
  readonly forecast: ForecastReading;
  /** All tests of the lot that do not fit what else is known of it, where this is one of them. */
  readonly odd: { readonly all: readonly OddTest[]; readonly own: OddTest } | null;
  readonly counted: string;
  readonly interval: Interval;
  readonly posterior: Beta;
  /** What was expected of the lot before this test. */
  readonly prior: Beta;
  readonly thresholds: Thresholds;
  readonly seedsLeft: number;
  /** What this house does with seed too poor to lend, its first choice first. */
  readonly oldSeed: readonly OldSeedWay[];
  readonly endedOn: Day;
  readonly next: { readonly on: string | null; readonly reason: string | null } | null;
}

/** What a germination test says, as a reckoning. */
export function TestResult(result: TestResultProps) {
  const { sprouted, laid, interval, thresholds } = result;
  return (
    <Reckoning
      {...verdictOf(result)}
      question={`What does the test of ${formatDate(result.endedOn)} say?`}
      figure={
        <>
          <p className="text-large">
            <b>
              {sprouted} of {laid}
            </b>{' '}
            {result.counted === 'normal seedlings' ? 'made normal seedlings' : 'sprouted'}, {percent(sprouted / laid)}. On this test alone,
            the lot could be anywhere from {percent(interval.low)} to {percent(interval.high)}.
          </p>
          <ShareBar
            share={sprouted / laid}
            low={interval.low}
            high={interval.high}
            marks={[
              { at: thresholds.lend, name: 'lend' },
              { at: thresholds.full, name: 'full strength' },
            ]}
          />
          <Rest states={result.states} />
          {result.replicates && disagree(result) && <OutOfTolerance {...result.replicates} />}
        </>
      }
      reasons={reasons(result)}
      actions={<Actions {...result} />}
      working={<Working {...result} />}
    />
  );
}

function verdictOf(result: TestResultProps): { tone: Tone; verdict: string } {
  if (disagree(result)) return { tone: 'poor', verdict: 'The replicates disagree: repeat the test' };
  if (isOpen(result)) return { tone: 'doubt', verdict: 'It disagrees with everything else: test again' };
  if (wentWrong(result)) return { tone: 'doubt', verdict: 'This test seems to have gone wrong' };
  return { tone: VERDICT_TONES[result.kind], verdict: VERDICT_WORDS[result.kind] };
}

const isOpen = ({ odd }: TestResultProps) => odd !== null && leavesOpen(odd.all);
const wentWrong = ({ odd }: TestResultProps) => odd !== null && odd.own.wentWrong > odd.own.fell;

function reasons(result: TestResultProps) {
  // What disagrees with itself, or with all else that is known, settles nothing: neither chances nor a ratio are told of it.
  if (disagree(result) || isOpen(result) || wentWrong(result)) return againstWords(result);
  const { kind, mayBeLent, fullStrength, thresholds, moreTesting, ratio, seedsLeft, next } = result;
  const list = [
    ...differsWords(result),
    `Together with what we knew before, it is ${chanceWords(mayBeLent)} that at least ${percent(thresholds.lend)} germinate${kind === 'do not lend' ? '' : `, and ${chanceWords(fullStrength)} that at least ${percent(thresholds.full)} do`}.`,
  ];
  if (ratio && result.lotVerdict === 'sow thicker') list.push(`Write on the packet: sow ${ratio.sow} where you would sow ${ratio.for}.`);
  list.push(...againstWords(result));
  if (moreTesting) list.push(furtherWords(moreTesting, kind, seedsLeft));
  // The desk's reckoning beside it says so of the lot.
  if (next && !result.onLotPage) list.push(nextTestSentence(next, result.today));
  return list;
}

/** Where the verdict on the lot is another than this test's: which counts, and why. */
function differsWords({ kind, lotVerdict, latest, endedOn }: TestResultProps): string[] {
  if (lotVerdict === null || lotVerdict === kind) return [];
  const because = latest
    ? `the lot’s other tests, its crop’s usual life and its storage since ${formatDate(endedOn)} count too`
    : 'it has been tested again since and has aged';
  return [
    `Today’s verdict on the lot differs: ${VERDICT_WORDS[lotVerdict].charAt(0).toLowerCase()}${VERDICT_WORDS[lotVerdict].slice(1)}. We use that one, because ${because}.`,
  ];
}

/** What became of the seeds that did not come up. */
function Rest({ states }: { states: StateCounts }) {
  const words = (['abnormal', 'hard', 'fresh', 'dead', 'waiting'] as const).flatMap((state) =>
    states[state] > 0 ? [`${states[state]} ${state === 'waiting' ? 'not accounted for' : state}`] : [],
  );
  return words.length > 0 && <p className="text-soft">The rest: {words.join(', ')}.</p>;
}

/** Replicates that differ more than sampling does are not averaged silently: their mean is shown, and settles nothing. */
const disagree = ({ replicates }: TestResultProps) => replicates !== null && !replicates.withinTolerance;

function OutOfTolerance({ parts, range, allowed, heterogeneity }: Replicates & { parts: readonly Count[] }) {
  return (
    <p role="note" className="border-l-4 border-poor bg-poor-tint px-4 py-2 font-semibold text-poor">
      The replicates differ more than sampling does: {parts.map(({ sprouted, laid }) => `${sprouted} of ${laid}`).join(', ')}.{' '}
      {allowed === null
        ? `Chance alone does that in ${(heterogeneity * 100).toFixed(1)} % of cases.`
        : `They are ${Math.round(range)} percentage points apart; up to ${Math.round(allowed)} is tolerated.`}{' '}
      One may have dried out or been mixed up, so do not use the mean. Repeat the test.
    </p>
  );
}

function againstWords({ last, forecast, odd, next, otherCounted, counted, laid, sprouted, replicates }: TestResultProps): string[] {
  const words: string[] = [];
  if (replicates?.withinTolerance)
    words.push(
      replicates.allowed === null
        ? 'The replicates (of different sizes) agree.'
        : `Its ${replicates.parts.length} replicates agree: ${Math.round(replicates.range)} percentage points apart; up to ${Math.round(replicates.allowed)} is tolerated.`,
    );
  if (last) {
    const before = `${last.sprouted} of ${last.laid} on ${formatDate(last.endedOn)}`;
    words.push(
      last.word === 'cannot tell'
        ? `Against the last test, ${before}: no clear difference.`
        : `${last.word === 'lower' ? 'Lower' : 'Higher'} than the last test, ${before}.`,
    );
  }
  if (forecast.against === 'as expected') words.push(`About ${Math.round(forecast.expected)} of ${laid} were expected.`);
  else
    words.push(
      `${forecast.against === 'lower' ? 'Fewer' : 'More'} than the ${Math.round(forecast.expected)} that were expected: ${sprouted}.`,
    );
  if (odd) words.unshift(oddWords(odd.all, next?.reason !== 'no test it affords would settle it'));
  else if (forecast.against !== 'as expected') words.push('Check where it was stored, or test again.');
  if (otherCounted) words.push(`Other tests of this lot did not count ${counted}, so they cannot be compared with this one.`);
  return words;
}

function furtherWords(more: MoreTesting, kind: VerdictKind, seedsLeft: number): string {
  const question = kind === 'not settled' ? 'whether to lend it' : 'whether it is at full strength';
  const cost = seedsLeft > 0 ? `; that is ${Math.max(1, Math.round((more.seeds / seedsLeft) * 100))} % of what is left` : '';
  if (more.seeds > seedsLeft) return `Too few seeds are left to settle ${question} by testing.`;
  return more.kind === 'settles'
    ? `${more.seeds} more seeds would settle ${question} four times in five${cost}.`
    : `Even ${more.seeds} more seeds would settle ${question} only about ${Math.round(more.chance * 10)} times in 10${cost}.`;
}

/** What may be done with seed too poor to lend, as this house does it. */
function OldSeedWays({ oldSeed, code }: Pick<TestResultProps, 'oldSeed' | 'code'>) {
  const ways: Record<OldSeedWay, { readonly to: string; readonly words: string }> = {
    'grow out': { to: `/lots/${code}/grow-out`, words: 'Plan a grow-out' },
    blend: { to: `/lots/${code}/blend`, words: 'Blend with fresh seed' },
    replace: { to: '/wants', words: 'Replace it: the wants list' },
    discard: { to: `/lots/${code}#discard`, words: 'Discard it' },
  };
  return oldSeed.map((way, index) => (
    <ButtonLink key={way} to={ways[way].to} look={index === 0 ? 'action' : undefined}>
      {ways[way].words}
    </ButtonLink>
  ));
}

function Actions(result: TestResultProps) {
  const { code, onLotPage } = result;
  const kind = result.lotVerdict ?? result.kind;
  const lend = (
    <ButtonLink to={`/desk?lot=${code}`} look="action">
      Lend it
    </ButtonLink>
  );
  const again = <ButtonLink to={`/lots/${code}/test`}>Test more</ButtonLink>;
  const blend = result.oldSeed.includes('blend') && <ButtonLink to={`/lots/${code}/blend`}>Blend with fresh seed</ButtonLink>;
  if (disagree(result) || isOpen(result))
    return (
      <ButtonLink to={`/lots/${code}/test`} look="action">
        Repeat the test
      </ButtonLink>
    );
  if (wentWrong(result)) return <ButtonLink to={`/lots/${code}/outlook`}>Germination outlook</ButtonLink>;
  if (kind === 'do not lend' || kind === 'dead') return <OldSeedWays {...result} />;
  if (kind === 'not settled' || onLotPage)
    return (
      kind !== 'full strength' && (
        <>
          {again}
          {blend}
        </>
      )
    );
  return (
    <>
      {lend}
      <ButtonLink to={`/lots/${code}/label`}>Print the label</ButtonLink>
      {kind === 'sow thicker' && (
        <>
          {again}
          {blend}
        </>
      )}
    </>
  );
}

function Working(result: TestResultProps) {
  const { sprouted, laid, interval, posterior, prior, mayBeLent, fullStrength, thresholds, counted, last, forecast, replicates } = result;
  return (
    <>
      <p>
        Counted: {counted}. The interval is Wilson’s at 95 %: {(interval.low * 100).toFixed(1)} to {(interval.high * 100).toFixed(1)} % for{' '}
        {sprouted} of {laid}.
      </p>
      <p>
        For the verdict, this test has the weight of {(laid / (1 + (laid - 1) * 0.02)).toFixed(1)} seeds, because tests of one jar vary more
        than chance (overdispersion 0.02): posterior Beta({posterior.a.toFixed(2)}, {posterior.b.toFixed(2)}). Prior from its crop, storage
        and other tests: {percent(prior.a / (prior.a + prior.b))}, worth {(prior.a + prior.b).toFixed(1)} seeds (ten at most).
      </p>
      <p>
        P(germination ≥ {percent(thresholds.lend)}) = {mayBeLent.toFixed(3)}; P(germination ≥ {percent(thresholds.full)}) ={' '}
        {fullStrength.toFixed(3)}. A question is settled at {percent(thresholds.sureness)} either way.
      </p>
      {last && (
        <p>
          Difference from the last test: {(last.difference * 100).toFixed(0)} points, {(last.interval.low * 100).toFixed(0)} to{' '}
          {(last.interval.high * 100).toFixed(0)} (Newcombe, 95 %); Fisher’s exact p {last.chance.toFixed(3)}.
        </p>
      )}
      <p>
        Probability of a count this extreme under the forecast: {(forecast.chance * 100).toFixed(1)} %.
        {replicates && ` Replicates of one lot differ this much in ${(replicates.heterogeneity * 100).toFixed(1)} % of cases (chi-square).`}
      </p>
    </>
  );
}

import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useRevalidator } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { keepForLater, sendKept } from '#app/ui/unsent.ts';
import { useUnsent } from '#app/ui/useUnsent.ts';
import { newKey, useKeptForLater } from '#app/ui/useKeptForLater.ts';
import { hazardWords } from '#words/promise.ts';
import { seedOutline, SEED_HALF } from '#core/almanac/drawSeed.ts';
import { countStates, lookedAt } from '#core/germination/towel.ts';
import { addDays, daysBetween } from '#core/calendar/plainDate.ts';
import { readRound } from '#services/tests/round.server.ts';
import type { Route } from './+types/round.ts';
import { CountTowel } from './CountTowel.tsx';
import { addressesOf, lookOf, viewsOf, withKept } from './keptCounts.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Count round · Kind Granary' }];

/** So often the page asks who else is counting, while there is a network and somebody looks at it. */
const LOOK_AGAIN_MS = 15_000;

/** All towels that want counting, on one page that goes on without a network. Of other people it names only who counts with one. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'work');
  const towels = await readRound(db, visit);
  return {
    owner: visit.actor.accountId,
    today: visit.today,
    towels: towels.map(({ test, ...round }) => ({
      ...round,
      id: test.id,
      code: test.code,
      name: `${test.crop} ‘${test.variety}’`,
      spot: test.spot,
      laidOn: test.laidOn,
      replicates: test.replicates,
      counted: test.counted,
      outline: seedOutline(test.seedLooks, SEED_HALF),
      finalOn: addDays(test.laidOn, test.finalCountDays),
      hazards: hazardWords({ treated: test.treated, cautions: [] }),
    })),
  };
}

/** Without a network nobody else is told; the count is checked when it is sent. @returns false where somebody else has it */
async function claim(id: number): Promise<boolean> {
  if (!navigator.onLine) return true;
  const answer = await fetch(`/tests/${id}/claim`, { method: 'POST' }).catch(() => null);
  return answer?.status !== 409;
}

export default function Round({ loaderData: { owner, today, towels } }: Route.ComponentProps) {
  const { revalidate } = useRevalidator();
  const inTheShed = useKeptForLater('/tests/round');
  const kept = useUnsent(
    owner,
    useCallback(() => void revalidate(), [revalidate]),
  );
  const [done, setDone] = useState<ReadonlySet<number>>(new Set());
  const [at, setAt] = useState((towels.find(isFree) ?? towels[0])?.id ?? 0);
  const [key, setKey] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => setKey(newKey()), []);
  /** Whether the page led to the towel, and nobody has begun with it: once it is claimed here nobody is led away from what they mark. */
  const [isLed, setLed] = useState(true);
  useEffect(() => {
    if (at !== 0) void claim(at).then((isMine) => (isMine ? setLed(false) : revalidate()));
  }, [at, revalidate]);
  useEffect(() => {
    const look = () => {
      if (!navigator.onLine || document.visibilityState !== 'visible') return;
      if (at !== 0) void claim(at);
      void revalidate();
    };
    const timer = setInterval(look, LOOK_AGAIN_MS);
    return () => clearInterval(timer);
  }, [revalidate, at]);
  const shown = useMemo(() => towels.map((towel) => ({ ...towel, ...withKept(towel.id, towel.seeds, kept) })), [towels, kept]);
  const towel = shown.find(({ id }) => id === at) ?? shown[0];
  const index = towel ? shown.indexOf(towel) : 0;
  const left = [...shown.slice(index + 1), ...shown.slice(0, index)].filter((one) => !done.has(one.id) && one.countedBy === null);
  const next = left.find(isFree) ?? left[0];
  // Two began at once with the same towel: whom the page led there is led on.
  const free = left.find(isFree)?.id;
  const isTaken = isLed && (towel?.claimedBy ?? null) !== null;
  useEffect(() => {
    if (isTaken && free !== undefined) setAt(free);
  }, [isTaken, free]);
  const take = useCallback(
    (fields: FormData) => {
      if (!towel) return;
      const entries = [...fields].filter((entry): entry is [string, string] => typeof entry[1] === 'string');
      const count = { key, ...addressesOf(towel.id), name: towel.name, fields: Object.fromEntries(entries), refused: null };
      const looked = lookedAt(towel.seeds, lookOf(count.fields), today);
      if (!looked.ok) {
        setProblem(`Only ${looked.waiting} seeds of this replicate are still waiting`);
        return;
      }
      setProblem(null);
      keepForLater(owner, count);
      setKey(newKey());
      setDone(new Set([...done, towel.id]));
      if (next) {
        setAt(next.id);
        setLed(true);
      }
      void sendKept(owner);
    },
    [towel, key, owner, done, next, today],
  );
  const title = (
    <PageHead
      title="Count round"
      about="All counts due today, one after the other. It works without a network."
      actions={<ButtonLink to="/tests">Tests</ButtonLink>}
    />
  );
  if (!towel)
    return (
      <>
        {title}
        <Empty action={<ButtonLink to="/tests">Look at all towels</ButtonLink>}>No counts due today.</Empty>
      </>
    );
  const counts = countStates(towel.seeds);
  return (
    <>
      {title}
      <nav aria-label="Towels of this round" className="mb-4 flex flex-wrap gap-2">
        {shown.map(({ id, name, pending, countedBy, claimedBy }) => (
          <button
            key={id}
            type="button"
            aria-pressed={id === towel.id}
            onClick={() => {
              setAt(id);
              setLed(false);
            }}
            className="min-h-11 rounded-md border border-edge bg-sheet px-3 text-small aria-pressed:border-ink aria-pressed:bg-well aria-pressed:font-semibold"
          >
            {done.has(id) || pending > 0 || countedBy !== null ? '✓ ' : ''}
            {name}
            {claimedBy !== null && countedBy === null && <span className="text-frost"> · {claimedBy}</span>}
            {pending > 0 && <b className="text-doubt"> · not saved yet</b>}
          </button>
        ))}
      </nav>
      <h2 className="mb-1">
        {towel.name} <LotCode>{towel.code}</LotCode>
      </h2>
      <p className="mb-3 text-soft">
        Test {towel.id}, {towel.spot} place, day {daysBetween(towel.laidOn, today)}. {counts.waiting} still waiting.{' '}
        <Link className="link" to={`/tests/${towel.id}`}>
          Open test
        </Link>
      </p>
      {towel.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      {towel.claimedBy !== null && (
        <Notice tone="doubt">{towel.claimedBy} is counting this towel now. Take another, or count it together.</Notice>
      )}
      {towel.countedBy !== null && (
        <Notice tone="good">
          Counted today by {towel.countedBy}: {counts.sprouted} sprouted. Count only what has sprouted since.
        </Notice>
      )}
      {towel.pending > 0 && <Notice tone="doubt">A count for this towel is kept on this device and not sent yet.</Notice>}
      {today >= towel.finalOn && <Notice tone="good">This is its last count. End the test on its own page when everything is sent.</Notice>}
      <CountTowel
        key={`${towel.id} ${key}`}
        formKey={key}
        test={{ ...towel, today, next: next?.id ?? null, typed: null, towel: viewsOf(towel.seeds, towel.laidOn) }}
        errors={problem ? { more: [problem] } : {}}
        onCount={take}
      />
      {!next && done.size > 0 && <p className="mt-6 text-large">That was the last one.</p>}
      {inTheShed && (
        <p className="mt-6 text-soft">
          {inTheShed === 'kept'
            ? 'This page is stored on this device and opens without a network.'
            : 'Keep this page open while you have no network: without HTTPS it cannot be stored on this device.'}
        </p>
      )}
      <a className="link mt-2 inline-flex min-h-11 items-center" href="/tests/round">
        Reload the round
      </a>
    </>
  );
}

/** Whether nobody has counted it today, nor does just now. */
const isFree = ({ countedBy, claimedBy }: { countedBy: string | null; claimedBy: string | null }) =>
  countedBy === null && claimedBy === null;

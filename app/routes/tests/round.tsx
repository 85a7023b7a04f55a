import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, useRevalidator } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { keepForLater, sendKept, type Unsent } from '#app/ui/unsent.ts';
import { useUnsent } from '#app/ui/useUnsent.ts';
import { newKey, useKeptForLater } from '#app/ui/useKeptForLater.ts';
import { hazardWords } from '#words/promise.ts';
import { seedOutline, SEED_HALF } from '#core/almanac/drawSeed.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { COUNTABLE, countStates, lookedAt, type Countable, type SeedPlace, type SeedState } from '#core/germination/towel.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { listDueTowels } from '#data/tests/tests.ts';
import { readTowel } from '#services/tests/tests.server.ts';
import type { Route } from './+types/round.ts';
import { CountTowel } from './CountTowel.tsx';
import type { SeedView } from './TowelPicture.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Count round · Kind Granary' }];

/** More towels than two people count in an evening. */
const MOST = 40;

/** All towels that want counting, on one page that goes on without a network. It names nobody but the one who counts. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const due = await listDueTowels(db, today, MOST);
  const towels = await Promise.all(
    due.map(async (test) => ({
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
      seeds: (await readTowel(db, test.id)).towel,
    })),
  );
  return { owner: actor.accountId, today, towels };
}

export default function Round({ loaderData: { owner, today, towels } }: Route.ComponentProps) {
  const { revalidate } = useRevalidator();
  const inTheShed = useKeptForLater('/tests/round');
  const kept = useUnsent(
    owner,
    useCallback(() => void revalidate(), [revalidate]),
  );
  const [done, setDone] = useState<ReadonlySet<number>>(new Set());
  const [at, setAt] = useState(towels[0]?.id ?? 0);
  const [key, setKey] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => setKey(newKey()), []);
  const shown = useMemo(() => towels.map((towel) => ({ ...towel, ...withKept(towel, kept) })), [towels, kept]);
  const towel = shown.find(({ id }) => id === at) ?? shown[0];
  const index = towel ? shown.indexOf(towel) : 0;
  const next = shown.slice(index + 1).find(({ id }) => !done.has(id)) ?? shown.find(({ id }) => id !== at && !done.has(id));
  const take = useCallback(
    (fields: FormData) => {
      if (!towel) return;
      const entries = [...fields].filter((entry): entry is [string, string] => typeof entry[1] === 'string');
      const count = { key, ...addressesOf(towel.id), name: towel.name, fields: Object.fromEntries(entries), refused: null };
      const looked = lookedAt(towel.seeds, lookOf(count), today);
      if (!looked.ok) {
        setProblem(`Only ${looked.waiting} seeds of this replicate are still waiting`);
        return;
      }
      setProblem(null);
      keepForLater(owner, count);
      setKey(newKey());
      setDone(new Set([...done, towel.id]));
      if (next) setAt(next.id);
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
        {shown.map(({ id, name, pending }) => (
          <button
            key={id}
            type="button"
            aria-pressed={id === towel.id}
            onClick={() => setAt(id)}
            className="min-h-11 rounded-md border border-edge bg-sheet px-3 text-small aria-pressed:border-ink aria-pressed:bg-well aria-pressed:font-semibold"
          >
            {done.has(id) || pending > 0 ? '✓ ' : ''}
            {name}
            {pending > 0 && <b className="text-doubt"> · not saved yet</b>}
          </button>
        ))}
      </nav>
      <h2 className="mb-1">
        {towel.name} <LotCode>{towel.code}</LotCode>
      </h2>
      <p className="mb-3 text-soft">
        Test {towel.id}, {towel.spot} place, day {daysFrom(towel.laidOn, today)}. {counts.waiting} still waiting.{' '}
        <Link className="link" to={`/tests/${towel.id}`}>
          Open test
        </Link>
      </p>
      {towel.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
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

/** Where a towel's counts are sent, and its page. */
const addressesOf = (testId: number) => ({ to: `/tests/${testId}/counts`, page: `/tests/${testId}` });

/** Whole days between two calendar days. */
const daysFrom = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

type Seeds = Route.ComponentProps['loaderData']['towels'][number]['seeds'];

const viewsOf = (seeds: Seeds, laidOn: Day): SeedView[] =>
  seeds.map(({ replicate, seed, state, on }) => ({ replicate, seed, state, day: on === null ? null : daysFrom(laidOn, on) }));

/** The towel with what this device has counted and not saved yet on top. */
function withKept(towel: { id: number; seeds: Seeds }, kept: readonly Unsent[]): { seeds: Seeds; pending: number } {
  const mine = kept.filter(({ to, refused }) => to === addressesOf(towel.id).to && refused === null);
  const seeds = mine.reduce((now, count) => {
    const looked = lookedAt(now, lookOf(count), count.fields['checkedOn'] ?? '');
    return looked.ok ? [...looked.towel] : now;
  }, towel.seeds);
  return { seeds, pending: mine.length };
}

/** What a kept count marks, as the book will read it. */
function lookOf({ fields }: Pick<Unsent, 'fields'>) {
  const placesOf = (state: SeedState): (SeedPlace & { state: SeedState })[] =>
    (fields[state] ?? '')
      .split(',')
      .filter(Boolean)
      .map((place) => {
        const [replicate, seed] = place.split('.').map(Number);
        return { replicate: replicate!, seed: seed!, state };
      });
  const more = Object.fromEntries(
    COUNTABLE.map((state) => [state, Number(fields[`more${state.charAt(0).toUpperCase()}${state.slice(1)}`]) || 0]),
  );
  return {
    marks: (['waiting', ...COUNTABLE] as const).flatMap(placesOf),
    replicate: Number(fields['replicate']) || 1,
    more: more as Record<Countable, number>,
  };
}

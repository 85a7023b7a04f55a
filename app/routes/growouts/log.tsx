import { useCallback, useMemo, useState } from 'react';
import { data, Link, useRevalidator } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { keepForLater, sendKept, type Unsent } from '#app/ui/unsent.ts';
import { useUnsent } from '#app/ui/useUnsent.ts';
import { newKey, useKeptForLater } from '#app/ui/useKeptForLater.ts';
import { useUnits } from '#app/ui/units.tsx';
import { rowNumber } from '#contracts/fields.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { entryFault, LOG_ASKS, LOG_KINDS, type LogEntry, type LogKind } from '#core/growout/log.ts';
import { METHODS } from '#core/isolation/barriers.ts';
import { may } from '#core/people/may.ts';
import { growOutState } from '#core/states/states.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import { findGrowOut, growOutsInGardens, growOutsOfGrower } from '#data/growouts/growOuts.ts';
import { seedsHandedOver } from '#services/growouts/season.server.ts';
import { readGoing } from '#services/growouts/watch.server.ts';
import { alarmWords, entryFaultWords, entryWords, GROWTH_WORDS, LOG_WORDS, STANDING_ADVICE } from '#words/season.ts';
import type { Route } from './+types/log.ts';
import { EntryForm, type Draft } from './EntryForm.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Season’s log · Kind Granary' }];

/** More than one person walks round in a day. */
const MOST = 60;

/** The logs of a grower's grow-outs, or of all that are out for whoever works here, on one page that goes on without a network. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'read own loans');
  const works = may(actor.role, 'work');
  const asked = rowNumber.safeParse(new URL(request.url).searchParams.get('of')).data ?? null;
  const out = works ? await growOutsInGardens(db, MOST) : await growOutsOfGrower(db, actor.personId);
  const shown = out.filter((one) => growOutState(one) === 'handed over');
  const missing = works && asked !== null && !shown.some(({ id }) => id === asked) ? await findGrowOut(db, asked) : undefined;
  if (missing && growOutState(missing) !== 'handed over') throw data(null, { status: 404 });
  const going = await readGoing(db, missing ? [missing, ...shown] : shown, house, today);
  return {
    owner: actor.accountId,
    today,
    works,
    asked,
    growOuts: going.map((one) => ({
      id: one.id,
      name: `${one.crop} ‘${one.variety}’`,
      code: one.code,
      grower: works ? one.grower : null,
      garden: one.garden,
      plants: one.plants,
      given: { on: one.handedOverOn!, seeds: seedsHandedOver(one) },
      growth: one.season.growth,
      alarms: one.alarms.map(alarmWords),
      advice: one.standing && one.standing.kind !== 'enough' ? STANDING_ADVICE[one.standing.kind] : null,
      entries: one.log,
    })),
  };
}

type GrowOut = Route.ComponentProps['loaderData']['growOuts'][number];
type Entry = LogEntry & {
  readonly id: number | null;
  readonly by: string | null;
  readonly key?: string;
  readonly hasPhoto?: boolean;
  readonly isWaiting?: boolean;
};

export default function Log({ loaderData: { owner, today, works, asked, growOuts } }: Route.ComponentProps) {
  const { revalidate } = useRevalidator();
  const units = useUnits();
  const offline = useKeptForLater('/grow-outs/log');
  // What has been sent stays in sight until the page has it from the book.
  const [sent, setSent] = useState<readonly Unsent[]>([]);
  const kept = useUnsent(
    owner,
    useCallback(
      (gone: readonly Unsent[]) => {
        setSent((before) => [...before, ...gone.filter(({ refused }) => refused === null)]);
        void revalidate().then(() => setSent((before) => before.filter((one) => !gone.includes(one))));
      },
      [revalidate],
    ),
  );
  const [at, setAt] = useState(asked ?? growOuts[0]?.id ?? 0);
  const [draft, setDraft] = useState<Draft | null>(null);
  const [full, setFull] = useState(false);
  const [fault, setFault] = useState<ReturnType<typeof entryFaultWords> | null>(null);
  const growOut = growOuts.find(({ id }) => id === at) ?? growOuts[0];
  const entries = useMemo(() => (growOut ? withKept(growOut, sent, kept) : []), [growOut, sent, kept]);
  const keep = useCallback(
    (fields: Record<string, string>) => {
      if (!growOut) return false;
      const isKept = keepForLater(owner, { key: newKey(), ...addressesOf(growOut.id), name: growOut.name, fields, refused: null });
      if (isKept) void sendKept(owner);
      return isKept;
    },
    [growOut, owner],
  );
  const save = (entry: LogEntry, insteadOf: number | null, photo: string | null) => {
    const wrong = entryFault(
      entry,
      entries.filter(({ id }) => id === null || id !== insteadOf),
      growOut!.given,
      today,
    );
    setFault(wrong && entryFaultWords(wrong));
    if (wrong) return;
    const isKept = keep({
      intent: 'write',
      ...asFields(entry),
      ...(insteadOf !== null && { insteadOf: String(insteadOf) }),
      ...(photo !== null && { photo }),
    });
    setFull(!isKept);
    if (isKept) setDraft(null);
  };
  const title = (
    <PageHead
      title="Season’s log"
      about={
        works ? 'Everything growing in gardens. It works without a network.' : 'What you grow for the library. It works without a network.'
      }
      actions={<ButtonLink to={works ? '/grow-outs/all' : '/mine'}>{works ? 'All grow-outs' : 'My seed'}</ButtonLink>}
    />
  );
  if (!growOut)
    return (
      <>
        {title}
        <Empty>
          {works ? 'No seed has been handed over for a grow-out.' : 'You are not growing anything for the library at the moment.'}
        </Empty>
      </>
    );
  return (
    <div className="max-w-2xl">
      {title}
      {growOuts.length > 1 && (
        <nav aria-label="Grow-outs" className="mb-4 flex flex-wrap gap-2">
          {growOuts.map(({ id, name }) => (
            <button
              key={id}
              type="button"
              aria-pressed={id === growOut.id}
              onClick={() => {
                setAt(id);
                setDraft(null);
                setFault(null);
              }}
              className="min-h-11 rounded-md border border-edge bg-sheet px-3 text-small aria-pressed:border-ink aria-pressed:bg-well aria-pressed:font-semibold"
            >
              {name}
            </button>
          ))}
        </nav>
      )}
      <h2 className="mb-1">
        {growOut.name} <LotCode>{growOut.code}</LotCode>
      </h2>
      <p className="mb-3 text-soft">
        {[
          growOut.grower,
          growOut.garden,
          GROWTH_WORDS[growOut.growth],
          `${formatSeeds(growOut.given.seeds)} handed over ${formatDate(growOut.given.on)}, for ${growOut.plants} plants`,
        ]
          .filter(Boolean)
          .join('. ')}
        .{' '}
        <Link className="link" to={works ? `/grow-outs/${growOut.id}` : `/grow-outs/${growOut.id}/sheet`}>
          {works ? 'Its own page' : 'How to grow it'}
        </Link>
      </p>
      {growOut.alarms.map((alarm) => (
        <Notice key={alarm} tone="doubt">
          {alarm}. {growOut.advice}
        </Notice>
      ))}
      {full && (
        <Notice tone="poor">This device has no space left for this entry. Save it without the photo, or connect to a network first.</Notice>
      )}
      {draft ? (
        <EntryForm
          key={`${draft.kind} ${draft.insteadOf}`}
          draft={draft}
          today={today}
          fault={fault}
          onSave={save}
          onCancel={() => {
            setDraft(null);
            setFault(null);
          }}
        />
      ) : (
        <KindChoice growth={growOut.growth} onChoose={(kind) => setDraft({ kind, entry: null, insteadOf: null })} />
      )}
      <h3 className="mt-8 mb-2">Entries so far</h3>
      {entries.length === 0 ? (
        <p className="text-soft">No entries yet. Start with the day you sow.</p>
      ) : (
        <ol aria-label="Entries">
          {[...entries].reverse().map((entry) => (
            <li key={entry.id ?? entry.key} className="flex flex-wrap items-center gap-x-4 border-t border-rule py-1">
              <span className="grow">
                {formatDate(entry.on)}: {entryWords(entry, units)}
                {entry.by && works && <span className="text-small text-soft"> · {entry.by}</span>}
                {entry.hasPhoto && (
                  <>
                    {' '}
                    <a className="link" href={`/grow-outs/photos/${entry.id}`}>
                      Photo
                    </a>
                  </>
                )}
                {entry.isWaiting && <b className="text-doubt"> · not sent yet</b>}
              </span>
              {entry.id !== null && (
                <span className="flex gap-1">
                  <Button
                    type="button"
                    look="quiet"
                    aria-label={`Correct ${entryWords(entry, units)}`}
                    onClick={() => setDraft({ kind: entry.kind, entry, insteadOf: entry.id })}
                  >
                    Correct
                  </Button>
                  <Button
                    type="button"
                    look="quiet"
                    aria-label={`Delete ${entryWords(entry, units)}`}
                    onClick={() => keep({ intent: 'strike', entryId: String(entry.id) })}
                  >
                    Delete
                  </Button>
                </span>
              )}
            </li>
          ))}
        </ol>
      )}
      {offline && (
        <p className="mt-6 text-soft">
          {offline === 'kept'
            ? 'This page is stored on this device and opens without a network.'
            : 'Keep this page open while you have no network: without HTTPS it cannot be stored on this device.'}
        </p>
      )}
    </div>
  );
}

/** What is likely to be written next comes first. */
const FIRST: Readonly<Record<GrowOut['growth'], readonly LogKind[]>> = {
  'handed over': ['sown', 'note'],
  sown: ['up', 'weather', 'note'],
  up: ['standing', 'thinned', 'off-types early', 'flowering', 'isolated', 'neighbour'],
  flowering: ['standing', 'off-types late', 'isolated', 'pollinated', 'neighbour', 'flowered', 'picked'],
  harvested: ['picked', 'harvested', 'note'],
};

function KindChoice({ growth, onChoose }: { growth: GrowOut['growth']; onChoose: (kind: LogKind) => void }) {
  const first = FIRST[growth];
  const chip = (kind: LogKind) => (
    <Button key={kind} type="button" onClick={() => onChoose(kind)}>
      {LOG_WORDS[kind].name}
    </Button>
  );
  return (
    <section aria-label="Add to the log">
      <h3 className="mb-2">What happened?</h3>
      <div className="flex flex-wrap gap-2">{first.map(chip)}</div>
      <details className="mt-2">
        <summary className="link inline-flex min-h-11 items-center">Something else</summary>
        <div className="mt-1 flex flex-wrap gap-2">{LOG_KINDS.filter((kind) => !first.includes(kind)).map(chip)}</div>
      </details>
    </section>
  );
}

/** Where an entry is sent, and the page of its grow-out. */
const addressesOf = (id: number) => ({ to: `/grow-outs/${id}/log`, page: `/grow-outs/log?of=${id}` });

const asFields = ({ kind, on, count, words, metres, method }: LogEntry): Record<string, string> =>
  Object.fromEntries(
    Object.entries({ kind, on, count, words, metres, method }).flatMap(([name, value]) => (value === null ? [] : [[name, String(value)]])),
  );

/** The log with what this device has written: sent, but not come back from the book, or still waiting. */
function withKept(growOut: GrowOut, sent: readonly Unsent[], kept: readonly Unsent[]): Entry[] {
  const { to: own } = addressesOf(growOut.id);
  const isInBook = (key: string) => growOut.entries.some((entry) => entry.key === key);
  return [...sent, ...kept.filter(({ key }) => !sent.some((one) => one.key === key))]
    .filter(({ to, refused, key }) => to === own && refused === null && !isInBook(key))
    .reduce<Entry[]>((entries, one) => {
      const gone = Number(one.fields['entryId'] ?? one.fields['insteadOf']) || null;
      const left = entries.filter(({ id }) => id === null || id !== gone);
      return one.fields['intent'] === 'strike' ? left : [...left, { ...entryOf(one.fields, one.key), isWaiting: kept.includes(one) }];
    }, growOut.entries.slice());
}

function entryOf(fields: Unsent['fields'], key: string): Entry {
  const number = (name: string) => (fields[name] === undefined ? null : Number(fields[name]));
  const kind = LOG_KINDS.find((one) => one === fields['kind'])!;
  return {
    id: null,
    by: null,
    key,
    kind,
    on: fields['on']!,
    count: LOG_ASKS[kind].count ? number('count') : null,
    words: fields['words'] ?? null,
    metres: number('metres'),
    method: METHODS.find((one) => one === fields['method']) ?? null,
  };
}

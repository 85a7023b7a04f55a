import { DISEASE_ANSWER_WORDS } from '#words/diseases.ts';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Facts, Unknown } from '#app/ui/Page.tsx';
import { METHOD_NAMES } from '#words/methods.ts';
import { neighbourWords } from '#words/promise.ts';
import { useUnits } from '#app/ui/units.tsx';
import { KIND_WORDS, ORIGIN_WORDS, STORED_WORDS } from '#words/vocabulary.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { pickingsInAll, type Picking } from '#core/passport/pickings.ts';
import { pickingWords, pickingsWords } from '#words/pickings.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Kind, Origin } from '#core/lots/words.ts';
import type { Answer, NeighbourTold, Passport as PassportAnswers } from '#core/passport/passport.ts';

interface PassportLot {
  readonly code: string;
  readonly origin: Origin;
  readonly kind: Kind;
  readonly donor: string | null;
  readonly garden: string | null;
  readonly generation: number | null;
  readonly takenInOn: Day;
  readonly note: string | null;
}

export interface PassportVersion {
  readonly id: number;
  readonly answers: PassportAnswers;
  readonly why: string | null;
  readonly writtenOn: Day;
  readonly writtenBy: string | null;
}

/** The row of a file that brought a lot, and what it is called elsewhere. */
export interface LotSource {
  readonly row: { readonly file: string; readonly sheet: string; readonly at: number; readonly said: readonly string[] } | null;
  readonly origin: { readonly code: string; readonly library: string | null } | null;
}

type Row = readonly [string, ReactNode];

/** An answer as a row: unknown is shown as such, what was not asked is left out. */
function row<T>(title: string, answer: Answer<T>, show: (value: T) => ReactNode = String): Row[] {
  if (answer === null || answer === undefined) return [];
  return [[title, answer === 'unknown' ? <Unknown /> : show(answer as T)]];
}
const yes = (answer: boolean) => (answer ? 'yes' : 'no');
const told = (title: string, text: string | null): Row[] => (text ? [[title, text]] : []);

function sourceRows(source: LotSource | null): Row[] {
  if (!source) return [];
  const { row: from, origin } = source;
  return [
    ...told(origin?.library ? `Code at ${origin.library}` : 'Earlier number', origin?.code ?? null),
    ...(from
      ? [
          [
            'Imported from',
            <>
              {from.file}, {from.sheet}, row {from.at}
              {from.said.some(Boolean) && (
                <details className="text-small">
                  <summary className="inline-flex min-h-6 cursor-pointer items-center text-soft">As it was written</summary>
                  {from.said.filter(Boolean).join(' · ')}
                </details>
              )}
            </>,
          ] as const,
        ]
      : []),
  ];
}

/** Where it came from and how it grew, as it was told; what nobody knows is said to be unknown. */
export function Passport({ lot, versions, source }: { lot: PassportLot; versions: readonly PassportVersion[]; source: LotSource | null }) {
  const [now, ...before] = versions;
  return (
    <section aria-label="Provenance">
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h2>Provenance</h2>
        <Link className="link no-print" to={`/lots/${lot.code}/passport`}>
          Correct
        </Link>
      </div>
      <Facts
        rows={[
          ['Kind', KIND_WORDS[lot.kind]],
          ['Arrived', `${ORIGIN_WORDS[lot.origin]}, ${formatDate(lot.takenInOn)}`],
          ...(lot.origin === 'blend' && !lot.donor
            ? []
            : [[lot.origin === 'returned' ? 'Grower' : 'Donor', lot.donor ?? <Unknown />] as const]),
          ...(now ? answerRows(now.answers, lot) : []),
          ['Generations saved here', lot.generation ?? <Unknown />],
          ...told('Note', lot.note),
          ...sourceRows(source),
        ]}
      />
      <Link className="link no-print inline-flex min-h-11 items-center" to={`/lots/${lot.code}/origin`}>
        {source?.origin?.library ? 'Change its code at another library' : 'Add its code at another library'}
      </Link>
      {before.length > 0 && (
        <details className="mt-2">
          <summary className="link inline-flex min-h-11 items-center">
            Corrected {before.length === 1 ? 'once' : `${before.length} times`}
          </summary>
          <ul className="text-small">
            {versions.slice(0, -1).map((version) => (
              <li key={version.id} className="border-t border-rule py-1">
                {formatDate(version.writtenOn)}, {version.writtenBy ?? 'unknown person'}: {version.why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

type Show = (said: PassportAnswers, lot: PassportLot) => readonly Row[];
/** Of what is told in another row. */
const ELSEWHERE: Show = () => [];

/** Every answer of a passport in the order in which it is shown: an answer that was added does not compile before it has its place here. */
const SHOWN: Readonly<Record<keyof PassportAnswers, Show>> = {
  kind: ELSEWHERE,
  offspring: ({ offspring }) => (offspring ? [['Taken in as', 'offspring of that name']] : []),
  nameFrom: ({ nameFrom }) => row('Name from', nameFrom),
  nameSure: ({ nameSure }) => row('Name is', nameSure),
  boughtPlant: ({ boughtPlant }) => row('Mother was bought', boughtPlant, yes),
  treated: ({ treated }) => row('Treated', treated, yes),
  use: ({ use }) => row('Sold', use),
  protectedName: ({ protectedName }) => row('Protected name', protectedName, yes),
  invasive: ({ invasive }) => row('Invasive here', invasive, yes),
  harvested: ({ harvested }, lot) => [
    ...(lot.origin === 'blend' && !lot.garden ? [] : [['Garden', lot.garden ?? <Unknown />] as const]),
    ...row('Harvested', harvested, formatDate),
  ],
  packet: packetRows,
  seasonsGrown: ({ seasonsGrown }) => row('Seasons saved before', seasonsGrown),
  firstSource: ({ firstSource }) => told('First source', firstSource),
  plantsSown: (said, { origin }) => (origin === 'blend' ? [] : [['Plants', plantsLine(said)]]),
  plantsStanding: ELSEWHERE,
  plantsHarvested: ELSEWHERE,
  selection: ({ selection }) => row('Saved from', selection),
  traits: ({ traits }) => told('Chosen for', traits),
  roguing: ({ roguing }) => row('Off-types pulled', roguing),
  offTypes: ({ offTypes }) => row('Off-types seen', offTypes),
  bolters: ({ bolters, boltedWhy }) =>
    row('Early bolters', bolters, (some) => `${some}${typeof boltedWhy === 'string' && boltedWhy !== 'unknown' ? `, ${boltedWhy}` : ''}`),
  boltedWhy: ELSEWHERE,
  diseases: ({ diseases }) =>
    row('Diseases seen', diseases, (seen) =>
      seen.length === 0
        ? 'none that seed can carry'
        : seen.map(({ name, answer }) => `${name} (${DISEASE_ANSWER_WORDS[answer].toLowerCase()})`).join(', '),
    ),
  pickings: ({ pickings }) => row('Pickings', pickings, (list) => <Pickings list={list} />),
  selfSown: ({ selfSown }) => (selfSown ? [['Sown', 'self-sown']] : []),
  forcedByWeather: ({ forcedByWeather }) => told('Weather', forcedByWeather),
  neighbours: ({ neighbours }) =>
    row('In flower near', neighbours, (list) => (list.length === 0 ? 'nothing it could cross with' : <Neighbours list={list} />)),
  methods: ({ methods }) => ways('Isolated by', methods),
  earlierMethods: ({ earlierMethods }) => ways('Isolated in earlier years by', earlierMethods),
  stigma: ({ stigma }) => row('Stigma', stigma),
  pollinatedOn: ({ pollinatedOn }) => row('Pollinated by hand', pollinatedOn, formatDate),
  pickedOn: ({ pickedOn }) => row('Picked', pickedOn, formatDate),
  form: ({ form }, { origin }) => (origin === 'blend' ? [] : [['Arrived as', form]]),
  ripeSigns: ({ ripeSigns }) => row('Signs of ripeness', ripeSigns, (seen) => (seen ? 'seen' : 'not seen')),
  dried: ({ dried }) => row('Dried', dried),
  look: ({ look }) => (look.length > 0 ? [['Appearance', look.join(', ')]] : []),
  insects: ({ insects }) => row('Insects', insects),
  mould: ({ mould }) => row('Mould', mould, yes),
  storedIn: ({ storedIn }) => row('Stored before in', storedIn, (place) => STORED_WORDS[place]),
  storedSince: ({ storedSince }) => row('Since', storedSince, formatDate),
  sample: ({ sample }) => (sample ? [['Sample', `${sample.seeds} seeds weighed ${sample.milligrams / 1000} g`]] : []),
};

const answerRows = (said: PassportAnswers, lot: PassportLot): readonly Row[] => Object.values(SHOWN).flatMap((show) => show(said, lot));

const ways = (title: string, methods: PassportAnswers['methods']): Row[] =>
  methods && methods.length > 0 ? [[title, methods.map((method) => METHOD_NAMES[method]).join(', ')]] : [];

function packetRows({ packet }: PassportAnswers): Row[] {
  if (!packet) return [];
  const date = packet.date
    ? `${packet.dateMeans === 'unknown' ? 'date, meaning unknown' : packet.dateMeans} ${formatDate(packet.date)}`
    : 'no date';
  const age = packet.ageYears ? `, ${packet.ageYears[0]} to ${packet.ageYears[1]} years old` : '';
  const states = [
    packet.germination && `${Math.round(packet.germination * 100)} % germination`,
    packet.daysToEmerge && `${packet.daysToEmerge} days to emerge`,
  ];
  return [['Packet says', [`${date}${age}`, ...states].filter(Boolean).join('; ')]];
}

function plantsLine({ plantsSown, plantsStanding, plantsHarvested }: PassportAnswers): ReactNode {
  const said = [
    plantsSown !== null && plantsSown !== 'unknown' ? `${plantsSown} to start with` : null,
    plantsStanding !== null && plantsStanding !== 'unknown' ? `${plantsStanding} flowered` : null,
    plantsHarvested !== null && plantsHarvested !== 'unknown' ? `${plantsHarvested} gave seed` : null,
  ].filter(Boolean);
  return said.length === 0 ? <Unknown /> : said.join(', ');
}

function Pickings({ list }: { list: readonly Picking[] }) {
  const units = useUnits();
  if (list.length < 2) return 'one';
  return (
    <>
      {pickingsWords(list, units)}
      {pickingsInAll(list).isLong && '. Seed of the first and the last picking may differ: test them separately'}
      <ul className="text-small">
        {list.map((one, index) => (
          <li key={index}>{pickingWords(one, units)}</li>
        ))}
      </ul>
    </>
  );
}

function Neighbours({ list }: { list: readonly NeighbourTold[] }) {
  const units = useUnits();
  return (
    <ul>
      {list.map((one, index) => (
        <li key={index}>{neighbourWords(one, units)}</li>
      ))}
    </ul>
  );
}

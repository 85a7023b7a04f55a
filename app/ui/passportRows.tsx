import type { ReactNode } from 'react';
import { Unknown } from '#app/ui/Page.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Origin } from '#core/lots/words.ts';
import type { Answer, NeighbourTold, Passport } from '#core/passport/passport.ts';
import { pickingsInAll, type Picking } from '#core/passport/pickings.ts';
import { DISEASE_ANSWER_WORDS } from '#words/diseases.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import { pickingsWords, pickingWords } from '#words/pickings.ts';
import { neighbourWords } from '#words/promise.ts';
import { KIND_WORDS, STORED_WORDS } from '#words/vocabulary.ts';

export interface PassportVersion {
  readonly id: number;
  readonly answers: Passport;
  readonly why: string | null;
  readonly writtenOn: Day;
  readonly writtenBy: string | null;
}

/** Of a lot, what its passport is shown by. */
interface OfLot {
  readonly origin: Origin;
  readonly garden: string | null;
}

export type Row = readonly [string, ReactNode];

/** An answer as a row: unknown is shown as such, what was not asked is left out. */
function row<T>(title: string, answer: Answer<T>, show: (value: T) => ReactNode = String): Row[] {
  if (answer === null || answer === undefined) return [];
  return [[title, answer === 'unknown' ? <Unknown /> : show(answer as T)]];
}
const yes = (answer: boolean) => (answer ? 'yes' : 'no');
export const told = (title: string, text: string | null): Row[] => (text ? [[title, text]] : []);

type Show = (said: Passport, lot: OfLot) => readonly Row[];
/** Of what is told in another row. */
const ELSEWHERE: Show = () => [];

/** Every answer of a passport in the order in which it is shown: an answer that was added does not compile before it has its place here. */
const SHOWN: Readonly<Record<keyof Passport, Show>> = {
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

/** Answers that are shown in the row of another. */
const SHOWN_WITH: Partial<Record<keyof Passport, keyof Passport>> = {
  plantsStanding: 'plantsSown',
  plantsHarvested: 'plantsSown',
  boltedWhy: 'bolters',
};

/** The rows of some answers. */
export function rowsOf(said: Passport, keys: readonly (keyof Passport)[], lot: OfLot): readonly Row[] {
  const shown = new Set(keys.map((key) => SHOWN_WITH[key] ?? key));
  return [...shown].flatMap((key) => (key === 'kind' ? [['Kind', KIND_WORDS[said.kind]] as const] : SHOWN[key](said, lot)));
}

/** Every answer of a passport, in the order in which it is shown. */
export const answerRows = (said: Passport, lot: OfLot): readonly Row[] => Object.values(SHOWN).flatMap((show) => show(said, lot));

const ways = (title: string, methods: Passport['methods']): Row[] =>
  methods && methods.length > 0 ? [[title, methods.map((method) => METHOD_NAMES[method]).join(', ')]] : [];

function packetRows({ packet }: Passport): Row[] {
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

function plantsLine({ plantsSown, plantsStanding, plantsHarvested }: Passport): ReactNode {
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

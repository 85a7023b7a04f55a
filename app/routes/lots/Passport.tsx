import { DISEASE_ANSWER_WORDS } from '#words/diseases.ts';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { Facts, Unknown } from '#app/ui/Page.tsx';
import { METHOD_NAMES, neighbourWords } from '#words/promise.ts';
import { useUnits } from '#app/ui/units.tsx';
import { KIND_WORDS, ORIGIN_WORDS, STORED_WORDS } from '#words/vocabulary.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
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

type Row = readonly [string, ReactNode];

/** An answer as a row: unknown is shown as such, what was not asked is left out. */
function row<T>(title: string, answer: Answer<T>, show: (value: T) => ReactNode = String): Row[] {
  if (answer === null || answer === undefined) return [];
  return [[title, answer === 'unknown' ? <Unknown /> : show(answer as T)]];
}
const yes = (answer: boolean) => (answer ? 'yes' : 'no');
const told = (title: string, text: string | null): Row[] => (text ? [[title, text]] : []);

/** Where it came from and how it grew, as it was told; what nobody knows is said to be unknown. */
export function Passport({ lot, versions }: { lot: PassportLot; versions: readonly PassportVersion[] }) {
  const [now, ...before] = versions;
  return (
    <section aria-label="Passport">
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h2>Passport</h2>
        <Link className="link no-print" to={`/lots/${lot.code}/passport`}>
          Put it right
        </Link>
      </div>
      <Facts
        rows={[
          ['Kind', KIND_WORDS[lot.kind]],
          ['Came', `${ORIGIN_WORDS[lot.origin]}, ${formatDate(lot.takenInOn)}`],
          ...(lot.origin === 'blend' && !lot.donor
            ? []
            : [[lot.origin === 'returned' ? 'Grower' : 'Donor', lot.donor ?? <Unknown />] as const]),
          ...(now ? answerRows(now.answers, lot) : []),
          ['Generations here', lot.generation ?? <Unknown />],
          ...told('Note', lot.note),
        ]}
      />
      {before.length > 0 && (
        <details className="mt-2">
          <summary className="link inline-flex min-h-11 items-center">
            Put right {before.length === 1 ? 'once' : `${before.length} times`}
          </summary>
          <ul className="text-small">
            {versions.slice(0, -1).map((version) => (
              <li key={version.id} className="border-t border-rule py-1">
                {formatDate(version.writtenOn)}, {version.writtenBy ?? 'nobody known'}: {version.why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

function answerRows(said: PassportAnswers, lot: PassportLot): Row[] {
  return [
    ...row('Name from', said.nameFrom),
    ...row('Name is', said.nameSure),
    ...row('Mother was bought', said.boughtPlant, yes),
    ...row('Treated', said.treated, yes),
    ...row('Sold', said.use),
    ...row('Protected name', said.protectedName, yes),
    ...row('Invasive here', said.invasive, yes),
    ...(lot.origin === 'blend' && !lot.garden ? [] : [['Garden', lot.garden ?? <Unknown />] as const]),
    ...row('Harvested', said.harvested, formatDate),
    ...packetRows(said),
    ...row('Seasons saved before', said.seasonsGrown),
    ...told('First source', said.firstSource),
    ...(lot.origin === 'blend' ? [] : [['Plants', plantsLine(said)] as const]),
    ...row('Saved from', said.selection),
    ...told('Chosen for', said.traits),
    ...row('Off-types pulled', said.roguing),
    ...row('Off-types seen', said.offTypes),
    ...row(
      'Early bolters',
      said.bolters,
      (bolters) => `${bolters}${typeof said.boltedWhy === 'string' && said.boltedWhy !== 'unknown' ? `, ${said.boltedWhy}` : ''}`,
    ),
    ...row('Diseases seen', said.diseases, (seen) =>
      seen.length === 0
        ? 'none that travel in the seed'
        : seen.map(({ name, answer }) => `${name} (${DISEASE_ANSWER_WORDS[answer].toLowerCase()})`).join(', '),
    ),
    ...row('Pickings', said.pickings),
    ...(said.selfSown ? ([['Sown', 'by itself']] as const) : []),
    ...told('Weather', said.forcedByWeather),
    ...row('In flower near', said.neighbours, (list) => (list.length === 0 ? 'nothing of its group' : <Neighbours list={list} />)),
    ...(said.methods && said.methods.length > 0
      ? ([['Kept apart by', said.methods.map((method) => METHOD_NAMES[method]).join(', ')]] as const)
      : []),
    ...row('Stigma', said.stigma),
    ...row('Pollinated by hand', said.pollinatedOn, formatDate),
    ...row('Picked', said.pickedOn, formatDate),
    ...(lot.origin === 'blend' ? [] : [['Came as', said.form] as const]),
    ...row('Dried', said.dried),
    ...(said.look.length > 0 ? ([['Looked', said.look.join(', ')]] as const) : []),
    ...row('Insects', said.insects),
    ...row('Mould', said.mould, yes),
    ...row('Kept before in', said.storedIn, (place) => STORED_WORDS[place]),
    ...row('Since', said.storedSince, formatDate),
    ...(said.sample ? ([['Sample', `${said.sample.seeds} seeds weighed ${said.sample.milligrams / 1000} g`]] as const) : []),
  ];
}

function packetRows({ packet }: PassportAnswers): Row[] {
  if (!packet) return [];
  const date = packet.date
    ? `${packet.dateMeans === 'unknown' ? 'date of unknown meaning' : packet.dateMeans} ${formatDate(packet.date)}`
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
    plantsSown !== null && plantsSown !== 'unknown' ? `${plantsSown} at first` : null,
    plantsStanding !== null && plantsStanding !== 'unknown' ? `${plantsStanding} flowered` : null,
    plantsHarvested !== null && plantsHarvested !== 'unknown' ? `${plantsHarvested} gave seed` : null,
  ].filter(Boolean);
  return said.length === 0 ? <Unknown /> : said.join(', ');
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

import { daysBetween } from '../calendar/plainDate.ts';
import type { Method } from '../isolation/barriers.ts';
import type { Day, Metres } from '../kernel/kinds.ts';

/** What may be written into a season's log. */
export const LOG_KINDS = [
  'sown',
  'up',
  'thinned',
  'standing',
  'overwintered',
  'flowering',
  'flowered',
  'harvested',
  'off-types early',
  'off-types late',
  'isolated',
  'neighbour',
  'bolted',
  'disease',
  'weather',
  'pollinated',
  'picked',
  'note',
] as const;
export type LogKind = (typeof LOG_KINDS)[number];

/** What an entry of a kind asks for: a number of plants, seeds or flowers; words; metres; a way of keeping apart. */
interface Asks {
  readonly count?: 'asked' | 'may be left';
  readonly words?: 'asked' | 'may be left';
  readonly metres?: true;
  readonly method?: true;
}

export const LOG_ASKS: Readonly<Record<LogKind, Asks>> = {
  sown: { count: 'asked' },
  up: { count: 'asked' },
  thinned: { count: 'asked' },
  standing: { count: 'asked' },
  overwintered: { count: 'asked' },
  flowering: { count: 'may be left' },
  flowered: {},
  harvested: { count: 'asked' },
  'off-types early': { count: 'asked', words: 'may be left' },
  'off-types late': { count: 'asked', words: 'may be left' },
  isolated: { method: true, words: 'may be left' },
  neighbour: { words: 'asked', metres: true },
  bolted: { count: 'asked' },
  disease: { words: 'asked' },
  weather: { words: 'asked' },
  pollinated: { count: 'asked' },
  picked: { words: 'asked' },
  note: { words: 'asked' },
};

/** One entry, as it was written. */
export interface LogEntry {
  readonly kind: LogKind;
  readonly on: Day;
  /** Seeds (sown), flowers (pollinated) or plants (all others); null where it was not asked or left. */
  readonly count: number | null;
  readonly words: string | null;
  readonly metres: Metres | null;
  readonly method: Method | null;
}

/** Kinds that count the plants there are. */
const CENSUS: readonly LogKind[] = ['up', 'thinned', 'standing', 'overwintered', 'flowering', 'harvested'];

export interface Census {
  readonly on: Day;
  readonly plants: number;
}

/** How far a grow-out is in the garden; its other states are the library's doing. */
export type Growth = 'handed over' | 'sown' | 'up' | 'flowering' | 'harvested';

/** What a season's log comes to. */
export interface Season {
  readonly growth: Growth;
  readonly sownOn: Day | null;
  readonly seedsSown: number | null;
  readonly up: number | null;
  /** Every count of plants, in the order of their days; of two on one day the later written stands last. */
  readonly censuses: readonly Census[];
  readonly flowering: Census | null;
  readonly flowersFrom: Day | null;
  readonly flowersTo: Day | null;
  readonly harvested: number | null;
  readonly offTypesEarly: number;
  readonly offTypesLate: number;
  readonly methods: readonly Method[];
  readonly neighbours: readonly { readonly what: string; readonly metres: Metres | null; readonly on: Day }[];
  readonly bolted: number;
  /** Flowers pollinated and tagged by hand, day by day. */
  readonly tagged: readonly { readonly on: Day; readonly flowers: number }[];
  /** The last flowers that were pollinated by hand, and the last seed taken. */
  readonly pollinatedOn: Day | null;
  readonly takenOn: Day | null;
  readonly diseases: readonly string[];
  readonly weather: readonly string[];
  readonly pickings: readonly { readonly on: Day; readonly amount: string }[];
  /** When the plants that gave seed were last counted: nothing is left on them. */
  readonly harvestedOn: Day | null;
  readonly lastOn: Day | null;
}

/** Reads a log; entries in the order in which they were written, whatever their days. */
export function readSeason(written: readonly LogEntry[]): Season {
  const entries = [...written].sort((one, other) => one.on.localeCompare(other.on));
  const of = (kind: LogKind) => entries.filter((entry) => entry.kind === kind);
  const sum = (kind: LogKind) => of(kind).reduce((total, { count }) => total + (count ?? 0), 0);
  const last = (kind: LogKind) => of(kind).at(-1);
  const texts = (kind: LogKind) => of(kind).flatMap(({ words }) => words ?? []);
  const counted = (list: readonly LogEntry[]) => list.flatMap(({ on, count }) => (count === null ? [] : [{ on, plants: count }]));
  const sown = of('sown');
  const flowering = of('flowering');
  return {
    growth: growthOf(entries),
    sownOn: sown[0]?.on ?? null,
    seedsSown: sown.length === 0 ? null : sum('sown'),
    up: last('up')?.count ?? null,
    censuses: counted(entries.filter(({ kind }) => CENSUS.includes(kind))),
    flowering: counted(flowering).at(-1) ?? null,
    flowersFrom: flowering[0]?.on ?? null,
    flowersTo: last('flowered')?.on ?? null,
    harvested: last('harvested')?.count ?? null,
    offTypesEarly: sum('off-types early'),
    offTypesLate: sum('off-types late'),
    methods: [...new Set(entries.flatMap(({ method }) => method ?? []))],
    neighbours: of('neighbour').map(({ words, metres, on }) => ({ what: words!, metres, on })),
    bolted: sum('bolted'),
    tagged: of('pollinated').map(({ on, count }) => ({ on, flowers: count! })),
    pollinatedOn: last('pollinated')?.on ?? null,
    takenOn:
      [...of('picked'), ...of('harvested')]
        .map(({ on }) => on)
        .sort()
        .at(-1) ?? null,
    diseases: [...new Set(texts('disease'))],
    weather: texts('weather'),
    pickings: of('picked').map(({ on, words }) => ({ on, amount: words! })),
    harvestedOn: last('harvested')?.on ?? null,
    lastOn: entries.at(-1)?.on ?? null,
  };
}

/** What each kind says of how far it is; the farthest holds. */
const GROWTHS: readonly (readonly [Growth, readonly LogKind[]])[] = [
  ['harvested', ['harvested', 'picked']],
  ['flowering', ['flowering', 'flowered', 'pollinated']],
  ['up', ['up', 'thinned', 'standing', 'overwintered']],
  ['sown', ['sown']],
];

const growthOf = (entries: readonly LogEntry[]): Growth =>
  GROWTHS.find(([, kinds]) => entries.some(({ kind }) => kinds.includes(kind)))?.[0] ?? 'handed over';

export type EntryFault =
  | { readonly why: 'in the future' }
  | { readonly why: 'before the seed was handed over'; readonly on: Day }
  | { readonly why: 'before it was sown'; readonly on: Day }
  | { readonly why: 'more up than sown'; readonly most: number }
  | { readonly why: 'more than stood'; readonly most: number }
  | { readonly why: 'more seed than was handed over'; readonly most: number };

/** Entries that make sense before there is a plant. */
const ANY_TIME: readonly LogKind[] = ['sown', 'weather', 'note'];

/**
 * What is wrong with an entry beside those that stand already; null where nothing is. A count of plants may not be above any count before it:
 * plants do not come back (what is sown again is sown, and counted from there).
 * @param given the day on which the seed was handed over, and how many seeds
 */
export function entryFault(
  entry: LogEntry,
  others: readonly LogEntry[],
  given: { readonly on: Day; readonly seeds: number },
  today: Day,
): EntryFault | null {
  if (entry.on > today) return { why: 'in the future' };
  if (entry.on < given.on) return { why: 'before the seed was handed over', on: given.on };
  const { sownOn, seedsSown } = readSeason(others);
  if (sownOn !== null && entry.on < sownOn && !ANY_TIME.includes(entry.kind)) return { why: 'before it was sown', on: sownOn };
  const count = entry.count ?? 0;
  if (entry.kind === 'sown' && count + (seedsSown ?? 0) > given.seeds)
    return { why: 'more seed than was handed over', most: given.seeds - (seedsSown ?? 0) };
  if (entry.kind === 'up' && seedsSown !== null && count > seedsSown) return { why: 'more up than sown', most: seedsSown };
  if (!CENSUS.includes(entry.kind)) return null;
  const sownAgain = others.filter(({ kind, on }) => kind === 'sown' && on <= entry.on).at(-1)?.on ?? null;
  const before = others.filter(
    ({ kind, on, count: stood }) => CENSUS.includes(kind) && stood !== null && on < entry.on && (sownAgain === null || on >= sownAgain),
  );
  const most = Math.min(...before.map(({ count: stood }) => stood!));
  return before.length > 0 && count > most ? { why: 'more than stood', most } : null;
}

/** Days since anything was written, for a grower who may have fallen silent; counted from `since` while the log is empty. */
export const daysSilent = (season: Pick<Season, 'lastOn'>, since: Day, today: Day): number => daysBetween(season.lastOn ?? since, today);

import { isSelfing, type Crop } from '../almanac/crop.ts';
import type { Kind, Origin } from '../lots/words.ts';

/** The parts of the interview, in the order in which a person would tell it. */
export const PARTS = ['what it is', 'where from', 'how it grew', 'kept apart', 'condition', 'how much'] as const;
export type Part = (typeof PARTS)[number];

/** Every question of the desk interview, in its order within its part. */
export const QUESTIONS = {
  source: 'what it is',
  crop: 'what it is',
  variety: 'what it is',
  nameFrom: 'what it is',
  nameSure: 'what it is',
  kind: 'what it is',
  boughtPlant: 'what it is',
  offspring: 'what it is',
  treated: 'what it is',
  use: 'what it is',
  protectedName: 'what it is',
  invasive: 'what it is',

  donor: 'where from',
  garden: 'where from',
  harvested: 'where from',
  seasonsGrown: 'where from',
  firstSource: 'where from',
  dateMeans: 'where from',
  packetDate: 'where from',
  ageYears: 'where from',
  statedGermination: 'where from',
  daysToEmerge: 'where from',

  plantsSown: 'how it grew',
  plantsStanding: 'how it grew',
  plantsHarvested: 'how it grew',
  selection: 'how it grew',
  traits: 'how it grew',
  roguing: 'how it grew',
  offTypes: 'how it grew',
  bolters: 'how it grew',
  boltedWhy: 'how it grew',
  diseases: 'how it grew',
  diseaseAnswers: 'how it grew',
  pickings: 'how it grew',
  selfSown: 'how it grew',
  forcedByWeather: 'how it grew',

  neighbours: 'kept apart',
  methods: 'kept apart',
  earlierMethods: 'kept apart',
  pollinatedOn: 'kept apart',
  pickedOn: 'kept apart',
  stigma: 'kept apart',

  form: 'condition',
  ripeSigns: 'condition',
  dried: 'condition',
  look: 'condition',
  insects: 'condition',
  mould: 'condition',
  storedIn: 'condition',
  storedSince: 'condition',

  amount: 'how much',
  sample: 'how much',
  place: 'how much',
  container: 'how much',
  note: 'how much',
} as const satisfies Record<string, Part>;
export type Question = keyof typeof QUESTIONS;
const QUESTION_IDS = Object.keys(QUESTIONS) as Question[];

/** Fields that are part of another question's answer. */
export const OTHER_FIELDS: readonly (readonly [RegExp, Question])[] = [
  [/^varietyNew$/, 'variety'],
  [/^donorNew$/, 'donor'],
  [/^garden(New|Place)$/, 'garden'],
  [/^sureHarvested$/, 'harvested'],
  [/^diseaseOther$/, 'diseases'],
  [/^sick:/, 'diseaseAnswers'],
  [/^n\d+(what|crop|metres|overlap|amount|caged)$/, 'neighbours'],
  [/^p\d+(on|weight)$/, 'pickings'],
  [/^sample(Seeds|Weight)$/, 'sample'],
  [/^keepsLoanOpen$/, 'note'],
];

/** Questions that may be left empty. */
export const OPTIONAL: ReadonlySet<Question> = new Set<Question>([
  'firstSource',
  'statedGermination',
  'daysToEmerge',
  'traits',
  'forcedByWeather',
  'pickings',
  'selfSown',
  'look',
  'sample',
  'note',
  'offspring',
  'plantsSown',
  'earlierMethods',
  // Asked disease by disease, each in a field of its own.
  'diseaseAnswers',
]);

/** Questions that somebody at the desk must answer; the others take "unknown". */
export const MUST_BE_KNOWN: ReadonlySet<Question> = new Set<Question>([
  'source',
  'crop',
  'variety',
  'form',
  'amount',
  'place',
  'container',
]);

/** Whether a question wants an answer, and "unknown" is one. */
export function mayBeUnknown(question: Question): boolean {
  return !MUST_BE_KNOWN.has(question) && !OPTIONAL.has(question);
}

/** What has been said so far, as far as it decides what else to ask. */
export interface SaidSoFar {
  readonly source: Origin | null;
  readonly nameFrom: string | null;
  readonly kind: Kind | null;
  readonly boughtPlant: string | null;
  readonly dateMeans: string | null;
  readonly bolters: string | null;
  readonly diseases: boolean;
  readonly methods: readonly string[];
  readonly neighbours: string | null;
  readonly form: string | null;
  readonly countsBest: boolean;
  /** Seasons it was grown on; 0 where nobody said. */
  readonly seasonsGrown: number;
}

type Asked = Pick<
  Crop,
  | 'breeding'
  | 'lifeCycle'
  | 'hybrids'
  | 'exposedStigma'
  | 'diseases'
  | 'pests'
  | 'cure'
  | 'harvest'
  | 'seedsPerGram'
  | 'homeDistance'
  | 'extraction'
> & { readonly regulated?: boolean };

/** Crops in which flowering before their time is inherited and spoils the line. */
/** Whether early bolting of this crop is inherited, so that it is asked about. */
export const boltsInherit = ({ lifeCycle, breeding, homeDistance }: Asked, leafy: boolean) =>
  lifeCycle === 'biennial' || leafy || (breeding === 'crossed by wind' && homeDistance >= 300);

/**
 * What to ask about this crop from this source, in order: a selfing crop is not asked about cages, bought seed not about its garden,
 * clean seed not whether it is ripe. Before the crop is chosen only the first questions come.
 */
export function questionsFor(crop: (Asked & { readonly leafy: boolean }) | null, said: SaidSoFar): readonly Question[] {
  if (!crop || !said.source) return ['source', 'crop', 'variety'];
  const asks = new Set<Question>([
    'source',
    'crop',
    'variety',
    'nameFrom',
    'nameSure',
    'kind',
    'harvested',
    'form',
    'storedIn',
    'storedSince',
  ]);
  const add = (when: boolean, ...questions: Question[]) => {
    if (when) for (const question of questions) asks.add(question);
  };
  const { source } = said;
  const grown = source === 'donated' || source === 'returned';
  const packet = source === 'bought' || source === 'found';
  // Somebody hands on a packet that they have not grown from: what is printed on it matters all the same.
  const packetHandedOn = source === 'donated' && said.nameFrom === 'packet' && said.seasonsGrown === 0;
  const inPacket = packet || packetHandedOn;
  const selfing = isSelfing(crop);
  add(crop.hybrids !== 'rare' && grown && said.kind !== 'F1' && source !== 'returned', 'boughtPlant');
  add(said.kind === 'F1' || said.boughtPlant === 'yes' || source === 'market fruit', 'offspring');
  add(packet, 'use', 'protectedName', 'invasive');
  add(inPacket, 'treated', 'dateMeans', 'statedGermination', 'daysToEmerge');
  add(source === 'donated', 'protectedName');
  if (packet) asks.delete('harvested');
  add(inPacket && said.dateMeans !== null && said.dateMeans !== 'no date' && said.dateMeans !== 'unknown', 'packetDate');
  add(inPacket && (said.dateMeans === 'no date' || said.dateMeans === 'unknown'), 'ageYears');
  add(
    grown,
    'donor',
    'garden',
    'seasonsGrown',
    'firstSource',
    'plantsSown',
    'plantsStanding',
    'plantsHarvested',
    'selection',
    'traits',
    'roguing',
    'offTypes',
    'forcedByWeather',
    'selfSown',
  );
  if (source === 'returned')
    for (const known of ['source', 'crop', 'nameFrom', 'nameSure', 'seasonsGrown', 'firstSource'] as const) asks.delete(known);
  add(source === 'market fruit' || packet, 'donor');
  add(grown && boltsInherit(crop, crop.leafy), 'bolters');
  add(said.bolters === 'removed' || said.bolters === 'saved from', 'boltedWhy');
  add(grown && crop.diseases.length > 0, 'diseases');
  add(said.diseases, 'diseaseAnswers');
  add(grown && crop.harvest === 'staged', 'pickings');
  add(grown, 'neighbours');
  add(grown && !selfing, 'methods');
  add(source === 'donated' && !selfing && said.seasonsGrown > 1, 'earlierMethods');
  add(grown && crop.exposedStigma !== null, 'stigma');
  add(grown && said.methods.includes('hand pollination'), 'pollinatedOn', 'pickedOn');
  add(said.form !== null && said.form !== 'clean seed' && said.form !== 'on paper', 'ripeSigns');
  add(said.form === 'clean seed' || said.form === 'on paper', 'look', 'mould');
  // How a shop dried its seed nobody can say.
  add((said.form === 'clean seed' || said.form === 'on paper') && !packet, 'dried');
  add(crop.pests.length > 0, 'insects');
  add(said.countsBest, 'sample');
  for (const always of ['amount', 'place', 'container', 'note'] as const) asks.add(always);
  return QUESTION_IDS.filter((question) => asks.has(question));
}

/** Whether its leaves are what is eaten, so that early bolting matters. */
const LEAFY = new Set([
  'lettuce',
  'spinach',
  'coriander',
  'rocket',
  'dill',
  'chinese-cabbage',
  'pak-choi',
  'mizuna',
  'mustard',
  'orach',
  'basil',
  'cress',
  'chervil',
  'corn-salad',
  'claytonia',
  'purslane',
]);
export const isLeafy = (cropId: string): boolean => LEAFY.has(cropId);

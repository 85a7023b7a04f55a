import { answersFor, type DiseaseAnswer, type SeedDisease } from '#core/almanac/diseases.ts';
import { METHODS, type Method } from '#core/isolation/barriers.ts';
import { refusal } from '#core/kernel/refusal.ts';
import { KINDS, STORED_SO_FAR, type Kind } from '#core/lots/words.ts';
import { diseaseField, diseasesSeen, MOST_NEIGHBOURS, OTHER_DISEASE, split } from '#core/passport/answers.ts';
import {
  AMOUNTS,
  BOLT_REASONS,
  BOLTERS,
  DATE_MEANINGS,
  DRYINGS,
  EMPTY_PASSPORT,
  FORMS,
  INSECTS,
  LOOKS,
  NAME_SOURCES,
  NAME_SURENESS,
  OVERLAPS,
  ROGUINGS,
  SELECTIONS,
  STIGMAS,
  USES,
  type NeighbourTold,
  type PacketTold,
  type Passport,
} from '#core/passport/passport.ts';
import { pickingsTyped } from '#core/passport/pickings.ts';
import { parseAmount } from '#core/units/parseAmount.ts';
import { parseDistance } from '#core/units/parseDistance.ts';
import type { AnswerReader } from './answerReader.ts';

/** What the answers say of the seed; questions not answered yet count as unknown. Needs a crop. */
export function readPassport(reader: AnswerReader): Passport {
  const methods = readMethods(reader, 'methods');
  return {
    ...EMPTY_PASSPORT,
    kind: (reader.choice('kind', KINDS) ?? 'unknown') as Kind,
    offspring: reader.asked.has('offspring') && reader.text('offspring') !== null && reader.text('offspring') !== 'no',
    nameFrom: reader.choice('nameFrom', NAME_SOURCES),
    nameSure: reader.choice('nameSure', NAME_SURENESS),
    boughtPlant: reader.yesNo('boughtPlant'),
    protectedName: reader.yesNo('protectedName'),
    invasive: reader.yesNo('invasive'),
    treated: reader.yesNo('treated'),
    use: reader.choice('use', USES),
    harvested: reader.date('harvested'),
    seasonsGrown: reader.whole('seasonsGrown', 1, 200, 'seasons'),
    firstSource: reader.text('firstSource'),
    packet: readPacket(reader),
    plantsSown: reader.whole('plantsSown', 1, 100_000, 'plants'),
    plantsStanding: reader.whole('plantsStanding', 1, 100_000, 'plants'),
    plantsHarvested: reader.whole('plantsHarvested', 1, 100_000, 'plants'),
    selection: reader.choice('selection', SELECTIONS),
    traits: reader.text('traits'),
    roguing: reader.choice('roguing', ROGUINGS),
    offTypes: reader.whole('offTypes', 0, 100_000, 'plants'),
    bolters: reader.choice('bolters', BOLTERS),
    boltedWhy: reader.choice('boltedWhy', BOLT_REASONS),
    diseases: readDiseases(reader),
    forcedByWeather: reader.text('forcedByWeather'),
    pickings: readPickings(reader),
    selfSown: reader.asked.has('selfSown') && reader.text('selfSown') !== null ? reader.text('selfSown') !== 'no' : null,
    pollinatedOn: reader.day('pollinatedOn'),
    pickedOn: reader.day('pickedOn'),
    neighbours: readNeighbours(reader),
    methods,
    earlierMethods: readMethods(reader, 'earlierMethods'),
    stigma: reader.choice('stigma', STIGMAS),
    form: FORMS.find((form) => form === reader.text('form')) ?? 'clean seed',
    ripeSigns: reader.yesNo('ripeSigns'),
    dried: reader.choice('dried', DRYINGS),
    look: reader.asked.has('look') ? LOOKS.filter((look) => split(reader.answers['look']).includes(look)) : [],
    insects: reader.choice('insects', INSECTS),
    mould: reader.yesNo('mould'),
    storedIn: reader.choice('storedIn', STORED_SO_FAR),
    storedSince: reader.date('storedSince'),
    sample: readSample(reader),
  };
}

function readPacket(reader: AnswerReader): PacketTold | null {
  if (!reader.asked.has('dateMeans')) return null;
  const percent = reader.text('statedGermination');
  const share = percent === null || percent === 'unknown' ? null : Number(percent.replace(/[%\s]/g, '').replace(',', '.')) / 100;
  if (share !== null && !(share > 0 && share <= 1)) reader.fault('statedGermination', 'germination: unreadable');
  const days = reader.whole('daysToEmerge', 1, 120, 'days');
  const date = reader.asked.has('packetDate') ? reader.date('packetDate') : null;
  return {
    dateMeans: reader.choice('dateMeans', DATE_MEANINGS),
    date: date === 'unknown' ? null : date,
    germination: share !== null && share > 0 && share <= 1 ? share : null,
    daysToEmerge: typeof days === 'number' ? days : null,
    ageYears: readAge(reader),
  };
}

function readAge(reader: AnswerReader): readonly [number, number] | null {
  const text = reader.asked.has('ageYears') ? reader.known('ageYears') : null;
  if (text === null) return null;
  const match = /^(?:about\s+)?(\d{1,2})(?:\s*(?:to|-|–)\s*(\d{1,2}))?(?:\s*years?)?$/i.exec(text);
  const [low, high] = match ? [Number(match[1]), Number(match[2] ?? match[1])] : [1, 0];
  if (low <= high) return [low, high];
  reader.fault('ageYears', 'years: unreadable');
  return null;
}

function readDiseases(reader: AnswerReader): Passport['diseases'] {
  if (!reader.asked.has('diseases')) return null;
  const said = reader.text('diseases');
  if (said === null || said === 'unknown') return 'unknown';
  return diseasesSeen(reader.answers).flatMap((ticked) => {
    const known = reader.crop!.diseases.find(({ name }) => name === ticked) ?? null;
    if (!known && ticked !== OTHER_DISEASE) return [];
    const name = known ? ticked : reader.text('diseaseOther');
    if (name === null) return reader.fault('diseaseOther', 'disease: no words') ?? [];
    return [{ name, answer: readDiseaseAnswer(reader, ticked, known) }];
  });
}

/** What is done about a disease; until that is said, somebody who knows it is to be asked. */
function readDiseaseAnswer(reader: AnswerReader, ticked: string, known: SeedDisease | null): DiseaseAnswer {
  const field = diseaseField(ticked);
  const said = reader.text(field);
  if (said === null) return reader.fault(field, 'disease: nothing done') ?? 'ask';
  return answersFor(known).find((answer) => answer === said) ?? reader.fault(field, 'choice: missing') ?? 'ask';
}

function readPickings(reader: AnswerReader): Passport['pickings'] {
  if (!reader.asked.has('pickings') || reader.text('pickings') === null) return null;
  const said = reader.choice('pickings', ['once', 'several']);
  if (said === 'once') return [{ on: 'unknown', milligrams: 'unknown' }];
  if (said !== 'several') return 'unknown';
  const typed = pickingsTyped(reader.answers);
  for (const { row, isDayWrong, isWeightWrong } of typed) {
    if (isDayWrong) reader.fault(`p${row}on`, 'day: impossible');
    if (isWeightWrong) reader.fault(`p${row}weight`, 'picking: no weight');
  }
  if (typed.length < 2) reader.fault('pickings', 'pickings: fewer than two');
  return typed.map(({ on, milligrams }) => ({ on, milligrams }));
}

function readMethods(reader: AnswerReader, name: 'methods' | 'earlierMethods'): Passport['methods'] {
  if (!reader.asked.has(name)) return null;
  return METHODS.filter((method) => split(reader.answers[name]).includes(method)) as Method[];
}

function readNeighbours(reader: AnswerReader): Passport['neighbours'] {
  if (!reader.asked.has('neighbours')) return null;
  const said = reader.text('neighbours');
  if (said === 'none') return [];
  if (said !== 'some') return 'unknown';
  const rows = Array.from({ length: MOST_NEIGHBOURS }, (_, row) => readNeighbour(reader, row)).filter((one) => one !== null);
  if (rows.length === 0) reader.fault('neighbours', 'neighbour: nothing said');
  return rows;
}

function readNeighbour(reader: AnswerReader, row: number): NeighbourTold | null {
  const field = (part: string) => `n${row}${part}`;
  const told = (part: string) => reader.text(field(part));
  if (!['what', 'metres', 'overlap', 'amount'].some((part) => told(part) !== null)) return null;
  const word = <const Word extends string>(part: string, words: readonly Word[]) =>
    words.find((one) => one === told(part)) ?? ('unknown' as const);
  return {
    what: told('what') === 'unknown' ? 'a variety nobody knows' : (told('what')?.slice(0, 80) ?? 'another of its kind'),
    cropId: told('crop') === reader.crop!.id ? null : told('crop'),
    metres: readDistance(reader, field('metres')),
    overlap: word('overlap', OVERLAPS),
    amount: word('amount', AMOUNTS),
    caged: told('caged') === 'yes',
  };
}

function readDistance(reader: AnswerReader, name: string): NeighbourTold['metres'] {
  const text = reader.known(name);
  if (text === null) return 'unknown';
  const read = parseDistance(text);
  if (read.ok) return read.metres;
  reader.fault(name, `distance: ${read.why}`);
  return 'unknown';
}

function readSample(reader: AnswerReader): Passport['sample'] {
  const [seeds, weight] = [reader.known('sampleSeeds'), reader.known('sampleWeight')];
  if (!reader.asked.has('sample') || (seeds === null && weight === null)) return null;
  const count = Number(seeds);
  if (!Number.isInteger(count) || count < 10) reader.fault('sampleSeeds', 'sample: under ten');
  const read = parseAmount(weight ?? '');
  if (!read.ok || read.amount.kind !== 'weight') reader.fault('sampleWeight', 'sample: no weight');
  else if (Number.isInteger(count) && count >= 10) return plausible(reader, { seeds: count, milligrams: read.amount.milligrams });
  return null;
}

/** Ten times off the almanac's range is a slip of the pen, not a variety. */
function plausible(reader: AnswerReader, sample: NonNullable<Passport['sample']>): Passport['sample'] {
  const perGram = (sample.seeds * 1000) / sample.milligrams;
  const [low, high] = reader.crop!.seedsPerGram;
  if (perGram >= low / 10 && perGram <= high * 10) return sample;
  reader.fault('sampleWeight', refusal('sample: implausible', perGram < 10 ? perGram.toFixed(1) : Math.round(perGram), low, high));
  return null;
}

import { z } from 'zod';
import { AMOUNT_TROUBLE, DATE_TROUBLE, DISTANCE_TROUBLE } from '#contracts/fields.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { answersFor, type DiseaseAnswer, type SeedDisease } from '#core/almanac/diseases.ts';
import { parsePartialDate } from '#core/calendar/parsePartialDate.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { METHODS, type Method } from '#core/isolation/barriers.ts';
import { KINDS, STORED_SO_FAR, type Kind, type Origin } from '#core/lots/words.ts';
import {
  diseaseField,
  diseasesSeen,
  MOST_NEIGHBOURS,
  OTHER_DISEASE,
  questionsNow,
  saidSoFar,
  split,
  type Answers,
} from '#core/passport/answers.ts';
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
  type Answer,
  type NeighbourTold,
  type PacketTold,
  type Passport,
} from '#core/passport/passport.ts';
import { MUST_BE_KNOWN, OPTIONAL, type Question } from '#core/passport/questions.ts';
import { CONTAINERS } from '#core/stock/containers.ts';
import { parseAmount, type Amount } from '#core/units/parseAmount.ts';
import { parseDistance } from '#core/units/parseDistance.ts';
import { readStock } from '#core/units/readStock.ts';

const posted = z.record(z.string().max(80), z.string().max(2000)).refine((fields) => Object.keys(fields).length <= 160);

/** Reads a posted interview into answers: ticks of one name are joined, an "unknown" box wins over what was typed beside it. */
export function readAnswers(form: FormData): Answers {
  const answers = new Map<string, string>();
  const unknown: string[] = [];
  for (const name of new Set(form.keys())) {
    const typed = form.getAll(name).filter((value): value is string => typeof value === 'string');
    const said = typed
      .map((value) => value.trim())
      .filter(Boolean)
      .join('|');
    const of = /^(.+)-unknown$/.exec(name)?.[1];
    if (of !== undefined && said) unknown.push(of);
    else if (of === undefined && !NOT_ANSWERS.has(name)) answers.set(name, said);
  }
  for (const name of unknown) answers.set(name, 'unknown');
  const read = posted.safeParse(Object.fromEntries(answers));
  return read.success ? read.data : {};
}

const NOT_ANSWERS: ReadonlySet<string> = new Set(['intent', 'version', 'key']);

/** What is brought: an amount of seed, or fruit, heads and papers that are still to be cleaned, in the giver's words. */
export type Brought =
  { readonly kind: 'seed'; readonly amount: Amount; readonly typed: string } | { readonly kind: 'uncleaned'; readonly typed: string };

export interface Interview {
  readonly source: Origin;
  readonly cropId: string;
  readonly variety: string;
  readonly donor: string | null;
  readonly donorIsNew: boolean;
  readonly garden: string | null;
  readonly gardenPlace: string | null;
  readonly passport: Passport;
  readonly brought: Brought;
  readonly place: string;
  readonly container: string;
  readonly note: string | null;
  readonly keepsLoanOpen: boolean;
}

/** Errors by field name, in the order of the interview. */
export type Faults = Readonly<Record<string, string>>;

export interface ReadInterview {
  /** What can be understood of it, with questions not answered yet counted as unknown; null before crop and source are known. */
  readonly passport: Passport | null;
  readonly interview: Interview | null;
  readonly faults: Faults;
}

/** Reads an interview about one crop. Every fault is named at its field, all at once; nothing is guessed. */
export function readInterview(answers: Answers, crop: Crop | null, loan: boolean): ReadInterview {
  const reader = new Reader(answers, crop, loan);
  return reader.read();
}

const MISSING: Partial<Record<Question, string>> = {
  source: 'Say how it came',
  crop: 'Choose the crop',
  variety: 'What is it called? Write the name as it was given',
  kind: 'Say what kind of seed it is; “Unknown” is an answer',
  form: 'Say what it comes as',
  amount: AMOUNT_TROUBLE.empty,
  place: 'Say where it goes',
  container: 'Say what it goes into',
};
const ANSWER = 'Answer, or tap Unknown';
class Reader {
  private readonly answers: Answers;
  private readonly crop: Crop | null;
  private readonly loan: boolean;
  private readonly asked: ReadonlySet<Question>;
  private readonly faults: Record<string, string> = {};

  constructor(answers: Answers, crop: Crop | null, loan: boolean) {
    this.answers = answers;
    this.crop = crop;
    this.loan = loan;
    this.asked = new Set(questionsNow(crop, answers, loan));
  }

  read(): ReadInterview {
    const { crop } = this;
    for (const question of this.asked)
      if (!OPTIONAL.has(question) && !this.text(question)) this.fault(question, MISSING[question] ?? ANSWER);
    for (const question of this.asked)
      if (MUST_BE_KNOWN.has(question) && this.text(question) === 'unknown') this.fault(question, 'This has to be known');
    const source = saidSoFar(this.answers, this.loan).source;
    if (!crop || !source) return { passport: null, interview: null, faults: this.faults };
    this.length('variety', 80, 'donor', 120, 'garden', 120, 'gardenPlace', 120, 'diseaseOther', 60, 'place', 60, 'note', 1000);
    const container = this.text('container');
    if (container !== null && !Object.hasOwn(CONTAINERS, container)) this.fault('container', MISSING.container!);
    const passport = this.passport();
    const brought = this.brought(crop);
    const interview: Interview | null =
      Object.keys(this.faults).length > 0 || !brought
        ? null
        : {
            source,
            cropId: crop.id,
            variety: this.text('variety')!,
            donor: this.known('donor'),
            donorIsNew: this.text('donorNew') !== null,
            garden: this.known('garden'),
            gardenPlace: this.known('gardenPlace'),
            passport,
            brought,
            place: this.text('place')!,
            container: this.text('container')!,
            note: this.text('note'),
            keepsLoanOpen: this.text('keepsLoanOpen') !== null,
          };
    return { passport, interview, faults: this.faults };
  }

  private text(name: string): string | null {
    return this.answers[name] || null;
  }

  private known(name: string): string | null {
    const text = this.text(name);
    return text === 'unknown' ? null : text;
  }

  private fault(name: string, why: string): undefined {
    this.faults[name] ??= why;
    return undefined;
  }

  private length(...limits: (string | number)[]): void {
    for (let at = 0; at < limits.length; at += 2)
      if ((this.text(limits[at] as string)?.length ?? 0) > (limits[at + 1] as number))
        this.fault(limits[at] as string, `Keep it under ${limits[at + 1]} characters`);
  }

  /** An asked question's answer by one of these words; not asked is null, not answered yet is unknown. */
  private choice<const Word extends string>(name: Question, words: readonly Word[]): Answer<Word> {
    if (!this.asked.has(name)) return null;
    const text = this.text(name);
    if (text === null || text === 'unknown') return 'unknown';
    if ((words as readonly string[]).includes(text)) return text as Word;
    this.fault(name, 'Choose one of the answers');
    return 'unknown';
  }

  private yesNo(name: Question): Answer<boolean> {
    const said = this.choice(name, ['yes', 'no']);
    return said === null || said === 'unknown' ? said : said === 'yes';
  }

  private whole(name: Question, least: number, most: number, what: string): Answer<number> {
    return this.parsed(name, (text) => {
      const number = Number(text.replace(/^about\s+/i, ''));
      if (!Number.isInteger(number)) return this.fault(name, `Write a whole number of ${what}`);
      if (number < least) return this.fault(name, least === 1 ? `At least one ${what.replace(/s$/, '')}` : `Not below ${least}`);
      if (number > most) return this.fault(name, `That is more ${what} than can be. Check the number`);
      return number;
    });
  }

  private parsed<T>(name: Question, parse: (text: string) => T | undefined): Answer<T> {
    if (!this.asked.has(name)) return null;
    const text = this.text(name);
    if (text === null) return OPTIONAL.has(name) ? null : 'unknown';
    if (text === 'unknown') return 'unknown';
    return parse(text) ?? 'unknown';
  }

  private date(name: Question): Answer<string> {
    return this.parsed(name, (text) => {
      const read = parsePartialDate(text);
      return read.ok ? read.date : this.fault(name, DATE_TROUBLE[read.why]);
    });
  }

  private day(name: Question): Answer<string> {
    return this.parsed(name, (text) => (isIsoDate(text) ? text : this.fault(name, 'There is no such day')));
  }

  private passport(): Passport {
    const methods = this.methods('methods');
    return {
      ...EMPTY_PASSPORT,
      kind: (this.choice('kind', KINDS) ?? 'unknown') as Kind,
      offspring: this.asked.has('offspring') && this.text('offspring') !== null && this.text('offspring') !== 'no',
      nameFrom: this.choice('nameFrom', NAME_SOURCES),
      nameSure: this.choice('nameSure', NAME_SURENESS),
      boughtPlant: this.yesNo('boughtPlant'),
      protectedName: this.yesNo('protectedName'),
      invasive: this.yesNo('invasive'),
      treated: this.yesNo('treated'),
      use: this.choice('use', USES),
      harvested: this.date('harvested'),
      seasonsGrown: this.whole('seasonsGrown', 1, 200, 'seasons'),
      firstSource: this.text('firstSource'),
      packet: this.packet(),
      plantsSown: this.whole('plantsSown', 1, 100_000, 'plants'),
      plantsStanding: this.whole('plantsStanding', 1, 100_000, 'plants'),
      plantsHarvested: this.whole('plantsHarvested', 1, 100_000, 'plants'),
      selection: this.choice('selection', SELECTIONS),
      traits: this.text('traits'),
      roguing: this.choice('roguing', ROGUINGS),
      offTypes: this.whole('offTypes', 0, 100_000, 'plants'),
      bolters: this.choice('bolters', BOLTERS),
      boltedWhy: this.choice('boltedWhy', BOLT_REASONS),
      diseases: this.diseases(),
      forcedByWeather: this.text('forcedByWeather'),
      pickings: this.whole('pickings', 1, 60, 'pickings'),
      selfSown: this.asked.has('selfSown') && this.text('selfSown') !== null ? this.text('selfSown') !== 'no' : null,
      pollinatedOn: this.day('pollinatedOn'),
      pickedOn: this.day('pickedOn'),
      neighbours: this.neighbours(),
      methods,
      earlierMethods: this.methods('earlierMethods'),
      stigma: this.choice('stigma', STIGMAS),
      form: FORMS.find((form) => form === this.text('form')) ?? 'clean seed',
      ripeSigns: this.yesNo('ripeSigns'),
      dried: this.choice('dried', DRYINGS),
      look: this.asked.has('look') ? LOOKS.filter((look) => split(this.answers['look']).includes(look)) : [],
      insects: this.choice('insects', INSECTS),
      mould: this.yesNo('mould'),
      storedIn: this.choice('storedIn', STORED_SO_FAR),
      storedSince: this.date('storedSince'),
      sample: this.sample(),
    };
  }

  private packet(): PacketTold | null {
    if (!this.asked.has('dateMeans')) return null;
    const percent = this.text('statedGermination');
    const share = percent === null || percent === 'unknown' ? null : Number(percent.replace(/[%\s]/g, '').replace(',', '.')) / 100;
    if (share !== null && !(share > 0 && share <= 1)) this.fault('statedGermination', 'Write a percentage, like 85 %');
    const days = this.whole('daysToEmerge', 1, 120, 'days');
    const date = this.asked.has('packetDate') ? this.date('packetDate') : null;
    return {
      dateMeans: this.choice('dateMeans', DATE_MEANINGS),
      date: date === 'unknown' ? null : date,
      germination: share !== null && share > 0 && share <= 1 ? share : null,
      daysToEmerge: typeof days === 'number' ? days : null,
      ageYears: this.age(),
    };
  }

  private age(): readonly [number, number] | null {
    const text = this.asked.has('ageYears') ? this.known('ageYears') : null;
    if (text === null) return null;
    const match = /^(?:about\s+)?(\d{1,2})(?:\s*(?:to|-|–)\s*(\d{1,2}))?(?:\s*years?)?$/i.exec(text);
    const [low, high] = match ? [Number(match[1]), Number(match[2] ?? match[1])] : [1, 0];
    if (low <= high) return [low, high];
    this.fault('ageYears', 'Write it in years, like 3 to 6');
    return null;
  }

  private diseases(): Passport['diseases'] {
    if (!this.asked.has('diseases')) return null;
    const said = this.text('diseases');
    if (said === null || said === 'unknown') return 'unknown';
    return diseasesSeen(this.answers).flatMap((ticked) => {
      const known = this.crop!.diseases.find(({ name }) => name === ticked) ?? null;
      if (!known && ticked !== OTHER_DISEASE) return [];
      const name = known ? ticked : this.text('diseaseOther');
      if (name === null) return this.fault('diseaseOther', 'Say in a few words what was seen') ?? [];
      return [{ name, answer: this.diseaseAnswer(ticked, known) }];
    });
  }

  /** What is done about a disease; until that is said, somebody who knows it is to be asked. */
  private diseaseAnswer(ticked: string, known: SeedDisease | null): DiseaseAnswer {
    const field = diseaseField(ticked);
    const said = this.text(field);
    if (said === null) return this.fault(field, 'Say what is done about it') ?? 'ask';
    return answersFor(known).find((answer) => answer === said) ?? this.fault(field, 'Choose one of the answers') ?? 'ask';
  }

  private methods(name: 'methods' | 'earlierMethods'): Passport['methods'] {
    if (!this.asked.has(name)) return null;
    return METHODS.filter((method) => split(this.answers[name]).includes(method)) as Method[];
  }

  private neighbours(): Passport['neighbours'] {
    if (!this.asked.has('neighbours')) return null;
    const said = this.text('neighbours');
    if (said === 'none') return [];
    if (said !== 'some') return 'unknown';
    const rows = Array.from({ length: MOST_NEIGHBOURS }, (_, row) => this.neighbour(row)).filter((one) => one !== null);
    if (rows.length === 0) this.fault('neighbours', 'Say at least what flowered, or how far off');
    return rows;
  }

  private neighbour(row: number): NeighbourTold | null {
    const field = (part: string) => `n${row}${part}`;
    const told = (part: string) => this.text(field(part));
    if (!['what', 'metres', 'overlap', 'amount'].some((part) => told(part) !== null)) return null;
    const word = <const Word extends string>(part: string, words: readonly Word[]) =>
      words.find((one) => one === told(part)) ?? ('unknown' as const);
    return {
      what: told('what') === 'unknown' ? 'a variety nobody knows' : (told('what')?.slice(0, 80) ?? 'another of its kind'),
      cropId: told('crop') === this.crop!.id ? null : told('crop'),
      metres: this.distance(field('metres')),
      overlap: word('overlap', OVERLAPS),
      amount: word('amount', AMOUNTS),
      caged: told('caged') === 'yes',
    };
  }

  private distance(name: string): NeighbourTold['metres'] {
    const text = this.known(name);
    if (text === null) return 'unknown';
    const read = parseDistance(text);
    if (read.ok) return read.metres;
    this.fault(name, DISTANCE_TROUBLE[read.why]);
    return 'unknown';
  }

  private sample(): Passport['sample'] {
    const [seeds, weight] = [this.known('sampleSeeds'), this.known('sampleWeight')];
    if (!this.asked.has('sample') || (seeds === null && weight === null)) return null;
    const count = Number(seeds);
    if (!Number.isInteger(count) || count < 10) this.fault('sampleSeeds', 'Count at least ten seeds');
    const read = parseAmount(weight ?? '');
    if (!read.ok || read.amount.kind !== 'weight') this.fault('sampleWeight', 'Write what they weigh, like 2.4 g');
    else if (Number.isInteger(count) && count >= 10) return this.plausible({ seeds: count, milligrams: read.amount.milligrams });
    return null;
  }

  /** Ten times off the almanac's range is a slip of the pen, not a variety. */
  private plausible(sample: NonNullable<Passport['sample']>): Passport['sample'] {
    const perGram = (sample.seeds * 1000) / sample.milligrams;
    const [low, high] = this.crop!.seedsPerGram;
    if (perGram >= low / 10 && perGram <= high * 10) return sample;
    this.fault(
      'sampleWeight',
      `That would be ${perGram < 10 ? perGram.toFixed(1) : Math.round(perGram)} seeds in a gram; usual are ${low} to ${high}. Check both`,
    );
    return null;
  }

  private brought(crop: Crop): Brought | null {
    const typed = this.text('amount');
    if (typed === null) return null;
    const read = readStock(typed, crop.packet, crop.density);
    const form = this.text('form');
    if (read.ok && (form === 'clean seed' || form === 'on paper' || form === null)) return { kind: 'seed', amount: read.amount, typed };
    if (form !== null && form !== 'clean seed') {
      if (/\d/.test(typed) && typed.length <= 80 && !/^\s*[-−]/.test(typed)) return { kind: 'uncleaned', typed };
      this.fault('amount', 'Say how many or how much: 12 fruits, 3 heads, a 2 kg sack');
      return null;
    }
    if (!read.ok) this.fault('amount', AMOUNT_TROUBLE[read.why]);
    return null;
  }
}

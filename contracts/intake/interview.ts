import { z } from 'zod';
import type { Crop } from '#core/almanac/crop.ts';
import type { Origin } from '#core/lots/words.ts';
import { saidSoFar, type Answers } from '#core/passport/answers.ts';
import type { Passport } from '#core/passport/passport.ts';
import { MUST_BE_KNOWN, OPTIONAL, type Question } from '#core/passport/questions.ts';
import { withContainer } from '#core/passport/cameIn.ts';
import { CONTAINERS } from '#core/stock/containers.ts';
import type { Amount } from '#core/units/parseAmount.ts';
import { readStock } from '#core/units/readStock.ts';
import { AnswerReader } from './answerReader.ts';
import { readPassport } from './readPassport.ts';

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
  readonly varietyIsNew: boolean;
  readonly donor: string | null;
  readonly donorIsNew: boolean;
  readonly garden: string | null;
  readonly gardenIsNew: boolean;
  readonly gardenPlace: string | null;
  readonly passport: Passport;
  /** A harvest that looked impossible was confirmed, as it was typed. */
  readonly sureHarvested: boolean;
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

const MISSING: Partial<Record<Question, string>> = {
  source: 'origin: missing',
  crop: 'crop: missing',
  variety: 'variety: missing',
  kind: 'kind: missing',
  form: 'comes as: missing',
  amount: 'amount: empty',
  place: 'place: missing',
  container: 'container at intake: missing',
};

/** Reads an interview about one crop. Every fault is named at its field, all at once; nothing is guessed. */
export function readInterview(said: Answers, crop: Crop | null, loan: boolean): ReadInterview {
  const answers = withContainer(said);
  const reader = new AnswerReader(answers, crop, loan);
  for (const question of reader.asked)
    if (!OPTIONAL.has(question) && !reader.text(question)) reader.fault(question, MISSING[question] ?? 'question: unanswered');
  for (const question of reader.asked)
    if (MUST_BE_KNOWN.has(question) && reader.text(question) === 'unknown') reader.fault(question, 'question: must be known');
  const source = saidSoFar(answers, loan).source;
  if (!crop || !source) return { passport: null, interview: null, faults: reader.faults };
  reader.length('variety', 80, 'donor', 120, 'garden', 120, 'gardenPlace', 120, 'diseaseOther', 60, 'place', 60, 'note', 1000);
  const container = reader.text('container');
  if (container !== null && !Object.hasOwn(CONTAINERS, container)) reader.fault('container', MISSING.container!);
  const passport = readPassport(reader);
  const brought = readBrought(reader, crop);
  if (
    brought?.kind === 'seed' &&
    brought.amount.kind === 'weight' &&
    passport.sample &&
    passport.sample.milligrams > brought.amount.milligrams
  )
    reader.fault('sampleWeight', 'sample: more than all');
  const interview: Interview | null =
    Object.keys(reader.faults).length > 0 || !brought
      ? null
      : {
          source,
          cropId: crop.id,
          variety: reader.text('variety')!,
          varietyIsNew: reader.confirmed('varietyNew', 'variety'),
          donor: reader.known('donor'),
          donorIsNew: reader.confirmed('donorNew', 'donor'),
          garden: reader.known('garden'),
          gardenIsNew: reader.confirmed('gardenNew', 'garden'),
          gardenPlace: reader.known('gardenPlace'),
          passport,
          sureHarvested: reader.confirmed('sureHarvested', 'harvested'),
          brought,
          place: reader.text('place')!,
          container: reader.text('container')!,
          note: reader.text('note'),
          keepsLoanOpen: reader.text('keepsLoanOpen') !== null,
        };
  return { passport, interview, faults: reader.faults };
}

function readBrought(reader: AnswerReader, crop: Crop): Brought | null {
  const typed = reader.text('amount');
  if (typed === null) return null;
  const read = readStock(typed, crop.packet, crop.density);
  const form = reader.text('form');
  if (read.ok && (form === 'clean seed' || form === 'on paper' || form === null)) return { kind: 'seed', amount: read.amount, typed };
  if (form !== null && form !== 'clean seed') {
    if (/\d/.test(typed) && typed.length <= 80 && !/^\s*[-−]/.test(typed)) return { kind: 'uncleaned', typed };
    reader.fault('amount', 'brought amount: missing');
    return null;
  }
  if (!read.ok) reader.fault('amount', `amount: ${read.why}`);
  return null;
}

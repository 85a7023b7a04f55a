import type { Crop } from '#core/almanac/crop.ts';
import { parsePartialDate } from '#core/calendar/parsePartialDate.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { refusal } from '#core/kernel/refusal.ts';
import { questionsNow, type Answers } from '#core/passport/answers.ts';
import type { Answer } from '#core/passport/passport.ts';
import { OPTIONAL, type Question } from '#core/passport/questions.ts';

/** Reads the answers of an interview one by one, and keeps what is wrong with them by field: the first fault of a field stands. */
export class AnswerReader {
  readonly answers: Answers;
  readonly crop: Crop | null;
  readonly asked: ReadonlySet<Question>;
  readonly faults: Record<string, string> = {};

  constructor(answers: Answers, crop: Crop | null, loan: boolean) {
    this.answers = answers;
    this.crop = crop;
    this.asked = new Set(questionsNow(crop, answers, loan));
  }

  text(name: string): string | null {
    return this.answers[name] || null;
  }

  known(name: string): string | null {
    const text = this.text(name);
    return text === 'unknown' ? null : text;
  }

  /** Whether an answer that was asked about was confirmed, as it is typed now. */
  confirmed(name: string, of: string): boolean {
    return this.text(name) !== null && this.text(name) === this.text(of);
  }

  fault(name: string, why: string): undefined {
    this.faults[name] ??= why;
    return undefined;
  }

  length(...limits: (string | number)[]): void {
    for (let at = 0; at < limits.length; at += 2)
      if ((this.text(limits[at] as string)?.length ?? 0) > (limits[at + 1] as number))
        this.fault(limits[at] as string, refusal('text: too long', limits[at + 1]!));
  }

  /** An asked question's answer by one of these words; not asked is null, not answered yet is unknown. */
  choice<const Word extends string>(name: Question, words: readonly Word[]): Answer<Word> {
    if (!this.asked.has(name)) return null;
    const text = this.text(name);
    if (text === null || text === 'unknown') return 'unknown';
    if ((words as readonly string[]).includes(text)) return text as Word;
    this.fault(name, 'choice: missing');
    return 'unknown';
  }

  yesNo(name: Question): Answer<boolean> {
    const said = this.choice(name, ['yes', 'no']);
    return said === null || said === 'unknown' ? said : said === 'yes';
  }

  whole(name: Question, least: number, most: number, what: string): Answer<number> {
    return this.parsed(name, (text) => {
      const number = Number(text.replace(/^about\s+/i, ''));
      if (!Number.isInteger(number)) return this.fault(name, refusal('whole: missing', what));
      if (number < least) return this.fault(name, refusal('whole: too few', least, what));
      if (number > most) return this.fault(name, refusal('whole: too many', what));
      return number;
    });
  }

  parsed<T>(name: Question, parse: (text: string) => T | undefined): Answer<T> {
    if (!this.asked.has(name)) return null;
    const text = this.text(name);
    if (text === null) return OPTIONAL.has(name) ? null : 'unknown';
    if (text === 'unknown') return 'unknown';
    return parse(text) ?? 'unknown';
  }

  date(name: Question): Answer<string> {
    return this.parsed(name, (text) => {
      const read = parsePartialDate(text);
      return read.ok ? read.date : this.fault(name, `date: ${read.why}`);
    });
  }

  day(name: Question): Answer<string> {
    return this.parsed(name, (text) => (isIsoDate(text) ? text : this.fault(name, 'day: impossible')));
  }
}

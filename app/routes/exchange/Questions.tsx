import { Form } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { CHIP, CHIP_CHOSEN } from '#app/ui/FieldParts.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { grouped } from '#core/units/formatAmount.ts';
import { answeredWords, readingWords } from '#words/exchange.ts';

export interface QuestionShown {
  readonly key: string;
  readonly rows: number;
  readonly asks: string;
  readonly taken: string | null;
  readonly readings: readonly { readonly value: string; readonly shows: string }[];
}

interface Option {
  readonly value: string;
  readonly label: string;
}

const AT_ONCE = 8;

/** What is asked once for all rows that it concerns, the question that most rows ask first; and what was answered. */
export function Questions({
  questions,
  answers,
  crops,
}: {
  questions: readonly QuestionShown[];
  answers: readonly (readonly [string, string])[];
  crops: readonly Option[];
}) {
  const busy = useBusy();
  const shown = questions.slice(0, AT_ONCE);
  return (
    <section aria-labelledby="questions">
      <h2 id="questions">
        {questions.length === 0
          ? 'All questions are answered'
          : questions.length === 1
            ? 'One question'
            : `${grouped(questions.length)} questions`}
      </h2>
      {questions.length > 0 && (
        <Form method="post" className="mt-1">
          <p className="max-w-prose text-soft">
            Each answer counts for every row it concerns. Skip any of them, and the rows are read as chosen now.
          </p>
          <ol className="mt-3">
            {shown.map((question, index) => (
              <li key={question.key} className="border-t border-rule py-4">
                <OneQuestion question={question} index={index} crops={crops} />
              </li>
            ))}
          </ol>
          <div className="flex flex-wrap items-center gap-4">
            <Button type="submit" look="plain" name="intent" value="answer" disabled={busy}>
              {busy ? 'Saving …' : 'Save answers'}
            </Button>
            {questions.length > shown.length && (
              <span className="text-soft">{grouped(questions.length - shown.length)} more come after these.</span>
            )}
          </div>
        </Form>
      )}
      {answers.length > 0 && (
        <details className="mt-3">
          <summary className="inline-flex min-h-11 cursor-pointer items-center">{grouped(answers.length)} answered</summary>
          <ul>
            {answers.map(([question, answer]) => (
              <li key={question} className="flex flex-wrap items-center gap-3 border-t border-rule py-1">
                <span>{answeredWords(question, answer, crops)}</span>
                <Form method="post">
                  <input type="hidden" name="question" value={question} />
                  <Button type="submit" look="quiet" name="intent" value="ask again">
                    Ask again
                  </Button>
                </Form>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** More choices than these stand in a list. */
const MOST_CHIPS = 6;

function OneQuestion({
  question: { key, rows, asks, taken, readings },
  index,
  crops,
}: {
  question: QuestionShown;
  index: number;
  crops: readonly Option[];
}) {
  const options = readings.map((reading) => ({
    value: reading.value,
    label: readingWords(key, reading),
    isTaken: reading.shows === taken || reading.value === taken,
  }));
  const isOfCrops = key.startsWith('crop:');
  const name = `answer.${index}`;
  return (
    <fieldset>
      <legend className="font-semibold">
        {asks} <span className="font-normal text-soft">{rows === 1 ? 'In 1 row' : `In ${grouped(rows)} rows`}</span>
      </legend>
      <input type="hidden" name={`question.${index}`} value={key} />
      {isOfCrops || options.length > MOST_CHIPS ? (
        <select name={name} defaultValue="" aria-label={asks} className="input mt-1 max-w-80">
          <option value="">Choose one</option>
          {options.length > 0 && (
            <optgroup label="Likely">
              {options.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </optgroup>
          )}
          {isOfCrops && (
            <optgroup label="All crops">
              {crops.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </optgroup>
          )}
        </select>
      ) : (
        <div className="mt-1 flex flex-wrap gap-2">
          {options.map(({ value, label, isTaken }) => (
            <label key={value} className={classes(CHIP, CHIP_CHOSEN)}>
              <input type="radio" name={name} value={value} defaultChecked={isTaken} className="size-4 accent-current outline-none" />
              {label}
            </label>
          ))}
        </div>
      )}
    </fieldset>
  );
}

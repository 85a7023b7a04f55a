import { CHIP, CHIP_CHOSEN, describedBy, FieldError, FieldHint, FieldLabel, Suggestions } from '#app/ui/FieldParts.tsx';
import type { ReactNode } from 'react';
import type { Answers } from '#core/passport/answers.ts';
import { split } from '#core/passport/answers.ts';
import { classes } from '#app/ui/classes.ts';
import { DATE_HINT, DateInput } from '#app/ui/DateInput.tsx';

/** What every question of the interview is given: the answers so far, what is wrong, and how to answer. */
export interface Asking {
  readonly answers: Answers;
  readonly faults: Readonly<Record<string, string>>;
  readonly say: (name: string, value: string) => void;
}

interface Common extends Asking {
  readonly name: string;
  readonly label: string;
  readonly hint?: ReactNode;
}

const idOf = (name: string) => `ask-${name}`;

export const Fault = ({ name, faults }: Pick<Common, 'name' | 'faults'>) => (
  <FieldError id={`${idOf(name)}-fault`}>{faults[name]}</FieldError>
);

const described = ({ name, hint, faults }: Common) =>
  describedBy(hint ? `${idOf(name)}-hint` : null, faults[name] && `${idOf(name)}-fault`);

const Label = ({ name, label, hint }: Pick<Common, 'name' | 'label' | 'hint'>) => (
  <FieldLabel of={idOf(name)} label={label} hint={hint} hintId={`${idOf(name)}-hint`} />
);

/** A line of text; with `unknown`, one tap says that nobody knows. */
export function AskText({
  unknown,
  suggestions,
  className,
  ...ask
}: Common & {
  unknown?: boolean;
  suggestions?: readonly string[];
  className?: string;
  inputMode?: 'numeric' | 'decimal';
}) {
  const { name, label, hint, answers, faults, say } = ask;
  const isUnknown = answers[name] === 'unknown';
  return (
    <div>
      <Label name={name} label={label} hint={hint} />
      <div className="mt-1 flex gap-2">
        <input
          id={idOf(name)}
          name={name}
          type="text"
          value={isUnknown ? '' : (answers[name] ?? '')}
          onChange={(event) => say(name, event.target.value)}
          disabled={isUnknown}
          autoComplete="off"
          inputMode={ask.inputMode}
          aria-invalid={faults[name] ? true : undefined}
          aria-describedby={described(ask)}
          list={suggestions ? `${idOf(name)}-suggestions` : undefined}
          className={classes('input', className)}
        />
        {unknown && <UnknownTick name={name} label={label} ticked={isUnknown} say={say} />}
      </div>
      <Suggestions id={`${idOf(name)}-suggestions`} texts={suggestions} />
      <Fault name={name} faults={faults} />
    </div>
  );
}

/** A day that has passed; with `unknown`, one tap says that nobody knows. */
export function AskDay({ unknown, ...ask }: Common & { unknown?: boolean }) {
  const { name, label, hint = DATE_HINT, answers, faults, say } = ask;
  const isUnknown = answers[name] === 'unknown';
  return (
    <div>
      <Label name={name} label={label} hint={hint} />
      <div className="mt-1 flex gap-2">
        <DateInput
          key={String(isUnknown)}
          id={idOf(name)}
          name={name}
          start={isUnknown ? '' : answers[name]}
          leaning="past"
          onDay={(day) => say(name, day)}
          disabled={isUnknown}
          aria-invalid={faults[name] ? true : undefined}
          aria-describedby={described({ ...ask, hint })}
          className="grow"
        />
        {unknown && <UnknownTick name={name} label={label} ticked={isUnknown} say={say} />}
      </div>
      <Fault name={name} faults={faults} />
    </div>
  );
}

function UnknownTick({ name, label, ticked, say }: { name: string; label: string; ticked: boolean; say: Asking['say'] }) {
  return (
    <label
      className={classes(
        'inline-flex min-h-12 shrink-0 items-center gap-2 rounded-md border px-3',
        ticked ? 'border-frost bg-frost-tint text-frost' : 'border-edge bg-sheet',
      )}
    >
      <input
        type="checkbox"
        name={`${name}-unknown`}
        checked={ticked}
        onChange={(event) => say(name, event.target.checked ? 'unknown' : '')}
        className="size-5"
        aria-label={`${label}: unknown`}
      />
      Unknown
    </label>
  );
}

export interface Choice {
  readonly value: string;
  readonly label: string;
}

/** One of a few, all in sight and each a thumb wide; `several` lets more than one be ticked, with "none" and "unknown" standing alone. */
export function AskChoice({
  choices,
  unknown,
  several,
  ...ask
}: Common & { choices: readonly Choice[]; unknown?: boolean; several?: boolean }) {
  const { name, label, hint, answers, faults, say } = ask;
  const all = unknown ? [...choices, { value: 'unknown', label: 'Unknown' }] : choices;
  const chosen = several ? split(answers[name]) : [answers[name] ?? ''];
  const tick = (value: string, on: boolean) => {
    if (!several) return say(name, value);
    const alone = value === 'none' || value === 'unknown';
    const rest = alone ? [] : chosen.filter((one) => one !== value && one !== 'none' && one !== 'unknown');
    say(name, [...rest, ...(on ? [value] : [])].join('|'));
  };
  return (
    <fieldset id={idOf(name)} tabIndex={-1} aria-describedby={described(ask)} aria-invalid={faults[name] ? true : undefined}>
      <legend className="font-semibold">{label}</legend>
      <FieldHint id={`${idOf(name)}-hint`}>{hint}</FieldHint>
      <div className="mt-1 flex flex-wrap gap-2">
        {all.map(({ value, label: words }) => (
          <label
            key={value}
            className={classes(
              CHIP,
              value === 'unknown' ? 'has-checked:border-frost has-checked:bg-frost-tint has-checked:text-frost' : CHIP_CHOSEN,
            )}
          >
            <input
              type={several ? 'checkbox' : 'radio'}
              name={name}
              value={value}
              checked={chosen.includes(value)}
              onChange={(event) => tick(value, event.target.checked)}
              className="size-4 accent-current outline-none"
            />
            {words}
          </label>
        ))}
      </div>
      <Fault name={name} faults={faults} />
    </fieldset>
  );
}

/** A box to tick. */
export function AskTick({ name, label, answers, say, hint }: Omit<Common, 'faults'>) {
  return (
    <div>
      <label className="inline-flex min-h-12 items-center gap-3">
        <input
          type="checkbox"
          name={name}
          value="yes"
          checked={(answers[name] ?? '') !== ''}
          onChange={(event) => say(name, event.target.checked ? 'yes' : '')}
          className="size-5"
        />
        <span>{label}</span>
      </label>
      <FieldHint>{hint}</FieldHint>
    </div>
  );
}

/** Confirms what was asked about, and only as it is typed now. @param of the answer that is confirmed */
export function AskSure({
  name,
  of,
  words,
  answers,
  say,
}: Omit<Common, 'faults' | 'label'> & { of: string; words: (typed: string) => string }) {
  const typed = answers[of] ?? '';
  return (
    <label className="inline-flex min-h-12 items-center gap-3 font-semibold">
      <input
        type="checkbox"
        name={name}
        value={typed}
        checked={typed !== '' && answers[name] === typed}
        onChange={(event) => say(name, event.target.checked ? typed : '')}
        className="size-5"
      />
      {words(typed)}
    </label>
  );
}

/** A longer text. */
export function AskWords(ask: Common) {
  const { name, label, hint, answers, faults, say } = ask;
  return (
    <div>
      <Label name={name} label={label} hint={hint} />
      <textarea
        id={idOf(name)}
        name={name}
        rows={2}
        value={answers[name] ?? ''}
        onChange={(event) => say(name, event.target.value)}
        aria-invalid={faults[name] ? true : undefined}
        aria-describedby={described(ask)}
        className="input mt-1"
      />
      <Fault name={name} faults={faults} />
    </div>
  );
}

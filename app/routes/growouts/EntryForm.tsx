import { useState, type FormEvent } from 'react';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { DATE_HINT, DateInput } from '#app/ui/DateInput.tsx';
import { readWrittenDays } from '#app/ui/writtenDays.ts';
import { Button } from '#app/ui/Button.tsx';
import { describedBy, FieldError, FieldLabel } from '#app/ui/FieldParts.tsx';
import { smallPhoto } from '#app/ui/smallPhoto.ts';
import { LOG_ASKS, type LogEntry, type LogKind } from '#core/growout/log.ts';
import { METHODS } from '#core/isolation/barriers.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import { LOG_WORDS } from '#words/season.ts';

export interface Draft {
  readonly kind: LogKind;
  /** What is corrected; null for a new entry. */
  readonly entry: LogEntry | null;
  readonly insteadOf: number | null;
}

type Field = 'count' | 'words' | 'metres' | 'method' | 'on';
const WAYS = METHODS.filter((method) => !['none', 'unknown', 'distance', 'time'].includes(method));

/** One entry: today, and what its kind asks for. It checks itself, since it must do without the server. */
export function EntryForm({
  draft: { kind, entry, insteadOf },
  today,
  fault,
  onSave,
  onCancel,
}: {
  draft: Draft;
  today: Day;
  fault: { readonly at: 'on' | 'count'; readonly why: string } | null;
  onSave: (entry: LogEntry, insteadOf: number | null, photo: string | null) => void;
  onCancel: () => void;
}) {
  const [missing, setMissing] = useState<Partial<Record<Field, string>>>({});
  const [photo, setPhoto] = useState<{ readonly small: string | null; readonly fault: string | null }>({ small: null, fault: null });
  const take = async (file: File | undefined) => {
    const small = file ? await smallPhoto(file) : null;
    setPhoto({ small, fault: file && small === null ? PHOTO_TROUBLE['not a photo'] : null });
  };
  const asks = LOG_ASKS[kind];
  const { name, count, words, hint } = LOG_WORDS[kind];
  const errors: Partial<Record<Field, string>> = { ...(fault && { [fault.at]: fault.why }), ...missing };
  const send = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    readWrittenDays(form);
    const text = (field: Field) => {
      const value = form.get(field);
      return typeof value === 'string' && value.trim() !== '' ? value.trim() : null;
    };
    const number = (field: Field) => (text(field) === null ? null : Number(text(field)));
    const wrong: Partial<Record<Field, string>> = {};
    for (const field of ['count', 'metres'] as const)
      if (number(field) !== null && !(Number.isInteger(number(field)) && number(field)! >= 0 && number(field)! <= 100_000))
        wrong[field] = 'Enter a whole number, for example 12';
    if (asks.count === 'asked' && text('count') === null) wrong.count = 'Enter how many; 0 is a valid answer';
    if (asks.words === 'asked' && text('words') === null) wrong.words = 'Describe it in a few words';
    if (asks.method && text('method') === null) wrong.method = 'Choose one';
    if (!isIsoDate(text('on') ?? '')) wrong.on = 'Enter a day, for example 27 Nov or yesterday';
    setMissing(wrong);
    if (Object.keys(wrong).length > 0) return;
    const method = METHODS.find((one) => one === text('method')) ?? null;
    onSave(
      { kind, on: text('on')!, count: number('count'), words: text('words'), metres: number('metres'), method },
      insteadOf,
      photo.small,
    );
  };
  const input = (field: Field, label: string, props: React.ComponentProps<'input'> & { hint?: string | undefined } = {}) => {
    const { hint: below, ...rest } = props;
    return (
      <div>
        <FieldLabel of={`entry-${field}`} label={label} hint={below} hintId={`entry-${field}-hint`} />
        <input
          id={`entry-${field}`}
          name={field}
          defaultValue={entry?.[field as 'count' | 'words' | 'metres'] ?? ''}
          aria-invalid={errors[field] ? true : undefined}
          aria-describedby={describedBy(below && `entry-${field}-hint`, errors[field] && `entry-${field}-error`)}
          className="input mt-1"
          {...rest}
        />
        <FieldError id={`entry-${field}-error`}>{errors[field]}</FieldError>
      </div>
    );
  };
  return (
    <form noValidate onSubmit={send} aria-label={name} className="space-y-4 border-l-4 border-grain bg-sheet px-4 py-4">
      <h3>{insteadOf === null ? name : `Correct: ${name.toLowerCase()}`}</h3>
      {asks.count && input('count', count!, { inputMode: 'numeric', autoFocus: true })}
      {asks.method && (
        <div>
          <FieldLabel of="entry-method" label="How is it isolated?" hintId="entry-method-hint" />
          <select
            id="entry-method"
            name="method"
            defaultValue={entry?.method ?? ''}
            aria-invalid={errors.method ? true : undefined}
            aria-describedby={describedBy(null, errors.method && 'entry-method-error')}
            className="input mt-1"
          >
            <option value="">Choose</option>
            {WAYS.map((method) => (
              <option key={method} value={method}>
                {METHOD_NAMES[method]}
              </option>
            ))}
          </select>
          <FieldError id="entry-method-error">{errors.method}</FieldError>
        </div>
      )}
      {asks.words && input('words', words!, { hint, autoFocus: !asks.count && !asks.method, maxLength: 300 })}
      {asks.metres && input('metres', 'How far away, in metres? (optional)', { inputMode: 'numeric' })}
      <div>
        <FieldLabel of="entry-on" label="Which day?" hint={DATE_HINT} hintId="entry-on-hint" />
        <DateInput
          id="entry-on"
          name="on"
          leaning="past"
          max={today}
          start={entry?.on ?? today}
          aria-invalid={errors.on ? true : undefined}
          aria-describedby={describedBy('entry-on-hint', errors.on && 'entry-on-error')}
          className="mt-1"
        />
        <FieldError id="entry-on-error">{errors.on}</FieldError>
      </div>
      <div>
        <FieldLabel of="entry-photo" label="Photo (optional)" hint="We remove the location from the photo" hintId="entry-photo-hint" />
        <input
          id="entry-photo"
          type="file"
          accept="image/*"
          aria-invalid={photo.fault ? true : undefined}
          aria-describedby={describedBy('entry-photo-hint', photo.fault && 'entry-photo-error')}
          onChange={(event) => void take(event.currentTarget.files?.[0])}
          className="mt-1 block min-h-11 w-full file:mr-3 file:min-h-11 file:rounded-md file:border file:border-edge file:bg-sheet file:px-3"
        />
        <FieldError id="entry-photo-error">{photo.fault}</FieldError>
      </div>
      <div className="flex gap-3">
        <Button type="submit" look="action">
          Save entry
        </Button>
        <Button type="button" look="quiet" onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

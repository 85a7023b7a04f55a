import { MOST_PHOTO_BYTES } from '#contracts/photos.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import { DATE_HINT, DateInput } from '#app/ui/DateInput.tsx';
import { describedBy, FieldError, FieldLabel } from '#app/ui/FieldParts.tsx';

// The towel is counted on a slow line in a shed: its fields load without the form library that all others use.

export type Errors = Record<string, string[] | null>;

/** A labelled input with its hint and its errors. */
export function Plain({
  name,
  label,
  hint,
  errors,
  start,
  ...rest
}: {
  name: string;
  label: string;
  hint?: string;
  errors: Errors;
  start: string;
  type?: string;
  min?: number | string;
}) {
  const wrong = errors[name];
  return (
    <div>
      <FieldLabel of={name} label={label} hint={hint} hintId={`${name}-hint`} />
      <input
        id={name}
        name={name}
        defaultValue={start}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={describedBy(hint && `${name}-hint`, wrong && `${name}-error`)}
        className="input mt-1"
        {...rest}
      />
      <FieldError id={`${name}-error`}>{wrong?.join('. ')}</FieldError>
    </div>
  );
}

/** A day that has passed, with its errors. */
export function PlainDay({
  name,
  label,
  errors,
  ...rest
}: {
  name: string;
  label: string;
  errors: Errors;
  start: string;
  min?: string;
  max: string;
}) {
  const wrong = errors[name];
  return (
    <div>
      <FieldLabel of={name} label={label} hint={DATE_HINT} hintId={`${name}-hint`} />
      <DateInput
        id={name}
        name={name}
        leaning="past"
        aria-invalid={wrong ? true : undefined}
        aria-describedby={describedBy(`${name}-hint`, wrong && `${name}-error`)}
        className="mt-1"
        {...rest}
      />
      <FieldError id={`${name}-error`}>{wrong?.join('. ')}</FieldError>
    </div>
  );
}

export function Tick({ name, label, start }: { name: string; label: string; start: string | undefined }) {
  return (
    <label className="inline-flex min-h-11 items-center gap-2">
      <input type="checkbox" name={name} defaultChecked={start === 'on'} className="size-5" />
      {label}
    </label>
  );
}

export function Photo({ errors }: { errors: Errors }) {
  return (
    <div>
      <FieldLabel of="photo" label="Photo" hint="We remove the location from the photo" hintId="photo-hint" />
      <input
        id="photo"
        name="photo"
        type="file"
        accept="image/jpeg,image/png"
        aria-describedby={describedBy('photo-hint', errors['photo'] && 'photo-error')}
        onChange={({ currentTarget: input }) => {
          input.setCustomValidity((input.files?.[0]?.size ?? 0) > MOST_PHOTO_BYTES ? PHOTO_TROUBLE['too large'] : '');
          input.reportValidity();
        }}
        className="input mt-1 py-2"
      />
      <FieldError id="photo-error">{errors['photo']?.join('. ')}</FieldError>
    </div>
  );
}

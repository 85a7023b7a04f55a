import { MOST_PHOTO_BYTES } from '#contracts/photos.ts';
import { PHOTO_TROUBLE } from '#words/photos.ts';
import { classes } from '#app/ui/classes.ts';

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
  max?: string;
}) {
  const wrong = errors[name];
  return (
    <div>
      <label htmlFor={name} className="block font-semibold">
        {label}
      </label>
      {hint && (
        <p id={`${name}-hint`} className="text-small text-soft">
          {hint}
        </p>
      )}
      <input
        id={name}
        name={name}
        defaultValue={start}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={classes(hint && `${name}-hint`, wrong && `${name}-error`) || undefined}
        className="input mt-1"
        {...rest}
      />
      {wrong && (
        <p id={`${name}-error`} className="mt-1 font-semibold text-poor">
          {wrong.join('. ')}
        </p>
      )}
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
      <label htmlFor="photo" className="block font-semibold">
        Photo
      </label>
      <p className="text-small text-soft">Where it was taken is not kept</p>
      <input
        id="photo"
        name="photo"
        type="file"
        accept="image/jpeg,image/png"
        aria-describedby={errors['photo'] ? 'photo-error' : undefined}
        onChange={({ currentTarget: input }) => {
          input.setCustomValidity((input.files?.[0]?.size ?? 0) > MOST_PHOTO_BYTES ? PHOTO_TROUBLE['too large'] : '');
          input.reportValidity();
        }}
        className="input mt-1 py-2"
      />
      {errors['photo'] && (
        <p id="photo-error" className="mt-1 font-semibold text-poor">
          {errors['photo'].join('. ')}
        </p>
      )}
    </div>
  );
}

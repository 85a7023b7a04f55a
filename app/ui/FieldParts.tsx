import { CircleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { classes } from './classes.ts';

// What every field looks like, whoever keeps its value: the form library, the interview's answers, or the browser alone where a line is slow.

export function FieldHint({ id, children }: { id?: string | undefined; children: ReactNode }) {
  if (!children) return null;
  return (
    <p id={id} className="text-small text-soft">
      {children}
    </p>
  );
}

/** A field's label with its hint below. */
export function FieldLabel({ of, label, hint, hintId }: { of: string; label: string; hint?: ReactNode; hintId: string }) {
  return (
    <>
      <label htmlFor={of} className="block font-semibold">
        {label}
      </label>
      <FieldHint id={hintId}>{hint}</FieldHint>
    </>
  );
}

/** What stands against a field; nothing where nothing does. */
export function FieldError({ id, children }: { id: string; children: ReactNode }) {
  if (!children) return null;
  return (
    <p id={id} className="mt-1 flex gap-1.5 font-semibold text-poor">
      <CircleAlert aria-hidden className="mt-0.5 size-5 shrink-0" />
      <span>{children}</span>
    </p>
  );
}

/** For aria-describedby: hint and error where they are there. */
export const describedBy = (hintId: string | null | undefined | false, errorId: string | null | undefined | false): string | undefined =>
  classes(hintId || null, errorId || null) || undefined;

/** How one of a few choices looks, a thumb wide. */
export const CHIP =
  'inline-flex min-h-12 items-center gap-2 rounded-md border border-edge bg-sheet px-3 py-2 has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-frost';
export const CHIP_CHOSEN = 'has-checked:border-grain has-checked:bg-grain has-checked:text-on-grain';

/** Earlier answers offered below while typing. */
export function Suggestions({ id, texts }: { id: string; texts: readonly string[] | undefined }) {
  if (!texts) return null;
  return (
    <datalist id={id}>
      {texts.map((text) => (
        <option key={text} value={text} />
      ))}
    </datalist>
  );
}

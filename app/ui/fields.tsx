import { getFormProps, getInputProps, getSelectProps, getTextareaProps, type FieldMetadata, type FormMetadata } from '@conform-to/react';
import { useEffect, useRef, type ComponentProps, type FormEvent, type ReactNode } from 'react';
import { Form } from 'react-router';
import { classes } from './classes.ts';
import { DATE_HINT, DateInput } from './DateInput.tsx';
import { useBusy, useSentKey } from './useBusy.ts';
import { CHIP, CHIP_CHOSEN, describedBy, FieldError, FieldHint, FieldLabel, Suggestions } from './FieldParts.tsx';
import { Notice } from './Page.tsx';

type Meta = FieldMetadata<unknown>;

/** A form that posts once under its key, says what is wrong with the whole of it, and keeps what was typed. */
export function PostForm<Fields extends Record<string, unknown>>({
  form,
  formKey,
  intent,
  children,
  className,
  encType,
}: {
  form: FormMetadata<Fields>;
  formKey: string;
  intent?: string;
  children: ReactNode;
  className?: string;
  encType?: 'multipart/form-data';
}) {
  const { onSubmit, ...props } = getFormProps(form);
  const { busy, inTurn } = useTurn(formKey, form.status === 'error', onSubmit);
  return (
    <Form
      method="post"
      {...props}
      {...(encType && { encType })}
      onSubmit={inTurn}
      aria-busy={busy}
      className={classes('space-y-5', className)}
    >
      <input type="hidden" name="key" value={formKey} />
      {intent && <input type="hidden" name="intent" value={intent} />}
      {form.errors &&
        form.errors.map((error) => (
          <Notice key={error} tone="poor">
            {error}
          </Notice>
        ))}
      {children}
    </Form>
  );
}

/**
 * One form at a time. Sent twice before its answer has come, it is sent once; sent while another form's answer is on its way,
 * it waits for that. A refused form may be sent again at once: its key has done nothing yet.
 */
function useTurn(formKey: string, isRefused: boolean, onSubmit: (event: FormEvent<HTMLFormElement>) => void) {
  const busy = useBusy() && !isRefused;
  const isOwn = useSentKey() === formKey;
  const waiting = useRef<{ form: HTMLFormElement; submitter: HTMLElement | null } | null>(null);
  useEffect(() => {
    if (busy || !waiting.current) return;
    const { form, submitter } = waiting.current;
    waiting.current = null;
    form.requestSubmit(submitter);
  }, [busy]);
  const inTurn = (event: FormEvent<HTMLFormElement>) => {
    if (!busy) return onSubmit(event);
    event.preventDefault();
    if (!isOwn) waiting.current = { form: event.currentTarget, submitter: (event.nativeEvent as SubmitEvent).submitter };
  };
  return { busy, inTurn };
}

const Errors = ({ field }: { field: Meta }) => <FieldError id={field.errorId}>{field.errors?.join('. ')}</FieldError>;

function Labelled({ field, label, hint, children }: { field: Meta; label: string; hint?: ReactNode; children: ReactNode }) {
  return (
    <div>
      <FieldLabel of={field.id} label={label} hint={hint} hintId={field.descriptionId} />
      <div className="mt-1">{children}</div>
      <Errors field={field} />
    </div>
  );
}

type Common = { field: Meta; label: string; hint?: ReactNode };

/** `describedby` names hint and error where they are there. */
const described = ({ field, hint }: Common) => ({
  ariaAttributes: true as const,
  ...(hint ? { ariaDescribedBy: field.descriptionId } : {}),
});

/** A line of text or a number. `suggestions` are offered below while typing. */
export function TextField({
  field,
  label,
  hint,
  type = 'text',
  suggestions,
  ...rest
}: Common & { type?: 'text' | 'email' | 'password' | 'number' | 'tel'; suggestions?: readonly string[] } & Omit<
    ComponentProps<'input'>,
    'type'
  >) {
  const { key, ...props } = getInputProps(field as FieldMetadata<string>, { type, ...described({ field, label, hint }) });
  return (
    <Labelled field={field} label={label} hint={hint}>
      <input
        key={key}
        {...props}
        {...rest}
        {...(suggestions && { list: `${field.id}-suggestions` })}
        className={classes('input', rest.className)}
      />
      <Suggestions id={`${field.id}-suggestions`} texts={suggestions} />
    </Labelled>
  );
}

/** A day, typed as people write it or picked from a calendar. */
export function DateField({
  field,
  label,
  hint = DATE_HINT,
  ...rest
}: Common & Pick<ComponentProps<typeof DateInput>, 'leaning' | 'min' | 'max'>) {
  const { key, id, name, form, defaultValue, ...aria } = getInputProps(field as FieldMetadata<string>, {
    type: 'text',
    ...described({ field, label, hint }),
  });
  return (
    <Labelled field={field} label={label} hint={hint}>
      <DateInput
        key={key}
        id={id}
        name={name}
        form={form}
        aria-describedby={aria['aria-describedby']}
        aria-invalid={aria['aria-invalid']}
        {...rest}
        start={defaultValue}
      />
    </Labelled>
  );
}

export function TextArea({ field, label, hint }: Common) {
  const { key, ...props } = getTextareaProps(field as FieldMetadata<string>, described({ field, label, hint }));
  return (
    <Labelled field={field} label={label} hint={hint}>
      <textarea key={key} rows={3} {...props} className="input" />
    </Labelled>
  );
}

/** A photo from the phone's camera or a file. One that is too large is refused before it is sent. */
export function PhotoField({ field, label, hint, most, tooLarge }: Common & { most: number; tooLarge: string }) {
  const { key, ...props } = getInputProps(field as FieldMetadata<string>, { type: 'file', ...described({ field, label, hint }) });
  return (
    <Labelled field={field} label={label} hint={hint}>
      <input
        key={key}
        {...props}
        accept="image/jpeg,image/png"
        onChange={({ currentTarget: input }) => {
          input.setCustomValidity((input.files?.[0]?.size ?? 0) > most ? tooLarge : '');
          input.reportValidity();
        }}
        className="input py-2"
      />
    </Labelled>
  );
}

export interface Option {
  readonly value: string;
  readonly label: string;
}

export function SelectField({
  field,
  label,
  hint,
  options,
  empty,
  ...rest
}: Common & { options: readonly Option[]; empty?: string } & ComponentProps<'select'>) {
  const { key, ...props } = getSelectProps(field as FieldMetadata<string>, described({ field, label, hint }));
  return (
    <Labelled field={field} label={label} hint={hint}>
      <select key={key} {...props} {...rest} className="input">
        {empty && <option value="">{empty}</option>}
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </Labelled>
  );
}

/** One of a few, all in sight and each a thumb wide. */
export function ChoiceField({
  field,
  label,
  hint,
  options,
  onChoose,
  initial = field.initialValue as string | undefined,
}: Common & { options: readonly Option[]; onChoose?: (value: string) => void; initial?: string | undefined }) {
  return (
    <fieldset aria-describedby={describedBy(hint ? field.descriptionId : null, field.errors && field.errorId)}>
      <legend className="font-semibold">{label}</legend>
      <FieldHint id={field.descriptionId}>{hint}</FieldHint>
      <div className="mt-1 flex flex-wrap gap-2">
        {options.map((option) => (
          <label key={option.value} className={classes(CHIP, CHIP_CHOSEN)}>
            <input
              key={field.key}
              type="radio"
              name={field.name}
              value={option.value}
              defaultChecked={initial === option.value}
              onChange={() => onChoose?.(option.value)}
              className="size-4 accent-current outline-none"
            />
            {option.label}
          </label>
        ))}
      </div>
      <Errors field={field} />
    </fieldset>
  );
}

/** Confirms a figure that was asked about, and that figure only: nothing until it was. The field's error is the figure as it was typed. */
export function SureField({ field, words = (typed) => `Yes, ${typed} is right` }: { field: Meta; words?: (typed: string) => string }) {
  const [typed] = field.errors ?? [];
  if (typed === undefined) return null;
  return (
    <label className="flex min-h-12 items-center gap-3 font-semibold">
      <input key={typed} id={field.id} type="checkbox" name={field.name} value={typed} className="size-5" />
      {words(typed)}
    </label>
  );
}
export function TickField({ field, label, hint, initial = field.initialValue === 'on' }: Common & { initial?: boolean | undefined }) {
  return (
    <div>
      <label className="inline-flex min-h-12 items-center gap-3">
        <input
          key={field.key}
          id={field.id}
          type="checkbox"
          name={field.name}
          defaultChecked={initial}
          className="size-5"
          aria-describedby={hint ? field.descriptionId : undefined}
        />
        <span>{label}</span>
      </label>
      <FieldHint id={field.descriptionId}>{hint}</FieldHint>
      <Errors field={field} />
    </div>
  );
}

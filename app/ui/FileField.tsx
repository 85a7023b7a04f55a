import { FieldError, FieldLabel } from './FieldParts.tsx';

interface FileFieldProps {
  readonly label: string;
  readonly hint: string;
  /** Ends of names, as a browser's file chooser takes them. */
  readonly accept: string;
  readonly most: { readonly bytes: number; readonly refusal: string };
  readonly error: string | null;
}

/** Where one file is chosen, under the name `file`; one that is too large is refused before it is sent. */
export function FileField({ label, hint, accept, most, error }: FileFieldProps) {
  return (
    <div>
      <FieldLabel of="file" label={label} hint={hint} hintId="file-hint" />
      <input
        id="file"
        name="file"
        type="file"
        accept={accept}
        aria-describedby="file-hint file-error"
        onChange={({ currentTarget: input }) => {
          input.setCustomValidity((input.files?.[0]?.size ?? 0) > most.bytes ? most.refusal : '');
          input.reportValidity();
        }}
        className="input mt-1 py-2"
      />
      <FieldError id="file-error">{error}</FieldError>
    </div>
  );
}

import type { ReactNode } from 'react';
import type { FieldMetadata } from '@conform-to/react';
import { TextArea, TextField, TickField } from '#app/ui/fields.tsx';
import type { FieldOf } from '#app/ui/usePostForm.ts';
import type { addPersonForm } from '#contracts/people/people.ts';

/** What the house knows of a person; all but the name may stay empty. */
export function PersonFields({
  fields,
  afterName,
}: {
  fields: Record<Exclude<FieldOf<typeof addPersonForm>, 'sure'>, FieldMetadata<string>>;
  afterName?: ReactNode;
}) {
  return (
    <>
      <TextField field={fields.name} label="Name" autoComplete="off" />
      {afterName}
      <details open={Boolean(fields.groupOf.initialValue)}>
        <summary className="link inline-flex min-h-11 items-center">This is a class, a club or another group</summary>
        <div className="mt-2 grid gap-4 sm:grid-cols-2">
          <TextField
            field={fields.groupOf}
            label="How many are they? (optional)"
            hint="They borrow and report as one"
            type="number"
            min={2}
          />
          <TextField field={fields.contact} label="Who speaks for them? (optional)" autoComplete="off" />
        </div>
      </details>
      <TextField field={fields.phone} label="Telephone (optional)" type="tel" autoComplete="off" />
      <TextField field={fields.email} label="E-mail (optional)" type="email" autoComplete="off" />
      <TextArea field={fields.note} label="Note (optional)" />
      <TickField field={fields.isMember} label="Member: can borrow seed" />
    </>
  );
}

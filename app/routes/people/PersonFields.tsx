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
      <TextField field={fields.phone} label="Telephone (optional)" type="tel" autoComplete="off" />
      <TextField field={fields.email} label="E-mail (optional)" type="email" autoComplete="off" />
      <TextArea field={fields.note} label="Note (optional)" />
      <TickField field={fields.isMember} label="Member: can borrow seed" />
    </>
  );
}

import type { z } from 'zod';
import { useForm, type DefaultValue, type SubmissionResult } from '@conform-to/react';

/** Names of the fields that people fill in, by the form's contract. */
export type FieldOf<Contract extends z.ZodType> = Exclude<Extract<keyof z.input<Contract>, string>, 'key' | 'version'>;

type NameOf<Of extends z.ZodType | string> = Of extends z.ZodType ? FieldOf<Of> : Of;
type Fields<Name extends string> = Record<Name, string>;

/**
 * A form whose fields are those of its contract, given as a type, or are named where only the page knows them; errors and typed values come back from the server's
 * answer.
 */
export function usePostForm<Of extends z.ZodType | string>({
  id,
  result,
  start,
}: {
  id: string;
  result: SubmissionResult | null | undefined;
  start?: Partial<Record<NameOf<Of>, string | null | undefined>> | null;
}) {
  return useForm<Fields<NameOf<Of>>>({
    id,
    lastResult: result ?? null,
    ...(start && { defaultValue: start as DefaultValue<Fields<NameOf<Of>>> }),
  });
}

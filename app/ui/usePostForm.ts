import { useForm, type DefaultValue, type SubmissionResult } from '@conform-to/react';

type Fields<Name extends string> = Record<Name, string>;

/** A form whose fields are the named ones of its contract; errors and typed values come back from the server's answer. */
export function usePostForm<Name extends string>({
  id,
  result,
  start,
}: {
  id: string;
  result: SubmissionResult | null | undefined;
  start?: Partial<Record<Name, string | null | undefined>> | null;
}) {
  return useForm<Fields<Name>>({ id, lastResult: result ?? null, ...(start && { defaultValue: start as DefaultValue<Fields<Name>> }) });
}

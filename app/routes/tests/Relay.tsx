import type { SubmissionResult } from '@conform-to/react';
import { Button } from '#app/ui/Button.tsx';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { relayForm } from '#contracts/tests/tests.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Seeds, Day } from '#core/kernel/kinds.ts';

interface Row {
  readonly replicate: number;
  readonly seeds: Seeds;
  readonly reason: string | null;
  readonly writtenOn: Day;
  readonly by: string | null;
}

/** Putting right how many seeds were laid: one more or one fewer happens, and both numbers are kept. */
export function Relay({ towels, formKey, result }: { towels: readonly Row[]; formKey: string; result: SubmissionResult | null }) {
  const replicates = Math.max(...towels.map(({ replicate }) => replicate));
  const now = (replicate: number) => towels.findLast((row) => row.replicate === replicate)!.seeds;
  const [form, fields] = usePostForm<typeof relayForm>({
    id: `relay-${formKey}`,
    result,
    start: { replicate: '1', seeds: String(now(1)) },
  });
  const corrections = towels.filter(({ reason }) => reason !== null);
  return (
    <section aria-label="Number of seeds" className="mt-8 max-w-2xl">
      {corrections.length > 0 && (
        <ul className="mb-2">
          {corrections.map((row, index) => (
            <li key={index} className="border-t border-rule py-2">
              <b>
                {row.seeds} seeds{replicates > 1 && ` in replicate ${row.replicate}`}
              </b>
              , not {towels.slice(0, towels.indexOf(row)).findLast(({ replicate }) => replicate === row.replicate)!.seeds}: {row.reason}{' '}
              <span className="text-small text-soft">
                {formatDate(row.writtenOn)}
                {row.by && `, ${row.by}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      <details {...(result && { open: true })}>
        <summary className="link inline-flex min-h-11 items-center">Number of seeds wrong? Correct it</summary>
        <PostForm form={form} formKey={formKey} intent="relay" className="mt-2 space-y-4">
          <div className="grid max-w-md grid-cols-2 gap-5">
            {replicates > 1 ? (
              <SelectField
                field={fields.replicate}
                label="Replicate"
                options={Array.from({ length: replicates }, (_, index) => ({
                  value: String(index + 1),
                  label: `${index + 1}: ${now(index + 1)} seeds`,
                }))}
              />
            ) : (
              <input type="hidden" name="replicate" value="1" />
            )}
            <TextField field={fields.seeds} label="How many seeds were there really?" type="number" min={1} max={400} />
          </div>
          <TextField field={fields.reason} label="How did you find out?" hint="For example: counted again at the end" />
          <Button type="submit">Correct</Button>
        </PostForm>
      </details>
    </section>
  );
}

import type { SubmissionResult } from '@conform-to/react';
import { Form } from 'react-router';
import { DateInput } from '#app/ui/DateInput.tsx';
import { Button } from '#app/ui/Button.tsx';
import { useBusy } from '#app/ui/useBusy.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

/** Ending a test: reading it, or giving it up. Before its last-count day, or when giving up, a reason is asked. */
export function EndTest({
  formKey,
  today,
  finalOn,
  waiting,
  result,
}: {
  formKey: string;
  today: Day;
  finalOn: Day;
  waiting: number;
  result: SubmissionResult | null;
}) {
  const busy = useBusy();
  const early = today < finalOn && waiting > 0;
  const wrong = (field: string) => result?.error?.[field]?.join('. ');
  const typed = (result?.initialValue ?? {}) as Record<string, string>;
  return (
    <section aria-label="End test" className="mt-10 max-w-2xl border-t border-rule pt-5">
      <h2>End test</h2>
      <p className="mt-1 text-soft">
        {early
          ? `The last count is on ${formatDate(finalOn)}. Slow seed may still sprout, so give a reason if you end it earlier.`
          : waiting === 0
            ? 'Every seed is accounted for.'
            : 'Its time is up. Save the last count first, then end the test.'}
      </p>
      <Form method="post" className="mt-3 space-y-4">
        <input type="hidden" name="key" value={formKey} />
        <input type="hidden" name="intent" value="end" />
        {wrong('') && (
          <p role="alert" className="font-semibold text-poor">
            {wrong('')}
          </p>
        )}
        <div className="grid gap-4 sm:grid-cols-[14rem_1fr]">
          <div>
            <label htmlFor="endedOn" className="block font-semibold">
              Ended on
            </label>
            <DateInput
              id="endedOn"
              name="endedOn"
              leaning="past"
              max={today}
              start={typed['endedOn'] ?? today}
              aria-invalid={wrong('endedOn') ? true : undefined}
              aria-describedby="endedOn-error"
              className="mt-1"
            />
            <p id="endedOn-error" className="mt-1 font-semibold text-poor empty:hidden">
              {wrong('endedOn')}
            </p>
          </div>
          <div>
            <label htmlFor="reason" className="block font-semibold">
              {early ? 'Reason' : 'Reason (only if you stop without a result)'}
            </label>
            <input
              id="reason"
              name="reason"
              defaultValue={typed['reason']}
              aria-invalid={wrong('reason') ? true : undefined}
              aria-describedby="reason-error"
              className="input mt-1"
            />
            <p id="reason-error" className="mt-1 font-semibold text-poor empty:hidden">
              {wrong('reason')}
            </p>
          </div>
        </div>
        <div className="flex flex-wrap gap-3">
          <Button type="submit" name="outcome" value="read" look={early ? 'plain' : 'action'} disabled={busy}>
            End test
          </Button>
          <Button type="submit" name="outcome" value="abandoned" look="grave">
            Stop without a result
          </Button>
        </div>
      </Form>
    </section>
  );
}

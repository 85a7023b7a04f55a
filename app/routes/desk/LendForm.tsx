import type { SubmissionResult } from '@conform-to/react';
import { useEffect, useRef, type RefObject } from 'react';
import { useFetcher } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { ClaimMark } from '#app/ui/Mark.tsx';
import { CLAIM_MEANS } from '#words/claims.ts';
import { PostForm, SureField, TextField } from '#app/ui/fields.tsx';
import { StockBar } from '#app/ui/StockBar.tsx';
import { lendingAnswer, lendingWhy, percent, thickerWords } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { lendForm } from '#contracts/desk/loans.ts';
import type { loader as aboutLot } from './aboutLot.ts';
import { useScans, type Carried } from './useScans.ts';

/** The lending desk's one line: scan the code, say how many packets. */
export function LendForm({
  formKey,
  start,
  leads,
  result,
  carried,
}: {
  formKey: string;
  start: Record<string, string> | null;
  leads: boolean;
  result: SubmissionResult | null;
  /** What was scanned while the answer to the scan before was on its way. */
  carried: RefObject<Carried | null>;
}) {
  const [form, fields] = usePostForm<typeof lendForm>({ id: 'lend', result, start: { packets: '1', ...start } });
  const about = useFetcher<typeof aboutLot>({ key: 'lot' });
  const { load } = about;
  const section = useRef<HTMLElement>(null);
  const first = fields.code.initialValue;
  useEffect(() => {
    // A scanner may have typed before the page's scripts had loaded.
    const typed = section.current?.querySelector<HTMLInputElement>('input[name="code"]')?.value;
    if (typed) void load(`/desk/lot?code=${encodeURIComponent(typed)}`);
  }, [first, load]);
  const { waiting, sending, notLent, forgetNotLent, onInput, onSubmitCapture } = useScans(
    section,
    carried,
    result,
    (code) => void load(`/desk/lot?code=${encodeURIComponent(code)}`),
  );
  const lot = about.data?.lot;
  const needsReason = fields.overrideReason.errors !== undefined;
  return (
    <section ref={section} onSubmitCapture={onSubmitCapture} aria-label="Lend" className="mb-10 border-l-4 border-grain bg-sheet px-5 py-4">
      <h2 className="mb-3">Lend</h2>
      <PostForm form={form} formKey={formKey}>
        <div className="grid items-start gap-4 sm:grid-cols-[1fr_8rem_auto]">
          <TextField
            field={fields.code}
            label="Lot code"
            hint="Scan the label, or type the code or the variety"
            autoComplete="off"
            onInput={onInput}
            className="font-mono text-large"
          />
          <TextField field={fields.packets} label="Packets" hint="House size" type="number" min={1} max={100} className="text-large" />
          <Button type="submit" look="action" className="sm:mt-[3.2rem]">
            Lend
          </Button>
        </div>
        {lot && (
          <div role="status" className="border-t border-rule pt-3">
            <p>
              <b>
                {lot.crop} ‘{lot.variety}’
              </b>{' '}
              <ClaimMark promise={lot.promise} />{' '}
              <b>
                {lot.lending.answer === 'yes' && lot.packets > 0
                  ? `Up to ${lot.packets} ${lot.packets === 1 ? 'packet' : 'packets'}.`
                  : `${lendingAnswer(lot.lending, lot.packets)}.`}
              </b>{' '}
              To save seed from it is {lot.ease}: {lot.easeWhy}.
            </p>
            {lot.lending.answer !== 'yes' && <p className="text-small">{lendingWhy(lot.lending, lot.isTested)}</p>}
            <StockBar stock={lot.stock} />
            {lot.outlook && (
              <p className="text-small">
                About {percent(lot.outlook.median)} germinate now, {percent(lot.outlook.low)} to {percent(lot.outlook.high)} in 8 out of 10
                lots like this.
              </p>
            )}
            {lot.thicker && <p className="font-semibold">Tell them: {thickerWords(lot.thicker).toLowerCase()}.</p>}
            {lot.testDue && <p className="text-small font-semibold text-doubt">A germination test is due: {lot.testDue}.</p>}
            {lot.promise && <p className="text-small text-soft">Tell them: {CLAIM_MEANS[lot.promise]}.</p>}
            {lot.hazards.map((hazard) => (
              <p key={hazard} className="font-semibold text-poor">
                {hazard}
              </p>
            ))}
          </div>
        )}
        {(sending !== null || waiting.length > 0) && (
          <p role="status" className="border-t border-rule pt-3">
            {sending !== null && (
              <>
                Lending <span className="font-mono">{sending}</span>.{' '}
              </>
            )}
            {waiting.length > 0 && (
              <>
                Waiting to be lent:{' '}
                {waiting.map(({ code }, index) => (
                  <span key={index} className="mr-3 font-mono whitespace-nowrap">
                    {code}
                  </span>
                ))}
              </>
            )}
          </p>
        )}
        {notLent.length > 0 && (
          <div role="alert" className="border-l-4 border-poor bg-poor-tint px-4 py-3 text-poor">
            <ul className="mb-2 font-semibold">
              {notLent.map(({ code, why }, index) => (
                <li key={index}>
                  <span className="font-mono">{code}</span> was not lent. {why}
                </li>
              ))}
            </ul>
            <Button type="button" onClick={forgetNotLent}>
              Dismiss
            </Button>
          </div>
        )}
        <SureField field={fields.warmed} words={(said) => said} />
        {needsReason && leads && <TextField field={fields.overrideReason} label="Why lend it anyway?" />}
        {needsReason && !leads && (
          <p role="alert" className="font-semibold text-poor">
            {fields.overrideReason.errors?.join('. ')}. Call a coordinator.
          </p>
        )}
      </PostForm>
    </section>
  );
}

import type { SubmissionResult } from '@conform-to/react';
import { Link } from 'react-router';
import { Button } from '#app/ui/Button.tsx';
import { Table } from '#app/ui/Table.tsx';
import { PostForm, SureField, TextField } from '#app/ui/fields.tsx';
import { Stock } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { recountForm } from '#contracts/stock/stock.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day, PersonId } from '#core/kernel/kinds.ts';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

interface Entry {
  readonly id: number;
  readonly kind: string;
  readonly amount: number;
  readonly typed: string | null;
  readonly reason: string | null;
  readonly happenedOn: Day;
  readonly toOutside: string | null;
  readonly fromOutside: string | null;
  readonly by: string | null;
  readonly balance: number;
}
interface LoanView {
  readonly id: number;
  readonly member: string;
  readonly memberId: PersonId;
  readonly packets: number;
  readonly dueOn: Day;
  readonly outcome: string | null;
}

/** Every seed that came and went, oldest first, with what was left; and where the packets are. */
export function Ledger({
  entries,
  unit,
  loans,
  recountKey,
  result,
}: {
  entries: readonly Entry[];
  unit: StockUnit;
  loans: readonly LoanView[];
  recountKey: string;
  result: SubmissionResult | null;
}) {
  return (
    <section aria-label="Stock history" className="mt-10">
      <h2 className="mb-1">Stock history</h2>
      {entries.length === 0 ? (
        <p className="text-soft">Nothing recorded yet. Count or weigh the seed once it is clean.</p>
      ) : (
        <Table caption="Every movement of this lot">
          <thead>
            <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
              <th scope="col">When</th>
              <th scope="col">What</th>
              <th scope="col" className="text-right">
                Change
              </th>
              <th scope="col" className="text-right">
                Left
              </th>
              <th scope="col">As entered</th>
              <th scope="col">By</th>
            </tr>
          </thead>
          <tbody>
            {entries.map((entry) => (
              <tr key={entry.id}>
                <td className="whitespace-nowrap">{formatDate(entry.happenedOn)}</td>
                <td>
                  {entry.kind}
                  {entry.kind !== 'blended' && entry.fromOutside && `, from ${entry.fromOutside}`}
                  {entry.kind !== 'blended' && entry.toOutside && `, to ${entry.toOutside}`}
                  {entry.reason && <span className="block text-soft">{entry.reason}</span>}
                </td>
                <td className="text-right whitespace-nowrap">
                  {signOf(entry)}
                  <Stock amount={entry.amount} unit={unit} />
                </td>
                <td className="text-right font-semibold whitespace-nowrap">
                  <Stock amount={entry.balance} unit={unit} />
                </td>
                <td className="text-soft">{entry.typed}</td>
                <td>{entry.by}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {loans.length > 0 && (
        <p className="mt-3 max-w-prose text-small">
          Lent:{' '}
          {loans.map((loan, index) => (
            <span key={loan.id}>
              {index > 0 && '; '}
              <Link className="link" to={`/people/${loan.memberId}`}>
                {loan.member}
              </Link>
              , {loan.packets} {loan.packets === 1 ? 'packet' : 'packets'}, {loan.outcome ?? `seed expected ${formatDate(loan.dueOn)}`}
            </span>
          ))}
          .
        </p>
      )}
      <Recount key={recountKey} formKey={recountKey} result={result} />
    </section>
  );
}

/** Packing and moving stay within the lot: nothing comes in or goes out. */
function signOf({ toOutside, fromOutside }: Entry): string {
  if (toOutside !== null) return '−';
  return fromOutside !== null ? '+' : '';
}

function Recount({ formKey, result }: { formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof recountForm>({ id: 'recount', result: result, start: { amount: '', reason: '' } });
  return (
    <details className="no-print mt-3" open={result !== null}>
      <summary className="link inline-flex min-h-11 items-center">Count differs? Correct the stock</summary>
      <PostForm form={form} formKey={formKey} intent="recount" className="mt-2 max-w-md">
        <TextField
          field={fields.amount}
          label="How much is really there?"
          hint="Count or weigh it now, for example 120 seeds; enter 0 if it is empty"
        />
        <SureField field={fields.sure} />
        <TextField field={fields.reason} label="Reason" hint="For example spilled, mice, or counted wrongly before" />
        <Button type="submit">Correct stock</Button>
      </PostForm>
    </details>
  );
}

import { Link } from 'react-router';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, Mark, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty } from '#app/ui/Page.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';

interface LoanView {
  readonly id: number;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  readonly packets: number;
  readonly seedsPerPacket: number;
  readonly lentOn: Day;
  readonly dueOn: Day;
  readonly outcome: string | null;
  readonly closedOn: Day | null;
  readonly closeNote: string | null;
  readonly lentBy: string | null;
  readonly overrideReason: string | null;
  readonly closedBy: string | null;
  readonly late: boolean;
  readonly treated: 'yes' | 'unknown' | null;
  readonly returnedAs: readonly string[];
}

/** More than these are folded. */
const FEW_CLOSED = 3;

/** Who lent it, and why all the same where the rules spoke against it. */
function How({ loan }: { loan: Pick<LoanView, 'lentBy' | 'overrideReason'> }) {
  if (loan.lentBy === null && loan.overrideReason === null) return null;
  return (
    <span className="block text-small text-soft">
      {loan.lentBy && `Lent by ${loan.lentBy}`}
      {loan.overrideReason && `${loan.lentBy ? '. ' : ''}Lent against the rules’ advice because: ${loan.overrideReason}`}
    </span>
  );
}

/** What somebody has borrowed: open loans first, each with the two ways it can end. */
export function LoansOfPerson({ loans }: { loans: readonly LoanView[] }) {
  const open = loans.filter(({ outcome }) => outcome === null);
  const closed = loans.filter(({ outcome }) => outcome !== null);
  return (
    <>
      <h2 className="mb-2">Open loans</h2>
      {open.length === 0 && <Empty>No open loans.</Empty>}
      <ul className="mb-8">
        {open.map((loan) => (
          <li key={loan.id} className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-t border-rule py-3">
            <span>
              <span className="font-semibold">
                {loan.crop} ‘{loan.variety}’
              </span>{' '}
              <LotCode>{loan.code}</LotCode> <TreatedMark treated={loan.treated} />
              <span className="block text-small text-soft">
                {loan.packets} × {loan.seedsPerPacket} seeds, lent {formatDate(loan.lentOn)}; seed expected by {formatDate(loan.dueOn)}{' '}
                {loan.late && <Mark tone="doubt">late</Mark>}
                {loan.returnedAs.length > 0 && `; some returned as ${loan.returnedAs.join(', ')}`}
              </span>
              <How loan={loan} />
            </span>
            <span className="flex flex-wrap gap-2">
              <ButtonLink to={`/intake?loan=${loan.id}`}>Record a return</ButtonLink>
              <ButtonLink to={`/loans/${loan.id}/came-up`} look="quiet">
                Report germination
              </ButtonLink>
              <ButtonLink to={`/desk/loans/${loan.id}`} look="quiet">
                Close without a return
              </ButtonLink>
            </span>
          </li>
        ))}
      </ul>
      {closed.length > 0 && (
        <details open={closed.length <= FEW_CLOSED}>
          <summary className="inline-flex min-h-11 cursor-pointer items-center">
            <h2>Closed loans ({closed.length})</h2>
          </summary>
          <ul>
            {closed.map((loan) => (
              <li key={loan.id} className="border-t border-rule py-2 text-small">
                {loan.crop} ‘{loan.variety}’, lent {formatDate(loan.lentOn)}: <b>{loan.outcome}</b>{' '}
                {loan.closedOn && formatDate(loan.closedOn)}
                {loan.closedBy && `, by ${loan.closedBy}`}
                {loan.returnedAs.map((code) => (
                  <span key={code}>
                    , as{' '}
                    <Link className="link" to={`/lots/${code}`}>
                      <LotCode>{code}</LotCode>
                    </Link>
                  </span>
                ))}
                {loan.closeNote && <span className="block text-soft">{loan.closeNote}</span>}
                <How loan={loan} />
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}

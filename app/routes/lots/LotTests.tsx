import { Link } from 'react-router';
import { percent } from '#words/sayings.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { TestKind } from '#core/germination/layout.ts';
import type { Day } from '#core/kernel/kinds.ts';

interface TestView {
  readonly id: number;
  readonly laidOn: Day;
  readonly endedOn: Day | null;
  readonly outcome: string | null;
  readonly sprouted: number | null;
  readonly seedsLaid: number;
  readonly counted: string;
  readonly kind: TestKind;
  readonly nextCountOn: Day | null;
}

interface OutlookView {
  readonly low: number;
  readonly median: number;
  readonly high: number;
}

/** What was tested of the lot, and what that and its storage say of it today. */
export function LotTests({ tests, code, outlook }: { tests: readonly TestView[]; code: string; outlook: OutlookView | null }) {
  return (
    <section aria-label="Germination tests">
      <h2 className="mb-2">Germination</h2>
      <p className="mb-2">
        {outlook && (
          <>
            About <b>{percent(outlook.median)}</b> germinate now; in 8 out of 10 lots like this, between {percent(outlook.low)} and{' '}
            {percent(outlook.high)}.{' '}
          </>
        )}
        <Link className="link" to={`/lots/${code}/outlook`}>
          {outlook ? 'Germination outlook' : 'The outlook is being worked out'}
        </Link>
      </p>
      {tests.length === 0 && (
        <p className="text-soft">
          Not tested yet.{' '}
          <Link className="link" to={`/lots/${code}/test`}>
            Start a test
          </Link>
        </p>
      )}
      <ul>
        {tests.map((test) => (
          <li key={test.id} className="flex flex-wrap justify-between gap-x-4 border-t border-rule py-2">
            <Link className="link" to={`/tests/${test.id}`}>
              Started {formatDate(test.laidOn)}
            </Link>
            <span>
              {test.outcome === 'read' ? (
                <>
                  <b>
                    {test.sprouted} of {test.seedsLaid}
                  </b>
                  , {test.counted}
                  {test.kind !== 'viability' && `, ${test.kind}, not germination`}
                </>
              ) : test.outcome === 'abandoned' ? (
                'stopped without a result'
              ) : (
                `${test.seedsLaid} seeds on the towel${test.kind === 'viability' ? '' : ` (${test.kind})`}, count ${formatDate(test.nextCountOn!)}`
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

import { Link } from 'react-router';
import { Help } from '#app/ui/Help.tsx';
import { ButtonLink } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { ClaimMark } from '#app/ui/Mark.tsx';
import { Stock } from '#app/ui/units.tsx';
import { CLAIM_MEANS } from '#words/claims.ts';
import { lendingAnswer, percent } from '#words/sayings.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { MayLend } from '#core/lending/mayLend.ts';
import type { NextStep } from '#core/lots/nextStep.ts';
import type { Claim } from '#core/promise/judge.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import type { ReactNode } from 'react';
import type { StockUnit } from '#core/units/seedsAndWeight.ts';

export interface GlanceProps {
  readonly code: string;
  readonly lineId: number;
  readonly onHand: number;
  readonly unit: StockUnit;
  readonly seeds: number;
  readonly uncleaned: boolean;
  readonly holdings: readonly {
    readonly id: number;
    readonly container: string;
    readonly place: string;
    readonly packets: number | null;
  }[];
  readonly lending: MayLend;
  readonly packets: number;
  readonly outlook: { readonly low: number; readonly median: number; readonly high: number } | null;
  readonly nextTestOn: Day | null;
  readonly promise: Claim | null;
  readonly next: NextStep;
}

/** What somebody at the shelf wants to know of a lot, and what to do with it next. */
export function Glance(lot: GlanceProps) {
  const isLent = lot.lending.answer === 'yes' && lot.packets > 0;
  return (
    <section aria-label="At a glance" className="mb-6">
      <dl className="grid grid-cols-2 gap-x-6 gap-y-4 border-y border-rule py-4 lg:grid-cols-[1fr_1fr_1fr_1.2fr]">
        <Figure
          name="In stock"
          value={lot.onHand > 0 ? <Stock amount={lot.onHand} unit={lot.unit} /> : lot.uncleaned ? 'To be cleaned' : 'Used up'}
        >
          {lot.unit === 'mg' && lot.onHand > 0 && <span className="block">{formatAboutSeeds(lot.seeds)}</span>}
          {lot.holdings.map(({ id, container, place, packets }) => (
            <span key={id} className="block">
              {place}: {packets === null ? container.toLowerCase() : `${packets} ${packets === 1 ? 'packet' : 'packets'}`}
            </span>
          ))}
        </Figure>
        <Figure
          name="Can be lent"
          value={
            isLent ? `${lot.packets} ${lot.packets === 1 ? 'packet' : 'packets'}` : lot.lending.answer === 'refused' ? 'No' : 'Not now'
          }
          tone={isLent ? 'text-good' : lot.lending.answer === 'refused' ? 'text-poor' : 'text-doubt'}
        >
          {isLent ? '' : lendingAnswer(lot.lending, lot.packets).replace(/^No: /, '')}
        </Figure>
        <Figure name="Germinates now" term="range" value={lot.outlook ? `about ${percent(lot.outlook.median)}` : 'Unknown'}>
          {lot.outlook && (
            <span className="block">
              {percent(lot.outlook.low)} to {percent(lot.outlook.high)}
            </span>
          )}
          {lot.nextTestOn && lot.onHand > 0 && <span className="block">Next test {formatDate(lot.nextTestOn)}</span>}
        </Figure>
        <Figure name="The label can promise" term="promise" value={<ClaimMark promise={lot.promise} />}>
          {lot.promise && CLAIM_MEANS[lot.promise]}
        </Figure>
      </dl>
      <Next {...lot} />
    </section>
  );
}

function Figure({
  name,
  term,
  value,
  tone,
  children,
}: {
  name: string;
  term?: string;
  value: ReactNode;
  tone?: string;
  children?: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <dt className="text-small text-soft">
        {name}
        {term && <Help term={term} />}
      </dt>
      <dd>
        <b className={classes('font-slab text-large leading-snug', tone)}>{value}</b>
        <span className="block text-small text-soft">{children}</span>
      </dd>
    </div>
  );
}

function Next({ next, code, lineId }: GlanceProps) {
  const [words, to, label] = nextWords(next, code, lineId);
  return (
    <p className="no-print mt-4 flex flex-wrap items-center gap-x-4 gap-y-2">
      <ButtonLink to={to} look="action" className="max-sm:w-full">
        {label}
      </ButtonLink>
      <span className="text-soft">{words}</span>
    </p>
  );
}

/** Why it comes next, where it is done, and what the button says. */
function nextWords(next: NextStep, code: string, lineId: number): [ReactNode, string, string] {
  switch (next.step) {
    case 'clean':
      return [
        next.by ? `Open it by ${formatDate(next.by)}, or the seed spoils.` : 'It cannot be counted or lent until it is clean.',
        `/lots/${code}/bench`,
        'Clean this lot',
      ];
    case 'count':
      return ['A count of its germination test is due.', `/tests/${next.testId}`, 'Count the test'];
    case 'settle the hold':
      return ['It cannot be lent until the hold is removed.', '?part=overview#holds', 'Settle the hold'];
    case 'test':
      return ['Its germination test is due.', `/lots/${code}/test`, 'Start a test'];
    case 'lend':
      return ['Nothing stands in the way of lending it.', `/desk?lot=${code}`, 'Lend it'];
    case 'grow out':
      return ['What is left is needed to grow new seed.', `/lots/${code}/grow-out`, 'Propose a grow-out'];
    case 'nothing':
      return ['Nothing is left of this lot. See what else there is.', `/lines/${lineId}`, 'Open the line'];
  }
}

export const PARTS = ['overview', 'provenance', 'germination', 'stock', 'history'] as const;
export type Part = (typeof PARTS)[number];

/** The parts of the page; each has an address of its own. */
export function Parts({ part }: { part: Part }) {
  return (
    <nav aria-label="Parts of this page" className="no-print mb-6 flex gap-x-1 overflow-x-auto border-b border-rule">
      {PARTS.map((one) => (
        <Link
          key={one}
          to={`?part=${one}`}
          preventScrollReset
          aria-current={one === part ? 'page' : undefined}
          className="inline-flex min-h-11 items-center border-b-3 border-transparent px-3 font-semibold text-soft no-underline hover:text-ink aria-[current=page]:border-grain aria-[current=page]:text-ink"
        >
          {one.charAt(0).toUpperCase() + one.slice(1)}
        </Link>
      ))}
    </nav>
  );
}

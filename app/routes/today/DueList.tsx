import { Amphora, Citrus, Hand, Shovel, Sprout, TestTubeDiagonal, Undo2, type LucideIcon } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { classes } from '#app/ui/classes.ts';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import type { DueWork } from '#core/schedule/dueWork.ts';

type WorkKind = DueWork['kind'];

export interface Work {
  readonly kind: WorkKind;
  readonly on: string;
  readonly to: string;
  readonly what: string;
  readonly code: string;
  readonly why: string;
  readonly minutes: number;
  readonly treated: 'yes' | 'unknown' | null;
}

const KINDS: Record<WorkKind, { verb: string; many: string; Icon: LucideIcon; tone: string; all: string }> = {
  step: { verb: 'Go on with', many: 'ripe at the bench', Icon: Amphora, tone: 'text-grain', all: '/bench' },
  count: { verb: 'Count', many: 'to count', Icon: Sprout, tone: 'text-good', all: '/tests' },
  open: { verb: 'Open', many: 'to open', Icon: Citrus, tone: 'text-doubt', all: '/shelves?state=to+be+cleaned' },
  test: { verb: 'Test', many: 'to test', Icon: TestTubeDiagonal, tone: 'text-frost', all: '/shelves?state=test+due&sort=next+test' },
  return: { verb: 'Ask after', many: 'late returns', Icon: Undo2, tone: 'text-doubt', all: '/desk/loans?late=yes' },
  'grow-out': { verb: 'See to', many: 'in gardens', Icon: Shovel, tone: 'text-good', all: '/grow-outs/all' },
  hold: { verb: 'Settle', many: 'on hold', Icon: Hand, tone: 'text-poor', all: '/shelves?state=on+hold' },
};
const ORDER = ['step', 'count', 'open', 'grow-out', 'return', 'test', 'hold'] as const;

/** All that is due, most urgent first; a tap on a kind shows that kind alone. */
export function DueList({ work, totals }: { work: readonly Work[]; totals: Record<WorkKind, number> }) {
  const [only, setOnly] = useState<WorkKind | null>(null);
  const shown = only ? work.filter(({ kind }) => kind === only) : work;
  return (
    <>
      <div className="mb-2 flex flex-wrap gap-2" role="group" aria-label="Show only">
        {ORDER.filter((kind) => totals[kind] > 0).map((kind) => {
          const { many, Icon, tone } = KINDS[kind];
          return (
            <button
              key={kind}
              type="button"
              aria-pressed={only === kind}
              onClick={() => setOnly(only === kind ? null : kind)}
              className="inline-flex min-h-11 items-center gap-2 rounded-full border border-rule px-4 aria-pressed:border-ink aria-pressed:bg-well"
            >
              <Icon aria-hidden className={classes('size-5', tone)} />
              <b>{totals[kind]}</b> {many}
            </button>
          );
        })}
      </div>
      <ol className="divide-y divide-rule border-b border-rule">
        {shown.map(({ kind, to, what, code, why, minutes, treated }) => {
          const { verb, Icon, tone } = KINDS[kind];
          return (
            <li key={kind + to}>
              <Link
                to={to}
                className="grid min-h-16 grid-cols-[2rem_1fr] items-center gap-x-3 gap-y-0 py-2.5 hover:bg-well sm:grid-cols-[2rem_1fr_auto]"
              >
                <Icon aria-hidden className={classes('ml-1 size-6', tone)} />
                <span>
                  <span className="font-semibold">
                    {verb} {what}
                  </span>{' '}
                  <TreatedMark treated={treated} />
                  <span className="block text-small text-soft">{why}</span>
                </span>
                <span className="col-start-2 flex items-baseline gap-3 pr-2 text-small text-soft sm:col-start-3">
                  <LotCode>{code}</LotCode>
                  <span className="w-14 text-right">{minutes} min</span>
                </span>
              </Link>
            </li>
          );
        })}
      </ol>
      <p className="mt-3 flex flex-wrap gap-x-5 text-small">
        {ORDER.filter((kind) => totals[kind] > work.filter((one) => one.kind === kind).length).map((kind) => (
          <Link key={kind} className="link inline-flex min-h-11 items-center" to={KINDS[kind].all}>
            All {totals[kind]} {KINDS[kind].many}
          </Link>
        ))}
      </p>
    </>
  );
}

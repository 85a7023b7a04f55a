import {
  Amphora,
  Archive,
  Cherry,
  ChevronDown,
  Citrus,
  Hand,
  MessageCircle,
  Phone,
  Shovel,
  Sprout,
  Tag,
  TestTubeDiagonal,
  TriangleAlert,
  Undo2,
  type LucideIcon,
} from 'lucide-react';
import { Link } from 'react-router';
import { classes } from '#app/ui/classes.ts';
import { TreatedMark } from '#app/ui/Mark.tsx';
import type { Band, BandOfWork, DueWork } from '#core/schedule/dueWork.ts';

type WorkKind = DueWork['kind'];

export interface Work extends DueWork {
  readonly to: string;
  readonly what: string;
  readonly why: string | null;
  readonly minutes: number;
  readonly treated: 'yes' | 'unknown' | null;
}

const KINDS: Record<WorkKind, { verb: string; many: string; Icon: LucideIcon; tone: string; all: string; go: string }> = {
  step: {
    verb: 'Continue',
    many: 'batches are ready for the next step',
    Icon: Amphora,
    tone: 'text-grain',
    all: '/bench',
    go: 'Open the bench',
  },
  count: {
    verb: 'Count',
    many: 'tests need counting',
    Icon: Sprout,
    tone: 'text-good',
    all: '/tests/round',
    go: 'Start the count round',
  },
  open: {
    verb: 'Open',
    many: 'lots have to be opened',
    Icon: Citrus,
    tone: 'text-doubt',
    all: '/shelves?state=to+be+cleaned',
    go: 'Show the lots',
  },
  test: {
    verb: 'Test',
    many: 'lots need a germination test',
    Icon: TestTubeDiagonal,
    tone: 'text-frost',
    all: '/tests/plan',
    go: 'Plan the tests',
  },
  return: {
    verb: 'Ask about',
    many: 'loans are late',
    Icon: Undo2,
    tone: 'text-doubt',
    all: '/desk/loans?only=late',
    go: 'Show the late loans',
  },
  'grow-out': {
    verb: 'Check',
    many: 'grow-outs need attention',
    Icon: Shovel,
    tone: 'text-good',
    all: '/grow-outs/all',
    go: 'Show the grow-outs',
  },
  fruit: {
    verb: 'Fruit of',
    many: 'fruits tagged by hand are ripening',
    Icon: Cherry,
    tone: 'text-good',
    all: '/grow-outs/all',
    go: 'Show the grow-outs',
  },
  copy: { verb: 'Ask', many: 'keepers of safety copies to ask', Icon: Archive, tone: 'text-frost', all: '/copies', go: 'Show the copies' },
  risk: { verb: 'See', many: 'lines are at risk', Icon: TriangleAlert, tone: 'text-poor', all: '/grow-outs/risk', go: 'Show the lines' },
  label: { verb: 'Replace', many: 'lots need new labels', Icon: Tag, tone: 'text-doubt', all: '/labels', go: 'Show the labels' },
  call: {
    verb: 'Call',
    many: 'to warn about recalled seed',
    Icon: Phone,
    tone: 'text-poor',
    all: '/desk/loans',
    go: 'Show the loans',
  },
  answer: {
    verb: 'Answer',
    many: 'members wait for an answer',
    Icon: MessageCircle,
    tone: 'text-frost',
    all: '/desk/loans?only=told',
    go: 'Show the loans',
  },
  hold: { verb: 'Settle', many: 'holds to settle', Icon: Hand, tone: 'text-poor', all: '/shelves?state=on+hold', go: 'Show the lots' },
};

const BAND_WORDS: Record<Band, string> = { now: 'Now', 'this week': 'This week', 'when there is time': 'When you have time' };
const BAND_ABOUT: Record<Band, string> = {
  now: 'Late, or spoils if it waits',
  'this week': 'Can wait a few days',
  'when there is time': 'Nothing is lost if it waits',
};

/** What a band of work takes, as people say it. */
function timeWords(minutes: number): string {
  if (minutes < 60) return `about ${Math.max(5, Math.ceil(minutes / 5) * 5)} min`;
  const halves = Math.round(minutes / 30);
  return `about ${halves % 2 === 0 ? halves / 2 : `${Math.floor(halves / 2)}½`} h`;
}

/** One band of the day's work; many of a kind are one line that opens. */
export function WorkBand({ band: { band, rows, minutes }, className }: { band: BandOfWork<Work>; className?: string }) {
  return (
    <section aria-label={BAND_WORDS[band]} className={classes('mb-6', className)}>
      <h2 className={classes('flex items-baseline gap-3 border-b-2 pb-1', band === 'now' ? 'border-grain' : 'border-rule')}>
        {BAND_WORDS[band]}
        <span className="font-sans text-small font-normal text-soft">
          {BAND_ABOUT[band]} · {timeWords(minutes)}
        </span>
      </h2>
      <ul className="divide-y divide-rule">
        {rows.map(({ kind, total, work, isGroup }) =>
          isGroup ? (
            <Group key={kind} kind={kind} total={total} work={work} />
          ) : (
            work.map((one) => (
              <li key={`${one.to} ${one.why}`}>
                <Piece work={one} />
              </li>
            ))
          ),
        )}
      </ul>
    </section>
  );
}

function Piece({ work: { kind, to, what, why, minutes, treated } }: { work: Work }) {
  const { verb, Icon, tone } = KINDS[kind];
  return (
    <Link to={to} className="grid min-h-10 max-sm:min-h-12 grid-cols-[1.75rem_1fr_auto] items-center gap-x-3 py-1.5 hover:bg-well">
      <Icon aria-hidden className={classes('size-5.5', tone)} />
      <span className="min-w-0">
        <span className="font-semibold">
          {verb} {what}
        </span>{' '}
        <TreatedMark treated={treated} />
        {why && <span className="block text-small text-soft">{why}</span>}
      </span>
      <span className="pr-1 text-right text-small whitespace-nowrap text-soft">{minutes} min</span>
    </Link>
  );
}

function Group({ kind, total, work }: { kind: WorkKind; total: number; work: readonly Work[] }) {
  const { many, Icon, tone, all, go } = KINDS[kind];
  return (
    <li className="grid grid-cols-[1.75rem_1fr_auto] items-start gap-x-3 py-0.5">
      <Icon aria-hidden className={classes('mt-1.5 size-5.5', tone)} />
      <details className="group min-w-0">
        <summary className="flex min-h-9 cursor-pointer items-center gap-1 font-semibold max-sm:min-h-11">
          {total} {many}
          <ChevronDown aria-hidden className="size-4 shrink-0 text-soft group-open:rotate-180" />
        </summary>
        {work.length < total && <p className="text-small text-soft">The {work.length} most urgent:</p>}
        <ul className="divide-y divide-rule">
          {work.map((one) => (
            <li key={`${one.to} ${one.why}`}>
              <Piece work={one} />
            </li>
          ))}
        </ul>
      </details>
      <Link className="link inline-flex min-h-9 items-center max-sm:col-start-2 max-sm:min-h-11" to={all}>
        {go}
      </Link>
    </li>
  );
}

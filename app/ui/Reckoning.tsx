import type { ReactNode } from 'react';
import { ChevronDown } from 'lucide-react';
import { Help } from './Help.tsx';
import { classes } from './classes.ts';
import type { Tone } from '#words/tone.ts';

const EDGE: Record<Tone, string> = {
  good: 'border-good',
  doubt: 'border-doubt',
  poor: 'border-poor',
  frost: 'border-frost',
  plain: 'border-edge',
};
const TEXT: Record<Tone, string> = { good: 'text-good', doubt: 'text-doubt', poor: 'text-poor', frost: 'text-frost', plain: 'text-ink' };

/**
 * A judgement the tool has computed, always in the same four parts: the verdict in plain words, the figure with its uncertainty,
 * the reasons with the largest first, and what to do now. "Show the working" opens numbers and formula.
 */
export function Reckoning({
  tone,
  question,
  term,
  verdict,
  figure,
  reasons,
  actions,
  working,
}: {
  tone: Tone;
  question: string;
  /** What the question turns on, as the glossary has it. */
  term?: string;
  verdict: ReactNode;
  figure?: ReactNode;
  reasons: readonly ReactNode[];
  actions?: ReactNode;
  working?: ReactNode;
}) {
  return (
    <section aria-label={question} className={classes('border-l-4 bg-sheet px-5 py-4', EDGE[tone])}>
      <p className="text-small text-soft">
        {question}
        {term && <Help term={term} />}
      </p>
      <p className={classes('font-slab text-verdict leading-tight font-semibold', TEXT[tone])}>{verdict}</p>
      {figure && <div className="mt-2">{figure}</div>}
      {reasons.length > 0 && (
        <ul className="mt-3 max-w-prose list-disc space-y-1 pl-5 marker:text-edge">
          {reasons.map((reason, index) => (
            <li key={index}>{reason}</li>
          ))}
        </ul>
      )}
      {actions && <div className="no-print mt-4 flex flex-wrap gap-3">{actions}</div>}
      {working && (
        <details className="no-print group mt-2">
          <summary className="link inline-flex min-h-11 items-center gap-1 text-small">
            <ChevronDown aria-hidden className="size-4 group-open:rotate-180" />
            Show the working
          </summary>
          <div className="max-w-prose space-y-1 border-t border-rule pt-2 text-small">{working}</div>
        </details>
      )}
    </section>
  );
}

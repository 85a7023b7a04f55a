import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { classes } from './classes.ts';

/** A page's head: what this is, one line about it, and what to do. */
export function PageHead({
  title,
  about,
  actions,
  picture,
}: {
  title: ReactNode;
  about?: ReactNode;
  actions?: ReactNode;
  picture?: ReactNode;
}) {
  return (
    <header className="mb-6 flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
      <div className={picture ? 'grid grid-cols-[auto_1fr] items-start gap-x-4' : undefined}>
        {picture && <span className="row-span-2 mt-1">{picture}</span>}
        <h1>{title}</h1>
        {about && <p className="mt-1 max-w-prose text-soft">{about}</p>}
      </div>
      {actions && <div className="no-print flex flex-wrap gap-3">{actions}</div>}
    </header>
  );
}

/** What can be done besides the one thing that a page is about: a list that opens. */
export function MoreActions({ children }: { children: ReactNode }) {
  return (
    <details className="relative">
      <summary className="inline-flex min-h-12 cursor-pointer items-center gap-2 rounded-md border border-edge bg-sheet px-4 py-2 font-semibold hover:bg-well">
        More actions
        <ChevronDown aria-hidden className="size-5" />
      </summary>
      <ul className="absolute right-0 z-40 mt-1 min-w-64 rounded-md border border-edge bg-ground py-1 shadow-lg max-sm:right-auto max-sm:left-0">
        {children}
      </ul>
    </details>
  );
}

export const ActionLink = ({ to, children }: { to: string; children: ReactNode }) => (
  <li>
    <Link to={to} className="flex min-h-11 items-center px-4 no-underline hover:bg-well">
      {children}
    </Link>
  </li>
);

/** Said where a list has nothing: what that means and what to do. */
export function Empty({ children, action }: { children: ReactNode; action?: ReactNode }) {
  return (
    <div className="border-l-4 border-rule bg-sheet px-5 py-6">
      <p className="max-w-prose">{children}</p>
      {action && <div className="mt-3">{action}</div>}
    </div>
  );
}

/** Something said about the whole page: what was done, or what stands in the way. */
export function Notice({ tone, children }: { tone: 'good' | 'poor' | 'doubt'; children: ReactNode }) {
  const looks = {
    good: 'border-good bg-good-tint text-good',
    poor: 'border-poor bg-poor-tint text-poor',
    doubt: 'border-doubt bg-doubt-tint text-doubt',
  };
  return (
    <div role={tone === 'poor' ? 'alert' : 'status'} className={classes('mb-5 border-l-4 px-4 py-3 font-semibold', looks[tone])}>
      {children}
    </div>
  );
}

/** Label and value, one under the other on a phone. */
export function Facts({ rows }: { rows: readonly (readonly [string, ReactNode])[] }) {
  return (
    <dl className="grid grid-cols-1 sm:grid-cols-[11rem_1fr]">
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="pt-2 text-small text-soft sm:border-t sm:border-rule sm:py-2">{name}</dt>
          <dd className="border-b border-rule pb-2 sm:border-t sm:border-b-0 sm:py-2">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** An answer that nobody has; shown as such, never as a blank. */
export function Unknown() {
  return <span className="text-soft italic">unknown</span>;
}

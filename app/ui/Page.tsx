import type { ReactNode } from 'react';
import { classes } from './classes.ts';

/** A page's head: what this is, one line about it, and what to do. */
export function PageHead({ title, about, actions }: { title: ReactNode; about?: ReactNode; actions?: ReactNode }) {
  return (
    <header className="mb-6 flex flex-wrap items-end justify-between gap-x-6 gap-y-3">
      <div>
        <h1>{title}</h1>
        {about && <p className="mt-1 max-w-prose text-soft">{about}</p>}
      </div>
      {actions && <div className="no-print flex flex-wrap gap-3">{actions}</div>}
    </header>
  );
}

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

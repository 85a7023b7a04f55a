import { formatDate } from '#core/calendar/formatDate.ts';

export interface Happening {
  readonly on: string;
  readonly what: string;
  readonly by: string | null;
}

/** What happened to a lot, newest first; what moved its stock is in the ledger below. */
export function Timeline({ happenings }: { happenings: readonly Happening[] }) {
  const sorted = [...happenings].sort((one, other) => (one.on < other.on ? 1 : one.on > other.on ? -1 : 0));
  return (
    <section aria-label="History">
      <h2 className="mb-2">History</h2>
      <ol className="border-l-2 border-rule pl-4">
        {sorted.map(({ on, what, by }, index) => (
          <li
            key={index}
            className="relative py-1.5 before:absolute before:top-3.5 before:-left-[1.3rem] before:size-2 before:rounded-full before:bg-edge"
          >
            <span className="text-small text-soft">{formatDate(on)}</span> {what}
            {by && <span className="text-small text-soft"> · {by}</span>}
          </li>
        ))}
      </ol>
    </section>
  );
}

import type { ReactNode } from 'react';

/** A column that a phone leaves out; what it says stands elsewhere in the row. */
export const WIDE = 'hidden sm:table-cell';

/** The frame of a table: scrolls sideways by itself when it must, reachable by keyboard. */
export function Table({ caption, children }: { caption: string; children: ReactNode }) {
  return (
    <div className="relative overflow-x-auto" role="group" aria-label={caption} tabIndex={0}>
      <table className="w-full border-collapse text-small [&_tbody_tr]:border-t [&_tbody_tr]:border-rule [&_td]:px-3 [&_td]:py-2 [&_td]:align-top [&_td:first-child]:pl-0 [&_thead_th]:align-bottom">
        <caption className="sr-only">{caption}</caption>
        {children}
      </table>
    </div>
  );
}

/** Plain column heads, for a table that is not sorted by them. */
export function Heads({ of }: { of: readonly string[] }) {
  return (
    <thead>
      <tr className="text-left">
        {of.map((head) => (
          <th key={head} scope="col" className="px-3 py-2 font-semibold first:pl-0">
            {head}
          </th>
        ))}
      </tr>
    </thead>
  );
}

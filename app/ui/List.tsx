import { ArrowDown, Download, Search } from 'lucide-react';
import type { ReactNode } from 'react';
import { Form, Link, useSearchParams } from 'react-router';
import { Button } from './Button.tsx';
import { classes } from './classes.ts';
import { WIDE } from './Table.tsx';

/** Search and filters of a list; they live in the address, so a list can be kept and shared. Works before scripts. */
export function SearchForm({
  label,
  hint,
  value,
  table,
  children,
}: {
  label: string;
  hint: string;
  value: string;
  /** The list as a table to keep, with the filter that is on. */
  table?: string | undefined;
  children?: ReactNode;
}) {
  const [params] = useSearchParams();
  const sort = params.get('sort');
  return (
    <Form method="get" role="search" aria-label="Search this list" className="no-print mb-4 flex flex-wrap items-end gap-3">
      {sort && <input type="hidden" name="sort" value={sort} />}
      <label className="min-w-56 grow basis-60">
        <span className="text-small font-semibold">{label}</span>
        <input key={value} type="search" name="search" defaultValue={value} placeholder={hint} className="input mt-1" />
      </label>
      {children}
      <Button type="submit">
        <Search aria-hidden className="size-5" />
        Find
      </Button>
      {table && (
        <Link to={`/tables/${table}.csv?${params}`} reloadDocument className="link inline-flex min-h-12 items-center gap-1.5">
          <Download aria-hidden className="size-5" />
          Download CSV
        </Link>
      )}
    </Form>
  );
}

/** A narrow choice within a list, such as a crop or a state. */
export function FilterSelect({
  label,
  name,
  value,
  options,
}: {
  label: string;
  name: string;
  value: string;
  options: readonly { value: string; label: string }[];
}) {
  return (
    <label>
      <span className="block text-small font-semibold">{label}</span>
      <select key={value} name={name} defaultValue={value} className="input mt-1 min-w-40 sm:max-w-52">
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </label>
  );
}

/** A column's head that sorts by it. */
export function SortHead({
  by,
  now,
  align,
  wide,
  children,
}: {
  by: string;
  now: string;
  align?: 'right';
  wide?: boolean;
  children: ReactNode;
}) {
  const [params] = useSearchParams();
  const next = new URLSearchParams(params);
  next.set('sort', by);
  next.delete('page');
  return (
    <th
      scope="col"
      aria-sort={by === now ? 'other' : undefined}
      className={classes('px-3 py-2 text-left font-semibold first:pl-0', align === 'right' && 'text-right', wide && WIDE)}
    >
      <Link to={`?${next}`} className="inline-flex min-h-6 items-center gap-1 hover:underline">
        {children}
        {by === now && <ArrowDown aria-hidden className="size-4" />}
      </Link>
    </th>
  );
}

/** Where one is in a long list, and the way on; `more` where there may be more than the `total` that was counted. */
export function Pager({
  page,
  size,
  total,
  things,
  more = false,
}: {
  page: number;
  size: number;
  total: number;
  things: string;
  more?: boolean;
}) {
  const [params] = useSearchParams();
  const to = (target: number) => {
    const next = new URLSearchParams(params);
    next.set('page', String(target));
    return `?${next}`;
  };
  if (total === 0) return null;
  const last = Math.ceil(total / size);
  return (
    <nav aria-label="Pages of this list" className="no-print mt-4 flex flex-wrap items-center gap-4 text-small">
      <span>
        {total <= size
          ? `${total} ${total === 1 ? things.replace(/s$/, '') : things}`
          : `${(page - 1) * size + 1} to ${Math.min(total, page * size)} of ${more ? 'more than ' : ''}${total} ${things}`}
      </span>
      {page > 1 && (
        <Link className="link inline-flex min-h-11 items-center" to={to(page - 1)}>
          Previous
        </Link>
      )}
      {page < last && (
        <Link className="link inline-flex min-h-11 items-center" to={to(page + 1)}>
          Next
        </Link>
      )}
    </nav>
  );
}

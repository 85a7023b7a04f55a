import { Link, useLocation } from 'react-router';

/** Leads to one act and the way to take it back, and from there to this page again. */
export function UndoLink({ act, what }: { act: string; what: string }) {
  const { pathname, search } = useLocation();
  const query = new URLSearchParams({ act, from: pathname + search });
  return (
    <Link to={`/undo?${query.toString()}`} className="link -my-3 inline-flex min-h-11 items-center" aria-label={`Undo: ${what}`}>
      Undo
    </Link>
  );
}

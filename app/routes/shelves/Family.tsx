import { Link } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import { LotCode } from '#app/ui/Mark.tsx';

interface Relative {
  readonly id: number;
  readonly code: string;
  readonly variety: string;
  readonly harvested: string | null;
  readonly donor: string | null;
}

/** One step up and one step down the descent. */
export function Family({
  relatives: { parents, children },
}: {
  relatives: { parents: readonly Relative[]; children: readonly Relative[] };
}) {
  if (parents.length + children.length === 0) return null;
  return (
    <section aria-label="Parents and children">
      <h2 className="mb-2">Parents and children</h2>
      <Generation title="Grown from" lots={parents} />
      <Generation title="Gave" lots={children} />
    </section>
  );
}

function Generation({ title, lots }: { title: string; lots: readonly Relative[] }) {
  if (lots.length === 0) return null;
  return (
    <div className="grid grid-cols-[6rem_1fr] border-t border-rule py-2">
      <p className="text-small text-soft">{title}</p>
      <ul className="space-y-1">
        {lots.map((lot) => (
          <li key={lot.id}>
            <Link className="link" to={`/lots/${lot.code}`}>
              <LotCode>{lot.code}</LotCode>
            </Link>{' '}
            ‘{lot.variety}’{lot.harvested && `, ${formatDate(lot.harvested)}`}
            {lot.donor && `, ${lot.donor}`}
          </li>
        ))}
      </ul>
    </div>
  );
}

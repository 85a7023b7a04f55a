import { formatDate } from '#core/calendar/formatDate.ts';
import { Table } from '#app/ui/Table.tsx';
import type { SeedView } from './TowelPicture.tsx';

interface CheckView {
  readonly id: number;
  readonly checkedOn: string;
  readonly day: number;
  readonly note: string | null;
  readonly by: string | null;
}

/** Every look at the towel, and how many seeds stand as having come up by then. */
export function TowelHistory({ checks, seeds }: { checks: readonly CheckView[]; seeds: readonly SeedView[] }) {
  if (checks.length === 0) return null;
  const by = (day: number, state: string) => seeds.filter((seed) => seed.state === state && seed.day !== null && seed.day <= day).length;
  return (
    <section aria-label="Counts so far" className="mt-10">
      <h2 className="mb-1">Counts so far</h2>
      <Table caption="Counts so far">
        <thead>
          <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
            <th scope="col">Day</th>
            <th scope="col">Counted</th>
            <th scope="col" className="text-right">
              Sprouted
            </th>
            <th scope="col" className="text-right">
              Mouldy
            </th>
            <th scope="col">By</th>
            <th scope="col">Note</th>
          </tr>
        </thead>
        <tbody>
          {checks.map((check) => (
            <tr key={check.id}>
              <td>{check.day}</td>
              <td className="whitespace-nowrap">{formatDate(check.checkedOn)}</td>
              <td className="text-right">{by(check.day, 'sprouted')}</td>
              <td className="text-right">{by(check.day, 'dead')}</td>
              <td>{check.by}</td>
              <td>{check.note}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}

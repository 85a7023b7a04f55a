import { Table } from '#app/ui/Table.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { COUNTABLE, type SeedState } from '#core/germination/towel.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { stateName, type SeedView } from './TowelPicture.tsx';

interface CheckView {
  readonly id: number;
  readonly checkedOn: Day;
  readonly day: number;
  readonly note: string | null;
  readonly reWetted: boolean;
  readonly mould: boolean;
  readonly width: number | null;
  readonly height: number | null;
  readonly by: string | null;
}

/** Replicates are counted one after the other: what the same person saw on one day without a word or a photo is one row, that of the last. */
function oneOfADay(checks: readonly CheckView[]): readonly CheckView[] {
  const isPlain = (check: CheckView | undefined) => check && !check.note && check.width === null && !check.reWetted && !check.mould;
  return checks.filter((check, index) => {
    const next = checks[index + 1];
    return !(isPlain(check) && isPlain(next) && next!.day === check.day && next!.by === check.by);
  });
}

/** Every look at the towel, and how many seeds stand in each state by then. */
export function TowelHistory({ checks, seeds, counted }: { checks: readonly CheckView[]; seeds: readonly SeedView[]; counted: string }) {
  if (checks.length === 0) return null;
  const by = (day: number, state: SeedState) => seeds.filter((seed) => seed.state === state && seed.day !== null && seed.day <= day).length;
  const shown = COUNTABLE.filter((state) => state === 'sprouted' || seeds.some((seed) => seed.state === state));
  return (
    <section aria-label="Counts so far" className="mt-10">
      <h2 className="mb-1">Counts so far</h2>
      <Table caption="Counts so far">
        <thead>
          <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
            <th scope="col">Day</th>
            <th scope="col">Counted</th>
            {shown.map((state) => (
              <th key={state} scope="col" className="text-right">
                {stateName(state, counted)}
              </th>
            ))}
            <th scope="col">By</th>
            <th scope="col">Note</th>
          </tr>
        </thead>
        <tbody>
          {oneOfADay(checks).map((check) => (
            <tr key={check.id}>
              <td>{check.day}</td>
              <td className="whitespace-nowrap">{formatDate(check.checkedOn)}</td>
              {shown.map((state) => (
                <td key={state} className="text-right">
                  {by(check.day, state)}
                </td>
              ))}
              <td>{check.by}</td>
              <td>
                {[check.reWetted && 're-wetted', check.mould && 'mould on the paper', check.note].filter(Boolean).join('; ')}
                {check.width !== null && (
                  <a href={`/tests/photos/${check.id}`} className="mt-1 block">
                    <img
                      src={`/tests/photos/${check.id}`}
                      width={check.width}
                      height={check.height!}
                      loading="lazy"
                      alt={`The towel on day ${check.day}`}
                      className="h-24 w-auto"
                    />
                  </a>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </section>
  );
}

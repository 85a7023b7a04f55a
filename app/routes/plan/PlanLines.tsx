import { ChevronDown } from 'lucide-react';
import { useState } from 'react';
import { Button } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { formatDay } from '#core/calendar/formatDate.ts';
import { crossedWords } from '#words/apart.ts';
import { chanceWords } from '#words/risk.ts';
import { isWorthGrowing } from '#core/plan/options.ts';
import { choicePlace, waysWords } from '#words/seasonPlan.ts';
import type { PlanParts } from './parts.ts';
import { PlanPanel } from './PlanPanelLater.tsx';

/** Of lines that are left out so many are shown at first: those that would save most. */
const MOST_LEFT_OUT = 60;
const SORTS = { worth: 'Most saved first', place: 'Garden', name: 'Name' } as const;

/** The plan line by line: what is grown, and what is left out. A line that is chosen opens, and says why and what else could be done. */
export function PlanLines(parts: PlanParts) {
  const { standing, outcome, chosen, onChoose } = parts;
  const { facts, wishes } = standing;
  const [search, setSearch] = useState('');
  const [isAll, setIsAll] = useState(false);
  const [sort, setSort] = useState<keyof typeof SORTS>('worth');
  const fits = (name: string) => name.toLowerCase().includes(search.trim().toLowerCase());
  const grown = outcome.lines
    .filter(({ line }) => fits(line.name))
    .sort((one, other) =>
      sort === 'worth'
        ? other.worth - one.worth
        : sort === 'name'
          ? one.line.name.localeCompare(other.line.name)
          : choicePlace(facts, one.choice).localeCompare(choicePlace(facts, other.choice)) ||
            one.choice.sowOn.localeCompare(other.choice.sowOn),
    );
  const out = outcome.out.filter(({ name }) => fits(name)).sort((one, other) => other.risk - other.grown - (one.risk - one.grown));
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end gap-3">
        <label className="grow basis-56">
          <span className="text-small font-semibold">Find a line</span>
          <input
            type="search"
            className="input mt-1"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            placeholder="Crop or variety"
          />
        </label>
        <label>
          <span className="text-small font-semibold">Order</span>
          <select className="input mt-1" value={sort} onChange={(event) => setSort(event.target.value as keyof typeof SORTS)}>
            {Object.entries(SORTS).map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
      </div>
      <h2 className="mt-6 mb-2">To grow</h2>
      {grown.length === 0 ? (
        <p className="py-3 text-soft">
          {search
            ? 'No results. Try part of a crop or variety name.'
            : 'Nothing planned yet. Plan the season, or open a line below and choose a place.'}
        </p>
      ) : (
        <ul aria-label="Lines to grow">
          {grown.map(({ line, choice, share, most, hours }) => {
            const isSown = line.growOut?.state === 'sown';
            return (
              <li key={line.id} className="border-t border-rule">
                <Opener id={line.id} chosen={chosen} onChoose={isSown ? null : onChoose}>
                  <b className="sm:col-span-1">{line.name}</b>
                  <span>
                    {choicePlace(facts, choice)}, {isSown ? 'sown' : 'sow'} {formatDay(choice.sowOn)}
                    <span className="block text-small text-soft">
                      Isolated by {waysWords(choice.methods)}; {crossedWords(share)} crossed
                      {most !== null && share > most && <b className="text-poor">, too much</b>}
                    </span>
                  </span>
                  <span className="text-small sm:text-right">
                    {isSown ? (
                      <span className="text-soft">Already sown</span>
                    ) : (
                      <>
                        Loss {chanceWords(line.risk)} to {chanceWords(line.grown)}
                        <span className="block text-soft">
                          {hours} h{wishes.pinned.includes(line.id) && ' · pinned'}
                          {wishes.forced.includes(line.id) && ' · must be grown'}
                        </span>
                      </>
                    )}
                  </span>
                </Opener>
                {chosen === line.id && <PlanPanel {...parts} id={line.id} />}
              </li>
            );
          })}
        </ul>
      )}
      {out.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">Left out</h2>
          <ul aria-label="Lines left out">
            {out.slice(0, isAll ? undefined : MOST_LEFT_OUT).map((line) => (
              <li key={line.id} className="border-t border-rule">
                <Opener id={line.id} chosen={chosen} onChoose={onChoose}>
                  <b>{line.name}</b>
                  <span className="text-soft">
                    {wishes.forbidden.includes(line.id)
                      ? 'You chose not to grow it'
                      : wishes.forced.includes(line.id) || line.growOut
                        ? 'Must be grown, but has no place'
                        : isWorthGrowing(facts, line)
                          ? 'No room beside the others. See why, and what would make room'
                          : 'Not worth its hours of work'}
                  </span>
                  <span className="text-small sm:text-right">
                    Loss {chanceWords(line.risk)}; if grown {chanceWords(line.grown)}
                  </span>
                </Opener>
                {chosen === line.id && <PlanPanel {...parts} id={line.id} />}
              </li>
            ))}
          </ul>
          {out.length > MOST_LEFT_OUT && !isAll && (
            <Button type="button" className="mt-3" onClick={() => setIsAll(true)}>
              Show all {out.length}
            </Button>
          )}
        </>
      )}
    </>
  );
}

function Opener({
  id,
  chosen,
  onChoose,
  children,
}: {
  id: number;
  chosen: number | null;
  onChoose: ((id: number | null) => void) | null;
  children: React.ReactNode;
}) {
  const look = 'grid w-full gap-x-4 gap-y-0.5 py-2 pr-8 text-left sm:grid-cols-[14rem_1fr_11rem] sm:items-baseline';
  if (!onChoose) return <div className={look}>{children}</div>;
  return (
    <button
      type="button"
      id={`line-${id}`}
      aria-expanded={chosen === id}
      onClick={() => onChoose(chosen === id ? null : id)}
      className={classes(look, 'relative min-h-12 hover:bg-well aria-expanded:bg-well')}
    >
      {children}
      <ChevronDown aria-hidden className={classes('absolute top-3 right-1 size-5', chosen === id && 'rotate-180')} />
    </button>
  );
}

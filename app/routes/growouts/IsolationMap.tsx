import { letterOf, MapScale } from '#app/ui/MapParts.tsx';
import { crossedWords } from '#words/apart.ts';

interface OnMap {
  readonly id: number;
  readonly name: string;
  /** Metres east and north of some point. */
  readonly east: number;
  readonly north: number;
}

interface InFlower {
  readonly key: string;
  readonly name: string;
  readonly gardenId: number;
  readonly growOutId: number | null;
  /** Metres within which others of its kind would spoil it. */
  readonly reach: number;
  readonly from: readonly { readonly key: string; readonly share: number }[];
}

const WIDE = 560;
const HIGH = 400;
const EDGE = 60;
const HALO = { paintOrder: 'stroke', stroke: 'var(--color-sheet)', strokeWidth: 4 } as const;
/** Where a letter may stand beside its garden, the first that is free. */
const BESIDE = [
  [13, -9],
  [-13, -9],
  [13, 15],
  [-13, 15],
  [0, -16],
  [0, 22],
] as const;
const ROOM = 15;

/** Gardens to scale with a letter each, a circle around each grow-out in flower as wide as its isolation distance, and lines where two are likely to cross. */
export function IsolationMap({ gardens, flowering }: { gardens: readonly OnMap[]; flowering: readonly InFlower[] }) {
  if (gardens.length === 0)
    return <p className="text-soft">No map yet, because no garden has a location. The table below shows what we know.</p>;
  const [west, east] = [Math.min(...gardens.map((one) => one.east)), Math.max(...gardens.map((one) => one.east))];
  const [south, north] = [Math.min(...gardens.map((one) => one.north)), Math.max(...gardens.map((one) => one.north))];
  const scale = Math.min((WIDE - 2 * EDGE) / Math.max(100, east - west), (HIGH - 2 * EDGE) / Math.max(100, north - south));
  const drawn = gardens.map((garden, index) => ({
    ...garden,
    letter: letterOf(index),
    x: WIDE / 2 + (garden.east - (west + east) / 2) * scale,
    y: HIGH / 2 - (garden.north - (south + north) / 2) * scale,
    here: flowering.filter(({ gardenId }) => gardenId === garden.id),
  }));
  const at = (id: number) => drawn.find((one) => one.id === id);
  const crossings = flowering.flatMap((one) =>
    one.from.flatMap(({ key, share }) => {
      const other = flowering.find((two) => two.key === key);
      const [here, there] = [at(one.gardenId), other && at(other.gardenId)];
      return here && there && here.id !== there.id
        ? [{ id: `${one.key} ${key}`, here, there, share, names: `${other!.name} to ${one.name}` }]
        : [];
    }),
  );
  return (
    <div className="grid items-start gap-6 lg:grid-cols-[minmax(0,36rem)_1fr]">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="w-full border border-rule bg-sheet"
        role="img"
        aria-label="Map of gardens and what flowers in them; the list and the table show the same"
      >
        {drawn.flatMap(({ x, y, here }) =>
          here
            .filter(({ growOutId }) => growOutId !== null)
            .map(({ key, reach }) => (
              <circle
                key={key}
                cx={x}
                cy={y}
                r={Math.max(8, reach * scale)}
                className="fill-good/5 stroke-good"
                strokeDasharray="5 4"
                strokeWidth="1.2"
              />
            )),
        )}
        {crossings.map(({ id, here, there, share, names }) => (
          <g key={id}>
            <title>{`${names}: ${crossedWords(share)}`}</title>
            <line x1={there.x} y1={there.y} x2={here.x} y2={here.y} className="stroke-doubt" strokeWidth={Math.min(8, 2 + 40 * share)} />
            <text
              x={(there.x + here.x) / 2}
              y={Math.min(there.y, here.y) - 22}
              textAnchor="middle"
              className="fill-ink text-[13px] font-bold"
              style={HALO}
            >
              {crossedWords(share)}
            </text>
          </g>
        ))}
        {withPlaces(drawn).map(({ id, letter, x, y, here, dx, dy }) => (
          <g key={id}>
            <rect
              x={x - 5}
              y={y - 5}
              width="10"
              height="10"
              className={here.length > 0 ? 'fill-ink' : 'fill-sheet stroke-edge'}
              strokeWidth="1.5"
            />
            <text
              x={x + dx}
              y={y + dy}
              textAnchor="middle"
              className={here.length > 0 ? 'fill-ink text-[14px] font-bold' : 'fill-soft text-[13px]'}
              style={HALO}
            >
              {letter}
            </text>
          </g>
        ))}
        <MapScale scale={scale} wide={WIDE} high={HIGH} />
      </svg>
      <div>
        <ul aria-label="Gardens on the map">
          {drawn.map(({ id, letter, name, here }) => (
            <li key={id} className={here.length > 0 ? 'py-1' : 'py-1 text-soft'}>
              <b className="inline-block w-6">{letter}</b>
              {here.length > 0 ? <b>{name}</b> : name}
              {here.map((one) => (
                <span key={one.key} className="block pl-6 leading-snug">
                  {one.name}
                  {one.from.length > 0 && (
                    <span className="font-semibold text-doubt">
                      {' '}
                      from{' '}
                      {one.from
                        .map(
                          ({ key, share }) =>
                            `${at(flowering.find((two) => two.key === key)?.gardenId ?? 0)?.letter ?? 'elsewhere'}: ${crossedWords(share)}`,
                        )
                        .join(', ')}
                    </span>
                  )}
                </span>
              ))}
            </li>
          ))}
        </ul>
        <p className="mt-3 text-small text-soft">
          Dashed circle: isolation distance of a grow-out, by your house rule. Line: likely crossing, with the percentage of seed.
        </p>
      </div>
    </div>
  );
}

/** Gives each letter a side of its garden on which no other garden and no letter stands. */
function withPlaces<Drawn extends { readonly x: number; readonly y: number }>(
  drawn: readonly Drawn[],
): (Drawn & { dx: number; dy: number })[] {
  const taken = drawn.map(({ x, y }) => [x, y] as const);
  return drawn.map((one) => {
    const others = taken.filter(([x, y]) => x !== one.x || y !== one.y);
    const [dx, dy] =
      BESIDE.find(([right, down]) => others.every(([x, y]) => Math.hypot(x - one.x - right, y - one.y - down + 5) > ROOM)) ?? BESIDE[0];
    taken.push([one.x + dx, one.y + dy - 5]);
    return { ...one, dx, dy };
  });
}

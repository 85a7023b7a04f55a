import { formatMetres } from '#core/units/formatAmount.ts';
import { useUnits } from './units.tsx';

const SCALES = [50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000];
const LONGEST = 160;
const LETTERS = 26;

/** The letter of a garden on a map: A to Z, then AA and on. */
export const letterOf = (index: number): string =>
  (index >= LETTERS ? String.fromCharCode(64 + Math.floor(index / LETTERS)) : '') + String.fromCharCode(65 + (index % LETTERS));

/** A bar of a round length at the foot of a map, and where north is. @param scale units of the drawing for a metre */
export function MapScale({ scale, wide, high }: { scale: number; wide: number; high: number }) {
  const units = useUnits();
  const bar = SCALES.filter((metres) => metres * scale <= LONGEST).at(-1) ?? SCALES[0]!;
  return (
    <>
      <line x1={20} y1={high - 20} x2={20 + bar * scale} y2={high - 20} className="stroke-ink" strokeWidth="2" />
      <text x={20} y={high - 27} className="fill-ink text-[13px]">
        {formatMetres(bar, units)}
      </text>
      <text x={wide - 20} y={26} textAnchor="end" className="fill-soft text-[13px]">
        North is up
      </text>
    </>
  );
}

import { Link } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Claim } from '#core/promise/judge.ts';
import { classes } from '#app/ui/classes.ts';
import { StockLeft } from '#app/ui/units.tsx';
import { ClaimMark, LotCode } from '#app/ui/Mark.tsx';
import { CLAIM_TONES } from '#words/claims.ts';
import { Heads, Table } from '#app/ui/Table.tsx';
import type { DescentDrawing } from './layOutDescent.server.ts';

const BOX = { width: 168, height: 62 };

export interface KinView {
  readonly id: number;
  readonly code: string;
  readonly variety: string;
  readonly harvested: string | null;
  readonly garden: string | null;
  readonly plants: number | null;
  readonly promise: Claim | null;
  readonly onHand: number;
  readonly unit: 'seed' | 'mg';
  readonly form: string;
  readonly parents: readonly number[];
}

/** A line's way through gardens and years: a box a lot, its line as wide as its plants were many, marked with its promise. */
export function Descent({ kin, drawing, self }: { kin: readonly KinView[]; drawing: DescentDrawing; self: number }) {
  const byId = new Map(kin.map((lot) => [lot.id, lot]));
  return (
    <section aria-label="Descent" className="mt-10">
      <h2 className="mb-1">Descent</h2>
      <p className="mb-3 text-small text-soft">Oldest on the left. A wider line means seed from more plants.</p>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="Diagram of the descent">
        <svg width={drawing.width} height={drawing.height} viewBox={`0 0 ${drawing.width} ${drawing.height}`} aria-hidden>
          {drawing.lines.map(({ from, to, points }) => (
            <path
              key={`${from}-${to}`}
              d={pathThrough(points)}
              fill="none"
              className={byId.get(to)?.plants === null ? 'stroke-edge' : 'stroke-grain'}
              strokeWidth={lineWidth(byId.get(to)?.plants ?? null)}
              strokeDasharray={byId.get(to)?.plants === null ? '4 4' : undefined}
            />
          ))}
          {drawing.boxes.map(({ id, x, y }) => (
            <Box key={id} lot={byId.get(id)!} x={x} y={y} isSelf={id === self} />
          ))}
        </svg>
      </div>
      <details className="mt-2">
        <summary className="link inline-flex min-h-11 items-center">Show as a table</summary>
        <KinTable kin={kin} self={self} />
      </details>
    </section>
  );
}

const lineWidth = (plants: number | null) => (plants === null ? 1.5 : Math.min(14, 1 + 2.4 * Math.log2(1 + plants)));

/** A smooth line through dagre's points. */
function pathThrough(points: readonly { x: number; y: number }[]): string {
  const [first, ...rest] = points;
  const last = rest.at(-1) ?? first!;
  const middle = (first!.x + last.x) / 2;
  return `M${first!.x},${first!.y} C${middle},${first!.y} ${middle},${last.y} ${last.x},${last.y}`;
}

const EDGE = { good: 'fill-good', doubt: 'fill-doubt', poor: 'fill-poor', frost: 'fill-frost', plain: 'fill-edge' } as const;

function Box({ lot, x, y, isSelf }: { lot: KinView; x: number; y: number; isSelf: boolean }) {
  const tone = lot.promise ? CLAIM_TONES[lot.promise] : 'plain';
  return (
    <a href={`/lots/${lot.code}`} tabIndex={-1}>
      <g transform={`translate(${x} ${y})`}>
        <rect
          width={BOX.width}
          height={BOX.height}
          rx="4"
          className={classes('fill-sheet', isSelf ? 'stroke-ink' : 'stroke-edge')}
          strokeWidth={isSelf ? 2.5 : 1}
        />
        <rect width="6" height={BOX.height} rx="2" className={EDGE[tone]} />
        <text x="16" y="20" className="fill-ink font-mono text-[14px] font-medium">
          {lot.code}
        </text>
        <text x="16" y="37" className="fill-soft text-[13px]">
          {clip([lot.harvested ? formatDate(lot.harvested) : 'undated', lot.garden].filter(Boolean).join(', '), 24)}
        </text>
        <text x="16" y="54" className="fill-soft text-[13px]">
          {clip(`${lot.plants === null ? 'plants unknown' : `${lot.plants} plants`}${lot.promise ? `; ${lot.promise}` : ''}`, 25)}
        </text>
      </g>
    </a>
  );
}

const clip = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

export function KinTable({ kin, self }: { kin: readonly KinView[]; self: number }) {
  const codes = new Map(kin.map(({ id, code }) => [id, code]));
  return (
    <Table caption="Lots of this descent">
      <Heads of={['Lot', 'Variety', 'Harvested', 'Garden', 'Plants', 'Promise', 'In store', 'Grown from']} />
      <tbody>
        {kin.map((lot) => (
          <tr key={lot.id} className={classes(lot.id === self && 'bg-well')}>
            <td>
              <Link className="link" to={`/lots/${lot.code}`}>
                <LotCode>{lot.code}</LotCode>
              </Link>
            </td>
            <td>‘{lot.variety}’</td>
            <td>{lot.harvested ? formatDate(lot.harvested) : 'unknown'}</td>
            <td>{lot.garden ?? 'unknown'}</td>
            <td>{lot.plants ?? 'unknown'}</td>
            <td>
              <ClaimMark promise={lot.promise} />
            </td>
            <td>
              <StockLeft lot={lot} />
            </td>
            <td>
              {lot.parents
                .map((parent) => codes.get(parent))
                .filter(Boolean)
                .join(', ') || 'first lot here'}
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

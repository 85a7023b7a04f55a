import { Link } from 'react-router';
import { classes } from '#app/ui/classes.ts';
import type { BatchView } from './viewOf.server.ts';

const HOUR = 3_600_000;
const BACK = 3 * 24 * HOUR;
const AHEAD = 11 * 24 * HOUR;

/** Where every batch is on its own time line: what has passed, when it is ripe for the next step, and when harm begins. */
export function BenchPicture({ batches, now }: { batches: readonly BatchView[]; now: number }) {
  const at = (instant: number) => Math.min(100, Math.max(0, ((instant - (now - BACK)) / (BACK + AHEAD)) * 100));
  const days = Array.from({ length: (BACK + AHEAD) / (24 * HOUR) }, (_, index) => index - BACK / (24 * HOUR));
  return (
    <figure className="mb-6" aria-label="The bench over the next days">
      <div className="grid grid-cols-[minmax(0,9rem)_1fr] gap-x-3 text-small sm:grid-cols-[13rem_1fr]">
        <span />
        <div className="relative h-6 text-soft" aria-hidden>
          {days
            .filter((day) => day % 2 === 0)
            .map((day) => (
              <span
                key={day}
                className={classes('absolute -translate-x-1/2 whitespace-nowrap', day % 4 !== 0 && 'hidden sm:inline')}
                style={{ left: `${at(now + day * 24 * HOUR)}%` }}
              >
                {day === 0 ? 'now' : day > 0 ? `+${day} d` : `−${-day} d`}
              </span>
            ))}
        </div>
        {batches.slice(0, 14).map((batch) => (
          <div key={batch.id} className="contents">
            <Link to={`/bench/${batch.id}`} className="py-1.5 leading-snug hover:underline">
              <span className="block sm:inline">{batch.variety}</span>
              <span className="hidden sm:inline">, </span>
              <span className="text-soft">{batch.doing}</span>
            </Link>
            <div className="relative my-1.5 border-b border-rule" aria-hidden>
              {batch.clock ? (
                <>
                  <Bar from={at(batch.clock.since)} to={at(batch.clock.earliest)} look="bg-well" />
                  <Bar from={at(batch.clock.earliest)} to={at(batch.clock.latest)} look="bg-good-tint border-y border-good" />
                  <Bar from={at(batch.clock.latest)} to={100} look="bg-poor-tint" />
                  <i className="absolute inset-y-0 w-0.5 bg-good" style={{ left: `${at(batch.clock.usual)}%` }} />
                </>
              ) : (
                <Bar from={at(now - BACK)} to={at(now)} look="bg-frost-tint" />
              )}
              <i className="absolute -inset-y-1.5 w-0.5 bg-ink" style={{ left: `${at(now)}%` }} />
            </div>
          </div>
        ))}
      </div>
      <figcaption className="mt-1 text-small text-soft">
        Outlined: ready for the next step, with the usual time. Red: harm begins. Drying has no time limit; it ends when the weight settles.
        {batches.length > 14 && ` The ${batches.length - 14} least urgent are only in the list.`}
      </figcaption>
    </figure>
  );
}

function Bar({ from, to, look }: { from: number; to: number; look: string }) {
  return to > from ? <i className={`absolute inset-y-0 ${look}`} style={{ left: `${from}%`, width: `${to - from}%` }} /> : null;
}

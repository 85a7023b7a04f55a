import { wantForm } from '#contracts/stock/wants.ts';
import type { Day, LineId } from '#core/kernel/kinds.ts';
import type { WantState } from '#core/stock/wantStates.ts';
import type { LineStock } from '#core/stock/lineStock.ts';
import { wantOf, type Want } from '#core/stock/wants.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house/house.ts';
import { risksOfLines } from '#data/growouts/risks.ts';
import { findLine } from '#data/lots/lines.ts';
import { readWantStates, writeWantState } from '#data/stock/wantStates.ts';
import { command, type Inside } from '#services/command.server.ts';
import { readLineStock } from './lineStock.server.ts';

export interface LineWant extends Want {
  readonly lineId: LineId;
  readonly crop: string;
  readonly variety: string;
  readonly lots: number;
  /** The lot to sow where it is to be grown out: the one that sows a grow-out most often. */
  readonly sow: string | null;
  /** Chance of losing it in five years, 0 to 1; null while that is not known, and where nothing is left. */
  readonly risk: number | null;
  /** How far it has got, with whom, since when and by whose word; null where nobody has begun. */
  readonly got: { readonly state: WantState; readonly whom: string | null; readonly on: Day; readonly by: string | null } | null;
}

const lotThatSows = (lots: LineStock['lots']): string | null =>
  lots
    .filter(({ toSow, seeds, verdict }) => toSow !== null && verdict !== 'dead' && seeds >= toSow)
    .sort((one, other) => other.seeds / other.toSow! - one.seeds / one.toSow!)[0]?.code ?? null;

/** What each line wants, soonest first and of one day what is likeliest lost: what to grow out, ask, swap or order, how much, by when and at what price. */
export async function readWants(db: Db, house: House, today: Day): Promise<LineWant[]> {
  const [lines, risks, states] = await Promise.all([readLineStock(db, house, today, null), risksOfLines(db), readWantStates(db)]);
  return lines
    .flatMap(({ id, name, crop, stock }): LineWant[] => {
      const want = wantOf({ crop, stock }, house, today);
      return want
        ? [
            {
              ...want,
              lineId: id,
              crop: crop.name,
              variety: name,
              lots: stock.lots.length,
              sow: lotThatSows(stock.lots),
              risk: risks.get(id)?.risk ?? null,
              got: states.get(id) ?? null,
            },
          ]
        : [];
    })
    .sort(
      (one, other) =>
        one.by.localeCompare(other.by) ||
        (other.risk ?? 0) - (one.risk ?? 0) ||
        one.crop.localeCompare(other.crop) ||
        one.variety.localeCompare(other.variety),
    );
}

/** How far the want of a line has got: asked elsewhere, ordered or arrived; or wanted as before. */
export const noteWant = command(
  'want noted',
  { input: wantForm },
  async ({ tx, actor, today, refuse }: Inside<{ readonly code: 'no such line' }>, want) => {
    const line = (await findLine(tx, want.lineId)) ?? refuse({ code: 'no such line' });
    await writeWantState(tx, { ...want, writtenOn: today, writtenBy: actor.personId, actKey: want.key });
    return { answer: null, subject: line.name };
  },
);

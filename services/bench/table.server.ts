import { ON_THE_TABLE } from '#core/bench/steps.ts';
import { type Batch, listOpenBatches } from '#data/bench/batches.ts';
import type { Db } from '#data/database.ts';

/** What lies open on the table: a batch at a step that leaves seed loose. */
export interface OnTable {
  readonly id: number;
  readonly code: string;
  readonly crop: string;
  readonly variety: string;
  /** The seed of both looks alike: the same crop, or the same genus. */
  readonly alike: boolean;
}

/** The batch of another lot whose seed lies open on the table, the one that looks alike first. */
export async function findOnTable(db: Db, batch: Batch): Promise<OnTable | null> {
  const open = await listOpenBatches(db, { steps: [...ON_THE_TABLE] });
  const genus = (species: string) => species.split(' ')[0];
  const others = open
    .filter((other) => other.lotId !== batch.lotId)
    .map((other) => ({
      id: other.id,
      code: other.code,
      crop: other.crop,
      variety: other.variety,
      alike: other.cropId === batch.cropId || genus(other.facts.species) === genus(batch.facts.species),
    }));
  return others.find(({ alike }) => alike) ?? others[0] ?? null;
}

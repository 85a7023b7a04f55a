import { ofLot } from '#contracts/fields.ts';
import { evidenceForm } from '#contracts/lots/seen.ts';
import type { Crop } from '#core/almanac/crop.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { findEvidence, recordEvidence } from '#data/lots/evidence.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from './lockedLot.server.ts';
import { refreshPromises } from './promises.server.ts';

/** Share of crosses that can be seen, for this crop and what was looked at: kernels of a crop with xenia, fruits, or whole plants. */
function showingShare(crop: Pick<Crop, 'crossesShow' | 'showsIn'>, seen: 'plants' | 'fruits' | 'kernels'): number {
  const usual = (crop.crossesShow[0] + crop.crossesShow[1]) / 200;
  const where = { plants: ['plant', 'root'], fruits: ['fruit'], kernels: ['kernel'] }[seen];
  // Looked at elsewhere than where crosses show best, half of them pass unseen.
  return where.includes(crop.showsIn) ? usual : usual / 2;
}

export interface Seen {
  readonly key: string;
  readonly code: string;
  readonly seen: 'plants' | 'fruits' | 'kernels';
  readonly source: 'trial' | 'grow-out' | 'report' | 'sorting';
  readonly offTypes: number;
  readonly lookedAt: number;
  readonly seenOn: Day;
  readonly note: string | null;
  /** The row this one corrects. */
  readonly insteadOf: number | null;
}

export type SeenProblem =
  | NoLot
  | { readonly code: 'before it came in' }
  | { readonly code: 'in the future' }
  | { readonly code: 'no such count' }
  | { readonly code: 'corrected already' };

/** Records what was counted on a lot's plants, fruits or kernels, and judges it and its descendants again. */
export const addEvidence = command(
  'off-types counted',
  { input: ofLot(evidenceForm), broken: { evidence_instead_of_key: { code: 'corrected already' } } },
  async ({ tx, actor, today, refuse }: Inside<SeenProblem>, seen) => {
    const lot = await lockedLot(tx, seen.code, refuse);
    if (seen.seenOn > today) refuse({ code: 'in the future' });
    if (seen.seenOn < lot.takenInOn) refuse({ code: 'before it came in' });
    if (seen.insteadOf !== null && !(await findEvidence(tx, lot.id)).some(({ id }) => id === seen.insteadOf))
      refuse({ code: 'no such count' });
    const { key, code: _code, ...counted } = seen;
    await recordEvidence(tx, {
      ...counted,
      lotId: lot.id,
      shows: showingShare(lot.facts, seen.seen),
      writtenBy: actor.personId,
      actKey: key,
    });
    await refreshPromises(tx, [lot.id], today);
    return { answer: null, subject: lot.code };
  },
);

import { db } from '#app/platform/database.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { CLAIM_WORDS } from '#words/claims.ts';
import { hazardWords } from '#words/promise.ts';
import { percent, thickerWords } from '#words/sayings.ts';
import { standsOnLabels } from '#core/almanac/cautions.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { House } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook, type KeptOutlook } from '#data/lots/outlooks.ts';
import type { LabelWords } from '#services/labels.server.ts';
import { distanceBy } from '#core/house/rules.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { ripeWhen } from '#words/almanac.ts';

/** What germinates now, and what that rests on: seed goes on ageing after its test. */
function germinationLine(
  lot: { readonly sprouted: number | null; readonly laid: number | null; readonly testedOn: Day | null; readonly origin: string },
  outlook: KeptOutlook | null,
  today: Day,
): string {
  const month = formatDate(today.slice(0, 7));
  const now = outlook && `about ${percent(outlook.median)} in ${month}`;
  if (lot.laid !== null) {
    const tested = `${lot.sprouted} of ${lot.laid}, ${formatDate(lot.testedOn!.slice(0, 7))}`;
    return lot.testedOn!.slice(0, 7) === today.slice(0, 7) || !now ? `Germination ${tested}` : `Germinates ${now}; tested ${tested}`;
  }
  return lot.origin === 'blend' && now ? `Germinates ${now}, unevenly; not tested` : 'Germination not tested';
}

/** What a packet's label says of a lot; it never claims more than the lot's promise. */
export async function readLabel(
  code: string,
  house: Pick<House, 'name' | 'rules' | 'units'>,
  today: Day,
  request: Request,
): Promise<{ words: LabelWords; species: string } | null> {
  const lot = await findLotByCode(db, code);
  if (!lot) return null;
  const { facts } = lot;
  const outlook = await readOutlook(db, lot.id);
  const thicker = outlook && thickerOf(lot.verdict, outlook.median);
  const lines: LabelWords['lines'] = [
    {
      text: `${facts.species}, ${lot.origin === 'blend' ? 'old and fresh seed blended' : lot.harvested ? `harvested ${formatDate(lot.harvested)}` : 'harvest unknown'}`,
    },
    ...(lot.kind === 'F1' ? [{ text: 'F1 hybrid: its seed does not breed true', strong: true }] : []),
    { text: lot.promise ? CLAIM_WORDS[lot.promise] : 'Not judged yet', strong: true },
    { text: germinationLine(lot, outlook, today), rank: 1 },
    ...(thicker ? [{ text: thickerWords(thicker), strong: true }] : []),
    { text: proseIn(house.units, facts.howToSow), rank: 4 },
    {
      text: `Keep ${formatMetres(distanceBy(house.rules, facts, lot.lineRules), house.units)} from others of its kind. Save from ${facts.plantsForSeed} plants or more.`,
      rank: 2,
    },
    { text: `Ripe: ${ripeWhen(house.rules, facts).toLowerCase()}.`, rank: 3 },
    { text: facts.storageNote ?? 'Keep cool, dark and dry.', rank: facts.storageNote === null ? 6 : 1 },
    { text: house.name, rank: 5 },
  ];
  return {
    species: facts.species,
    words: {
      crop: lot.crop,
      variety: lot.variety,
      code: lot.code,
      address: addressOf(`/s/${lot.code}`, request),
      lines,
      hazards: hazardWords({ treated: lot.treated, cautions: facts.cautions.filter(standsOnLabels) }),
    },
  };
}

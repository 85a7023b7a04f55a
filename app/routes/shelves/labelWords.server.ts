import { formatDate } from '#core/calendar/formatDate.ts';
import { betaMedian, betaPosterior } from '#core/germination/betaPosterior.ts';
import { sowThicker } from '#core/germination/sowThicker.ts';
import { findLotByCode } from '#data/lots.ts';
import type { LabelWords } from '#services/labels.server.ts';
import { db } from '#app/platform/database.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { CLAIM_WORDS } from '#app/ui/claimWords.ts';
import { hazardWords } from '#app/ui/promiseWords.ts';

/** What a packet's label says of a lot; it never claims more than the lot's promise. */
export async function readLabel(code: string, house: string, request: Request): Promise<{ words: LabelWords; species: string } | null> {
  const lot = await findLotByCode(db, code);
  if (!lot) return null;
  const { facts } = lot;
  const thicker = lot.verdict === 'sow thicker' ? sowThicker(betaMedian(betaPosterior(lot.sprouted!, lot.laid!))) : null;
  const lines: LabelWords['lines'] = [
    { text: `${facts.species}, ${lot.harvested ? `harvested ${formatDate(lot.harvested)}` : 'harvest unknown'}` },
    { text: lot.promise ? CLAIM_WORDS[lot.promise] : 'Not judged yet', strong: true },
    {
      text:
        lot.laid === null
          ? 'Germination not tested'
          : `Germination ${lot.sprouted} of ${lot.laid}, ${formatDate(lot.testedOn!.slice(0, 7))}`,
    },
    ...(thicker && thicker.sow > 1 ? [{ text: `Sow ${thicker.sow} where you would sow ${thicker.for}`, strong: true }] : []),
    { text: facts.howToSow },
    { text: `Save from ${facts.plantsForSeed} plants or more. Ripe: ${facts.ripe.toLowerCase()}.` },
    { text: `${facts.storageNote ?? 'Keep cool, dark and dry.'} ${house}` },
  ];
  return {
    species: facts.species,
    words: {
      crop: lot.crop,
      variety: lot.variety,
      code: lot.code,
      address: addressOf(`/s/${lot.code}`, request),
      lines,
      hazards: hazardWords({ treated: lot.treated, cautions: facts.cautions }),
    },
  };
}

import { db } from '#app/platform/database.server.ts';
import { addressOf } from '#app/platform/labels.server.ts';
import { CLAIM_WORDS } from '#words/claims.ts';
import { hazardWords } from '#words/promise.ts';
import { percent, thickerWords } from '#words/sayings.ts';
import { writePortrait } from '#core/almanac/portrait.ts';
import { seedsInUnits, type StockUnit } from '#core/units/seedsAndWeight.ts';
import { findHoldings } from '#data/stock/places.ts';
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

/** Seeds in each packet of a lot that lies in packets of one size, to the nearest whole; null where there are none, or several sizes. */
function packetSeeds(
  { unit, seedsPerGram }: { readonly unit: StockUnit; readonly seedsPerGram: number },
  holdings: Awaited<ReturnType<typeof findHoldings>>,
): number | null {
  const sizes = [...new Set(holdings.flatMap(({ balance, packetUnits }) => (packetUnits !== null && balance > 0 ? [packetUnits] : [])))];
  return sizes.length === 1 ? Math.round(seedsInUnits(sizes[0]!, unit, seedsPerGram)) : null;
}

const MOST_SEEDS = 100_000;
function wholeFrom(text: string | null): number | null {
  const typed = Math.trunc(Number(text));
  return typed >= 1 && typed <= MOST_SEEDS ? typed : null;
}

/** What a packet's label says of a lot; it never claims more than the lot's promise. @param asked says in `seeds` how many are in a packet, or none for a jar */
export async function readLabel(
  code: string,
  house: Pick<House, 'name' | 'rules' | 'units'>,
  today: Day,
  request: Request,
  asked: URLSearchParams = new URL(request.url).searchParams,
): Promise<{ words: LabelWords; species: string; seeds: number | null } | null> {
  const lot = await findLotByCode(db, code);
  if (!lot) return null;
  const { facts } = lot;
  const [outlook, holdings] = await Promise.all([readOutlook(db, lot.id), findHoldings(db, lot.id)]);
  const seeds = asked.has('seeds') ? wholeFrom(asked.get('seeds')) : packetSeeds(lot, holdings);
  const thicker = outlook && thickerOf(lot.verdict, outlook.median);
  const lines: LabelWords['lines'] = [
    {
      text: `${facts.species}, ${lot.origin === 'blend' ? 'old and fresh seed blended' : lot.harvested ? `harvested ${formatDate(lot.harvested)}` : 'harvest unknown'}`,
    },
    ...(lot.kind === 'F1' ? [{ text: 'F1 hybrid: its seed does not breed true', strong: true }] : []),
    { text: lot.promise ? CLAIM_WORDS[lot.promise] : 'Not judged yet', strong: true },
    { text: germinationLine(lot, outlook, today), rank: 1 },
    ...(thicker ? [{ text: thickerWords(thicker), strong: true }] : []),
    ...(seeds === null && !lot.generation
      ? []
      : [
          {
            text: [
              seeds !== null && `${lot.unit === 'mg' ? 'About ' : ''}${seeds} seeds`,
              lot.generation &&
                `${seeds === null ? 'Saved' : 'saved'} here for ${lot.generation} ${lot.generation === 1 ? 'generation' : 'generations'}`,
            ]
              .filter(Boolean)
              .join(', '),
            rank: 2,
          },
        ]),
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
    seeds,
    words: {
      crop: lot.crop,
      variety: lot.variety,
      code: lot.code,
      address: addressOf(`/s/${lot.code}`, request),
      lines,
      hazards: hazardWords({ treated: lot.treated, cautions: facts.cautions.filter(standsOnLabels) }),
      looks: writePortrait(facts.seedLooks),
    },
  };
}

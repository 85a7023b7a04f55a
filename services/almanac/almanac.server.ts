import { ofCrop } from '#contracts/fields.ts';
import { overrideForm } from '#contracts/lots/seen.ts';
import { contradictions, type Fault } from '#core/almanac/assembleCrop.ts';
import type { Crop } from '#core/almanac/crop.ts';
import type { FactKey } from '#core/almanac/facts.ts';
import { readTypedFact } from '#core/almanac/readFact.ts';
import { lockCrop, readGroups, recordOverride, saveCropFacts } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { markOutlooksStale } from '#data/lots/outlooks.ts';
import { markAllStale } from '#data/lots/promises.ts';
import { command, type Inside } from '#services/command.server.ts';
import { layHoldsOfNewRules } from '#services/lots/holds.server.ts';

export type OverrideProblem =
  | { readonly code: 'no such crop' }
  | { readonly code: 'unreadable'; readonly why: string }
  | { readonly code: 'contradiction'; readonly fault: Fault }
  | { readonly code: 'unknown group' };

/** What the outlook is made of; a change of these means reckoning the crop's lots again. */
const FORECAST_BY: ReadonlySet<FactKey> = new Set<FactKey>(['longevity', 'oil', 'constants']);

/** What the crossing model is made of; a change of these means judging the crop's lots again. */
const JUDGED_BY: ReadonlySet<FactKey> = new Set<FactKey>([
  'group',
  'breeding',
  'hybrids',
  'outcrossing',
  'exposedStigma',
  'homeDistance',
  'productionDistance',
  'crossesShow',
  'showsIn',
]);

/** Puts the library's own word in place of a shipped fact, or (`typed` null) goes back to what was shipped. The shipped value stays visible. */
export const overrideFact = command(
  {
    oneOf: ['almanac fact changed', 'almanac fact restored'],
    which: (said) => (said.typed === null ? 'almanac fact restored' : 'almanac fact changed'),
  },
  { input: ofCrop(overrideForm) },
  async ({ tx, actor, today, refuse }: Inside<OverrideProblem>, said) => {
    const crop = (await lockCrop(tx, said.cropId)) ?? refuse({ code: 'no such crop' });
    const facts = said.typed === null ? restored(crop, said.fact) : await changed(tx, crop.facts, said.fact, said.typed, refuse);
    const [fault] = contradictions(facts);
    if (fault) refuse({ code: 'contradiction', fault });
    await recordOverride(tx, {
      cropId: said.cropId,
      fact: said.fact,
      typed: said.typed,
      why: said.why,
      setOn: today,
      setBy: actor.personId,
      actKey: said.key,
    });
    await saveCropFacts(tx, facts);
    await layHoldsOfNewRules(tx, today, { facts: crop.facts });
    if (FORECAST_BY.has(said.fact)) await markOutlooksStale(tx, { cropId: said.cropId });
    if (JUDGED_BY.has(said.fact)) await markAllStale(tx, said.fact === 'group' ? {} : { cropId: said.cropId });
    return { answer: null, subject: `${said.cropId}: ${said.fact}` };
  },
);

function restored({ facts, shipped }: { facts: Crop; shipped: Crop }, fact: FactKey): Crop {
  return { ...facts, [fact]: shipped[fact], told: { ...facts.told, [fact]: shipped.told[fact] } };
}

async function changed(tx: Db, facts: Crop, fact: FactKey, typed: string, refuse: (problem: OverrideProblem) => never): Promise<Crop> {
  const read = readTypedFact(fact, typed);
  if (!read.ok) return refuse({ code: 'unreadable', why: read.why });
  if (fact === 'group' && !(await readGroups(tx)).some(({ id }) => id === read.value)) refuse({ code: 'unknown group' });
  return { ...facts, [fact]: read.value, told: { ...facts.told, [fact]: { sure: 'ours', source: 'this library' } } };
}

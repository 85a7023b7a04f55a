import { correctCropForm, ownCropForm } from '#contracts/almanac/ownCrop.ts';
import { bareForm, ofCrop } from '#contracts/fields.ts';
import { overrideForm } from '#contracts/lots/seen.ts';
import { contradictions, type Fault } from '#core/almanac/assembleCrop.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { cropLike } from '#core/almanac/cropLike.ts';
import type { FactKey } from '#core/almanac/facts.ts';
import { readTypedFact } from '#core/almanac/readFact.ts';
import {
  createCrop,
  dropEmptyGroup,
  hangsOnCrop,
  lockCrop,
  lockOwnCrop,
  readCrops,
  readGroups,
  readOverrides,
  recordOverride,
  removeOwnCrop,
  replaceOwnCrop,
  saveCropFacts,
  saveGroup,
} from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { updateSearchOfCrop } from '#data/lots/lots.ts';
import { markOutlooksStale } from '#data/lots/outlooks.ts';
import { markAllStale } from '#data/lots/promises.ts';
import { command, type Inside } from '#services/command.server.ts';
import { shownAs } from '#services/shownAs.server.ts';
import { layHoldsOfNewRules } from '#services/lots/holds.server.ts';

export type OwnCropProblem =
  | { readonly code: 'no such crop' | 'changed meanwhile' }
  | { readonly code: 'in the almanac'; readonly id: string; readonly name: string }
  | { readonly code: 'contradiction'; readonly fault: Fault };

/** Adds a crop that the almanac does not have: what is known of it, and the rest borrowed from the crop it is like. */
export const addCrop = command(
  'crop added',
  { input: ownCropForm },
  async ({ tx, refuse }: Inside<OwnCropProblem>, { key: _key, like: likeId, ...said }) => {
    const id = `own-${said.name
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '')}`;
    const crop = await madeOf(tx, { ...said, id }, likeId, refuse);
    if (!(await createCrop(tx, crop, likeId))) refuse({ code: 'in the almanac', id, name: said.name });
    return { answer: { id }, subject: id };
  },
);

/** A crop of what is said of it and what it is like; in a crossing group of its own, but where its species is in the almanac already. */
async function madeOf(
  tx: Db,
  said: Omit<Parameters<typeof cropLike>[1], 'group'>,
  likeId: string,
  refuse: (problem: OwnCropProblem) => never,
): Promise<Crop> {
  const all = (await readCrops(tx)).filter(({ id }) => id !== said.id);
  const like = all.find(({ id }) => id === likeId) ?? refuse({ code: 'no such crop' });
  const known = all.find(({ name, alsoCalled }) => [name, ...alsoCalled].some((one) => one.toLowerCase() === said.name.toLowerCase()));
  if (known) refuse({ code: 'in the almanac', id: known.id, name: known.name });
  const group = all.find(({ species }) => species === said.species)?.group ?? said.id;
  if (group === said.id) await saveGroup(tx, { id: group, name: said.name });
  const { crop, faults } = cropLike(like, { ...said, group });
  if (faults[0]) refuse({ code: 'contradiction', fault: faults[0] });
  return crop;
}

/** What is said of a crop of the library's own, as a form was shown it. */
export const ownCropShown = ({ name, species, family, breeding, lifeCycle }: Crop, likeId: string) =>
  shownAs([name, species, family, likeId, breeding, lifeCycle]);

/** Puts right what was said of a crop of the library's own, unless somebody else has since the form was shown. Facts that the library has set since stay as they are; its lots are judged again. */
export const correctCrop = command(
  'crop put right',
  { input: ofCrop(correctCropForm) },
  async ({ tx, today, refuse }: Inside<OwnCropProblem>, { key: _key, cropId, like: likeId, shown, ...said }) => {
    const before = (await lockOwnCrop(tx, cropId)) ?? refuse({ code: 'no such crop' });
    if (shown !== ownCropShown(before.facts, before.likeId)) refuse({ code: 'changed meanwhile' });
    const borrowed = await madeOf(tx, { ...said, id: cropId }, likeId, refuse);
    const set = [...new Set((await readOverrides(tx, cropId)).map(({ fact }) => fact as FactKey))].filter(
      (fact) => before.facts.told[fact]?.sure === 'ours',
    );
    const facts: Crop = {
      ...borrowed,
      ...Object.fromEntries(set.map((fact) => [fact, before.facts[fact]])),
      told: { ...borrowed.told, ...Object.fromEntries(set.map((fact) => [fact, before.facts.told[fact]])) },
    };
    const [fault] = contradictions(facts);
    if (fault) refuse({ code: 'contradiction', fault });
    await replaceOwnCrop(tx, facts, borrowed, likeId);
    await dropEmptyGroup(tx, cropId);
    await updateSearchOfCrop(tx, facts);
    await layHoldsOfNewRules(tx, today, { facts: before.facts });
    await markOutlooksStale(tx, { cropId });
    await markAllStale(tx, {});
    return { answer: { id: cropId }, subject: cropId };
  },
);

export type RemoveCropProblem =
  { readonly code: 'no such crop' } | { readonly code: 'in use'; readonly lines: number; readonly facts: number; readonly likes: number };

/** Takes away a crop that was added by mistake, as long as nothing depends on it. */
export const removeCrop = command(
  'crop removed',
  { input: ofCrop(bareForm) },
  async ({ tx, refuse }: Inside<RemoveCropProblem>, { cropId }) => {
    if (!(await lockOwnCrop(tx, cropId))) refuse({ code: 'no such crop' });
    const hangs = await hangsOnCrop(tx, cropId);
    if (hangs.lines + hangs.facts + hangs.likes > 0) refuse({ code: 'in use', ...hangs });
    await removeOwnCrop(tx, cropId);
    return { answer: null, subject: cropId };
  },
);

export type OverrideProblem =
  | { readonly code: 'no such crop' | 'changed meanwhile' }
  | { readonly code: 'unreadable'; readonly why: string }
  | { readonly code: 'contradiction'; readonly fault: Fault }
  | { readonly code: 'unknown group' };

/** What the outlook is made of; a change of these means reckoning the crop's lots again. */
const FORECAST_BY: ReadonlySet<FactKey> = new Set<FactKey>(['longevity', 'oil', 'constants', 'inSoil']);

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

/** Puts the library's own word in place of a shipped fact, unless somebody else has since the form was shown, or (`typed` null) goes back to what was shipped. The shipped value stays visible. */
export const overrideFact = command(
  {
    oneOf: ['almanac fact changed', 'almanac fact restored'],
    which: (said) => (said.typed === null ? 'almanac fact restored' : 'almanac fact changed'),
  },
  { input: ofCrop(overrideForm) },
  async ({ tx, actor, today, refuse }: Inside<OverrideProblem>, said) => {
    const crop = (await lockCrop(tx, said.cropId)) ?? refuse({ code: 'no such crop' });
    const newest = (await readOverrides(tx, said.cropId)).find(({ fact }) => fact === said.fact);
    if (said.shown !== (newest?.id ?? 0)) refuse({ code: 'changed meanwhile' });
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

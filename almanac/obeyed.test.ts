import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { FactKey } from '#core/almanac/facts.ts';
import { FACT_KEYS, factKind } from '#core/almanac/facts.ts';
import type { House } from '#data/house/house.ts';

const source = (path: string) => readFileSync(fileURLToPath(new URL(`../${path}`, import.meta.url)), 'utf8');

/** Whether code takes this property of something, picks it out of an object or asks for it by name. */
const reads = (path: string, key: string) => new RegExp(`\\.${key}\\b|[{,]\\s*${key}\\s*[,:}]|'${key}'`).test(source(path));

/** Told to people on the crop's own page and nowhere else: words that advise, and that nothing could be reckoned from. */
const TOLD = 'app/routes/almanac/crop.tsx';

/** The code that decides by each fact of the almanac, or shows it where a person does the work. A new fact does not compile without one. */
const READ_BY: Record<FactKey, string> = {
  alsoCalled: 'core/almanac/findCrop.ts',
  species: 'core/house/rules.ts',
  synonyms: 'data/almanac/almanac.ts',
  family: 'app/routes/almanac/almanac.tsx',
  lifeCycle: 'core/almanac/assembleCrop.ts',
  seedLooks: 'app/routes/lots/LotHead.tsx',
  lookalike: 'app/routes/bench/batchPage.server.ts',
  cautions: 'core/bench/methods.ts',
  hybrids: 'core/passport/holds.ts',
  sow: 'core/almanac/crop.ts',
  howToSow: 'app/routes/lots/labelWords.server.ts',
  apart: 'core/growout/plots.ts',
  rows: 'core/growout/plots.ts',
  plantsForSeed: 'core/population/bottleneck.ts',
  plantsToKeep: 'core/house/rules.ts',
  plantsToConserve: 'core/house/rules.ts',
  bloom: 'core/isolation/usualBloom.ts',
  seedsPerPlant: 'core/bench/yield.ts',
  ease: 'app/routes/desk/aboutLot.ts',
  easeWhy: 'app/routes/desk/aboutLot.ts',
  group: 'core/almanac/crossing.ts',
  breeding: 'core/passport/holds.ts',
  pollinators: TOLD,
  outcrossing: 'core/isolation/crossedShare.ts',
  exposedStigma: 'core/passport/season.ts',
  density: 'contracts/intake/interview.ts',
  inSoil: 'services/lots/outlook.server.ts',
  keptAs: 'app/routes/intake/SoFar.tsx',
  mayMean: 'core/almanac/findCrop.ts',
  knownBy: 'app/routes/intake/AskCrop.tsx',
  sexes: 'core/population/bottleneck.ts',
  homeDistance: 'core/house/rules.ts',
  productionDistance: 'core/house/rules.ts',
  crossesShow: 'core/promise/raise.ts',
  showsIn: 'services/lots/evidence.server.ts',
  misbeliefs: 'app/routes/intake/SoFar.tsx',
  daysToRipe: 'core/passport/ripe.ts',
  daysToSeed: 'core/lending/returnBy.ts',
  ripeWeeks: 'core/lending/returnBy.ts',
  ripe: 'words/almanac.ts',
  harvest: 'core/passport/questions.ts',
  howToSave: 'app/routes/lots/packet.tsx',
  cure: 'core/bench/methods.ts',
  waits: 'core/passport/ripe.ts',
  extraction: 'core/bench/methods.ts',
  cleaning: 'app/routes/bench/start.tsx',
  drying: TOLD,
  pests: 'app/routes/bench/away.tsx',
  diseases: 'core/passport/questions.ts',
  seedsPerGram: 'core/bench/reckonDrying.ts',
  longevity: 'core/viability/outlook.ts',
  storage: 'core/bench/methods.ts',
  storageNote: 'app/routes/lots/labelWords.server.ts',
  oil: 'core/bench/reckonDrying.ts',
  constants: 'core/viability/storage.ts',
  celsius: 'services/tests/testProposal.server.ts',
  firstCount: 'services/tests/layTests.server.ts',
  finalCount: 'services/tests/layTests.server.ts',
  wakes: 'app/routes/tests/lay.tsx',
  packet: 'app/routes/bench/pack.tsx',
};

test.each(FACT_KEYS)('the fact “%s” is read by code that obeys it', (key) => {
  const path = READ_BY[key];
  if (path === TOLD) expect(factKind(key).shape.kind).toMatch(/^(text|list)$/);
  else expect([key, path, reads(path, key)]).toEqual([key, path, true]);
});

/** The code that goes by each setting of the house. */
const SET_FOR: Record<Exclude<keyof House, 'version'>, string> = {
  name: 'app/routes/lots/labelWords.server.ts',
  timeZone: 'services/bench/startBatch.server.ts',
  lastFrost: 'services/desk/desk.server.ts',
  firstFrost: 'services/desk/desk.server.ts',
  lendingOpens: 'services/lots/outlook.server.ts',
  sowingStarts: 'core/stock/wants.ts',
  units: 'app/root.tsx',
  southern: 'core/isolation/gardens.ts',
  rules: 'services/lots/holds.server.ts',
  thresholds: 'core/house/thresholds.ts',
  cropThresholds: 'core/house/thresholds.ts',
  bench: 'services/tests/testPlan.server.ts',
  prices: 'core/stock/wants.ts',
  growing: 'services/growouts/placing.server.ts',
  howToAsk: 'app/routes/stock/offer.server.ts',
  recipes: 'services/bench/moveOn.server.ts',
  notBefore: 'core/calendar/dayInZone.ts',
};

test.each(Object.entries(SET_FOR))('the setting “%s” is read by code that goes by it', (key, path) => {
  expect([key, path, reads(path, key)]).toEqual([key, path, true]);
});

import type { Back } from '#core/passport/back.ts';
import { readInterview } from '#contracts/intake/interview.ts';
import { seasonOfHarvest } from '#core/calendar/season.ts';
import type { Crop } from '#core/almanac/crop.ts';
import { crossing, type Readiness } from '#core/almanac/crossing.ts';
import { plantsBy, type Rules } from '#core/house/rules.ts';
import type { Day, LotId, Metres, PersonId } from '#core/kernel/kinds.ts';
import { diseaseField, OTHER_DISEASE, saidSoFar, type Answers } from '#core/passport/answers.ts';
import { holdsByRule, type RuledHold } from '#core/passport/holds.ts';
import { pickingsAsAnswers } from '#core/passport/pickings.ts';
import { known, type DiseaseSeen, type Passport } from '#core/passport/passport.ts';
import { checkRipe, type Ripeness } from '#core/passport/ripe.ts';
import { judgePlants, type PlantsReckoning } from '#core/population/bottleneck.ts';
import type { Judgement } from '#core/promise/judge.ts';
import { judgeLot, type LotForJudging } from '#core/promise/judgeLot.ts';
import { whatWouldRaise, type Raise } from '#core/promise/raise.ts';
import { reasonsFor, type Reason } from '#core/promise/reasons.ts';
import type { LineStock } from '#core/stock/lineStock.ts';
import type { Db } from '#data/database.ts';
import { findLoan } from '#data/desk/loans.ts';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { findLineByName, findNearLines, type NearLine } from '#data/lots/lines.ts';
import { findLot } from '#data/lots/lots.ts';
import { latestPassportFrom, readPassports } from '#data/lots/passports.ts';
import { readHandedOn } from '#data/lots/promises.ts';
import { findGardenOf, findGrowersNear } from '#data/people/gardens.ts';
import type { House } from '#data/house/house.ts';
import { readReturnOfGrowOut } from '#services/growouts/comingHome.server.ts';
import { readCrossing } from '#services/lots/promises.server.ts';
import { readLineStock } from '#services/stock/lineStock.server.ts';

/** What the interview comes to so far, reckoned from what has been said; what is still open counts as unknown. */
export interface SoFar {
  readonly near: readonly (NearLine & { readonly stock: LineStock })[];
  readonly judged: {
    readonly judgement: Omit<Judgement, 'handedOn'>;
    readonly reasons: readonly Reason[];
    readonly raises: readonly Raise[];
    readonly holds: readonly RuledHold[];
    readonly plants: PlantsReckoning;
    readonly ripe: Ripeness | null;
    readonly passport: Passport;
  } | null;
  /** What else of its crossing group the library knows to have grown around that garden in that season. */
  readonly grownNear: readonly { readonly garden: string; readonly variety: string; readonly crop: string; readonly metres: Metres }[];
  /** Names of other crops that cross with this one, for choosing a neighbour. */
  readonly crossers: readonly { readonly id: string; readonly name: string; readonly how: Readiness }[];
  /** Where the line of that name differs from the house. */
  readonly lineRules: Rules;
}

export async function readSoFar(
  db: Db,
  { answers, crop, back, today, house }: { answers: Answers; crop: Crop | null; back: Back | null; today: Day; house: House },
): Promise<SoFar> {
  if (!crop) return { near: [], judged: null, grownNear: [], crossers: [], lineRules: {} };
  const variety = answers['variety'] ?? '';
  const line = variety ? await findLineByName(db, crop.id, variety) : undefined;
  const near = variety.length >= 3 ? await findNearLines(db, crop.id, variety) : [];
  const stocks = await readLineStock(
    db,
    house,
    today,
    near.map(({ id }) => id),
  );
  const { passport } = readInterview(answers, crop, back !== null);
  const knowledge = await readCrossing(db);
  const crossers = knowledge.names.flatMap((other) => {
    const how = other.id === crop.id ? null : crossing(knowledge.groups, crop.group, other.group);
    return how === null ? [] : [{ id: other.id, name: other.name, how }];
  });
  return {
    near: near.map((line) => ({ ...line, stock: stocks.find(({ id }) => id === line.id)!.stock })),
    judged:
      passport && (answers['kind'] || back !== null)
        ? await judgeSoFar(db, { answers, crop, passport, back, today, rules: house.rules, line }, knowledge)
        : null,
    grownNear: await grownNear(db, { answers, crop, passport, house }),
    crossers,
    lineRules: line?.rules ?? {},
  };
}

/** Asked about a garden and a year, the library looks at what it knows itself, other than the variety that is brought. */
async function grownNear(
  db: Db,
  { answers, crop, passport, house }: { answers: Answers; crop: Crop; passport: Passport | null; house: House },
): Promise<SoFar['grownNear']> {
  const garden = answers['garden'];
  const harvested = passport && known(passport.harvested);
  if (!garden || garden === 'unknown' || !harvested) return [];
  const season = seasonOfHarvest(harvested, { last: house.lastFrost, first: house.firstFrost });
  const grown = await findGrowersNear(db, { garden, group: crop.group, season });
  return grown
    .filter(({ variety, metres }) => variety.toLowerCase() !== answers['variety']?.toLowerCase() && metres <= crop.productionDistance)
    .slice(0, MOST_GROWN_NEAR)
    .map(({ garden: name, variety, crop: cropName, metres }) => ({ garden: name, variety, crop: cropName, metres }));
}

const MOST_GROWN_NEAR = 6;

async function judgeSoFar(
  db: Db,
  {
    answers,
    crop,
    passport,
    back,
    today,
    rules,
    line,
  }: {
    answers: Answers;
    crop: Crop;
    passport: Passport;
    back: Back | null;
    today: Day;
    rules: Rules;
    line: Awaited<ReturnType<typeof findLineByName>>;
  },
  knowledge: Awaited<ReturnType<typeof readCrossing>>,
): Promise<NonNullable<SoFar['judged']>> {
  const origin = saidSoFar(answers, back !== null).source ?? 'donated';
  const lot: LotForJudging = {
    passport,
    crop,
    origin,
    aim: line?.aim ?? 'keep true',
    parents: back === null ? [] : await parentsOf(db, back),
    evidence: [],
    incidents: [],
  };
  const { handedOn: _handedOn, ...judgement } = judgeLot(lot, knowledge);
  return {
    judgement,
    reasons: reasonsFor(lot, knowledge),
    raises: whatWouldRaise(lot, knowledge),
    holds: holdsByRule(passport, crop, origin, judgement.promise, rules),
    plants: judgePlants(crop, known(passport.plantsHarvested), known(passport.plantsStanding), plantsBy(rules, crop, line?.rules)),
    ripe: checkRipe(crop, passport, today),
    passport,
  };
}

/** The lot that was lent or handed over, and by whom its child comes back. */
async function lotOf(db: Db, { of, id }: Back): Promise<{ lotId: LotId; growerId: PersonId | null; grower: string | null } | null> {
  if (of === 'loan') {
    const loan = await findLoan(db, id);
    return loan ? { lotId: loan.lotId, growerId: loan.memberId, grower: loan.member } : null;
  }
  const growOut = await findGrowOut(db, id);
  return growOut ? { lotId: growOut.lotId, growerId: growOut.growerId, grower: growOut.grower } : null;
}

async function parentsOf(db: Db, back: Back): Promise<LotForJudging['parents']> {
  const parent = await lotOf(db, back);
  if (!parent) return [];
  return (await readHandedOn(db, [parent.lotId])).map(({ handedOn }) => ({ handedOn, seeds: 1 }));
}

/**
 * Answers to start a return from: what the library knows of the lot it was grown from, and of what else the grower's garden had in flower before;
 * of a grow-out, what its log says.
 */
export async function startOfReturn(
  db: Db,
  back: Back,
  house: Pick<House, 'lastFrost' | 'firstFrost' | 'growing'>,
  today: Day,
): Promise<Answers> {
  const { lotId, growerId, grower } = (await lotOf(db, back))!;
  const lot = (await findLot(db, lotId))!;
  const [passport] = await readPassports(db, lot.id);
  const told = back.of === 'grow-out' ? await readReturnOfGrowOut(db, back.id, lot.facts, house) : null;
  const garden = told?.garden ?? (growerId === null ? undefined : await findGardenOf(db, growerId));
  const before = garden ? await latestPassportFrom(db, { gardenId: garden.id, group: lot.facts.group }) : null;
  return {
    source: 'returned',
    crop: lot.cropId,
    variety: lot.variety,
    kind: passport?.answers.kind ?? lot.kind,
    ...(grower && { donor: grower }),
    // Seed saved this season is the likeliest to be carried in; the desk changes it when it is not so.
    harvested: today.slice(0, 4),
    ...(garden && { garden: garden.name }),
    ...(before && neighboursAsAnswers(before)),
    form: 'clean seed',
    ...told?.answers,
  };
}

/** A passport's neighbours and ways of keeping apart, as the interview's fields hold them. */
function neighboursAsAnswers({ neighbours, methods, earlierMethods, stigma }: Passport): Answers {
  const answers: Record<string, string> = {};
  if (methods) answers['methods'] = methods.join('|');
  if (earlierMethods) answers['earlierMethods'] = earlierMethods.join('|');
  if (stigma) answers['stigma'] = stigma;
  if (neighbours === 'unknown') answers['neighbours'] = 'unknown';
  else if (neighbours) {
    answers['neighbours'] = neighbours.length === 0 ? 'none' : 'some';
    neighbours.forEach(({ what, cropId, metres, overlap, amount, caged }, row) => {
      answers[`n${row}what`] = what;
      if (cropId) answers[`n${row}crop`] = cropId;
      answers[`n${row}metres`] = metres === 'unknown' ? 'unknown' : `${metres} m`;
      answers[`n${row}overlap`] = overlap;
      answers[`n${row}amount`] = amount;
      if (caged) answers[`n${row}caged`] = 'yes';
    });
  }
  return answers;
}

/** The tick of a disease: its own, where the almanac has it for the crop. */
const tickFor = (name: string, crop: Pick<Crop, 'diseases'>) => (crop.diseases.some((one) => one.name === name) ? name : OTHER_DISEASE);

function diseaseAnswers({ diseases }: Passport, crop: Pick<Crop, 'diseases'>): Record<string, string> {
  if (!Array.isArray(diseases)) return {};
  const seen = diseases as readonly DiseaseSeen[];
  const others = seen.filter(({ name }) => tickFor(name, crop) === OTHER_DISEASE).map(({ name }) => name);
  return {
    diseaseOther: others.join(', '),
    ...Object.fromEntries(seen.map(({ name, answer }) => [diseaseField(tickFor(name, crop)), answer])),
  };
}

/** A passport as the interview's fields hold it, to start a correction from. */
export function passportAsAnswers(passport: Passport, crop: Pick<Crop, 'diseases'>): Answers {
  const yesNo = (said: Passport['treated']) => (said === null ? '' : said === 'unknown' ? 'unknown' : said ? 'yes' : 'no');
  const text = (said: string | number | null) => (said === null ? '' : String(said));
  const { packet } = passport;
  const answers: Record<string, string> = {
    kind: passport.kind,
    offspring: passport.offspring ? 'yes' : '',
    nameFrom: text(passport.nameFrom),
    nameSure: text(passport.nameSure),
    boughtPlant: yesNo(passport.boughtPlant),
    protectedName: yesNo(passport.protectedName),
    invasive: yesNo(passport.invasive),
    treated: yesNo(passport.treated),
    use: text(passport.use),
    harvested: text(passport.harvested),
    seasonsGrown: text(passport.seasonsGrown),
    firstSource: text(passport.firstSource),
    plantsSown: text(passport.plantsSown),
    plantsStanding: text(passport.plantsStanding),
    plantsHarvested: text(passport.plantsHarvested),
    selection: text(passport.selection),
    traits: text(passport.traits),
    roguing: text(passport.roguing),
    offTypes: text(passport.offTypes),
    bolters: text(passport.bolters),
    boltedWhy: text(passport.boltedWhy),
    diseases:
      passport.diseases === null
        ? ''
        : passport.diseases === 'unknown'
          ? 'unknown'
          : passport.diseases.length === 0
            ? 'none'
            : passport.diseases.map(({ name }) => tickFor(name, crop)).join('|'),
    forcedByWeather: text(passport.forcedByWeather),
    selfSown: passport.selfSown === true ? 'yes' : '',
    pollinatedOn: text(passport.pollinatedOn),
    pickedOn: text(passport.pickedOn),
    form: passport.form,
    ripeSigns: yesNo(passport.ripeSigns),
    dried: text(passport.dried),
    look: passport.look.join('|'),
    insects: text(passport.insects),
    mould: yesNo(passport.mould),
    storedIn: text(passport.storedIn),
    storedSince: text(passport.storedSince),
    ...diseaseAnswers(passport, crop),
    ...(passport.pickings === 'unknown' ? { pickings: 'unknown' } : passport.pickings && pickingsAsAnswers(passport.pickings)),
    ...neighboursAsAnswers(passport),
  };
  if (packet)
    Object.assign(answers, {
      dateMeans: text(packet.dateMeans),
      packetDate: text(packet.date),
      statedGermination: packet.germination === null ? '' : `${Math.round(packet.germination * 100)} %`,
      daysToEmerge: text(packet.daysToEmerge),
      ageYears: packet.ageYears ? `${packet.ageYears[0]} to ${packet.ageYears[1]} years` : '',
    });
  if (passport.sample)
    Object.assign(answers, { sampleSeeds: String(passport.sample.seeds), sampleWeight: `${passport.sample.milligrams / 1000} g` });
  return Object.fromEntries(Object.entries(answers).filter(([, value]) => value !== ''));
}

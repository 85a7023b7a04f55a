import { aimBy } from '#core/house/rules.ts';
import type { GardenId, LineId, PersonId, PlaceId } from '#core/kernel/kinds.ts';
import { nameKey } from '#core/sheets/matchNames.ts';
import type { LineMeant, LotMade, PersonMade, Placed } from '#core/sheets/made.ts';
import type { Who } from '#core/sheets/readPerson.ts';
import {
  ensureGardens,
  ensureLines,
  ensurePlaces,
  writeClimates,
  writeLineWords,
  writeMade,
  writePeople,
  type GardenToWrite,
} from '#data/exchange/writtenGround.ts';
import { FROM_A_SHEET } from '#words/kept.ts';
import type { Of, Writing } from './writing.server.ts';

const asMade = (actKey: string, what: 'person' | 'garden' | 'place' | 'line', ids: readonly number[]) =>
  ids.map((of_id) => ({ act_key: actKey, what, of_id, name: '' }));

/** Writes the places that are listed or that a lot is said to stand in. @returns the place that a row means */
export async function writePlaces(
  { tx, actKey, personId, step }: Writing,
  places: readonly Of<'places'>[],
  lots: readonly Of<'lots'>[],
): Promise<(place: Placed) => PlaceId> {
  const named = [...places.map(({ made }) => made.place), ...lots.map(({ made }) => made.place)];
  const { idOf, made } = await ensurePlaces(tx, [...new Set(named.filter(({ id }) => id === null).map(({ name }) => name))]);
  const placeOf = ({ id, name }: Placed) => id ?? idOf.get(name.toLowerCase())!;
  await writeMade(tx, asMade(actKey, 'place', made), step);
  const climates = places.flatMap(({ made: { place, climate } }) =>
    climate ? [{ place_id: placeOf(place), ...climate, why: FROM_A_SHEET, written_by: personId, act_key: actKey }] : [],
  );
  await writeClimates(tx, climates, step);
  return placeOf;
}

/** Adds everybody whom the library does not know yet, once each; a list of people says more of somebody than a lot's row does. */
export async function writeEverybody(
  { tx, actKey, step }: Writing,
  people: readonly Of<'people'>[],
  lots: readonly Of<'lots'>[],
  loans: readonly Of<'loans'>[],
): Promise<(who: Who) => PersonId> {
  const plain = (who: Who, isMember: boolean): Omit<PersonMade, 'thing' | 'garden'> => ({
    who,
    email: null,
    phone: null,
    isMember,
    groupOf: who.groupOf,
    note: null,
  });
  const fresh = new Map<string, Omit<PersonMade, 'thing' | 'garden'>>();
  for (const one of [
    ...people.map(({ made }) => made),
    ...loans.map(({ made }) => plain(made.member, true)),
    ...lots.flatMap(({ made }) => (made.donor ? [plain(made.donor, false)] : [])),
  ])
    if (one.who.id === null && !fresh.has(nameKey(one.who.name))) fresh.set(nameKey(one.who.name), one);
  const all = [...fresh.values()];
  const ids = await writePeople(
    tx,
    all.map(({ who, email, phone, note, isMember, groupOf }) => ({
      name: who.name,
      email,
      phone,
      note,
      is_member: isMember,
      group_of: groupOf,
    })),
    step,
  );
  await writeMade(tx, asMade(actKey, 'person', ids), step);
  const idOf = new Map([...fresh.keys()].map((key, index) => [key, ids[index]!]));
  return ({ id, name }) => id ?? idOf.get(nameKey(name))!;
}

/** Adds the gardens that people and lots are said to have. @returns the garden of a lot */
export async function writeGardens(
  { tx, actKey, step }: Writing,
  people: readonly Of<'people'>[],
  lots: readonly Of<'lots'>[],
  personOf: (who: Who) => PersonId,
): Promise<(lot: LotMade) => GardenId | null> {
  const ofLot = ({ donor, garden }: LotMade): GardenToWrite | null =>
    garden && garden.id === null ? { person_id: donor && personOf(donor), name: garden.name } : null;
  const wanted = [
    ...people.flatMap(({ made }) => (made.garden === null ? [] : [{ person_id: personOf(made.who), name: made.garden }])),
    ...lots.flatMap(({ made }) => ofLot(made) ?? []),
  ];
  const { idOf, made } = await ensureGardens(tx, wanted);
  await writeMade(tx, asMade(actKey, 'garden', made), step);
  return (lot) => {
    const own = ofLot(lot);
    return own ? idOf(own) : (lot.garden?.id ?? null);
  };
}

/** Adds lines, and what is told of them and of those that there are. @returns the line that a row means */
export async function writeAllLines(
  { tx, actKey, rules, step }: Writing,
  lines: readonly Of<'lines'>[],
  lots: readonly Of<'lots'>[],
): Promise<(line: LineMeant) => LineId> {
  const wanted = [
    ...lines.map(({ made: { line, aim } }) => ({ line, aim })),
    ...lots.map(({ made: { line, kind } }) => ({ line, aim: aimBy(rules, { kind, offspring: false }) })),
  ].filter(({ line }) => line.lineId === null);
  const { idOf } = await ensureLines(
    tx,
    wanted.map(({ line, aim }) => ({ crop_id: line.cropId, name: line.variety, aim })),
  );
  const lineOf = ({ lineId, cropId, variety }: LineMeant) => lineId ?? idOf(cropId, variety);
  const added = await writeLineWords(
    tx,
    lines.map(({ made: { line, story, aliases } }) => ({ id: lineOf(line), story, aliases })),
  );
  await writeMade(
    tx,
    added.map(({ what, id, name }) => ({ act_key: actKey, what, of_id: id, name })),
    step,
  );
  return lineOf;
}

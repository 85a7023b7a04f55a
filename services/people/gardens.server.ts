import { personNamed, type NobodyNamed } from './personNamed.server.ts';
import { gardenForm, ofGarden } from '#contracts/people/gardens.ts';
import { placeFault, readPoint, type PlaceFault } from '#core/isolation/gardens.ts';
import type { GardenId } from '#core/kernel/kinds.ts';
import { may } from '#core/people/may.ts';
import { parseDistance } from '#core/units/parseDistance.ts';
import type { Db } from '#data/database.ts';
import { readHouse, type House } from '#data/house/house.ts';
import {
  ensureGarden,
  findGarden,
  listGardens,
  lockGarden,
  readGardenPoints,
  saveGardenDistance,
  saveGardenPlace,
  saveWhoKnowsPlace,
} from '#data/people/gardens.ts';
import type { Actor } from '#data/people/accounts.ts';
import { command, type Inside } from '#services/command.server.ts';
import { shownAs } from '#services/shownAs.server.ts';
import type { Refuse } from '#services/perform.server.ts';

export interface BadPlace {
  readonly code: 'garden place';
  /** `kept`: where it is, is the coordinators' to know and to change. */
  readonly fault: PlaceFault | 'unreadable' | 'unknown garden' | 'kept' | 'placed already';
}

/** Places a garden by coordinates, or by a distance to another one: `47.2, -38.1`, or `300 m to Alder Row`. */
export async function placeGarden(
  tx: Db,
  gardenId: GardenId,
  text: string,
  house: Pick<House, 'southern'>,
  actor: Pick<Actor, 'role'>,
  refuse: Refuse<BadPlace>,
): Promise<void> {
  if (!may(actor.role, 'plan grow-outs') && (await findGarden(tx, gardenId))?.placeFor === 'coordinators')
    refuse({ code: 'garden place', fault: 'kept' });
  const [far = '', ...garden] = text.split(/\s(?:to|from)\s/i);
  const distance = parseDistance(far);
  const name = garden.join(' to ').trim();
  if (name !== '' && distance.ok) {
    const other =
      (await listGardens(tx, name)).find(({ id }) => id !== gardenId) ?? refuse({ code: 'garden place', fault: 'unknown garden' });
    return saveGardenDistance(tx, gardenId, other.id, distance.metres);
  }
  const point = readPoint(text) ?? refuse({ code: 'garden place', fault: 'unreadable' });
  const others = (await readGardenPoints(tx)).filter(({ id }) => id !== gardenId);
  const fault = placeFault(point, { southern: house.southern, others });
  if (fault) refuse({ code: 'garden place', fault });
  await saveGardenPlace(tx, gardenId, point);
}

export type GardenProblem = BadPlace | { readonly code: 'no such garden' | 'changed meanwhile' } | NobodyNamed;

/** Records a garden, whose it is and where, or where one is that had no place yet. A place kept from workers is a coordinator's to change. */
export const writeGarden = command(
  'garden written',
  { input: gardenForm },
  async ({ tx, actor, refuse }: Inside<GardenProblem>, garden) => {
    const id = await ensureGarden(tx, garden.person === null ? null : await personNamed(tx, garden.person, refuse), garden.name);
    const known = (await findGarden(tx, id))!;
    if (garden.place !== null && known.latitude !== null && (known.placeFor === 'workers' || may(actor.role, 'plan grow-outs')))
      refuse({ code: 'garden place', fault: 'placed already' });
    if (garden.place !== null) await placeGarden(tx, id, garden.place, (await readHouse(tx))!, actor, refuse);
    if (garden.placeFor && may(actor.role, 'plan grow-outs')) await saveWhoKnowsPlace(tx, id, garden.placeFor);
    return { answer: { id }, subject: garden.name };
  },
);

/** Where a garden is and who may know, as a form was shown it. */
export const placeShown = ({ latitude, longitude, placeFor }: NonNullable<Awaited<ReturnType<typeof findGarden>>>) =>
  shownAs([latitude, longitude, placeFor]);

/** Corrects a garden's place, or forgets it, unless somebody else has since the form was shown. */
export const moveGarden = command(
  'garden placed anew',
  { input: ofGarden },
  async ({ tx, actor, refuse }: Inside<GardenProblem>, change) => {
    await lockGarden(tx, change.gardenId);
    const garden = (await findGarden(tx, change.gardenId)) ?? refuse({ code: 'no such garden' });
    const leads = may(actor.role, 'plan grow-outs');
    if (garden.placeFor === 'coordinators' && !leads) refuse({ code: 'no such garden' });
    if (change.shown !== placeShown(garden)) refuse({ code: 'changed meanwhile' });
    if (change.place !== null) await placeGarden(tx, garden.id, change.place, (await readHouse(tx))!, actor, refuse);
    else if (change.forget) await saveGardenPlace(tx, garden.id, null);
    if (change.placeFor && leads) await saveWhoKnowsPlace(tx, garden.id, change.placeFor);
    return { answer: null, subject: garden.name };
  },
);

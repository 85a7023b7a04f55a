import { bloomForm, bloomGoneForm, inGarden, plotForm } from '#contracts/growouts/plots.ts';
import { findCrop } from '#core/almanac/findCrop.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import type { Db } from '#data/database.ts';
import { bloomIsGone, createPlot, noteBloom, plotsOf, updatePlot } from '#data/growouts/places.ts';
import { findGarden, lockGarden } from '#data/people/gardens.ts';
import { command, type Inside } from '#services/command.server.ts';
import { shownAs } from '#services/shownAs.server.ts';
import type { Refuse } from '#services/perform.server.ts';

export type PlotProblem =
  | { readonly code: 'no such garden' | 'no such plot' | 'no such crop' | 'changed meanwhile' }
  /** Another plot of the garden is called so. */
  | { readonly code: 'name taken' };

const gardenOf = async (tx: Db, id: number, refuse: Refuse<PlotProblem>) =>
  (await findGarden(tx, id)) ?? refuse({ code: 'no such garden' });

/** Writes a plot down, or what has changed of it, unless somebody else has since the form was shown. One that is used no more stays with what grew in it. */
export const writePlot = command(
  'plot written',
  { input: inGarden(plotForm), broken: { plot_name_once_per_garden: { code: 'name taken' } } },
  async ({ tx, refuse }: Inside<PlotProblem>, { key: _key, gardenId, plot, shown, retired, ...fields }) => {
    if (plot !== null) await lockGarden(tx, gardenId);
    const garden = await gardenOf(tx, gardenId, refuse);
    const written = { ...fields, inUse: !retired };
    if (plot === null) await createPlot(tx, garden.id, written);
    else {
      const before = (await plotsOf(tx, [garden.id])).find(({ id }) => id === plot) ?? refuse({ code: 'no such plot' });
      if (shown !== shownAs(before)) refuse({ code: 'changed meanwhile' });
      await updatePlot(tx, plot, written);
    }
    return { answer: null, subject: `${garden.name}: ${fields.name}` };
  },
);

/** Notes what flowers in a garden or near it in a year. */
export const noteGardenBloom = command(
  'bloom in a garden noted',
  { input: inGarden(bloomForm) },
  async ({ tx, refuse }: Inside<PlotProblem>, { key, gardenId, crop, ...bloom }) => {
    const garden = await gardenOf(tx, gardenId, refuse);
    const known = findCrop(await listCropNames(tx), crop) ?? refuse({ code: 'no such crop' });
    await noteBloom(tx, garden.id, { ...bloom, cropId: known.id }, key);
    return { answer: null, subject: `${garden.name}: ${bloom.what}` };
  },
);

/** It does not flower there after all. */
export const strikeGardenBloom = command(
  'bloom in a garden struck',
  { input: inGarden(bloomGoneForm) },
  async ({ tx, refuse }: Inside<PlotProblem>, { gardenId, bloom }) => {
    const garden = await gardenOf(tx, gardenId, refuse);
    await bloomIsGone(tx, garden.id, bloom);
    return { answer: null, subject: garden.name };
  },
);

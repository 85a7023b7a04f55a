import { randomUUID } from 'node:crypto';
import { plantsBy } from '#core/house/rules.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findGarden } from '#data/people/gardens.ts';
import type { Actor } from '#data/people/accounts.ts';
import { acting } from '#services/command.server.ts';
import { termsShown, writeTerms } from '#services/growouts/growers.server.ts';
import { agreeGrowOut, offerGrowOut, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { writePlot } from '#services/growouts/plots.server.ts';
import { writeGarden } from '#services/people/gardens.server.ts';
import { readLinesInNeed } from '#services/growouts/needs.server.ts';

/** Gardens of growers, a little way off the others, with what their people agreed to; and plots in gardens that there are. */
const GARDENS = [
  {
    garden: 'Sluice Yard',
    person: 'Olwen Ashlock',
    place: '41.1960, -34.0700',
    plot: { name: 'Orchard strip', squareMetres: 24, sun: 'full sun', water: 'tap', cages: 1 },
    terms: { skill: 'hard', mostLines: 3, squareMetres: null, mostHours: 40, notGrown: null },
  },
  {
    garden: 'Cutting Field',
    person: 'Dorothea Ashlock',
    place: '41.2340, -34.0100',
    plot: { name: 'South bed', squareMetres: 20, sun: 'full sun', water: 'carried', cages: 0 },
    terms: { skill: 'easy', mostLines: 2, squareMetres: null, mostHours: 20, notGrown: 'squash' },
  },
  {
    garden: 'Upper Wend allotments',
    person: null,
    place: null,
    plot: { name: 'Number 12', squareMetres: 18, sun: 'full sun', water: 'tap', cages: 0 },
    terms: null,
  },
  {
    garden: 'Quarry Side',
    person: null,
    place: null,
    plot: { name: 'The steps', squareMetres: 8, sun: 'half shade', water: 'rain only', cages: 0 },
    terms: null,
  },
] as const;

/** Records where the coming season may be grown, and with whom. */
async function settleGardens(db: Db, actor: Actor, today: Day): Promise<void> {
  const acts = acting(db, actor, today);
  for (const { garden, person, place, plot, terms } of GARDENS) {
    const written = await writeGarden(acts, { key: randomUUID(), name: garden, person, place, placeFor: null });
    if (!written.ok) continue;
    const { id: gardenId } = written.answer;
    await writePlot(acts, { key: randomUUID(), gardenId, plot: null, ...plot, note: null, retired: false });
    const personId = (await findGarden(db, gardenId))?.personId ?? null;
    if (terms && personId !== null) await writeTerms(acts, { key: randomUUID(), personId, shown: termsShown(undefined), ...terms });
  }
}

/** What is said of each grow-out that the sample's coordinator proposes for the coming season. */
const NOTES = ['Ask whoever grew it last year', 'Wants a sheltered bed', 'Only if a cage is free'];

/**
 * Proposes grow-outs of the lines that need it most, of lots that sow a whole one: the first is agreed with the coordinator, the second offered to
 * the member who signs in, the third only proposed.
 */
export async function planGrowOuts(db: Db, actor: Actor, member: Actor, today: Day): Promise<void> {
  const house = (await readHouse(db))!;
  const lines = (await readLinesInNeed(db, house, today)).filter(
    ({ sow, growing }) => growing === 0 && sow.toSow !== null && sow.seeds >= sow.toSow,
  );
  for (const [index, note] of NOTES.entries()) {
    const sow = lines[index]?.sow;
    if (!sow) break;
    const lot = (await findLotByCode(db, sow.code))!;
    const done = await proposeGrowOut(acting(db, actor, today), {
      key: randomUUID(),
      code: sow.code,
      plants: plantsBy(house.rules, lot.facts, lot.lineRules),
      seeds: sow.toSow!,
      note,
    });
    if (!done.ok) continue;
    const asked = { key: randomUUID(), growOutId: done.answer.id };
    if (index === 0) await agreeGrowOut(acting(db, actor, today), { ...asked, grower: actor.name });
    if (index === 1) await offerGrowOut(acting(db, actor, today), { ...asked, grower: member.name });
  }
  await settleGardens(db, actor, today);
  // The last thing done here is none that could be undone, so that nobody's first page offers to undo what they never did.
  await writeTerms(acting(db, actor, today), {
    key: randomUUID(),
    personId: member.personId,
    shown: termsShown(undefined),
    skill: 'middling',
    mostLines: 2,
    squareMetres: 12,
    mostHours: null,
    notGrown: 'onions',
  });
}

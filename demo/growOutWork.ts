import { randomUUID } from 'node:crypto';
import { plantsBy } from '#core/house/rules.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { readHouse } from '#data/house/house.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { acting } from '#services/command.server.ts';
import { writeTerms } from '#services/growouts/growers.server.ts';
import { agreeGrowOut, offerGrowOut, proposeGrowOut } from '#services/growouts/growOuts.server.ts';
import { readLinesInNeed } from '#services/growouts/needs.server.ts';

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
  // The last thing done here is none that could be undone, so that nobody's first page offers to undo what they never did.
  await writeTerms(acting(db, actor, today), {
    key: randomUUID(),
    personId: member.personId,
    skill: 'middling',
    mostLines: 2,
    squareMetres: 12,
    mostHours: null,
    notGrown: 'onions',
  });
}

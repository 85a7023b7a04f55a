import { personNamed, type NobodyNamed } from '#services/people/personNamed.server.ts';
import { keeperForm } from '#contracts/stock/keepers.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import { markOutlooksStale } from '#data/lots/outlooks.ts';
import { writeKeeper } from '#data/stock/keepers.ts';
import { ensurePlace } from '#data/stock/places.ts';
import { command, type Inside } from '#services/command.server.ts';

export type KeeperProblem = NobodyNamed | { readonly code: 'ask day'; readonly from: Day; readonly to: Day };

/** Nobody waits longer than this before asking whether a copy is still there. */
const MOST_DAYS = 5 * 366;

/** Records who keeps safety copies in a place, or that they were asked and when to ask again. What lies there is not lent, and does not fail with the house. */
export const keepElsewhere = command(
  'keeper written',
  { input: keeperForm },
  async ({ tx, actor, today, refuse }: Inside<KeeperProblem>, { key, place, keeper, askBy, note }) => {
    const keeperId = await personNamed(tx, keeper, refuse);
    const [from, to] = [addDays(today, 1), addDays(today, MOST_DAYS)];
    if (askBy < from || askBy > to) refuse({ code: 'ask day', from, to });
    const placeId = await ensurePlace(tx, place);
    await writeKeeper(tx, { placeId, keeperId, askBy, askedOn: today, note, writtenBy: actor.personId, actKey: key });
    await markOutlooksStale(tx, { placeId });
    return { answer: null, subject: place };
  },
);

import { randomUUID } from 'node:crypto';
import { addDays } from '#core/calendar/plainDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Db } from '#data/database.ts';
import { listRisks } from '#data/growouts/risks.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import type { Actor } from '#data/people/accounts.ts';
import { findHoldings } from '#data/stock/places.ts';
import { acting } from '#services/command.server.ts';
import { keepElsewhere } from '#services/stock/keepers.server.ts';
import { moveSeed } from '#services/stock/moving.server.ts';

const KEPT_AT = 'Weir Cottage';
const COPIES = 2;
/** The keeper agreed in spring; the copies went in autumn. */
const AGREED_DAYS_AGO = 200;
const SENT_DAYS_AGO = 20;

/** Sends copies of the lines that gain most by one to a member, who keeps them in a cellar. */
export async function sendCopies(db: Db, actor: Actor, keeper: Actor, today: Day): Promise<void> {
  const sentOn = addDays(today, -SENT_DAYS_AGO);
  await keepElsewhere(acting(db, actor, addDays(today, -AGREED_DAYS_AGO)), {
    key: randomUUID(),
    place: KEPT_AT,
    keeper: keeper.name,
    askBy: addDays(today, 10),
    note: 'In the cellar, in one tin',
  });
  const lines = await listRisks(db, { search: '', sort: 'worth', limit: 100, offset: 0 });
  const copies = lines.flatMap(({ remedies }) => remedies.filter(({ kind, seeds }) => kind === 'safety copy' && seeds).slice(0, 1));
  let sent = 0;
  for (const { code, seeds } of [...copies].sort((one, other) => other.worth - one.worth)) {
    const lot = (await findLotByCode(db, code))!;
    if (sent === COPIES || lot.takenInOn > sentOn) continue;
    const jar = (await findHoldings(db, lot.id)).find(({ balance, packetUnits }) => balance > 0 && packetUnits === null);
    if (!jar) continue;
    const part = `${seeds} seeds`;
    await moveSeed(acting(db, actor, sentOn), {
      key: randomUUID(),
      code: lot.code,
      holding: jar.id,
      part,
      place: KEPT_AT,
      container: 'jar',
    });
    sent += 1;
  }
}

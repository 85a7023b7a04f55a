import { packForm, unpackForm } from '#contracts/bench/bench.ts';
import { ofLot } from '#contracts/fields.ts';
import { packetsOf } from '#core/bench/packing.ts';
import { PACKETS } from '#core/stock/containers.ts';
import { unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { move } from '#data/stock/ledger.ts';
import { createHolding, ensurePlace, findHoldings } from '#data/stock/places.ts';
import { refuseFrozen, type StillFrozen } from './frozen.server.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { isDeadlyPlace } from '#services/stock/frost.server.ts';
import { looseHolding } from '#services/stock/stock.server.ts';

export type PackProblem =
  | NoLot
  | StillFrozen
  | { readonly code: 'on hold'; readonly kind: 'drying' | 'recall' }
  | { readonly code: 'more than there is'; readonly most: number }
  | { readonly code: 'nothing to pack' }
  | { readonly code: 'frost kills it' };

/** Makes packets of so many seeds each out of what lies loose, and puts them at a place; what is kept back stays loose. */
export const packLot = command(
  'packed',
  { input: ofLot(packForm) },
  async ({ tx, actor, now, today, refuse }: Inside<PackProblem>, pack) => {
    const lot = await lockedLot(tx, pack.code, refuse);
    const hold = (await activeHolds(tx, lot.id)).find((kind) => kind === 'drying' || kind === 'recall');
    if (hold === 'drying' || hold === 'recall') refuse({ code: 'on hold', kind: hold });
    await refuseFrozen(tx, lot.id, pack.warmed, { now, today }, refuse);
    if (await isDeadlyPlace(tx, lot.facts, pack.place, today)) refuse({ code: 'frost kills it' });
    const loose = (await findHoldings(tx, lot.id)).filter(({ packetUnits, balance }) => packetUnits === null && balance > 0);
    const onHand = loose.reduce((sum, { balance }) => sum + balance, 0);
    const each = unitsForSeeds(pack.seeds, lot.unit, lot.seedsPerGram);
    const made = packetsOf(onHand, each, unitsForSeeds(pack.keepBack, lot.unit, lot.seedsPerGram), pack.packets);
    if (!made.ok) return refuse({ code: 'more than there is', most: made.most });
    if (made.packets === 0) return refuse({ code: 'nothing to pack' });
    const to = await createHolding(tx, {
      lotId: lot.id,
      placeId: await ensurePlace(tx, pack.place),
      container: PACKETS,
      packetUnits: each,
    });
    const act = { actKey: pack.key, lotId: lot.id, happenedOn: today, personId: actor.personId };
    const wanted = made.packets * each;
    // Packets are filled out of one jar: what it lacks is poured into it first, else a packet would be begun from one and ended from another.
    const [jar, ...others] = loose as [(typeof loose)[number], ...typeof loose];
    let lacking = wanted - jar.balance;
    for (const { id, balance } of others) {
      const amount = Math.min(lacking, balance);
      if (amount <= 0) break;
      await move(tx, {
        ...act,
        kind: 'moved',
        from: { holding: id },
        to: { holding: jar.id },
        amount,
        typed: null,
        reason: 'to be packed',
      });
      lacking -= amount;
    }
    await move(tx, {
      ...act,
      kind: 'packed',
      from: { holding: jar.id },
      to: { holding: to },
      amount: wanted,
      typed: `${made.packets} × ${pack.seeds} seeds`,
      reason: null,
    });
    return { answer: { packets: made.packets }, subject: lot.code };
  },
);

export type UnpackProblem = NoLot | { readonly code: 'no such packets' } | { readonly code: 'more than there is'; readonly most: number };

/** Opens packets: their seed goes back to what lies loose. */
export const unpackLot = command(
  'unpacked',
  { input: ofLot(unpackForm) },
  async ({ tx, actor, today, refuse }: Inside<UnpackProblem>, unpack) => {
    const lot = await lockedLot(tx, unpack.code, refuse);
    const holdings = await findHoldings(tx, lot.id);
    const from = holdings.find(({ id, packetUnits }) => id === unpack.holding && packetUnits !== null);
    if (!from) return refuse({ code: 'no such packets' });
    const each = from.packetUnits!;
    const most = Math.floor(from.balance / each);
    if (unpack.packets > most) refuse({ code: 'more than there is', most });
    await move(tx, {
      actKey: unpack.key,
      lotId: lot.id,
      kind: 'unpacked',
      from: { holding: from.id },
      to: { holding: await looseHolding(tx, lot.id) },
      amount: unpack.packets * each,
      typed: `${unpack.packets} packets`,
      reason: null,
      happenedOn: today,
      personId: actor.personId,
    });
    return { answer: null, subject: lot.code };
  },
);

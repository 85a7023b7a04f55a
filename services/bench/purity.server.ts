import { purityForm } from '#contracts/bench/bench.ts';
import { ofLot } from '#contracts/fields.ts';
import { contentOf, purityOf } from '#core/bench/yield.ts';
import { createPurityCard, findPurityCards } from '#data/bench/purity.ts';
import { createHold } from '#data/lots/holds.ts';
import { setSeedsPerGram } from '#data/lots/lots.ts';
import { command, type Inside } from '#services/command.server.ts';
import { lockedLot, type NoLot } from '#services/lots/lockedLot.server.ts';
import { NOXIOUS_WEED } from '#words/kept.ts';

/**
 * Keeps what a sample was parted into. What a gram of the lot holds follows from it, and with it packets, tests and sowing by weight;
 * seed of a noxious weed holds the lot until local rules are asked.
 */
export const addPurityCard = command(
  'sample parted',
  { input: ofLot(purityForm) },
  async ({ tx, actor, today, refuse }: Inside<NoLot | { readonly code: 'no pure seed' }>, card) => {
    const lot = await lockedLot(tx, card.code, refuse);
    const { hold } = purityOf(card.parts, lot.seedsPerGram);
    const [before] = await findPurityCards(tx, lot.id);
    const content = contentOf(card.parts, before?.purePerGram ?? lot.seedsPerGram, card.counted);
    if (content.perGram === 0) refuse({ code: 'no pure seed' });
    await setSeedsPerGram(tx, lot.id, content.perGram);
    await createPurityCard(tx, {
      counted: card.counted,
      purePerGram: content.purePerGram,
      perGramBefore: lot.seedsPerGram,
      lotId: lot.id,
      parts: card.parts,
      weighedOn: today,
      by: actor.personId,
      actKey: card.key,
    });
    if (hold)
      await createHold(tx, {
        lotId: lot.id,
        kind: 'rules',
        reason: NOXIOUS_WEED,
        setOn: today,
        setBy: null,
        actKey: card.key,
      });
    return { answer: { held: hold }, subject: lot.code };
  },
);

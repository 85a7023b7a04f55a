import { moreTesting } from '#core/germination/moreTesting.ts';
import { openQuestion, verdict } from '#core/germination/verdict.ts';
import { betaMedian } from '#core/germination/betaPosterior.ts';
import { sowThicker } from '#core/germination/sowThicker.ts';
import { wilsonInterval } from '#core/germination/wilsonInterval.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import type { Db } from '#data/database.ts';
import type { House } from '#data/house.ts';
import { findLot } from '#data/lots.ts';
import { readPrior } from '#services/outlook.server.ts';
import type { Counted } from '#data/schema.ts';

/** Reads an ended test for showing: share and interval, the two answers, what to do, and when to test next. */
export async function readTestResult(
  db: Db,
  test: { lotId: number; laidOn: string; seedsLaid: number; sprouted: number | null; counted: Counted; endedOn: string | null },
  house: House,
  today: string,
) {
  const lot = (await findLot(db, test.lotId))!;
  const sprouted = test.sprouted ?? 0;
  const prior = await readPrior(db, test.lotId, { on: test.laidOn, sown: test.seedsLaid, up: sprouted }, today);
  const read = verdict(sprouted, test.seedsLaid, house.thresholds, undefined, prior);
  const { kind, mayBeLent, fullStrength, posterior } = read;
  const open = openQuestion(read, house.thresholds);
  const ratio = kind === 'sow thicker' ? sowThicker(betaMedian(posterior)) : null;
  const latest = lot.testedOn === test.endedOn && lot.sprouted === sprouted && lot.laid === test.seedsLaid;
  return {
    kind,
    mayBeLent,
    fullStrength,
    moreTesting: open === null ? null : moreTesting(posterior, open, house.thresholds.sureness),
    ratio,
    sprouted,
    laid: test.seedsLaid,
    counted: test.counted,
    interval: wilsonInterval(sprouted, test.seedsLaid),
    posterior,
    prior,
    thresholds: house.thresholds,
    seedsLeft: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
    endedOn: test.endedOn!,
    /** The next test hangs on the lot's last one; an older test no longer says when. */
    next: latest ? { on: lot.nextTestOn, reason: lot.nextTestReason } : null,
  };
}

import { ButtonLink } from '#app/ui/Button.tsx';
import type { Tone } from '#app/ui/Mark.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { lendingAnswer, thickerWords } from '#app/ui/sayings.ts';
import { HOLD_WORDS } from '#app/ui/words.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { VerdictKind } from '#core/germination/verdict.ts';
import type { Seeds } from '#core/kernel/kinds.ts';
import type { MayLend } from '#core/lending/mayLend.ts';

/** May it be lent, how many packets that is, and why. */
export function LendingReckoning({
  code,
  lending,
  seeds,
  packetSeeds,
  verdict,
  thicker,
  nextTest,
}: {
  code: string;
  lending: MayLend;
  seeds: Seeds;
  packetSeeds: number;
  verdict: VerdictKind | null;
  thicker: { readonly sow: number; readonly for: number } | null;
  nextTest: { on: string; why: string } | null | '';
}) {
  const packets = Math.floor(seeds / packetSeeds);
  const tone: Tone = lending.answer === 'yes' ? (packets > 0 ? 'good' : 'doubt') : lending.answer === 'refused' ? 'poor' : 'doubt';
  const reasons = [
    lending.answer === 'refused' &&
      lending.why === 'hold' &&
      `On hold: ${lending.holds.map((hold) => HOLD_WORDS[hold].toLowerCase()).join(', ')}.`,
    lending.answer === 'refused' &&
      lending.why === 'F1' &&
      'Seed of an F1 hybrid does not come true, so it is not lent under the variety’s name.',
    lending.answer === 'yes' && verdict === null && 'Not tested yet: lend it as untested, or test it first.',
    thicker && lending.answer !== 'refused' && `Say so on the packet: ${thickerWords(thicker).toLowerCase()}.`,
    packets > 0
      ? `A house packet holds ${packetSeeds} seeds.`
      : seeds > 0 && `Less than one house packet of ${packetSeeds} seeds is left: keep it to grow out.`,
    nextTest && `Next test ${formatDate(nextTest.on)}: ${nextTest.why}.`,
  ].filter((reason) => typeof reason === 'string');
  return (
    <Reckoning
      tone={tone}
      question="May it be lent now?"
      verdict={lendingAnswer(lending, packets)}
      figure={
        lending.answer !== 'refused' && packets > 0 ? (
          <p className="text-large">
            <b>{packets}</b> {packets === 1 ? 'packet' : 'packets'} at most
          </p>
        ) : undefined
      }
      reasons={reasons}
      actions={
        lending.answer === 'refused'
          ? undefined
          : packets > 0 && (
              <ButtonLink to={`/desk?lot=${code}`} look="action">
                Lend it
              </ButtonLink>
            )
      }
    />
  );
}

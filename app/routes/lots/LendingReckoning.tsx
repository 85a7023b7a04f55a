import { ButtonLink } from '#app/ui/Button.tsx';
import type { Tone } from '#words/tone.ts';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { StockBar, type StockTerms } from '#app/ui/StockBar.tsx';
import { lendingAnswer, lendingWhy, thickerWords } from '#words/sayings.ts';
import type { Seeds } from '#core/kernel/kinds.ts';
import type { MayLend } from '#core/lending/mayLend.ts';

/** May it be lent, how many packets that is, and why. */
export function LendingReckoning({
  code,
  lineId,
  lending,
  packets,
  stock,
  seeds,
  packetSeeds,
  isTested,
  thicker,
  nextTest,
}: {
  code: string;
  lineId: number;
  lending: MayLend;
  /** House packets of it that may be lent now. */
  packets: number;
  stock: StockTerms;
  seeds: Seeds;
  packetSeeds: number;
  isTested: boolean;
  thicker: { readonly sow: number; readonly for: number } | null;
  /** When its next test falls, and why. */
  nextTest: string;
}) {
  const tone: Tone = lending.answer === 'yes' ? (packets > 0 ? 'good' : 'doubt') : lending.answer === 'refused' ? 'poor' : 'doubt';
  const isLent = lending.answer === 'yes';
  const reasons = [
    lending.answer !== 'yes' && lendingWhy(lending, isTested),
    isLent && !isTested && 'It has never been tested, but its crop, age and storage make it likely to be good enough.',
    thicker && lending.answer !== 'refused' && `Write on the packet: ${thickerWords(thicker).toLowerCase()}.`,
    isLent && packets === 0 && seeds < packetSeeds && `Less than one packet of ${packetSeeds} seeds is left. Keep it for a grow-out.`,
    isLent && packets === 0 && seeds >= packetSeeds && 'What is left of this line is reserved for a grow-out and for germination tests.',
    isLent && packets > 0 && `One packet holds ${packetSeeds} seeds.`,
    nextTest,
  ].filter((reason) => typeof reason === 'string');
  return (
    <Reckoning
      tone={tone}
      question="Can it be lent now?"
      term="reserve"
      verdict={lendingAnswer(lending, packets)}
      figure={
        <>
          {lending.answer !== 'refused' && packets > 0 && (
            <p className="text-large">
              <b>{packets}</b> {packets === 1 ? 'packet' : 'packets'}
              {lending.answer === 'coordinator' && ' in the jar'}
            </p>
          )}
          <StockBar stock={stock} />
        </>
      }
      reasons={reasons}
      actions={
        lending.answer === 'refused' ? undefined : packets > 0 ? (
          <ButtonLink to={`/desk?lot=${code}`} look="action">
            Lend it
          </ButtonLink>
        ) : (
          <ButtonLink to={`/lines/${lineId}`}>Show the line’s stock</ButtonLink>
        )
      }
      working={
        <p>
          Over all lots of the line that can be lent: {stock.usable} seeds are there with 90 % certainty (lower 10 % quantile of what was
          converted from weight), less {stock.reserve} to sow {stock.growOuts === 1 ? 'one grow-out' : `${stock.growOuts} grow-outs`} that
          keep its diversity with 95 % assurance, less {stock.tests} for tests within a year
          {stock.promised > 0 && `, less ${stock.promised} promised to planned grow-outs`}: {stock.lendable} seeds, {stock.packets} packets
          of {packetSeeds}.
        </p>
      }
    />
  );
}

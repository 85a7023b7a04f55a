import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { holdReason } from '#words/holds.ts';
import { Link } from 'react-router';
import type { Crop } from '#core/almanac/crop.ts';
import type { SoFar as SoFarView } from '#services/intake/interview.server.ts';
import { HoldMark, Mark } from '#app/ui/Mark.tsx';
import { Notice } from '#app/ui/Page.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { CLAIM_TONES, CLAIM_WORDS, sureThat } from '#words/claims.ts';
import { percent } from '#words/sayings.ts';
import { claimTold, hazardWords, foreignRange, plantsWords, reasonWords, ripeWords } from '#words/promise.ts';
import { RaiseList } from '#app/ui/RaiseList.tsx';

/** What the interview comes to so far; it changes while one answers. */
export function SoFar({
  soFar,
  crop,
  busy,
  rename,
}: {
  soFar: SoFarView;
  crop: Crop | null;
  busy: boolean;
  rename: (variety: string) => void;
}) {
  const { judged } = soFar;
  if (!crop)
    return <p className="border-l-4 border-rule bg-sheet px-5 py-4 text-soft">What the label can promise appears here as you answer.</p>;
  return (
    <div className="space-y-5" aria-busy={busy}>
      {judged &&
        hazardWords({ treated: treatedOf(judged.passport.treated), cautions: crop.cautions }).map((hazard) => (
          <Notice key={hazard} tone="poor">
            {hazard}
          </Notice>
        ))}
      {crop.keptAs && (
        <Notice tone="doubt">
          {crop.name} is kept as plants, not as seed: {crop.keptAs.charAt(0).toLowerCase() + crop.keptAs.slice(1)} Only record seed here.
          Write who keeps the plants, and where, in the line’s story.
        </Notice>
      )}
      <NearLines near={soFar.near} rename={rename} />
      {judged?.ripe && <Ripe ripe={judged.ripe} />}
      {judged && <LabelSoFar judged={judged} />}
      {judged && (
        <section aria-label="Holds">
          <h2 className="mb-1">{judged.holds.length === 0 ? 'No holds' : 'It will be put on hold'}</h2>
          <ul className="space-y-2">
            {judged.holds.map(({ kind, why }) => (
              <li key={why} className="border-t border-rule pt-2">
                <HoldMark kind={kind} /> {holdReason(why, judged.passport)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {crop.misbeliefs.length > 0 && (
        <details>
          <summary className="link inline-flex min-h-11 items-center">Common mistakes about {crop.name.toLowerCase()}</summary>
          <ul className="list-disc pl-5 text-small">
            {crop.misbeliefs.map((belief) => (
              <li key={belief}>{belief}.</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

function LabelSoFar({ judged: { judgement, reasons, raises, plants } }: { judged: NonNullable<SoFarView['judged']> }) {
  const units = useUnits();
  const { statement, reasons: shown } = claimTold(judgement.promise, reasons);
  return (
    <Reckoning
      tone={CLAIM_TONES[judgement.promise]}
      question="What can the label promise so far?"
      verdict={CLAIM_WORDS[judgement.promise]}
      figure={
        statement ? (
          <p>{statement}</p>
        ) : (
          <p>
            <b>{percent(judgement.chance)}</b> {sureThat(judgement.promise)}; foreign seed about{' '}
            {foreignRange(judgement.foreign.low, judgement.foreign.high)} (calculated, not measured).
          </p>
        )
      }
      reasons={[...shown.map((reason) => reasonWords(reason, units)), plantsWords(plants)]}
      working={raises.length > 0 ? <RaiseList raises={raises} /> : undefined}
    />
  );
}

const treatedOf = (treated: boolean | 'unknown' | null) => (treated === true ? 'yes' : treated === 'unknown' ? 'unknown' : null);

function Ripe({ ripe }: { ripe: NonNullable<NonNullable<SoFarView['judged']>['ripe']> }) {
  const { tone, verdict, reason } = ripeWords(ripe);
  return <Reckoning tone={tone} question="Is the seed ripe?" verdict={verdict} reasons={[reason]} />;
}

const ENOUGH = {
  plenty: 'You have twice as much as you need. Accept it with thanks and offer the surplus to other libraries',
  enough: 'You have enough for now',
  wanted: 'More is welcome',
} as const;

function NearLines({ near, rename }: { near: SoFarView['near']; rename: (variety: string) => void }) {
  if (near.length === 0) return null;
  return (
    <section aria-label="You already have">
      <h2 className="mb-1">You already have</h2>
      <ul>
        {near.map((line) => (
          <li key={line.id} className="border-t border-rule py-2">
            <Link className="link font-semibold" to={`/lines/${line.id}`}>
              ‘{line.name}’
            </Link>
            {line.alias && <> (also ‘{line.alias}’)</>}{' '}
            {line.promise && <Mark tone={CLAIM_TONES[line.promise]}>{CLAIM_WORDS[line.promise].toLowerCase()}</Mark>}
            <p className="text-small text-soft">
              {line.lots === 0
                ? 'None left.'
                : `${line.lots} ${line.lots === 1 ? 'lot' : 'lots'}, ${formatAboutSeeds(line.seeds)}. ${ENOUGH[line.stock.verdict]}: ${formatAboutSeeds(line.stock.usable)} can be relied on, and the aim is ${line.stock.target} (${line.stock.reserve} for a grow-out, ${line.stock.lending} to lend).`}
            </p>
            {!line.exact && (
              <button type="button" className="link min-h-9 text-small" onClick={() => rename(line.name)}>
                It is this one: use the spelling ‘{line.name}’
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

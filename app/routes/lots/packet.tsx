import { data } from 'react-router';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { thickerOf } from '#core/germination/sowThicker.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { may } from '#core/people/may.ts';
import { db } from '#app/platform/database.server.ts';
import { anyVisit } from '#app/platform/visit.server.ts';
import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { distanceBy, plantsBy } from '#core/house/rules.ts';
import { CLAIM_MEANS, CLAIM_WORDS } from '#words/claims.ts';
import { thickerWords } from '#words/sayings.ts';
import { hazardWords } from '#words/promise.ts';
import type { Route } from './+types/packet.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatMetres } from '#core/units/formatAmount.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { ripeWhen } from '#words/almanac.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [{ title: `${loaderData?.crop ?? 'Packet'} · Kind Granary` }];

/** What a packet's QR code shows to anybody: how to sow and how to save. No person, no place, no stock. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { actor, house } = anyVisit(context);
  const read = readLotCode(params.code);
  const lot = read.ok ? await findLotByCode(db, read.code) : undefined;
  if (!lot) throw data(null, { status: 404 });
  const { seedLooks, howToSow, howToSave, cautions, plantsForSeed, species, lifeCycle } = lot.facts;
  const outlook = await readOutlook(db, lot.id);
  return {
    thicker: outlook && thickerOf(lot.verdict, outlook.median),
    isRecalled: (await activeHolds(db, lot.id)).includes('recall'),
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    house: house.name,
    seedLooks,
    howToSow,
    howToSave,
    ripe: ripeWhen(house.rules, lot.facts),
    cautions: hazardWords({ treated: lot.treated, cautions }),
    promise: lot.promise,
    apart: distanceBy(house.rules, lot.facts, lot.lineRules),
    plantsForSeed,
    plantsToKeep: plantsBy(house.rules, lot.facts, lot.lineRules),
    species,
    lifeCycle,
    worksHere: actor !== null && may(actor.role, 'work'),
  };
}

export default function Packet({ loaderData: packet }: Route.ComponentProps) {
  const units = useUnits();
  return (
    <article>
      <PageHead
        picture={<SeedPortrait portrait={packet.seedLooks} size={56} />}
        title={`${packet.crop} ‘${packet.variety}’`}
        about={
          <>
            <i>{packet.species}</i>, <LotCode>{packet.code}</LotCode>, lent by {packet.house}
          </>
        }
        actions={packet.worksHere && <ButtonLink to={`/lots/${packet.code}`}>Open the lot</ButtonLink>}
      />
      {packet.isRecalled && <Notice tone="poor">This seed has been recalled. Do not sow or share it, and contact {packet.house}.</Notice>}
      {packet.cautions.map((caution) => (
        <p key={caution} className="mb-5 border-l-4 border-poor bg-poor-tint px-4 py-3 font-semibold text-poor">
          {caution}
        </p>
      ))}
      <h2>To sow</h2>
      <p className="mt-1 mb-6 max-w-prose">
        {proseIn(units, packet.howToSow)}
        {packet.thicker && <b className="block">{thickerWords(packet.thicker)}: not all of it will come up.</b>}
      </p>
      <h2>To save seed</h2>
      <p className="mt-1 mb-4 max-w-prose">{packet.howToSave}</p>
      <Facts
        rows={[
          ...(packet.promise ? ([['What to expect', `${CLAIM_WORDS[packet.promise]}: ${CLAIM_MEANS[packet.promise]}`]] as const) : []),
          ['Ripe when', packet.ripe],
          ['Save from', `at least ${packet.plantsForSeed} plants; ${packet.plantsToKeep} or more to keep the line`],
          [
            'Keep apart',
            `${formatMetres(packet.apart, units)} or more from other plants of its kind in flower, or ask us how to cover the flowers`,
          ],
          ['Seed is ready', packet.lifeCycle === 'annual' ? 'in the year of sowing' : 'in the second year'],
        ]}
      />
      <p className="mt-6 max-w-prose">
        If it did well, bring some seed back and tell us how many plants it came from and what else was in flower. If it failed, tell us
        too: we learn from it.
      </p>
    </article>
  );
}

import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextArea, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { proposeForm } from '#contracts/growouts/growOuts.ts';
import { seasonOf } from '#core/almanac/crop.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { SURVIVAL } from '#core/germination/seedsToSow.ts';
import { packetsOf, yieldToExpect } from '#core/growout/yieldToExpect.ts';
import { hoursToGrow } from '#core/growout/hours.ts';
import { bedFor } from '#core/growout/plots.ts';
import { priceOf } from '#core/house/prices.ts';
import { distanceBy, plantsBy } from '#core/house/rules.ts';
import { returnBy } from '#core/lending/returnBy.ts';
import { may } from '#core/people/may.ts';
import { formatAboutSeeds, formatMetres, formatMoney, formatSeeds, grouped, type Units } from '#core/units/formatAmount.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { failuresOfCrop, growOutsOfLine, yieldsOfLines } from '#data/growouts/growOuts.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { readOutlook } from '#data/lots/outlooks.ts';
import { proposeGrowOut, type ProposeProblem } from '#services/growouts/growOuts.server.ts';
import { heldBackWords, shareWords, spacingWords } from '#words/growouts.ts';
import { HOLD_WORDS } from '#words/vocabulary.ts';
import { EVERYBODYS_PROBLEMS, shortWords } from '#words/sayings.ts';
import type { Route } from './+types/propose.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Propose a grow-out · Kind Granary' }];

const MOST_FAILURES = 5;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [outlook, open, failures, holds, before] = await Promise.all([
    readOutlook(db, lot.id),
    growOutsOfLine(db, lot.lineId),
    failuresOfCrop(db, lot.cropId, MOST_FAILURES),
    activeHolds(db, lot.id),
    yieldsOfLines(db, [lot.lineId]),
  ]);
  const plants = plantsBy(house.rules, lot.facts, lot.lineRules);
  const seeds = seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram);
  const toSow = outlook?.to_sow ?? null;
  const { sowFrom, ripeBy, due, seasons } = returnBy(today, seasonOf(lot.facts), { last: house.lastFrost, first: house.firstFrost });
  const isShort = toSow !== null && seeds < toSow;
  // Of seed that is too little for the population, the plants that may be expected.
  const standing = isShort ? Math.min(plants, Math.max(1, Math.floor(seeds * outlook!.median * SURVIVAL))) : plants;
  const {
    low,
    high,
    seasons: told,
  } = yieldToExpect(
    standing,
    lot.facts,
    before.map((one) => one.seeds / one.plants),
  );
  const packets = packetsOf(low, house.growing.growersShare, lot.facts.packet);
  const price = packets * priceOf(house.prices, lot.cropId);
  return {
    key: newFormKey(),
    leads: may(actor.role, 'plan grow-outs'),
    code: lot.code,
    name: `${lot.crop} ‘${lot.variety}’`,
    seeds,
    plants,
    standing,
    isShort,
    toSow,
    germination: outlook && Math.round(outlook.median * 100),
    open: open.length,
    failures: failures.map(({ id, variety, reason, garden, stepOn }) => ({
      id,
      told: `‘${variety}’${garden ? `, ${garden}` : ''}, ${formatDate(stepOn!)}: ${reason}`,
    })),
    holds: holds.map((hold) => HOLD_WORDS[hold].toLowerCase()),
    rows: [
      ['Sow', `from ${formatDate(sowFrom)}. ${proseIn(house.units, lot.facts.howToSow)}`],
      [
        'Ripe by',
        `${formatDate(ripeBy)}${seasons === 2 ? ', in its second year: the plants overwinter' : ''}. ${proseIn(house.units, lot.facts.ripe)}`,
      ],
      ['Back by', `${formatDate(due)}, cleaned and dried`],
      [
        'Needs',
        `${bedFor(plants, lot.facts)} m² of bed, ${proseIn(house.units, spacingWords(lot.facts))}, and about ${hoursToGrow(lot.facts, plants, [], house.growing)} hours of work, more with cages, bags or hand pollination`,
      ],
      [
        'Keep apart',
        `${formatMetres(distanceBy(house.rules, lot.facts, lot.lineRules), house.units)} from others of its kind, by your house rule`,
      ],
      [
        'Yield',
        `${grouped(low)} to ${formatSeeds(high)} from ${standing} ${standing === 1 ? 'plant' : 'plants'}, ${told === 0 ? 'by the almanac' : `by what this line gave ${told === 1 ? 'before' : `in ${told} seasons`}`}. ${shareWords(house.growing.growersShare)} stays with the grower, so you get at least ${packets} ${packets === 1 ? 'packet' : 'packets'}${price > 0 ? `, which would cost ${formatMoney(price, house.prices.currency)} to buy` : ''}`,
      ],
    ] as [string, string][],
  };
}

function troubleOf(problem: ProposeProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'nothing to sow':
      return { '': ['This lot has no clean seed to sow'] };
    case 'held back':
      return { '': [heldBackWords(problem.hold)] };
    case 'promised':
      return { seeds: [`Only ${problem.free} seeds are available: ${problem.promised} are promised to other grow-outs`] };
    case 'tests need it':
      return {
        note: [`The next tests of this lot need ${problem.toTest} seeds, so ${problem.free} are available. To sow more, say why here`],
      };
    case 'short':
      return { seeds: [shortWords(problem, units)] };
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'plan grow-outs');
  const { give } = formActs(await formOf(request), visit, ['propose'], troubleOf);
  return give(proposeGrowOut, { code }, ({ id }) => `/grow-outs/${id}`);
}

export default function Propose({ loaderData, actionData }: Route.ComponentProps) {
  const { key, leads, code, name, seeds, plants, standing, isShort, toSow, germination, open, failures, holds, rows } = loaderData;
  const [form, fields] = usePostForm<typeof proposeForm>({
    id: `propose-${key}`,
    result: actionData?.result ?? null,
    start: { plants: String(standing), seeds: String(Math.min(seeds, toSow ?? seeds)) },
  });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Grow out ${name}`}
        about={
          <>
            From <LotCode>{code}</LotCode>, which holds {formatAboutSeeds(seeds)}
            {germination !== null && ` and germinates about ${germination} %`}.
          </>
        }
        actions={<ButtonLink to={`/lots/${code}`}>Back to the lot</ButtonLink>}
      />
      {open > 0 && (
        <Notice tone="doubt">
          {open === 1 ? 'A grow-out of this line is already in progress.' : `${open} grow-outs of this line are already in progress.`}{' '}
          Another one in a different garden is a good safeguard.
        </Notice>
      )}
      {holds.length > 0 && <Notice tone="doubt">This lot is on hold: {holds.join(', ')}. Settle this before you sow the seed.</Notice>}
      {toSow === null ? (
        <Notice tone="doubt">
          We cannot say how many seeds to sow, because too little of this lot may be alive. Test it first, or sow all there is.
        </Notice>
      ) : (
        <Notice tone={isShort ? 'doubt' : 'good'}>
          {isShort
            ? `Sow all ${seeds} seeds: ${standing < plants ? `about ${standing} of the ${plants} plants needed` : `the ${plants} plants needed`} are likely to survive. To be 95 % certain of ${plants} you would need ${toSow} seeds.`
            : `Sow ${toSow} seeds. Then ${plants} plants will survive with 95 % certainty, given its estimated germination and 85 of 100 seedlings surviving.`}
        </Notice>
      )}
      <Facts rows={rows} />
      {failures.length > 0 && (
        <>
          <h2 className="mt-8 mb-2">Earlier failures with this crop</h2>
          <ul>
            {failures.map(({ id, told }) => (
              <li key={id} className="border-t border-rule py-2">
                <Link className="link" to={`/grow-outs/${id}`}>
                  {told}
                </Link>
              </li>
            ))}
          </ul>
        </>
      )}
      {leads ? (
        <PostForm form={form} formKey={key} intent="propose" className="mt-8">
          <div className="grid gap-5 sm:grid-cols-2">
            <TextField
              field={fields.plants}
              label="Plants to save seed from"
              hint={isShort ? 'As many as are likely to survive' : 'Your house rule for this crop'}
              inputMode="numeric"
            />
            <TextField field={fields.seeds} label="Seeds to sow" hint="They will be reserved and not lent" inputMode="numeric" />
          </div>
          <TextArea field={fields.note} label="Note (optional)" hint="For example who might grow it, or what to watch for" />
          <Button type="submit" look="action">
            Propose grow-out
          </Button>
        </PostForm>
      ) : (
        <p className="mt-6">Only a coordinator can propose this grow-out.</p>
      )}
    </div>
  );
}

import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import type { Standing } from '#core/growout/census.ts';
import { mayGive } from '#core/people/commands.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState } from '#core/states/states.ts';
import { formatAboutSeeds, formatSeeds, grouped, type Units } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findGrower, findGrowOut, readGrowOutSteps } from '#data/growouts/growOuts.ts';
import { readHome, type Home } from '#services/growouts/comingHome.server.ts';
import { findPlaceOf } from '#data/growouts/places.ts';
import { activeHolds } from '#data/lots/holds.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import {
  agreeGrowOut,
  dropGrowOut,
  failGrowOut,
  handOverSeed,
  offerGrowOut,
  type AgreeProblem,
  type HandOverProblem,
} from '#services/growouts/growOuts.server.ts';
import { readConcerns } from '#services/growouts/growers.server.ts';
import { workOut } from '#services/growouts/placing.server.ts';
import { readGoing } from '#services/growouts/watch.server.ts';
import { alarmWords, entryWords, GROWTH_WORDS, STANDING_ADVICE, standingWords } from '#words/season.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import { HOLD_WORDS } from '#words/vocabulary.ts';
import { concernWords, GROW_OUT_STATE_WORDS, heldBackWords, stepWords } from '#words/growouts.ts';
import { EVERYBODYS_PROBLEMS, nobodyWords, shortWords } from '#words/sayings.ts';
import type { Route } from './+types/growOut.ts';
import { ApartReckoning } from './ApartReckoning.tsx';
import { AgreeForm, EndForm, HandOverForm } from './StepForms.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Grow-out · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const growOut = await findGrowOut(db, id);
  if (!growOut) throw data(null, { status: 404 });
  const [lot, holdings, grower, steps, [going], holds] = await Promise.all([
    findLotByCode(db, growOut.code),
    findHoldings(db, growOut.lotId),
    findGrower(db, id),
    readGrowOutSteps(db, id),
    readGoing(db, [growOut], house, today),
    activeHolds(db, growOut.lotId),
  ]);
  const { log, season, standing, alarms } = going!;
  const [place, concerns] = await Promise.all([
    findPlaceOf(db, id),
    growOut.growerId === null || growOutState(growOut) === 'declined' ? [] : readConcerns(db, growOut.growerId, lot!.facts),
  ]);
  const state = growOutState(growOut);
  const mayDo = (name: Parameters<typeof mayGive>[1]) => mayGive(actor.role, name) && mayFollow(GROW_OUT, state, name);
  return {
    keys: { agree: newFormKey(), give: newFormKey(), end: newFormKey() },
    growOut,
    state,
    steps,
    grower: grower ?? null,
    place: place ?? null,
    home: await readHome(db, growOut, lot!.facts),
    workedOut:
      place && state !== 'dropped' && state !== 'failed'
        ? await workOut(db, growOut, lot!.facts, place, house, may(actor.role, 'plan grow-outs'))
        : null,
    sowIn: daysBetween(today, growOut.sowOn ?? growOut.sowFrom),
    holds,
    log,
    growth: season.growth,
    standing,
    concerns: state === 'offered' || state === 'agreed' ? concerns.map((one) => concernWords(one, growOut.grower!)) : [],
    alarms: alarms.filter(({ what }) => what !== 'too few' && what !== 'in danger').map(alarmWords),
    may: {
      place: mayDo('grow-out placed'),
      bringBack: mayDo('seed returned'),
      agree: mayDo('grow-out agreed'),
      handOver: mayDo('seed handed over'),
      drop: mayDo('grow-out dropped'),
      fail: mayDo('grow-out failed'),
    },
    holdings: holdings
      .filter(({ balance }) => balance > 0)
      .map(({ id: holding, container, place, balance, packetUnits }) => {
        const seeds = seedsInUnits(balance, lot!.unit, lot!.seedsPerGram);
        return {
          value: String(holding),
          label:
            packetUnits === null
              ? `${container}, ${place}: ${lot!.unit === 'seed' ? formatSeeds(seeds) : formatAboutSeeds(seeds)}`
              : `${Math.floor(balance / packetUnits)} packets, ${place}`,
        };
      }),
  };
}

function troubleOf(problem: AgreeProblem | HandOverProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'no such grow-out':
      return { '': ['This grow-out does not exist'] };
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'moved on':
      return { '': [`This grow-out has changed to: ${GROW_OUT_STATE_WORDS[problem.state].toLowerCase()}. Reload the page`] };
    case 'nobody of that name':
      return { grower: [nobodyWords(problem.near, 'Choose one from the list, or add the person first')] };
    case 'held back':
      return { '': [heldBackWords(problem.hold)] };
    case 'no such holding':
      return { holding: ['This container is empty now. Reload the page'] };
    case 'short':
      return { seeds: [shortWords(problem, units)] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const of = { growOutId: Number(params.id) };
  const { intent, give } = formActs(await formOf(request), visit, ['offer', 'agree', 'hand over', 'drop', 'fail'], troubleOf);
  switch (intent) {
    case 'offer':
      return give(offerGrowOut, of);
    case 'agree':
      return give(agreeGrowOut, of);
    case 'hand over':
      return give(handOverSeed, of);
    case 'drop':
      return give(dropGrowOut, of);
    case 'fail':
      return give(failGrowOut, of);
  }
}

export default function GrowOut({ loaderData, actionData }: Route.ComponentProps) {
  const {
    growOut,
    home,
    place,
    workedOut,
    state,
    steps,
    grower,
    sowIn,
    may: mayDo,
    holdings,
    holds,
    log,
    growth,
    standing,
    concerns,
    alarms,
  } = loaderData;
  const units = useUnits();
  const keys = useFormKeys(loaderData.keys, actionData?.spent, `${growOut.id} ${state}`);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  const { crop, variety, code, seeds, plants, sowFrom, sowOn, backBy, note, proposedOn, proposedBy } = growOut;
  const isOut = state === 'handed over' || state === 'back';
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Grow-out of ${crop} ‘${variety}’`}
        about={`${isOut && state !== 'back' ? GROWTH_WORDS[growth] : GROW_OUT_STATE_WORDS[state]}${grower && state !== 'proposed' ? `: ${grower.name}` : ''}`}
        actions={
          <>
            {mayDo.bringBack && (
              <>
                <ButtonLink to={`/intake?growOut=${growOut.id}`} look="action">
                  Record a return
                </ButtonLink>
                <ButtonLink to={`/grow-outs/log?of=${growOut.id}`}>Add to the log</ButtonLink>
              </>
            )}
            <ButtonLink to={`/grow-outs/${growOut.id}/sheet`}>Grower’s sheet</ButtonLink>
            <ButtonLink to="/grow-outs/all">All grow-outs</ButtonLink>
          </>
        }
      />
      {(state === 'dropped' || state === 'failed') && (
        <Notice tone="doubt">
          {state === 'dropped' ? 'Dropped' : 'Failed'}: {growOut.reason}
        </Notice>
      )}
      {[...alarms, ...concerns].map((alarm) => (
        <Notice key={alarm} tone="doubt">
          {alarm}.
        </Notice>
      ))}
      {holds.length > 0 && (state === 'proposed' || state === 'offered' || state === 'agreed') && (
        <Notice tone="doubt">
          This lot is on hold: {holds.map((hold) => HOLD_WORDS[hold].toLowerCase()).join(', ')}. Settle this before you sow the seed.
        </Notice>
      )}
      {standing && <PlantsStanding standing={standing} />}
      {home && <WhatCame home={home} grower={grower?.name ?? null} />}
      <Facts
        rows={[
          [
            'Seed of',
            <Link key="lot" className="link" to={`/lots/${code}`}>
              <LotCode>{code}</LotCode>
            </Link>,
          ],
          ['To sow', `${formatSeeds(seeds)}, for ${plants} ${plants === 1 ? 'plant' : 'plants'} to save seed from`],
          [
            sowOn ? 'Sow on' : 'Sow from',
            `${formatDate(sowOn ?? sowFrom)}${isOut || state === 'failed' || state === 'dropped' ? '' : ` (${formatDistance(sowIn)})`}`,
          ],
          ['Back by', formatDate(backBy)],
          ...(place || mayDo.place
            ? [
                [
                  'Garden',
                  <span key="garden" className="flex flex-wrap items-center gap-x-4">
                    {place
                      ? `${[place.garden, place.plot].filter(Boolean).join(', ')}${place.squareMetres === null ? '' : `, ${place.squareMetres} m²`}`
                      : 'Not decided'}
                    {mayDo.place && (
                      <Link className="link inline-flex min-h-11 items-center" to={`/grow-outs/${growOut.id}/place`}>
                        {place ? 'Change garden or day' : 'Choose garden and day'}
                      </Link>
                    )}
                  </span>,
                ] as const,
              ]
            : []),
          ...(place && place.methods.length > 0
            ? [['Isolated by', place.methods.map((method) => METHOD_NAMES[method]).join(', ')] as const]
            : []),
          ...(grower
            ? [
                [
                  'Grower',
                  <span key="grower">
                    <Link className="link" to={`/people/${grower.id}/grower`}>
                      {grower.name}
                    </Link>
                    {[grower.phone, grower.email].filter(Boolean).map((reach) => `, ${reach}`)}
                  </span>,
                ] as const,
              ]
            : []),
          ...(note ? [['Note', note] as const] : []),
        ]}
      />
      {workedOut && (
        <div className="mt-6">
          <ApartReckoning workedOut={workedOut} />
        </div>
      )}
      {(state === 'proposed' || state === 'offered' || state === 'agreed' || state === 'declined') && (
        <p className="mt-4 max-w-prose">These seeds are reserved and cannot be lent while the grow-out is planned.</p>
      )}
      <div className="mt-8 space-y-8">
        {mayDo.handOver && (
          <HandOverForm
            key={keys.give}
            formKey={keys.give}
            result={resultOf('hand over')}
            holdings={holdings}
            seeds={seeds}
            grower={grower?.name ?? null}
          />
        )}
        {mayDo.agree && <AgreeForm key={keys.agree} formKey={keys.agree} result={resultOf('agree') ?? resultOf('offer')} state={state} />}
        {mayDo.drop && <EndForm key={`drop ${keys.end}`} way="drop" formKey={keys.end} result={resultOf('drop')} />}
        {mayDo.fail && <EndForm key={`fail ${keys.end}`} way="fail" formKey={keys.end} result={resultOf('fail')} />}
      </div>
      {(log.length > 0 || state === 'handed over') && (
        <>
          <h2 className="mt-10 mb-2">Season’s log</h2>
          {log.length === 0 ? (
            <p className="text-soft">No entries yet.</p>
          ) : (
            <ol>
              {log.map((entry) => (
                <li key={entry.id} className="border-t border-rule py-2">
                  {formatDate(entry.on)}: {entryWords(entry, units)}
                  {entry.by && <span className="text-small text-soft"> · {entry.by}</span>}
                  {entry.hasPhoto && (
                    <img
                      src={`/grow-outs/photos/${entry.id}`}
                      alt={entryWords(entry, units)}
                      loading="lazy"
                      className="mt-1 max-h-56 rounded-md"
                    />
                  )}
                </li>
              ))}
            </ol>
          )}
        </>
      )}
      <h2 className="mt-10 mb-2">What happened</h2>
      <ol>
        <li className="border-t border-rule py-2">
          {formatDate(proposedOn)}: proposed by {proposedBy ?? 'unknown person'}
        </li>
        {steps.map((step, index) => (
          <li key={index} className="border-t border-rule py-2">
            {formatDate(step.on)}: {stepWords(step)}, recorded by {step.by ?? 'unknown person'}
          </li>
        ))}
      </ol>
    </div>
  );
}

/** What the grow-out became: seed against what was expected, and how much of the variety's diversity it carries. */
function WhatCame({ home: { lots, seeds, expected, plants, effective }, grower }: { home: Home; grower: string | null }) {
  const verdict = seeds < expected.low ? 'Less seed than usual' : seeds > expected.high ? 'More seed than usual' : 'As much seed as usual';
  return (
    <div className="mb-6">
      <Reckoning
        tone={seeds < expected.low ? 'doubt' : 'good'}
        question="How did it turn out?"
        verdict={verdict}
        figure={
          <p>
            {capital(formatAboutSeeds(seeds))} from{' '}
            {plants === null ? 'an unknown number of plants' : `${plants} ${plants === 1 ? 'plant' : 'plants'}`}; the usual harvest is{' '}
            {grouped(expected.low)} to {formatSeeds(expected.high)}.{grower && ` Thank ${grower}.`}
          </p>
        }
        reasons={[
          ...lots.map(({ code }) => (
            <span key={code}>
              It is now lot{' '}
              <Link className="link" to={`/lots/${code}`}>
                <LotCode>{code}</LotCode>
              </Link>
              , a child of the lot that was sown
            </span>
          )),
          ...(effective === null
            ? []
            : [`Effective population size: about ${Math.round(effective)}, counting the plants that gave seed and those that gave pollen`]),
        ]}
      />
    </div>
  );
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** How many plants stand against how many are wanted, and what to do about it. */
function PlantsStanding({ standing }: { standing: Standing }) {
  const isEnough = standing.kind === 'enough';
  return (
    <div className="mb-6">
      <Reckoning
        tone={isEnough ? 'good' : standing.kind === 'too few' ? 'poor' : 'doubt'}
        question="Are there enough plants?"
        verdict={isEnough ? 'Yes, so far' : standing.kind === 'too few' ? 'Too few' : 'Perhaps not'}
        figure={standingWords(standing)}
        reasons={isEnough ? [] : [STANDING_ADVICE[standing.kind]]}
        working={
          standing.kind === 'in danger' ? (
            <p>
              We expect about 85 of 100 seedlings to survive the season, with losses spread evenly. Chance that {standing.needed} of{' '}
              {standing.plants} are left when the seed is ripe: {Math.round(standing.chance * 100)} %.
            </p>
          ) : undefined
        }
      />
    </div>
  );
}

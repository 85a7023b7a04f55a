import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { formatDate, formatDistance } from '#core/calendar/formatDate.ts';
import { daysBetween } from '#core/calendar/plainDate.ts';
import { mayGive } from '#core/people/commands.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState } from '#core/states/states.ts';
import { formatAboutSeeds, formatSeeds, type Units } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findGrower, findGrowOut, readGrowOutSteps } from '#data/growouts/growOuts.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import {
  agreeGrowOut,
  dropGrowOut,
  failGrowOut,
  handOverSeed,
  type AgreeProblem,
  type HandOverProblem,
} from '#services/growouts/growOuts.server.ts';
import { GROW_OUT_STATE_WORDS, heldBackWords, stepWords } from '#words/growouts.ts';
import { EVERYBODYS_PROBLEMS, shortWords } from '#words/sayings.ts';
import type { Route } from './+types/growOut.ts';
import { AgreeForm, EndForm, HandOverForm } from './StepForms.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Grow-out · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const growOut = Number.isSafeInteger(id) ? await findGrowOut(db, id) : undefined;
  if (!growOut) throw data(null, { status: 404 });
  const [lot, holdings, grower, steps] = await Promise.all([
    findLotByCode(db, growOut.code),
    findHoldings(db, growOut.lotId),
    findGrower(db, id),
    readGrowOutSteps(db, id),
  ]);
  const state = growOutState(growOut);
  const mayDo = (name: Parameters<typeof mayGive>[1]) => mayGive(actor.role, name) && mayFollow(GROW_OUT, state, name);
  return {
    keys: { agree: newFormKey(), give: newFormKey(), end: newFormKey() },
    growOut,
    state,
    steps,
    grower: grower ?? null,
    sowIn: daysBetween(today, growOut.sowFrom),
    may: {
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
      return { '': ['There is no such grow-out'] };
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'moved on':
      return { '': [`Meanwhile this grow-out is: ${GROW_OUT_STATE_WORDS[problem.state].toLowerCase()}. Reload the page`] };
    case 'nobody of that name':
      return { grower: ['There is nobody of that name. Choose one of the names offered, or add the person first'] };
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
  const { intent, give } = formActs(await formOf(request), visit, ['agree', 'hand over', 'drop', 'fail'], troubleOf);
  switch (intent) {
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
  const { growOut, state, steps, grower, sowIn, may, holdings } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, `${growOut.id} ${state}`);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  const { crop, variety, code, seeds, plants, sowFrom, backBy, note, proposedOn, proposedBy } = growOut;
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Grow-out of ${crop} ‘${variety}’`}
        about={`${GROW_OUT_STATE_WORDS[state]}${grower && state !== 'proposed' ? `: ${grower.name}` : ''}`}
        actions={<ButtonLink to="/grow-outs/all">All grow-outs</ButtonLink>}
      />
      {(state === 'dropped' || state === 'failed') && (
        <Notice tone="doubt">
          {state === 'dropped' ? 'Dropped' : 'Failed'}: {growOut.reason}
        </Notice>
      )}
      <Facts
        rows={[
          [
            'Seed of',
            <Link key="lot" className="link" to={`/lots/${code}`}>
              <LotCode>{code}</LotCode>
            </Link>,
          ],
          ['To sow', `${formatSeeds(seeds)}, for ${plants} ${plants === 1 ? 'plant' : 'plants'} to save seed from`],
          ['Sow from', `${formatDate(sowFrom)}${state === 'proposed' || state === 'agreed' ? ` (${formatDistance(sowIn)})` : ''}`],
          ['Back by', formatDate(backBy)],
          ...(grower ? [['Grower', [grower.name, grower.phone, grower.email].filter(Boolean).join(', ')] as const] : []),
          ...(note ? [['Note', note] as const] : []),
        ]}
      />
      {(state === 'proposed' || state === 'agreed') && (
        <p className="mt-4 max-w-prose">These seeds are kept back: they cannot be lent while the grow-out is planned.</p>
      )}
      <div className="mt-8 space-y-8">
        {may.handOver && (
          <HandOverForm
            key={keys.give}
            formKey={keys.give}
            result={resultOf('hand over')}
            holdings={holdings}
            seeds={seeds}
            grower={grower?.name ?? null}
          />
        )}
        {may.agree && <AgreeForm key={keys.agree} formKey={keys.agree} result={resultOf('agree')} isFirst={state === 'proposed'} />}
        {may.drop && <EndForm key={`drop ${keys.end}`} way="drop" formKey={keys.end} result={resultOf('drop')} />}
        {may.fail && <EndForm key={`fail ${keys.end}`} way="fail" formKey={keys.end} result={resultOf('fail')} />}
      </div>
      <h2 className="mt-10 mb-2">What happened</h2>
      <ol>
        <li className="border-t border-rule py-2">
          {formatDate(proposedOn)}: proposed by {proposedBy ?? 'nobody known'}
        </li>
        {steps.map((step, index) => (
          <li key={index} className="border-t border-rule py-2">
            {formatDate(step.on)}: {stepWords(step)}, by {step.by ?? 'nobody known'}
          </li>
        ))}
      </ol>
    </div>
  );
}

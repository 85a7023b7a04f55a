import { data, Link, useSearchParams } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice } from '#app/ui/Page.tsx';
import { TestResult } from '#app/ui/TestResult.tsx';
import { nextTestSentence } from '#words/sayings.ts';
import { classes } from '#app/ui/classes.ts';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { mayFollow } from '#core/states/machine.ts';
import { LOT, holdState } from '#core/states/states.ts';
import { existingCodes, findLotByCode } from '#data/lots/lots.ts';
import { isWithdrawn } from '#data/undo.ts';
import { receiveClean } from '#services/bench/receiveClean.server.ts';
import { liftHold, setHold } from '#services/lots/holdSeed.server.ts';
import { discardLot } from '#services/stock/discard.server.ts';
import { recountLot } from '#services/stock/recount.server.ts';
import { recordQuickLook } from '#services/tests/quickLooks.server.ts';
import type { Route } from './+types/lot.ts';
import { Clean } from './Clean.tsx';
import { Descent } from './Descent.tsx';
import { Discard } from './Discard.tsx';
import { Glance, PARTS, Parts } from './Glance.tsx';
import { Holds } from './Holds.tsx';
import { Ledger } from './Ledger.tsx';
import { LendingReckoning } from './LendingReckoning.tsx';
import { LotActs } from './LotActs.tsx';
import { LotHead } from './LotHead.tsx';
import { LotTests } from './LotTests.tsx';
import { Passport } from './Passport.tsx';
import { PlantsReckoning } from './PlantsReckoning.tsx';
import { PromiseReckoning } from './PromiseReckoning.tsx';
import { QuickLooks } from './QuickLooks.tsx';
import { Timeline } from './Timeline.tsx';
import { readLotActs } from './lotActs.server.ts';
import { readLotPage } from './lotPage.server.ts';
import { troubleOf } from './lotTrouble.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData ? `${loaderData.lot.crop} ‘${loaderData.lot.variety}’` : 'Lot'} · Kind Granary` },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const visit = visitBy(context, request, 'work');
  const read = readLotCode(params.code);
  const lot = read.ok ? await findLotByCode(db, read.code) : undefined;
  if (!lot && read.ok && (await isWithdrawn(db, read.code))) throw data(null, { status: 410 });
  if (!lot) throw data({ near: !read.ok && read.why === 'check letter' ? await existingCodes(db, read.near) : [] }, { status: 404 });
  const { searchParams } = new URL(request.url);
  const [page, acts] = await Promise.all([
    readLotPage(lot, visit),
    searchParams.get('part') === 'history' ? readLotActs(lot.code, visit) : [],
  ]);
  return { ...page, acts, isNew: searchParams.has('new') };
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { intent, give } = formActs(await formOf(request), visit, ['hold', 'lift', 'recount', 'clean', 'look', 'discard'], troubleOf);
  switch (intent) {
    case 'lift':
      return give(liftHold, { code });
    case 'recount':
      return give(recountLot, { code });
    case 'clean':
      return give(receiveClean, { code });
    case 'look':
      return give(recordQuickLook, { code });
    case 'discard':
      return give(discardLot, { code });
    case 'hold':
      return give(setHold, { code });
  }
}

export default function Lot({ loaderData, actionData }: Route.ComponentProps) {
  const { lot, seeds, holds } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, lot.code);
  const active = holds.filter((hold) => holdState(hold) === 'standing');
  const uncleaned = loaderData.state === 'to be cleaned';
  const [query] = useSearchParams();
  const part = PARTS.find((one) => one === query.get('part')) ?? 'overview';
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <>
      {loaderData.isNew && (
        <Notice tone="good">
          {lot.origin === 'blend' ? 'Blended' : 'Taken in'}. Write <LotCode>{lot.code}</LotCode> on the container, or{' '}
          <a className="underline" href={`/lots/${lot.code}/label`}>
            print its label
          </a>
          .
        </Notice>
      )}
      <LotHead
        hasOldLabel={loaderData.hasOldLabel}
        lot={lot}
        state={loaderData.state}
        holds={active}
        triesMethods={loaderData.triesMethods}
      />
      {loaderData.hazards.map((caution) => (
        <Notice key={caution} tone="poor">
          {caution}
        </Notice>
      ))}
      <Glance
        code={lot.code}
        lineId={lot.lineId}
        onHand={lot.onHand}
        unit={lot.unit}
        seeds={seeds}
        uncleaned={uncleaned}
        holdings={loaderData.inPlace}
        lending={loaderData.lending}
        packets={loaderData.packets}
        outlook={loaderData.outlook}
        nextTestOn={lot.nextTestOn}
        promise={loaderData.promise?.promise ?? null}
        next={loaderData.next}
      />
      <Parts part={part} />
      {part === 'overview' && (
        <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
          <div className="min-w-0 space-y-8">
            {loaderData.hiddenEggs.length > 0 && (
              <p className="border-l-4 border-doubt bg-sheet px-4 py-3">
                Nobody saw insects, but eggs inside the seed cannot be seen ({loaderData.hiddenEggs.join(', ')}).{' '}
                <Link className="link" to={`/lots/${lot.code}/away`}>
                  Freeze it once it is dry
                </Link>
                , before it joins the shelf.
              </p>
            )}
            {uncleaned && <Clean form={lot.form} openBy={lot.openBy} formKey={keys.clean} result={resultOf('clean')} />}
            <LendingReckoning
              code={lot.code}
              lineId={lot.lineId}
              lending={loaderData.lending}
              packets={loaderData.packets}
              stock={loaderData.stock}
              seeds={seeds}
              packetSeeds={lot.facts.packetSeeds}
              isTested={lot.laid !== null}
              thicker={loaderData.thicker}
              nextTest={nextTestSentence({ on: lot.nextTestOn, reason: lot.nextTestReason }, loaderData.today)}
            />
            <Holds holds={holds} keys={keys} setResult={resultOf('hold')} liftResult={resultOf('lift')} />
          </div>
          <div className="min-w-0">
            <PromiseReckoning
              code={lot.code}
              promise={loaderData.promise}
              reasons={loaderData.reasons}
              raises={loaderData.raises}
              central={loaderData.central}
              health={loaderData.health}
              ancestry={loaderData.ancestry}
            />
          </div>
        </div>
      )}
      {part === 'provenance' && (
        <>
          <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
            <div className="min-w-0">
              <Passport lot={lot} versions={loaderData.passports} source={loaderData.source} />
            </div>
            <div className="min-w-0">{lot.origin !== 'blend' && <PlantsReckoning plants={loaderData.plants} />}</div>
          </div>
          {loaderData.drawing && <Descent kin={loaderData.kin} drawing={loaderData.drawing} self={lot.id} />}
        </>
      )}
      {part === 'germination' && (
        <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
          <div className="min-w-0">
            {loaderData.result && <TestResult {...loaderData.result} code={lot.code} today={loaderData.today} onLotPage />}
          </div>
          <div className={classes('min-w-0 space-y-8', !loaderData.result && 'xl:order-first')}>
            <LotTests tests={loaderData.tests} code={lot.code} outlook={loaderData.outlook} />
            <QuickLooks
              key={keys.look}
              looks={loaderData.looks}
              test={loaderData.result}
              today={loaderData.today}
              formKey={keys.look}
              result={resultOf('look')}
            />
          </div>
        </div>
      )}
      {part === 'stock' && (
        <>
          <Ledger
            entries={loaderData.ledger}
            unit={lot.unit}
            loans={loaderData.loans}
            recountKey={keys.recount}
            result={resultOf('recount')}
          />
          {mayFollow(LOT, loaderData.state, 'lot discarded') && (
            <Discard key={keys.discard} treated={lot.treated} formKey={keys.discard} result={resultOf('discard')} />
          )}
        </>
      )}
      {part === 'history' && (
        <>
          <Timeline happenings={loaderData.happenings} />
          <LotActs acts={loaderData.acts} />
        </>
      )}
    </>
  );
}

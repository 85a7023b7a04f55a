import { data, Link } from 'react-router';
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
import { LOT } from '#core/states/states.ts';
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
  const part = PARTS.find((one) => one === searchParams.get('part')) ?? 'overview';
  return { ...(await readLotPage(lot, visit, part)), part, isNew: searchParams.has('new') };
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
  const { lot, part, seeds, overview, provenance, germination, ledger, history } = loaderData;
  const keys = useFormKeys(loaderData.keys, actionData?.spent, lot.code);
  const uncleaned = loaderData.state === 'to be cleaned';
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
        holds={loaderData.activeHolds}
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
        promise={loaderData.promise}
        next={loaderData.next}
      />
      <Parts part={part} />
      {overview && (
        <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
          <div className="min-w-0 space-y-8">
            {overview.hiddenEggs.length > 0 && (
              <p className="border-l-4 border-doubt bg-sheet px-4 py-3">
                Nobody saw insects, but eggs inside the seed cannot be seen ({overview.hiddenEggs.join(', ')}).{' '}
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
              stock={overview.stock}
              seeds={seeds}
              packetSeeds={lot.facts.packetSeeds}
              isTested={lot.laid !== null}
              thicker={overview.thicker}
              nextTest={nextTestSentence({ on: lot.nextTestOn, reason: lot.nextTestReason }, loaderData.today)}
            />
            <Holds holds={overview.holds} keys={keys} setResult={resultOf('hold')} liftResult={resultOf('lift')} />
          </div>
          <div className="min-w-0">
            <PromiseReckoning
              code={lot.code}
              promise={overview.promise}
              reasons={overview.reasons}
              raises={overview.raises}
              central={overview.central}
              health={overview.health}
              ancestry={overview.ancestry}
            />
          </div>
        </div>
      )}
      {provenance && (
        <>
          <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
            <div className="min-w-0">
              <Passport lot={lot} versions={provenance.versions} source={provenance.source} />
            </div>
            <div className="min-w-0">{lot.origin !== 'blend' && <PlantsReckoning plants={provenance.plants} />}</div>
          </div>
          {provenance.drawing && <Descent kin={provenance.kin} drawing={provenance.drawing} self={lot.id} />}
        </>
      )}
      {germination && (
        <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
          <div className="min-w-0">
            {germination.result && <TestResult {...germination.result} code={lot.code} today={loaderData.today} onLotPage />}
          </div>
          <div className={classes('min-w-0 space-y-8', !germination.result && 'xl:order-first')}>
            <LotTests tests={germination.tests} code={lot.code} outlook={loaderData.outlook} />
            <QuickLooks
              key={keys.look}
              looks={germination.looks}
              test={germination.result}
              today={loaderData.today}
              formKey={keys.look}
              result={resultOf('look')}
            />
          </div>
        </div>
      )}
      {ledger && (
        <>
          <Ledger entries={ledger.entries} unit={lot.unit} loans={ledger.loans} recountKey={keys.recount} result={resultOf('recount')} />
          {mayFollow(LOT, loaderData.state, 'lot discarded') && (
            <Discard key={keys.discard} treated={lot.treated} formKey={keys.discard} result={resultOf('discard')} />
          )}
        </>
      )}
      {history && (
        <>
          <Timeline happenings={history.happenings} />
          <LotActs acts={history.acts} />
        </>
      )}
    </>
  );
}

import { useState } from 'react';
import { data, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, SelectField, SureField, TextField, TickField } from '#app/ui/fields.tsx';
import { hazardWords } from '#words/promise.ts';
import { nextTestWords, WARMED } from '#words/sayings.ts';
import { Stock } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { layTestForm } from '#contracts/tests/tests.ts';
import { usualCheckDays } from '#core/germination/checkDays.ts';
import { SPOTS } from '#core/germination/layout.ts';
import type { Seeds } from '#core/kernel/kinds.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { listBatchesOfLot } from '#data/bench/batches.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findTest } from '#data/tests/tests.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { proposeTests, seedsLeftOf } from '#services/tests/testProposal.server.ts';
import type { Route } from './+types/lay.ts';
import { DrawSample, HowLaid } from './HowLaid.tsx';
import { layTrouble, proposalWords } from './layWords.ts';
import { useUnits } from '#app/ui/units.tsx';
import { formatTemperature } from '#core/units/temperature.ts';
import { TemperatureField } from '#app/ui/TemperatureField.tsx';
import { known } from '#core/passport/passport.ts';
import { pickingsInAll } from '#core/passport/pickings.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { readPassports } from '#data/lots/passports.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Start a test · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today, house } = visitBy(context, request, 'work');
  const [lot, typed] = await Promise.all([findLotByCode(db, params.code), typedBefore(request, actor)]);
  if (!lot) throw data(null, { status: 404 });
  const again = Number(new URL(request.url).searchParams.get('batch'));
  const [[proposal], first, batches, passports] = await Promise.all([
    proposeTests(db, [{ id: lot.id, seedsLeft: seedsLeftOf(lot) }], house, today),
    Number.isSafeInteger(again) && again > 0 ? findTest(db, again) : undefined,
    listBatchesOfLot(db, lot.id),
    readPassports(db, lot.id),
  ]);
  const told = known(passports[0]?.answers.pickings ?? null) ?? [];
  const pickings = Math.max(batches.length, told.length);
  return {
    key: newFormKey(),
    today,
    typed,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    onHand: lot.onHand,
    unit: lot.unit,
    celsius: lot.facts.celsius,
    finalCount: lot.facts.finalCount,
    wakes: lot.facts.wakes,
    checks: usualCheckDays(lot.facts.firstCount, lot.facts.finalCount).join(', '),
    proposal: proposal!,
    why: lot.nextTestOn !== null && lot.nextTestOn <= today ? nextTestWords(lot.nextTestReason) : null,
    cautions: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
    pickings: pickings > 1 ? pickings : 0,
    daysPicked: pickingsInAll(told).days,
    /** A further batch of this sequential test. */
    series:
      first?.code === lot.code && first.batchSeeds !== null
        ? { id: first.id, seeds: first.batchSeeds, counted: first.counted, celsius: first.celsius, spot: first.spot }
        : null,
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, layTestForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const { seeds, replicates, celsius, spot, part, inBatches, seriesOf, ...laying } = submission.value;
  const one = { code: params.code, seeds, replicates, celsius, spot, part, inBatches, seriesOf };
  const done = await layTests(visit, { ...laying, lots: [one] });
  if (!done.ok) {
    const { field, words } = layTrouble(done.problem, visit.house.units);
    const warmed: Record<string, string[]> = done.problem.code === 'still frozen' ? { warmed: [WARMED] } : {};
    return notAccepted(submission.reply({ fieldErrors: { [field]: [words], ...warmed } }));
  }
  throw redirect(`/tests/${done.answer.testIds[0]}`);
}

const USUAL = [10, 20, 50, 100];
/** Half-width of the 95 % interval where it is widest, in percent. */
const couldBeOffBy = (seeds: Seeds) => Math.round(98 / Math.sqrt(seeds + 4));

export default function Lay({ loaderData: lot, actionData }: Route.ComponentProps) {
  const { series, proposal } = lot;
  const units = useUnits();
  const [form, fields] = usePostForm<typeof layTestForm>({
    id: 'lay',
    result: actionData,
    start: {
      seeds: String(series?.seeds ?? (proposal.seeds || '')),
      replicates: '1',
      counted: series?.counted ?? 'any root',
      kind: 'viability',
      medium: 'paper towel',
      celsius: String(series?.celsius ?? lot.celsius),
      spot: series?.spot ?? proposal.spot,
      laidOn: lot.today,
      ...lot.typed,
    },
  });
  const [seeds, setSeeds] = useState(fields.seeds.initialValue ?? '');
  const [replicates, setReplicates] = useState(fields.replicates.initialValue ?? '1');
  const count = Number(seeds) * Number(replicates);
  const share = proposal.seedsLeft > 0 ? count / proposal.seedsLeft : 1;
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`${series ? 'Another batch of' : 'Test'} ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>, <Stock amount={lot.onHand} unit={lot.unit} /> on hand
            {lot.unit === 'mg' && `, ${formatAboutSeeds(proposal.seedsLeft)}`}
            {lot.why && `. Due: ${lot.why}`}
          </>
        }
      />
      {lot.cautions.map((caution) => (
        <Notice key={caution} tone="poor">
          {caution}
        </Notice>
      ))}
      {lot.onHand === 0 && <Notice tone="doubt">There is no seed of this lot left to test.</Notice>}
      <PostForm form={form} formKey={lot.key}>
        {series && <input type="hidden" name="seriesOf" value={series.id} />}
        <div>
          <div className="grid max-w-md grid-cols-2 gap-5">
            <TextField
              field={fields.seeds}
              label={Number(replicates) > 1 ? 'Seeds of each' : 'Seeds on the towel'}
              type="number"
              min={1}
              max={400}
              value={seeds}
              onChange={(event) => setSeeds(event.target.value)}
              className="text-large"
            />
            {!series && (
              <TextField
                field={fields.replicates}
                label="Replicates"
                type="number"
                min={1}
                max={8}
                value={replicates}
                onChange={(event) => setReplicates(event.target.value)}
                className="text-large"
              />
            )}
          </div>
          <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Usual sizes">
            {USUAL.map((size) => (
              <button
                key={size}
                type="button"
                aria-pressed={Number(seeds) === size}
                onClick={() => setSeeds(String(size))}
                className="min-h-11 rounded-full border border-rule px-4 aria-pressed:border-ink aria-pressed:bg-well"
              >
                {size}
              </button>
            ))}
          </div>
          {!series && (
            <p className="mt-2 font-semibold">
              {proposalWords(proposal)}
              {proposal.houseRule !== null && ` House rule: always ${proposal.houseRule}.`}
            </p>
          )}
          {count >= 1 && (
            <p className="mt-1 text-small text-soft" aria-live="polite">
              {count} seeds tell the germination to within about ±{couldBeOffBy(count)} in 100
              {proposal.seedsLeft > 0 && `; that is ${share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`} of what is left`}. They
              are taken from stock.
            </p>
          )}
          {!series && (
            <TickField
              field={fields.inBatches}
              label="Test in batches: start with these, and add more only if they do not settle it"
              hint="Uses few seeds when the answer is clear"
            />
          )}
        </div>
        <div className="grid gap-5 sm:grid-cols-2">
          <TemperatureField
            field={fields.celsius}
            label="Temperature"
            hint={`${lot.crop} likes ${formatTemperature(lot.celsius, units)}`}
            whole
          />
          <SelectField
            field={fields.spot}
            label="Where will it stand?"
            options={SPOTS.map((value) => ({ value, label: `${value} place` }))}
          />
        </div>
        {lot.pickings > 0 && (
          <TextField
            field={fields.part}
            label="Which picking? (optional)"
            hint={`It was picked ${lot.pickings} times${lot.daysPicked > 0 ? ` over ${lot.daysPicked} days` : ''}. Test pickings that differ separately`}
          />
        )}
        <HowLaid fields={fields} today={lot.today} wakes={lot.wakes && proseIn(units, lot.wakes)} checks={lot.checks} />
        <DrawSample />
        <SureField field={fields.warmed} words={(said) => said} />
        <Button type="submit" look="action">
          Start test
        </Button>
      </PostForm>
    </div>
  );
}

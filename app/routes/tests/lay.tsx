import { useState } from 'react';
import { data, redirect } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { layTestForm } from '#contracts/work.ts';
import { findLotByCode } from '#data/lots.ts';
import { layTest, type LayProblem } from '#services/tests.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { EVERYBODYS_PROBLEMS, nextTestWords, shortWords } from '#app/ui/sayings.ts';
import { Stock } from '#app/ui/units.tsx';
import { Button } from '#app/ui/Button.tsx';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { ruleFor } from '#core/house/rules.ts';
import { hazardWords } from '#app/ui/promiseWords.ts';
import type { Route } from './+types/lay.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Lay a test · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today, house } = visitBy(context, request, 'work');
  const [lot, typed] = await Promise.all([findLotByCode(db, params.code), typedBefore(request, actor)]);
  if (!lot) throw data(null, { status: 404 });
  return {
    key: newFormKey(),
    today,
    typed,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    onHand: lot.onHand,
    unit: lot.unit,
    seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram),
    germination: { celsius: lot.facts.celsius, finalCountDays: lot.facts.finalCount },
    why: lot.nextTestOn !== null && lot.nextTestOn <= today ? nextTestWords(lot.nextTestReason) : null,
    cautions: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
    size: { 'as needed': '20', ten: '10', hundred: '100' }[ruleFor('testSize', house.rules).id] ?? '20',
  };
}

function fieldErrors(problem: LayProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'short':
      return { seeds: [shortWords(problem)] };
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'in the future':
      return { laidOn: ['That is still to come'] };
    case 'before intake':
      return { laidOn: [`The lot came in on ${formatDate(problem.takenInOn)}`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const { submission } = await readForm(request, layTestForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await layTest(db, actor, today, { ...submission.value, code: params.code });
  if (!done.ok) return notAccepted(submission.reply({ fieldErrors: fieldErrors(done.problem) }));
  throw redirect(`/tests/${done.answer.testId}`);
}

const USUAL = [10, 20, 50, 100];
/** Half-width of the 95 % interval where it is widest, in percent. */
const couldBeOffBy = (seeds: number) => Math.round(98 / Math.sqrt(seeds + 4));

export default function Lay({ loaderData: lot, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<'seeds' | 'counted' | 'celsius' | 'laidOn'>({
    id: 'lay',
    result: actionData,
    start: { seeds: lot.size, counted: 'any root', celsius: String(lot.germination.celsius), laidOn: lot.today, ...lot.typed },
  });
  const [seeds, setSeeds] = useState(fields.seeds.initialValue ?? lot.size);
  const count = Number(seeds);
  const share = lot.seeds > 0 ? count / lot.seeds : 1;
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Test ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>, <Stock amount={lot.onHand} unit={lot.unit} /> on hand
            {lot.unit === 'mg' && `, ${formatAboutSeeds(lot.seeds)}`}
            {lot.why && `. Due: ${lot.why}`}
          </>
        }
      />
      {lot.cautions.map((caution) => (
        <Notice key={caution} tone="poor">
          {caution}
        </Notice>
      ))}
      {lot.onHand === 0 && <Notice tone="doubt">Nothing of this lot is left to test.</Notice>}
      <PostForm form={form} formKey={lot.key}>
        <div>
          <TextField
            field={fields.seeds}
            label="Seeds on the towel"
            type="number"
            min={1}
            max={400}
            value={seeds}
            onChange={(event) => setSeeds(event.target.value)}
            className="max-w-40 text-large"
          />
          <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Usual sizes">
            {USUAL.map((size) => (
              <button
                key={size}
                type="button"
                aria-pressed={count === size}
                onClick={() => setSeeds(String(size))}
                className="min-h-11 rounded-full border border-rule px-4 aria-pressed:border-ink aria-pressed:bg-well"
              >
                {size}
              </button>
            ))}
          </div>
          {count >= 1 && (
            <p className="mt-2 text-small text-soft" aria-live="polite">
              {count} seeds tell the germination to about ±{couldBeOffBy(count)} in 100
              {lot.seeds > 0 && `; that is ${share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`} of what is left`}. They leave the
              stock.
            </p>
          )}
        </div>
        <ChoiceField
          field={fields.counted}
          label="What will be counted"
          hint="A laboratory counts normal seedlings, most people at home any root. The two are never compared without saying so"
          options={[
            { value: 'any root', label: 'Any root' },
            { value: 'normal seedlings', label: 'Normal seedlings' },
          ]}
        />
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField field={fields.celsius} label="Warmth, °C" hint={`${lot.crop} likes ${lot.germination.celsius} °C`} type="number" />
          <TextField
            field={fields.laidOn}
            label="Laid on"
            hint={`Last count after ${lot.germination.finalCountDays} days`}
            type="date"
            max={lot.today}
          />
        </div>
        <p className="border-l-4 border-frost bg-frost-tint px-4 py-3">
          Mix the lot, draw from several places, do not pick the plump ones. Damp paper, not wet. Write lot and date on it in ink that does
          not run.
        </p>
        <Button type="submit" look="action">
          Lay the towel
        </Button>
      </PostForm>
    </div>
  );
}

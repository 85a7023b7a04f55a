import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { ChoiceField, PostForm, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { beginTrialForm, endTrialOfMethodsForm } from '#contracts/bench/bench.ts';
import { readTrial, schoolOf, seedsToTellApart, type TrialAnswer } from '#core/bench/methodTrial.ts';
import { methodsFor } from '#core/bench/methods.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { thresholdsFor } from '#core/house/thresholds.ts';
import { may } from '#core/people/may.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findMethodTrial } from '#data/bench/methodTrials.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { beginMethodTrial, concludeMethodTrial, type BeginProblem, type EndTrialProblem } from '#services/bench/methodTrials.server.ts';
import type { Route } from './+types/trial.ts';
import type { Tone } from '#words/tone.ts';
import { methodWords } from '#words/bench.ts';
import { FieldError } from '#app/ui/FieldParts.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Trial of methods · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [trial, typed] = await Promise.all([findMethodTrial(db, lot.id), typedBefore(request, actor)]);
  const title = (method: Parameters<typeof methodWords>[0]) => methodWords(method, house.recipes).title;
  const tested = ({ sprouted, laid }: { sprouted: number | null; laid: number | null }) =>
    sprouted === null || laid === null ? null : { sprouted, laid };
  const leads = may(actor.role, 'set house rules');
  return {
    keys: { begin: newFormKey(), end: newFormKey() },
    typed,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    isUncleaned: (lot.form === 'whole fruit' || lot.form === 'heads or pods') && lot.onHand === 0,
    usual: String(Math.round(thresholdsFor(house, lot.cropId).full * 100)),
    methods: methodsFor(lot.facts, lot.form, house).map((method) => ({ method, title: title(method) })),
    trial: trial && {
      begunOn: trial.begunOn,
      begunBy: trial.begunBy,
      endedBy: trial.endedBy,
      usual: trial.usual,
      difference: trial.difference,
      seedsEach: trial.seedsEach,
      learnt: trial.learnt,
      endedOn: trial.endedOn,
      adopted: trial.rule !== null,
      arms: trial.arms.map((arm) => ({
        method: arm.method,
        title: title(arm.method),
        code: arm.code,
        batchId: arm.batchId,
        seeds: arm.onHand > 0 ? seedsInUnits(arm.onHand, arm.unit, arm.seedsPerGram) : null,
        tested: tested(arm),
      })),
      answer: readTrial(
        trial.arms.map((arm) => ({ method: arm.method, tested: tested(arm) })),
        trial.seedsEach,
      ),
      mayAdopt: leads
        ? trial.arms.filter(({ method }) => schoolOf(method)).map(({ method }) => ({ value: method, label: title(method) }))
        : [],
    },
  };
}

function trouble({ code }: BeginProblem | EndTrialProblem): Record<string, string[]> {
  switch (code) {
    case 'no such lot':
    case 'no such trial':
      return { '': ['It is gone meanwhile. Load the page again'] };
    case 'not uncleaned':
      return { '': ['It is clean already: a trial begins with fruit, heads or pods'] };
    case 'at the bench':
      return { '': ['It is at the bench already: a trial begins before that'] };
    case 'in a trial':
      return { '': ['It is in a trial already'] };
    case 'two or three methods':
      return { methods: ['Choose two or three'] };
    case 'method does not fit':
      return { methods: ['Not all of them are done with this crop'] };
    case 'ended already':
      return { '': ['This trial has ended meanwhile'] };
    case 'no such method':
      return { adopt: ['The house’s rule knows no such school'] };
    case 'rule not yours':
      return { adopt: ['A coordinator sets the house’s rules'] };
    case 'rules changed meanwhile':
      return { '': ['Somebody has changed the house’s settings at this moment. Send it again'] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { code } = params;
  const { intent, give } = formActs(await formOf(request), visit, ['begin', 'end'], trouble);
  if (intent === 'end') return give(concludeMethodTrial, { code });
  return give(beginMethodTrial, { code });
}

type Page = Route.ComponentProps['loaderData'];

export default function Trial({ loaderData: lot, actionData }: Route.ComponentProps) {
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`Methods tried on ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>. Parts of one lot, cleaned in different ways and tested alike, show which way keeps its seed best.
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {lot.trial ? (
        <Running trial={lot.trial} formKey={lot.keys.end} result={resultOf('end')} />
      ) : lot.isUncleaned ? (
        <Begin lot={lot} result={resultOf('begin')} />
      ) : (
        <Notice tone="doubt">It is clean already: a trial begins with fruit, heads or pods.</Notice>
      )}
    </div>
  );
}

const share = (text: string) => {
  const value = Number(text.replace(',', '.')) / 100;
  return value > 0 && value < 1 ? value : null;
};

/** Seeds for each test as far as the figures typed make sense. */
function needed(usual: string, difference: string, methods: number): number | null {
  const [most, less] = [share(usual), share(difference)];
  return most !== null && less !== null && less < most && methods >= 2 ? seedsToTellApart(most, less, methods) : null;
}

function Begin({ lot, result }: { lot: Page; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof beginTrialForm>({
    id: 'trial',
    result,
    start: { usual: lot.usual, difference: '20', ...lot.typed },
  });
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [usual, setUsual] = useState(fields.usual.initialValue ?? lot.usual);
  const [difference, setDifference] = useState(fields.difference.initialValue ?? '20');
  const seeds = needed(usual, difference, Math.max(2, chosen.length));
  return (
    <PostForm form={form} formKey={lot.keys.begin} intent="begin">
      <fieldset aria-describedby={fields.methods.errors ? fields.methods.errorId : undefined}>
        <legend className="font-semibold">Which methods? Two or three</legend>
        <div className="mt-1 flex flex-wrap gap-x-6">
          {lot.methods.map(({ method, title }) => (
            <label key={method} className="inline-flex min-h-12 items-center gap-3">
              <input
                type="checkbox"
                name="methods"
                value={method}
                className="size-5"
                onChange={({ target }) =>
                  setChosen((before) => (target.checked ? [...before, method] : before.filter((one) => one !== method)))
                }
              />
              {title}
            </label>
          ))}
        </div>
        <FieldError id={fields.methods.errorId}>{fields.methods.errors?.join('. ')}</FieldError>
      </fieldset>
      <div className="grid items-end gap-5 sm:grid-cols-2">
        <TextField
          field={fields.usual}
          label="Usual germination, %"
          hint="What the better one is likely to reach"
          type="number"
          value={usual}
          onChange={(event) => setUsual(event.target.value)}
        />
        <TextField
          field={fields.difference}
          label="A difference that should show, in points"
          hint="Smaller ones take many more seeds"
          type="number"
          value={difference}
          onChange={(event) => setDifference(event.target.value)}
        />
      </div>
      {seeds !== null && (
        <Reckoning
          tone={seeds > 100 ? 'doubt' : 'good'}
          question="How much seed does each part need?"
          verdict={`${seeds} seeds for its test`}
          figure={
            <p>
              Part the fruit so that each part gives more than that. A difference of {difference} points then shows four times in five; one
              time in ten chance alone makes one.
            </p>
          }
          reasons={seeds > 100 ? ['That is a lot of seed for a test: try a larger difference, or two methods instead of three'] : []}
        />
      )}
      <Button type="submit" look="action">
        Part the lot
      </Button>
    </PostForm>
  );
}

const TONES: Record<TrialAnswer['kind'], Tone> = { 'tests are missing': 'frost', 'one is better': 'good', 'no difference shows': 'plain' };
const points = (value: number) => Math.round(value * 100);

function Running({ trial, formKey, result }: { trial: NonNullable<Page['trial']>; formKey: string; result: SubmissionResult | null }) {
  const { answer, arms } = trial;
  const titleOf = (method: string) => arms.find((arm) => arm.method === method)!.title;
  return (
    <div className="space-y-6">
      <Reckoning
        tone={TONES[answer.kind]}
        question={`Begun ${formatDate(trial.begunOn)}${trial.begunBy ? ` by ${trial.begunBy}` : ''}: which keeps its seed best?`}
        verdict={
          answer.kind === 'one is better'
            ? titleOf(answer.best)
            : answer.kind === 'no difference shows'
              ? 'No difference shows'
              : 'Not tested yet'
        }
        figure={
          answer.kind === 'no difference shows' && (
            <p>
              {answer.enough
                ? `One of ${points(trial.difference)} points would most likely have shown.`
                : `Fewer than ${trial.seedsEach} seeds were tested of some part: a difference may be hidden.`}
            </p>
          )
        }
        reasons={
          answer.kind === 'tests are missing'
            ? [`Test ${trial.seedsEach} seeds of each part, laid on the same day and counted alike`]
            : answer.against.map(
                (pair) =>
                  `${titleOf(pair.best)} against ${titleOf(pair.other).toLowerCase()}: ${points(pair.difference)} points more, between ${points(pair.interval.low)} and ${points(pair.interval.high)}; chance alone makes as much in ${points(pair.chance)} of 100`,
              )
        }
        working={
          <p>
            Newcombe’s interval of the difference, widened for the number of pairs looked at, and Fisher’s exact test; both have to speak
            for a difference.
          </p>
        }
      />
      <Table caption="The parts of the trial">
        <Heads of={['Method', 'Lot', 'At', 'Germination']} />
        <tbody>
          {arms.map((arm) => (
            <tr key={arm.code}>
              <td className="font-semibold">{arm.title}</td>
              <td>
                <Link to={`/lots/${arm.code}`} className="link">
                  <LotCode>{arm.code}</LotCode>
                </Link>
              </td>
              <td>
                {arm.seeds !== null ? (
                  `${formatAboutSeeds(arm.seeds)} clean`
                ) : arm.batchId ? (
                  <Link to={`/bench/${arm.batchId}`} className="link">
                    at the bench
                  </Link>
                ) : (
                  <Link to={`/lots/${arm.code}/bench?method=${encodeURIComponent(arm.method)}`} className="link">
                    begin it
                  </Link>
                )}
              </td>
              <td>
                {arm.tested ? (
                  `${arm.tested.sprouted} of ${arm.tested.laid}`
                ) : arm.seeds !== null ? (
                  <Link to={`/lots/${arm.code}/test`} className="link">
                    lay its test
                  </Link>
                ) : (
                  'not yet'
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      {trial.endedOn ? (
        <Notice tone="good">
          Ended {formatDate(trial.endedOn)}
          {trial.endedBy && ` by ${trial.endedBy}`}: {trial.learnt}
          {trial.adopted && '. It became the house’s rule'}
        </Notice>
      ) : (
        <EndTrial trial={trial} formKey={formKey} result={result} />
      )}
    </div>
  );
}

function EndTrial({ trial, formKey, result }: { trial: NonNullable<Page['trial']>; formKey: string; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof endTrialOfMethodsForm>({ id: 'end-trial', result });
  return (
    <section aria-label="End the trial" className="border-t border-rule pt-5">
      <h2 className="mb-3">End the trial</h2>
      <PostForm form={form} formKey={formKey} intent="end">
        <TextField field={fields.learnt} label="What was learnt" hint="Soda does no harm here, and takes a day" />
        {trial.mayAdopt.length > 0 && (
          <ChoiceField
            field={fields.adopt}
            label="Make it the house’s rule for gel-coated seed? (optional)"
            hint="It will be proposed first at the bench"
            options={trial.mayAdopt}
          />
        )}
        <Button type="submit">End it</Button>
      </PostForm>
    </section>
  );
}

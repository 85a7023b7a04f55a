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
      return { '': ['This trial no longer exists. Reload the page'] };
    case 'not uncleaned':
      return { '': ['This seed is already clean. A trial needs fruit, heads or pods'] };
    case 'at the bench':
      return { '': ['This lot is already on the bench. Start a trial before cleaning'] };
    case 'in a trial':
      return { '': ['This lot is already in a trial'] };
    case 'two or three methods':
      return { methods: ['Choose two or three'] };
    case 'method does not fit':
      return { methods: ['Choose methods that suit this crop'] };
    case 'ended already':
      return { '': ['Someone has already ended this trial'] };
    case 'no such method':
      return { adopt: ['The house rules have no such option'] };
    case 'rule not yours':
      return { adopt: ['Only a coordinator can change the house rules'] };
    case 'rules changed meanwhile':
      return { '': ['Someone changed the settings at the same moment. Send it again'] };
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
        title={`Method trial with ${lot.crop} ‘${lot.variety}’`}
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
        <Notice tone="doubt">This seed is already clean. A trial needs fruit, heads or pods.</Notice>
      )}
    </div>
  );
}

const share = (text: string) => {
  const value = Number(String(text).replace(',', '.')) / 100;
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
          hint="What you expect of the better method"
          type="number"
          value={usual}
          onChange={(event) => setUsual(event.target.value)}
        />
        <TextField
          field={fields.difference}
          label="Smallest difference to detect, in percentage points"
          hint="A smaller difference needs many more seeds"
          type="number"
          value={difference}
          onChange={(event) => setDifference(event.target.value)}
        />
      </div>
      {seeds !== null && (
        <Reckoning
          tone={seeds > 100 ? 'doubt' : 'good'}
          question="How much seed does each part need?"
          verdict={`${seeds} seeds for its germination test`}
          figure={
            <p>
              Divide the fruit so that each part gives more seed than that. A difference of {difference} percentage points will then be
              found 4 times in 5 (power 80 %); 1 time in 10, chance alone looks like a difference.
            </p>
          }
          reasons={seeds > 100 ? ['This is a lot of seed for a test. Try a larger difference, or two methods instead of three'] : []}
        />
      )}
      <Button type="submit" look="action">
        Divide the lot
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
        question={`Started ${formatDate(trial.begunOn)}${trial.begunBy ? ` by ${trial.begunBy}` : ''}: which method gives the best seed?`}
        verdict={
          answer.kind === 'one is better'
            ? titleOf(answer.best)
            : answer.kind === 'no difference shows'
              ? 'No clear difference'
              : 'Not tested yet'
        }
        figure={
          answer.kind === 'no difference shows' && (
            <p>
              {answer.enough
                ? `One of ${points(trial.difference)} percentage points would probably have shown.`
                : `Fewer than ${trial.seedsEach} seeds were tested from some parts, so a difference may be hidden.`}
            </p>
          )
        }
        reasons={
          answer.kind === 'tests are missing'
            ? [`Test ${trial.seedsEach} seeds of each part, started on the same day and counted in the same way`]
            : answer.against.map(
                (pair) =>
                  `${titleOf(pair.best)} against ${titleOf(pair.other).toLowerCase()}: ${points(pair.difference)} percentage points more (95 % confidence interval ${points(pair.interval.low)} and ${points(pair.interval.high)}; chance alone does this in ${points(pair.chance)} of 100`,
              )
        }
        working={
          <p>
            Newcombe’s confidence interval of the difference, widened for the number of pairs compared, and Fisher’s exact test. Both have
            to show a difference.
          </p>
        }
      />
      <Table caption="Parts of the trial">
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
                    start batch
                  </Link>
                )}
              </td>
              <td>
                {arm.tested ? (
                  `${arm.tested.sprouted} of ${arm.tested.laid}`
                ) : arm.seeds !== null ? (
                  <Link to={`/lots/${arm.code}/test`} className="link">
                    start test
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
          {trial.adopted && '. It is now the house rule'}
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
    <section aria-label="End trial" className="border-t border-rule pt-5">
      <h2 className="mb-3">End trial</h2>
      <PostForm form={form} formKey={formKey} intent="end">
        <TextField field={fields.learnt} label="What did you learn?" hint="For example: soda does no harm here and takes a day" />
        {trial.mayAdopt.length > 0 && (
          <ChoiceField
            field={fields.adopt}
            label="Make one the house rule for gel-coated seed? (optional)"
            hint="The bench will suggest it first"
            options={trial.mayAdopt}
          />
        )}
        <Button type="submit">End trial</Button>
      </PostForm>
    </section>
  );
}

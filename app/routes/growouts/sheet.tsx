import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { addressOf, qrOf } from '#app/platform/labels.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PrintButton } from '#app/ui/PrintButton.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Facts, Notice, PageHead } from '#app/ui/Page.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { answerForm } from '#contracts/growouts/growOuts.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { bedFor } from '#core/growout/plots.ts';
import { cageTurns, plannedBloom } from '#core/growout/sowing.ts';
import { distanceBy } from '#core/house/rules.ts';
import { may } from '#core/people/may.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState } from '#core/states/states.ts';
import { formatMetres, formatSeeds } from '#core/units/formatAmount.ts';
import { proseIn } from '#core/units/proseIn.ts';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { findPlaceOf } from '#data/growouts/places.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { acceptOffer, declineOffer, type AnswerProblem } from '#services/growouts/growOuts.server.ts';
import { ripeWhen } from '#words/almanac.ts';
import { GROW_OUT_STATE_WORDS, shareWords, spacingWords } from '#words/growouts.ts';
import { METHOD_STEPS } from '#words/intake.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import { hazardWords } from '#words/promise.ts';
import type { Route } from './+types/sheet.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Grower’s sheet · Kind Granary' }];

/** All that the grower needs from sowing to the desk; it names no other garden. Growers see their own; whoever works here sees any. */
export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house } = visitBy(context, request, 'read own loans');
  const id = Number(params.id);
  const growOut = await findGrowOut(db, id);
  const works = may(actor.role, 'work');
  const isTheirs = growOut?.growerId === actor.personId;
  if (!growOut || !(works || isTheirs)) throw data(null, { status: 404 });
  const state = growOutState(growOut);
  if (!works && state === 'declined') throw data(null, { status: 404 });
  const [lot, place] = await Promise.all([findLotByCode(db, growOut.code), findPlaceOf(db, id)]);
  const { facts: crop, lineRules, treated } = lot!;
  const sowOn = place?.sowOn ?? growOut.sowFrom;
  const bloom = plannedBloom(crop, sowOn, { last: house.lastFrost, first: house.firstFrost });
  const methods = place?.methods ?? [];
  return {
    keys: { accept: newFormKey(), decline: newFormKey() },
    id,
    works,
    state,
    house: house.name,
    code: growOut.code,
    name: `${growOut.crop} ‘${growOut.variety}’`,
    grower: growOut.grower,
    note: growOut.note,
    hazards: hazardWords({ treated, cautions: crop.cautions }),
    mayAnswer: isTheirs && mayFollow(GROW_OUT, state, 'offer accepted'),
    mayLeave: isTheirs && state === 'agreed',
    qr: qrOf(addressOf(`/grow-outs/log?of=${id}`, request)),
    rows: [
      ...(place ? [['Garden', [place.garden, place.plot].filter(Boolean).join(', ')] as const] : []),
      ['Sow', `${formatSeeds(growOut.seeds)}, ${place ? 'on' : 'from'} ${formatDate(sowOn)}. ${proseIn(house.units, crop.howToSow)}`],
      ['How far apart', `${proseIn(house.units, spacingWords(crop))}. So ${growOut.plants} plants take ${bedFor(growOut.plants, crop)} m²`],
      ['Plants', `${growOut.plants} or more to save seed from. Take about the same amount from each plant`],
      ['In flower', `about ${formatDate(bloom.from)} to ${formatDate(bloom.to)}`],
      [
        'Keep apart',
        `${formatMetres(distanceBy(house.rules, crop, lineRules), house.units)} from others of its kind in flower, or isolated as below`,
      ],
      [
        'Pull out',
        'every plant that looks different, if possible before it flowers. Write down how many you pulled and how many there were, even if none',
      ],
      ['Ripe when', proseIn(house.units, ripeWhen(house.rules, crop))],
      ['Save', proseIn(house.units, crop.howToSave)],
      ['Clean', proseIn(house.units, crop.cleaning)],
      ['Dry', proseIn(house.units, crop.drying)],
      [
        'Bring back',
        `by ${formatDate(growOut.backBy)}, with your notes. ${shareWords(house.growing.growersShare)} of the seed is yours to keep`,
      ],
    ] as [string, string][],
    apart: methods.map((method) => ({ name: METHOD_NAMES[method], steps: METHOD_STEPS[method] })).filter(({ steps }) => steps.length > 0),
    turns: methods.includes('alternate cages')
      ? cageTurns(bloom)
          .slice(0, MOST_TURNS)
          .map(({ on, open }) => ({ on: formatDate(on), open }))
      : [],
  };
}

/** Four weeks of turns fill a page. */
const MOST_TURNS = 28;

function troubleOf(problem: AnswerProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such grow-out':
      return { '': ['This grow-out does not exist'] };
    case 'not yours':
      return { '': ['This has been offered to someone else since'] };
    case 'moved on':
      return { '': [`This grow-out has changed to: ${GROW_OUT_STATE_WORDS[problem.state].toLowerCase()}. Reload the page`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'read own loans');
  const { intent, give } = formActs(await formOf(request), visit, ['accept', 'decline'], troubleOf);
  const of = { growOutId: Number(params.id) };
  return intent === 'accept' ? give(acceptOffer, of) : give(declineOffer, of, () => '/mine');
}

export default function Sheet({ loaderData: sheet, actionData }: Route.ComponentProps) {
  const keys = useFormKeys(sheet.keys, actionData?.spent, `${sheet.id} ${sheet.state}`);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`Growing ${sheet.name}`}
        about={
          <>
            For {sheet.house}, from lot <LotCode>{sheet.code}</LotCode>
            {sheet.grower && `. Grower: ${sheet.grower}`}
          </>
        }
        actions={
          <>
            {sheet.state === 'handed over' && <ButtonLink to={`/grow-outs/log?of=${sheet.id}`}>Season’s log</ButtonLink>}
            <PrintButton />
            <ButtonLink to={sheet.works ? `/grow-outs/${sheet.id}` : '/mine'}>{sheet.works ? 'Open grow-out' : 'My seed'}</ButtonLink>
          </>
        }
      />
      {sheet.mayAnswer && (
        <section aria-label="Your answer" className="no-print mb-8 border-l-4 border-grain bg-sheet px-5 py-4">
          <h2 className="mb-1">Will you grow it?</h2>
          <p className="mb-3 max-w-prose">Read below what is needed. You can say no without giving a reason.</p>
          <div className="space-y-3">
            <AnswerForm key={keys.accept} way="accept" formKey={keys.accept} result={resultOf('accept')} />
            <AnswerForm key={keys.decline} way="decline" formKey={keys.decline} result={resultOf('decline')} />
          </div>
        </section>
      )}
      {sheet.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      {sheet.note && <p className="mb-5 border-l-4 border-edge bg-sheet px-4 py-3">{sheet.note}</p>}
      <Facts rows={sheet.rows} />
      {sheet.apart.map(({ name, steps }) => (
        <section key={name}>
          <h2 className="mt-8 mb-2">{name}</h2>
          <ol className="max-w-prose list-decimal space-y-1 pl-6">
            {steps.map((step) => (
              <li key={step}>{step}.</li>
            ))}
          </ol>
        </section>
      ))}
      {sheet.turns.length > 0 && (
        <table className="mt-4 w-full max-w-md text-left">
          <caption className="mb-1 text-left text-small text-soft">Open one cage at a time and keep the other shut. Tick each day.</caption>
          <tbody>
            {sheet.turns.map(({ on, open }) => (
              <tr key={on} className="border-t border-rule">
                <td className="py-1">{on}</td>
                <td>{open === 'first' ? 'This one is open' : 'The other one is open'}</td>
                <td aria-hidden>☐</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <section className="mt-8 flex flex-wrap items-start gap-6">
        <div className="size-32 shrink-0" aria-hidden dangerouslySetInnerHTML={{ __html: sheet.qr }} />
        <div className="max-w-prose">
          <h2>Write down</h2>
          <p className="mt-1">
            The day you sow and how many seeds; how many come up; how many plants are left at flowering; first and last flowers; off-types;
            what else of its kind flowers nearby; how many plants gave seed. Scan the code to enter it on your phone, even without a
            network, or write it here.
          </p>
        </div>
      </section>
      <table className="mt-6 hidden w-full print:table">
        <thead>
          <tr className="text-left">
            <th scope="col">Day</th>
            <th scope="col">What</th>
            <th scope="col">How many</th>
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: 10 }, (_, row) => (
            <tr key={row} className="h-9 border-t border-rule">
              <td />
              <td />
              <td />
            </tr>
          ))}
        </tbody>
      </table>
      {sheet.mayLeave && (
        <details className="no-print mt-8">
          <summary className="link inline-flex min-h-11 items-center">I can no longer grow it</summary>
          <AnswerForm key={keys.decline} way="decline" formKey={keys.decline} result={resultOf('decline')} />
        </details>
      )}
    </div>
  );
}

const WAYS = {
  accept: {
    label: 'Does anything have to be different? (optional)',
    hint: 'For example: only 12 plants, or sown a week later',
    button: 'Yes, I will grow it',
  },
  decline: { label: 'Why not? (optional)', hint: 'For example: no free bed this year', button: 'No, not this time' },
} as const;

function AnswerForm({
  formKey,
  result,
  way,
}: {
  formKey: string;
  result: Parameters<typeof usePostForm>[0]['result'];
  way: keyof typeof WAYS;
}) {
  const { label, hint, button } = WAYS[way];
  const [form, fields] = usePostForm<typeof answerForm>({ id: `${way}-${formKey}`, result });
  return (
    <PostForm form={form} formKey={formKey} intent={way}>
      <TextField field={fields.words} label={label} hint={hint} />
      <Button type="submit" look={way === 'accept' ? 'action' : undefined}>
        {button}
      </Button>
    </PostForm>
  );
}

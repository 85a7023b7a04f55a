import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { EVERYBODYS_PROBLEMS } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { purityForm } from '#contracts/bench/bench.ts';
import { PURITY_PARTS, pureLiveSeed, purityOf, type PurityPart } from '#core/bench/yield.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatWeight } from '#core/units/formatAmount.ts';
import { findPurityCards } from '#data/bench/purity.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { addPurityCard } from '#services/bench/purity.server.ts';
import type { Route } from './+types/purity.ts';
import { EXAMPLES, useUnits } from '#app/ui/units.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Purity · Kind Granary' }];

const PART_WORDS: Record<PurityPart, string> = {
  pure: 'Pure seed',
  otherCrop: 'Seed of other crops',
  weed: 'Weed seed',
  noxious: 'Seed of noxious weeds',
  chaff: 'Chaff and soil',
  damaged: 'Bored or broken seed',
};

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [cards, typed] = await Promise.all([findPurityCards(db, lot.id), typedBefore(request, actor)]);
  return {
    key: newFormKey(),
    typed,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    perGram: lot.seedsPerGram,
    germination: lot.laid ? lot.sprouted! / lot.laid : null,
    cards: cards.map((card) => ({ ...card, ...purityOf(card, card.purePerGram ?? lot.seedsPerGram) })),
  };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { submission } = await readForm(request, purityForm);
  if (submission.status !== 'success') return notAccepted({ held: false, result: submission.reply() });
  const done = await addPurityCard(visit, { ...submission.value, code: params.code });
  return done.ok
    ? { held: done.answer.held, result: null }
    : notAccepted({
        held: false,
        result: submission.reply(
          done.problem.code === 'no pure seed'
            ? { fieldErrors: { pure: ['Enter how much pure seed the sample had'] } }
            : { formErrors: [EVERYBODYS_PROBLEMS[done.problem.code]] },
        ),
      });
}

const percent = (share: number) => `${(share * 100).toFixed(1)} %`;

export default function Purity({ loaderData: lot, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof purityForm>({
    id: `purity-${lot.key}`,
    result: actionData?.result,
    start: { ...lot.typed },
  });
  const newest = lot.cards[0];
  return (
    <div className="max-w-3xl">
      <PageHead
        title={`Purity of ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>. Part a weighed sample on a white plate; weigh each part.
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {actionData?.held && (
        <Notice tone="poor">
          On hold because of noxious weed seed. Local law applies: ask your authority before any of it leaves the library.
        </Notice>
      )}
      {newest && (
        <div className="mb-8">
          <Reckoning
            tone={newest.hold ? 'poor' : newest.share >= 0.95 ? 'good' : 'doubt'}
            question={`How much of it is seed? Sample of ${formatWeight(newest.total, units)}, ${formatDate(newest.weighedOn)}`}
            verdict={`${percent(newest.share)} pure`}
            figure={
              <p>
                <b>{lot.perGram.toPrecision(3)}</b> seeds per gram. Packets and tests by weight now use this.
                {lot.germination !== null && (
                  <>
                    {' '}
                    Pure live seed (the part of the weight that will grow): <b>{percent(pureLiveSeed(newest.share, lot.germination))}</b>.
                  </>
                )}
              </p>
            }
            reasons={[
              ...PURITY_PARTS.filter((part) => part !== 'pure' && newest[part] > 0).map(
                (part) => `${PART_WORDS[part]}: ${formatWeight(newest[part], units)}, ${percent(newest[part] / newest.total)}`,
              ),
              ...(newest.share < 1 || lot.germination !== null
                ? [
                    `Sow ${(1 / pureLiveSeed(newest.share, lot.germination ?? 1)).toFixed(2)} times the weight you would need of pure, fully germinating seed`,
                  ]
                : []),
              ...(newest.thin ? ['This is a small sample: laboratories sort about 2500 seeds'] : []),
            ]}
          />
        </div>
      )}
      <PostForm key={lot.key} form={form} formKey={lot.key}>
        <div className="grid items-end gap-5 sm:grid-cols-2">
          {PURITY_PARTS.map((part) => (
            <TextField
              key={part}
              field={fields[part]}
              label={PART_WORDS[part]}
              hint={part === 'pure' ? EXAMPLES[units].sample : 'Leave empty for none'}
              autoComplete="off"
            />
          ))}
        </div>
        <TextField
          field={fields.counted}
          label="Number of pure seeds, counted (optional)"
          hint="Gives this lot’s own seeds per gram"
          type="number"
          min={1}
        />
        <Button type="submit" look="action">
          Save purity
        </Button>
      </PostForm>
    </div>
  );
}

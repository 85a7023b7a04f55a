import { Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { DateField, PostForm, SureField, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { copyCountForm } from '#contracts/stock/stock.ts';
import type { keeperForm } from '#contracts/stock/keepers.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { formatAboutSeeds, formatStock, type Units } from '#core/units/formatAmount.ts';
import { linesWantingCopies } from '#data/growouts/risks.ts';
import { listKeepers } from '#data/stock/keepers.ts';
import { keepElsewhere, type KeeperProblem } from '#services/stock/keepers.server.ts';
import { countCopy, type CopyCountProblem } from '#services/stock/recount.server.ts';
import { chanceWords } from '#words/risk.ts';
import { EVERYBODYS_PROBLEMS, limitWords, nobodyWords, shortWords, tenfoldWords } from '#words/sayings.ts';
import type { Route } from './+types/copies.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Safety copies · Kind Granary' }];

/** Keepers are asked once a year, unless something else is agreed. */
const DAYS_BETWEEN = 365;
const MOST_WANTED = 10;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  return {
    key: newFormKey(),
    today,
    next: addDays(today, DAYS_BETWEEN),
    keepers: await listKeepers(db),
    wanted: await linesWantingCopies(db, MOST_WANTED),
  };
}

function troubleOf(problem: KeeperProblem | CopyCountProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'nobody of that name':
      return { keeper: [nobodyWords(problem.near, 'Add the person at the desk first')] };
    case 'ask day':
      return { askBy: [`Choose a day between ${formatDate(problem.from)} and ${formatDate(problem.to)}`] };
    case 'no copy there':
      return { amount: ['The copy is no longer there. Reload the page'] };
    case 'nothing changed':
      return { amount: ['This is already the amount on record'] };
    case 'is it so':
      return { amount: [tenfoldWords(problem.times, formatStock(problem.onRecord, problem.unit, units))], sure: [problem.typed] };
    case 'other unit':
      return { amount: ['This lot is counted in seeds. Enter a number of seeds, for example 200'] };
    case 'coordinator only':
      return { amount: [limitWords(problem.most)] };
    case 'short':
      return { amount: [shortWords(problem, units)] };
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
  }
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { intent, give } = formActs(await formOf(request), visit, ['keeper', 'count'], troubleOf);
  return intent === 'keeper' ? give(keepElsewhere, {}) : give(countCopy, {});
}

export default function Copies({ loaderData: { key, today, next, keepers, wanted }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof keeperForm>({
    id: `keeper-${key}`,
    result: actionData?.intent === 'keeper' ? actionData.result : null,
    start: { askBy: next },
  });
  return (
    <>
      <PageHead
        title="Safety copies"
        about="Seed that someone keeps for you in another building. It is never lent, and it survives if yours is lost."
        actions={<ButtonLink to="/grow-outs/risk">Lines at risk</ButtonLink>}
      />
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_24rem]">
        {keepers.length === 0 ? (
          <Empty>Nobody keeps copies yet. Add a keeper, then send a copy from the page of a line at risk.</Empty>
        ) : (
          <ul>
            {keepers.map((keeper) => (
              <li key={keeper.placeId} className="border-t border-rule py-4">
                <h2>
                  {keeper.place}, kept by{' '}
                  <Link className="link" to={`/people/${keeper.personId}`}>
                    {keeper.person}
                  </Link>
                </h2>
                <p className={keeper.askBy <= today ? 'font-semibold text-doubt' : 'text-soft'}>
                  Last asked {formatDate(keeper.askedOn)}; ask again by {formatDate(keeper.askBy)}
                  {keeper.note && `. ${keeper.note}`}
                </p>
                {keeper.copies.length === 0 ? (
                  <p className="mt-2">No copies there now.</p>
                ) : (
                  <ul className="mt-2">
                    {keeper.copies.map((copy) => (
                      <li key={`${copy.code} ${copy.since}`} className="flex flex-wrap items-baseline gap-x-4 py-1">
                        <Link className="link" to={`/lots/${copy.code}`}>
                          {copy.name}
                        </Link>
                        <LotCode>{copy.code}</LotCode>
                        <span>
                          {formatAboutSeeds(copy.seeds)}, since {formatDate(copy.since)}
                        </span>
                        <Link className="link" to={`/lots/${copy.code}/move`} aria-label={`Call back ${copy.name}`}>
                          Call back
                        </Link>
                        <CountForm
                          formKey={key}
                          place={keeper.place}
                          copy={copy}
                          result={actionData?.intent === 'count' ? actionData.result : null}
                        />
                      </li>
                    ))}
                  </ul>
                )}
                <AskedForm formKey={`${key}`} keeper={keeper} next={next} />
              </li>
            ))}
          </ul>
        )}
        <section aria-labelledby="new-keeper">
          <h2 id="new-keeper" className="mb-3">
            Add a keeper
          </h2>
          <PostForm form={form} formKey={key} intent="keeper">
            <TextField field={fields.place} label="Place" hint="For example Weir Cottage" />
            <TextField field={fields.keeper} label="Who keeps it?" hint="Choose someone you have added at the desk" />
            <DateField field={fields.askBy} label="Ask how the copies are by" hint="For example 1 Mar" leaning="future" />
            <TextField field={fields.note} label="Note (optional)" hint="For example: in the cellar, in one tin" />
            <Button type="submit" look="action">
              Save keeper
            </Button>
          </PostForm>
        </section>
      </div>
      {wanted.length > 0 && (
        <section aria-labelledby="wanted" className="mt-10">
          <h2 id="wanted">Lines that would be safer with a copy</h2>
          <ul className="mt-2 max-w-3xl">
            {wanted.map(({ id, name, crop, risk, after, code, seeds }) => (
              <li key={id} className="flex flex-wrap items-baseline justify-between gap-x-4 border-t border-rule py-2">
                <span>
                  <Link className="link" to={`/lines/${id}`}>
                    {crop} ‘{name}’
                  </Link>
                  : chance of losing it {chanceWords(risk)}, with a copy {chanceWords(after)}
                </span>
                <Link className="link" to={`/lots/${code}/move?copy`} aria-label={`Send a copy of ${crop} ‘${name}’`}>
                  Send a copy{seeds !== null && `, ${formatAboutSeeds(seeds)}`}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      <p className="mt-8 max-w-prose text-small text-soft">
        To send a copy, move part of a lot to the keeper’s place. To call it back, move it to one of your own places.
      </p>
    </>
  );
}

/** The keeper has looked: how much is there. */
function CountForm({
  formKey,
  place,
  copy,
  result,
}: {
  formKey: string;
  place: string;
  copy: { code: string; name: string };
  result: Parameters<typeof usePostForm>[0]['result'];
}) {
  // Several copies are counted on this page: what was sent back belongs to one of them.
  const isMine = result?.initialValue?.['code'] === copy.code && result.initialValue['place'] === place;
  const [form, fields] = usePostForm<typeof copyCountForm>({ id: `count-${copy.code}-${place}`, result: isMine ? result : null });
  return (
    <details className="basis-full" open={isMine}>
      <summary className="link inline-flex min-h-11 items-center" aria-label={`Count ${copy.name}`}>
        Record a count
      </summary>
      <PostForm form={form} formKey={formKey} intent="count" className="max-w-md">
        <input type="hidden" name="code" value={copy.code} />
        <input type="hidden" name="place" value={place} />
        <TextField field={fields.amount} label="How much is there?" hint="For example 200 seeds; 0 if it is gone" />
        <SureField field={fields.sure} />
        <TextField field={fields.reason} label="Why is it different?" />
        <Button type="submit">Save count</Button>
      </PostForm>
    </details>
  );
}

/** They were asked, and all was there. */
function AskedForm({
  formKey,
  keeper,
  next,
}: {
  formKey: string;
  keeper: { place: string; person: string; note: string | null };
  next: string;
}) {
  const [form] = usePostForm<typeof keeperForm>({ id: `asked-${keeper.place}`, result: null });
  return (
    <PostForm form={form} formKey={formKey} intent="keeper" className="mt-3 space-y-0">
      <input type="hidden" name="place" value={keeper.place} />
      <input type="hidden" name="keeper" value={keeper.person} />
      <input type="hidden" name="askBy" value={next} />
      {keeper.note && <input type="hidden" name="note" value={keeper.note} />}
      <Button type="submit">Asked today: ask again by {formatDate(next)}</Button>
    </PostForm>
  );
}

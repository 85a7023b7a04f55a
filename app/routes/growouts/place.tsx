import type { FormEvent } from 'react';
import { data, useSubmit } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { DateField, PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { placeForm } from '#contracts/growouts/growOuts.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { isIsoDate } from '#core/calendar/plainDate.ts';
import { METHODS, type Method } from '#core/isolation/barriers.ts';
import { mayFollow } from '#core/states/machine.ts';
import { GROW_OUT, growOutState } from '#core/states/states.ts';
import { findGrowOut } from '#data/growouts/growOuts.ts';
import { findPlaceOf, plotsOf } from '#data/growouts/places.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findGardenOf, listGardens } from '#data/people/gardens.ts';
import { placeGrowOut, type PlaceProblem } from '#services/growouts/growOuts.server.ts';
import { workOut } from '#services/growouts/placing.server.ts';
import { GROW_OUT_STATE_WORDS } from '#words/growouts.ts';
import { METHOD_NAMES } from '#words/methods.ts';
import type { Route } from './+types/place.ts';
import { ApartReckoning } from './ApartReckoning.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Garden and day · Kind Granary' }];

const WAYS = METHODS.filter((method) => !['none', 'unknown', 'distance', 'time'].includes(method));

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house } = visitBy(context, request, 'plan grow-outs');
  const id = Number(params.id);
  const growOut = await findGrowOut(db, id);
  if (!growOut) throw data(null, { status: 404 });
  const [lot, place, gardens, plots, own] = await Promise.all([
    findLotByCode(db, growOut.code),
    findPlaceOf(db, id),
    listGardens(db),
    plotsOf(db, null),
    growOut.growerId === null ? undefined : findGardenOf(db, growOut.growerId),
  ]);
  const query = new URL(request.url).searchParams;
  const asked = Number(query.get('garden')) || null;
  const garden = gardens.find((one) => one.id === (asked ?? place?.gardenId ?? own?.id));
  const sowOn = query.get('sowOn');
  const choice = {
    sowOn: sowOn !== null && isIsoDate(sowOn) ? sowOn : (place?.sowOn ?? growOut.sowFrom),
    methods: asked === null ? (place?.methods ?? []) : WAYS.filter((method) => query.getAll('methods').includes(method)),
    plot: query.get('plot') ?? (place?.gardenId === garden?.id && place?.plotId ? String(place.plotId) : ''),
  };
  return {
    key: newFormKey(),
    id,
    name: `${growOut.crop} ‘${growOut.variety}’`,
    may: mayFollow(GROW_OUT, growOutState(growOut), 'grow-out placed'),
    choice,
    squareMetres: place?.squareMetres ?? null,
    garden: garden?.id ?? null,
    gardens: gardens.map((one) => ({ value: String(one.id), label: one.person ? `${one.name} (${one.person})` : one.name })),
    plots: plots
      .filter(({ gardenId, inUse }) => inUse && gardenId === garden?.id)
      .map((plot) => ({ value: String(plot.id), label: `${plot.name}, ${plot.squareMetres} m², ${plot.sun}` })),
    workedOut: garden
      ? await workOut(
          db,
          growOut,
          lot!.facts,
          { gardenId: garden.id, garden: garden.name, sowOn: choice.sowOn, methods: choice.methods },
          house,
          true,
        )
      : null,
  };
}

function troubleOf(problem: PlaceProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such grow-out':
      return { '': ['This grow-out does not exist'] };
    case 'moved on':
      return { '': [`This grow-out has changed to: ${GROW_OUT_STATE_WORDS[problem.state].toLowerCase()}`] };
    case 'no such garden':
      return { garden: ['This garden no longer exists'] };
    case 'no such plot':
      return { plot: ['This plot belongs to another garden, or is no longer in use'] };
    case 'no room':
      return {
        squareMetres: [
          `Only ${problem.left} m² are free for that time${problem.others.length > 0 ? `: ${problem.others.join(', ')} ${problem.others.length === 1 ? 'grows' : 'grow'} there` : ''}`,
        ],
      };
    case 'sow day':
      return { sowOn: [`Choose a day between ${formatDate(problem.from)} and ${formatDate(problem.to)}`] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'plan grow-outs');
  const { give } = formActs(await formOf(request), visit, ['place'], troubleOf);
  return give(placeGrowOut, { growOutId: Number(params.id) }, () => `/grow-outs/${params.id}`);
}

export default function Place({ loaderData, actionData }: Route.ComponentProps) {
  const { key, id, name, may, choice, squareMetres, garden, gardens, plots, workedOut } = loaderData;
  const submit = useSubmit();
  const [form, fields] = usePostForm<typeof placeForm>({
    id: 'place',
    result: actionData?.result ?? null,
    start: {
      garden: garden === null ? '' : String(garden),
      plot: choice.plot,
      sowOn: choice.sowOn,

      squareMetres: squareMetres === null ? '' : String(squareMetres),
    },
  });
  // What is chosen is worked out at once; nothing is written until it is saved.
  const tryIt = (event: FormEvent<HTMLDivElement>) => {
    const element = event.currentTarget.querySelector('form');
    if (!element) return;
    const chosen = new FormData(element);
    const query = new URLSearchParams();
    for (const field of ['garden', 'plot', 'sowOn', 'methods'])
      for (const value of chosen.getAll(field)) if (typeof value === 'string' && value !== '') query.append(field, value);
    void submit(query, { method: 'get', replace: true, preventScrollReset: true });
  };
  return (
    <div className="max-w-6xl">
      <PageHead
        title={`Where to grow ${name}`}
        about="Choose a garden, a sowing date and the isolation, and see what is likely to cross."
        actions={<ButtonLink to={`/grow-outs/${id}`}>Back to the grow-out</ButtonLink>}
      />
      {gardens.length === 0 ? (
        <Empty action={<ButtonLink to="/gardens">Add a garden</ButtonLink>}>No gardens yet.</Empty>
      ) : (
        <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
          <div onChange={tryIt}>
            {!may && <Notice tone="doubt">This grow-out has ended, so its garden can no longer be changed.</Notice>}
            <PostForm form={form} formKey={key} intent="place">
              <SelectField field={fields.garden} label="Garden" options={[{ value: '', label: 'Choose' }, ...gardens]} />
              {plots.length > 0 && (
                <div className="grid gap-5 sm:grid-cols-2">
                  <SelectField
                    field={fields.plot}
                    label="Plot (optional)"
                    options={[{ value: '', label: 'No plot in particular' }, ...plots]}
                  />
                  <TextField
                    field={fields.squareMetres}
                    label="Space, m² (optional)"
                    hint={workedOut ? `${workedOut.squareMetres} m² if left empty` : 'Leave empty to use the space its plants need'}
                    inputMode="decimal"
                  />
                </div>
              )}
              <DateField field={fields.sowOn} label="Sow on" hint="For example 12 Apr" leaning="future" />
              <Ways name={fields.methods.name} chosen={choice.methods} />
              <Button type="submit" look="action" disabled={!may}>
                Save garden and day
              </Button>
            </PostForm>
          </div>
          {workedOut && <ApartReckoning workedOut={workedOut} />}
        </div>
      )}
    </div>
  );
}

function Ways({ name, chosen }: { name: string; chosen: readonly Method[] }) {
  return (
    <fieldset>
      <legend className="font-semibold">Isolation, besides distance</legend>
      <div className="mt-1 grid sm:grid-cols-2">
        {WAYS.map((method) => (
          <label key={method} className="inline-flex min-h-11 items-center gap-2">
            <input type="checkbox" name={name} value={method} defaultChecked={chosen.includes(method)} className="size-5" />
            {METHOD_NAMES[method]}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

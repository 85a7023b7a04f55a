import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { DateField, PostForm, SelectField, TextField, TickField } from '#app/ui/fields.tsx';
import { Facts, PageHead } from '#app/ui/Page.tsx';
import { isOvertaken, Shown, type OnRecord, type Overtaken, type Titled } from '#app/ui/TwoVersions.tsx';
import { useFormKeys } from '#app/ui/useFormKeys.ts';
import { useUnits } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { bloomForm, bloomGoneForm, plotForm } from '#contracts/growouts/plots.ts';
import type { gardenPlaceForm } from '#contracts/people/gardens.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { yearOf } from '#core/calendar/plainDate.ts';
import { SUNS, WATERS } from '#core/growout/plots.ts';
import { may } from '#core/people/may.ts';
import { growOutState } from '#core/states/states.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import { listCropNames } from '#data/almanac/almanac.ts';
import { openGrowOuts } from '#data/growouts/growOuts.ts';
import { bloomsIn, plotsOf, type Plot } from '#data/growouts/places.ts';
import { findGarden, findGardensNear } from '#data/people/gardens.ts';
import { shownAs } from '#services/shownAs.server.ts';
import { noteGardenBloom, strikeGardenBloom, writePlot } from '#services/growouts/plots.server.ts';
import { moveGarden, placeShown } from '#services/people/gardens.server.ts';
import { SUN_WORDS, WATER_WORDS } from '#words/gardens.ts';
import { GROW_OUT_STATE_WORDS } from '#words/growouts.ts';
import type { Route } from './+types/garden.ts';
import { gardenTrouble } from './gardenTrouble.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Garden · Kind Granary' }];

const MOST_GROW_OUTS = 400;
const MOST_NEAR = 8;

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const id = Number(params.id);
  const garden = await findGarden(db, id);
  if (!garden) throw data(null, { status: 404 });
  const leads = may(actor.role, 'plan grow-outs');
  const knowsPlace = leads || garden.placeFor === 'workers';
  const year = yearOf(today);
  const [plots, near, growOuts, blooms, nextBlooms, crops] = await Promise.all([
    plotsOf(db, [id]),
    knowsPlace ? findGardensNear(db, id, leads) : [],
    openGrowOuts(db, MOST_GROW_OUTS),
    bloomsIn(db, year),
    bloomsIn(db, year + 1),
    listCropNames(db),
  ]);
  const { name, person, latitude, longitude, placeFor } = garden;
  return {
    keys: { place: newFormKey(), plot: newFormKey(), bloom: newFormKey() },
    id,
    name,
    person,
    leads,
    knowsPlace,
    placeFor,
    place: knowsPlace && latitude !== null ? `${latitude}, ${longitude}` : null,
    // Even the word for a place would let it be guessed.
    shown: knowsPlace ? placeShown(garden) : '',
    near: near.slice(0, MOST_NEAR).map((one) => ({ id: one.id, name: one.name, metres: one.metres })),
    plots: plots.map((plot) => ({ ...plot, shown: shownAs(plot) })),
    growOuts: growOuts
      .filter(({ gardenId }) => gardenId === id)
      .map((one) => ({
        id: one.id,
        name: `${one.crop} ‘${one.variety}’`,
        state: GROW_OUT_STATE_WORDS[growOutState(one)],
        sowOn: one.sowOn,
      })),
    year,
    blooms: [...blooms.map((one) => ({ ...one, year })), ...nextBlooms.map((one) => ({ ...one, year: year + 1 }))]
      .filter(({ gardenId }) => gardenId === id)
      .map((one) => ({ ...one, key: newFormKey(), againKey: newFormKey() })),
    crops: crops.map((crop) => crop.name),
  };
}

/** A plot as the fields of its form have it. */
const plotFields = (plot: Plot) => ({
  name: plot.name,
  squareMetres: String(plot.squareMetres),
  sun: plot.sun,
  water: plot.water,
  cages: String(plot.cages),
  note: plot.note ?? '',
  retired: plot.inUse ? '' : 'on',
});

/** What a form of a garden is about, as it is on record now, for whoever may know it. */
async function onRecord(intent: string, gardenId: number, plotId: number, leads: boolean): Promise<OnRecord | undefined> {
  if (intent === 'place') {
    const garden = await findGarden(db, gardenId);
    if (!garden || !(leads || garden.placeFor === 'workers')) return undefined;
    const place = garden.latitude !== null ? `${garden.latitude}, ${garden.longitude}` : '';
    return { shown: placeShown(garden), fields: { place, placeFor: garden.placeFor } };
  }
  const plot = intent === 'plot' ? (await plotsOf(db, [gardenId])).find(({ id }) => id === plotId) : undefined;
  return plot && { shown: shownAs(plot), fields: plotFields(plot) };
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await formOf(request);
  const of = { gardenId: Number(params.id) };
  const { intent, give } = formActs(form, visit, ['place', 'plot', 'bloom', 'gone'], gardenTrouble, (sent) =>
    onRecord(sent, of.gardenId, Number(form.get('plot')), may(visit.actor.role, 'plan grow-outs')),
  );
  switch (intent) {
    case 'place':
      return give(moveGarden, of);
    case 'plot':
      return give(writePlot, of);
    case 'bloom':
      return give(noteGardenBloom, of);
    case 'gone':
      return give(strikeGardenBloom, of);
  }
}

export default function Garden({ loaderData, actionData }: Route.ComponentProps) {
  const { id, name, person, leads, knowsPlace, placeFor, place, shown, near, plots, growOuts, year, blooms, crops } = loaderData;
  const units = useUnits();
  const keys = useFormKeys(loaderData.keys, actionData?.spent, `${id} ${plots.length} ${blooms.length} ${place}`);
  const resultOf = (intent: string) => (actionData?.intent === intent ? actionData.result : null);
  const nowOf = (intent: string) => (actionData?.intent === intent ? actionData.now : undefined);
  return (
    <div className="max-w-3xl">
      <PageHead
        title={name}
        about={person ? `${person}’s garden` : 'No particular person'}
        actions={<ButtonLink to="/gardens">All gardens</ButtonLink>}
      />
      <h2 className="mb-2">Location</h2>
      <Facts
        rows={[
          ['Place', knowsPlace ? (place ?? 'Not known') : 'Only coordinators can see it'],
          ...(near.length > 0
            ? [['Gardens nearby', near.map((one) => `${one.name} ${formatMetres(one.metres, units)}`).join(', ')] as const]
            : []),
          ['Who can see the location', placeFor === 'workers' ? 'Everyone who works here' : 'Coordinators only'],
        ]}
      />
      {knowsPlace && (
        <PlaceForm
          key={keys.place}
          formKey={keys.place}
          result={resultOf('place')}
          leads={leads}
          placeFor={placeFor}
          isPlaced={place !== null}
          of={{ shown, now: nowOf('place') }}
        />
      )}
      <h2 className="mt-10 mb-2">Plots</h2>
      {plots.length === 0 && <p className="text-soft">No plots yet. A plot is a bed or piece of ground whose size you know.</p>}
      <ul>
        {plots.map((plot) => (
          <li key={plot.id} className="border-t border-rule py-2">
            <b>{plot.name}</b>: {plot.squareMetres} m², {SUN_WORDS[plot.sun].toLowerCase()}, water {WATER_WORDS[plot.water].toLowerCase()}
            {plot.cages > 0 && `, ${plot.cages} ${plot.cages === 1 ? 'cage' : 'cages'}`}
            {!plot.inUse && ', not in use'}
            {plot.note && <span className="block text-small text-soft">{plot.note}</span>}
            <PlotForm key={`${plot.id} ${keys.plot}`} formKey={keys.plot} result={resultOf('plot')} plot={plot} now={nowOf('plot')} />
          </li>
        ))}
      </ul>
      <PlotForm key={`new ${keys.plot}`} formKey={keys.plot} result={resultOf('plot')} plot={null} />
      <h2 className="mt-10 mb-2">Grow-outs here</h2>
      {growOuts.length === 0 ? (
        <p className="text-soft">None in progress.</p>
      ) : (
        <ul>
          {growOuts.map((one) => (
            <li key={one.id} className="border-t border-rule py-2">
              <Link className="link" to={`/grow-outs/${one.id}`}>
                {one.name}
              </Link>
              : {one.state.toLowerCase()}
              {one.sowOn && `, sown ${formatDate(one.sowOn)}`}
            </li>
          ))}
        </ul>
      )}
      <h2 className="mt-10 mb-2">What else flowers here or nearby</h2>
      <p className="mb-2 max-w-prose text-soft">
        For example other sowings, a neighbour’s beets, or wild carrots by the lane: anything that could cross with a grow-out. We count it
        for every grow-out nearby.
      </p>
      <ul>
        {blooms.map((bloom) => (
          <li key={bloom.id} className="flex flex-wrap items-center justify-between gap-x-4 border-t border-rule py-2">
            <span>
              {bloom.year}: {bloom.crop} ({bloom.what}),{' '}
              {bloom.metres === 0 ? 'in the garden' : `${formatMetres(bloom.metres, units)} away`}
              {bloom.from && bloom.to && `, in flower ${formatDate(bloom.from)} to ${formatDate(bloom.to)}`}
            </span>
            <span className="flex gap-2">
              {bloom.year === year && <NoteAgain formKey={bloom.againKey} bloom={{ ...bloom, year: year + 1 }} />}
              <StrikeBloom formKey={bloom.key} bloom={bloom.id} what={bloom.what} />
            </span>
          </li>
        ))}
      </ul>
      <BloomForm key={keys.bloom} formKey={keys.bloom} result={resultOf('bloom')} year={year} crops={crops} />
    </div>
  );
}

interface Given {
  readonly formKey: string;
  readonly result: Parameters<typeof usePostForm>[0]['result'];
}

const WHO_KNOWS = [
  { value: 'workers', label: 'Everyone who works here' },
  { value: 'coordinators', label: 'Coordinators only' },
];

const PLACE_TITLES: readonly Titled[] = [
  ['place', 'Location', (place) => place || 'not given'],
  ['forget', 'Remove location', (ticked) => (ticked ? 'yes' : 'no')],
  ['placeFor', 'Who can see the location', (who) => WHO_KNOWS.find(({ value }) => value === who)?.label ?? 'unchanged'],
];

const PLOT_TITLES: readonly Titled[] = [
  ['name', 'Name'],
  ['squareMetres', 'Area, m²'],
  ['sun', 'Sun', (sun) => SUN_WORDS[sun as keyof typeof SUN_WORDS] ?? sun],
  ['water', 'Water', (water) => WATER_WORDS[water as keyof typeof WATER_WORDS] ?? water],
  ['cages', 'Cages'],
  ['note', 'Note'],
  ['retired', 'No longer in use', (ticked) => (ticked ? 'yes' : 'no')],
];

interface PlaceFormProps extends Given {
  readonly leads: boolean;
  readonly placeFor: string;
  readonly isPlaced: boolean;
  readonly of: Overtaken;
}

function PlaceForm({ formKey, result, leads, placeFor, isPlaced, of }: PlaceFormProps) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof gardenPlaceForm>({ id: `place-${formKey}`, result, start: { placeFor } });
  return (
    <details {...(result?.status === 'error' && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">Change location</summary>
      <PostForm form={form} formKey={formKey} intent="place" className="mt-3">
        <Shown {...of} titled={PLACE_TITLES} typed={result?.initialValue} />
        <TextField
          field={fields.place}
          label="Where is it?"
          hint={`Coordinates such as 41.21, -34.04, or a distance such as ${formatMetres(300, units)} to Alder Row`}
        />
        {isPlaced && <TickField field={fields.forget} label="Remove location" />}
        {leads && <SelectField field={fields.placeFor} label="Who can see the location?" options={WHO_KNOWS} />}
        <Button type="submit">{isOvertaken(of) ? 'Keep my version' : 'Save location'}</Button>
      </PostForm>
    </details>
  );
}

interface PlotFormProps extends Given {
  readonly plot: (Plot & { readonly shown: string }) | null;
  readonly now?: OnRecord | undefined;
}

function PlotForm({ formKey, result, plot, now }: PlotFormProps) {
  const mine = result?.initialValue?.['plot'] === (plot ? String(plot.id) : undefined) ? result : null;
  const [form, fields] = usePostForm<typeof plotForm>({
    id: `plot-${plot?.id ?? 'new'}-${formKey}`,
    result: mine,
    start: plot ? plotFields(plot) : { sun: 'full sun', water: 'tap', cages: '0' },
  });
  const of = plot && { shown: plot.shown, now: mine ? now : undefined };
  return (
    <details {...(mine?.status === 'error' && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">{plot ? `Change ${plot.name}` : 'Add a plot'}</summary>
      <PostForm form={form} formKey={formKey} intent="plot" className="mt-3">
        {plot && <input type="hidden" name="plot" value={plot.id} />}
        {of && <Shown {...of} titled={PLOT_TITLES} typed={mine?.initialValue} />}
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField field={fields.name} label="Name" hint="For example Top bed" />
          <TextField field={fields.squareMetres} label="Area, m²" inputMode="decimal" />
          <SelectField field={fields.sun} label="Sun" options={SUNS.map((value) => ({ value, label: SUN_WORDS[value] }))} />
          <SelectField field={fields.water} label="Water" options={WATERS.map((value) => ({ value, label: WATER_WORDS[value] }))} />
          <TextField field={fields.cages} label="Cages" inputMode="numeric" />
          <TextField field={fields.note} label="Note (optional)" hint="For example: heavy clay, shaded after four o’clock" />
        </div>
        {plot && <TickField field={fields.retired} label="No longer in use" />}
        <Button type="submit">{of ? (isOvertaken(of) ? 'Keep my version' : 'Save plot') : 'Add plot'}</Button>
      </PostForm>
    </details>
  );
}

function BloomForm({ formKey, result, year, crops }: Given & { year: number; crops: readonly string[] }) {
  const [form, fields] = usePostForm<typeof bloomForm>({ id: `bloom-${formKey}`, result, start: { year: String(year), metres: '0' } });
  return (
    <details {...(result?.status === 'error' && { open: true })}>
      <summary className="link inline-flex min-h-11 items-center">Add something that flowers</summary>
      <PostForm form={form} formKey={formKey} intent="bloom" className="mt-3">
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField
            field={fields.crop}
            label="Crop"
            hint="For a wild plant, choose the crop it crosses with"
            suggestions={crops}
            autoComplete="off"
          />
          <TextField field={fields.what} label="What is it?" hint="For example the neighbour’s chard, wild carrots" />
          <TextField field={fields.year} label="Year" inputMode="numeric" />
          <TextField field={fields.metres} label="How far away, in metres?" hint="0 means in this garden" inputMode="numeric" />
          <DateField field={fields.from} label="In flower from (optional)" hint="For example 12 Jun" />
          <DateField field={fields.to} label="To (optional)" hint="For example 3 Jul" />
        </div>
        <Button type="submit">Add bloom</Button>
      </PostForm>
    </details>
  );
}

/** What flowered one year often does the next: noted again with one tap. */
function NoteAgain({
  formKey,
  bloom: { year, crop, what, metres },
}: {
  formKey: string;
  bloom: { readonly year: number; readonly crop: string; readonly what: string; readonly metres: number };
}) {
  const [form] = usePostForm<typeof bloomForm>({ id: `again-${formKey}`, result: null });
  return (
    <PostForm form={form} formKey={formKey} intent="bloom">
      {Object.entries({ year, crop, what, metres }).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <Button type="submit" look="quiet" aria-label={`Add ${what} for ${year} too`}>
        Again in {year}
      </Button>
    </PostForm>
  );
}

function StrikeBloom({ formKey, bloom, what }: { formKey: string; bloom: number; what: string }) {
  const [form] = usePostForm<typeof bloomGoneForm>({ id: `gone-${bloom}`, result: null });
  return (
    <PostForm form={form} formKey={formKey} intent="gone">
      <input type="hidden" name="bloom" value={bloom} />
      <Button type="submit" look="quiet" aria-label={`Remove ${what}`}>
        Remove
      </Button>
    </PostForm>
  );
}

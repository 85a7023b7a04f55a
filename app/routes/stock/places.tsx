import { db } from '#app/platform/database.server.ts';
import { devices } from '#app/platform/devices.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { fillField, TakeFrom, useDevice } from '#app/ui/TakeFrom.tsx';
import { placeAnchor } from '#app/ui/anchors.ts';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { climateForm } from '#contracts/stock/climate.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { ruleOfThumb } from '#core/viability/storage.ts';
import { countStaleOutlooks, readClimates } from '#data/lots/outlooks.ts';
import { countLotsByPlace } from '#data/stock/places.ts';
import { recordClimate, type ClimateProblem } from '#services/stock/climate.server.ts';
import type { Route } from './+types/places.ts';
import { useUnits } from '#app/ui/units.tsx';
import { TemperatureField, typedDegrees } from '#app/ui/TemperatureField.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Places · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  const [places, climates, waiting] = await Promise.all([countLotsByPlace(db), readClimates(db), countStaleOutlooks(db)]);
  return {
    key: newFormKey(),
    today,
    waiting,
    hasLogger: devices.room !== null,
    places: places.map(({ name, lots }) => {
      const air = climates.filter(({ place }) => place === name).reverse();
      return { name, lots, air: air.map((one) => ({ ...one, thumb: ruleOfThumb(one) })) };
    }),
  };
}

function fieldErrors(problem: ClimateProblem): Record<string, string[]> {
  return problem.code === 'no such place' ? { place: ['There is no such place'] } : { since: ['That is still to come'] };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs(await formOf(request), visit, ['climate'], fieldErrors);
  return give(recordClimate, {});
}

export default function Places({ loaderData: { key, today, waiting, hasLogger, places }, actionData }: Route.ComponentProps) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof climateForm>({
    id: `climate-${key}`,
    result: actionData?.result ?? null,
    start: { place: places[0]?.name ?? '', since: today },
  });
  const logger = useDevice('room', (answer) => {
    const element = document.getElementById(form.id);
    if (!(element instanceof HTMLFormElement) || !('humidity' in answer)) return;
    fillField(element, 'celsius', typedDegrees(answer.celsius, units));
    fillField(element, 'humidity', answer.humidity);
  });
  return (
    <>
      <PageHead
        title="Places"
        about="What it is like where seed is kept. The outlook of every lot in a place goes by it, from that day on."
        actions={<ButtonLink to="/shelves">Shelves</ButtonLink>}
      />
      {waiting > 0 && <Notice tone="doubt">{waiting === 1 ? 'One outlook is' : `${waiting} outlooks are`} being reckoned again.</Notice>}
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_24rem]">
        {places.length === 0 ? (
          <Empty>No place yet. The first is made when a lot is taken in.</Empty>
        ) : (
          <ul className="min-w-0">
            {places.map(({ name, lots, air }) => (
              <li key={name} id={placeAnchor(name)} className="scroll-mt-4 border-t border-rule py-4">
                <div className="flex flex-wrap items-baseline justify-between gap-x-4">
                  <h2>{name}</h2>
                  <span className="text-soft">{lots === 1 ? '1 lot' : `${lots} lots`}</span>
                </div>
                {air[0] ? (
                  <p className="mt-1 text-large">
                    {formatTemperature(air[0].celsius, units)}, {Math.round(air[0].humidity * 100)} % humid{' '}
                    <Mark tone={air[0].thumb.holds ? 'good' : 'doubt'}>{air[0].thumb.holds ? 'keeps seed' : 'warm and damp'}</Mark>
                    {!air[0].thumb.holds && (
                      <span className="block text-base text-doubt">
                        °F and % add up to {Math.round(air[0].thumb.sum)}, under 100 is asked: shut seed dry in jars here.
                      </span>
                    )}
                  </p>
                ) : (
                  <p className="mt-1 text-doubt">Nobody has said what it is like. It counts as a cool dry cupboard.</p>
                )}
                <ul className="mt-1 text-small text-soft">
                  {air.map((one) => (
                    <li key={one.id}>
                      From {formatDate(one.since)}: {formatTemperature(one.celsius, units)}, {Math.round(one.humidity * 100)} %
                      {one.why && `. ${one.why}`}
                    </li>
                  ))}
                </ul>
              </li>
            ))}
          </ul>
        )}
        {places.length > 0 && (
          <section aria-label="Measured anew">
            <h2 className="mb-3">Measured anew, or failed</h2>
            <PostForm key={key} form={form} formKey={key} intent="climate">
              <SelectField field={fields.place} label="Place" options={places.map(({ name }) => ({ value: name, label: name }))} />
              <TextField field={fields.since} label="Since" type="date" max={today} />
              {hasLogger && (
                <div className="flex flex-wrap gap-3">
                  <TakeFrom label="From the logger that hangs there" device={logger} />
                </div>
              )}
              <div className="grid grid-cols-2 gap-4">
                <TemperatureField field={fields.celsius} label="Temperature" />
                <TextField field={fields.humidity} label="Humidity, %" inputMode="decimal" />
              </div>
              <TextField field={fields.why} label="Why (optional)" hint="The fridge failed; a new thermostat" />
              <Button type="submit" look="action">
                Write it down
              </Button>
            </PostForm>
          </section>
        )}
      </div>
    </>
  );
}

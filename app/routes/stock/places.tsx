import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { db } from '#app/platform/database.server.ts';
import { devices } from '#app/platform/devices.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { Mark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { fillField, TakeFrom, useDevice } from '#app/ui/TakeFrom.tsx';
import { placeAnchor } from '#app/ui/anchors.ts';
import { DateField, PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { climateForm, loggerForm } from '#contracts/stock/climate.ts';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import { ruleOfThumb } from '#core/viability/storage.ts';
import { countStaleOutlooks, readClimates } from '#data/lots/outlooks.ts';
import { countLotsByPlace, listPlaces } from '#data/stock/places.ts';
import { placeLogger, recordClimate, type ClimateProblem } from '#services/stock/climate.server.ts';
import type { Route } from './+types/places.ts';
import { useUnits } from '#app/ui/units.tsx';
import { UndoLink } from '#app/ui/UndoLink.tsx';
import { TemperatureField, typedDegrees } from '#app/ui/TemperatureField.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Places · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today } = visitBy(context, request, 'work');
  const [places, climates, waiting, all] = await Promise.all([
    countLotsByPlace(db),
    readClimates(db),
    countStaleOutlooks(db),
    listPlaces(db),
  ]);
  return {
    key: newFormKey(),
    today,
    waiting,
    loggerKey: newFormKey(),
    hasLogger: devices.room !== null,
    loggerIn: all.find((one) => one.hasLogger)?.name ?? null,
    // What needs a look comes first: too warm, then what nobody has described.
    places: places
      .map(({ name, lots }) => {
        const air = climates.filter(({ place }) => place === name).reverse();
        return { name, lots, air: air.map((one) => ({ ...one, thumb: ruleOfThumb(one) })) };
      })
      .sort((one, other) => pressing(one) - pressing(other)),
  };
}

/** What is known of a place, newest first: nothing, or whether it keeps seed now. */
interface Described {
  readonly lots: number;
  readonly air: readonly { readonly thumb: { readonly holds: boolean } }[];
}
const isBad = ({ air }: Described) => air[0] !== undefined && !air[0].thumb.holds;
const pressing = (place: Described) => (isBad(place) ? 0 : place.air.length === 0 ? 1 : 2);

function fieldErrors(problem: ClimateProblem): Record<string, string[]> {
  return problem.code === 'no such place' ? { place: ['This place does not exist'] } : { since: ['Enter today’s date or an earlier one'] };
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { intent, give } = formActs(await formOf(request), visit, ['climate', 'logger'], fieldErrors);
  return intent === 'logger' ? give(placeLogger, {}) : give(recordClimate, {});
}

export default function Places({
  loaderData: { key, loggerKey, today, waiting, hasLogger, loggerIn, places },
  actionData,
}: Route.ComponentProps) {
  const units = useUnits();
  const [form, fields] = usePostForm<typeof climateForm>({
    id: `climate-${key}`,
    result: actionData?.intent === 'climate' ? actionData.result : null,
    start: { place: places[0]?.name ?? '', since: today },
  });
  const [chosen, setChosen] = useState(fields.place.initialValue ?? '');
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
        about="How warm and damp it is where seed is kept. We use this to estimate how long each lot stays alive."
        actions={<ButtonLink to="/shelves">Shelves</ButtonLink>}
      />
      {waiting > 0 && <Notice tone="doubt">{waiting === 1 ? 'One outlook is' : `${waiting} outlooks are`} being updated.</Notice>}
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[minmax(0,1fr)_24rem]">
        {places.length === 0 ? (
          <Empty>No places yet. You add the first one when you take in a lot.</Empty>
        ) : (
          <div className="min-w-0">
            <PlacesReckoning places={places} />
            <ul className="mt-6">
              {places.map(({ name, lots, air }) => (
                <li key={name} id={placeAnchor(name)} className="scroll-mt-4 border-t border-rule py-4">
                  <div className="flex flex-wrap items-baseline justify-between gap-x-4">
                    <h2>{name}</h2>
                    <span className="text-soft">{lots === 1 ? '1 lot' : `${lots} lots`}</span>
                  </div>
                  {air[0] ? (
                    <p className="mt-1 text-large">
                      {formatTemperature(air[0].celsius, units)}, {Math.round(air[0].humidity * 100)} % humid{' '}
                      <Mark tone={air[0].thumb.holds ? 'good' : 'doubt'}>{air[0].thumb.holds ? 'keeps seed' : 'too warm and damp'}</Mark>
                      {!air[0].thumb.holds && (
                        <span className="block text-base text-doubt">
                          Seal dry seed in jars here. °F plus % humidity is {Math.round(air[0].thumb.sum)}; keep it under 100.
                        </span>
                      )}
                    </p>
                  ) : (
                    <p className="mt-1 text-doubt">Nobody has described this place yet, so we assume a cool dry cupboard.</p>
                  )}
                  {air.length > 0 && (
                    <details>
                      <summary className="link inline-flex min-h-11 items-center text-small">
                        {air.length === 1 ? `Since ${formatDate(air[0]!.since)}` : `${air.length} conditions on record`}
                      </summary>
                      <ul className="text-small text-soft">
                        {air.map((one) => (
                          <li key={one.id}>
                            From {formatDate(one.since)}: {formatTemperature(one.celsius, units)}, {Math.round(one.humidity * 100)} %
                            {one.why && `. ${one.why}`} <UndoLink act={one.actKey} what={`conditions of ${name}`} />
                          </li>
                        ))}
                      </ul>
                    </details>
                  )}
                </li>
              ))}
            </ul>
          </div>
        )}
        {places.length > 0 && (
          <section aria-label="New conditions">
            <h2 className="mb-3">Record new conditions</h2>
            <PostForm key={key} form={form} formKey={key} intent="climate">
              <SelectField
                field={fields.place}
                label="Place"
                options={places.map(({ name }) => ({ value: name, label: name }))}
                onChange={(event) => setChosen(event.target.value)}
              />
              <DateField field={fields.since} label="Since" leaning="past" max={today} />
              {hasLogger && chosen === loggerIn && (
                <div className="flex flex-wrap gap-3">
                  <TakeFrom label="Read the logger" device={logger} />
                </div>
              )}
              {hasLogger && chosen !== loggerIn && (
                <p className="text-small text-soft">
                  {loggerIn === null
                    ? 'The logger is not in any of these places yet. Say below where it hangs, and it can fill in that place.'
                    : `The logger hangs in ${loggerIn} and is read for that place only.`}
                </p>
              )}
              <div className="grid grid-cols-2 gap-4">
                <TemperatureField field={fields.celsius} label="Temperature" />
                <TextField field={fields.humidity} label="Humidity, %" inputMode="decimal" />
              </div>
              <TextField field={fields.why} label="Why (optional)" hint="For example: the fridge failed; new thermostat" />
              <Button type="submit" look="action">
                Save conditions
              </Button>
            </PostForm>
            {hasLogger && (
              <LoggerPlace
                key={loggerKey}
                formKey={loggerKey}
                places={places.map(({ name }) => name)}
                at={loggerIn}
                result={actionData?.intent === 'logger' ? actionData.result : null}
              />
            )}
          </section>
        )}
      </div>
    </>
  );
}

/** Whether seed keeps where it lies, with how much of it lies where it does not. */
function PlacesReckoning({ places }: { places: readonly Described[] }) {
  const lotsIn = (some: readonly Described[]) => some.reduce((sum, { lots }) => sum + lots, 0);
  const bad = places.filter(isBad);
  const unknown = places.filter(({ air, lots }) => air.length === 0 && lots > 0);
  return (
    <Reckoning
      tone={bad.length > 0 || unknown.length > 0 ? 'doubt' : 'good'}
      question="Does seed keep where it is stored?"
      verdict={
        bad.length > 0
          ? `${bad.length === 1 ? '1 place is' : `${bad.length} places are`} too warm and damp`
          : unknown.length > 0
            ? 'Yes, as far as we know'
            : 'Yes, in every place'
      }
      figure={
        bad.length > 0 && (
          <p>
            {lotsIn(bad)} of {lotsIn(places)} lots are there.
          </p>
        )
      }
      reasons={[
        ...(bad.length > 0 ? ['Seed ages faster there. Dry it, seal it in jars, or move it to a cooler place.'] : []),
        ...(unknown.length > 0
          ? [
              `Nobody has described ${unknown.length === 1 ? '1 place' : `${unknown.length} places`} with ${lotsIn(unknown) === 1 ? '1 lot' : `${lotsIn(unknown)} lots`}. Measure the temperature and humidity there.`,
            ]
          : []),
      ]}
    />
  );
}

/** Where the logger hangs: what it reads is true of that place alone. */
function LoggerPlace({
  formKey,
  places,
  at,
  result,
}: {
  formKey: string;
  places: readonly string[];
  at: string | null;
  result: SubmissionResult | null;
}) {
  const [form, fields] = usePostForm<typeof loggerForm>({ id: 'logger', result, start: { loggerPlace: at ?? 'none' } });
  return (
    <PostForm form={form} formKey={formKey} intent="logger" className="mt-8 space-y-4 border-t border-rule pt-5">
      <SelectField
        field={fields.loggerPlace}
        label="Where does the logger hang?"
        options={[{ value: 'none', label: 'In none of these places' }, ...places.map((value) => ({ value, label: value }))]}
      />
      <Button type="submit">Save</Button>
    </PostForm>
  );
}

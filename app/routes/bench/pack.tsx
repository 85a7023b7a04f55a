import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { PostForm, SureField, TextField } from '#app/ui/fields.tsx';
import { placeHint } from '#words/placeHint.ts';
import { hazardWords } from '#words/promise.ts';
import { EVERYBODYS_PROBLEMS, FROST_KILLS_IT, frozenWords, WARMED } from '#words/sayings.ts';
import { Stock } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { packForm, unpackForm } from '#contracts/bench/bench.ts';
import { packetsOf } from '#core/bench/packing.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits, unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings, listPlaces, readPlaceWarmth } from '#data/stock/places.ts';
import { packLot, unpackLot, type PackProblem, type UnpackProblem } from '#services/bench/packing.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import type { Route } from './+types/pack.ts';
import { KnowTheSeed } from './KnowTheSeed.tsx';
import { moistWords } from '#words/almanac.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Pack · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, today, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [holdings, places, typed, warmth, stock] = await Promise.all([
    findHoldings(db, lot.id),
    listPlaces(db),
    typedBefore(request, actor),
    readPlaceWarmth(db, today),
    readStockOfLine(db, house, today, lot.lineId),
  ]);
  const loose = holdings.filter(({ packetUnits }) => packetUnits === null).reduce((sum, { balance }) => sum + balance, 0);
  return {
    key: newFormKey(),
    typed,
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    unit: lot.unit,
    perGram: lot.seedsPerGram,
    loose,
    seeds: seedsInUnits(loose, lot.unit, lot.seedsPerGram),
    packet: lot.facts.packet,
    reserve: stock.reserve,
    places: places.map(({ name }) => name),
    placeHint: placeHint(house.rules, lot, warmth, house.units),
    moist: moistWords(lot.facts),
    place: holdings.find(({ packetUnits }) => packetUnits === null)?.place,
    packed: holdings
      .filter(({ packetUnits, balance }) => packetUnits !== null && balance > 0)
      .map(({ id, place, balance, packetUnits }) => ({
        id,
        key: newFormKey(),
        place,
        packets: Math.floor(balance / packetUnits!),
        seeds: seedsInUnits(packetUnits!, lot.unit, lot.seedsPerGram),
      })),
    hazards: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
  };
}

function fieldErrors(problem: PackProblem | UnpackProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'on hold':
      return {
        '': [
          problem.kind === 'drying'
            ? 'This lot is on hold because it is not dry. Damp seed spoils in packets, so dry it first'
            : 'This lot has been recalled and cannot be packed',
        ],
      };
    case 'more than there is':
      return { packets: [problem.most === 0 ? 'There is not enough for one' : `There is enough for ${problem.most}`] };
    case 'no such packets':
      return { packets: ['These packets are no longer there. Reload the page'] };
    case 'still frozen':
      return { '': [frozenWords(problem.place, problem.opens)], warmed: [WARMED] };
    case 'frost kills it':
      return { place: [FROST_KILLS_IT] };
    case 'nothing to pack':
      return { packets: ['There is not enough for one packet after what is kept back'] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const code = params.code;
  const form = await formOf(request);
  // Each kind of packets has a form of its own to open some.
  const unpacking = `unpack ${String(form.get('holding'))}`;
  const { intent, give } = formActs(form, visit, ['pack', unpacking], fieldErrors);
  if (intent === unpacking) return give(unpackLot, { code });
  return give(packLot, { code }, ({ packets }) => `/lots/${code}/label?count=${packets}`);
}

// A form may name a field twice.
const whole = (text: string) => (/^\d{1,8}$/.test(String(text).trim()) ? Number(text) : null);

export default function Pack({ loaderData: lot, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof packForm>({
    id: 'pack',
    result: actionData?.intent === 'pack' ? actionData.result : null,
    start: { seeds: String(lot.packet), keepBack: String(Math.min(lot.reserve, lot.seeds)), place: lot.place, ...lot.typed },
  });
  const [seeds, setSeeds] = useState(fields.seeds.initialValue ?? '');
  const [packets, setPackets] = useState(fields.packets.initialValue ?? '');
  const [keepBack, setKeepBack] = useState(fields.keepBack.initialValue ?? '0');
  const each = whole(seeds) ? unitsForSeeds(whole(seeds)!, lot.unit, lot.perGram) : null;
  const made =
    each && whole(keepBack) !== null
      ? packetsOf(lot.loose, each, unitsForSeeds(whole(keepBack)!, lot.unit, lot.perGram), whole(packets))
      : null;
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Pack ${lot.crop} ‘${lot.variety}’`}
        about={
          <>
            <LotCode>{lot.code}</LotCode>, <Stock amount={lot.loose} unit={lot.unit} /> loose
          </>
        }
        actions={<ButtonLink to={`/lots/${lot.code}`}>Back to the lot</ButtonLink>}
      />
      {lot.hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      <KnowTheSeed moist={lot.moist} />
      <PostForm key={lot.key} form={form} formKey={lot.key} intent="pack">
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField
            field={fields.seeds}
            label="Seeds in a packet"
            hint={`Usual packet: ${lot.packet}`}
            type="number"
            min={1}
            value={seeds}
            onChange={(event) => setSeeds(event.target.value)}
          />
          <TextField
            field={fields.packets}
            label="Packets (optional)"
            hint="Leave empty to make as many as possible"
            type="number"
            min={1}
            value={packets}
            onChange={(event) => setPackets(event.target.value)}
          />
          <TextField
            field={fields.keepBack}
            label="Seeds kept back"
            hint={`${lot.reserve} seeds are reserved for a grow-out. Enter 0 to keep none`}
            type="number"
            min={0}
            value={keepBack}
            onChange={(event) => setKeepBack(event.target.value)}
          />
          <TextField field={fields.place} label="Where will you keep them?" hint={lot.placeHint} suggestions={lot.places} />
        </div>
        {made && (
          <Reckoning
            tone={made.ok && made.packets > 0 ? 'good' : 'doubt'}
            question="How many packets does it make?"
            verdict={made.ok ? `${made.packets} ${made.packets === 1 ? 'packet' : 'packets'}` : `Enough for ${made.most} only`}
            figure={
              made.ok && (
                <p>
                  {lot.unit === 'seed' ? formatSeeds(made.keptBack) : <Stock amount={made.keptBack} unit={lot.unit} />} stay loose
                  {lot.unit === 'mg' && each && (
                    <>
                      ; <Stock amount={each} unit="mg" /> weighs about {seeds} seeds
                    </>
                  )}
                  .
                </p>
              )
            }
            reasons={['Paper envelopes breathe and keep light out. Use them for seed that is still drying, or inside a jar']}
          />
        )}
        <SureField field={fields.warmed} words={(said) => said} />
        <Button type="submit" look="action">
          Pack and print labels
        </Button>
      </PostForm>
      {lot.packed.length > 0 && (
        <section aria-label="Packets of it" className="mt-8">
          <h2 className="mb-2">Packets of it</h2>
          <ul>
            {lot.packed.map((packed) => (
              <Unpack key={packed.key} packed={packed} result={actionData?.intent === `unpack ${packed.id}` ? actionData.result : null} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** Packets of one size at one place, and some of them opened again. */
function Unpack({ packed, result }: { packed: Route.ComponentProps['loaderData']['packed'][number]; result: SubmissionResult | null }) {
  const [form, fields] = usePostForm<typeof unpackForm>({ id: `unpack-${packed.key}`, result });
  return (
    <li className="border-t border-rule py-3">
      <b>{packed.packets}</b> {packed.packets === 1 ? 'packet' : 'packets'} of about {formatSeeds(packed.seeds)}, {packed.place}
      <details open={result !== null}>
        <summary className="link inline-flex min-h-11 items-center">Open some packets again</summary>
        <PostForm form={form} formKey={packed.key} intent={`unpack ${packed.id}`}>
          <input type="hidden" name="holding" value={packed.id} />
          <div className="flex flex-wrap items-end gap-3">
            <TextField field={fields.packets} label="How many packets?" type="number" min={1} className="max-w-32" />
            <Button type="submit">Return to jar</Button>
          </div>
        </PostForm>
      </details>
    </li>
  );
}

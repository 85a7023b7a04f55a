import { useState } from 'react';
import { data, redirect } from 'react-router';
import { packetsOf, CONTAINERS } from '#core/bench/packing.ts';
import { enoughOf } from '#core/stock/enough.ts';
import { formatSeeds } from '#core/units/formatAmount.ts';
import { seedsInUnits, unitsForSeeds } from '#core/units/seedsAndWeight.ts';
import { packForm } from '#contracts/bench.ts';
import { findLotByCode } from '#data/lots.ts';
import { findHoldings, listPlaces } from '#data/places.ts';
import { packLot, type PackProblem } from '#services/packing.server.ts';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { typedBefore, visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { PostForm, TextField } from '#app/ui/fields.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Notice, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { hazardWords } from '#app/ui/promiseWords.ts';
import { EVERYBODYS_PROBLEMS } from '#app/ui/sayings.ts';
import { Stock } from '#app/ui/units.tsx';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { Route } from './+types/pack.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Pack · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [holdings, places, typed] = await Promise.all([findHoldings(db, lot.id), listPlaces(db), typedBefore(request, actor)]);
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
    reserve: enoughOf(lot.facts, 0, 0).reserve,
    places: places.map(({ name }) => name),
    hazards: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
  };
}

function fieldErrors(problem: PackProblem): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'on hold':
      return {
        '': [
          problem.kind === 'drying' ? 'It is held as not dry: damp seed spoils in its packets' : 'It is recalled: nothing of it is packed',
        ],
      };
    case 'more than there is':
      return { packets: [problem.most === 0 ? 'There is not enough for one' : `There is enough for ${problem.most}`] };
    case 'nothing to pack':
      return { packets: ['There is not enough for one packet, with what is kept back'] };
  }
}

export async function action({ request, params, context }: Route.ActionArgs) {
  const { actor, today } = visitBy(context, request, 'work');
  const { submission } = await readForm(request, packForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await packLot(db, actor, today, { ...submission.value, code: params.code });
  if (!done.ok) return notAccepted(submission.reply({ fieldErrors: fieldErrors(done.problem) }));
  throw redirect(`/lots/${params.code}/label?count=${done.answer.packets}`);
}

const whole = (text: string) => (/^\d{1,8}$/.test(text.trim()) ? Number(text) : null);

export default function Pack({ loaderData: lot, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<'seeds' | 'packets' | 'keepBack' | 'place'>({
    id: 'pack',
    result: actionData,
    start: { seeds: String(lot.packet), keepBack: String(Math.min(lot.reserve, lot.seeds)), place: lot.places[0], ...lot.typed },
  });
  const [seeds, setSeeds] = useState(fields.seeds.initialValue ?? '');
  const [packets, setPackets] = useState(fields.packets.initialValue ?? '');
  const [keepBack, setKeepBack] = useState(fields.keepBack.initialValue ?? '0');
  const each = whole(seeds) ? unitsForSeeds(whole(seeds)!, lot.unit, lot.perGram) : null;
  const made = each ? packetsOf(lot.loose, each, unitsForSeeds(whole(keepBack) ?? 0, lot.unit, lot.perGram), whole(packets)) : null;
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
      <PostForm form={form} formKey={lot.key}>
        <div className="grid gap-5 sm:grid-cols-2">
          <TextField
            field={fields.seeds}
            label="Seeds in a packet"
            hint={`House packet: ${lot.packet}`}
            type="number"
            min={1}
            value={seeds}
            onChange={(event) => setSeeds(event.target.value)}
          />
          <TextField
            field={fields.packets}
            label="Packets (optional)"
            hint="Empty: as many as there are"
            type="number"
            min={1}
            value={packets}
            onChange={(event) => setPackets(event.target.value)}
          />
          <TextField
            field={fields.keepBack}
            label="Seeds kept back"
            hint={`${lot.reserve} sow one grow-out that keeps its variety`}
            type="number"
            min={0}
            value={keepBack}
            onChange={(event) => setKeepBack(event.target.value)}
          />
          <TextField field={fields.place} label="Where do they go?" suggestions={lot.places} />
        </div>
        {made && (
          <Reckoning
            tone={made.ok && made.packets > 0 ? 'good' : 'doubt'}
            question="What does it make?"
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
            reasons={[
              `${CONTAINERS['paper envelope'].title}: ${CONTAINERS['paper envelope'].good.charAt(0).toLowerCase()}${CONTAINERS['paper envelope'].good.slice(1)}`,
            ]}
          />
        )}
        <Button type="submit" look="action">
          Pack, and print labels
        </Button>
      </PostForm>
    </div>
  );
}

import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { CONTAINER_CHOICES } from '#words/containers.ts';
import { PostForm, SelectField, TextField } from '#app/ui/fields.tsx';
import { placeHint } from '#words/placeHint.ts';
import { EVERYBODYS_PROBLEMS, FROST_KILLS_IT } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { moveForm } from '#contracts/stock/stock.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings, listPlaces, readPlaceWarmth } from '#data/stock/places.ts';
import { listKeepers } from '#data/stock/keepers.ts';
import { moveSeed, type MoveProblem } from '#services/stock/moving.server.ts';
import type { Route } from './+types/move.ts';
import { holdingLabel, partHint, partTrouble } from './partWords.ts';
import { useUnits } from '#app/ui/units.tsx';
import type { Units } from '#core/units/formatAmount.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Move · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { today, house } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [holdings, places, warmth, keepers] = await Promise.all([
    findHoldings(db, lot.id),
    listPlaces(db),
    readPlaceWarmth(db, today),
    listKeepers(db),
  ]);
  return {
    key: newFormKey(),
    code: lot.code,
    unit: lot.unit,
    name: `${lot.crop} ‘${lot.variety}’`,
    places: places.map(({ name }) => name),
    isCopy: new URL(request.url).searchParams.has('copy'),
    keepers: keepers.map(({ place, person }) => ({ place, person })),
    placeHint: placeHint(house.rules, lot, warmth, house.units),
    holdings: holdings
      .filter(({ balance }) => balance > 0)
      .map((one) => ({ value: String(one.id), label: holdingLabel(one, lot.unit, lot.seedsPerGram), isPackets: one.packetUnits !== null })),
  };
}

function troubleOf(problem: MoveProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such holding':
      return { holding: ['This container is empty now. Reload the page'] };
    case 'it is there':
      return { place: ['It is already there in that container. Choose another place or container'] };
    case 'shut in damp':
      return { container: ['This lot is on hold because it is not dry. Choose an envelope or a box, because it would spoil when sealed'] };
    case 'frost kills it':
      return { place: [FROST_KILLS_IT] };
    case 'unreadable part':
    case 'weight of counted seed':
    case 'more than there is':
      return partTrouble(problem, units);
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { give } = formActs(await formOf(request), visit, ['move'], troubleOf);
  return give(moveSeed, { code }, () => `/lots/${code}`);
}

export default function Move({
  loaderData: { key, code, unit, name, places, placeHint: hint, holdings, isCopy, keepers },
  actionData,
}: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof moveForm>({
    id: `move-${key}`,
    result: actionData?.result ?? null,
    start: { holding: holdings[0]?.value ?? '', place: (isCopy && keepers[0]?.place) || '' },
  });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={isCopy ? `Send a safety copy of ${name}` : `Move ${name}`}
        about={<LotCode>{code}</LotCode>}
        actions={<ButtonLink to={`/lots/${code}`}>Back to the lot</ButtonLink>}
      />
      {isCopy && (
        <p className="mb-5 max-w-prose">
          {keepers.length === 0
            ? 'No one keeps copies for you yet. '
            : `Keepers: ${keepers.map(({ place, person }) => `${place} (${person})`).join(', ')}. `}
          <Link className="link" to="/copies">
            {keepers.length === 0 ? 'Add a keeper first' : 'Keepers and copies'}
          </Link>
        </p>
      )}
      {holdings.length === 0 ? (
        <Empty>There is none of this lot left to move.</Empty>
      ) : (
        <PostForm form={form} formKey={key} intent="move">
          <SelectField field={fields.holding} label="Which container?" options={holdings} />
          <TextField field={fields.part} label="How much? (optional)" hint={partHint(unit, useUnits())} />
          <TextField field={fields.place} label="Where will you keep it?" hint={hint} suggestions={places} />
          {holdings.some(({ isPackets }) => !isPackets) && (
            <SelectField
              field={fields.container}
              label="New container (optional)"
              hint="Packets stay in their packets"
              empty="Same container"
              options={CONTAINER_CHOICES}
            />
          )}
          <Button type="submit" look="action">
            {isCopy ? 'Send copy' : 'Move seed'}
          </Button>
        </PostForm>
      )}
    </div>
  );
}

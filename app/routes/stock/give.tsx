import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { formActs, newFormKey } from '#app/platform/form.server.ts';
import { formOf } from '#app/platform/incoming.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { PostForm, SelectField, TextField, TickField } from '#app/ui/fields.tsx';
import { StockBar, termsOf } from '#app/ui/StockBar.tsx';
import { hazardWords } from '#words/promise.ts';
import { EVERYBODYS_PROBLEMS, lendingWhy, limitWords } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import type { giveForm } from '#contracts/stock/stock.ts';
import { may } from '#core/people/may.ts';
import { listLibraries } from '#data/exchange/swaps.ts';
import { findLotByCode } from '#data/lots/lots.ts';
import { findHoldings } from '#data/stock/places.ts';
import { giveSeed, type GiveProblem } from '#services/stock/giving.server.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import type { Route } from './+types/give.ts';
import { holdingLabel, partHint, partTrouble } from './partWords.ts';
import { useUnits } from '#app/ui/units.tsx';
import type { Units } from '#core/units/formatAmount.ts';
import { lendingOfLot } from '#core/stock/lineStock.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Give away · Kind Granary' }];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { actor, house, today } = visitBy(context, request, 'work');
  const lot = await findLotByCode(db, params.code);
  if (!lot) throw data(null, { status: 404 });
  const [holdings, stock, libraries] = await Promise.all([
    findHoldings(db, lot.id),
    readStockOfLine(db, house, today, lot.lineId),
    listLibraries(db),
  ]);
  const { answer: lending } = lendingOfLot(stock, lot.code);
  return {
    refused: lending.answer === 'refused' ? lendingWhy(lending, lot.laid !== null) : null,
    warning: lending.answer === 'coordinator' ? lendingWhy(lending, lot.laid !== null) : null,
    stock: termsOf(stock),
    key: newFormKey(),
    libraries,
    code: lot.code,
    unit: lot.unit,
    name: `${lot.crop} ‘${lot.variety}’`,
    leads: may(actor.role, 'override policy'),
    hazards: hazardWords({ treated: lot.treated, cautions: lot.facts.cautions }),
    holdings: holdings
      .filter(({ balance }) => balance > 0)
      // Packets are what is handed over; loose seed where there are none.
      .sort((one, other) => Number(other.packetUnits !== null) - Number(one.packetUnits !== null))
      .map((one) => ({ value: String(one.id), label: holdingLabel(one, lot.unit, lot.seedsPerGram) })),
  };
}

function troubleOf(problem: GiveProblem, units: Units): Record<string, string[]> {
  switch (problem.code) {
    case 'no such lot':
      return { '': [EVERYBODYS_PROBLEMS['no such lot']] };
    case 'no such holding':
      return { holding: ['This container is empty now. Reload the page'] };
    case 'refused':
      return {
        '': [
          `${lendingWhy(problem.because, problem.isTested)} ${problem.because.answer === 'coordinator' ? 'A coordinator can give it away by giving a reason' : 'Seed that cannot be lent cannot be given away'}`,
        ],
      };
    case 'coordinator only':
      return { part: [limitWords(problem.most)] };
    case 'unreadable part':
    case 'weight of counted seed':
    case 'more than there is':
      return partTrouble(problem, units);
  }
}

export async function action({ request, params: { code }, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const form = await formOf(request);
  const { give } = formActs(form, visit, ['give'], troubleOf);
  return give(giveSeed, { code }, () => (form.get('isLibrary') === 'on' ? '/swaps' : `/lots/${code}`));
}

export default function Give({
  loaderData: { key, libraries, code, unit, name, leads, hazards, holdings, refused, warning, stock },
  actionData,
}: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof giveForm>({
    id: `give-${key}`,
    result: actionData?.result ?? null,
    start: { holding: holdings[0]?.value ?? '' },
  });
  return (
    <div className="max-w-2xl">
      <PageHead
        title={`Give away ${name}`}
        about={
          <>
            <LotCode>{code}</LotCode>. Nothing comes back. To get seed back, lend it at the desk.
          </>
        }
        actions={<ButtonLink to={`/lots/${code}`}>Back to the lot</ButtonLink>}
      />
      {hazards.map((hazard) => (
        <Notice key={hazard} tone="poor">
          {hazard}
        </Notice>
      ))}
      {refused ? (
        <Empty action={<ButtonLink to={`/lots/${code}#holds`}>See its holds</ButtonLink>}>
          {refused} Seed that cannot be lent cannot be given away.
        </Empty>
      ) : (
        <PostForm form={form} formKey={key} intent="give">
          {warning && <Notice tone="doubt">{warning} Only a coordinator can give it away, with a reason.</Notice>}
          <StockBar stock={stock} />
          <SelectField field={fields.holding} label="Which container?" options={holdings} />
          <TextField field={fields.part} label="How much? (optional)" hint={partHint(unit, useUnits())} />
          <TextField field={fields.to} label="Who is it for?" hint="A person, a school or another library" suggestions={libraries} />
          <TickField
            field={fields.isLibrary}
            label="It goes to another library"
            hint="You get a file with its code and provenance to send along. If you recall this lot, we name this library."
          />
          {leads && (
            <TextField
              field={fields.overrideReason}
              label="Why give it anyway? (optional)"
              hint="Needed when it may be too weak, or when it is more than can be lent"
            />
          )}
          <Button type="submit" look="action">
            Give seed away
          </Button>
        </PostForm>
      )}
    </div>
  );
}

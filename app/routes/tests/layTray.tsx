import type { ReactNode } from 'react';
import { Form, redirect } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { newFormKey, notAccepted, readForm } from '#app/platform/form.server.ts';
import { lotUnclearWords } from '#words/lotMeant.ts';
import { lotMeant } from '#services/lots/lotMeant.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { LotCode, TreatedMark } from '#app/ui/Mark.tsx';
import { Empty, Notice, PageHead } from '#app/ui/Page.tsx';
import { Table } from '#app/ui/Table.tsx';
import { PostForm, SureField } from '#app/ui/fields.tsx';
import { nextTestWords, WARMED } from '#words/sayings.ts';
import { usePostForm } from '#app/ui/usePostForm.ts';
import { layTrayForm } from '#contracts/tests/tests.ts';
import { addDays } from '#core/calendar/plainDate.ts';
import { SPOTS } from '#core/germination/layout.ts';
import { readLotCode } from '#core/lotcode/lotCode.ts';
import { listToTest } from '#data/tests/toTest.ts';
import { layTests } from '#services/tests/layTests.server.ts';
import { proposeTests, seedsLeftOf } from '#services/tests/testProposal.server.ts';
import type { Route } from './+types/layTray.ts';
import { DrawSample, HowLaid } from './HowLaid.tsx';
import { layTrouble, proposalWords } from './layWords.ts';
import { useUnits } from '#app/ui/units.tsx';
import { degreeSign } from '#core/units/temperature.ts';
import { InFahrenheit, typedDegrees } from '#app/ui/TemperatureField.tsx';

export const meta: Route.MetaFunction = () => [{ title: 'Start a tray of tests · Kind Granary' }];

/** A tray that two people can lay in an evening. */
const MOST_DUE = 24;
const AHEAD_DAYS = 14;

export async function loader({ request, context }: Route.LoaderArgs) {
  const { today, house } = visitBy(context, request, 'work');
  const query = new URL(request.url).searchParams;
  const asked = query.get('lots');
  const add = query.get('add')?.trim() ?? '';
  const added = add === '' ? null : await lotMeant(db, add, today);
  const typed = [...(asked ?? '').split(/[\s,]+/), added?.ok ? added.code : ''].filter(Boolean);
  const codes = [...new Set(typed.map(codeOf))].slice(0, 60);
  const found = await listToTest(
    db,
    asked === null && codes.length === 0 ? { dueBy: addDays(today, AHEAD_DAYS), limit: MOST_DUE } : { codes },
  );
  const proposals = new Map(
    (
      await proposeTests(
        db,
        found.map((lot) => ({ id: lot.id, seedsLeft: seedsLeftOf(lot) })),
        house,
        today,
      )
    ).map((one) => [one.lotId, one]),
  );
  const lots = found.map((lot) => ({
    code: lot.code,
    crop: lot.crop,
    variety: lot.variety,
    treated: lot.treated,
    why: lot.nextTestOn !== null && lot.nextTestOn <= addDays(today, AHEAD_DAYS) ? nextTestWords(lot.nextTestReason) : null,
    proposal: proposals.get(lot.id)!,
  }));
  return {
    key: newFormKey(),
    today,
    lots,
    missing: codes.filter((code) => lots.every((lot) => lot.code !== code)),
    notAdded: added && !added.ok ? `“${add}” was not added. ${lotUnclearWords(added.problem)}` : null,
    codes: lots.map(({ code }) => code).join(','),
  };
}

/** The lot code as it is kept, or what was typed where it is none. */
function codeOf(typed: string): string {
  const read = readLotCode(typed);
  return read.ok ? read.code : typed;
}

export async function action({ request, context }: Route.ActionArgs) {
  const visit = visitBy(context, request, 'work');
  const { form, submission } = await readForm(request, layTrayForm);
  if (submission.status !== 'success') return notAccepted(submission.reply());
  const done = await layTests(visit, submission.value);
  if (!done.ok) {
    const { field, words } = layTrouble(done.problem, visit.house.units);
    const at = [...form].find(([name, value]) => /^lots\[\d+\]\.code$/.test(name) && value === done.problem.of)?.[0];
    const name = field === 'seeds' && at ? at.replace('.code', '.seeds') : field === 'seeds' ? '' : field;
    const warmed: Record<string, string[]> = done.problem.code === 'still frozen' ? { warmed: [WARMED] } : {};
    return notAccepted(submission.reply({ fieldErrors: { [name]: [words], ...warmed } }));
  }
  throw redirect(`/tests/slips?ids=${done.answer.testIds.join(',')}&laid=now`);
}

export default function LayTray({ loaderData: { key, today, lots, missing, notAdded, codes }, actionData }: Route.ComponentProps) {
  const [form, fields] = usePostForm<typeof layTrayForm>({
    // One name for good: under another one the rows' own fields would be emptied when a lot is added.
    id: 'tray',
    result: actionData,
    start: { counted: 'any root', kind: 'viability', medium: 'paper towel', laidOn: today },
  });
  const units = useUnits();
  const wrong = (actionData?.error ?? {}) as Record<string, string[] | null>;
  const typed = (actionData?.initialValue?.['lots'] ?? []) as { seeds?: string; celsius?: string; spot?: string }[];
  return (
    <>
      <PageHead
        title="Start a tray of tests"
        about="The tests due now, with the number of seeds each decision needs. Clear a number to leave that lot out."
        actions={<ButtonLink to="/tests">Tests</ButtonLink>}
      />
      <Form method="get" className="mb-6 flex flex-wrap items-end gap-3">
        <input type="hidden" name="lots" value={codes} />
        <div>
          <label htmlFor="add" className="block font-semibold">
            Put another lot on the tray
          </label>
          <input id="add" name="add" className="input mt-1 w-56" placeholder="Code or variety" autoComplete="off" />
        </div>
        <Button type="submit">Add lot</Button>
      </Form>
      {notAdded && <Notice tone="doubt">{notAdded}.</Notice>}
      {missing.length > 0 && <Notice tone="doubt">Not found, or none left: {missing.join(', ')}.</Notice>}
      {lots.length === 0 ? (
        <Empty action={<ButtonLink to="/shelves?sort=next+test">Choose lots on the shelves</ButtonLink>}>No tests are due now.</Empty>
      ) : (
        <PostForm form={form} formKey={key}>
          {(wrong['lots'] ?? wrong['']) && <Notice tone="poor">{(wrong['lots'] ?? wrong[''])!.join('. ')}</Notice>}
          <Table caption="Lots on the tray">
            <thead className="max-sm:hidden">
              <tr className="text-left [&_th]:px-3 [&_th]:py-2 [&_th:first-child]:pl-0">
                <th scope="col">Lot, and why this many seeds</th>
                <th scope="col">Seeds</th>
                <th scope="col">{degreeSign(units)}</th>
                <th scope="col">Place</th>
              </tr>
            </thead>
            <tbody>
              {lots.map((lot, index) => {
                const name = (field: string) => `lots[${index}].${field}`;
                const error = wrong[name('seeds')] ?? wrong[name('celsius')] ?? wrong[name('spot')];
                return (
                  // On a phone a lot is a block of its own: its name, then three fields side by side.
                  <tr
                    key={lot.code}
                    className="max-sm:grid max-sm:grid-cols-[minmax(0,2fr)_minmax(0,2fr)_minmax(0,3fr)] max-sm:gap-x-3 max-sm:py-2"
                  >
                    <td className="max-sm:col-span-3 max-sm:px-0!">
                      <b>
                        {lot.crop} ‘{lot.variety}’
                      </b>{' '}
                      <LotCode>{lot.code}</LotCode> <TreatedMark treated={lot.treated} />
                      <input type="hidden" name={name('code')} value={lot.code} />
                      <p className="text-small">
                        {lot.why && `${lot.why.charAt(0).toUpperCase()}${lot.why.slice(1)}. `}
                        <span className="text-soft">{proposalWords(lot.proposal)}</span>
                      </p>
                    </td>
                    <Cell title="Seeds">
                      <input
                        name={name('seeds')}
                        type="number"
                        min={0}
                        max={100}
                        defaultValue={typed[index]?.seeds ?? (lot.proposal.seeds || '')}
                        aria-label={`Seeds of ${lot.variety}`}
                        aria-invalid={error ? true : undefined}
                        aria-describedby={error ? `error-${index}` : undefined}
                        className="input w-full sm:w-20"
                      />
                      {error && (
                        <p id={`error-${index}`} className="font-semibold text-poor">
                          {error.join('. ')}
                        </p>
                      )}
                    </Cell>
                    <Cell title={degreeSign(units)}>
                      <InFahrenheit name={name('celsius')} whole />
                      <input
                        name={name('celsius')}
                        type="number"
                        defaultValue={typedDegrees(typed[index]?.celsius ?? String(lot.proposal.celsius), units)}
                        aria-label={`Temperature for ${lot.variety}, ${degreeSign(units)}`}
                        className="input w-full sm:w-20"
                      />
                    </Cell>
                    <Cell title="Place">
                      <select
                        name={name('spot')}
                        defaultValue={typed[index]?.spot ?? lot.proposal.spot}
                        aria-label={`Place for ${lot.variety}`}
                        className="input w-full sm:w-28"
                      >
                        {SPOTS.map((spot) => (
                          <option key={spot} value={spot}>
                            {spot}
                          </option>
                        ))}
                      </select>
                    </Cell>
                  </tr>
                );
              })}
            </tbody>
          </Table>
          <HowLaid fields={fields} today={today} checks="every second day from each crop’s first count to its last" />
          <DrawSample />
          <SureField field={fields.warmed} words={(said) => said} />
          <Button type="submit" look="action">
            Start tests and print slips
          </Button>
        </PostForm>
      )}
    </>
  );
}

/** A cell that carries its column's title where the head is left out. */
function Cell({ title, children }: { title: string; children: ReactNode }) {
  return (
    <td className="max-sm:px-0!">
      <span aria-hidden className="block text-small text-soft sm:hidden">
        {title}
      </span>
      {children}
    </td>
  );
}

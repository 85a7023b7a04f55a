import { Form } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { Button, ButtonLink } from '#app/ui/Button.tsx';
import { classes } from '#app/ui/classes.ts';
import { Empty, PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import { sameChoice, type Choice } from '#core/plan/facts.ts';
import { findSeasonPlan, listSeasonPlans } from '#data/growouts/seasonPlans.ts';
import { readSeasonFacts, seasonOfPlan } from '#services/growouts/seasonFacts.server.ts';
import { asTheyStand, outcomeOf } from '#services/growouts/seasonPlans.server.ts';
import { crossedWords } from '#words/apart.ts';
import { linesWords } from '#words/risk.ts';
import { choicePlace, waysWords } from '#words/seasonPlan.ts';
import type { Route } from './+types/versions.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Versions of the plan · Kind Granary' }];

export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'plan grow-outs');
  const year = seasonOfPlan(today);
  const versions = await listSeasonPlans(db, year);
  const params = new URL(request.url).searchParams;
  const numbers = versions.map(({ version }) => version);
  const asked = (name: string, usual: number | undefined) => numbers.find((version) => version === Number(params.get(name))) ?? usual;
  const [one, other] = [asked('one', numbers[1] ?? numbers[0]), asked('other', numbers[0])];
  if (one === undefined || other === undefined) return { year, versions, pair: null };
  const [first, second] = await Promise.all([findSeasonPlan(db, year, one), findSeasonPlan(db, year, other)]);
  const { facts } = await readSeasonFacts(db, house, today, second!.choices);
  const plans = [first!, second!].map((plan) => {
    const { choices, wishes } = asTheyStand(facts, plan.choices, plan.wishes);
    return { version: plan.version, lost: plan.lost, choices, outcome: outcomeOf(facts, wishes, choices) };
  });
  return {
    year,
    versions,
    pair: {
      // What each version comes to as things are now, so that they can be compared.
      plans: plans.map(({ version, lost, outcome }) => ({
        version,
        lines: outcome.lines.filter(({ line }) => line.growOut?.state !== 'sown').length,
        hours: outcome.hours,
        left: Math.max(0, lost - outcome.saved),
        worth: outcome.worth,
        faults: outcome.faults.length,
      })),
      rows: facts.lines
        .filter(({ id }) => plans.some(({ choices }) => choices[id]))
        .map(({ id, name }) => ({
          id,
          name,
          isSame: sameChoice(plans[0]!.choices[id], plans[1]!.choices[id]),
          cells: plans.map(({ choices, outcome }) => {
            const choice: Choice | undefined = choices[id];
            const share = outcome.lines.find(({ line }) => line.id === id)?.share ?? 0;
            return choice
              ? `${choicePlace(facts, choice)}, sow ${formatDay(choice.sowOn)}, ${waysWords(choice.methods)}, ${crossedWords(share)} crossed`
              : 'left out';
          }),
        })),
    },
  };
}

export default function Versions({ loaderData: { year, versions, pair } }: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={`Versions of the plan of ${year}`}
        about="All saved plans. You can compare any two."
        actions={<ButtonLink to="/grow-outs/plan">Back to the plan</ButtonLink>}
      />
      {versions.length === 0 ? (
        <Empty action={<ButtonLink to="/grow-outs/plan">Plan the season</ButtonLink>}>No saved plans yet.</Empty>
      ) : (
        <Table caption="Versions of the plan">
          <Heads of={['Version', 'Saved', 'Lines', 'Hours', 'Lost in five years', '']} />
          <tbody>
            {versions.map(({ version, savedOn, savedBy, note, lines, hours, lost, saved }) => (
              <tr key={version}>
                <td>
                  <b>{version}</b>
                  {note && <span className="block text-soft">{note}</span>}
                </td>
                <td>
                  {formatDate(savedOn)}
                  {savedBy && <span className="block text-soft">{savedBy}</span>}
                </td>
                <td>{lines}</td>
                <td>{Math.round(hours)}</td>
                <td>
                  {linesWords(Math.max(0, lost - saved))} instead of {linesWords(lost)}
                </td>
                <td>
                  <ButtonLink look="quiet" to={`/grow-outs/plan?version=${version}`} aria-label={`Open version ${version}`}>
                    Open
                  </ButtonLink>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      {pair && versions.length > 1 && (
        <section aria-labelledby="pair" className="mt-10">
          <h2 id="pair">Two side by side</h2>
          <Form method="get" className="no-print my-3 flex flex-wrap items-end gap-3">
            {(['one', 'other'] as const).map((name, index) => (
              <label key={name}>
                <span className="text-small font-semibold">{index === 0 ? 'Version' : 'Compare with'}</span>
                <select key={pair.plans[index]!.version} name={name} defaultValue={pair.plans[index]!.version} className="input mt-1">
                  {versions.map(({ version }) => (
                    <option key={version}>{version}</option>
                  ))}
                </select>
              </label>
            ))}
            <Button type="submit">Compare</Button>
          </Form>
          <Table caption="Two versions side by side">
            <Heads of={['', ...pair.plans.map(({ version }) => `Version ${version}`)]} />
            <tbody>
              <tr>
                <td>As things are now</td>
                {pair.plans.map(({ version, lines, hours, left, worth, faults }) => (
                  <td key={version}>
                    {lines} lines, {Math.round(hours)} hours; {linesWords(left)} lost in five years; worth {worth.toFixed(2)}
                    {faults > 0 && <b className="block text-poor">No longer possible as it is. Open it to see why</b>}
                  </td>
                ))}
              </tr>
              {pair.rows.map(({ id, name, isSame, cells }) => (
                <tr key={id}>
                  <td className={classes(!isSame && 'font-semibold')}>{name}</td>
                  {isSame ? (
                    <td colSpan={2} className="text-soft">
                      {cells[0]}
                    </td>
                  ) : (
                    cells.map((cell, index) => <td key={index}>{cell}</td>)
                  )}
                </tr>
              ))}
            </tbody>
          </Table>
        </section>
      )}
    </>
  );
}

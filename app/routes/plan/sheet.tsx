import { data } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { PrintButton } from '#app/ui/PrintButton.tsx';
import { PageHead } from '#app/ui/Page.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { formatDate, formatDay } from '#core/calendar/formatDate.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { findSeasonPlan } from '#data/growouts/seasonPlans.ts';
import { readSeasonFacts, seasonOfPlan } from '#services/growouts/seasonFacts.server.ts';
import { asTheyStand, outcomeOf } from '#services/growouts/seasonPlans.server.ts';
import { linesWords } from '#words/risk.ts';
import { plotName, waysWords } from '#words/seasonPlan.ts';
import type { Route } from './+types/sheet.ts';
import { versionFrom } from './version.server.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Plan of the season, to print · Kind Granary' }];

/** A saved version by garden, for the wall and for those who grow: it tells no garden's place. */
export async function loader({ request, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'plan grow-outs');
  const year = seasonOfPlan(today);
  const plan = await findSeasonPlan(db, year, versionFrom(request));
  if (!plan) throw data(null, { status: 404 });
  const { facts } = await readSeasonFacts(db, house, today, plan.choices);
  const { choices, wishes } = asTheyStand(facts, plan.choices, plan.wishes);
  const outcome = outcomeOf(facts, wishes, choices);
  const gardens = facts.gardens.map(({ id, name, grower }) => ({
    name,
    grower: facts.growers[grower]!.name,
    lines: outcome.lines
      .filter(({ choice }) => choice.gardenId === id)
      .sort((one, other) => one.choice.sowOn.localeCompare(other.choice.sowOn))
      .map(({ line, choice, bloom, freeOn, squareMetres }) => ({
        name: line.name,
        code: line.code,
        plot: plotName(
          facts,
          facts.plots.findIndex((plot) => plot.id === choice.plotId && facts.gardens[plot.garden]!.id === id),
        ),
        sow: `${line.growOut?.state === 'sown' ? 'Sown' : 'Sow'} ${formatDate(choice.sowOn)}: ${formatAboutSeeds(line.seeds)} for ${line.plants} plants on ${squareMetres} m²`,
        ways: waysWords(choice.methods),
        bloom: `${formatDay(bloom.from)} to ${formatDay(bloom.to)}`,
        free: formatDate(freeOn),
      })),
  }));
  return {
    year,
    house: house.name,
    version: plan.version,
    savedOn: plan.savedOn,
    savedBy: plan.savedBy,
    note: plan.note,
    hours: outcome.hours,
    left: linesWords(Math.max(0, plan.lost - plan.saved)),
    lost: linesWords(plan.lost),
    gardens: gardens.filter(({ lines }) => lines.length > 0),
  };
}

export default function PlanSheet({
  loaderData: { year, house, version, savedOn, savedBy, note, hours, left, lost, gardens },
}: Route.ComponentProps) {
  return (
    <>
      <PageHead
        title={`${house}: plan of season ${year}`}
        about={`Version ${version}, ${formatDate(savedOn)}${savedBy ? `, ${savedBy}` : ''}${note ? `: ${note}` : ''}. About ${Math.round(hours)} hours of work; ${left} lines lost in five years instead of ${lost}.`}
        actions={
          <>
            <PrintButton />
            <ButtonLink to="/grow-outs/plan">Back to the plan</ButtonLink>
          </>
        }
      />
      {gardens.map(({ name, grower, lines }) => (
        <section key={name} aria-label={name} className="mb-8 break-inside-avoid">
          <h2 className="mb-2">
            {name} <span className="text-base font-normal text-soft">{grower}</span>
          </h2>
          <Table caption={`What to grow at ${name}`}>
            <Heads of={['Line', 'Plot', 'Sowing', 'Isolated by', 'In flower', 'Bed free from']} />
            <tbody>
              {lines.map((line) => (
                <tr key={line.code}>
                  <td>
                    <b>{line.name}</b>
                    <span className="block font-mono">{line.code}</span>
                  </td>
                  <td>{line.plot}</td>
                  <td>{line.sow}</td>
                  <td>{line.ways}</td>
                  <td>{line.bloom}</td>
                  <td>{line.free}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </section>
      ))}
    </>
  );
}

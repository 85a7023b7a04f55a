import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { ClaimMark, LotCode, TreatedMark, VerdictMark, type Tone } from '#app/ui/Mark.tsx';
import { Empty, Facts, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { CLAIM_WORDS } from '#app/ui/claimWords.ts';
import { Stock } from '#app/ui/units.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { HOUSE_RULES, ruleFor, RULE_KEYS, type HouseRule } from '#core/house/rules.ts';
import { PROMISES } from '#core/promise/judge.ts';
import { seedWeightDrift } from '#core/promise/seedWeight.ts';
import { enoughOf } from '#core/stock/enough.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findLine, findLotsOfLine, findSamplesOfLine, readLentAYear } from '#data/lots/lines.ts';
import { findReports } from '#data/lots/reports.ts';
import type { Route } from './+types/line.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData ? `‘${loaderData.line.name}’` : 'Line'} · Kind Granary` },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const line = await findLine(db, Number(params.id) || 0);
  if (!line) throw data(null, { status: 404 });
  const [lots, reports, samples, lentAYear] = await Promise.all([
    findLotsOfLine(db, line.id),
    findReports(db, { lineId: line.id }),
    findSamplesOfLine(db, line.id),
    readLentAYear(db, line.id, today),
  ]);
  const inStore = lots.filter(({ onHand }) => onHand > 0);
  const seeds = inStore.reduce((sum, lot) => sum + seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram), 0);
  const { facts, ...rest } = line;
  return {
    line: rest,
    lots: lots.map((lot) => ({ ...lot, seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram) })),
    reports,
    drift: seedWeightDrift(samples),
    enough: enoughOf(facts, seeds, lentAYear),
    jars: inStore.length,
    gardens: new Set(inStore.map(({ gardenId }) => gardenId)).size,
    best: PROMISES.find((promise) => inStore.some((lot) => lot.promise === promise)) ?? null,
    exceptions: RULE_KEYS.filter((rule) => rule !== 'aim' && line.rules[rule]).map((rule) => {
      const { question }: HouseRule = HOUSE_RULES[rule];
      return { question, school: ruleFor(rule, house.rules, line.rules).label };
    }),
  };
}

type Loaded = Route.ComponentProps['loaderData'];

export default function Line({ loaderData }: Route.ComponentProps) {
  const { line, lots, reports } = loaderData;
  return (
    <>
      <PageHead
        title={`‘${line.name}’`}
        about={
          <>
            <Link className="link" to={`/almanac/${line.cropId}`}>
              {line.crop}
            </Link>
            , {line.aim === 'keep true' ? 'kept true' : 'left to adapt'}
            {(line.aliases ?? []).length > 0 && `; also ${line.aliases!.map((name) => `‘${name}’`).join(', ')}`}
          </>
        }
        actions={<ButtonLink to={`/lines/${line.id}/edit`}>Story, names and aim</ButtonLink>}
      />
      {line.story && <p className="mb-6 max-w-prose text-large">{line.story}</p>}
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
        <LineReckoning {...loaderData} />
        <section aria-label="How it did in gardens">
          <h2 className="mb-2">How it did in gardens</h2>
          {reports.length === 0 ? (
            <p className="text-soft">Nobody has told yet. Reports are written down on a lot’s page.</p>
          ) : (
            <ul>
              {reports.map((one) => (
                <li key={one.id} className="border-t border-rule py-2">
                  <b>{one.year}</b>
                  {one.by && `, ${one.by}`}
                  {one.liking !== null && <span className="ml-2 font-semibold">{one.liking} of 5</span>}
                  {one.trueToType && (
                    <span className="ml-2">
                      {one.trueToType === 'no' ? 'did not come true' : one.trueToType === 'yes' ? 'came true' : 'mostly came true'}
                    </span>
                  )}
                  {one.words && <p className="text-small">{one.words}</p>}
                </li>
              ))}
            </ul>
          )}
          <Drift drift={loaderData.drift} />
          {loaderData.exceptions.length > 0 && (
            <>
              <h3 className="mt-5 mb-1 font-semibold">Where it differs from the house rules</h3>
              <Facts rows={loaderData.exceptions.map(({ question, school }) => [question, school])} />
            </>
          )}
        </section>
      </div>
      <h2 className="mt-10 mb-2">Its lots</h2>
      {lots.length === 0 ? <Empty>No lot of it is left under this name.</Empty> : <Lots lots={lots} />}
    </>
  );
}

/** Is there enough of it, and does it hang by one jar or one garden? */
function LineReckoning({ enough, jars, gardens, best }: Pick<Loaded, 'enough' | 'jars' | 'gardens' | 'best'>) {
  const alone = jars === 1 ? 'It hangs by one jar' : jars > 1 && gardens <= 1 ? 'All of it comes from one garden' : null;
  const tone: Tone = jars === 0 ? 'poor' : alone || enough.verdict === 'wanted' ? 'doubt' : 'good';
  const verdict =
    jars === 0
      ? 'Nothing is left'
      : (alone ?? { plenty: 'More than plenty', enough: 'Enough for now', wanted: 'More is wanted' }[enough.verdict]);
  return (
    <Reckoning
      tone={tone}
      question="Is the line safe?"
      verdict={verdict}
      figure={
        <p className="text-large">
          about <b>{enough.seeds.toLocaleString('en')}</b> seeds in {jars} {jars === 1 ? 'lot' : 'lots'} from {gardens}{' '}
          {gardens === 1 ? 'garden' : 'gardens'}
        </p>
      }
      reasons={[
        ...(alone ? ['A second copy, kept elsewhere or grown in another garden, would make it safe.'] : []),
        `${enough.reserve} seeds sow one grow-out that keeps its variety.`,
        enough.lending > 0
          ? `${enough.lending} will be lent while the seed is good, at the pace of the last three years.`
          : 'None was lent in the last three years.',
        ...(best ? [`Its best label says “${CLAIM_WORDS[best].toLowerCase()}”.`] : []),
      ]}
    />
  );
}

function Drift({ drift }: { drift: Loaded['drift'] }) {
  if (drift.kind === 'too little to say') return null;
  const percent = `${Math.abs(Math.round(drift.change * 100))} %`;
  return (
    <p className="mt-4">
      <b>Seed weight:</b>{' '}
      {drift.kind === 'steady'
        ? 'steady from generation to generation, within what sampling and scale allow.'
        : `${percent} ${drift.change < 0 ? 'lighter' : 'heavier'} than in the first generation. Look again: it may have crossed, or been selected.`}
    </p>
  );
}

function Lots({ lots }: { lots: Loaded['lots'] }) {
  return (
    <Table caption="Lots of this line">
      <Heads of={['Lot', 'Harvested', 'Garden', 'Plants', 'In store', 'Promise', 'Germination']} />
      <tbody>
        {lots.map((lot) => (
          <tr key={lot.id}>
            <td>
              <Link className="link" to={`/lots/${lot.code}`}>
                <LotCode>{lot.code}</LotCode>
              </Link>{' '}
              <TreatedMark treated={lot.treated} />
            </td>
            <td>{lot.harvested ? formatDate(lot.harvested) : 'unknown'}</td>
            <td>{lot.garden ?? 'unknown'}</td>
            <td>{lot.plants ?? 'unknown'}</td>
            <td>
              {lot.onHand === 0 ? 'used up' : <Stock amount={lot.onHand} unit={lot.unit} />}
              {lot.unit === 'mg' && lot.onHand > 0 && <span className="text-soft">, {formatAboutSeeds(lot.seeds)}</span>}
            </td>
            <td>
              <ClaimMark promise={lot.promise} />
            </td>
            <td>
              <VerdictMark verdict={lot.verdict} />
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

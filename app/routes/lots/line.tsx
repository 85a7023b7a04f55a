import { formatAboutSeeds, formatSeeds } from '#core/units/formatAmount.ts';
import { data, Link } from 'react-router';
import { db } from '#app/platform/database.server.ts';
import { visitBy } from '#app/platform/visit.server.ts';
import { ButtonLink } from '#app/ui/Button.tsx';
import { SeasonRibbon } from '#app/ui/SeasonRibbon.tsx';
import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import { ClaimMark, LotCode, TreatedMark, VerdictMark } from '#app/ui/Mark.tsx';
import { Empty, Facts, PageHead } from '#app/ui/Page.tsx';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { Heads, Table } from '#app/ui/Table.tsx';
import { StockBar, termsOf } from '#app/ui/StockBar.tsx';
import { CLAIM_WORDS } from '#words/claims.ts';
import { StockLeft } from '#app/ui/units.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { RULE_KEYS } from '#core/house/rules.ts';
import { PROMISES } from '#core/promise/judge.ts';
import { seedWeightDrift } from '#core/promise/seedWeight.ts';
import { seedsInUnits } from '#core/units/seedsAndWeight.ts';
import { findLine, findLotsOfLine, findSamplesOfLine } from '#data/lots/lines.ts';
import { findReports } from '#data/lots/reports.ts';
import { readStockOfLine } from '#services/stock/lineStock.server.ts';
import { readRiskOfLine } from '#services/growouts/risks.server.ts';
import type { Route } from './+types/line.ts';
import { RiskReckoning } from './RiskReckoning.tsx';
import type { Tone } from '#words/tone.ts';
import { ruleWords, schoolWords } from '#words/house.ts';
import { growOutsOfLine } from '#data/growouts/growOuts.ts';
import { seasonOfLine } from '#core/growout/seasonOfLine.ts';
import { lotToSow } from '#core/growout/needs.ts';

export const meta: Route.MetaFunction = ({ loaderData }) => [
  { title: `${loaderData ? `‘${loaderData.line.name}’` : 'Line'} · Kind Granary` },
];

export async function loader({ request, params, context }: Route.LoaderArgs) {
  const { house, today } = visitBy(context, request, 'work');
  const line = await findLine(db, Number(params.id));
  if (!line) throw data(null, { status: 404 });
  const [lots, reports, samples, stock, risk, growing] = await Promise.all([
    findLotsOfLine(db, line.id),
    findReports(db, { lineId: line.id }),
    findSamplesOfLine(db, line.id),
    readStockOfLine(db, house, today, line.id),
    readRiskOfLine(db, line.id, today),
    growOutsOfLine(db, line.id),
  ]);
  const inStore = lots.filter(({ onHand }) => onHand > 0);
  const germinationOf = new Map(lots.map(({ code, germination }) => [code, germination]));
  const { facts, ...rest } = line;
  const placed = growing.find(({ sowOn }) => sowOn !== null);
  return {
    line: rest,
    looks: facts.seedLooks,
    today,
    season:
      facts.keptAs === null
        ? seasonOfLine(facts, {
            today,
            sowOn: placed?.sowOn ?? null,
            home: placed?.backBy ?? null,
            frosts: { last: house.lastFrost, first: house.firstFrost },
            lendingOpens: house.lendingOpens,
          })
        : null,
    grown: placed ? { id: placed.id, garden: placed.garden } : null,
    lots: lots.map((lot) => ({ ...lot, seeds: seedsInUnits(lot.onHand, lot.unit, lot.seedsPerGram) })),
    reports,
    risk,
    drift: seedWeightDrift(samples),
    stock: termsOf(stock),
    packetSeeds: facts.packet,
    packetsOf: Object.fromEntries(stock.lots.map(({ code, answer, packets }) => [code, answer.answer === 'yes' ? packets : 0])),
    sow: lotToSow(stock.lots.map((lot) => ({ ...lot, median: germinationOf.get(lot.code) ?? null, promise: null })))?.code ?? null,
    jars: inStore.length,
    gardens: new Set(inStore.map(({ gardenId }) => gardenId)).size,
    best: PROMISES.find((promise) => inStore.some((lot) => lot.promise === promise)) ?? null,
    exceptions: RULE_KEYS.filter((rule) => rule !== 'aim' && line.rules[rule]).map((rule) => {
      return { question: ruleWords(rule).question, school: schoolWords(rule, house.rules, line.rules).label };
    }),
  };
}

type Loaded = Route.ComponentProps['loaderData'];

export default function Line({ loaderData }: Route.ComponentProps) {
  const { line, lots, reports, season, grown } = loaderData;
  return (
    <>
      <PageHead
        picture={<SeedPortrait portrait={loaderData.looks} size={56} />}
        title={`${line.crop} ‘${line.name}’`}
        about={
          <>
            {line.aim === 'keep true' ? 'Kept true to type' : 'Allowed to adapt'}
            {(line.aliases ?? []).length > 0 && `; also called ${line.aliases!.map((name) => `‘${name}’`).join(', ')}`}.{' '}
            <Link className="link" to={`/almanac/${line.cropId}`}>
              How to grow and save it
            </Link>
          </>
        }
        actions={<ButtonLink to={`/lines/${line.id}/edit`}>Edit story, names and aim</ButtonLink>}
      />
      {line.story && <p className="mb-6 max-w-prose text-large">{line.story}</p>}
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-2">
        <LineReckoning {...loaderData} />
        {loaderData.risk && <RiskReckoning risk={loaderData.risk} />}
      </div>
      <h2 className="mt-8 mb-2">Lots</h2>
      {lots.length === 0 ? <Empty>No lots are left under this name.</Empty> : <Lots lots={lots} packetsOf={loaderData.packetsOf} />}
      {season && (
        <section aria-label="From seed to seed" className="mt-8">
          <h2 className="mb-1">From seed to seed</h2>
          <p className="mb-3 text-soft">
            {grown ? (
              <>
                By the sowing day of{' '}
                <Link className="link" to={`/grow-outs/${grown.id}`}>
                  the grow-out in {grown.garden ?? 'its garden'}
                </Link>
                {'; the rest is usual for this place.'}
              </>
            ) : (
              'The next usual season in this place, by its frosts.'
            )}{' '}
            {season.seasons === 2 && 'Its seed ripens in the year after sowing.'}
          </p>
          <SeasonRibbon season={season} today={loaderData.today} label={`The season of ‘${line.name}’`} />
        </section>
      )}
      <div className="mt-8 grid gap-x-10 gap-y-8 xl:grid-cols-2">
        <section aria-label="Reports from gardens">
          <h2 className="mb-2">Reports from gardens</h2>
          {reports.length === 0 ? (
            <p className="text-soft">No reports yet. Add one from any of its lots.</p>
          ) : (
            <ul>
              {reports.map((one) => (
                <li key={one.id} className="border-t border-rule py-2">
                  <b>{one.year}</b>
                  {one.by && `, ${one.by}`}
                  {one.liking !== null && <span className="ml-2 font-semibold">{one.liking} of 5</span>}
                  {one.trueToType && (
                    <span className="ml-2">
                      {one.trueToType === 'no' ? 'not true to type' : one.trueToType === 'yes' ? 'true to type' : 'mostly true to type'}
                    </span>
                  )}
                  {one.words && <p className="text-small">{one.words}</p>}
                </li>
              ))}
            </ul>
          )}
          <Drift drift={loaderData.drift} />
        </section>
        {loaderData.exceptions.length > 0 && (
          <section aria-label="Exceptions to the house rules">
            <h2 className="mb-2">Exceptions to the house rules</h2>
            <Facts rows={loaderData.exceptions.map(({ question, school }) => [question, school])} />
          </section>
        )}
      </div>
    </>
  );
}

/** Is there enough of it, and does it hang by one jar or one garden? */
function LineReckoning({
  stock,
  packetSeeds,
  jars,
  gardens,
  best,
  sow,
}: Pick<Loaded, 'stock' | 'packetSeeds' | 'jars' | 'gardens' | 'best' | 'sow'>) {
  const alone = jars === 1 ? 'It is all in one jar' : jars > 1 && gardens <= 1 ? 'It all comes from one garden' : null;
  const tone: Tone = jars === 0 || stock.usable === 0 ? 'poor' : alone || stock.verdict === 'wanted' ? 'doubt' : 'good';
  const enough = { plenty: 'Yes, with some to spare', enough: 'Yes, for now', wanted: 'No: more is needed' }[stock.verdict];
  return (
    <Reckoning
      tone={tone}
      question="Is there enough of it?"
      verdict={jars === 0 ? 'Nothing is left' : enough}
      figure={
        <>
          {jars > 0 && (
            <p className="text-large">
              {stock.packets > 0 ? (
                <>
                  <b>{stock.packets}</b> {stock.packets === 1 ? 'packet' : 'packets'} can be lent now
                </>
              ) : (
                'None can be lent now'
              )}
              , of {formatAboutSeeds(stock.seeds)} in {jars} {jars === 1 ? 'lot' : 'lots'} from {gardens}{' '}
              {gardens === 1 ? 'garden' : 'gardens'}
            </p>
          )}
          <StockBar stock={stock} isLine />
        </>
      }
      reasons={[
        ...(alone ? [`${alone}. A second copy, kept elsewhere or grown in another garden, would make it safer.`] : []),
        `We aim for ${formatSeeds(stock.target)}: ${stock.reserve} for a grow-out, and ${stock.lending} to lend while the seed stays good, at the rate of the last three years.`,
        `${formatSeeds(stock.usable)} can be relied on. Seed that is on hold or may be too weak is not counted.`,
        ...(best ? [`Its best lot is labelled “${CLAIM_WORDS[best].toLowerCase()}”.`] : []),
      ]}
      actions={
        <>
          {stock.verdict === 'wanted' && <ButtonLink to="/wants">See the wants list</ButtonLink>}
          {sow && <ButtonLink to={`/lots/${sow}/grow-out`}>Plan a grow-out</ButtonLink>}
        </>
      }
      working={
        <p>
          Can be lent = {stock.usable} (lower 10 % quantile of the seed in {stock.lendableLots} {stock.lendableLots === 1 ? 'lot' : 'lots'}{' '}
          that can be lent) − {stock.reserve} (reserve: seeds for a representative grow-out with 95 % assurance, from the germination
          posterior of its best lot{stock.growOuts > 1 && `, for ${stock.growOuts} grow-outs`}) − {stock.tests} (tests)
          {stock.promised > 0 && ` − ${stock.promised} (promised to planned grow-outs)`} = {stock.lendable} seeds, packets of {packetSeeds}.
        </p>
      }
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
        ? 'the same in every generation, within measuring error.'
        : `${percent} ${drift.change < 0 ? 'lighter' : 'heavier'} than in the first generation. Check it: it may have crossed, or been selected for size.`}
    </p>
  );
}

function Lots({ lots, packetsOf }: Pick<Loaded, 'lots' | 'packetsOf'>) {
  return (
    <Table caption="Lots of this line">
      <Heads of={['Lot', 'Harvested', 'Garden', 'Plants', 'In store', 'Can be lent', 'Promise', 'Germination']} />
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
              <StockLeft lot={lot} />
              {lot.unit === 'mg' && lot.onHand > 0 && <span className="text-soft">, {formatAboutSeeds(lot.seeds)}</span>}
            </td>
            <td className="whitespace-nowrap">
              {(packetsOf[lot.code] ?? 0) > 0 ? `up to ${packetsOf[lot.code]} packets` : <span className="text-soft">none</span>}
            </td>
            <td>
              <ClaimMark promise={lot.promise} />
            </td>
            <td>
              <VerdictMark verdict={lot.verdict} isTested={lot.laid !== null} />
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

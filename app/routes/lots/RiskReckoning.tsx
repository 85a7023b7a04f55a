import { Link } from 'react-router';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import type { RiskShown } from '#services/growouts/risks.server.ts';
import { chanceWords, harmWords, remedyPlace, remedyWords, riskVerdict, riskWhyWords } from '#words/risk.ts';

/** Whether a line will still be there in some years, why not, and what helps. */
export function RiskReckoning({ risk: { risk, until, whys, remedies, harms } }: { risk: RiskShown }) {
  const { tone, verdict } = riskVerdict(risk);
  return (
    <Reckoning
      tone={tone}
      question={`Will we still have it in ${until}?`}
      verdict={verdict}
      figure={<p>The chance of losing it by then is {chanceWords(risk)} if nothing is done.</p>}
      reasons={whys.map(riskWhyWords)}
      actions={
        remedies.length > 0 && (
          <div>
            <p className="font-semibold">What helps most per hour of work</p>
            <ol className="list-decimal pl-5">
              {remedies.map((one) => (
                <li key={one.kind}>
                  <Link className="link" to={remedyPlace(one)}>
                    {remedyWords(one)}
                  </Link>
                  : leaves {chanceWords(one.risk)}, about {one.hours} h
                </li>
              ))}
            </ol>
            {harms.map((one) => (
              <p key={one.kind} className="text-doubt">
                {harmWords(one)}.
              </p>
            ))}
          </div>
        )
      }
      working={
        <p>
          Simulation: 200 random draws of how well its lots germinate (from tests, crop and storage), with places lost one by one or
          together, and seed used for tests, sowing and lending above the reserve. A draw counts as a loss when what is left would probably
          give too few plants for good seed.{' '}
          <Link className="link" to="/grow-outs/risk">
            All lines at risk
          </Link>
        </p>
      }
    />
  );
}

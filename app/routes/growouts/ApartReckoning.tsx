import { Link } from 'react-router';
import { Reckoning } from '#app/ui/Reckoning.tsx';
import { useUnits } from '#app/ui/units.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatMetres } from '#core/units/formatAmount.ts';
import type { WorkedOut } from '#services/growouts/placing.server.ts';
import { apartWords, crossedWords, likelyCrossedWords } from '#words/apart.ts';
import { METHOD_NAMES } from '#words/methods.ts';

const MOST_LOWERS = 4;
const short = (day: string) => formatDate(day).replace(/ \d{4}$/, '');

/** What is likely to cross with a grow-out, from where, and what would make it less. */
export function ApartReckoning({
  workedOut: { bloom, seen, share, range, arrivals, lowers, squareMetres, hours },
}: {
  workedOut: WorkedOut;
}) {
  const units = useUnits();
  const { tone, verdict } = apartWords(share);
  return (
    <Reckoning
      tone={tone}
      question="Will it stay true to type?"
      term="isolation"
      verdict={verdict}
      figure={
        <>
          <p>
            {likelyCrossedWords(share, range)}. It {seen ? 'flowers' : 'would flower'} {short((seen ?? bloom).from)} to{' '}
            {short((seen ?? bloom).to)}
            {seen && (seen.from !== bloom.from || seen.to !== bloom.to) && ` (planned: ${short(bloom.from)} to ${short(bloom.to)})`}.
          </p>
          <p>
            It needs {squareMetres} m² of bed and about {hours} hours of work.
          </p>
        </>
      }
      reasons={
        arrivals.length === 0
          ? [
              'We know of nothing nearby that flowers at the same time and crosses with it. This figure leaves out anything we have not been told about',
            ]
          : arrivals.map((one, index) => (
              <span key={index}>
                {one.growOutId === null ? (
                  `${one.crop} (${one.what})`
                ) : (
                  <Link className="link" to={`/grow-outs/${one.growOutId}`}>
                    {one.crop} ‘{one.what}’
                  </Link>
                )}
                {`, ${one.garden}, ${one.metres === 'unknown' ? 'distance unknown' : one.metres === 'kept' ? 'its distance is not shown' : `${formatMetres(one.metres, units)} away`}${
                  one.bloom === 'unknown' ? ', bloom unknown' : `, in flower ${short(one.bloom.from)} to ${short(one.bloom.to)}`
                }: ${crossedWords(one.share)} alone`}
              </span>
            ))
      }
      actions={
        lowers.length > 0 && (
          <div>
            <p className="font-semibold">What would reduce it</p>
            <ul className="list-disc pl-5">
              {lowers.slice(0, MOST_LOWERS).map((one) => (
                <li key={one.by === 'sowing' ? one.on : one.by}>
                  {one.by === 'sowing' ? `Sow on ${formatDate(one.on)}` : METHOD_NAMES[one.by]}: {crossedWords(one.share)}
                </li>
              ))}
            </ul>
          </div>
        )
      }
      working={
        <p>
          Pollen from each neighbour = its plants per plant of ours × the share of our bloom that overlaps with its own × pollen that
          arrives over the distance (1 % at the crop’s home-garden distance) × pollen that gets past the cage or bags. The sum S gives the
          crossed share t·S/(1 + S), where t is the crop’s outcrossing rate when foreign pollen is plentiful. Two times out of three the
          model is right within a factor of three.
        </p>
      }
    />
  );
}

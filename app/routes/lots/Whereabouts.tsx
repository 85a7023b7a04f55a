import { Link } from 'react-router';
import { formatDate } from '#core/calendar/formatDate.ts';
import { formatSpan } from '#core/calendar/formatMoment.ts';
import { formatTemperature } from '#core/units/temperature.ts';
import type { Route } from './+types/outlook.ts';
import { useUnits } from '#app/ui/units.tsx';

const DAY = 86_400_000;

/** Where a lot has been, what the place was like, and how much faster or slower it aged there than in a cool dry cupboard. */
export function Whereabouts({ spells }: Pick<Route.ComponentProps['loaderData'], 'spells'>) {
  const units = useUnits();
  return (
    <section aria-label="Where it has been stored">
      <h2 className="mb-2">Where it has been stored</h2>
      {spells.length === 0 && <p className="text-soft">It came in today.</p>}
      <ol>
        {spells.map((spell, index) => (
          <li key={`${spell.since} ${spell.place}`} className="border-t border-rule py-2">
            <b>{spell.place ?? 'Before it came'}</b>
            {spell.sealed && ', shut in a jar or tin'}, {formatSpan(spell.days * DAY)} from {formatDate(spell.since)}
            <span className="block text-small text-soft">
              {spell.isKnown
                ? `${formatTemperature(spell.celsius, units)}, ${Math.round(spell.humidity * 100)} % humid; seed at ${spell.moisture.toFixed(1)} % water${spell.isMeasured ? ', by its jar' : spell.isGuess ? ' estimated, because nobody measured how dry it was when the jar was closed' : ''}`
                : `Nobody has described this place, so we assume a cool dry cupboard${spell.isGuess ? '. Nobody measured how dry the seed was when the jar was closed' : ''}`}
              . It ages <b className={spell.worth > 1.5 ? 'text-poor' : undefined}>{spell.worth.toFixed(1)}</b> times as fast here as in a
              cool dry cupboard.
            </span>
            {index === spells.length - 1 && spell.isKnown && !spell.sealed && !spell.thumb.holds && (
              <span className="block text-small text-doubt">
                Too warm and damp: °F plus % humidity is {Math.round(spell.thumb.sum)} and should be under 100. Dry it and seal it in a jar,
                or move it.
              </span>
            )}
          </li>
        ))}
      </ol>
      <Link className="link mt-2 inline-flex min-h-11 items-center" to="/places">
        Conditions in each place
      </Link>
    </section>
  );
}

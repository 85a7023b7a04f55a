import { SeedPortrait } from '#app/ui/SeedPortrait.tsx';
import type { Portrait } from '#core/almanac/portrait.ts';
import { Notice } from '#app/ui/Page.tsx';

/** What the almanac knows of a crop's seed that decides how it is handled here: whether it dies of drying, and what it is taken for. */
export function KnowTheSeed({
  moist,
  seedLooks,
  lookalike = null,
}: {
  moist: string | null;
  seedLooks?: Portrait;
  lookalike?: string | null;
}) {
  return (
    <>
      {moist !== null && <Notice tone="doubt">Do not dry this seed. {moist}.</Notice>}
      {lookalike !== null && (
        <p className="mb-5 flex items-center gap-3">
          {seedLooks && <SeedPortrait portrait={seedLooks} size={40} className="shrink-0" />}
          <span>
            <b>Looks alike:</b> {lookalike}.
          </span>
        </p>
      )}
    </>
  );
}

import { Notice } from '#app/ui/Page.tsx';

/** What the almanac knows of a crop's seed that decides how it is handled here: whether it dies of drying, and what it is taken for. */
export function KnowTheSeed({ moist, lookalike = null }: { moist: string | null; lookalike?: string | null }) {
  return (
    <>
      {moist !== null && <Notice tone="doubt">Do not dry this seed. {moist}.</Notice>}
      {lookalike !== null && (
        <p className="mb-5">
          <b>Looks alike:</b> {lookalike}.
        </p>
      )}
    </>
  );
}

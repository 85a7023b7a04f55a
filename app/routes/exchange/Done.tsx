import { ButtonLink } from '#app/ui/Button.tsx';
import { Notice } from '#app/ui/Page.tsx';
import { THINGS, type Thing } from '#core/sheets/fields.ts';
import type { NewThing } from '#core/sheets/made.ts';
import { rowsCounted, thingsCounted } from '#words/exchange.ts';
import type { Level } from '#core/sheets/notes.ts';

/** What was made of an import, where it is now, and how to undo all of it. */
export function Done({
  counts,
  actKey,
  isUndone,
}: {
  counts: Readonly<Partial<Record<Level | 'known' | Thing | NewThing, number>>>;
  actKey: string;
  isUndone: boolean;
}) {
  const made = THINGS.filter((thing) => (counts[thing] ?? 0) > 0).map((thing) => thingsCounted(thing, counts[thing]!));
  const { wrong = 0, known = 0 } = counts;
  if (isUndone) return <Notice tone="doubt">This import was undone. You can bring the same file in again.</Notice>;
  return (
    <>
      <Notice tone="good">Imported: {made.join(', ') || 'nothing new'}.</Notice>
      <div className="max-w-prose space-y-3">
        {wrong > 0 && (
          <p>{rowsCounted(wrong)} could not be imported. Correct the file and import it again: rows that are already here are skipped.</p>
        )}
        {known > 0 && (
          <p>
            {rowsCounted(known)} {known === 1 ? 'was' : 'were'} here already.
          </p>
        )}
        {(counts.lots ?? 0) > 0 && (
          <p>
            Promise and germination outlook of each lot are being worked out now. Until that is done, which takes a minute or two, it cannot
            be lent.
          </p>
        )}
        <p>
          Every lot, person and test remembers its row in the file. As long as nobody has worked with it, you can undo the whole import at
          once.
        </p>
      </div>
      <div className="mt-5 flex flex-wrap gap-3">
        {(counts.lots ?? 0) > 0 && (
          <ButtonLink look="action" to="/shelves?sort=code">
            See the lots
          </ButtonLink>
        )}
        <ButtonLink to={`/undo?act=${actKey}`}>Undo this import</ButtonLink>
      </div>
    </>
  );
}

import { TwoVersions } from '#app/ui/TwoVersions.tsx';
import { Unknown } from '#app/ui/Page.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import { answersThatDiffer } from '#core/passport/differing.ts';
import type { Passport } from '#core/passport/passport.ts';
import { rowsOf, type PassportVersion } from '#app/ui/passportRows.tsx';

/** What two people have corrected at once: of each answer in which they differ, what stands now and what was typed here. */
export function TwoPassports({ lot, theirs, mine }: { lot: Parameters<typeof rowsOf>[2]; theirs: PassportVersion; mine: Passport }) {
  const differing = answersThatDiffer(theirs.answers, mine);
  const [now, typed] = [rowsOf(theirs.answers, differing, lot), rowsOf(mine, differing, lot)];
  const titles = [...new Set([...now, ...typed].map(([title]) => title))];
  const told = (rows: typeof now, title: string) => rows.find(([one]) => one === title)?.[1] ?? <Unknown />;
  return (
    <div className="space-y-3">
      <TwoVersions rows={titles.map((title) => [title, told(now, title), told(typed, title)] as const)} />
      <p className="text-small text-soft">
        Corrected {formatDate(theirs.writtenOn)}
        {theirs.writtenBy && `, ${theirs.writtenBy}`}
        {theirs.why && `: ${theirs.why}`}
      </p>
    </div>
  );
}

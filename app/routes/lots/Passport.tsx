import { Link } from 'react-router';
import { Facts, Unknown } from '#app/ui/Page.tsx';
import { answerRows, told, type PassportVersion, type Row } from '#app/ui/passportRows.tsx';
import { formatDate } from '#core/calendar/formatDate.ts';
import type { Day } from '#core/kernel/kinds.ts';
import type { Kind, Origin } from '#core/lots/words.ts';
import { KIND_WORDS, ORIGIN_WORDS } from '#words/vocabulary.ts';

interface PassportLot {
  readonly code: string;
  readonly origin: Origin;
  readonly kind: Kind;
  readonly donor: string | null;
  readonly garden: string | null;
  readonly generation: number | null;
  readonly takenInOn: Day;
  readonly note: string | null;
}

/** The row of a file that brought a lot, and what it is called elsewhere. */
export interface LotSource {
  readonly row: { readonly file: string; readonly sheet: string; readonly at: number; readonly said: readonly string[] } | null;
  readonly origin: { readonly code: string; readonly library: string | null } | null;
}

function sourceRows(source: LotSource | null): Row[] {
  if (!source) return [];
  const { row: from, origin } = source;
  return [
    ...told(origin?.library ? `Code at ${origin.library}` : 'Earlier number', origin?.code ?? null),
    ...(from
      ? [
          [
            'Imported from',
            <>
              {from.file}, {from.sheet}, row {from.at}
              {from.said.some(Boolean) && (
                <details className="text-small">
                  <summary className="inline-flex min-h-6 cursor-pointer items-center text-soft">As it was written</summary>
                  {from.said.filter(Boolean).join(' · ')}
                </details>
              )}
            </>,
          ] as const,
        ]
      : []),
  ];
}

/** Where it came from and how it grew, as it was told; what nobody knows is said to be unknown. */
export function Passport({ lot, versions, source }: { lot: PassportLot; versions: readonly PassportVersion[]; source: LotSource | null }) {
  const [now, ...before] = versions;
  return (
    <section aria-label="Provenance">
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h2>Provenance</h2>
        <Link className="link no-print" to={`/lots/${lot.code}/passport`}>
          Correct
        </Link>
      </div>
      <Facts
        rows={[
          ['Kind', KIND_WORDS[lot.kind]],
          ['Arrived', `${ORIGIN_WORDS[lot.origin]}, ${formatDate(lot.takenInOn)}`],
          ...(lot.origin === 'blend' && !lot.donor
            ? []
            : [[lot.origin === 'returned' ? 'Grower' : 'Donor', lot.donor ?? <Unknown />] as const]),
          ...(now ? answerRows(now.answers, lot) : []),
          ['Generations saved here', lot.generation ?? <Unknown />],
          ...told('Note', lot.note),
          ...sourceRows(source),
        ]}
      />
      <Link className="link no-print inline-flex min-h-11 items-center" to={`/lots/${lot.code}/origin`}>
        {source?.origin?.library ? 'Change its code at another library' : 'Add its code at another library'}
      </Link>
      {before.length > 0 && (
        <details className="mt-2">
          <summary className="link inline-flex min-h-11 items-center">
            Corrected {before.length === 1 ? 'once' : `${before.length} times`}
          </summary>
          <ul className="text-small">
            {versions.slice(0, -1).map((version) => (
              <li key={version.id} className="border-t border-rule py-1">
                {formatDate(version.writtenOn)}, {version.writtenBy ?? 'unknown person'}: {version.why}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

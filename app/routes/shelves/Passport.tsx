import { formatDate } from '#core/calendar/formatDate.ts';
import type { Isolation, Kind, Origin, StoredSoFar } from '#core/lots/words.ts';
import { Facts, Unknown } from '#app/ui/Page.tsx';
import { isolationWords, KIND_WORDS, ORIGIN_WORDS, STORED_WORDS } from '#app/ui/words.ts';

interface PassportLot {
  readonly origin: Origin;
  readonly kind: Kind;
  readonly donor: string | null;
  readonly garden: string | null;
  readonly harvested: string | null;
  readonly plantsHarvested: number | null;
  readonly isolation: Isolation;
  readonly storedSoFar: StoredSoFar | null;
  readonly generation: number | null;
  readonly takenInOn: string;
  readonly note: string | null;
}

/** Where it came from and how it grew; what nobody knows is said to be unknown. */
export function Passport({ lot }: { lot: PassportLot }) {
  return (
    <section aria-label="Passport">
      <h2 className="mb-2">Passport</h2>
      <Facts
        rows={[
          ['Kind', KIND_WORDS[lot.kind]],
          ['Came', `${ORIGIN_WORDS[lot.origin]}, ${formatDate(lot.takenInOn)}`],
          [lot.origin === 'returned' ? 'Grower' : 'Donor', lot.donor ?? <Unknown />],
          ['Garden', lot.garden ?? <Unknown />],
          ['Harvested', lot.harvested ? formatDate(lot.harvested) : <Unknown />],
          ['Plants harvested', lot.plantsHarvested ?? <Unknown />],
          ['Kept apart by', isolationWords(lot.isolation) ?? <Unknown />],
          ['Generations here', lot.generation ?? <Unknown />],
          ['Kept before in', lot.storedSoFar ? STORED_WORDS[lot.storedSoFar] : <Unknown />],
          ...(lot.note ? [['Note', lot.note] as const] : []),
        ]}
      />
    </section>
  );
}

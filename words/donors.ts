import { formatDate } from '#core/calendar/formatDate.ts';
import { formatAboutSeeds } from '#core/units/formatAmount.ts';
import type { Day } from '#core/kernel/kinds.ts';

export interface GiftStory {
  readonly crop: string;
  readonly variety: string;
  readonly takenInOn: Day;
  readonly generations: number;
  readonly packets: number;
  readonly borrowers: number;
  readonly gardens: number;
  readonly seeds: number;
}

const many = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;

/** What became of one gift, in a sentence or two, without a name. */
export function giftWords({ takenInOn, generations, packets, borrowers, gardens, seeds }: GiftStory): string {
  const went =
    packets === 0 ? 'It has not been lent yet' : `${many(packets, 'packet', 'packets')} went to ${many(borrowers, 'person', 'people')}`;
  const grew =
    generations === 0
      ? ''
      : `. It has been grown on for ${many(generations, 'generation', 'generations')}${gardens > 0 ? `, in ${many(gardens, 'garden', 'gardens')}` : ''}`;
  const left = seeds > 0 ? `. We keep ${formatAboutSeeds(seeds)} of it now` : '. None of it is in store now';
  return `Brought ${formatDate(takenInOn)}. ${went}${grew}${left}.`;
}

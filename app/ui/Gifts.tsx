import { giftWords, type GiftStory } from '#words/donors.ts';

/** What became of what somebody gave, gift by gift. */
export function Gifts({ gifts }: { gifts: readonly GiftStory[] }) {
  return (
    <ul className="max-w-prose">
      {gifts.map((gift, index) => (
        <li key={index} className="border-t border-rule py-4">
          <h2>
            {gift.crop} ‘{gift.variety}’
          </h2>
          <p className="mt-1">{giftWords(gift)}</p>
        </li>
      ))}
    </ul>
  );
}

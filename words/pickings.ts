import { formatDate } from '#core/calendar/formatDate.ts';
import { pickingsInAll, type Picking } from '#core/passport/pickings.ts';
import { formatWeight, type Units } from '#core/units/formatAmount.ts';

/** Whether a harvest was picked in stages, as the interview asks. */
export const PICKING_CHOICES = { once: 'Once', several: 'Several times' } as const;

/** `3 pickings over 26 days, 41 g together`; weight and days as far as they are known. */
export function pickingsWords(pickings: readonly Picking[], units: Units): string {
  const { days, milligrams, weighed } = pickingsInAll(pickings);
  const times = pickings.length === 1 ? '1 picking' : `${pickings.length} pickings`;
  const over = days > 0 ? ` over ${days} ${days === 1 ? 'day' : 'days'}` : '';
  const all = weighed === pickings.length ? 'together' : `from ${weighed} of them`;
  return `${times}${over}${weighed > 0 ? `, ${formatWeight(milligrams, units)} ${weighed === 1 && pickings.length === 1 ? '' : all}`.trimEnd() : ''}`;
}

/** `12 Aug 2026, 14 g`. */
export function pickingWords({ on, milligrams }: Picking, units: Units): string {
  return `${on === 'unknown' ? 'date unknown' : formatDate(on)}, ${milligrams === 'unknown' ? 'not weighed' : formatWeight(milligrams, units)}`;
}

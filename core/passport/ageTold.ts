import { addDays, daysBetween, earliestDay, type IsoDate } from '../calendar/plainDate.ts';
import type { PacketTold } from './passport.ts';

/** Years between harvest and what a packet's date means: seed is packed from the next season on, and is to be sown within some years. */
const BEFORE: Readonly<Record<'packed' | 'sow by' | 'unknown', readonly [number, number]>> = {
  packed: [0.25, 1.5],
  'sow by': [1, 4],
  unknown: [0, 4],
};
const YEAR = 365.25;

/** How old seed without a harvest date may be on the day it came in, in years from and to: by what its packet or its giver says; null where nobody does. */
export function ageTold(packet: PacketTold | null, takenInOn: IsoDate): readonly [number, number] | null {
  if (!packet) return null;
  const { dateMeans, date, ageYears } = packet;
  if (date === null || dateMeans === null || dateMeans === 'no date' || dateMeans === 'harvested') return ageYears;
  const sinceThen = daysBetween(middleOf(date), takenInOn) / YEAR;
  const [youngest, oldest] = BEFORE[dateMeans].map((years) => Math.max(0, sinceThen + years)) as [number, number];
  return [youngest, Math.max(oldest, youngest)];
}

/** The middle of a year or a month. */
const middleOf = (date: string): IsoDate => addDays(earliestDay(date), date.length === 4 ? 182 : date.length === 7 ? 14 : 0);

import { isIsoDate, type PartialDate } from './plainDate.ts';

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

export type ReadPartialDate = { ok: true; date: PartialDate } | { ok: false; why: 'unreadable' | 'impossible' };

/**
 * Reads a harvest date as people write it: `2024`, `9/2024`, `2024-09`, `Sep 2024`, `12 Sept 2024`, `12/9/2024`.
 * Day before month, as in the house's own writing. A month or day that does not exist is `impossible`;
 * anything else that cannot be read is `unreadable`.
 */
export function parsePartialDate(text: string): ReadPartialDate {
  const parts = text
    .trim()
    .toLowerCase()
    .split(/[\s./,-]+/)
    .filter(Boolean);
  if (parts.length < 1 || parts.length > 3) return { ok: false, why: 'unreadable' };
  const yearAt = parts.findIndex((part) => /^\d{4}$/.test(part));
  if (yearAt < 0) return { ok: false, why: 'unreadable' };
  const year = parts[yearAt]!;
  const rest = parts.filter((_, index) => index !== yearAt);
  const [month, day] = yearAt === 0 ? [rest[0], rest[1]] : [rest.at(-1), rest.length === 2 ? rest[0] : undefined];
  if (month === undefined) return { ok: true, date: year };
  const monthNumber = readMonth(month);
  if (monthNumber === null) return { ok: false, why: 'unreadable' };
  if (monthNumber < 1 || monthNumber > 12) return { ok: false, why: 'impossible' };
  const yearMonth = `${year}-${String(monthNumber).padStart(2, '0')}`;
  if (day === undefined) return { ok: true, date: yearMonth };
  const dayNumber = Number(day.replace(/(st|nd|rd|th)$/, ''));
  if (!Number.isInteger(dayNumber)) return { ok: false, why: 'unreadable' };
  const date = `${yearMonth}-${String(dayNumber).padStart(2, '0')}`;
  return isIsoDate(date) ? { ok: true, date } : { ok: false, why: 'impossible' };
}

function readMonth(text: string): number | null {
  if (/^\d{1,2}$/.test(text)) return Number(text);
  const index = text.length >= 3 ? MONTHS.findIndex((month) => text.startsWith(month)) : -1;
  return index < 0 ? null : index + 1;
}

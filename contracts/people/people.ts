import { z } from 'zod';
import {
  actKey,
  emailAddress,
  maybeEmail,
  maybeWords,
  monthDay,
  newPassword,
  rowNumber,
  rowVersion,
  sure,
  tick,
  timeZone,
  words,
  ofPerson,
} from '#contracts/fields.ts';
import { refusal } from '#core/kernel/refusal.ts';
import { ROLES } from '#core/people/may.ts';
import { isPin } from '#core/people/tablet.ts';

export const signInForm = z.object({
  email: emailAddress,
  password: z.string({ error: 'password: missing' }).max(200),
  then: z.string().max(500).optional(),
});

const personFields = {
  name: words(120, 'person name: missing'),
  email: maybeEmail,
  phone: maybeWords(40),
  note: maybeWords(500),
  isMember: tick,
  /** A class or a club: how many they are, and who speaks for them. */
  groupOf: z
    .int({ error: 'number: not whole' })
    .min(2, 'group: under two')
    .max(10_000, 'number: check')
    .optional()
    .transform((count) => count ?? null),
  contact: maybeWords(120),
};

export const addPersonForm = z.object({ key: actKey, ...personFields, sure });
export const editPersonForm = z.object({ key: actKey, version: rowVersion, ...personFields });
export const grantForm = z.object({ key: actKey, email: emailAddress, role: z.enum(ROLES, { error: 'role: missing' }) });

const pin = z.string({ error: 'pin: missing' }).trim().refine(isPin, 'pin: simple');

/** One's own PIN for shared tablets. */
export const pinForm = z.object({ key: actKey, pin });

/** Who works at a shared tablet now; a PIN that is none is just a wrong one. */
export const pickForm = z.object({
  who: rowNumber,
  pin: z.string({ error: 'pin: missing' }).trim().min(1, 'pin: missing').max(20, 'pin: wrong'),
  then: z.string().max(2000).optional(),
});

/** A text that may name whom it is about, as whoever erases them has put it; empty takes it away. */
const reworded = z.object({
  at: z.string().regex(/^[a-z_]{1,60}\.[a-z_]{1,60}\.\d{1,15}$/),
  said: z
    .string()
    .max(5000, 'text: too long|5000')
    .optional()
    .transform((text) => text?.trim() ?? ''),
});
export const eraseForm = z.object({ key: actKey, texts: z.array(reworded).max(500).default([]) });
export const eraseInput = ofPerson(eraseForm);

/** Choosing a password; the very first coordinator also says who they are. */
export const welcomeForm = z
  .object({ password: newPassword, again: z.string({ error: 'password again: missing' }) })
  .refine(({ password, again }) => password === again, { path: ['again'], message: 'password again: different' });
export const firstWelcomeForm = z
  .object({
    name: words(120, 'own name: missing'),
    email: emailAddress,
    house: words(120, 'own library: missing'),
    hemisphere: z.enum(['northern', 'southern'], { error: 'hemisphere: missing' }),
    password: newPassword,
    again: z.string({ error: 'password again: missing' }),
  })
  .refine(({ password, again }) => password === again, { path: ['again'], message: 'password again: different' });

const share = (what: string) =>
  z
    .number({ error: refusal('share: missing', what) })
    .min(1, 'share: under 1')
    .max(99, 'share: over 99');

const count = (what: string) =>
  z
    .int({ error: refusal('count: missing', what) })
    .min(0, 'number: under none')
    .max(10_000, 'number: check');

export const houseForm = z
  .object({
    key: actKey,
    version: rowVersion,
    name: words(120, 'library name: missing'),
    timeZone,
    lastFrost: monthDay,
    firstFrost: monthDay,
    lendingOpens: monthDay,
    sowingStarts: monthDay,
    units: z.enum(['metric', 'imperial'], { error: 'units: missing' }),
    hemisphere: z.enum(['northern', 'southern'], { error: 'hemisphere: missing' }),
    lend: share('lend'),
    full: share('full'),
    trays: count('trays'),
    jars: count('jars'),
    hours: z.number({ error: 'hours: missing' }).min(0, 'number: under none').max(1000, 'number: check'),
    currency: z
      .string({ error: 'currency: unreadable' })
      .trim()
      .toUpperCase()
      .regex(/^[A-Z]{3}$/, 'currency: unreadable'),
    packetPrice: z.number({ error: 'price: missing' }).min(0, 'number: negative').max(10_000, 'price: check'),
    cropPrices: z.string().max(5000, 'text: too many lines').optional(),
    cropThresholds: z.string().max(5000, 'text: too many lines').optional(),
    sureness: share('sureness').min(51, 'sureness: too low'),
    isOffered: tick,
    howToAsk: maybeWords(500),
  })
  .refine(({ isOffered, howToAsk }) => !isOffered || howToAsk !== null, { path: ['howToAsk'], message: 'how to ask: missing' })
  .refine(({ lend, full }) => lend < full, { path: ['full'], message: 'full strength: too low' })
  // In the north the last frost is in spring and the first in autumn; in the south the year begins between them.
  .refine(({ hemisphere, lastFrost, firstFrost }) => (hemisphere === 'northern' ? lastFrost < firstFrost : firstFrost < lastFrost), {
    path: ['firstFrost'],
    message: 'frosts: wrong order',
  });
